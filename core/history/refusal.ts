/** Why an entry cannot be admitted: data only. Words are made at the edge (api/words). */
import type { EntryId, PartId } from '#core/ids.ts'
import type { Place } from '#core/place.ts'
import type { Money } from '#core/quantity/quantity.ts'
import type { Instant } from '#core/quantity/time.ts'

/** Why a treatment is barred: nothing mends what must never meet; the others a reason. */
export type TreatmentBarWhy = 'never together' | 'house rule' | 'owner' | 'material' | 'sealed'

export type Refusal =
  /** The part was not where the move takes it from. */
  | {
      readonly rule: 'part-not-there'
      readonly part: PartId
      readonly claimed: Place
      readonly actual: Place
      readonly by?: EntryId | undefined
      readonly since?: Instant | undefined
      readonly who?: string | undefined
    }
  | {
      readonly rule: 'position-occupied'
      readonly place: Place
      readonly occupant?: PartId | undefined
      readonly asFound: boolean
      readonly since?: Instant | undefined
      readonly by?: EntryId | undefined
    }
  /** A late move or a correction that would break moves recorded after its place in the order. */
  | { readonly rule: 'breaks-later-moves'; readonly moves: readonly EntryId[] }
  | {
      readonly rule: 'look-alike-socket'
      readonly position: string
      readonly takes: string
      readonly partKind: string
      readonly belongsIn: readonly string[]
    }
  | {
      readonly rule: 'wrong-kind'
      readonly position: string
      readonly takes: string
      readonly partKind: string
    }
  | {
      readonly rule: 'rating-below'
      readonly position: string
      readonly needVolts: number
      readonly hasVolts: number
    }
  | { readonly rule: 'safety-class'; readonly position: string; readonly needs: string; readonly has: string }
  | {
      readonly rule: 'attribute-differs'
      readonly position: string
      readonly attribute: string
      readonly asks: string
      readonly has: string
    }
  | { readonly rule: 'primary-cell'; readonly position: string }
  | { readonly rule: 'holds-itself'; readonly part: PartId }
  | { readonly rule: 'accessioned-needs-authority'; readonly part: PartId; readonly machine: string }
  | { readonly rule: 'needs-instant' }
  | { readonly rule: 'needs-steward' }
  /** An owner's machine gives nothing that its owner did not agree to. */
  | {
      readonly rule: 'owner-consent'
      readonly part: PartId
      readonly machine: string
      readonly refused: boolean
    }
  | { readonly rule: 'episode-open'; readonly episode: EntryId }
  /** Closed by then, or (with the time of its opening) not opened yet. */
  | { readonly rule: 'episode-not-open'; readonly episode: EntryId; readonly opened?: Instant | undefined }
  /** A step of an episode that would leave a later one of it without sense. */
  | { readonly rule: 'breaks-later-steps'; readonly episode: EntryId }
  | { readonly rule: 'episode-not-paused'; readonly episode: EntryId }
  | { readonly rule: 'closing-not-met'; readonly unmet: readonly string[] }
  | { readonly rule: 'in-the-future'; readonly at: Instant; readonly now: Instant }
  | { readonly rule: 'unknown-machine'; readonly machine: string }
  | { readonly rule: 'unknown-type'; readonly type: string }
  | { readonly rule: 'unknown-entry'; readonly entry: string }
  | { readonly rule: 'unknown-lot'; readonly lot: string }
  | { readonly rule: 'unknown-loan'; readonly loan: string }
  /** Rules that bar what is lent from leaving. */
  | { readonly rule: 'release-barred'; readonly rules: readonly string[] }
  /** More than is there: of the item named. */
  | { readonly rule: 'not-so-many'; readonly item: string; readonly there: number }
  /** More than the owner agreed to spend without being asked; or in a currency that cannot be compared. */
  | {
      readonly rule: 'beyond-limit'
      readonly limit: Money
      readonly spent?: Money | undefined
      readonly compares: boolean
    }
  /** The terms in force do not say that it may be lent on. */
  | { readonly rule: 'not-lent-on'; readonly party: string }
  /** Why a treatment wants a reason, or must not be: what it is about each. */
  | {
      readonly rule: 'treatment-barred'
      readonly bars: readonly { readonly why: TreatmentBarWhy; readonly about: readonly string[] }[]
    }
  | { readonly rule: 'treatment-over'; readonly entry: EntryId }
  | { readonly rule: 'loan-not-whole'; readonly items: readonly string[] }
  | { readonly rule: 'loan-closed'; readonly loan: string }
  | { readonly rule: 'unknown-party'; readonly party: string }
  | { readonly rule: 'unknown-gear'; readonly gear: string }
  | { readonly rule: 'already-registered'; readonly machine: string }
  | { readonly rule: 'number-taken'; readonly number: string }
  | { readonly rule: 'tag-taken'; readonly tag: string }
  | {
      readonly rule: 'stale-amendment'
      readonly seen: readonly EntryId[]
      readonly latest: readonly EntryId[]
    }
  | { readonly rule: 'reason-needed' }
  | { readonly rule: 'not-contested'; readonly entry: EntryId }
  /** Whether one's own contested act happened is for somebody else to say, or for a steward. */
  | { readonly rule: 'own-contest'; readonly entry: EntryId }
  /** What another person agreed to is written down as told. */
  | { readonly rule: 'not-their-word'; readonly party: string }
  | { readonly rule: 'kind-changed'; readonly was: string; readonly is: string }
  | { readonly rule: 'other-content'; readonly entry: EntryId }
  /** It was erased here for good: what was sent again is not taken. */
  | { readonly rule: 'erased'; readonly entry: EntryId }
  /** Others rest on it: what it says is corrected first, then what it said before can be erased. */
  | { readonly rule: 'correct-before-erasing'; readonly entry: EntryId }
  | { readonly rule: 'nothing-to-erase'; readonly entry: EntryId }
  | { readonly rule: 'unknown-version'; readonly v: number }
  | { readonly rule: 'not-allowed'; readonly act: string }
  /** Practice goes on without it: what was answered stands, and a case is ended in its own way. */
  | { readonly rule: 'not-in-practice'; readonly what: 'correction' | 'ending' | 'over' }
  /** An authorised act of a person who did not say so by PIN in the session of another. */
  | { readonly rule: 'pin-needed'; readonly party: string; readonly authority: string }

export type Rule = Refusal['rule']
