/** Hours of useful sun against another formula for the height of the sun. */
import { describe, expect, it } from 'vitest'
import { sunHours } from './sun-hours.ts'
import { uvIndex } from './sun.ts'

const here = { latitude: 55.68, longitude: 12.57 }
const rad = Math.PI / 180

/**
 * Height of the sun, degrees, by the Fourier series of Spencer (1971) for declination and equation of time, as given in Iqbal,
 * An Introduction to Solar Radiation (1983); coefficients from memory. Good to about half a degree.
 */
function heightBySpencer(ms: number): number {
  const at = new Date(ms)
  const day =
    (Date.UTC(at.getUTCFullYear(), at.getUTCMonth(), at.getUTCDate()) - Date.UTC(at.getUTCFullYear(), 0, 1)) /
    864e5
  const g = (2 * Math.PI * day) / 365
  const declination =
    0.006918 -
    0.399912 * Math.cos(g) +
    0.070257 * Math.sin(g) -
    0.006758 * Math.cos(2 * g) +
    0.000907 * Math.sin(2 * g) -
    0.002697 * Math.cos(3 * g) +
    0.00148 * Math.sin(3 * g)
  const equation =
    229.18 *
    (0.000075 +
      0.001868 * Math.cos(g) -
      0.032077 * Math.sin(g) -
      0.014615 * Math.cos(2 * g) -
      0.040849 * Math.sin(2 * g))
  const minutes = at.getUTCHours() * 60 + at.getUTCMinutes() + equation + 4 * here.longitude
  const hour = (minutes / 4 - 180) * rad
  const latitude = here.latitude * rad
  return (
    Math.asin(
      Math.sin(latitude) * Math.sin(declination) +
        Math.cos(latitude) * Math.cos(declination) * Math.cos(hour),
    ) / rad
  )
}

describe('hours of useful sun', () => {
  it('begin and end within a quarter of an hour of those by another formula, all year', () => {
    for (let month = 0; month < 12; month++) {
      const day = new Date(Date.UTC(2026, month, 15)).toISOString().slice(0, 10)
      const [span, ...more] = sunHours(`${day}T00:00:00.000Z`, `${day}T23:59:00.000Z`, here)
      expect(more).toEqual([])
      const useful = Array.from(
        { length: 1440 },
        (_, n) => Date.parse(`${day}T00:00:00.000Z`) + n * 60_000,
      ).filter((ms) => uvIndex(heightBySpencer(ms)) >= 2)
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
