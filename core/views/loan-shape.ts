/** What a loan comes to on screen, as shapes: its row in the list, and the whole of it. */
import type { LookStage } from '#core/history/bodies/loan.ts'
import type { LoanWay } from '#core/history/loan-ways.ts'
import type { Side, Terms } from '#core/history/loan-state.ts'
import type { EntryId, GearId, LoanId, MachineId, PartId, PartyId } from '#core/ids.ts'
import type { Holder } from '#core/loans/compare.ts'
import type { ItemState } from '#core/loans/items.ts'
import type { ReleaseAnswer } from '#core/loans/release.ts'
import type { LoanMark, LoanShown } from '#core/loans/state.ts'
import type { Money } from '#core/quantity/quantity.ts'
import type { Instant } from '#core/quantity/time.ts'

export interface LoanRow {
  readonly id: LoanId
  /** Its number in this house, and theirs. */
  readonly number?: string | undefined
  readonly theirNumber?: string | undefined
  readonly way: LoanWay
  readonly with: string
  readonly purpose: string
  readonly items: readonly string[]
  readonly shown: LoanShown
  readonly due?: string | undefined
  readonly marks: readonly LoanMark[]
}

export interface LoanItemRow {
  readonly item: string
  readonly machine?: MachineId | undefined
  readonly part?: PartId | undefined
  readonly gear?: GearId | undefined
  /** Whether it is to come back. */
  readonly returns: boolean
  readonly n: number
  readonly home: number
  readonly there: number
  /** Of those that are away, with whom. */
  readonly at: readonly { readonly side: Side; readonly n: number }[]
  readonly accounted: number
  readonly is: ItemState['is']
}

export interface OpenRelease {
  readonly id: EntryId
  readonly at: Instant
  readonly from: Side
  readonly to: Side
  readonly carrier: string
  readonly items: readonly { readonly item: string; readonly n: number }[]
  readonly boxes: readonly number[]
  /** Something of it came. */
  readonly short: boolean
}

export interface LookPhoto {
  readonly look: EntryId
  /** Its place among the photographs of that look, from 0. */
  readonly n: number
  readonly stage: LookStage
  readonly at: Instant
}

export interface LoanMachine {
  readonly id: MachineId
  readonly name: string
  readonly zones: readonly string[]
  readonly looks: readonly {
    readonly zone: string
    readonly at: Partial<Record<LookStage, 'same' | 'different' | 'not looked at'>>
    /** Photographs of it, look by look. */
    readonly photos: readonly LookPhoto[]
  }[]
  readonly looked: readonly { readonly stage: LookStage; readonly at: Instant; readonly by: string }[]
  readonly differences: readonly {
    readonly look: EntryId
    readonly zone: string
    readonly index: number
    readonly how: 'new' | 'worse' | 'better' | 'gone'
    readonly words: string
    readonly found: LookStage
    /** The zone on its photographs: the last before, and where the difference was found. */
    readonly photos: { readonly before?: LookPhoto | undefined; readonly after?: LookPhoto | undefined }
    readonly at: Instant
    readonly since?: LookStage | undefined
    readonly sinceAt?: Instant | undefined
    readonly holders: readonly Holder[]
    readonly judged: 'agreed' | 'disputed' | 'open'
  }[]
  readonly notKnown: readonly string[]
  /** Who had it when, from hand to hand. */
  readonly custody: readonly { readonly holder: Holder; readonly from?: Instant | undefined }[]
  /** For the house: what must be tested. */
  readonly status?: string | undefined
  readonly retest?: readonly string[] | undefined
  /** Functions that failed in a test after it was away, with the last carriage before it and how long it ran there, min. */
  readonly failed?:
    { readonly fns: readonly string[]; readonly carried: Instant; readonly ran: number } | undefined
}

export interface LoanTerms {
  readonly id: EntryId
  readonly version: number
  readonly at: Instant
  readonly body: Terms['body']
  readonly house?: boolean | undefined
  readonly party?: boolean | undefined
  readonly holds: boolean
}

export interface LoanView extends LoanRow {
  readonly withParty: PartyId
  readonly agreement: string
  readonly homeIs: Side
  readonly itemRows: readonly LoanItemRow[]
  readonly terms: readonly LoanTerms[]
  readonly release: readonly ReleaseAnswer[]
  readonly open: readonly OpenRelease[]
  readonly machines: readonly LoanMachine[]
  readonly runs: readonly {
    readonly id: EntryId
    readonly at: Instant
    readonly machine: string
    readonly minutes: number
    readonly who: string
    readonly started: boolean
    readonly symptom?: string | undefined
    readonly tooLong: boolean
    readonly notNamed: boolean
  }[]
  readonly incidents: readonly {
    readonly id: EntryId
    readonly at: Instant
    readonly machine: string
    readonly words: string
    readonly madeSafe?: string | undefined
    readonly cleared: boolean
  }[]
  /** What was spent on a repair, for both sides. */
  readonly spending: {
    readonly limit?: Money | undefined
    readonly spent?: Money | undefined
    readonly beyond: boolean
    readonly rows: readonly {
      readonly id: EntryId
      readonly at: Instant
      readonly amount?: Money | undefined
      readonly on: string
      readonly although?: string | undefined
    }[]
  }
  /** Words of one side to the other, oldest first. */
  readonly said: readonly {
    readonly id: EntryId
    readonly at: Instant
    readonly by: Side
    readonly words: string
    readonly asks: boolean
  }[]
  readonly accounted: readonly {
    readonly item: string
    readonly n: number
    readonly as: string
    readonly words: string
  }[]
  /** The calendar day now, in the zone of the house. */
  readonly today: string
  readonly recallable?: string | undefined
  readonly line: readonly EntryId[]
  readonly names: Readonly<Record<string, string>>
}

export interface LoanAsked {
  readonly zone: string
  /** Who reads it: somebody of the house, or the other side. */
  readonly viewer: 'house' | PartyId
}
