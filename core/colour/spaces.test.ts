/**
 * Colour against what was published: the 34 pairs of Sharma, Wu and Dalal (Color Res. Appl. 30 (2005) 21–30), sRGB (IEC 61966-2-1),
 * ASTM E313, and culori, an implementation by others, on random pairs.
 */
import { differenceCiede2000, lab65, rgb as toRgb } from 'culori'
import { describe, expect, it } from 'vitest'
import { dice } from '#core/quantity/dice.ts'
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

/** L1 a1 b1 L2 a2 b2 ΔE00, as printed. */
const pairs: readonly (readonly number[])[] = [
  [50, 2.6772, -79.7751, 50, 0, -82.7485, 2.0425],
  [50, 3.1571, -77.2803, 50, 0, -82.7485, 2.8615],
  [50, 2.8361, -74.02, 50, 0, -82.7485, 3.4412],
  [50, -1.3802, -84.2814, 50, 0, -82.7485, 1.0],
  [50, -1.1848, -84.8006, 50, 0, -82.7485, 1.0],
  [50, -0.9009, -85.5211, 50, 0, -82.7485, 1.0],
  [50, 0, 0, 50, -1, 2, 2.3669],
  [50, -1, 2, 50, 0, 0, 2.3669],
  [50, 2.49, -0.001, 50, -2.49, 0.0009, 7.1792],
  [50, 2.49, -0.001, 50, -2.49, 0.001, 7.1792],
  [50, 2.49, -0.001, 50, -2.49, 0.0011, 7.2195],
  [50, 2.49, -0.001, 50, -2.49, 0.0012, 7.2195],
  [50, -0.001, 2.49, 50, 0.0009, -2.49, 4.8045],
  [50, -0.001, 2.49, 50, 0.001, -2.49, 4.8045],
  [50, -0.001, 2.49, 50, 0.0011, -2.49, 4.7461],
  [50, 2.5, 0, 50, 0, -2.5, 4.3065],
  [50, 2.5, 0, 73, 25, -18, 27.1492],
  [50, 2.5, 0, 61, -5, 29, 22.8977],
  [50, 2.5, 0, 56, -27, -3, 31.903],
  [50, 2.5, 0, 58, 24, 15, 19.4535],
  [50, 2.5, 0, 50, 3.1736, 0.5854, 1.0],
  [50, 2.5, 0, 50, 3.2972, 0, 1.0],
  [50, 2.5, 0, 50, 1.8634, 0.5757, 1.0],
  [50, 2.5, 0, 50, 3.2592, 0.335, 1.0],
  [60.2574, -34.0099, 36.2677, 60.4626, -34.1751, 39.4387, 1.2644],
  [63.0109, -31.0961, -5.8663, 62.8187, -29.7946, -4.0864, 1.263],
  [61.2901, 3.7196, -5.3901, 61.4292, 2.248, -4.962, 1.8731],
  [35.0831, -44.1164, 3.7933, 35.0232, -40.0716, 1.5901, 1.8645],
  [22.7233, 20.0904, -46.694, 23.0331, 14.973, -42.5619, 2.0373],
  [36.4612, 47.858, 18.3852, 36.2715, 50.5065, 21.2231, 1.4146],
  [90.8027, -2.0831, 1.441, 91.1528, -1.6435, 0.0447, 1.4441],
  [90.9257, -0.5406, -0.9208, 88.6381, -0.8985, -0.7239, 1.5381],
  [6.7747, -0.2908, -2.4247, 5.8714, -0.0985, -2.2286, 0.6377],
  [2.0776, 0.0795, -1.135, 0.9033, -0.0636, -0.5514, 0.9082],
]

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
