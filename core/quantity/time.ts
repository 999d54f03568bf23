/**
 * Time as the record knows it: intervals of instants, in UTC, as canonical ISO 8601 text ("2026-03-03T19:02:00.000Z").
 * Canonical text sorts as time does, so the fold compares strings and parses nothing.
 */
import { TZDate } from '@date-fns/tz'

/** Canonical UTC instant with milliseconds. */
export type Instant = string

/** [earliest, latest]; earliest null = before everything that is recorded. An instant has both equal. */
export interface Interval {
  readonly earliest: Instant | null
  readonly latest: Instant
}

export const isPoint = (at: Interval): boolean => at.earliest === at.latest
export const pointAt = (instant: Instant): Interval => ({ earliest: instant, latest: instant })

export const msToInstant = (epochMs: number): Instant => new Date(epochMs).toISOString()
export const instantToMs = (instant: Instant): number => Date.parse(instant)
export const daysBetween = (from: Instant, to: Instant): number =>
  (instantToMs(to) - instantToMs(from)) / 86_400_000

/** Text by which the line is sorted: unknown beginnings come first. */
export const sortKey = (at: Interval): string => at.earliest ?? ''

/** Local calendar fields of an instant in an IANA zone. Throws RangeError for an unknown zone. */
export function zonedFields(epochMs: number, zone: string) {
  const at = new TZDate(epochMs, zone)
  if (Number.isNaN(at.getFullYear())) throw new RangeError(`${zone} is no time zone`)
  return {
    year: at.getFullYear(),
    month: at.getMonth() + 1,
    day: at.getDate(),
    hour: at.getHours(),
    minute: at.getMinutes(),
    second: at.getSeconds(),
  }
}

/** Days in 400 years, after which the calendar repeats itself. */
const cycleMs = 146_097 * 86_400_000

/**
 * Epoch ms of a local wall time in a zone. In the hour that is skipped when the clock is put forward it is the instant that an
 * unchanged clock would show; in the hour that is read twice, the first reading. Years below 100 are those years.
 */
export function zonedToMs(
  zone: string,
  year: number,
  month: number,
  day: number,
  hour = 0,
  minute = 0,
): number {
  // Two digits would be taken for a year of the twentieth century.
  if (year >= 0 && year < 100) return zonedToMs(zone, year + 400, month, day, hour, minute) - cycleMs
  const at = new TZDate(year, month - 1, day, hour, minute, zone)
  const ms = at.getTime()
  const skipped = hour * 60 + minute - (at.getHours() * 60 + at.getMinutes())
  return skipped > 0 &&
    skipped <= 120 &&
    at.getDate() === new Date(Date.UTC(year, month - 1, day)).getUTCDate()
    ? ms + skipped * 60_000
    : ms
}

/** A calendar day in the collection's zone, as an interval of instants (its last millisecond included). */
export function dayInterval(day: string, zone: string): Interval {
  const [year = 1970, month = 1, date = 1] = day.split('-').map(Number)
  const start = zonedToMs(zone, year, month, date)
  const end = zonedToMs(zone, year, month, date + 1) - 1
  return { earliest: msToInstant(start), latest: msToInstant(end) }
}

/** Whether a text is a calendar day that exists, "2026-06-30". */
/** The instant at which a clock of the zone shows "19:30" on a day. */
export function clockToInstant(day: string, clock: string, zone: string): Instant {
  const [year = 0, month = 1, date = 1] = day.split('-').map(Number)
  const [hour = 0, minute = 0] = clock.split(':').map(Number)
  return msToInstant(zonedToMs(zone, year, month, date, hour, minute))
}

export const isDay = (text: string): boolean => {
  const at = /^\d{4}-\d\d-\d\d$/.test(text) ? new Date(`${text}T00:00:00.000Z`) : undefined
  return at !== undefined && !Number.isNaN(at.getTime()) && at.toISOString().startsWith(text)
}

/** So many days after a calendar day; before it when negative. */
export const dayAfter = (day: string, days: number): string =>
  new Date(Date.parse(`${day}T00:00:00.000Z`) + days * 86_400_000).toISOString().slice(0, 10)

/** The local day of an instant, "2026-03-03". */
export function dayOf(instant: Instant, zone: string): string {
  const at = zonedFields(instantToMs(instant), zone)
  return `${at.year}-${String(at.month).padStart(2, '0')}-${String(at.day).padStart(2, '0')}`
}

/** The local time of day, "19:02". */
export function clockOf(instant: Instant, zone: string): string {
  const at = zonedFields(instantToMs(instant), zone)
  return `${String(at.hour).padStart(2, '0')}:${String(at.minute).padStart(2, '0')}`
}

/**
 * An EDTF date (ISO 8601-2:2019, level 0 and the level 1 forms that workshops use) as an interval:
 * "1984", "1984-03", "1984-03-02", "1984?", "1984~", "198X", "19XX", "1984-XX", "1984-03-XX", "1981/1984", "../1991",
 * "1991/..", "/1991", "1985-04-12T23:20:30+04:30". Seasons, years before the common era and years of more than four digits are
 * refused on purpose: no machine is dated by them. Undefined when the text is none of these. An open end reaches to `latest`.
 */
export function edtfToInterval(text: string, zone: string, latest: Instant): Interval | undefined {
  const clamp = (at: Interval): Interval => ({
    earliest: at.earliest,
    latest: at.latest > latest ? latest : at.latest,
  })
  const slash = text.split('/')
  if (slash.length === 2) {
    const [left = '', right = ''] = slash
    const from = left === '' || left === '..' ? null : edtfToInterval(left, zone, latest)
    const to = right === '' || right === '..' ? undefined : edtfToInterval(right, zone, latest)
    if (from === undefined || (right !== '' && right !== '..' && !to)) return undefined
    const whole = { earliest: from ? from.earliest : null, latest: to ? to.latest : latest }
    return whole.earliest !== null && whole.earliest > whole.latest ? undefined : clamp(whole)
  }
  const timed = timeOfDay(text, zone)
  if (timed !== undefined) return clamp(pointAt(timed))
  const match = /^(\d{4}|\d{3}X|\d{2}XX)(?:-(\d\d|XX))?(?:-(\d\d|XX))?[?~%]?$/.exec(text)
  if (!match) return undefined
  const [, yearText = '', monthSaid, daySaid] = match
  // A month that is not known leaves its day unknown, too.
  if (monthSaid === 'XX' && daySaid !== undefined && daySaid !== 'XX') return undefined
  const [monthText, dayText] = [
    monthSaid === 'XX' ? undefined : monthSaid,
    daySaid === 'XX' ? undefined : daySaid,
  ]
  if (yearText.includes('X')) {
    if (monthSaid) return undefined
    const first = Number(yearText.replaceAll('X', '0'))
    const last = Number(yearText.replaceAll('X', '9'))
    return clamp({
      earliest: msToInstant(zonedToMs(zone, first, 1, 1)),
      latest: msToInstant(zonedToMs(zone, last + 1, 1, 1) - 1),
    })
  }
  const year = Number(yearText)
  const month = monthText ? Number(monthText) : undefined
  const day = dayText ? Number(dayText) : undefined
  if (month !== undefined && (month < 1 || month > 12)) return undefined
  if (day !== undefined && (day < 1 || day > new Date(Date.UTC(year, month ?? 1, 0)).getUTCDate()))
    return undefined
  const start = zonedToMs(zone, year, month ?? 1, day ?? 1)
  const end = day
    ? zonedToMs(zone, year, month ?? 1, day + 1)
    : month
      ? zonedToMs(zone, year, month + 1, 1)
      : zonedToMs(zone, year + 1, 1, 1)
  return clamp({ earliest: msToInstant(start), latest: msToInstant(end - 1) })
}

/** A date with its time (level 0): with "Z" or a shift from it, else in the zone of the house. Undefined for any other text. */
function timeOfDay(text: string, zone: string): Instant | undefined {
  const match = /^(\d{4})-(\d\d)-(\d\d)T(\d\d):(\d\d):(\d\d)(Z|[+-]\d\d(?::\d\d)?)?$/.exec(text)
  if (!match) return undefined
  const [year = 0, month = 0, day = 0, hour = 0, minute = 0, second = 0] = match.slice(1, 7).map(Number)
  const shift = match[7]
  if (
    hour > 23 ||
    minute > 59 ||
    second > 59 ||
    !edtfToInterval(text.slice(0, 10), 'UTC', '9999-12-31T23:59:59.999Z')
  )
    return undefined
  if (shift === undefined) return msToInstant(zonedToMs(zone, year, month, day, hour, minute) + second * 1000)
  const whole = shift === 'Z' ? 'Z' : shift.length === 3 ? `${shift}:00` : shift
  return msToInstant(Date.parse(`${text.slice(0, 19)}${whole}`))
}

/** Whether a text is one of the EDTF forms that `edtfToInterval` reads. */
export const isEdtf = (text: string): boolean =>
  text !== '/' && edtfToInterval(text, 'UTC', '9999-12-31T23:59:59.999Z') !== undefined
