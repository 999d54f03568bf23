/** Sentences of the ruled sheet for what is written at the door and while surveying. */
import type { BodyOf } from '#core/history/bodies/index.ts'
import { edtfWords, gradeTitle } from './condition.ts'
import { shortDay } from './dates.ts'
import type { EntryNames, EntryWords } from './names.ts'
import { list } from './lists.ts'
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
          `${body.hypothesis ? 'supposed: ' : ''}${body.sort} on ${body.zone}${body.place ? `, ${body.place}` : ''}${body.words ? `: ${body.words}` : ''}`,
          [body.severity, body.extentPercent !== undefined ? `${body.extentPercent} %` : '', body.activity]
            .filter(Boolean)
            .join(', '),
        )
      if (body.what === 'seen again')
        return plain(
          `${label(body.finding, 'a finding')} seen again: ${body.change}${body.words ? `, ${body.words}` : ''}`,
          body.activity ?? '',
        )
      if (body.what === 'treated') return plain(`${label(body.finding, 'a finding')} treated: ${body.words}`)
      if (body.what === 'judged')
        return plain(`${label(body.finding, 'a finding')}: ${body.verdict}, ${body.words}`, body.verdict)
      return plain(`${label(body.finding, 'a finding')} of a blind survey taken over`)
    case 'survey':
      if (body.what === 'begun') return plain(body.blind ? 'blind survey begun' : 'survey begun')
      if (body.what === 'looked')
        return plain(`looked at ${body.zone}${body.because ? `: ${body.because}` : ''}`, body.is)
      return plain('survey ended')
    case 'grade':
      if (body.what === 'set')
        return plain(
          `grade ${gradeTitle(body.grade)} set${body.zone ? ` for ${body.zone}` : ''}: ${body.reason}`,
        )
      if (body.what === 'taken back')
        return plain(`grade set by hand taken back${body.zone ? ` for ${body.zone}` : ''}`)
      return plain(`priority: ${body.urgency}${body.words ? `, ${body.words}` : ''}`)
    case 'pin':
      return plain(`pin on a photograph: ${body.position ?? label(body.finding, 'a finding')}`)
    case 'pair':
      return plain(`before and after${body.words ? `: ${body.words}` : ''}`)
  }
}

export function arrivalEntry(
  body: BodyOf<'evidence' | 'contents' | 'quarantine' | 'receipt' | 'link' | 'value' | 'marking' | 'batch'>,
  names: EntryNames,
): EntryWords {
  switch (body.kind) {
    case 'evidence':
      if (body.what === 'noted')
        return plain(`${body.sort}, ${body.where}${body.says ? `: “${body.says}”` : ''}`, 'evidence')
      if (body.what === 'none') return plain(`looked for a ${body.sort}: none there`)
      return plain(
        `${names.labels[body.evidence] ?? 'evidence'} ${body.how}${body.words ? `: ${body.words}` : ''}`,
      )
    case 'contents':
      return body.what === 'copied'
        ? plain(
            `${body.medium} copied, ${body.checksum}${body.keptAt ? `, kept at ${body.keptAt}` : ''}`,
            body.readTwice ? 'read twice, same' : 'read once',
          )
        : plain(`${body.medium} not copied, because ${body.because}`)
    case 'quarantine':
      return body.way === 'in'
        ? plain(
            `into quarantine, ${body.place}`,
            body.until ? `until ${shortDay(body.until, names.now, names.zone)}` : '',
          )
        : plain(
            `out of quarantine: ${list(Object.entries(body.seen).map(([sign, is]) => `${sign} ${is}`))}${body.words ? `; ${body.words}` : ''}`,
          )
    case 'receipt':
      return plain(`receipt given for ${list(body.items, 6)}`)
    case 'link':
      return plain(
        `${edtfWords(body.when)}: ${body.sort}${body.who ? ` ${names.labels[body.who] ?? 'somebody'}` : ''}${body.where ? `, ${body.where}` : ''}${body.words ? `, ${body.words}` : ''}`,
        body.evidence ?? '',
      )
    case 'value':
      return plain(`${body.sort} value ${moneyWords(body.amount)}${body.words ? `, ${body.words}` : ''}`)
    case 'marking':
      return plain(
        `markings read${body.board ? ` on ${body.board}` : ''}: ${list(
          body.lines.map((l) => `${l.designator ? `${l.designator} ` : ''}${l.text}`),
          4,
        )}`,
      )
    case 'batch':
      return plain(`one of ${body.machines.length} units of ${body.name}`)
  }
}
