/** What the Condition view shows, as a shape. */
import type { EntryId, MachineId, PartyId } from '#core/ids.ts'
import type { FindingKind } from '#core/history/bodies/condition.ts'
import type { Severity, Activity, Danger, FindingChange } from '#core/history/condition-state.ts'
import type { Supposed, Grade, GradeReason, Lift } from '#core/condition/grade.ts'
import type { Instant } from '#core/quantity/time.ts'
import type { Kappa } from '#core/condition/agreement.ts'
import type { Plate } from './machine-shape.ts'
import type { Completeness, GradePoint, FindingDifference } from '#core/condition/condition.ts'
import type { PhotoRow } from './photos.ts'

export interface FindingRow {
  readonly id: EntryId
  readonly sort: FindingKind
  readonly zone: string
  readonly place?: string | undefined
  readonly severity: Severity
  readonly extentPercent?: number | undefined
  readonly activity: Activity
  readonly danger: Danger
  readonly contained: boolean
  readonly loaded: boolean
  readonly gone: boolean
  readonly supposed: Supposed
  readonly grade: Grade
  readonly because: GradeReason
  readonly lift?: Lift | undefined
  readonly words?: string | undefined
  readonly basis: string
  readonly at: Instant
  readonly by: string
  readonly photos: readonly EntryId[]
  readonly newSince?: { readonly photo: EntryId; readonly at: Instant } | undefined
  readonly looks: readonly {
    readonly change: FindingChange
    readonly at: Instant
    readonly by: string
    readonly words?: string | undefined
    readonly severity: Severity
    readonly activity: Activity
    readonly extentPercent?: number | undefined
  }[]
}

export interface SetGrade {
  readonly grade: Grade
  readonly reason: string
  readonly at: Instant
  readonly by: string
}

export interface ZoneRow {
  readonly zone: string
  readonly material: string
  readonly structural: boolean
  readonly looked: boolean
  /** In the survey that is open on this board. */
  readonly now?: 'nothing to note' | 'has findings' | 'not reached' | undefined
  readonly notReached?: string | undefined
  readonly lookedAt?: Instant | undefined
  readonly derived?: Grade | undefined
  readonly set?: SetGrade | undefined
  readonly grade?: Grade | undefined
  readonly findings: readonly FindingRow[]
}

export interface SurveyRow {
  readonly id: EntryId
  readonly by: string
  readonly byId?: string | undefined
  readonly blind: boolean
  readonly at: Instant
  readonly ended?: Instant | undefined
  readonly zones: number
  readonly findings: number
  readonly grade?: Grade | undefined
}

export interface SecondOpinion {
  readonly first: SurveyRow
  readonly second: SurveyRow
  readonly zones: readonly {
    readonly zone: string
    readonly first?: Grade | undefined
    readonly second?: Grade | undefined
    readonly onlyFirst: readonly FindingRow[]
    readonly onlySecond: readonly FindingRow[]
    readonly both: readonly {
      readonly first: FindingRow
      readonly second: FindingRow
      readonly differ: readonly string[]
    }[]
  }[]
  readonly pairs: number
  readonly equal: number
  readonly kappa?: Kappa | undefined
  readonly leastPairs: number
}

export interface ConditionView {
  readonly machine: MachineId
  readonly plate: Plate
  readonly at: Instant
  readonly grade?: Grade | undefined
  readonly derived?: Grade | undefined
  readonly set?: SetGrade | undefined
  readonly looked: number
  readonly of: number
  readonly appearancePercent?: number | undefined
  readonly completeness?: Completeness | undefined
  readonly priority?:
    | {
        readonly urgency: string
        readonly by?: Instant | undefined
        readonly who?: string | undefined
        readonly words: string
        readonly at: Instant
      }
    | undefined
  readonly lifts: readonly FindingRow[]
  readonly zones: readonly ZoneRow[]
  readonly history: readonly GradePoint[]
  readonly surveys: readonly SurveyRow[]
  /** The survey this visitor has under way. */
  readonly open?: SurveyRow | undefined
  /** While a person surveys blind, they are shown nothing that others found. */
  readonly hidden: boolean
  readonly opinions: readonly SecondOpinion[]
  readonly compared?:
    | {
        readonly from: Instant
        readonly to: Instant
        readonly gradeFrom?: Grade | undefined
        readonly gradeTo?: Grade | undefined
        readonly findings: readonly {
          readonly difference: FindingDifference['difference']
          readonly finding: FindingRow
          readonly was?:
            | {
                readonly grade: Grade
                readonly extentPercent?: number | undefined
                readonly activity: Activity
              }
            | undefined
        }[]
      }
    | undefined
  readonly photos: readonly PhotoRow[]
  readonly pairs: readonly {
    readonly entry: EntryId
    readonly before: EntryId
    readonly after: EntryId
    readonly words?: string | undefined
  }[]
  readonly positions: readonly string[]
  readonly reinspectDays: number
  readonly now: Instant
}

export interface ConditionAsk {
  readonly at?: Instant | undefined
  /** Compares this date with `at`. */
  readonly from?: Instant | undefined
  readonly viewer?: PartyId | undefined
}
