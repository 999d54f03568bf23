/** The entry: the only thing that is stored as truth. Everything shown is derived from a line of entries. */
import type { AccountId, EntryId, HouseId, PartyId } from '#core/ids.ts'
import type { Instant, Interval } from '#core/quantity/time.ts'
import type { Body } from './bodies/index.ts'
import type { Refusal } from './refusal.ts'

export const entryVersion = 2

export const subjectKinds = ['machine', 'part', 'lot', 'loan', 'gear', 'party', 'type', 'house'] as const
export interface Subject {
  readonly kind: (typeof subjectKinds)[number]
  readonly id: string
}

export const bases = ['measured', 'seen', 'told', 'inferred', 'from memory'] as const
export type Basis = (typeof bases)[number]

export interface Amends {
  readonly entry: EntryId
  /** Every latest amendment of that entry that its writer knew; empty when none was known. */
  readonly seen: readonly EntryId[]
  readonly how: 'correct' | 'withdraw'
  readonly reason?: string | undefined
}

export type Warrant = { readonly by: PartyId } | { readonly because: string }

/** What a client sends. The server adds subjects, recordedAt, seq, recordedBy and what it became. */
export interface Draft {
  readonly id: EntryId
  readonly v: number
  readonly episode?: EntryId | undefined
  readonly happenedAt: Interval
  readonly doneBy?: PartyId | undefined
  readonly basis: Basis
  readonly toldBy?: PartyId | undefined
  readonly restsOn?: readonly EntryId[] | undefined
  readonly amends?: Amends | undefined
  readonly together?: string | undefined
  /** Hands-on minutes, where the writer says them. */
  readonly minutes?: number | undefined
  /** Rules of a check that were not met when it was done all the same. */
  readonly past?: { readonly check: string; readonly rules: readonly string[] } | undefined
  /** On what somebody did an act that they are not authorised for: under the eye of one who is, or why. */
  readonly warrant?: Warrant | undefined
  readonly device?: { readonly id: string; readonly n: number; readonly offsetMs: number } | undefined
  readonly body: Body
}

export interface Entry extends Draft {
  readonly about: readonly Subject[]
  /** The house that wrote it, and when that house took it. */
  readonly house: HouseId
  readonly recordedAt: Instant
  /** When it came here: what was known at a time is asked by this. In the house that wrote it the same as recordedAt. */
  readonly receivedAt: Instant
  readonly seq: number
  readonly recordedBy: AccountId
  readonly became: 'recorded' | 'contested'
  readonly contest?: Refusal | undefined
  readonly clockUncertain?: boolean | undefined
}
