/** Sentences of the ruled sheet for what is written at the door and while surveying. */
import { say } from './say.ts'
import type { BodyOf } from '#core/history/bodies/index.ts'
import { edtfWords, gradeTitle } from './condition.ts'
import { shortDay } from './dates.ts'
import type { EntryNames, EntryWords } from './names.ts'
import { list, commas, semicolons, colon } from './lists.ts'
import { moneyWords } from './money.ts'

const plain = (what: string, result = ''): EntryWords => ({ what, result, proof: false })

export function conditionEntry(
  body: BodyOf<'finding' | 'survey' | 'grade' | 'pin' | 'pair'>,
  label: (id: string | undefined, fallback: string) => string,
): EntryWords {
  switch (body.kind) {
    case 'finding':
      if (body.what === 'noted')
        return plain(
          body.hypothesis
            ? colon(
                commas(say('supposed: {sort} on {zone}', { sort: body.sort, zone: body.zone }), body.place),
                body.words,
              )
            : colon(
                commas(say('{sort} on {zone}', { sort: body.sort, zone: body.zone }), body.place),
                body.words,
              ),
          [body.severity, body.extentPercent !== undefined ? `${body.extentPercent} %` : '', body.activity]
            .filter(Boolean)
            .join(', '),
        )
      if (body.what === 'seen again')
        return plain(
          commas(
            say('{label} seen again: {change}', {
              label: label(body.finding, say('a finding')),
              change: body.change,
            }),
            body.words,
          ),
          body.activity ?? '',
        )
      if (body.what === 'treated')
        return plain(
          say('{label} treated: {words}', {
            label: label(body.finding, say('a finding')),
            words: body.words,
          }),
        )
      if (body.what === 'judged')
        return plain(`${label(body.finding, say('a finding'))}: ${body.verdict}, ${body.words}`, body.verdict)
      return plain(
        say('{label} of a blind survey taken over', { label: label(body.finding, say('a finding')) }),
      )
    case 'survey':
      if (body.what === 'begun') return plain(body.blind ? say('blind survey begun') : say('survey begun'))
      if (body.what === 'looked')
        return plain(colon(say('looked at {zone}', { zone: body.zone }), body.because), body.is)
      return plain(say('survey ended'))
    case 'grade':
      if (body.what === 'set')
        return plain(
          body.zone
            ? say('grade {gradeTitle} set for {zone}: {reason}', {
                gradeTitle: gradeTitle(body.grade),
                reason: body.reason,
                zone: body.zone,
              })
            : say('grade {gradeTitle} set: {reason}', {
                gradeTitle: gradeTitle(body.grade),
                reason: body.reason,
              }),
        )
      if (body.what === 'taken back')
        return plain(
          body.zone
            ? say('grade set by hand taken back for {zone}', { zone: body.zone })
            : say('grade set by hand taken back'),
        )
      return plain(commas(say('priority: {urgency}', { urgency: body.urgency }), body.words))
    case 'pin':
      return plain(
        say('pin on a photograph: {position}', {
          position: body.position ?? label(body.finding, say('a finding')),
        }),
      )
    case 'pair':
      return plain(colon(say('before and after'), body.words))
  }
}

export function arrivalEntry(
  body: BodyOf<'evidence' | 'contents' | 'quarantine' | 'receipt' | 'link' | 'value' | 'marking' | 'batch'>,
  names: EntryNames,
): EntryWords {
  switch (body.kind) {
    case 'evidence':
      if (body.what === 'noted')
        return plain(`${body.sort}, ${body.where}${body.says ? `: “${body.says}”` : ''}`, say('evidence'))
      if (body.what === 'none') return plain(say('looked for a {sort}: none there', { sort: body.sort }))
      return plain(
        `${names.labels[body.evidence] ?? say('evidence')} ${body.how}${body.words ? `: ${body.words}` : ''}`,
      )
    case 'contents':
      return body.what === 'copied'
        ? plain(
            body.keptAt
              ? say('{medium} copied, {checksum}, kept at {keptAt}', {
                  medium: body.medium,
                  checksum: body.checksum,
                  keptAt: body.keptAt,
                })
              : say('{medium} copied, {checksum}', { medium: body.medium, checksum: body.checksum }),
            body.readTwice ? say('read twice, same') : say('read once'),
          )
        : plain(say('{medium} not copied, because {because}', { medium: body.medium, because: body.because }))
    case 'quarantine':
      return body.way === 'in'
        ? plain(
            say('into quarantine, {place}', { place: body.place }),
            body.until ? say('until {until}', { until: shortDay(body.until, names.now, names.zone) }) : '',
          )
        : plain(
            semicolons(
              say('out of quarantine: {entries}', {
                entries: list(Object.entries(body.seen).map(([sign, is]) => `${sign} ${is}`)),
              }),
              body.words,
            ),
          )
    case 'receipt':
      return plain(say('receipt given for {items}', { items: list(body.items, 6) }))
    case 'link':
      return plain(
        `${edtfWords(body.when)}: ${body.sort}${body.who ? ` ${names.labels[body.who] ?? say('somebody')}` : ''}${body.where ? `, ${body.where}` : ''}${body.words ? `, ${body.words}` : ''}`,
        body.evidence ?? '',
      )
    case 'value':
      return plain(
        commas(
          say('{sort} value {amount}', { sort: body.sort, amount: moneyWords(body.amount) }),
          body.words,
        ),
      )
    case 'marking':
      return plain(
        body.board
          ? say('markings read on {board}: {lines}', {
              lines: list(
                body.lines.map((l) => `${l.designator ? `${l.designator} ` : ''}${l.text}`),
                4,
              ),
              board: body.board,
            })
          : say('markings read: {lines}', {
              lines: list(
                body.lines.map((l) => `${l.designator ? `${l.designator} ` : ''}${l.text}`),
                4,
              ),
            }),
      )
    case 'batch':
      return plain(
        say('one of {machines} units of {name}', { machines: body.machines.length, name: body.name }),
      )
  }
}
