/** Parts: needs and who could serve them, bag tags. */
import type { BuyLine } from '#core/parts/buying.ts'
import type { Candidate, Need } from '#core/parts/donors.ts'
import type { StockedFor } from '#core/parts/renewal.ts'
import type { RenewalView } from '#core/views/renewal.ts'
import type { LotRow, LotView } from '#core/views/lots.ts'
import type { ModificationRow } from '#core/views/modifications.ts'
import type { NeedRow } from '#core/views/needs.ts'

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
  /** Bought; made or given; and how many of both have been used. */
  readonly bought: number
  readonly otherwiseGot: number
  readonly used: number
  /** Kept for a machine. */
  readonly kept: number
  /** Parts somebody judged by a test, and how many of them were proved bad. */
  readonly judged: number
  readonly bad: number
}
/** How often parts of one kind, found in machines of one type, were judged, and found bad. */
export interface TypeFailures {
  readonly kind: string
  readonly type: string
  readonly judged: number
  readonly bad: number
}
export interface StockAnswer {
  readonly rows: readonly StockRow[]
  readonly byType: readonly TypeFailures[]
}

export interface LotsAnswer {
  readonly lots: readonly LotRow[]
  readonly nextTag: string
}
export interface LotAnswer extends LotView {
  readonly nextTag: string
}

export interface HouseNeed extends NeedRow {
  readonly machine: string
  readonly label: string
  readonly purpose: string
  /** Spares of its kind that lie in the house and are kept for nobody: parts with a name of their own, and in lots. */
  readonly spare: number
}
export interface NeedsAnswer {
  /** The first of them, the most pressing first. */
  readonly needs: readonly HouseNeed[]
  /** How many there are in all. */
  readonly total: number
  readonly buy: readonly BuyLine[]
}

export interface ModificationsAnswer {
  readonly label: string
  readonly rows: readonly ModificationRow[]
}

export interface RenewalAnswer extends RenewalView {
  /** Positions that what lies in the house can serve; they need not be bought. */
  readonly stocked: readonly StockedFor[]
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
