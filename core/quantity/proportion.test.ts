import fc from 'fast-check'
import { jStat } from 'jstat'
import { describe, expect, it } from 'vitest'
import { exactInterval, wilsonInterval } from './proportion.ts'

describe('the interval of a proportion', () => {
  // Against a statistics library (npm: jstat): Clopper–Pearson bounds are quantiles of the beta distribution.
  it('is that of the beta distribution', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 300 }), fc.integer({ min: 0, max: 300 }), (n, some) => {
        const k = some % (n + 1)
        const { low, high } = exactInterval(k, n)
        expect(low).toBeCloseTo(k === 0 ? 0 : jStat.beta.inv(0.025, k, n - k + 1), 6)
        expect(high).toBeCloseTo(k === n ? 1 : jStat.beta.inv(0.975, k + 1, n - k), 6)
      }),
      { numRuns: 60 },
    ))
  // No failure in n: the one-sided bound is 1 − α^(1/n) (Hanley & Lippman-Hand, JAMA 249 (1983) 1743–1745).
  it('of none in n is the exact bound', () =>
    expect(exactInterval(0, 30, 0.1).high).toBeCloseTo(1 - 0.05 ** (1 / 30), 9))
  // Wilson’s interval for 81 of 263, as in Newcombe, Stat. Med. 17 (1998) 857–872, method 3 (from memory): 0.2553 to 0.3662.
  it('by Wilson, a published example', () => {
    const { low, high } = wilsonInterval(81, 263)
    expect([low, high].map((p) => Number(p.toFixed(4)))).toEqual([0.2553, 0.3662])
  })
  it('is never narrower exactly than by Wilson at the ends, and holds the share', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 100 }), fc.integer({ min: 0, max: 100 }), (n, some) => {
        const k = some % (n + 1)
        const { low, high } = exactInterval(k, n)
        expect(low).toBeLessThanOrEqual(k / n + 1e-9)
        expect(high).toBeGreaterThanOrEqual(k / n - 1e-9)
      }),
    ))
  it.each([
    [2, 1],
    [-1, 3],
    [0, 0],
    [0.5, 3],
  ])('%d of %d is none', (k, n) => expect(() => exactInterval(k, n)).toThrow(RangeError))
})
