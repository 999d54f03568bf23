/** What an error says of an entry: it was judged (and comes back to its writer), or it was not (and waits, and is sent again by itself). */
import { say } from '#api/words/say.ts'
import { NoConnection, ProblemError } from './http.ts'
import type { ProblemType } from '#api/problems.ts'

/** Answers that are about the entry or the file itself. Every other one is about the server, the session or the road between. */
const judging: ReadonlySet<ProblemType> = new Set([
  'invalid',
  'refused',
  'other-content',
  'not-allowed',
  'not-found',
  'unsupported-file',
])

export const judges = (error: unknown): boolean =>
  error instanceof ProblemError && judging.has(error.problem.type) && error.problem.status < 500

/** Nothing else would get through either: no connection, no session, too many requests. */
export const stopsAll = (error: unknown): boolean =>
  error instanceof NoConnection ||
  (error instanceof ProblemError &&
    ['not-signed-in', 'stale-page', 'prove-again', 'too-many-tries', 'busy'].includes(error.problem.type))

/** Gone by itself after a while: asked again. */
export const passes = (error: unknown): boolean =>
  error instanceof NoConnection ||
  (error instanceof ProblemError && (error.problem.status >= 500 || error.problem.status === 429))

/** What waits for its writer to sign in again. */
export const sessionOver = say('Your session has run out: sign in again.')

/** In one line, why what waits has not gone yet. */
export function whyItWaits(error: unknown): string {
  if (error instanceof NoConnection) return say('No connection.')
  if (!(error instanceof ProblemError)) return say('The server did not answer as it should.')
  switch (error.problem.type) {
    case 'not-signed-in':
    case 'stale-page':
      return sessionOver
    case 'prove-again':
      return say('Your password is asked for once more.')
    case 'too-large':
      return say('One is larger than this server takes: tell a steward.')
    case 'disk-full':
      return say('The server’s disk is full: tell a steward.')
    case 'too-many-tries':
      return say('The server asks to wait.')
    case 'newer-shape':
      return say('This page is newer than the server: it waits until the server is brought up to date.')
    default:
      return say('The server is busy or being brought up again.')
  }
}

const firstPauseMs = 5_000
const longestPauseMs = 300_000
/** How long to rest after so many tries in a row that got nothing through, ms. */
export const pauseAfter = (failures: number): number =>
  failures === 0 ? 0 : Math.min(longestPauseMs, firstPauseMs * 2 ** (failures - 1))
