/** What is said of loans: their states, what bars a release, entries of the log, who had it between two looks. */
import type { Body, BodyOf } from '#core/history/bodies/index.ts'
import { leavesHouse } from '#core/history/loan-ways.ts'
import type { Holder } from '#core/loans/compare.ts'
import type { ReleaseAnswer, ReleaseRule } from '#core/loans/release.ts'
import type { LoanRow } from '#core/views/loan-shape.ts'
import type { LoanMark, LoanShown } from '#core/loans/state.ts'
import type { EntryNames, EntryWords } from './names.ts'
import { count, list } from './lists.ts'
import { dayOnly } from './dates.ts'
import { moneyWords } from './money.ts'

const shownWords: Readonly<Record<LoanShown, string>> = {
  closed: 'closed',
  declined: 'declined',
  overdue: 'overdue',
  'partly back': 'partly back',
  back: 'back, not closed',
  'lent on': 'lent on',
  there: 'there',
  'handed over': 'handed over for good',
  'under way': 'on its way',
  agreed: 'agreed',
  decided: 'decided',
  asked: 'asked for',
}

/** How a loan stands: what is lent to us, or here for repair, is “here” where ours would be “there”. */
export const stateWords = ({ shown, way }: Pick<LoanRow, 'shown' | 'way'>): string =>
  shown === 'there' && !leavesHouse(way) ? 'here' : shownWords[shown]

export const wayWords = {
  out: 'loan out',
  in: 'loan in',
  repair: 'repair for an owner',
  transfer: 'transfer to another collection',
  disposal: 'disposal',
} as const

const ruleWords: Readonly<Record<ReleaseRule, string>> = {
  decided: 'Somebody entitled decided that it goes',
  agreed: 'Both sides agreed to the same terms',
  cover: 'Cover reaches 14 days past the due date',
  consent: 'The owner agreed to the loan',
  mains: 'The mains there suit the machine',
  television: 'The television there suits the machine',
  'condition noted': 'Its condition was looked at before it leaves',
  'ready to travel': 'It is made ready to be carried',
  'handover sheet': 'The handover sheet goes with it',
}
export const releaseRuleWords = (rule: string): string => ruleWords[rule as ReleaseRule] ?? rule

/** What a rule asks for that is not met: the fact, and what would meet it. */
export function releaseAnswerWords({ rule, is, about, asks }: ReleaseAnswer): string {
  switch (rule) {
    case 'decided':
      return 'Who decided that it goes, and when, is not recorded: the board’s minute, or the letter.'
    case 'agreed':
      return about.includes('changed')
        ? 'The terms were changed, and the new ones are not agreed by both sides.'
        : 'No terms are agreed by both sides.'
    case 'cover':
      return is === 'not known'
        ? 'No terms are agreed, so the cover is not known.'
        : about[0] === 'none'
          ? 'The terms name no cover. A steward may release it with a reason.'
          : `Cover is needed until ${dayOnly(about[0] ?? '')}. Extend it in new terms, or a steward releases it with a reason.`
    case 'consent':
      return `The owner’s word on lending is not recorded: ${list(about)}. Record it as told, by whom and how.`
    case 'mains':
      return is === 'not known'
        ? `Not known whether the mains there suit it: ${list(about)}. Say what the venue has, name a transformer, or agree that it is not to be run.`
        : `The mains there differ: ${list(about)}. Name the transformer, or agree that it is not to be run.`
    case 'television':
      return is === 'not known'
        ? `The television there is not recorded: ${list(about)} needs one.`
        : `The television there differs: ${list(about)}.`
    case 'condition noted':
      return `No look before it leaves is recorded: ${list(about)}. Without it, nobody can say where a new mark comes from.`
    case 'ready to travel':
      return `Not recorded for this journey: ${list(
        (asks ?? []).map((a) => (about.length > 1 ? `${a.what} (${a.name})` : a.what)),
        8,
      )}. Record each when it is done, or a steward releases it with a reason.`
    case 'handover sheet':
      return `No handover sheet is issued: ${list(about)}. Issue it under Papers, or record that one was made by hand.`
  }
}

export function markWords(mark: LoanMark): string {
  switch (mark.mark) {
    case 'recalled':
      return 'recalled'
    case 'changed, not agreed':
      return 'terms changed, not agreed'
    case 'short':
      return `short: ${list(mark.items.map((i) => (i.of === 1 ? i.item : `${i.n} of ${i.of} ${i.item}`)))}${mark.boxes.length ? ` (${list(mark.boxes.map((b) => `box ${b}`))})` : ''}`
    case 'difference open':
      return `${count(mark.n, 'difference')} to agree on`
    case 'disputed':
      return `${count(mark.n, 'difference')} disputed`
    case 'cover ends':
      return `cover ends ${dayOnly(mark.day)}`
    case 'question':
      return mark.of === 'house' ? 'a question to this collection' : 'a question to the other side'
    case 'beyond the limit':
      return 'more spent than the owner agreed to'
    case 'incident':
      return count(mark.n, 'incident')
  }
}

const carriages: Readonly<Record<string, string>> = {
  'by hand': 'whoever carried it',
  vehicle: 'the driver',
  post: 'the post',
}
export const holderWords = (holder: Holder, names: Readonly<Record<string, string>>): string =>
  'carrier' in holder
    ? (carriages[holder.carrier] ?? holder.carrier)
    : holder.side === 'house'
      ? 'this collection'
      : (names[holder.side] ?? 'the other side')

type LoanKinds = 'loan' | 'handover' | 'look' | 'difference' | 'run' | 'paper'
export const isLoanBody = (body: Body): body is BodyOf<LoanKinds> =>
  ['loan', 'handover', 'look', 'difference', 'run', 'paper'].includes(body.kind)

/** A line of the log. */
export function loanEntry(body: BodyOf<LoanKinds>, { labels }: EntryNames): EntryWords {
  const plain = (what: string, result = ''): EntryWords => ({ what, result, proof: false })
  const side = (who: string) => (who === 'house' ? 'this collection' : (labels[who] ?? 'the other side'))
  const counted = (items: readonly { readonly item: string; readonly n: number }[]) =>
    list(items.filter((i) => i.n > 0).map((i) => (i.n === 1 ? i.item : `${i.n} × ${i.item}`)))
  switch (body.kind) {
    case 'loan':
      switch (body.what) {
        case 'asked':
          return plain(
            `${wayWords[body.way]} asked for${body.number ? `, ${body.number}` : ''}, with ${side(body.with)}: ${counted(body.items)}; ${body.purpose}${body.authority ? `; decided: ${body.authority}` : ''}`,
          )
        case 'terms':
          return plain(
            `terms: ${dayOnly(body.from)} to ${dayOnly(body.to)}, ${body.run.who}${body.cover.value ? `, cover ${moneyWords(body.cover.value)}` : ''}`,
          )
        case 'answered':
          return plain(
            `${side(body.by)} ${body.agreed ? 'agreed to' : 'declined'} the terms (${body.how})${body.words ? `: ${body.words}` : ''}`,
          )
        case 'recalled':
          return plain(`recalled, home by ${dayOnly(body.homeBy)}: ${body.reason}`)
        case 'accounted':
          return plain(
            `${body.n === 1 ? '' : `${body.n} × `}${body.item} accounted for, ${body.as}: ${body.words}`,
          )
        case 'spent':
          return plain(
            `${body.amount ? `${moneyWords(body.amount)} ` : ''}spent on ${body.on}${body.although ? `, past the limit: ${body.although}` : ''}`,
          )
        case 'said':
          return plain(`${side(body.by)} ${body.asks ? 'asked' : 'wrote'}: ${body.words}`)
        case 'closed':
          return plain(`loan closed${body.words ? `: ${body.words}` : ''}`)
      }
      break
    case 'handover':
      return body.what === 'released'
        ? plain(
            `released by ${side(body.from)} to ${side(body.to)}, ${body.carrier ?? body.carriage}: ${counted(body.items)}${body.although.length ? `, although: ${body.although.map((a) => `${releaseRuleWords(a.rule)} was open (${a.because})`).join('; ')}` : ''}`,
          )
        : plain(
            `received by ${side(body.by)}: ${counted(body.items) || 'none of it'}${body.packing === 'in order' ? '' : `, packing ${body.packing}`}${body.words ? ` (${body.words})` : ''}`,
          )
    case 'look': {
      const differing = body.zones.filter((z) => z.is === 'different')
      const left = body.zones.filter((z) => z.is === 'not looked at')
      return plain(
        `look ${stageWords[body.stage]}: ${differing.length === 0 ? 'no difference in what was looked at' : differing.flatMap((z) => z.differences.map((d) => `${z.zone}, ${d.how}: ${d.words}`)).join('; ')}${left.length ? `; not looked at: ${list(left.map((z) => z.zone))}` : ''}`,
      )
    }
    case 'difference':
      return plain(
        `difference on ${body.zone}: ${body.is} by ${side(body.by)}${body.words ? ` (${body.words})` : ''}`,
      )
    case 'run':
      return plain(
        `ran for ${count(body.minutes, 'minute')} there, by ${body.who}${body.symptom ? `: ${body.symptom}` : ''}`,
        body.started ? 'started' : 'did not start',
      )
    case 'paper':
      return body.what === 'issued'
        ? plain(`${body.sort} issued, paper ${body.number}, code ${body.code}`)
        : plain(
            `signed paper kept, signed by ${list(body.by.map(side))} on ${dayOnly(body.on)}${body.words ? ` (${body.words})` : ''}`,
          )
  }
}

export const stageWords = {
  out: 'before it leaves',
  there: 'on arrival',
  'before packing': 'before packing',
  back: 'on its return',
} as const
