/** When somebody is busy, from a calendar file (RFC 5545): events that repeat are unfolded, those that are cancelled or free are not. */
import ICAL from 'ical.js'
import { zonedToMs } from '#core/quantity/time.ts'

/** Epoch ms, the end not included. */
export interface BusySpan {
  readonly fromMs: number
  readonly toMs: number
  readonly summary: string
}

/** An event that never ends is followed so many times at most. */
const mostTimes = 5000

/** Throws a RangeError when it is no calendar. Times without a zone, and whole days, are those of the collection's zone. */
export function busySpans(text: string, fromMs: number, toMs: number, zone: string): BusySpan[] {
  let calendar: ICAL.Component
  try {
    calendar = new ICAL.Component(
      ICAL.parse(text) as unknown as ConstructorParameters<typeof ICAL.Component>[0],
    )
  } catch {
    throw new RangeError('This is no calendar file.')
  }
  if (calendar.name !== 'vcalendar') throw new RangeError('This is no calendar file.')
  for (const own of calendar.getAllSubcomponents('vtimezone')) ICAL.TimezoneService.register(own)
  const msOf = (at: ICAL.Time): number =>
    at.isDate || at.zone === ICAL.Timezone.localTimezone
      ? zonedToMs(zone, at.year, at.month, at.day, at.isDate ? 0 : at.hour, at.isDate ? 0 : at.minute)
      : at.toUnixTime() * 1000
  const found: BusySpan[] = []
  const events = calendar.getAllSubcomponents('vevent').map((e) => new ICAL.Event(e))
  // Single times of an event that were moved or called off stand apart, under its id.
  const apart = events.filter((e) => e.isRecurrenceException())
  for (const one of events.filter((e) => !e.isRecurrenceException())) {
    if (!holdsTime(one.component)) continue
    for (const own of apart) if (own.uid === one.uid) one.relateException(own)
    const add = (event: ICAL.Event, start: ICAL.Time, end: ICAL.Time) => {
      const span = { fromMs: msOf(start), toMs: msOf(end), summary: event.summary ?? '' }
      if (holdsTime(event.component) && span.toMs > fromMs && span.fromMs < toMs) found.push(span)
    }
    if (!one.isRecurring()) {
      add(one, one.startDate, one.endDate)
      continue
    }
    const times = one.iterator()
    for (let n = 0; n < mostTimes; n++) {
      const next = times.next() as ICAL.Time | null
      if (!next || msOf(next) >= toMs) break
      const { item, startDate, endDate } = one.getOccurrenceDetails(next)
      add(item, startDate, endDate)
    }
  }
  return found.sort((a, b) => a.fromMs - b.fromMs)
}

const holdsTime = (event: ICAL.Component): boolean =>
  String(event.getFirstPropertyValue('status') ?? '').toUpperCase() !== 'CANCELLED' &&
  String(event.getFirstPropertyValue('transp') ?? '').toUpperCase() !== 'TRANSPARENT'
