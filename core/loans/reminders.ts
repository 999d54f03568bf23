/** What a loan reminds of, and when. Days are calendar days in the zone of the house; nothing here names who or what. */
import type { LoanFile } from '#core/history/loan-state.ts'
import { dayAfter, type Instant } from '#core/quantity/time.ts'
import { termsInForce } from './agreement.ts'
import { loanState } from './state.ts'

/** A day that stands in a calendar: number and date, and what falls on it. */
export interface LoanDay {
  readonly loan: string
  readonly number?: string | undefined
  readonly what: 'due back' | 'cover ends'
  readonly day: string
}

/** Days of a loan that is not over: when it is due, and when its cover ends. */
export function loanDays(file: LoanFile, now: Instant, zone: string): LoanDay[] {
  const state = loanState(file, now, zone)
  if (['closed', 'declined', 'back', 'asked'].includes(state.shown)) return []
  const base = { loan: file.id, number: file.asked?.body.number }
  const until = termsInForce(file)?.body.cover.until
  return [
    ...(state.due ? [{ ...base, what: 'due back' as const, day: state.due }] : []),
    ...(until ? [{ ...base, what: 'cover ends' as const, day: until }] : []),
  ]
}

/** Days before a date on which somebody is reminded of it; after a due day that has passed, once a week. */
export const remindedBefore = [14, 3] as const
const everyDays = 7

export interface Reminder extends LoanDay {
  /** The day on which it is sent. */
  readonly on: string
}

const daysBetween = (from: string, to: string): number =>
  Math.round((Date.parse(`${to}T12:00:00Z`) - Date.parse(`${from}T12:00:00Z`)) / 86_400_000)

/**
 * What is sent on a day or was to be sent in the days before, the last of each: a server that was off for a week says it once.
 */
export function remindersOn(days: readonly LoanDay[], today: string): Reminder[] {
  return days.flatMap((due) => {
    const left = daysBetween(today, due.day)
    const before = [...remindedBefore].reverse().find((n) => left <= n && left >= 0)
    if (before !== undefined) return [{ ...due, on: dayAfter(due.day, -before) }]
    if (left >= 0 || due.what !== 'due back') return []
    const weeks = Math.floor((-left - 1) / everyDays)
    return [{ ...due, on: dayAfter(due.day, 1 + weeks * everyDays) }]
  })
}
