/** Observations and the ways in which suspects may have gone bad, as the problem whose shares are sought. */
import { houseMasks, type Observation } from './observations.ts'
import type { Instance } from './instances.ts'
import type { WayIn } from './odds.ts'
import type { Problem, Way } from './shares.ts'

/** Failures that are told apart; older ones are left out. */
const mostFailures = 10

/** The failures that a problem is made of, newest first. */
export const newestFailures = (observations: readonly Observation[]): Observation[] =>
  observations
    .filter((o) => o.is !== 'pass' && !o.aside)
    .sort((a, b) => b.order - a.order)
    .slice(0, mostFailures)

/** `suspects` and `odds` go together; so do the failures and the slips of the problem. */
export function problemOf(
  failures: readonly Observation[],
  passes: readonly Observation[],
  suspects: readonly Instance[],
  odds: readonly { readonly ways: readonly WayIn[] }[],
): Problem {
  const weakened = weakeningOf(failures)
  return {
    slips: failures.map((f) => f.slip),
    suspects: suspects.map((instance, i) =>
      (odds[i]?.ways ?? []).flatMap((way) => {
        const passed = passedAll(passes, instance, way.from, weakened.get(instance))
        const reached = reachedBy(failures, instance, way.from)
        return byReach(reached).map(({ share, fails }): Way => ({ odds: way.odds * share, passed, fails }))
      }),
    ),
  }
}

interface Reached {
  readonly at: number
  readonly mask: number
  /** Test whose failure it is, where it is not known whether that goes through the suspect at all. */
  readonly perhaps?: string
}

function reachedBy(failures: readonly Observation[], instance: Instance, from: number): Reached[] {
  return failures.flatMap((f, at): Reached[] => {
    if (from >= f.first) return []
    const listed = f.masks.get(instance)
    const test = `${f.machine} ${f.sort} ${f.of}`
    if (listed !== undefined && instance.sort !== 'unknown') return [{ at, mask: listed }]
    if (listed !== undefined) return [{ at, mask: listed, perhaps: test }]
    return mayReach(f, instance) ? [{ at, mask: houseMasks.unnamed, perhaps: test }] : []
  })
}

/** Tests that failed again on other parts, of which so many are told apart. */
const mostPerhaps = 3

/**
 * Whether a test goes through what its sheet does not list is the same each time: what explains one of its failures explains the
 * others too. So such a suspect has a way of its own for each set of tests that go through it, where a test failed more than once.
 */
function byReach(reached: readonly Reached[]): { readonly share: number; readonly fails: Way['fails'] }[] {
  const tests = new Map<string, Reached[]>()
  for (const r of reached) if (r.perhaps) tests.set(r.perhaps, [...(tests.get(r.perhaps) ?? []), r])
  const often = [...tests.values()].filter((of) => of.length > 1).slice(0, mostPerhaps)
  const apart = new Set(often.flat())
  const same = reached.filter((r) => !apart.has(r)).map(({ at, mask }) => [at, mask] as const)
  let ways = [{ share: 1, fails: same as Way['fails'] }]
  for (const of of often) {
    const mask = Math.max(...of.map((r) => r.mask))
    ways = ways.flatMap(({ share, fails }) => [
      { share: share * mask, fails },
      { share: share * (1 - mask), fails: [...fails, ...of.map(({ at }) => [at, 0] as const)] },
    ])
  }
  return ways
}

/** A failure may come from what no line names, in the machine that failed, if it was there then. */
const mayReach = (failure: Observation, instance: Instance): boolean =>
  instance.sort !== 'gear' &&
  instance.sort !== 'unknown' &&
  instance.machine === failure.machine &&
  instance.begins < failure.first

/** By how much passes of what a fault that comes and goes may lie in are weakened: 1 − k of n. */
function weakeningOf(failures: readonly Observation[]): Map<Instance, number> {
  const found = new Map<Instance, number>()
  for (const { goes, masks } of failures)
    if (goes) {
      const weak = 1 - goes.k / Math.max(goes.n, goes.k)
      for (const [instance] of masks) found.set(instance, Math.max(found.get(instance) ?? 0, weak))
    }
  return found
}

/** The chance that all passes since then would have passed with it bad: once for each function, at its deepest. */
function passedAll(
  good: readonly Observation[],
  instance: Instance,
  from: number,
  weak: number | undefined,
): number {
  const deepest = new Map<string, number>()
  for (const o of good) {
    const mask = o.masks.get(instance)
    if (mask === undefined || o.order <= from) continue
    const each = weak === undefined ? mask : (mask + (1 - mask) * weak) ** o.times
    const key = `${o.machine} ${o.sort} ${o.of}`
    deepest.set(key, Math.min(deepest.get(key) ?? 1, each))
  }
  let product = 1
  for (const mask of deepest.values()) product *= mask
  return product
}
