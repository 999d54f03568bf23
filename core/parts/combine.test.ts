import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { combine, nearestPair, nearestThree, type Stocked } from './combine.ts'

const stock = (values: readonly number[], count = 1): Stocked[] =>
  values.map((value, i) => ({ id: `s${i}`, value, count }))

/** Every pair tried in both ways. */
function exhaustivePair(list: readonly Stocked[], target: number): number {
  let best = Number.POSITIVE_INFINITY
  for (const [i, a] of list.entries())
    for (const [j, b] of list.entries())
      if (j > i || (i === j && a.count > 1))
        for (const value of [a.value + b.value, (a.value * b.value) / (a.value + b.value)])
          best = Math.min(best, Math.abs(value / target - 1))
  return best
}
function exhaustiveThree(list: readonly Stocked[], target: number): number {
  let best = Number.POSITIVE_INFINITY
  const sum = (a: number, b: number) => a + b
  const par = (a: number, b: number) => (a * b) / (a + b)
  for (const a of list)
    for (const b of list)
      for (const c of list) {
        const used = [a, b, c]
        if (list.some((s) => used.filter((u) => u.id === s.id).length > s.count)) continue
        for (const inner of [sum, par])
          for (const outer of [sum, par])
            best = Math.min(best, Math.abs(outer(inner(a.value, b.value), c.value) / target - 1))
      }
  return best
}

const values = fc.uniqueArray(fc.integer({ min: 1, max: 1000 }), { minLength: 2, maxLength: 9 })

describe('a value from stock', () => {
  it('the pair is the one that trying every pair finds', () =>
    fc.assert(
      fc.property(
        values,
        fc.integer({ min: 1, max: 2500 }),
        fc.integer({ min: 1, max: 2 }),
        (list, target, count) => {
          const parts = stock(list, count)
          expect(Math.abs(nearestPair(parts, target, 'resistor')!.error)).toBeCloseTo(
            exhaustivePair(parts, target),
            9,
          )
        },
      ),
    ))
  it('the three are those that trying every three finds', () =>
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 1, max: 300 }), { minLength: 3, maxLength: 6 }),
        fc.integer({ min: 1, max: 900 }),
        fc.integer({ min: 1, max: 2 }),
        (list, target, count) => {
          const parts = stock(list, count)
          expect(Math.abs(nearestThree(parts, target, 'resistor')!.error)).toBeCloseTo(
            exhaustiveThree(parts, target),
            9,
          )
        },
      ),
      { numRuns: 60 },
    ))
  // Resistors add in series, capacitors in parallel.
  it.each([
    ['resistor', 300, 'series'],
    ['resistor', 66.67, 'parallel'],
    ['capacitor', 300, 'parallel'],
    ['capacitor', 66.67, 'series'],
  ] as const)('a %s of %d is a %s', (kind, target, joined) =>
    expect(nearestPair(stock([100, 200]), target, kind)?.joined).toBe(joined),
  )
  it('takes the fewest parts that are within the tolerance', () => {
    expect(combine(stock([98, 50, 50.5]), 100, 'resistor', 0.05)).toMatchObject({
      joined: 'single',
      value: 98,
    })
    expect(combine(stock([90, 50, 50.5]), 100, 'resistor', 0.02)).toMatchObject({
      joined: 'series',
      value: 100.5,
    })
  })
  it('uses a part no more often than it is there', () => {
    expect(combine(stock([100]), 200, 'resistor', 0.01)).toMatchObject({ joined: 'single' })
    expect(combine(stock([100], 2), 200, 'resistor', 0.01)).toMatchObject({ joined: 'series', value: 200 })
  })
  it('says nothing for an empty stock, and throws for no target', () => {
    expect(combine([], 100, 'resistor', 0.05)).toBeUndefined()
    expect(() => combine(stock([1]), 0, 'resistor', 0.05)).toThrow(RangeError)
  })
})
