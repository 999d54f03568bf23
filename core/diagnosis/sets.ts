/** Sets of suspects that may be bad together, and how much weight each has. */
import { narrowed, sharesOf, type Problem, type Ways } from './shares.ts'

/** Suspects, by their numbers, that are bad while all others are good. */
export interface Candidate {
  readonly bad: readonly number[]
  /** Weight among all candidates that are kept; they add up to 1. */
  readonly weight: number
}

interface Item {
  readonly suspect: number
  /** Odds after its passes. */
  readonly odds: number
  readonly masks: readonly number[]
}

/** Suspects that are looked at, and sets that are kept at every size. */
const most = { suspects: 40, sets: 300, size: 4 }

function itemsOf(suspects: readonly Ways[], order: readonly number[], failures: number): Item[] {
  return order.flatMap((suspect) =>
    (suspects[suspect] ?? []).map(({ odds, passed, fails }) => {
      const masks = Array.from({ length: failures }, () => 1)
      for (const [failure, mask] of fails) masks[failure] = mask
      return { suspect, odds: odds * passed, masks }
    }),
  )
}

/**
 * The sets that explain what was seen best, heaviest first; the empty one among them where a slip is possible. Grown one suspect
 * at a time from the likeliest ones, the best kept at every size.
 */
export function candidatesOf(given: Problem, bad: readonly number[] = sharesOf(given).bad): Candidate[] {
  const problem = narrowed(given)
  const failures = problem.slips.length
  const order = bad
    .map((share, i) => [share, i] as const)
    .filter(([share]) => share > 0)
    .sort((a, b) => b[0] - a[0] || a[1] - b[1])
    .slice(0, most.suspects)
    .map(([, i]) => i)
  const items = itemsOf(problem.suspects, order, failures)
  const weightOf = (odds: number, masks: readonly number[]) =>
    problem.slips.reduce((p, slip, f) => p * (1 - (1 - slip) * (masks[f] ?? 1)), odds)

  interface Grown {
    readonly last: number
    readonly suspects: readonly number[]
    readonly odds: number
    readonly masks: readonly number[]
    readonly weight: number
  }
  const none: Grown = {
    last: -1,
    suspects: [],
    odds: 1,
    masks: problem.slips.map(() => 1),
    weight: weightOf(
      1,
      problem.slips.map(() => 1),
    ),
  }
  const weights = new Map<string, { bad: readonly number[]; weight: number }>()
  let level: Grown[] = [none]
  for (let size = 0; size <= most.size && level.length > 0; size++) {
    for (const set of level) {
      const key = set.suspects.join()
      const held = weights.get(key)
      if (held) held.weight += set.weight
      else weights.set(key, { bad: set.suspects, weight: set.weight })
    }
    if (size === most.size) break
    const next: Grown[] = []
    for (const set of level)
      for (let i = set.last + 1; i < items.length; i++) {
        const item = items[i]
        if (!item || set.suspects.at(-1) === item.suspect) continue
        const masks = set.masks.map((mask, f) => mask * (item.masks[f] ?? 1))
        const odds = set.odds * item.odds
        next.push({
          last: i,
          suspects: [...set.suspects, item.suspect],
          odds,
          masks,
          weight: weightOf(odds, masks),
        })
      }
    level = next.sort((a, b) => b.weight - a.weight).slice(0, most.sets)
  }
  const kept = [...weights.values()]
    .filter((c) => c.weight > 0)
    .sort((a, b) => b.weight - a.weight)
    .slice(0, most.sets)
  const total = kept.reduce((sum, c) => sum + c.weight, 0)
  return kept.map((c) => ({ bad: c.bad, weight: c.weight / total }))
}

/**
 * The smallest sets that meet every conflict: what must be bad if of each conflict at least one is. After Reiter, A theory of
 * diagnosis from first principles, Artificial Intelligence 32 (1987) 57–95, with sets that contain another left out.
 */
export function minimalSets(conflicts: readonly (readonly number[])[]): number[][] {
  let sets: number[][] = [[]]
  for (const conflict of conflicts) {
    const met = sets.filter((set) => set.some((s) => conflict.includes(s)))
    const grown = sets
      .filter((set) => !set.some((s) => conflict.includes(s)))
      .flatMap((set) => conflict.map((s) => [...set, s].sort((a, b) => a - b)))
    sets = [...met, ...grown.filter((g) => !met.some((m) => m.every((s) => g.includes(s))))]
    sets = sets.filter(
      (set, i) =>
        !sets.some(
          (other, j) =>
            i !== j &&
            other.every((s) => set.includes(s)) &&
            (other.length < set.length || (other.length === set.length && j < i)),
        ),
    )
  }
  return sets.sort((a, b) => a.length - b.length || a.join().localeCompare(b.join()))
}
