/** When waits ring, and the calendar read back by an independent parser. */
import ICAL from 'ical.js'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { waitsCalendar } from '#core/formats/calendar.ts'
import type { EntryId } from '#core/ids.ts'
import { instantToMs, msToInstant } from '#core/quantity/time.ts'
import { home, twoTerminals } from '#core/testing/terminal.ts'
import { openWaits, waitRows } from '#core/history/status.ts'
import { lastRing, nextRing, type WaitRow } from './waits.ts'

const from = '2026-03-03T10:00:00.000Z'
const at = (minutes: number) => msToInstant(instantToMs(from) + minutes * 60_000)
const ms = (minutes: number) => instantToMs(at(minutes))
const once: WaitRow = {
  entry: '018f0000-0000-7000-8000-000000000001' as EntryId,
  what: 'case drying',
  from,
  until: at(90),
}
const again: WaitRow = {
  ...once,
  entry: '018f0000-0000-7000-8000-000000000002' as EntryId,
  what: 'brush, turn; look',
  everyMinutes: 15,
}

describe('a wait', () => {
  it('rings once, at its end', () => {
    expect(nextRing(once, ms(10))).toBe(at(90))
    expect(nextRing(once, ms(90))).toBeUndefined()
    expect(lastRing(once, 0, ms(89))).toBeUndefined()
    expect(lastRing(once, 0, ms(91))).toBe(at(90))
    expect(lastRing(once, ms(90), ms(91))).toBeUndefined()
  })
  it('rings every quarter of an hour until it is over', () => {
    expect(nextRing(again, ms(0))).toBe(at(15))
    expect(nextRing(again, ms(15))).toBe(at(30))
    expect(nextRing(again, ms(89))).toBe(at(90))
    expect(lastRing(again, ms(14), ms(16))).toBe(at(15))
    expect(lastRing(again, ms(15), ms(16))).toBeUndefined()
    expect(lastRing({ ...again, until: at(50) }, ms(46), ms(55))).toBe(at(50))
  })
  it('rings next exactly where it then rang last, whatever its beat', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 240 }),
        fc.integer({ min: 1, max: 1000 }),
        fc.integer({ min: 0, max: 999 }),
        (every, length, now) => {
          const wait = { ...again, everyMinutes: every, until: at(length) }
          const next = nextRing(wait, ms(now))
          if (next === undefined) return length <= now
          return instantToMs(next) > ms(now) && lastRing(wait, ms(now), instantToMs(next)) === next
        },
      ),
    )
  })
  it('is open until its time is out or somebody ends it, and asks for a hand for half a day', () => {
    const { t, episode } = twoTerminals('2026-04-01T12:00:00.000Z')
    const began = '2026-04-01T10:00:00.000Z'
    const wait = t.told(
      began,
      { kind: 'wait', machine: home, what: 'card drying', until: '2026-04-02T10:00:00.000Z' },
      { episode },
    )
    t.told(
      began,
      { kind: 'wait', machine: home, what: 'keys steeping', until: '2026-04-01T11:00:00.000Z' },
      { episode },
    )
    const machine = () => t.world().machines.get(home)!
    expect(openWaits(t.world(), machine()).map((w) => w.what)).toEqual(['card drying'])
    expect(waitRows(t.world(), machine()).map((w) => w.what)).toEqual(['card drying', 'keys steeping'])
    t.told(
      '2026-04-01T11:30:00.000Z',
      { kind: 'wait', machine: home, over: wait.id, words: 'dry to the touch' },
      { episode },
    )
    expect(openWaits(t.world(), machine())).toEqual([])
  })
})

describe('the calendar', () => {
  const text = waitsCalendar(
    [
      { ...once, machine: 'Ångstrøm désk calculator with a very long name indeed, number E2026-104' },
      { ...again, machine: 'Corvel 88; terminal' },
    ],
    at(1),
  )
  const events = new ICAL.Component(ICAL.parse(text) as unknown[])
    .getAllSubcomponents('vevent')
    .map((v) => new ICAL.Event(v))
  it('is read by an independent parser of RFC 5545 with the times and words that went in', () => {
    expect(events.map((e) => e.startDate.toJSDate().toISOString())).toEqual([at(90), at(15)])
    expect(events.map((e) => e.summary)).toEqual([
      'case drying: Ångstrøm désk calculator with a very long name indeed, number E2026-104',
      'brush, turn; look: Corvel 88; terminal',
    ])
    expect(new Set(events.map((e) => e.uid)).size).toBe(2)
  })
  it('repeats what rings again, as often as it does here', () => {
    const times = events[1]!.iterator()
    const all: string[] = []
    for (let next = times.next() as ICAL.Time | null; next; next = times.next() as ICAL.Time | null)
      all.push(next.toJSDate().toISOString())
    expect(all).toEqual([15, 30, 45, 60, 75, 90].map(at))
  })
  it('has lines of at most 75 octets, each ended by CRLF (3.1)', () => {
    expect(text.endsWith('END:VCALENDAR\r\n')).toBe(true)
    for (const line of text.split('\r\n'))
      expect(new TextEncoder().encode(line).length).toBeLessThanOrEqual(75)
  })
})
