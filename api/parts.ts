/** Parts: needs and who could serve them, bag tags. */
import type { Candidate, Need } from '#core/parts/donors.ts'
import type { ModificationRow } from '#core/views/modifications.ts'

export interface DonorsAnswer {
  readonly machine: { readonly id: string; readonly label: string; readonly openEpisode?: string | undefined }
  readonly needs: readonly Need[]
  readonly candidates: readonly Candidate[]
  /** There were more machines or parts of these kinds than were looked at. */
  readonly more: boolean
  readonly nextTag: string
}

export interface StockRow {
  readonly kind: string
  readonly inStore: number
  readonly inMachines: number
  /** In trays, kept with machines, with people. */
  readonly elsewhere: number
  readonly onLoan: number
  readonly gone: number
  /** Bought, made or given, and how many of those have been used. */
  readonly acquired: number
  readonly used: number
  /** Parts somebody judged by a test, and how many of them were proved bad. */
  readonly judged: number
  readonly bad: number
}
export interface StockAnswer {
  readonly rows: readonly StockRow[]
}

export interface ModificationsAnswer {
  readonly label: string
  readonly rows: readonly ModificationRow[]
}

export interface TagRow {
  readonly id: string
  readonly tag: string
  readonly label: string
  readonly partKind?: string | undefined
  readonly marking?: string | undefined
  readonly from?: string | undefined
  readonly place: string
  readonly health: string
}
