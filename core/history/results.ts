/** What a result of a test comes to; without the schemas, so that any view may ask. */
import type { TestResult } from './bodies/test.ts'

/** All that was tried was good: a pass, or n of n. */
export const passes = (result: TestResult): boolean =>
  result.is === 'pass' || (result.is === 'partly' && result.good !== undefined && result.good === result.of)

/** How often a fault that comes and goes failed: as counted, else one of two is reckoned with. */
export const failuresOf = (
  result: Extract<TestResult, { is: 'intermittent' }>,
): { readonly failures: number; readonly of: number; readonly reckoned: boolean } =>
  result.failures === undefined || result.of === undefined
    ? { failures: 1, of: 2, reckoned: true }
    : { failures: result.failures, of: result.of, reckoned: false }

/** Starts that a result stands for: those it names, else one. */
export const startsOf = (result: TestResult): number =>
  result.is === 'pass' || result.is === 'fail'
    ? (result.starts ?? 1)
    : result.is === 'partly'
      ? (result.of ?? 1)
      : 1

/**
 * The name under which a look is written: dead, signs of life, seems to run. It is said of the machine as it was met and
 * proves nothing of any function, so it has no standing.
 */
export const lookFunction = 'look'

/** A result as a guest reads it: which other machine it waits for is the house's own matter. */
export const guestResult = (result: TestResult): TestResult =>
  result.is === 'not possible' && result.until !== undefined
    ? { is: 'not possible', because: 'another machine of the house has to work first' }
    : result
