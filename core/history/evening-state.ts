/** What is known of the evenings on which people come together. */
import type { EntryId, PartyId } from '#core/ids.ts'

/** A day of the week on which people come; `until`: its last day. */
export interface EveningSeries {
  readonly id: EntryId
  readonly weekday: number
  readonly everyWeeks: number
  readonly first: string
  readonly until?: string | undefined
  readonly from: string
  readonly to: string
  readonly usual: ReadonlySet<PartyId>
}

/** One evening by itself, or its own hours; `off`: there is none on that day. */
export interface SingleEvening {
  readonly hours?: { readonly from: string; readonly to: string } | undefined
  readonly off?: { readonly because?: string | undefined } | undefined
}
