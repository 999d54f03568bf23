import { describe, expect, it } from 'vitest'
import type { Statement } from '#core/history/versions.ts'
import { numberedId } from '#core/testing/script.ts'
import type { MachineId } from '#core/ids.ts'
import type { Instance } from './instances.ts'
import { houseMasks, merged, type Observation } from './observations.ts'
import { newestFailures, problemOf } from './problem.ts'
import { sharesOf } from './shares.ts'

const machine = numberedId<MachineId>(1, 1)
const instance = (name: string, sort: Instance['sort'] = 'part', begins = -1): Instance => ({
  key: `${sort}:${name}:${begins}`,
  sort,
  machine,
  name,
  begins,
  byWork: false,
  happened: [],
})
const seen = (
  order: number,
  of: string,
  is: 'pass' | 'fail',
  through: readonly Instance[],
  beside: readonly Instance[] = [],
): Observation => ({
  entry: { id: String(order) } as Statement,
  machine,
  of,
  sort: 'test',
  is,
  first: order,
  order,
  times: 1,
  masks: new Map(through.map((i) => [i, houseMasks.full])),
  present: new Set([...through, ...beside]),
  slip: houseMasks.slip,
  anything: false,
})
const shares = (observations: readonly Observation[], suspects: readonly Instance[]) => {
  const all = merged(observations)
  const failures = newestFailures(all)
  const odds = suspects.map((s) => ({ ways: [{ from: s.begins, odds: s.begins < 0 ? 0.02 : 0.001 }] }))
  const { bad } = sharesOf(
    problemOf(
      failures,
      all.filter((o) => o.is === 'pass'),
      suspects,
      odds,
    ),
  )
  return new Map(suspects.map((s, i) => [s.key, bad[i] ?? 0]))
}
const [a, b] = [instance('A'), instance('B')]

describe('what a sheet does not list', () => {
  it('explains the failures of one test together: after proved parts fail in turn, it is the likelier', () => {
    const fresh = [2, 4, 6].map((order) => instance('A', 'part', order))
    const observations = [
      seen(1, 'f', 'fail', [a], [b]),
      ...fresh.map((f, i) => seen(3 + 2 * i, 'f', 'fail', [f], [b])),
    ]
    const found = shares(observations, [a, b, ...fresh])
    // Three proved parts that are all bad: 0.001 each; one line that is missing: 0.05 once, not to the fourth.
    expect(found.get(b.key)).toBeGreaterThan(0.3)
    expect(found.get(fresh[2]?.key ?? '')).toBeLessThan(0.05)
  })
  it('explains nothing after it is gone', () => {
    const found = shares([seen(1, 'f', 'fail', [a], [b]), seen(3, 'f', 'fail', [a])], [a, b])
    expect(found.get(b.key)).toBeLessThan(0.03)
  })
  it('would have shown when the same test passed', () => {
    const fresh = instance('A', 'part', 2)
    const found = shares([seen(1, 'f', 'fail', [a], [b]), seen(3, 'f', 'pass', [fresh], [b])], [a, b, fresh])
    expect(found.get(b.key)).toBeLessThan(0.021)
    expect(found.get(a.key)).toBeGreaterThan(0.6)
  })
  it('explains the failures of two tests only as two', () => {
    const found = shares([seen(1, 'f', 'fail', [a], [b]), seen(2, 'g', 'fail', [a], [b])], [a, b])
    expect(found.get(a.key)).toBeGreaterThan(0.9)
    expect(found.get(b.key)).toBeLessThan(0.05)
  })
})

describe('one that fails among passes', () => {
  const tries = (fails: number, passes: number) =>
    merged([
      ...Array.from({ length: fails }, (_, i) => seen(i, 'f', 'fail', [a])),
      ...Array.from({ length: passes }, (_, i) => seen(10 + i, 'f', 'pass', [a])),
    ])[0]
  it('is counted once, and comes and goes', () =>
    expect(tries(1, 2)).toMatchObject({ is: 'comes and goes', goes: { k: 1, n: 3 } }))
  it('is the likelier a slip, the more tries there were', () => {
    expect(tries(1, 2)?.slip).toBeCloseTo(1 - 0.99 ** 3, 12)
    expect(tries(1, 9)?.slip).toBeCloseTo(1 - 0.99 ** 10, 12)
    expect(tries(2, 1)?.slip).toBe(houseMasks.seenAgain)
  })
  it('makes what it goes through less likely than a failure that stays', () => {
    expect(tries(1, 2)?.masks.get(a)).toBe(houseMasks.comesAndGoes)
    expect(tries(2, 0)?.masks.get(a)).toBe(houseMasks.full)
  })
})
