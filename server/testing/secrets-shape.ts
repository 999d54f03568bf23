/** What the walks of rights know of the secrets of a house. */
import type { EntryId, LoanId, LotId, MethodId, PartId, PartyId } from '#core/ids.ts'

export interface Secrets {
  /** What a guest must not read, by what it is. */
  readonly guest: Readonly<Record<string, string>>
  /** What a volunteer must not read: sums, as they are stored. */
  readonly prices: Readonly<Record<string, string>>
  readonly ids: {
    readonly episode: EntryId
    readonly photo: EntryId
    readonly withdrawnPhoto: EntryId
    readonly voice: EntryId
    readonly batch: EntryId
    readonly survey: EntryId
    readonly lot: LotId
    readonly part: PartId
    readonly method: MethodId
    readonly giver: PartyId
    readonly loan: LoanId
  }
}
