import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { instantSchema, intervalSchema } from './schemas.ts'
import {
  clockOf,
  dayInterval,
  dayOf,
  edtfToInterval,
  isPoint,
  pointAt,
  zonedFields,
  zonedToMs,
} from './time.ts'

const zone = 'Europe/Oslo'
const latest = '2026-11-25T12:00:00.000Z'

describe('days in the collection’s zone', () => {
  it('begin and end at local midnight, in summer and winter', () => {
    expect(dayInterval('2026-07-01', zone)).toEqual({
      earliest: '2026-06-30T22:00:00.000Z',
      latest: '2026-07-01T21:59:59.999Z',
    })
    expect(dayInterval('2026-01-15', zone)).toEqual({
      earliest: '2026-01-14T23:00:00.000Z',
      latest: '2026-01-15T22:59:59.999Z',
    })
  })
  it('have 23 and 25 hours when the clocks change (last Sundays of March and October)', () => {
    const hours = (day: string) => {
      const at = dayInterval(day, zone)
      return Math.round((Date.parse(at.latest) - Date.parse(at.earliest!)) / 3_600_000)
    }
    expect([hours('2026-03-29'), hours('2026-10-25'), hours('2026-10-26')]).toEqual([23, 25, 24])
  })
  it('come back from instant to wall time for any instant and zone', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: Date.UTC(1990, 0), max: Date.UTC(2035, 0) }),
        fc.constantFrom('Europe/Oslo', 'Asia/Tokyo', 'America/New_York', 'Australia/Adelaide', 'UTC'),
        (ms, anyZone) => {
          const minute = Math.floor(ms / 60_000) * 60_000
          const f = zonedFields(minute, anyZone)
          const back = zonedToMs(anyZone, f.year, f.month, f.day, f.hour, f.minute)
          // In the hour that is read twice in autumn, either reading is right.
          expect([0, 3_600_000]).toContain(Math.abs(back - minute))
        },
      ),
      { numRuns: 300 },
    )
  })
  it('in the hour that is skipped, is what an unchanged clock would show', () => {
    expect(new Date(zonedToMs(zone, 2026, 3, 29, 2, 30)).toISOString()).toBe('2026-03-29T01:30:00.000Z')
    expect(clockOf('2026-03-29T01:30:00.000Z', zone)).toBe('03:30')
  })
  it('tell local day and clock', () => {
    expect(dayOf('2026-03-03T23:30:00.000Z', zone)).toBe('2026-03-04')
    expect(clockOf('2026-03-03T18:02:00.000Z', zone)).toBe('19:02')
  })
})

describe('EDTF, ISO 8601-2:2019 levels 0 and 1', () => {
  const year = (y: number) => ({
    earliest: new Date(zonedToMs('UTC', y, 1, 1)).toISOString(),
    latest: new Date(zonedToMs('UTC', y + 1, 1, 1) - 1).toISOString(),
  })
  it.each([
    ['1985', year(1985)],
    ['1985?', year(1985)],
    ['1984~', year(1984)],
    ['1984%', year(1984)],
    ['1985-04', { earliest: '1985-04-01T00:00:00.000Z', latest: '1985-04-30T23:59:59.999Z' }],
    ['1985-04-12', { earliest: '1985-04-12T00:00:00.000Z', latest: '1985-04-12T23:59:59.999Z' }],
    ['2004-02-29', { earliest: '2004-02-29T00:00:00.000Z', latest: '2004-02-29T23:59:59.999Z' }],
    ['198X', { earliest: '1980-01-01T00:00:00.000Z', latest: '1989-12-31T23:59:59.999Z' }],
    ['19XX', { earliest: '1900-01-01T00:00:00.000Z', latest: '1999-12-31T23:59:59.999Z' }],
    ['1964/2008', { earliest: '1964-01-01T00:00:00.000Z', latest: '2008-12-31T23:59:59.999Z' }],
    ['2004-06/2006-08', { earliest: '2004-06-01T00:00:00.000Z', latest: '2006-08-31T23:59:59.999Z' }],
    ['1985-04-12/..', { earliest: '1985-04-12T00:00:00.000Z', latest }],
    ['1985/', { earliest: '1985-01-01T00:00:00.000Z', latest }],
    ['../1985', { earliest: null, latest: '1985-12-31T23:59:59.999Z' }],
    ['/1985-04', { earliest: null, latest: '1985-04-30T23:59:59.999Z' }],
    ['2004-XX', year(2004)],
    ['1985-04-XX', { earliest: '1985-04-01T00:00:00.000Z', latest: '1985-04-30T23:59:59.999Z' }],
    ['1985-XX-XX', year(1985)],
    ['1985-04-12T23:20:30', { earliest: '1985-04-12T23:20:30.000Z', latest: '1985-04-12T23:20:30.000Z' }],
    ['1985-04-12T23:20:30Z', { earliest: '1985-04-12T23:20:30.000Z', latest: '1985-04-12T23:20:30.000Z' }],
    ['1985-04-12T23:20:30-04', { earliest: '1985-04-13T03:20:30.000Z', latest: '1985-04-13T03:20:30.000Z' }],
    [
      '1985-04-12T23:20:30+04:30',
      { earliest: '1985-04-12T18:50:30.000Z', latest: '1985-04-12T18:50:30.000Z' },
    ],
    ['0050', { earliest: '0050-01-01T00:00:00.000Z', latest: '0050-12-31T23:59:59.999Z' }],
  ])('%s', (text, interval) => expect(edtfToInterval(text, 'UTC', latest)).toEqual(interval))
  it.each(['2001-21', 'Y170000002', 'Y-170000002', '-1985'])('%s is refused on purpose', (text) =>
    expect(edtfToInterval(text, 'UTC', latest)).toBeUndefined(),
  )
  it.each([
    '2004-XX-12',
    '1985-04-12T25:20:30',
    '1985-02-30T10:00:00',
    'unknown',
    '85',
    '1985-13',
    '1985-02-30',
    '1985/1984',
    '198',
    '1985-4',
    '1985/1986/1987',
    '',
  ])('%j is none', (text) => expect(edtfToInterval(text, 'UTC', latest)).toBeUndefined())
  it('never reaches past what has been', () =>
    expect(edtfToInterval('2026', 'UTC', latest)!.latest).toBe(latest))
})

describe('instants and intervals', () => {
  it.each([
    '2026-03-03T19:02:00Z',
    '2026-03-03 19:02',
    '2026-02-31T10:00:00.000Z',
    '2026-03-03T25:02:00.000Z',
    '',
  ])('%j is no canonical instant', (text) => expect(instantSchema.safeParse(text).success).toBe(false))
  it('end no earlier than they begin', () => {
    expect(
      intervalSchema.safeParse({ earliest: '2026-03-03T19:02:00.000Z', latest: '2026-03-03T19:01:00.000Z' })
        .success,
    ).toBe(false)
    expect(intervalSchema.safeParse({ earliest: null, latest: '2026-03-03T19:01:00.000Z' }).success).toBe(
      true,
    )
    expect(isPoint(pointAt('2026-03-03T19:01:00.000Z'))).toBe(true)
  })
})
