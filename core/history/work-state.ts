/** What the fold keeps of the work around a machine: screws, waits, precautions, what was passed over, what is left to do or supposed. */
import type { EntryId } from '#core/ids.ts'
import type { Quantity } from '#core/quantity/quantity.ts'
import type { Instant } from '#core/quantity/time.ts'
import type { BodyOf } from './bodies/index.ts'
import type { Precaution } from './bodies/precaution.ts'
import type { Statement } from './versions.ts'

/** Something that was left to be done, and by which entry. */
export interface TaskState {
  readonly left: Statement
  readonly what: 'next' | 'put off'
  readonly words: string
  readonly reason?: string | undefined
  readonly until?: Instant | undefined
  /** Somebody did it or dropped it. */
  readonly ended?: Statement | undefined
}

/** A suspicion, advice or an opinion; `became`: what came of it, once somebody knows. */
export interface AdviceState {
  readonly entry: Statement
  readonly said: Extract<BodyOf<'advice'>, { what: 'said' }>
  readonly became?: Statement | undefined
}

export interface FastenerCount {
  readonly size: string
  readonly off: number
  readonly on: number
  readonly cups: readonly string[]
  readonly whats: readonly string[]
  /** Only loosened, and not tightened since. */
  readonly loose: number
  /** Not there when they were looked for; and those of them that had come off here. */
  readonly missing: number
  readonly lost: number
}

export interface WaitState {
  readonly entry: Statement
  readonly what: string
  readonly until: Instant
  readonly everyMinutes?: number | undefined
  /** Somebody ended it. */
  readonly over?: Statement | undefined
}

/** Something a person did or saw so that work could go on, and how often the machine had been powered up by then. */
export interface PrecautionState {
  readonly entry: Statement
  readonly what: Precaution
  readonly read?: Quantity | undefined
  readonly words?: string | undefined
  readonly powerUps: number
  readonly order: number
}

/** Rules that somebody went past. */
export interface PassedOver {
  readonly entry: Statement
  readonly check: string
  readonly rules: readonly string[]
}

export interface JotState {
  readonly entry: Statement
  readonly words: string
  readonly voice?: { readonly file: string; readonly mime: string; readonly seconds: number } | undefined
  /** Entries that it became; undefined while nobody has sorted it. */
  readonly into?: readonly EntryId[] | undefined
}
