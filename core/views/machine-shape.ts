/** What the Machine view shows, as a shape. */
import type { SheetHazard } from '#core/type/sheet.ts'
import type { StandingWord, Standing } from '#core/history/standing.ts'
import type { Instant } from '#core/quantity/time.ts'
import type { EntryId, MachineId } from '#core/ids.ts'
import type { TestResult } from '#core/history/bodies/test.ts'
import type { ChangeSummary, LogRow, WeaknessRow, Disagreement } from './rows.ts'
import type { Coverage, WorkingStatus } from '#core/history/status.ts'
import type { Lifeline } from './lifeline.ts'
import type { PositionRow, GivenRow, ConsentRow, PartLoanRow, RequestRow, LentRow } from './machine-parts.ts'
import type { Money } from '#core/quantity/quantity.ts'
import type { PhotoRow } from './photos.ts'
import type { GradePoint } from '#core/condition/condition.ts'
import type { PointRow } from '#core/diagnosis/points.ts'
import type { Grid } from '#core/diagnosis/cells.ts'
import type { CellState } from '#core/diagnosis/grid.ts'
import type { Labels } from './labels.ts'
import type { Todo } from '#core/work/todo/index.ts'

export interface Plate {
  readonly name: string
  readonly number: string
  readonly entryNumber: string
  readonly typeId: string | null
  readonly typeName?: string | undefined
  readonly revision?: string | undefined
  readonly serial?: string | undefined
  readonly mains?: string | undefined
  readonly made?: string | undefined
  readonly weight?: string | undefined
  readonly owner: string
  /** It belongs to the house. */
  readonly ofHouse: boolean
  readonly legal: string
  readonly purpose: string
  readonly stamps: readonly SheetHazard[]
  /** The photograph by which it is known. */
  readonly face?: EntryId | undefined
}

export interface FunctionRow {
  readonly fn: string
  readonly essential: boolean
  readonly word: StandingWord
  readonly test?:
    | { readonly at: Instant; readonly entry: EntryId; readonly result: TestResult; readonly depth: string }
    | undefined
  readonly changes: readonly ChangeSummary[]
  readonly beside?: { readonly at: Instant; readonly result: TestResult } | undefined
  readonly voided?:
    { readonly at: Instant; readonly gear: string; readonly differs?: Disagreement | undefined } | undefined
  readonly claim?: { readonly says: string; readonly words: string } | undefined
  readonly run?: Standing['run']
  /** Why its pass ends nobody's doubt. */
  readonly weak: readonly WeaknessRow[]
  /** What fails since, so that it cannot be known now: another function, or a look at a dead machine. */
  readonly heldUpBy?: { readonly fn: string; readonly at: Instant } | undefined
  /** What the test does not show, by its sheet or by whoever tried it. */
  readonly notExercised?: string | undefined
  /** For how long it was tried, and what was said beside the result. */
  readonly minutes?: number | undefined
  readonly words?: string | undefined
}

export interface StatusView {
  readonly word: WorkingStatus
  readonly because: readonly string[]
  /** Those of them that passed in a test that ends nobody's doubt. */
  readonly weakly: readonly string[]
  /** Why the last test of one of them proves nothing. */
  readonly voided?: Omit<NonNullable<FunctionRow['voided']>, 'at'> | undefined
  readonly coverage: Coverage
  readonly oldestProof?: Instant | undefined
  readonly missing: readonly {
    readonly position: string
    readonly partKind: string
    readonly where: string
    readonly place?: string | undefined
  }[]
  readonly off: readonly { readonly position: string; readonly place?: string | undefined }[]
  /** The change behind a retest, newest last step first; its words make the sentence. */
  readonly change?: ChangeSummary | undefined
  readonly changes: number
  readonly lastTest?: Instant | undefined
  readonly notRun?:
    { readonly reason: string; readonly at: Instant; readonly by?: string | undefined } | undefined
}

export interface EpisodeRow {
  readonly id: EntryId
  readonly number: number
  readonly title: string
  readonly state: string
  readonly from: Instant
  readonly to: Instant
  readonly entries: number
  readonly next: string
  readonly tests: number
}

export interface MachineView {
  readonly id: MachineId
  readonly plate: Plate
  readonly status: StatusView
  readonly functions: readonly FunctionRow[]
  readonly lifeline: Lifeline
  readonly positions: readonly PositionRow[]
  /** Parts that came out of it and are not back in a position of it: where they are, and who answers for those that are gone. */
  readonly given: readonly GivenRow[]
  readonly consents: readonly ConsentRow[]
  /** What its owner was asked and has not answered. */
  readonly requests: readonly RequestRow[]
  /** The owner as a party; absent for a machine of the house. */
  readonly ownerParty?: string | undefined
  readonly loans: readonly PartLoanRow[]
  /** Loans that it is or was in as a whole, the newest first. */
  readonly lent: readonly LentRow[]
  readonly episodes: readonly EpisodeRow[]
  readonly open?: EpisodeRow | undefined
  /** What is left to do, most urgent first. */
  readonly todo: readonly Todo[]
  readonly source?:
    | { readonly how: string; readonly from?: string | undefined; readonly words?: string | undefined }
    | undefined
  readonly price?: Money | undefined
  readonly claims: readonly {
    readonly fn?: string | undefined
    readonly says: string
    readonly words: string
    readonly at: Instant
  }[]
  readonly custody: readonly {
    readonly where: string
    readonly at: Instant
    readonly purpose: string
    readonly carriage: string
    readonly until?: Instant | undefined
  }[]
  readonly hazards: readonly {
    readonly entry: EntryId
    readonly words: string
    readonly barsPower: boolean
    readonly at: Instant
    readonly cleared?: Instant | undefined
  }[]
  readonly overrides: readonly {
    readonly check: string
    readonly rule: string
    readonly reason: string
    readonly role: string
    readonly at: Instant
  }[]
  readonly photos: readonly PhotoRow[]
  readonly pairs: readonly {
    readonly entry: EntryId
    readonly before: EntryId
    readonly after: EntryId
    readonly words?: string | undefined
  }[]
  /** The condition grade as it stands, in the fewest figures. */
  readonly condition: {
    readonly grade?: number | undefined
    readonly looked: number
    readonly of: number
    readonly findings: number
  }
  readonly history: readonly GradePoint[]
  /** The chain of provenance in the fewest figures. */
  readonly provenance: { readonly links: number; readonly gaps: number }
  readonly arrivalOpen: number
  readonly policies: readonly {
    readonly key: string
    readonly option: string
    readonly own: boolean
    readonly reason?: string | undefined
  }[]
  readonly attributes: Readonly<Record<string, string>>
  /** Test points with all that was read there. */
  readonly points: readonly PointRow[]
  /** Functions that are tried cell by cell, with what is known of each cell. */
  readonly grids: readonly {
    readonly fn: string
    readonly rows: Grid
    readonly cells: readonly CellState[]
  }[]
  readonly log: readonly LogRow[]
  readonly labels: Labels
  readonly now: Instant
}
