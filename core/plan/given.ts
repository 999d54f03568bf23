/** What a plan is made from, as it comes over the wire: evenings, people, places, machines with what is left to do and what is wanted. */
import type { PlanRow } from '#core/history/bodies/evening.ts'
import type { PlaceSort } from '#core/history/bodies/job.ts'
import type { Authority } from '#core/history/bodies/rule.ts'
import type { ToldSheet, Workshop } from '#core/history/evening-state.ts'
import type { PlannedJob, PlannedWork } from '#core/history/job-state.ts'
import type { MachineId, PartyId } from '#core/ids.ts'
import type { Instant } from '#core/quantity/time.ts'
import type { Todo, TodoAct } from '#core/work/todo/index.ts'
import type { Evening } from './evenings.ts'

export interface GivenEvening extends Pick<Evening, 'day' | 'from' | 'to' | 'people' | 'off'> {
  readonly begins: Instant
  readonly ends: Instant
  /** When the sun is strong enough; empty where the position of the house is not known. */
  readonly sun: readonly { readonly from: Instant; readonly to: Instant }[]
  readonly told?: ToldSheet | undefined
}

export interface GivenMachine {
  readonly id: MachineId
  readonly todo: readonly Todo[]
  readonly waits: readonly { readonly what: string; readonly until: Instant }[]
  /** Something is off it. */
  readonly open: boolean
  readonly wanted?: (NonNullable<PlannedWork['wanted']> & { readonly due?: Instant | undefined }) | undefined
  readonly jobs: readonly PlannedJob[]
  readonly takes: Readonly<Record<string, number>>
  readonly done: readonly string[]
}

/** How long something took in this house. */
export interface HouseMinutes {
  readonly n: number
  readonly median: number
  /** The 20 and the 80 % point. */
  readonly low: number
  readonly high: number
}

export interface Given {
  readonly now: Instant
  readonly evenings: readonly GivenEvening[]
  readonly people: readonly { readonly party: PartyId; readonly authorities: readonly Authority[] }[]
  readonly workshop: Workshop
  readonly machines: readonly GivenMachine[]
  readonly minutes: Readonly<Record<string, HouseMinutes>>
}

/** Where nobody said what there is to work at. House figures. */
export const usualWorkshop: Workshop = { bench: 2, sink: 1, rack: 2, yard: 2 }

/** Where the minutes of a step come from. */
export type MinutesFrom =
  | { readonly by: 'said' }
  | ({ readonly by: 'house' } & HouseMinutes)
  /** By this machine's own record and its type's sheet. */
  | { readonly by: 'record' }
  | { readonly by: 'plan' }
  /** As its sheet was told. */
  | { readonly by: 'told' }
  | { readonly by: 'rule' }

/** What a step of a plan is, for those who read it. */
export interface StepOf {
  readonly key: string
  readonly machine: MachineId
  readonly is:
    | { readonly act: TodoAct; readonly todo: Todo }
    | { readonly reserved: true }
    | { readonly job: string; readonly what: string }
    /** A row that somebody wrote by hand: it stays where it is. */
    | { readonly hand: PlanRow }
  /** What it is called where minutes are learned. */
  readonly sort: string
  readonly minutes: number
  readonly from: MinutesFrom
  readonly authority?: Authority | undefined
  readonly place?: PlaceSort | undefined
  readonly fetch?: string | undefined
  readonly runs?: number | undefined
  readonly minded: boolean
  /** What somebody called it on its sheet. */
  readonly own?: string | undefined
  /** Nobody knows before it is done what comes after it. */
  readonly decision: boolean
}
