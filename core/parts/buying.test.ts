import fc from 'fast-check'
import computeMunkres from 'munkres-js'
import { describe, expect, it } from 'vitest'
import { positionSchema } from '#core/type/sheet.ts'
import { buyList, serves, type Spare, type Wanted } from './buying.ts'

const cap = (n: number, value: string, volts?: number): Wanted => ({
  position: positionSchema.parse({
    designator: `C${n}`,
    accepts: 'electrolytic capacitor',
    polarised: true,
    asks: { value },
    ...(volts ? { ratingVolts: volts } : {}),
  }),
  label: `C${n} of E-1`,
  kept: false,
})
const spare = (value: string, rating: string, free = 1): Spare => ({
  facts: { partKind: 'electrolytic capacitor', attributes: { value, rating }, health: 'unknown' },
  free,
})

describe('what is to be bought', () => {
  it('is what no spare serves, by kind and value, the most wanted first', () => {
    expect(buyList([cap(1, '47 µF', 16), cap(2, '47 µF', 16), cap(3, '10 µF', 16)], [], [])).toEqual([
      {
        kind: 'electrolytic capacitor',
        asks: '47 µF 16 V',
        count: 2,
        because: 'needed',
        where: ['C1 of E-1', 'C2 of E-1'],
      },
      {
        kind: 'electrolytic capacitor',
        asks: '10 µF 16 V',
        count: 1,
        because: 'needed',
        where: ['C3 of E-1'],
      },
    ])
  })
  it('counts a spare once, and gives the strict position the one that serves it', () => {
    // The first in line would do with either; the second needs the higher rating. Taken greedily the 35 V part would go to the first.
    const strict = [cap(1, '47 µF', 16), cap(2, '47 µF', 35)]
    expect(buyList(strict, [spare('47 µF', '35 V'), spare('47 µF', '16 V')], [])).toEqual([])
    expect(buyList(strict, [spare('47 µF', '35 V')], [])).toMatchObject([{ count: 1 }])
  })
  it('takes as many of a lot as are free, and none that is too weak, proved bad or kept', () => {
    expect(
      buyList(
        [cap(1, '47 µF', 16), cap(2, '47 µF', 16), cap(3, '47 µF', 16)],
        [spare('47 µF', '25 V', 2)],
        [],
      ),
    ).toMatchObject([{ count: 1 }])
    expect(buyList([cap(1, '47 µF', 16)], [spare('47 µF', '10 V', 9)], [])).toHaveLength(1)
    expect(
      serves(cap(1, '47 µF', 16).position, { ...spare('47 µF', '25 V').facts, health: 'proved bad' }),
    ).toBe(false)
    expect(buyList([{ ...cap(1, '47 µF'), kept: true }], [], [])).toEqual([])
  })
  it('fills a lot at its level up to twice the level', () =>
    expect(buyList([], [], [{ label: 'L-0001 fuse', partKind: 'fuse', free: 2, reorderAt: 5 }])).toEqual([
      { kind: 'fuse', asks: undefined, count: 8, because: 'lot at its level', where: ['L-0001 fuse'] },
    ]))
  it('leaves as few needs unserved as an independent assignment does', () => {
    const volts = fc.constantFrom(10, 16, 25, 35)
    fc.assert(
      fc.property(
        fc.array(volts, { minLength: 1, maxLength: 9 }),
        fc.array(fc.tuple(volts, fc.integer({ min: 0, max: 3 })), { maxLength: 6 }),
        (asked, stock) => {
          const wanted = asked.map((v, i) => cap(i, '47 µF', v))
          const spares = stock.map(([v, free]) => spare('47 µF', `${v} V`, free))
          const units = spares.flatMap((s) => Array.from({ length: s.free }, () => s.facts))
          const served = units.length === 0 ? 0 : munkresServed(wanted, units)
          const bought = buyList(wanted, spares, []).reduce((sum, line) => sum + line.count, 0)
          expect(bought).toBe(wanted.length - served)
        },
      ),
      { numRuns: 150 },
    )
  })
})

/** How many needs the Hungarian method of another author serves. */
function munkresServed(wanted: readonly Wanted[], units: readonly Spare['facts'][]): number {
  const size = Math.max(wanted.length, units.length)
  const costs = Array.from({ length: size }, (_, i) =>
    Array.from({ length: size }, (_, j) => {
      const [w, u] = [wanted[i], units[j]]
      return w && u && serves(w.position, u) ? 0 : 1
    }),
  )
  return computeMunkres(costs).filter(([i, j]) => {
    const [w, u] = [wanted[i], units[j]]
    return w !== undefined && u !== undefined && serves(w.position, u)
  }).length
}
