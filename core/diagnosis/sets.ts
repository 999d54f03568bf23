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
const most = { suspects: 40, items: 120, sets: 300, size: 4 }

/** The ways of the suspects, those that explain the same as one, the most telling first. */
function itemsOf(suspects: readonly Ways[], order: readonly number[], failures: number): Item[] {
  const items = order.flatMap((suspect) => {
    const alike = new Map<string, Item>()
    for (const { odds, passed, fails } of suspects[suspect] ?? []) {
      const masks = Array.from({ length: failures }, () => 1)
      for (const [failure, mask] of fails) masks[failure] = mask
      const key = masks.join()
      alike.set(key, { suspect, odds: (alike.get(key)?.odds ?? 0) + odds * passed, masks })
    }
    return [...alike.values()]
  })
  if (items.length <= most.items) return items
  const telling = (item: Item) => item.odds * item.masks.reduce((sum, mask) => sum + 1 - mask, 0.01)
  const least = items.map(telling).sort((x, y) => y - x)[most.items - 1] ?? 0
  // The order stands: sets are grown along it.
  return items.filter((item) => telling(item) >= least)
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
    // Only the best are made: most of what can be grown is thrown away at once.
    const best: { readonly set: Grown; readonly i: number; readonly weight: number }[] = []
    for (const set of level)
      for (let i = set.last + 1; i < items.length; i++) {
        const item = items[i]
        if (!item || set.suspects.at(-1) === item.suspect) continue
        let weight = set.odds * item.odds
        for (let f = 0; f < failures; f++)
          weight *= 1 - (1 - (problem.slips[f] ?? 0)) * (set.masks[f] ?? 1) * (item.masks[f] ?? 1)
        best.push({ set, i, weight })
      }
    level = best
      .sort((a, b) => b.weight - a.weight)
      .slice(0, most.sets)
      .flatMap(({ set, i, weight }) => {
        const item = items[i]
        return item
          ? [
              {
                last: i,
                suspects: [...set.suspects, item.suspect],
                odds: set.odds * item.odds,
                masks: set.masks.map((mask, f) => mask * (item.masks[f] ?? 1)),
                weight,
              },
            ]
          : []
      })
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
