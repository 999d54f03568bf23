/** What the fold leaves behind: the state of everything the given entries speak of. Readonly once the fold is done. */
import type { EveningSeries, SingleEvening, ToldSheet, Workshop } from './evening-state.ts'
import type { End } from './bodies/job.ts'
import type { PlannedWork } from './job-state.ts'
import type { Statement } from './versions.ts'
import type { JudgedBy, TestResult } from './bodies/test.ts'
import type { BodyOf } from './bodies/index.ts'
import type { Target, Reach } from './bodies/change.ts'
import type { Claimed } from './bodies/claim.ts'
import type {
  PartId,
  EntryId,
  MachineId,
  TypeId,
  PartyId,
  HouseId,
  LoanId,
  LotId,
  GearId,
  MethodId,
} from '#core/ids.ts'
import type { Place } from '#core/place.ts'
import type { Quantity, Money } from '#core/quantity/quantity.ts'
import type { Instant } from '#core/quantity/time.ts'
import type { LegalStatus, Purpose } from './bodies/machine.ts'
import type { SheetFunction, SheetPosition } from '#core/type/sheet.ts'
import type {
  AdviceState,
  FastenerCount,
  JotState,
  PassedOver,
  PrecautionState,
  TaskState,
  WaitState,
} from './work-state.ts'
import type { LoanFile, Said } from './loan-state.ts'
import type { TreatmentState } from './treatment-state.ts'
import type { ConditionState, ArrivalState } from '#core/history/condition-state.ts'
import type { Health } from './bodies/part.ts'
import type {
  GearState,
  MethodState,
  PartyState,
  TypeState,
  AuthorisationState,
  GrantState,
  WordState,
} from './house-state.ts'

export type { AdviceState, FastenerCount, PassedOver, PrecautionState, TaskState, WaitState }

export interface TestRecord {
  readonly entry: Statement
  readonly order: number
  readonly fn: string
  readonly result: TestResult
  readonly body: BodyOf<'test'>
  /** What the test took, min; where it was said. */
  readonly minutes?: number | undefined
  readonly by?: JudgedBy | undefined
  /** By the record the machine had been switched off earlier in the same sitting. */
  readonly switchedOff?: boolean
}

/** One thing done to one target of a machine. */
export interface Step {
  readonly entry: Statement
  readonly order: number
  readonly target: Target
  readonly reach: Reach
  readonly verb: string
  /** Designators of the assemblies around a position, nearest first. */
  readonly within: readonly string[]
  readonly out?: PartId | undefined
  readonly in?: PartId | undefined
  /** The machine, party or place outside this machine that the part went to or came from. */
  readonly elsewhere?: Place | undefined
  readonly from?: string | undefined
  readonly to?: string | undefined
  readonly contested?: boolean
  /** A connector of which nobody has said what it belongs to: it may matter to anything. */
  readonly anywhere?: boolean
}

export interface HazardState {
  readonly entry: Statement
  readonly words: string
  readonly barsPower: boolean
  readonly cleared?: Statement | undefined
}

export interface QuestionState {
  readonly entry: Statement
  readonly words: string
  readonly answer?: Statement | undefined
}

export interface EpisodeState {
  readonly id: EntryId
  readonly machine: MachineId
  readonly number: number
  readonly title: string
  readonly opened: Statement
  readonly state: 'open' | 'paused' | 'closed'
  readonly lastStep: Statement
  readonly next: string
  readonly lie: string
  readonly closed?: Statement | undefined
}

export interface ReadingState {
  readonly entry: Statement
  readonly point: string
  readonly read: Quantity
  readonly nominal?: number | undefined
  readonly tolerance?: number | undefined
  readonly load?: string | undefined
  readonly instrument?: string | undefined
}

export interface ClaimState {
  readonly entry: Statement
  /** Its place in the line. */
  readonly order: number
  readonly says: Claimed
  readonly words: string
  readonly fn?: string | undefined
}

export interface PartLoan {
  readonly entry: Statement
  readonly part: PartId
  readonly from: Place
  readonly to: Place
  readonly home: Place
  readonly due?: Instant | undefined
  readonly closed?: Statement | undefined
}

export interface MachineState {
  readonly id: MachineId
  readonly registered?: Statement | undefined
  readonly entryNumber: string
  readonly accessionNumber?: string | undefined
  readonly name: string
  readonly type: TypeId | null
  readonly revision?: string | undefined
  readonly serial?: string | undefined
  readonly owner: 'house' | PartyId
  readonly legal: LegalStatus
  readonly purpose: Purpose
  readonly purposeSaid?: Statement | undefined
  readonly attributes: Readonly<Record<string, string>>
  readonly price?: Money | undefined
  readonly source?: Extract<BodyOf<'machine'>, { what: 'registered' }>['source'] | undefined
  readonly metFunctions: readonly SheetFunction[]
  readonly metPositions: readonly SheetPosition[]
  readonly claims: readonly ClaimState[]
  readonly tests: ReadonlyMap<string, readonly TestRecord[]>
  readonly steps: readonly Step[]
  readonly fuzzy: boolean
  readonly hazards: readonly HazardState[]
  readonly questions: readonly QuestionState[]
  readonly tasks: readonly TaskState[]
  readonly advice: readonly AdviceState[]
  /** From when its faults are, the last word on each last. */
  readonly onsets: readonly Statement[]
  /** What was set aside in looking for a fault, and how the search ended. */
  readonly diagnoses: readonly Statement[]
  readonly episodes: readonly EpisodeState[]
  readonly fasteners: ReadonlyMap<string, FastenerCount>
  readonly connections: ReadonlyMap<string, Statement>
  readonly custody: readonly Statement[]
  readonly readings: readonly ReadingState[]
  /** What parts, prints and schematics say of its positions. */
  readonly specs: readonly Statement[]
  readonly consents: readonly Statement[]
  /** What owners were asked. */
  readonly requests: readonly Statement[]
  /** Sets of readings taken while it was healthy. */
  readonly baselines: readonly Statement[]
  readonly waits: readonly WaitState[]
  readonly treatments: readonly TreatmentState[]
  readonly colours: readonly Said<BodyOf<'colour'>>[]
  readonly powered?: Statement | undefined
  /** How often it was powered up; where in the order the last time stands (−1: never); and how often in each episode. */
  readonly powerUps: number
  readonly powerUpOrder: number
  readonly powerUpsIn: ReadonlyMap<string, number>
  readonly precautions: readonly PrecautionState[]
  readonly passedOver: readonly PassedOver[]
  readonly jots: readonly JotState[]
  readonly overrides: readonly Statement[]
  readonly policies: ReadonlyMap<string, Statement>
  readonly contested: readonly Statement[]
  readonly guided: boolean
  /** What was looked for when it came in and is not there. */
  readonly noneThere: readonly string[]
  readonly aliases: readonly string[]
  readonly marks: readonly string[]
  /** The photograph chosen to know it by; null: none; undefined: nobody has said. */
  readonly face: EntryId | null | undefined
  readonly condition: ConditionState
  readonly arrival: ArrivalState
}

export interface LegRecord {
  readonly entry: Statement
  readonly order: number
  readonly from: Place
  readonly to: Place
}

export interface PartState {
  readonly id: PartId
  /** In for now: the closing check asks for it. */
  readonly temporary: boolean
  readonly partKind?: string | undefined
  readonly tag?: string | undefined
  /** The house that gave it its tag: tags are unique within a house. */
  readonly tagOf?: HouseId | undefined
  readonly name?: string | undefined
  readonly marking?: string | undefined
  readonly dateCode?: string | undefined
  readonly attributes: Readonly<Record<string, string>>
  readonly origin?: string | undefined
  readonly price?: Money | undefined
  readonly outOf?: LotId | undefined
  readonly belongsTo?: 'house' | PartyId | undefined
  readonly health: Health
  readonly healthSaid?: Statement | undefined
  readonly identified?: Statement | undefined
  /** Present place; undefined for a part that was named but never placed. */
  readonly place?: Place | undefined
  /** Where its chain begins: the place it was identified at, or the position it was found in. */
  readonly start?: Place | undefined
  /** Where and when it was first said to stand. */
  readonly placed?: { readonly place: Place; readonly at: string; readonly id: EntryId } | undefined
  readonly legs: readonly LegRecord[]
  readonly loan?: PartLoan | undefined
}

/** So many of a lot in one place. Below zero: more went than was known to be there. */
export interface LotPlace {
  readonly place: Place
  readonly n: number
  readonly about: boolean
  readonly counted?: Statement | undefined
}

export interface LotState {
  readonly id: LotId
  readonly said?: Statement | undefined
  readonly partKind?: string | undefined
  readonly tag?: string | undefined
  /** The house that gave it its tag: tags are unique within a house. */
  readonly tagOf?: HouseId | undefined
  readonly name?: string | undefined
  readonly marking?: string | undefined
  readonly attributes: Readonly<Record<string, string>>
  readonly belongsTo?: 'house' | PartyId | undefined
  readonly reorderAt?: number | undefined
  /** By place key. */
  readonly places: ReadonlyMap<string, LotPlace>
  readonly got: readonly {
    readonly entry: Statement
    readonly n: number
    readonly origin: string
    readonly price?: Money | undefined
  }[]
  /** Parts taken out of it one by one. */
  readonly taken: readonly {
    readonly entry: Statement
    readonly part: PartId
    readonly for?: MachineId | undefined
  }[]
}

export interface ReservationState {
  readonly entry: Statement
  readonly machine: MachineId
  readonly position?: string | undefined
  readonly part?: PartId | undefined
  readonly lot?: LotId | undefined
  /** How many are still kept: 1 for a part. */
  readonly n: number
  readonly until?: Instant | undefined
}

/** What a position is known to hold when it is not a part. */
export type Content = PartId | 'empty' | 'unknown part'

export interface World {
  /** All statements in their order in time, withdrawn ones left out. */
  readonly line: readonly Statement[]
  readonly withdrawn: readonly Statement[]
  readonly machines: ReadonlyMap<MachineId, MachineState>
  readonly parts: ReadonlyMap<PartId, PartState>
  /** Slots that somebody touched or looked at, by place key. A slot not in here is unseen: assumed as the sheet says. */
  readonly slots: ReadonlyMap<string, Content>
  /** The part that left a slot last, by place key. */
  readonly lastOut: ReadonlyMap<string, PartId>
  readonly gear: ReadonlyMap<GearId, GearState>
  readonly lots: ReadonlyMap<LotId, LotState>
  /** Those in force; one that was fulfilled, ended or ran out is not among them. */
  readonly reservations: readonly ReservationState[]
  readonly methods: ReadonlyMap<MethodId, MethodState>
  /** Those that were not forgotten, by the word and the type that it is of. */
  readonly words: ReadonlyMap<string, WordState>
  /** Evenings that repeat, by their entry; single ones and those that are off, by day; what people said, by day and party; told sheets, by day. */
  readonly eveningSeries: ReadonlyMap<EntryId, EveningSeries>
  readonly singleEvenings: ReadonlyMap<string, SingleEvening>
  readonly attendance: ReadonlyMap<string, boolean>
  readonly toldEvenings: ReadonlyMap<string, ToldSheet>
  /** Places to work at, where somebody said which there are. */
  readonly workshop: Workshop | undefined
  readonly planned: ReadonlyMap<MachineId, PlannedWork>
  /** Hours that the house gives to a machine, by what it is for. */
  readonly effort: ReadonlyMap<End, number>
  /** Minutes that steps took, by what they are called. */
  readonly stepMinutes: ReadonlyMap<string, readonly number[]>
  readonly parties: ReadonlyMap<PartyId, PartyState>
  readonly types: ReadonlyMap<TypeId, TypeState>
  readonly policies: ReadonlyMap<string, Statement>
  readonly authorisations: readonly AuthorisationState[]
  readonly grants: readonly GrantState[]
  readonly loans: readonly PartLoan[]
  /** Loans of machines, gear and counted things; `loans` above are of parts between machines. */
  readonly loanFiles: ReadonlyMap<LoanId, LoanFile>
  readonly now: Instant
}
