/** What the fold keeps of a machine's condition: findings with every look at them, surveys, grades set by people, photographs. */
import type { BodyOf } from './bodies/index.ts'
import type { Statement } from '#core/history/versions.ts'
import type { EntryId } from '#core/ids.ts'
import type { Instant } from '#core/quantity/time.ts'

export type Noted = Extract<BodyOf<'finding'>, { what: 'noted' }>
export type Severity = Noted['severity']
export type Activity = Noted['activity']
export type Danger = Noted['danger']
export type FindingChange =
  | 'noted'
  | Extract<BodyOf<'finding'>, { what: 'seen again' }>['change']
  | 'treated'
  | 'confirmed'
  | 'withdrawn'
  | 'taken over'

/** A finding as it was from one look to the next. */
export interface FindingLook {
  readonly entry: Statement
  readonly at: Instant
  readonly change: FindingChange
  readonly severity: Severity
  readonly extentPercent?: number | undefined
  readonly activity: Activity
  readonly danger: Danger
  readonly contained: boolean
  readonly gone: boolean
  readonly words?: string | undefined
}

export interface FindingState {
  readonly id: EntryId
  readonly noted: Noted
  readonly said: Statement
  /** In order of time; the first one is its noting. */
  readonly looks: readonly FindingLook[]
  /** The blind survey it belongs to, while nobody has taken it over. */
  readonly blindIn?: EntryId | undefined
}

export interface SurveyState {
  readonly id: EntryId
  readonly begun: Statement
  readonly blind: boolean
  readonly by?: string | undefined
  readonly looked: readonly {
    readonly zone: string
    readonly is: 'nothing to note' | 'has findings' | 'not reached'
    readonly entry: Statement
  }[]
  readonly ended?: Statement | undefined
}

export interface ConditionState {
  readonly findings: readonly FindingState[]
  readonly surveys: readonly SurveyState[]
  readonly gradesSet: readonly Statement[]
  readonly priority?: Statement | undefined
  readonly photos: readonly Statement[]
  readonly pins: readonly Statement[]
  readonly pairs: readonly Statement[]
}

export interface EvidenceState {
  readonly entry: Statement
  readonly sort: Extract<BodyOf<'evidence'>, { what: 'noted' }>['sort']
  readonly where: string
  readonly over?: string | undefined
  readonly says?: string | undefined
  readonly gone?: Statement | undefined
}

/** What is kept of the way in: evidence, contents, quarantine, receipts, values, and of the time before. */
export interface ArrivalState {
  readonly evidence: readonly EvidenceState[]
  readonly noEvidence: readonly Statement[]
  readonly contents: readonly Statement[]
  readonly quarantine: readonly Statement[]
  readonly receipts: readonly Statement[]
  readonly links: readonly Statement[]
  readonly values: readonly Statement[]
  readonly markings: readonly Statement[]
  readonly batches: readonly Statement[]
}

export const noCondition: ConditionState = {
  findings: [],
  surveys: [],
  gradesSet: [],
  photos: [],
  pins: [],
  pairs: [],
}
export const noArrival: ArrivalState = {
  evidence: [],
  noEvidence: [],
  contents: [],
  quarantine: [],
  receipts: [],
  links: [],
  values: [],
  markings: [],
  batches: [],
}
