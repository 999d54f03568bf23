/** Who writes, and what an entry becomes: the words in which every judgement is given. */
import type { Role } from '#core/roles.ts'
import type { Instant } from '#core/quantity/time.ts'
import type { Refusal } from '#core/history/refusal.ts'

export interface Writer {
  readonly role: Role
  readonly account: string
  readonly now: Instant
  /** Sent from an outbox: it happened, whatever the clock says. */
  readonly fromOutbox: boolean
  /** Whose session it is, and who confirmed by PIN in it that they act here. Absent: the writer vouches for everybody named. */
  readonly vouches?: { readonly party: string; readonly confirmed: ReadonlySet<string> }
  /** Parties that sign in here; what is said of them is a steward's. Absent: those with a role of the house. */
  readonly members?: ReadonlySet<string>
  /** The one machine whose every entry is here, where a record brings another's in part. Absent: all are known whole. */
  readonly whole?: string
  /** Parties that are stewards now. Absent: those that are said to be. */
  readonly stewards?: ReadonlySet<string>
}

export type Judgement =
  | { readonly became: 'recorded'; readonly clockUncertain?: boolean }
  /** Kept, shown to both, settled by a person. */
  | { readonly became: 'contested'; readonly contest: Refusal }
  | { readonly became: 'refused'; readonly refusal: Refusal }

export const recorded: Judgement = { became: 'recorded' }

export const refused = (refusal: Refusal): Judgement => ({ became: 'refused', refusal })

export const contested = (contest: Refusal): Judgement => ({ became: 'contested', contest })
