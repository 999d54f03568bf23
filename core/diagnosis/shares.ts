/**
 * How likely each suspect is to be bad, given what passed and what failed: exact for any number of faults at once. A result is a
 * noisy “or”: a test passes with the product of the masks of the bad suspects that it exercises, less a slip. Suspects are added
 * one at a time to the set of failures that are explained so far; all terms are positive, so nothing cancels. (Inclusion and
 * exclusion, as in Heckerman, A tractable inference algorithm for diagnosing multiple diseases, UAI 1989, is the same sum with
 * signs and loses its digits.)
 */

/** One way in which a suspect may have gone bad. What was seen before it says nothing of it. */
export interface Way {
  /** Odds of it before anything was seen; 0.02 is 1 in 51. */
  readonly odds: number
  /** Product of the masks of the passes that would have shown it; 1: no pass could. */
  readonly passed: number
  /** Failures that it may be the reason of: which, and the chance 0 to 1 that the test would have passed all the same. */
  readonly fails: readonly (readonly [failure: number, mask: number])[]
}

/** A suspect is bad by one of its ways at most. */
export type Ways = readonly Way[]

export interface Problem {
  readonly suspects: readonly Ways[]
  /** For each failure, the chance 0 to 1 that it was seen though nothing is bad. */
  readonly slips: readonly number[]
}

export interface Shares {
  /** For each suspect the probability 0 to 1 that it is bad. */
  readonly bad: readonly number[]
  /** Probability of what was seen, without the factor (1 − slip) of each pass. */
  readonly seen: number
  /** Probability 0 to 1 that none of the suspects is bad. */
  readonly none: number
}

/** The most failures that are told apart: the table has two to the power of them. */
export const mostFailures = 12

const oddsOf = (ways: Ways): number => ways.reduce((sum, way) => sum + way.odds, 0)

/**
 * A problem with its narrowest failures alone, at most `mostFailures`; the same problem where there are no more. A failure is
 * narrow where it speaks of few suspects.
 */
export function narrowed(problem: Problem): Problem {
  if (problem.slips.length <= mostFailures) return problem
  const width = problem.slips.map(() => 0)
  for (const ways of problem.suspects)
    for (const [failure, mask] of ways.at(-1)?.fails ?? [])
      width[failure] = (width[failure] ?? 0) + (1 - mask)
  const kept = width
    .map((w, failure) => [w, failure] as const)
    .sort((a, b) => a[0] - b[0] || a[1] - b[1])
    .slice(0, mostFailures)
    .map(([, failure]) => failure)
  const place = new Map(kept.map((failure, i) => [failure, i]))
  return {
    slips: kept.map((failure) => problem.slips[failure] ?? 0),
    suspects: problem.suspects.map((ways) =>
      ways.map((way) => ({
        ...way,
        fails: way.fails.flatMap(([failure, mask]) => {
          const at = place.get(failure)
          return at === undefined ? [] : [[at, mask] as const]
        }),
      })),
    ),
  }
}

/** Carries a table over sets of explained failures through what one bad suspect explains: forward in place. */
function push(table: Float64Array, fails: Way['fails']): void {
  for (const [failure, mask] of fails) {
    const bit = 1 << failure
    for (let set = 0; set < table.length; set++) {
      if (set & bit) continue
      const off = table[set] ?? 0
      table[set | bit] = (table[set | bit] ?? 0) + (1 - mask) * off
      table[set] = mask * off
    }
  }
}

/** The same backward: what is left to explain, seen from before the suspect. */
function pull(table: Float64Array, fails: Way['fails']): void {
  for (const [failure, mask] of fails) {
    const bit = 1 << failure
    for (let set = 0; set < table.length; set++)
      if (!(set & bit)) table[set] = mask * (table[set] ?? 0) + (1 - mask) * (table[set | bit] ?? 0)
  }
}

/** Ways of a suspect with their weights, those that explain the same as one. */
function weighed(ways: Ways): {
  readonly good: number
  readonly bad: readonly (readonly [number, Way['fails']])[]
} {
  const total = 1 + oddsOf(ways)
  const alike = new Map<string, [number, Way['fails']]>()
  for (const { odds, passed, fails } of ways) {
    const key = fails.flat().join()
    const held = alike.get(key)
    const weight = (odds * passed) / total
    if (held) held[0] += weight
    else alike.set(key, [weight, fails])
  }
  return { good: 1 / total, bad: [...alike.values()] }
}

/**
 * The share of each suspect. Takes suspects in any number and failures up to `mostFailures` (more: the narrowest); time grows
 * with suspects × failures × 2^failures.
 */
export function sharesOf(given: Problem): Shares {
  const { suspects, slips } = narrowed(given)
  const size = 1 << slips.length
  const known = suspects.map(weighed)
  const reached = known.map(({ bad }) => bad.some(([, fails]) => fails.length > 0))

  let table = new Float64Array(size)
  for (let set = 0; set < size; set++)
    table[set] = slips.reduce((p, slip, failure) => p * (set & (1 << failure) ? slip : 1 - slip), 1)
  const slipped = table[size - 1] ?? 0
  const before: Float64Array[] = []
  let alone = 1
  let none = slipped
  known.forEach(({ good, bad }, i) => {
    before.push(table)
    none *= good
    if (!reached[i]) {
      alone *= good + bad.reduce((sum, [weight]) => sum + weight, 0)
      return
    }
    const next = table.map((p) => p * good)
    for (const [weight, fails] of bad) {
      const pushed = table.slice()
      push(pushed, fails)
      for (let set = 0; set < size; set++) next[set] = (next[set] ?? 0) + weight * (pushed[set] ?? 0)
    }
    table = next
  })
  const explained = table[size - 1] ?? 0

  const shares: number[] = known.map(() => 0)
  let after = new Float64Array(size)
  after[size - 1] = 1
  for (let i = known.length - 1; i >= 0; i--) {
    const { good, bad } = known[i] ?? { good: 1, bad: [] }
    if (!reached[i]) {
      const weight = bad.reduce((sum, [w]) => sum + w, 0)
      shares[i] = weight / (good + weight)
      continue
    }
    const upTo = before[i] ?? table
    const earlier = after.map((p) => p * good)
    let sum = 0
    for (const [weight, fails] of bad) {
      const pulled = after.slice()
      pull(pulled, fails)
      for (let set = 0; set < size; set++) {
        sum += weight * (upTo[set] ?? 0) * (pulled[set] ?? 0)
        earlier[set] = (earlier[set] ?? 0) + weight * (pulled[set] ?? 0)
      }
    }
    shares[i] = explained > 0 ? sum / explained : 0
    after = earlier
  }
  const seen = explained * alone
  return { bad: shares, seen, none: seen > 0 ? none / seen : 0 }
}
