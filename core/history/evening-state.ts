/** What is known of the evenings on which people come together. */
import type { EntryId, PartyId } from '#core/ids.ts'
import type { Instant } from '#core/quantity/time.ts'
import type { Often, PlanRow } from './bodies/evening.ts'
import type { PlaceSort } from './bodies/job.ts'

/** A day of the week on which people come; `until`: its last day. */
export interface EveningSeries {
  readonly id: EntryId
  readonly weekday: number
  readonly everyWeeks: number
  readonly first: string
  readonly until?: string | undefined
  readonly from: string
  readonly to: string
  /** Who usually comes, and how surely. */
  readonly usual: ReadonlyMap<PartyId, Often>
}

/** A sheet as it was told, with the first that was told of that evening. */
export interface ToldSheet {
  readonly rows: readonly PlanRow[]
  readonly leave: string
  readonly at: Instant
  readonly by?: PartyId | undefined
}

export type Workshop = Readonly<Record<PlaceSort, number>>

/** One evening by itself, or its own hours; `off`: there is none on that day. */
export interface SingleEvening {
  readonly hours?: { readonly from: string; readonly to: string } | undefined
  readonly off?: { readonly because?: string | undefined } | undefined
}
