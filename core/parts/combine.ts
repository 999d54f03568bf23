/** A value from what is in stock: one part, or two or three in series or parallel, nearest to what is wanted. */

export interface Stocked {
  readonly id: string
  /** Ohm or farad, above zero. */
  readonly value: number
  /** How many of it there are. */
  readonly count: number
}
export type Joined =
  'single' | 'series' | 'parallel' | 'series of a pair in parallel' | 'parallel of a pair in series'
export interface Combination {
  readonly joined: Joined
  /** In the mixed ways the pair comes first, the single part last. */
  readonly parts: readonly Stocked[]
  readonly value: number
  /** Signed, as a share of what is wanted. */
  readonly error: number
}

/** Conductances add where resistances do not: parallel resistors, series capacitors. */
const reciprocal = (a: number, b: number): number => (a * b) / (a + b)

/** Resistors add in series; capacitors in parallel. */
const nameOf = (adds: boolean, kind: 'resistor' | 'capacitor'): 'series' | 'parallel' =>
  adds === (kind === 'resistor') ? 'series' : 'parallel'

const tidy = (value: number): number => Number(value.toPrecision(12))
const combination = (
  joined: Joined,
  parts: readonly Stocked[],
  value: number,
  target: number,
): Combination => ({
  joined,
  parts,
  value: tidy(value),
  error: tidy(value / target - 1),
})
const nearer = (a: Combination | undefined, b: Combination | undefined): Combination | undefined =>
  !a ? b : !b ? a : Math.abs(b.error) < Math.abs(a.error) - 1e-12 ? b : a

interface Pair {
  readonly parts: readonly [Stocked, Stocked]
  readonly value: number
}

/**
 * The largest pair below a value and the smallest at or above it, in one pass over the sorted values from both ends: sums rise
 * as either value rises, and so do reciprocal sums, so the end to move is known, and whatever is passed over lies further off.
 * O(n). `sorted` by value, rising. A part serves twice when there are two of it.
 */
function pairsAround(
  sorted: readonly Stocked[],
  wanted: number,
  join: (a: number, b: number) => number,
): readonly Pair[] {
  let below: Pair | undefined
  let above: Pair | undefined
  let low = 0
  let high = sorted.length - 1
  while (low <= high) {
    const a = sorted[low]
    const b = sorted[high]
    if (!a || !b) break
    const value = join(a.value, b.value)
    if (low !== high || a.count > 1) {
      if (value < wanted) below = !below || value > below.value ? { parts: [a, b], value } : below
      else above = !above || value < above.value ? { parts: [a, b], value } : above
    }
    if (value < wanted) low++
    else high--
  }
  return [below, above].filter((pair) => pair !== undefined)
}

const sum = (a: number, b: number): number => a + b
const joins = [
  [true, sum],
  [false, reciprocal],
] as const

/** The nearest pair, series or parallel; undefined for an empty stock or one part. */
export function nearestPair(
  stock: readonly Stocked[],
  target: number,
  kind: 'resistor' | 'capacitor',
): Combination | undefined {
  const sorted = [...stock].filter((s) => s.count > 0).sort((a, b) => a.value - b.value)
  let best: Combination | undefined
  for (const [adds, join] of joins)
    for (const pair of pairsAround(sorted, target, join))
      best = nearer(best, combination(nameOf(adds, kind), pair.parts, pair.value, target))
  return best
}

/** Takes one of a part away from a stock. */
const without = (stock: readonly Stocked[], used: Stocked): Stocked[] =>
  stock.flatMap((s) => (s.id !== used.id ? [s] : s.count > 1 ? [{ ...s, count: s.count - 1 }] : []))

/**
 * The nearest three: each part with the pairs of the others on either side of what is left to make up, joined both ways. Exact,
 * since the whole rises with the pair. O(n²).
 */
export function nearestThree(
  stock: readonly Stocked[],
  target: number,
  kind: 'resistor' | 'capacitor',
): Combination | undefined {
  let best: Combination | undefined
  for (const third of stock) {
    if (third.count < 1) continue
    const rest = without(stock, third).sort((a, b) => a.value - b.value)
    // What the pair must be; a third part too small to be brought down to the target wants the largest pair there is.
    const left = {
      sum: target - third.value,
      reciprocal:
        third.value > target ? (target * third.value) / (third.value - target) : Number.POSITIVE_INFINITY,
    }
    for (const [outer, join] of joins)
      for (const [inner, innerJoin] of joins)
        for (const pair of pairsAround(rest, outer ? left.sum : left.reciprocal, innerJoin)) {
          const way = nameOf(outer, kind)
          const joined: Joined =
            outer === inner
              ? way
              : way === 'series'
                ? 'series of a pair in parallel'
                : 'parallel of a pair in series'
          best = nearer(
            best,
            combination(joined, [...pair.parts, third], join(pair.value, third.value), target),
          )
        }
  }
  return best
}

/**
 * What makes a value, the fewest parts first: more parts only where fewer are outside the tolerance (a share, 0.05 = 5 %).
 * Without any within it, the nearest of all. Undefined for an empty stock. Throws for a target that is not above zero.
 */
export function combine(
  stock: readonly Stocked[],
  target: number,
  kind: 'resistor' | 'capacitor',
  tolerance: number,
): Combination | undefined {
  if (!(target > 0)) throw new RangeError('a value to make up is above zero')
  const usable = stock.filter((s) => s.count > 0 && s.value > 0)
  const single = usable.reduce<Combination | undefined>(
    (best, s) => nearer(best, combination('single', [s], s.value, target)),
    undefined,
  )
  const within = (c: Combination | undefined): c is Combination =>
    c !== undefined && Math.abs(c.error) <= tolerance + 1e-12
  if (within(single)) return single
  const pair = nearestPair(usable, target, kind)
  if (within(pair)) return pair
  return nearer(nearer(single, pair), nearestThree(usable, target, kind))
}
