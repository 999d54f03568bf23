/** Dates and times as the interface writes them: "3 Mar 2026", "19:02", in the collection's zone. */
import { count, paragraph } from './lists.ts'
import { say } from './say.ts'
import { instantToMs, isPoint, zonedFields, type Instant, type Interval } from '#core/quantity/time.ts'

const months = [
  say('Jan'),
  say('Feb'),
  say('Mar'),
  say('Apr'),
  say('May'),
  say('Jun'),
  say('Jul'),
  say('Aug'),
  say('Sep'),
  say('Oct'),
  say('Nov'),
  say('Dec'),
]
const two = (n: number) => String(n).padStart(2, '0')

export function dayWords(instant: Instant, zone: string): string {
  const at = zonedFields(instantToMs(instant), zone)
  return `${at.day} ${months[at.month - 1]} ${at.year}`
}

/** A calendar day as it is written, with its year. */
export const dayOnly = (day: string): string => dayWords(`${day}T12:00:00.000Z`, 'UTC')

/** "3 Mar" within the year of `now`, "3 Mar 2024" before it. */
export function shortDay(instant: Instant, now: Instant, zone: string): string {
  const at = zonedFields(instantToMs(instant), zone)
  const year = zonedFields(instantToMs(now), zone).year
  return at.year === year
    ? `${at.day} ${months[at.month - 1]}`
    : `${at.day} ${months[at.month - 1]} ${at.year}`
}

export function clockWords(instant: Instant, zone: string): string {
  const at = zonedFields(instantToMs(instant), zone)
  return `${two(at.hour)}:${two(at.minute)}`
}

/** "19:02" for an instant, the day or the span for an interval, "unknown" for no beginning. */
export function whenWords(at: Interval, now: Instant, zone: string): string {
  if (isPoint(at)) return clockWords(at.latest, zone)
  if (at.earliest === null) return say('before {latest}', { latest: shortDay(at.latest, now, zone) })
  const from = shortDay(at.earliest, now, zone)
  const to = shortDay(at.latest, now, zone)
  return from === to ? from : `${from} – ${to}`
}

/** Time in which nothing is recorded, left out of a drawing: "14 months cut out". */
export const cutOutWords = (days: number): string => {
  const length =
    days < 60
      ? count(Math.round(days), 'day')
      : days < 700
        ? count(Math.round(days / 30.4375), 'month')
        : count(Math.round(days / 365.25), 'year')
  return say('{length} cut out', { length })
}

/** “45 min left”, “3 h 20 min left”, “20 h left”, “4 days left”; undefined when it is over. */
export function leftWords(until: Instant, nowMs: number): string | undefined {
  const ms = instantToMs(until) - nowMs
  if (ms <= 0) return undefined
  const minutes = Math.ceil(ms / 60_000)
  const left =
    minutes < 10 * 60
      ? durationWords(minutes)
      : minutes < 48 * 60
        ? durationWords(Math.round(minutes / 60) * 60)
        : count(Math.round(minutes / 1440), 'day')
  return say('{left} left', { left })
}

/** A length of time in minutes: "40 min", "1 h 30 min", "24 h". */
export function durationWords(minutes: number): string {
  const hours = Math.floor(minutes / 60)
  const over = minutes % 60
  return paragraph(hours && `${hours} h`, (over > 0 || !hours) && say('{n} min', { n: over }))
}
