/** Observations and the ways in which suspects may have gone bad, as the problem whose shares are sought. */
import { counts, houseMasks, type Observation } from './observations.ts'
import type { Instance } from './instances.ts'
import type { WayIn } from './odds.ts'
import type { Problem, Way } from './shares.ts'

/** Failures that are told apart; older ones are left out. */
const mostFailures = 10

/** The failures that a problem is made of, newest first. */
export const newestFailures = (observations: readonly Observation[]): Observation[] =>
  observations
    .filter((o) => o.is !== 'pass' && counts(o))
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
        const weak = weakened.get(instance)
        const { listed, perhaps } = reachedBy(failures, instance, way.from)
        const apart = togetherOf(perhaps, passes, instance, way.from, weak)
        const told = new Set(apart.map((t) => t.test))
        const passed = passedAll(
          passes.filter((o) => instance.sort !== 'unknown' || !told.has(testOf(o))),
          instance,
          way.from,
          weak,
          failures,
        )
        const alone = perhaps.filter((r) => !told.has(r.test))
        const fails = [...listed, ...alone].map(({ at, mask }) => [at, mask] as const)
        return byReach({ share: 1, passed, fails }, apart).map((w): Way => ({
          odds: way.odds * w.share,
          passed: w.passed,
          fails: w.fails,
        }))
      }),
    ),
  }
}

const testOf = (o: Observation): string => `${o.machine} ${o.sort} ${o.of}`

interface Reached {
  readonly at: number
  readonly mask: number
  readonly test: string
}

/** Failures that a suspect may be the reason of: those that list it, and those that perhaps go through it. */
function reachedBy(failures: readonly Observation[], instance: Instance, from: number) {
  const listed: Reached[] = []
  const perhaps: Reached[] = []
  failures.forEach((f, at) => {
    if (from >= f.first) return
    const mask = f.masks.get(instance)
    const test = testOf(f)
    if (mask !== undefined) (instance.sort === 'unknown' ? perhaps : listed).push({ at, mask, test })
    else if (f.present.has(instance)) perhaps.push({ at, mask: houseMasks.unnamed, test })
  })
  return { listed, perhaps }
}

/** A test that perhaps goes through a suspect: its failures, and the chance that it passed as often as it did if it does. */
interface Together {
  readonly test: string
  readonly mask: number
  readonly passed: number
  readonly at: readonly number[]
}

/** Tests of which so many are told apart. */
const mostTogether = 3

/**
 * Whether a test goes through what its sheet does not list is the same each time. What explains one of its failures explains the
 * others too, and would have shown when it passed.
 */
function togetherOf(
  perhaps: readonly Reached[],
  passes: readonly Observation[],
  instance: Instance,
  from: number,
  weak: number | undefined,
): Together[] {
  const tests = new Map<string, Reached[]>()
  for (const r of perhaps) tests.set(r.test, [...(tests.get(r.test) ?? []), r])
  return [...tests]
    .map(([test, of]): Together => {
      const good = passes.filter(
        (o) =>
          testOf(o) === test && o.order > from && (instance.sort === 'unknown' || o.present.has(instance)),
      )
      const deepest = good.map((o) => weakenedMask(Math.min(...o.masks.values()), weak, o.times))
      return {
        test,
        mask: Math.max(...of.map((r) => r.mask)),
        passed: Math.min(1, ...deepest),
        at: of.map((r) => r.at),
      }
    })
    .filter(({ at, passed }) => at.length > 1 || passed < 1)
    .slice(0, mostTogether)
}

interface Reach {
  readonly share: number
  readonly passed: number
  readonly fails: Way['fails']
}
/** A way for each set of the tests that go through it. */
const byReach = (alone: Reach, apart: readonly Together[]): Reach[] =>
  apart.reduce<Reach[]>(
    (ways, { mask, passed, at }) =>
      ways.flatMap((way) => [
        { ...way, share: way.share * mask },
        {
          share: way.share * (1 - mask),
          passed: way.passed * passed,
          fails: [...way.fails, ...at.map((f) => [f, 0] as const)],
        },
      ]),
    [alone],
  )

const weakenedMask = (mask: number, weak: number | undefined, times: number): number =>
  weak === undefined ? mask : (mask + (1 - mask) * weak) ** times

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
  failures: readonly Observation[],
): number {
  const deepest = new Map<string, number>()
  for (const o of good) {
    const mask = o.masks.get(instance)
    if (mask === undefined || o.order <= from) continue
    const each = Math.min(weakenedMask(mask, weak, o.times), passAfterFailures(o, instance, failures))
    const key = testOf(o)
    deepest.set(key, Math.min(deepest.get(key) ?? 1, each))
  }
  let product = 1
  for (const mask of deepest.values()) product *= mask
  return product
}

/**
 * What made a test fail every time it was tried hardly lets it pass as often now. Of k tries all failed, so one more passes in 1 of
 * k + 2 (rule of succession, Laplace 1774). 1 where it never failed, or comes and goes.
 */
function passAfterFailures(pass: Observation, instance: Instance, failures: readonly Observation[]): number {
  const same = failures.filter((f) => testOf(f) === testOf(pass) && f.masks.has(instance))
  if (same.length === 0 || same.some((f) => f.goes)) return 1
  const tries = same.reduce((sum, f) => sum + f.times, 0)
  return (1 / (tries + 2)) ** pass.times
}
