/** Passwords that many people use, or that are made of what everybody knows of their owner. */
import { ZxcvbnFactory } from '@zxcvbn-ts/core'
import { adjacencyGraphs, dictionary } from '@zxcvbn-ts/language-common'
import { ProblemError } from '../../platform/errors.ts'

const estimator = new ZxcvbnFactory({ dictionary, graphs: adjacencyGraphs })

/** Throws invalid for a password that is found in lists of common ones, or guessed from `own` (NIST SP 800-63B §5.1.1.2). */
export function refuseCommon(password: string, own: readonly string[]): void {
  // Fewer than a million guesses: a list of common passwords with the usual changes made to them.
  if (estimator.check(password, [...own]).score > 1) return
  throw new ProblemError(
    'invalid',
    'Many people use that password, or it is easily guessed. Take several words that do not belong together.',
    { fields: [{ path: 'password', message: 'Too easily guessed.' }] },
  )
}
