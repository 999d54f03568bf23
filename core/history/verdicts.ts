/** The verdicts on a pair of tests: how two results compare, and what follows from what was changed between them. */
import type { TestResult } from './bodies/test.ts'
import { failuresOf, passes } from './results.ts'

export type Verdict =
  | 'cause shown'
  | 'cause presumed'
  | 'cause not separated'
  | 'better, not cured'
  | 'came back by itself'
  | 'outside what was declared'
  | 'no effect'
  | 'no lasting effect together'
  | 'caused by'
  | 'among'
  | 'failed on its own'
  | 'came again'
  | 'comes and goes'
  | 'cannot be known'
  | 'order not known'

export type Strength = 'shown' | 'presumed' | 'shows nothing'

/** Some of it works, and nobody counted how much. */
const uncounted = 0.7
const isUncounted = (result: TestResult) => result.is === 'partly' && result.of === undefined

/** Grade of a result for "better" and "worse": 0 fails, 2 passes, between them by share. */
function goodness(result: TestResult): number {
  switch (result.is) {
    case 'pass':
      return 2
    case 'partly':
      if (passes(result)) return 2
      return result.good === undefined || result.of === undefined ? uncounted : 0.2 + result.good / result.of
    case 'intermittent':
      return 1.3 - failuresOf(result).failures / failuresOf(result).of
    default:
      return 0
  }
}

export type Comparison =
  'better' | 'better, not cured' | 'same good' | 'same failure' | 'another failure' | 'worse'

/** Other words are the same failure unless a person says another: only fewer or more failures are better or worse. */
export function compareResults(before: TestResult, after: TestResult): Comparison {
  const [was, is] = [goodness(before), goodness(after)]
  if (was === 2 && is === 2) return 'same good'
  if (after.is === 'fail' && after.another && was !== 2) return 'another failure'
  // How much of it worked nobody knows: neither better nor worse than another part of it.
  if (before.is === 'partly' && after.is === 'partly' && isUncounted(before) !== isUncounted(after))
    return is === 2 ? 'better' : was === 2 ? 'worse' : 'same failure'
  if (is > was) return is === 2 ? 'better' : 'better, not cured'
  return is < was ? 'worse' : 'same failure'
}

/** How many things may have made the difference, by how near they are. */
export interface Candidates {
  readonly altered: number
  readonly disturbed: number
  readonly gear: number
  /** On no list of the function. */
  readonly unlisted: number
}

/** The verdict and how far it may be trusted at best, by what was changed in between. */
export function judged(
  compared: Exclude<Comparison, 'same good'>,
  { altered, disturbed, gear, unlisted }: Candidates,
  goes: boolean,
): readonly [Verdict, Strength] {
  const listed = altered + disturbed + gear
  const alone = listed === 1 && altered === 1 && unlisted === 0
  switch (compared) {
    case 'better':
      if (listed === 0)
        return [unlisted > 0 ? 'outside what was declared' : 'came back by itself', 'shows nothing']
      if (listed > 1) return ['cause not separated', 'shows nothing']
      return alone ? ['cause shown', 'shown'] : ['cause presumed', 'presumed']
    case 'better, not cured':
      return ['better, not cured', 'shows nothing']
    case 'same failure':
      return altered + disturbed > 1
        ? ['no lasting effect together', 'shown']
        : ['no effect', altered === 1 ? 'shown' : 'presumed']
    case 'another failure':
    case 'worse':
      // What comes and goes comes again by itself, whatever was done meanwhile.
      if (goes) return ['came again', 'shows nothing']
      if (listed === 0)
        return unlisted > 0 ? ['outside what was declared', 'shows nothing'] : ['failed on its own', 'shown']
      if (listed > 1) return ['among', 'shows nothing']
      return ['caused by', alone ? 'shown' : 'presumed']
  }
}

const strengths: readonly Strength[] = ['shown', 'presumed', 'shows nothing']
/** One step down for each thing that weakens it. */
export const weaker = (strength: Strength, steps: number): Strength =>
  strengths[Math.min(strengths.indexOf(strength) + steps, 2)] ?? 'shows nothing'
