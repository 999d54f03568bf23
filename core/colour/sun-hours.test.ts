/** Hours of useful sun against another formula for the height of the sun. */
import { describe, expect, it } from 'vitest'
import { spencer } from '#core/testing/spencer.ts'
import { sunHours } from './sun-hours.ts'
import { uvIndex } from './sun.ts'

const here = { latitude: 55.68, longitude: 12.57 }
describe('hours of useful sun', () => {
  it('begin and end within a quarter of an hour of those by another formula, all year', () => {
    for (let month = 0; month < 12; month++) {
      const day = new Date(Date.UTC(2026, month, 15)).toISOString().slice(0, 10)
      const [span, ...more] = sunHours(`${day}T00:00:00.000Z`, `${day}T23:59:00.000Z`, here)
      expect(more).toEqual([])
      const useful = Array.from(
        { length: 1440 },
        (_, n) => Date.parse(`${day}T00:00:00.000Z`) + n * 60_000,
      ).filter((ms) => uvIndex(spencer(ms, here)) >= 2)
      if (useful.length < 60) continue
      expect([day, Math.abs(Date.parse(span?.from ?? '') - (useful[0] ?? 0)) / 60_000 <= 15]).toEqual([
        day,
        true,
      ])
      expect([day, Math.abs(Date.parse(span?.to ?? '') - (useful.at(-1) ?? 0)) / 60_000 <= 15]).toEqual([
        day,
        true,
      ])
    }
  })
  it('are none in an evening of winter', () => {
    expect(sunHours('2026-12-03T17:30:00.000Z', '2026-12-03T20:30:00.000Z', here)).toEqual([])
  })
})
