/** What was seen, as passes and failures of exactly what each exercised. Of the same on unchanged instances one counts. */
import type { MachineId } from '#core/ids.ts'
import type { Statement } from '#core/history/versions.ts'
import type { Instance } from './instances.ts'

/** House figures: the chance that a bad one is not shown, and that a good one fails. */
export const houseMasks = {
  look: 0.5,
  short: 0.25,
  full: 0.05,
  /** The procedure does not try something: so much is added. */
  notExercised: 0.1,
  /** A pass of what nobody has declared, and a clean look at a place, tell little. */
  undeclared: 0.9,
  cleanLook: 0.9,
  /** A failure also reaches what is not named. */
  unnamed: 0.96,
  /** A rail that is low may be pulled down by what it feeds. */
  load: 0.8,
  /** Something that no sheet names. */
  unknown: 0.5,
  /** About one fault in five comes and goes; one that stays would have failed every try. */
  comesAndGoes: 0.8,
  slip: 0.01,
  /** The same failure seen again. */
  seenAgain: 0.001,
} as const

export interface Observation {
  readonly entry: Statement
  readonly machine: MachineId
  /** The function, or the test point. */
  readonly of: string
  readonly sort: 'test' | 'reading' | 'look'
  readonly is: 'pass' | 'fail' | 'comes and goes'
  readonly symptom?: string | undefined
  /** First and last order at which it was seen on unchanged instances. */
  readonly first: number
  readonly order: number
  readonly times: number
  /** The chance that it passes though one of them is bad, by instance. */
  readonly masks: ReadonlyMap<Instance, number>
  /** What was in the machine then: what no line names may be the reason of a failure too. */
  readonly present: ReadonlySet<Instance>
  readonly slip: number
  /** Nobody has said what it hangs on. */
  readonly anything: boolean
  /** Failures of how many starts, where it comes and goes. */
  readonly goes?: { readonly k: number; readonly n: number } | undefined
  /** Positions that it hangs on and that were empty: a failure of it speaks of nothing else. */
  readonly empty?: readonly string[] | undefined
  /** A person set it aside: it counts for nothing. */
  readonly aside?: Statement | undefined
  /** There are too many failures: this one is left out of the sum. */
  readonly left?: boolean
}

/** Whether it is reckoned with: nobody set it aside, and nothing that it needs was missing. */
export const counts = (o: Observation): boolean => !o.aside && !(o.is !== 'pass' && o.empty?.length)

const instancesKey = (o: Observation): string =>
  `${o.machine} ${o.sort} ${o.of} ${[...o.masks.keys()].map((i) => i.key).join('|')}`

/**
 * A mask belongs to the test, not to the try: the same function on unchanged instances counts once, at its deepest pass; the same
 * failure once, as seen again; pass and failure with nothing between as a fault that comes and goes.
 */
export function merged(found: readonly Observation[]): Observation[] {
  const groups = new Map<string, Observation[]>()
  const out: Observation[] = []
  for (const o of found) {
    if (!counts(o)) {
      out.push(o)
      continue
    }
    const key = instancesKey(o)
    const held = groups.get(key)
    if (held) held.push(o)
    else groups.set(key, [o])
  }
  for (const group of groups.values()) {
    const fails = group.filter((o) => o.is !== 'pass')
    const good = group.filter((o) => o.is === 'pass')
    const last = group.at(-1)
    if (!last) continue
    if (fails.length === 0) {
      const deepest = good.reduce((a, b) => (maskOf(b) <= maskOf(a) ? b : a))
      out.push({
        ...deepest,
        order: last.order,
        first: good[0]?.first ?? deepest.first,
        times: sum(good, (o) => o.times),
      })
      continue
    }
    const newest = fails.at(-1) ?? last
    const goes = fails.some((o) => o.goes) || good.length > 0
    const k = sum(fails, (o) => o.goes?.k ?? o.times)
    const n = k + sum(fails, (o) => (o.goes ? o.goes.n - o.goes.k : 0)) + sum(good, (o) => o.times)
    out.push({
      ...newest,
      masks: goes
        ? new Map([...newest.masks].map(([i, mask]) => [i, Math.max(mask, houseMasks.comesAndGoes)]))
        : newest.masks,
      first: fails[0]?.first ?? newest.first,
      times: sum(fails, (o) => o.times),
      is: goes ? 'comes and goes' : 'fail',
      goes: goes ? { k, n } : undefined,
      // One failure among many tries is the likelier a slip, the more tries there were.
      slip: k > 1 ? houseMasks.seenAgain : 1 - (1 - houseMasks.slip) ** n,
    })
  }
  return out.sort((a, b) => a.order - b.order)
}

const sum = <T>(items: readonly T[], of: (item: T) => number): number =>
  items.reduce((n, item) => n + of(item), 0)
/** How deep a pass went: its mask for what it names. */
const maskOf = (o: Observation): number => Math.min(1, ...o.masks.values())
