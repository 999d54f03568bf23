/** Calendar files as people have them (RFC 5545): repeated, moved, called off, whole days, over the change of the clocks. */
import ICAL from 'ical.js'
import { describe, expect, it } from 'vitest'
import { fallsOn } from '#core/plan/evenings.ts'
import { clockToInstant, dayAfter, instantToMs, msToInstant } from '#core/quantity/time.ts'
import { busySpans } from './calendar-in.ts'

const zone = 'Europe/Oslo'
const from = Date.parse('2026-10-01T00:00:00.000Z')
const to = Date.parse('2026-12-31T00:00:00.000Z')
const oslo = `BEGIN:VTIMEZONE
TZID:Europe/Oslo
BEGIN:DAYLIGHT
DTSTART:19810329T020000
TZOFFSETFROM:+0100
TZOFFSETTO:+0200
RRULE:FREQ=YEARLY;BYMONTH=3;BYDAY=-1SU
END:DAYLIGHT
BEGIN:STANDARD
DTSTART:19961027T030000
TZOFFSETFROM:+0200
TZOFFSETTO:+0100
RRULE:FREQ=YEARLY;BYMONTH=10;BYDAY=-1SU
END:STANDARD
END:VTIMEZONE`
const file = (events: string) =>
  `BEGIN:VCALENDAR\nVERSION:2.0\nPRODID:-//nobody//by hand//EN\n${oslo}\n${events}\nEND:VCALENDAR\n`.replaceAll(
    '\n',
    '\r\n',
  )
const event = (lines: string, uid = 'a@b.invalid') =>
  `BEGIN:VEVENT\nUID:${uid}\nDTSTAMP:20260901T000000Z\n${lines}\nEND:VEVENT`
const spans = (events: string) =>
  busySpans(file(events), from, to, zone).map(
    (s) => `${msToInstant(s.fromMs).slice(0, 16)} ${msToInstant(s.toMs).slice(11, 16)}`,
  )

describe('when somebody is busy', () => {
  it('every week at the same hour of the clock, before and after the clocks change', () => {
    // Central European Time begins on 25 October 2026.
    expect(
      spans(
        event(
          'DTSTART;TZID=Europe/Oslo:20261015T190000\nDTEND;TZID=Europe/Oslo:20261015T203000\nRRULE:FREQ=WEEKLY;COUNT=3\nSUMMARY:choir',
        ),
      ),
    ).toEqual(['2026-10-15T17:00 18:30', '2026-10-22T17:00 18:30', '2026-10-29T18:00 19:30'])
  })
  it('not on days that are left out, called off or free, and where one was moved to', () => {
    const choir = event(
      'DTSTART:20261105T180000Z\nDTEND:20261105T190000Z\nRRULE:FREQ=WEEKLY;COUNT=4\nEXDATE:20261112T180000Z\nSUMMARY:choir',
    )
    const moved = event(
      'RECURRENCE-ID:20261119T180000Z\nDTSTART:20261120T180000Z\nDTEND:20261120T190000Z\nSUMMARY:choir',
    )
    const off = event(
      'RECURRENCE-ID:20261126T180000Z\nDTSTART:20261126T180000Z\nDTEND:20261126T190000Z\nSTATUS:CANCELLED',
    )
    const free = event('DTSTART:20261201T180000Z\nDTEND:20261201T190000Z\nTRANSP:TRANSPARENT', 'c@d.invalid')
    expect(spans([choir, moved, off, free].join('\n'))).toEqual([
      '2026-11-05T18:00 19:00',
      '2026-11-20T18:00 19:00',
    ])
  })
  it('whole days and times without a zone by the clock of the house', () => {
    expect(
      spans(
        [
          event('DTSTART;VALUE=DATE:20261210\nDTEND;VALUE=DATE:20261212', 'x@y.invalid'),
          event('DTSTART:20261016T190000\nDURATION:PT45M'),
        ].join('\n'),
      ),
    ).toEqual(['2026-10-16T17:00 17:45', '2026-12-09T23:00 23:00'])
  })
  it('refuses what is no calendar', () => {
    for (const text of ['', 'hello', 'BEGIN:VCARD\r\nEND:VCARD\r\n'])
      expect(() => busySpans(text, from, to, zone)).toThrow('This is no calendar file.')
  })
})

describe('evenings that repeat', () => {
  it('fall when an independent reader of the same rule has them, over the change of the clocks', () => {
    for (const everyWeeks of [1, 2, 3]) {
      const series = { weekday: 4, everyWeeks, first: '2026-03-05', from: '18:30', to: '21:30' }
      const days = Array.from({ length: 300 }, (_, n) => dayAfter('2026-03-05', n)).filter((d) =>
        fallsOn(series, d),
      )
      const own = days.map((d) => instantToMs(clockToInstant(d, '18:30', zone)))
      const calendar = new ICAL.Component(
        ICAL.parse(
          file(
            event(
              `DTSTART;TZID=Europe/Oslo:20260305T183000\nDURATION:PT3H\nRRULE:FREQ=WEEKLY;INTERVAL=${everyWeeks}`,
            ),
          ),
        ) as unknown as ConstructorParameters<typeof ICAL.Component>[0],
      )
      for (const z of calendar.getAllSubcomponents('vtimezone')) ICAL.TimezoneService.register(z)
      const times = new ICAL.Event(calendar.getFirstSubcomponent('vevent') ?? undefined).iterator()
      const theirs = own.map(() => (times.next() as ICAL.Time).toUnixTime() * 1000)
      expect(own).toEqual(theirs)
    }
  })
})
