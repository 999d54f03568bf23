/** iCalendar after RFC 5545: each wait as an event that rings when it is over; each day of a loan as an event of that day. */
import { clockToInstant, dayAfter, instantToMs, msToInstant, type Instant } from '#core/quantity/time.ts'
import type { WaitRow } from '#core/history/waits.ts'

export interface CalendarWait extends WaitRow {
  /** Name and number of its machine. */
  readonly machine: string
}

/** "20260303T101500Z" (RFC 5545, 3.3.5, form 2). */
const utc = (at: Instant) => msToInstant(Math.floor(instantToMs(at) / 1000) * 1000).replace(/[-:]|\.\d+/g, '')

/** TEXT escapes (3.3.11). */
const text = (words: string) =>
  words
    .replace(/\\/g, '\\\\')
    .replace(/\r?\n/g, '\\n')
    .replace(/[;,]/g, (mark) => `\\${mark}`)

/** Lines are folded at 75 octets, never inside a character (3.1). */
function folded(line: string): string {
  const encoder = new TextEncoder()
  const out: string[] = []
  let now = ''
  let octets = 0
  for (const character of line) {
    const size = encoder.encode(character).length
    if (octets + size > 75) {
      out.push(now)
      now = ' '
      octets = 1
    }
    now += character
    octets += size
  }
  return [...out, now].join('\r\n')
}

function event(wait: CalendarWait, stamp: Instant): string[] {
  const start =
    wait.everyMinutes === undefined
      ? wait.until
      : msToInstant(instantToMs(wait.from) + wait.everyMinutes * 60_000)
  return [
    'BEGIN:VEVENT',
    `UID:${wait.entry}@anamnesis.invalid`,
    `DTSTAMP:${utc(stamp)}`,
    `DTSTART:${utc(start)}`,
    'DURATION:PT5M',
    ...(wait.everyMinutes === undefined
      ? []
      : [`RRULE:FREQ=MINUTELY;INTERVAL=${wait.everyMinutes};UNTIL=${utc(wait.until)}`]),
    `SUMMARY:${text(`${wait.what}: ${wait.machine}`)}`,
    'BEGIN:VALARM',
    'ACTION:DISPLAY',
    `DESCRIPTION:${text(wait.what)}`,
    'TRIGGER:PT0S',
    'END:VALARM',
    'END:VEVENT',
  ]
}

/** Ends with CRLF, as every line does. */
const calendar = (of: string, events: readonly string[]): string =>
  [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    `PRODID:-//Anamnesis//${of}//EN`,
    'CALSCALE:GREGORIAN',
    ...events,
    'END:VCALENDAR',
    '',
  ]
    .map(folded)
    .join('\r\n')

/** The waits as one calendar; `stamp` is when it was made. */
export const waitsCalendar = (waits: readonly CalendarWait[], stamp: Instant): string =>
  calendar(
    'waits',
    waits.flatMap((w) => event(w, stamp)),
  )

/** A whole day, with what is said of it. */
export interface CalendarDay {
  /** What makes it the same event when it is read again. */
  readonly uid: string
  /** "2026-06-30" */
  readonly day: string
  readonly summary: string
}

/** Whole days as one calendar; `stamp` is when it was made. The end of a day is the next one (3.6.1). */
export const daysCalendar = (days: readonly CalendarDay[], stamp: Instant): string =>
  calendar(
    'loans',
    days.flatMap(({ uid, day, summary }) => [
      'BEGIN:VEVENT',
      `UID:${uid}@anamnesis.invalid`,
      `DTSTAMP:${utc(stamp)}`,
      `DTSTART;VALUE=DATE:${day.replace(/-/g, '')}`,
      `DTEND;VALUE=DATE:${dayAfter(day, 1).replace(/-/g, '')}`,
      `SUMMARY:${text(summary)}`,
      'TRANSP:TRANSPARENT',
      'END:VEVENT',
    ]),
  )

/** An evening of a day, in the hours of the collection's zone. */
export interface CalendarEvening extends CalendarDay {
  readonly from: string
  readonly to: string
  /** What is done on it, a line each. */
  readonly details?: readonly string[] | undefined
}

const clockUtc = (day: string, clock: string, zone: string): string => utc(clockToInstant(day, clock, zone))

/** Evenings as one calendar, each at the hour that a clock in the zone shows; `stamp` is when it was made. */
export const eveningsCalendar = (
  evenings: readonly CalendarEvening[],
  zone: string,
  stamp: Instant,
): string =>
  calendar(
    'evenings',
    evenings.flatMap(({ uid, day, from, to, summary, details = [] }) => [
      'BEGIN:VEVENT',
      `UID:${uid}@anamnesis.invalid`,
      `DTSTAMP:${utc(stamp)}`,
      `DTSTART:${clockUtc(day, from, zone)}`,
      `DTEND:${clockUtc(day, to, zone)}`,
      `SUMMARY:${text(summary)}`,
      ...(details.length > 0 ? [`DESCRIPTION:${text(details.join('\n'))}`] : []),
      'END:VEVENT',
    ]),
  )
