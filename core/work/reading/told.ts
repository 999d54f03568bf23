/** What the clauses before have told: whom "it" means, what "in again" goes on from. */
import type { Act } from './acts.ts'
import type { Clause } from './clauses.ts'
import type { Line } from './line.ts'

export interface Told {
  /** Positions or gear that were spoken of last. */
  readonly targets: readonly string[]
  /** The last function that was tried. */
  readonly fn?: string | undefined
  /** All functions that the clause before named: "both fail". */
  readonly fns?: readonly string[] | undefined
  /** Gear that the clause before named. */
  readonly gear?: string | undefined
  /** What was spoken of last, in its own words: "plus key". */
  readonly what?: string | undefined
  /** The last act. */
  readonly last?: Act | undefined
  /** Where the sentence ends. */
  readonly sentenceTo: number
}

/** Reads a clause as one sort of act; undefined where it is none. */
export type ClauseReader = (line: Line, clause: Clause, told: Told) => readonly Act[] | undefined
