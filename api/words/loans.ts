/** What is said of loans: their states, what bars a release, entries of the log, who had it between two looks. */
import { say } from './say.ts'
import type { Body, BodyOf } from '#core/history/bodies/index.ts'
import { leavesHouse } from '#core/history/loan-ways.ts'
import type { Holder } from '#core/loans/compare.ts'
import type { ReleaseAnswer, ReleaseRule } from '#core/loans/release.ts'
import type { LoanRow } from '#core/views/loan-shape.ts'
import type { LoanMark, LoanShown } from '#core/loans/state.ts'
import type { EntryNames, EntryWords } from './names.ts'
import { brackets, colon, commas, count, list, semicolons } from './lists.ts'
import { dayOnly } from './dates.ts'
import { moneyWords } from './money.ts'

const shownWords: Readonly<Record<LoanShown, string>> = {
  closed: say('closed'),
  declined: say('declined'),
  overdue: say('overdue'),
  'partly back': say('partly back'),
  back: say('back, not closed'),
  'lent on': say('lent on'),
  there: say('there'),
  'handed over': say('handed over for good'),
  'under way': say('on its way'),
  agreed: say('agreed'),
  decided: say('decided'),
  asked: say('asked for'),
}

/** How a loan stands: what is lent to us, or here for repair, is “here” where ours would be “there”. */
export const stateWords = ({ shown, way }: Pick<LoanRow, 'shown' | 'way'>): string =>
  shown === 'there' && !leavesHouse(way) ? say('here') : shownWords[shown]

export const wayWords = {
  out: say('loan out'),
  in: say('loan in'),
  repair: say('repair for an owner'),
  transfer: say('transfer to another collection'),
  disposal: say('disposal'),
} as const

const ruleWords: Readonly<Record<ReleaseRule, string>> = {
  decided: say('Somebody entitled decided that it goes'),
  agreed: say('Both sides agreed to the same terms'),
  cover: say('Cover reaches 14 days past the due date'),
  consent: say('The owner agreed to the loan'),
  mains: say('The mains there suit the machine'),
  television: say('The television there suits the machine'),
  'condition noted': say('Its condition was looked at before it leaves'),
  'ready to travel': say('It is made ready to be carried'),
  'handover sheet': say('The handover sheet goes with it'),
}
export const releaseRuleWords = (rule: string): string => ruleWords[rule as ReleaseRule] ?? rule

/** What a rule asks for that is not met: the fact, and what would meet it. */
export function releaseAnswerWords({ rule, is, about, asks }: ReleaseAnswer): string {
  switch (rule) {
    case 'decided':
      return say('Who decided that it goes, and when, is not recorded: the board’s minute, or the letter.')
    case 'agreed':
      return about.includes('changed')
        ? say('The terms were changed, and the new ones are not agreed by both sides.')
        : say('No terms are agreed by both sides.')
    case 'cover':
      return is === 'not known'
        ? say('No terms are agreed, so the cover is not known.')
        : about[0] === 'none'
          ? say('The terms name no cover. A steward may release it with a reason.')
          : say(
              'Cover is needed until {about}. Extend it in new terms, or a steward releases it with a reason.',
              { about: dayOnly(about[0] ?? '') },
            )
    case 'consent':
      return say(
        'The owner’s word on lending is not recorded: {about}. Record it as told, by whom and how.',
        { about: list(about) },
      )
    case 'mains':
      return is === 'not known'
        ? say(
            'Not known whether the mains there suit it: {about}. Say what the venue has, name a transformer, or agree that it is not to be run.',
            { about: list(about) },
          )
        : say('The mains there differ: {about}. Name the transformer, or agree that it is not to be run.', {
            about: list(about),
          })
    case 'television':
      return is === 'not known'
        ? say('The television there is not recorded: {about} needs one.', { about: list(about) })
        : say('The television there differs: {about}.', { about: list(about) })
    case 'condition noted':
      return say(
        'No look before it leaves is recorded: {about}. Without one, it cannot be said where a new mark comes from.',
        { about: list(about) },
      )
    case 'ready to travel':
      return say(
        'Not recorded for this journey: {asks}. Record each when it is done, or a steward releases it with a reason.',
        {
          asks: list(
            (asks ?? []).map((a) => (about.length > 1 ? `${a.what} (${a.name})` : a.what)),
            8,
          ),
        },
      )
    case 'handover sheet':
      return say(
        'No handover sheet is issued: {about}. Issue it under Papers, or record that one was made by hand.',
        { about: list(about) },
      )
  }
}

export function markWords(mark: LoanMark): string {
  switch (mark.mark) {
    case 'recalled':
      return say('recalled')
    case 'changed, not agreed':
      return say('terms changed, not agreed')
    case 'short':
      return brackets(
        say('short: {items}', {
          items: list(
            mark.items.map((i) =>
              i.of === 1 ? i.item : say('{n} of {of} {item}', { n: i.n, of: i.of, item: i.item }),
            ),
          ),
        }),
        mark.boxes.length && list(mark.boxes.map((b) => say('box {b}', { b }))),
      )
    case 'difference open':
      return say('{n} to agree on', { n: count(mark.n, 'difference') })
    case 'disputed':
      return say('{n} disputed', { n: count(mark.n, 'difference') })
    case 'cover ends':
      return say('cover ends {day}', { day: dayOnly(mark.day) })
    case 'question':
      return mark.of === 'house' ? say('a question to this collection') : say('a question to the other side')
    case 'beyond the limit':
      return say('more spent than the owner agreed to')
    case 'incident':
      return count(mark.n, 'incident')
  }
}

const carriages: Readonly<Record<string, string>> = {
  'by hand': say('whoever carried it'),
  vehicle: say('the driver'),
  post: say('the post'),
}
export const holderWords = (holder: Holder, names: Readonly<Record<string, string>>): string =>
  'carrier' in holder
    ? (carriages[holder.carrier] ?? holder.carrier)
    : holder.side === 'house'
      ? say('this collection')
      : (names[holder.side] ?? say('the other side'))

type LoanKinds = 'loan' | 'handover' | 'look' | 'difference' | 'run' | 'paper'
export const isLoanBody = (body: Body): body is BodyOf<LoanKinds> =>
  ['loan', 'handover', 'look', 'difference', 'run', 'paper'].includes(body.kind)

/** A line of the log. */
export function loanEntry(body: BodyOf<LoanKinds>, { labels }: EntryNames): EntryWords {
  const plain = (what: string, result = ''): EntryWords => ({ what, result, proof: false })
  const side = (who: string) =>
    who === 'house' ? say('this collection') : (labels[who] ?? say('the other side'))
  const counted = (items: readonly { readonly item: string; readonly n: number }[]) =>
    list(items.filter((i) => i.n > 0).map((i) => (i.n === 1 ? i.item : `${i.n} × ${i.item}`)))
  switch (body.kind) {
    case 'loan':
      switch (body.what) {
        case 'asked':
          return plain(
            semicolons(
              colon(
                commas(
                  say('{way} asked for', { way: wayWords[body.way] }),
                  body.number,
                  say('with {side}', { side: side(body.with) }),
                ),
                counted(body.items),
              ),
              body.purpose,
              body.authority && say('decided: {authority}', { authority: body.authority }),
            ),
          )
        case 'terms':
          return plain(
            body.cover.value
              ? say('terms: {from} to {to}, {who}, cover {value}', {
                  from: dayOnly(body.from),
                  to: dayOnly(body.to),
                  who: body.run.who,
                  value: moneyWords(body.cover.value),
                })
              : say('terms: {from} to {to}, {who}', {
                  from: dayOnly(body.from),
                  to: dayOnly(body.to),
                  who: body.run.who,
                }),
          )
        case 'answered':
          return plain(
            body.agreed
              ? colon(
                  say('{side} agreed to the terms ({how})', { side: side(body.by), how: body.how }),
                  body.words,
                )
              : colon(
                  say('{side} declined the terms ({how})', { side: side(body.by), how: body.how }),
                  body.words,
                ),
          )
        case 'recalled':
          return plain(
            say('recalled, home by {homeBy}: {reason}', {
              homeBy: dayOnly(body.homeBy),
              reason: body.reason,
            }),
          )
        case 'accounted':
          return plain(
            say('{item} accounted for, {as}: {words}', {
              item: counted([body]),
              as: body.as,
              words: body.words,
            }),
          )
        case 'spent':
          return plain(
            commas(
              body.amount
                ? say('{amount} spent on {on}', { amount: moneyWords(body.amount), on: body.on })
                : say('spent on {on}', { on: body.on }),
              body.although && say('past the limit: {although}', { although: body.although }),
            ),
          )
        case 'said':
          return plain(`${side(body.by)} ${body.asks ? say('asked') : say('wrote')}: ${body.words}`)
        case 'closed':
          return plain(colon(say('loan closed'), body.words))
      }
      break
    case 'handover':
      return body.what === 'released'
        ? plain(
            body.although.length
              ? say('released by {side} to {bodySide}, {carrier}: {counted}, although: {although}', {
                  side: side(body.from),
                  bodySide: side(body.to),
                  carrier: body.carrier ?? body.carriage,
                  counted: counted(body.items),
                  although: body.although
                    .map((a) =>
                      say('{releaseRule} was open ({because})', {
                        releaseRule: releaseRuleWords(a.rule),
                        because: a.because,
                      }),
                    )
                    .join('; '),
                })
              : say('released by {side} to {bodySide}, {carrier}: {counted}', {
                  side: side(body.from),
                  bodySide: side(body.to),
                  carrier: body.carrier ?? body.carriage,
                  counted: counted(body.items),
                }),
          )
        : plain(
            brackets(
              commas(
                say('received by {side}: {counted}', {
                  side: side(body.by),
                  counted: counted(body.items) || say('none of it'),
                }),
                body.packing !== 'in order' && say('packing {packing}', { packing: body.packing }),
              ),
              body.words,
            ),
          )
    case 'look': {
      const differing = body.zones.filter((z) => z.is === 'different')
      const left = body.zones.filter((z) => z.is === 'not looked at')
      return plain(
        semicolons(
          colon(
            say('look {stage}', { stage: stageWords[body.stage] }),
            differing.length === 0
              ? say('no difference in what was looked at')
              : differing
                  .flatMap((z) => z.differences.map((d) => `${z.zone}, ${d.how}: ${d.words}`))
                  .join('; '),
          ),
          left.length && say('not looked at: {left}', { left: list(left.map((z) => z.zone)) }),
        ),
      )
    }
    case 'difference':
      return plain(
        brackets(
          say('difference on {zone}: {is} by {side}', { zone: body.zone, is: body.is, side: side(body.by) }),
          body.words,
        ),
      )
    case 'run':
      return plain(
        colon(
          say('ran for {minutes} there, by {who}', { minutes: count(body.minutes, 'minute'), who: body.who }),
          body.symptom,
        ),
        body.started ? say('started') : say('did not start'),
      )
    case 'paper':
      return body.what === 'issued'
        ? plain(
            say('{sort} issued, paper {number}, code {code}', {
              sort: body.sort,
              number: body.number,
              code: body.code,
            }),
          )
        : plain(
            brackets(
              say('signed paper kept, signed by {by} on {on}', {
                by: list(body.by.map(side)),
                on: dayOnly(body.on),
              }),
              body.words,
            ),
          )
  }
}

export const stageWords = {
  out: say('before it leaves'),
  there: say('on arrival'),
  'before packing': say('before packing'),
  back: say('on its return'),
} as const
