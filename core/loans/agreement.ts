/** What both sides agreed to: derived from versions of the terms and from the answers to them, never typed. */
import type { LoanFile, Side, Terms } from '#core/history/loan-state.ts'
import { dayAfter, dayOf } from '#core/quantity/time.ts'

export type Agreement =
  | 'asked'
  | 'agreed'
  /** The newest terms are not agreed to by both; older ones that are still hold. */
  | 'changed, not agreed'
  | 'declined'
  | 'recalled'
  | 'closed'

/** The last word of a side on a version: true, false, or not said. */
export const answerOf = (file: LoanFile, terms: string, side: Side): boolean | undefined =>
  file.answers.findLast((a) => a.body.terms === terms && a.body.by === side)?.body.agreed

const bothAgree = (file: LoanFile, terms: Terms): boolean =>
  file.asked !== undefined &&
  answerOf(file, terms.id, 'house') === true &&
  answerOf(file, terms.id, file.asked.body.with) === true

/** The terms that hold: the newest version that both sides agreed to. */
export const termsInForce = (file: LoanFile): Terms | undefined =>
  file.terms.findLast((terms) => bothAgree(file, terms))

/** The day by which all is to be back: of the terms in force, or earlier where it was recalled. */
export function dueDay(file: LoanFile): string | undefined {
  const agreed = termsInForce(file)?.body.to
  const recalled = file.recalls.at(-1)?.body.homeBy
  return [agreed, recalled].filter((d) => d !== undefined).sort()[0]
}

/** The earliest day for which it can be recalled on a day, by the notice of the terms in force. */
export const recallDay = (file: LoanFile, today: string): string =>
  dayAfter(today, termsInForce(file)?.body.noticeDays ?? 0)

/** `out`: whether something of it is away. */
export function agreementOf(file: LoanFile, out: boolean): Agreement {
  if (file.closed) return 'closed'
  const newest = file.terms.at(-1)
  const declined = newest && file.answers.some((a) => a.body.terms === newest.id && !a.body.agreed)
  if (declined && !out && !termsInForce(file)) return 'declined'
  if (file.recalls.length > 0 && out) return 'recalled'
  if (!newest) return 'asked'
  if (bothAgree(file, newest)) return 'agreed'
  return file.answers.some((a) => a.body.terms !== newest.id && a.body.agreed)
    ? 'changed, not agreed'
    : 'asked'
}

/** Whether the day of a due date is over in the zone of the house. */
export const isOver = (day: string, now: string, zone: string): boolean => dayOf(now, zone) > day
