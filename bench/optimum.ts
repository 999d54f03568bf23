/**
 * Small machines with one fault: the fewest expected minutes by dynamic programming over all results, and the exact expected
 * minutes of a rule, which sees only its own beliefs.
 */
import { adviceOn, type Option } from '#core/diagnosis/next.ts'
import { dice as diceOf, oneOf, type Dice } from '#core/quantity/dice.ts'

export interface Small {
  /** Chance that it is the one, for each suspect. */
  readonly odds: readonly number[]
  /** Minutes of swapping each; the function is tried at its end. */
  readonly swaps: readonly number[]
  readonly tests: readonly {
    readonly minutes: number
    /** Chance that it passes though this one is bad. */
    readonly passes: readonly number[]
  }[]
}

export function smallOf(dice: Dice): Small {
  const n = 5 + Math.floor(dice() * 4)
  const tests = 3 + Math.floor(dice() * 3)
  const raw = Array.from({ length: n }, () => Math.exp(1.5 * (dice() + dice() + dice() - 1.5)))
  const sum = raw.reduce((a, b) => a + b, 0)
  return {
    odds: raw.map((r) => r / sum),
    swaps: raw.map(() => 3 + Math.floor(dice() * 20)),
    tests: Array.from({ length: tests }, () => {
      const mask = oneOf(dice, masks.house)
      return { minutes: 1 + Math.floor(dice() * 6), passes: raw.map(() => (dice() < 0.45 ? mask : 1)) }
    }),
  }
}

/** The house's masks by depth, and what they truly are where the house is wrong. */
const masks = { house: [0.05, 0.25, 0.5], truly: [0.15, 0.4, 0.7] }

/** The same machine as it truly is where the house is wrong: odds off by e^N(0, 0.7), masks weaker. */
export function otherwise(small: Small, seed: number): Small {
  const dice = diceOf(seed)
  const normal = () => Math.sqrt(-2 * Math.log(Math.max(dice(), 1e-12))) * Math.cos(2 * Math.PI * dice())
  const raw = small.odds.map((o) => o * Math.exp(0.7 * normal()))
  const all = sum(raw)
  return {
    odds: raw.map((r) => r / all),
    swaps: small.swaps,
    tests: small.tests.map((t) => ({
      minutes: t.minutes,
      passes: t.passes.map((p) => masks.truly[masks.house.indexOf(p)] ?? p),
    })),
  }
}

/** Weights of the suspects after tests (0 not done, 1 passed, 2 failed), the swapped ones gone. */
const weightsOf = (small: Small, results: readonly number[], swapped: number): number[] =>
  small.odds.map((odds, i) =>
    swapped & (1 << i)
      ? 0
      : small.tests.reduce((w, t, k) => {
          const p = t.passes[i] ?? 1
          return results[k] === 1 ? w * p : results[k] === 2 ? w * (1 - p) : w
        }, odds),
  )
const sum = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0)
const keyOf = (results: readonly number[], swapped: number): string => `${results.join('')}/${swapped}`
const withResult = (results: readonly number[], k: number, is: number): number[] =>
  results.map((r, j) => (j === k ? is : r))

/** Expected minutes, times the weight of what is left, over the tree of acts; `choose` names one act or all. */
function minutesOver(
  small: Small,
  choose: ((results: readonly number[], swapped: number) => number) | undefined,
): number {
  const held = new Map<string, number>()
  const walk = (results: readonly number[], swapped: number): number => {
    const weights = weightsOf(small, results, swapped)
    const all = sum(weights)
    if (all <= 1e-12) return 0
    const key = keyOf(results, swapped)
    const known = held.get(key)
    if (known !== undefined) return known
    const valueOf = (act: number): number => {
      if (act < small.swaps.length)
        return swapped & (1 << act)
          ? Infinity
          : all * (small.swaps[act] ?? 0) + walk(results, swapped | (1 << act))
      const k = act - small.swaps.length
      if (results[k] !== 0) return Infinity
      return (
        all * (small.tests[k]?.minutes ?? 0) +
        walk(withResult(results, k, 1), swapped) +
        walk(withResult(results, k, 2), swapped)
      )
    }
    const acts = small.swaps.length + small.tests.length
    const value = choose
      ? valueOf(choose(results, swapped))
      : Math.min(...Array.from({ length: acts }, (_, act) => valueOf(act)))
    held.set(key, value)
    return value
  }
  return walk(
    small.tests.map(() => 0),
    0,
  )
}

export const fewestMinutes = (small: Small): number => minutesOver(small, undefined)

/** Exact expected minutes of following the advice; it reckons with `believed`, the machine is as `small`. */
export function minutesOfAdvice(small: Small, believed: Small, ahead: 1 | 2): number {
  return minutesOver(small, (results, swapped) => {
    const weights = weightsOf(believed, results, swapped)
    const acts: number[] = []
    const options: Option[] = []
    small.swaps.forEach((minutes, i) => {
      if (swapped & (1 << i)) return
      acts.push(i)
      options.push({ minutes, toll: 0, mends: [i] })
    })
    believed.tests.forEach((t, k) => {
      if (results[k] !== 0) return
      acts.push(small.swaps.length + k)
      options.push({ minutes: t.minutes, toll: 0, slip: 0, sees: new Map(t.passes.map((p, i) => [i, p])) })
    })
    const candidates = weights.map((weight, i) => ({ bad: [i], weight })).filter((c) => c.weight > 1e-9)
    const best = adviceOn(candidates, options, { beyond: 1e9, ahead }).acts[0]?.option ?? 0
    return acts[best] ?? 0
  })
}
