/** Colour by cards, on photographs that are reckoned: known plastics, known light, cameras with curves of their own. */
import { describe, expect, it } from 'vitest'
import { dice } from '#core/quantity/dice.ts'
import {
  calibrate,
  colourOf,
  contrastError,
  planeThrough,
  rendered,
  shareLeft,
  yellowOf,
  type Card,
  type Region,
} from './cards.ts'
import { labOf, luminanceOf, rgbOfHex, xyzOf, type Rgb } from './spaces.ts'

/** A camera that sees linear light through a curve, under light that falls off across the picture. */
const camera =
  (power: number, slope: number, tint: Rgb = [1, 1, 1]) =>
  (rgb: Rgb, at: readonly [number, number]): Region => {
    const light = 1 + slope * (at[0] - 0.5)
    const see = (v: number, c: 0 | 1 | 2) => (v * light * tint[c] * 0.8) ** power
    return {
      at,
      mean: [see(rgb[0], 0), see(rgb[1], 1), see(rgb[2], 2)],
      sd: [0.01, 0.01, 0.01],
      pixels: 5000,
      clipped: 0,
    }
  }
const neutral = (l: number): Rgb => {
  const y = luminanceOf(l)
  return [y, y, y]
}
const cardsBy = (see: ReturnType<typeof camera>, lightnesses: readonly number[]): Card[] => [
  ...(
    [
      [0.1, 0.1],
      [0.9, 0.1],
      [0.5, 0.9],
    ] as const
  ).map((at): Card => ({ ...see(neutral(lightnesses[0]!), at), lightness: lightnesses[0]! })),
  ...lightnesses.slice(1).map((l, i): Card => ({ ...see(neutral(l), [0.3 + 0.2 * i, 0.15]), lightness: l })),
]
const plastic = rgbOfHex('#c8b48a')
const truth = rgbOfHex('#e8dfc8')
const db = (see: ReturnType<typeof camera>, lightnesses: readonly number[]) => {
  const by = calibrate(cardsBy(see, lightnesses))
  if ('why' in by) throw new Error(by.why)
  const patch = colourOf(by, see(plastic, [0.6, 0.5]))
  const place = colourOf(by, see(truth, [0.2, 0.6]))
  return patch && place ? patch.lab[2] - place.lab[2] : undefined
}
const honest = labOf(xyzOf(plastic))[2] - labOf(xyzOf(truth))[2]

describe('cards', () => {
  it('level the light and balance the white: an honest camera under a slope and a tint finds Δb* as it is', () =>
    expect(db(camera(1, 0.5, [1.1, 1, 0.8]), [60, 95, 25])).toBeCloseTo(honest, 6))
  it('one grey alone cannot see the contrast of a camera: its number is off by a quarter; three neutrals see it', () => {
    const soft = camera(0.8, 0.2)
    expect(db(soft, [60])! / honest).toBeLessThan(0.9)
    expect(db(soft, [60, 95, 25])! / honest).toBeCloseTo(1, 1)
    expect(db(camera(1.2, 0.2), [60, 95, 25])! / honest).toBeCloseTo(1, 1)
    expect([1, 2, 3, 4].map(contrastError)).toEqual([0.3, 0.18, 0.12, 0.12])
  })
  it('refuse what lies beyond them, is clipped, too small, or under two lights, and say which', () => {
    const see = camera(1, 0)
    expect(db(see, [40, 20])).toBeUndefined()
    const cards = cardsBy(see, [60, 95])
    expect(calibrate([{ ...cards[0]!, clipped: 0.02 }, ...cards.slice(1)])).toMatchObject({
      why: 'clipped',
      name: 'card 1',
    })
    expect(calibrate([{ ...cards[0]!, pixels: 300 }])).toMatchObject({ why: 'too few pixels' })
    expect(calibrate([])).toMatchObject({ why: 'no card' })
    const blue: Card = {
      ...cards[0]!,
      mean: [cards[0]!.mean[0], cards[0]!.mean[1], cards[0]!.mean[2] * 1.23],
    }
    expect(calibrate([blue, ...cards.slice(1)])).toMatchObject({ why: 'two lights' })
  })
  it('warn of a shadow on a fourth grey, which three cannot see', () => {
    const see = camera(1, 0.4)
    const three = cardsBy(see, [60])
    const fourth: Card = { ...see(neutral(60), [0.8, 0.8]), lightness: 60 }
    const even = calibrate([...three, fourth])
    expect('warnings' in even && even.warnings).toEqual([])
    const dark: Card = { ...fourth, mean: fourth.mean.map((v) => v * 0.8) as unknown as Rgb }
    const shaded = calibrate([...three, dark])
    expect('warnings' in shaded && shaded.warnings[0]).toMatchObject({ why: 'shadow' })
  })
  it('in a row tell nothing across it: no plane is made up', () => {
    const flat = planeThrough([0.1, 0.5, 0.9].map((x) => ({ at: [x, 0.2], value: 1 + x })))
    expect(flat([0.5, 0.9])).toBeCloseTo(1.5, 9)
  })
})

describe('what may be said', () => {
  it('Δb* with an interval that one card widens', () => {
    const [narrow, wide] = [
      yellowOf([60, 0, 22], [80, 0, 10], rendered(3)),
      yellowOf([60, 0, 22], [80, 0, 10], rendered(1)),
    ]
    expect(narrow.is).toBe(12)
    expect(narrow.high - narrow.low).toBeCloseTo(2 * 1.96 * Math.hypot(0.4, 0.12 * 12), 9)
    expect(wide.high - wide.low).toBeGreaterThan(2 * (narrow.high - narrow.low))
  })
  it('the share left, which a camera’s contrast shifts little; none where there was hardly any yellow', () => {
    const see = camera(0.8, 0.2)
    const left = (rgb: Rgb) => {
      const by = calibrate(cardsBy(see, [60]))
      if ('why' in by) throw new Error(by.why)
      return colourOf(by, see(rgb, [0.5, 0.5]))!.lab[2] - colourOf(by, see(truth, [0.2, 0.6]))!.lab[2]
    }
    const half: Rgb = [0, 1, 2].map((c) => (plastic[c]! + truth[c]!) / 2) as unknown as Rgb
    const honestShare = (labOf(xyzOf(half))[2] - labOf(xyzOf(truth))[2]) / honest
    const share = shareLeft({ db: left(plastic), by: rendered(1) }, { db: left(half), by: rendered(1) })!
    expect(Math.abs(share.is - honestShare)).toBeLessThan(0.03)
    expect(share.low).toBeLessThan(honestShare)
    expect(share.high).toBeGreaterThan(honestShare)
    expect(shareLeft({ db: 1.2, by: rendered(3) }, { db: 0.6, by: rendered(3) })).toBeUndefined()
  })
  it('covers the truth about 95 in 100 times, over cameras, plastics and light', () => {
    const chance = dice(21)
    let [held, n] = [0, 0]
    for (let i = 0; i < 400; i++) {
      const see = camera(0.9 + 0.2 * chance(), 0.6 * chance() - 0.3, [
        0.9 + 0.2 * chance(),
        1,
        0.9 + 0.2 * chance(),
      ])
      const mix = chance()
      const rgb: Rgb = [0, 1, 2].map((c) => plastic[c]! * mix + truth[c]! * (1 - mix)) as unknown as Rgb
      const by = calibrate(cardsBy(see, [60, 95, 25]))
      if ('why' in by) continue
      const seen = colourOf(by, see(rgb, [0.5, 0.5]))
      const place = colourOf(by, see(truth, [0.2, 0.6]))
      if (!seen || !place) continue
      const { low, high } = yellowOf(seen.lab, place.lab, rendered(3))
      const real = labOf(xyzOf(rgb))[2] - labOf(xyzOf(truth))[2]
      n++
      if (real >= low && real <= high) held++
    }
    expect(n).toBeGreaterThan(350)
    expect(held / n).toBeGreaterThan(0.92)
  })
})
