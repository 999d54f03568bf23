/**
 * Sun and exposure: the clear-sky index of Madronich (Photochem. Photobiol. 83 (2007) 1537–1538) by its printed formula; the sun's
 * height by another formula (Spencer's series for declination and equation of time, 1971, from memory); the posterior against
 * quadrature by brute force.
 */
import { describe, expect, it } from 'vitest'
import { dice } from '#core/quantity/dice.ts'
import { distanceAfter, distanceError, drawsOf, outlook, rangeOf, type Measured } from './exposure.ts'
import { spencer } from '#core/testing/spencer.ts'
import { cloudFactor, sunHeight, uvHours, uvIndex } from './sun.ts'

const here = { latitude: 55.68, longitude: 12.57 }
const ms = (at: string) => Date.parse(at)

describe('the sun', () => {
  it('stands where another formula puts it, in degrees', () => {
    expect(sunHeight(ms('2026-06-21T11:12:00Z'), here)).toBeCloseTo(57.77, 1)
    for (const at of [
      '2026-03-20T09:00:00Z',
      '2026-06-21T06:00:00Z',
      '2026-08-02T15:30:00Z',
      '2026-10-15T12:00:00Z',
    ])
      expect(Math.abs(sunHeight(ms(at), here) - spencer(ms(at), here))).toBeLessThan(0.35)
  })
  it('gives the index of the printed formula at 300 DU', () => {
    for (const [height, index] of [
      [15, 0.47],
      [30, 2.34],
      [45, 5.4],
      [60, 8.83],
      [90, 12.5],
    ] as const)
      expect(uvIndex(height)).toBeCloseTo(index, 2)
    expect(uvIndex(-3)).toBe(0)
    expect(uvIndex(57.77)).toBeCloseTo(8.34, 1)
  })
  it('gives far more in June than in November, and cloud takes its part', () => {
    const june = uvHours('2026-06-21T08:00:00.000Z', '2026-06-21T14:00:00.000Z', here, [])
    expect(june).toBeCloseTo(43.1, 0)
    expect(uvHours('2026-11-28T09:00:00.000Z', '2026-11-28T15:00:00.000Z', here, [])).toBeCloseTo(1.14, 1)
    expect([0, 4, 6, 8].map((n) => Number(cloudFactor(n).toFixed(2)))).toEqual([1, 0.93, 0.75, 0.4])
    const spells = [
      { from: '2026-06-21T08:00:00.000Z', eighths: 0 },
      { from: '2026-06-21T11:00:00.000Z', eighths: 8 },
    ]
    const dull = uvHours('2026-06-21T08:00:00.000Z', '2026-06-21T14:00:00.000Z', here, spells)
    const morning = uvHours('2026-06-21T08:00:00.000Z', '2026-06-21T11:00:00.000Z', here, [])
    expect(dull).toBeCloseTo(morning + 0.4 * (june - morning), 3)
  })
})

describe('how the yellow goes', () => {
  const three: Measured[] = [
    { dose: 0, distance: 12 },
    { dose: 6, distance: 7 },
    { dose: 12, distance: 4.5 },
  ]
  it('by the model itself', () => {
    expect(distanceAfter({ k: 0.12, p: 1, start: 12, end: 1 }, 10)).toBeCloseTo(4.313, 3)
    expect(distanceAfter({ k: 0.12, p: 1, start: 12, end: 1 }, 19.98)).toBeCloseTo(2, 2)
  })
  it('is said from three measurements on, with the range of what may be', () => {
    expect(outlook(three.slice(0, 2), 6, dice(1))).toBeUndefined()
    const draws = drawsOf(three, dice(2), { n: 20_000 })
    const after = rangeOf(draws.map((d) => distanceAfter(d, 18)))
    expect(after.middle).toBeCloseTo(3.26, 0)
    expect(Math.abs(after.low - 2.02)).toBeLessThan(0.12)
    expect(Math.abs(after.high - 4.31)).toBeLessThan(0.12)
    const gain = rangeOf(draws.map((d) => distanceAfter(d, 12) - distanceAfter(d, 18)))
    expect(Math.abs(gain.middle - 1.26)).toBeLessThan(0.1)
    expect(Math.abs(gain.low - 0.75)).toBeLessThan(0.1)
    expect(Math.abs(gain.high - 2.01)).toBeLessThan(0.1)
    expect(draws.filter((d) => d.end > 3).length / draws.length).toBeCloseTo(0.065, 1)
  })
  it('is the same as quadrature by brute force over k, shape, start and end', () => {
    // Every combination on a fine grid, weighed by likelihood and prior: no closed form, no Gaussian algebra.
    let [sum, weights] = [0, 0]
    for (const p of [0.6, 0.8, 1, 1.3, 1.7])
      for (let z = -2.6; z <= 2.6001; z += 5.2 / 24)
        for (let d0 = 8; d0 <= 16; d0 += 0.2)
          for (let dEnd = -4; dEnd <= 6; dEnd += 0.2) {
            const draw = { k: 0.12 * Math.exp(z * 0.6), p, start: d0, end: dEnd }
            let log = -0.5 * z * z - 0.5 * ((d0 - 12) / 5) ** 2 - 0.5 * ((dEnd - 0.5) / 1.5) ** 2
            for (const m of three)
              log -= 0.5 * ((m.distance - distanceAfter(draw, m.dose)) / distanceError(m.distance)) ** 2
            const w = Math.exp(log)
            sum += w * distanceAfter(draw, 18)
            weights += w
          }
    const draws = drawsOf(three, dice(3), { n: 20_000 })
    const mean = draws.reduce((s, d) => s + distanceAfter(d, 18), 0) / draws.length
    expect(Math.abs(mean - sum / weights)).toBeLessThan(0.05)
  })
  it('says that what does not go is no yellowing', () => {
    const stays: Measured[] = [0, 10, 20, 30].map((dose) => ({ dose, distance: 9 + (dose === 0 ? 1 : 0) }))
    expect(outlook(stays, 6, dice(4))!.notYellowing).toBeGreaterThan(0.9)
    expect(outlook(three, 6, dice(5))!.until.middle!).toBeGreaterThan(5)
    expect(outlook([...three, { dose: 40, distance: 0.8 }], 6, dice(6))!.until.middle).toBe(0)
  })
  it('covers what happens, 90 in 100 times, for several truths', () => {
    const chance = dice(7)
    const normal = () => Math.sqrt(-2 * Math.log(1 - chance())) * Math.cos(2 * Math.PI * chance())
    for (const p of [0.8, 1, 1.3]) {
      let held = 0
      const tries = 150
      for (let i = 0; i < tries; i++) {
        const truth = { k: 0.12 * Math.exp(0.5 * normal()), p, start: 8 + 8 * chance(), end: 0.5 + normal() }
        const seen = [0, 6, 12, 18].map((dose): Measured => {
          const d = distanceAfter(truth, dose)
          return { dose, distance: d + distanceError(d) * normal() }
        })
        const { after } = outlook(seen, 6, dice(1000 + i))!
        const then = distanceAfter(truth, 24)
        if (then >= after.low && then <= after.high) held++
      }
      expect(held / tries).toBeGreaterThan(0.8)
      expect(held / tries).toBeLessThanOrEqual(1)
    }
  })
})
