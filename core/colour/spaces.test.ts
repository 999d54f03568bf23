/**
 * Colour against what was published: the 34 pairs of Sharma, Wu and Dalal (Color Res. Appl. 30 (2005) 21–30), sRGB (IEC 61966-2-1),
 * ASTM E313, and culori, an implementation by others, on random pairs.
 */
import { differenceCiede2000, lab65, rgb as toRgb } from 'culori'
import { describe, expect, it } from 'vitest'
import { dice } from '#core/quantity/dice.ts'
import { pairs } from '#core/testing/colour-pairs.ts'
import {
  differenceOf,
  fromLinear,
  labOf,
  luminanceOf,
  rgbOfHex,
  toLinear,
  whiteD65,
  xyzOf,
  yellownessOf,
  type Lab,
} from './spaces.ts'

describe('CIEDE2000', () => {
  it('gives all 34 published pairs to four decimals, both ways', () => {
    expect(pairs).toHaveLength(34)
    for (const [l1 = 0, a1 = 0, b1 = 0, l2 = 0, a2 = 0, b2 = 0, e] of pairs) {
      expect(differenceOf([l1, a1, b1], [l2, a2, b2])).toBeCloseTo(e!, 4)
      expect(differenceOf([l2, a2, b2], [l1, a1, b1])).toBeCloseTo(e!, 4)
    }
  })
  it('gives what an implementation by others gives, on random pairs; which misses them all when it is given D50', () => {
    const chance = dice(11)
    const random = (): Lab => [chance() * 100, chance() * 200 - 100, chance() * 200 - 100]
    const theirs = differenceCiede2000()
    for (let i = 0; i < 20_000; i++) {
      const [one, other] = [random(), random()]
      const as = ([l, a, b]: Lab) => ({ mode: 'lab65' as const, l, a, b })
      expect(Math.abs(differenceOf(one, other) - theirs(as(one), as(other)))).toBeLessThan(1e-9)
    }
    const d50 = ([l, a, b]: Lab) => ({ mode: 'lab' as const, l, a, b })
    expect(theirs(d50([50, 2.6772, -79.7751]), d50([50, 0, -82.7485]))).toBeCloseTo(1.8566, 4)
  })
  it('of two plastics', () =>
    expect(differenceOf(labOf(xyzOf(rgbOfHex('#c8b48a'))), labOf(xyzOf(rgbOfHex('#e8dfc8'))))).toBeCloseTo(
      12.1718,
      3,
    ))
})

describe('sRGB and L*a*b*', () => {
  it('is encoded and decoded as the standard says, with its two pieces meeting', () => {
    expect(toLinear(0.04045)).toBeCloseTo(0.0031308, 7)
    for (const v of [0, 0.02, 0.04045, 0.2, 0.5, 0.9, 1]) expect(fromLinear(toLinear(v))).toBeCloseTo(v, 7)
  })
  it('is D65: white is 100, 0, 0', () => {
    const [l, a, b] = labOf(whiteD65)
    expect([l, a, b].map((v) => Math.abs(Number(v.toFixed(9))))).toEqual([100, 0, 0])
    expect(labOf(xyzOf([1, 1, 1]))[0]).toBeCloseTo(100, 4)
  })
  it('of a yellowed plastic, as others find it', () => {
    const [l, a, b] = labOf(xyzOf(rgbOfHex('#e8dfc8')))
    expect(l).toBeCloseTo(88.9705, 2)
    expect(a).toBeCloseTo(-0.7328, 2)
    expect(b).toBeCloseTo(12.3722, 2)
    const theirs = lab65(toRgb('#e8dfc8'))!
    expect([l, a, b].map((v, i) => Math.abs(v - [theirs.l, theirs.a, theirs.b][i]!) < 0.01)).toEqual([
      true,
      true,
      true,
    ])
  })
  it('lightness and luminance are the same thing said twice', () => {
    for (const l of [2, 8, 25, 50, 95])
      expect(labOf([whiteD65[0] * luminanceOf(l), luminanceOf(l), 0])[0]).toBeCloseTo(l, 6)
  })
  it('refuses what is no colour', () => expect(() => rgbOfHex('#12')).toThrow('no colour'))
})

describe('yellowness (ASTM E313, D65, 2°)', () => {
  it('is nought for white, and as tabulated coefficients give it for plastics', () => {
    // The tabulated white of the standard.
    expect(yellownessOf([0.95047, 1, 1.08883])).toBeCloseTo(-0.0004, 3)
    expect(yellownessOf(xyzOf(rgbOfHex('#e8dfc8')))).toBeCloseTo(22.998, 1)
    expect(yellownessOf(xyzOf(rgbOfHex('#c8b48a')))).toBeCloseTo(49.751, 1)
    expect(yellownessOf([0, 0, 0])).toBeUndefined()
  })
})
