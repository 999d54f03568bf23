/** What the product says of simulated workshops is never more than is true: a few seeds of what `npm run bench -- truth` measures. */
import { describe, expect, it } from 'vitest'
import { compareOne, noCounts, sorts } from './compare.ts'

async function told(unwritten: number, missing: number, seeds: number) {
  const counts = noCounts()
  for (let seed = 1; seed <= seeds; seed++) await compareOne({ seed, unwritten, missing }, counts)
  return counts
}

describe('against a workshop whose truth is known', () => {
  it('all written and the sheet whole: places, working, nothing and donors are never wrong', async () => {
    const counts = await told(0, 0, 24)
    for (const sort of ['ledger', 'working', 'nothing', 'ends'] as const)
      expect(counts[sort].examples, sort).toEqual([])
    expect(counts.shown.examples).toEqual([])
    for (const sort of sorts) expect(counts[sort].right, sort).toBeGreaterThan(2)
  }, 60_000)

  it('with acts untold and lines missing, nothing is called untouched that was written as touched', async () => {
    const counts = await told(0.05, 0.1, 12)
    expect(counts.nothing.examples).toEqual([])
  }, 60_000)
})
