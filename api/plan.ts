/** Plan over HTTP: the evenings ahead, who comes, the machines that could be worked on. Everything is written as entries. */
import { z } from 'zod'
import { daySchema } from '#core/history/bodies/evening.ts'
import type { EntryId, MachineId, PartyId } from '#core/ids.ts'
import type { Evening } from '#core/plan/evenings.ts'
import type { SheetRemark } from '#core/plan/sheet.ts'
import type { TodoBrief } from '#core/work/todo/index.ts'
import type { Authority } from '#core/history/bodies/rule.ts'

export const planQuery = z.object({ from: daySchema.optional() })

export interface PlanPerson {
  readonly party: PartyId
  readonly name: string
  readonly initials: string
  readonly authorities: readonly Authority[]
}
export interface PlanMachine {
  readonly id: MachineId
  readonly number: string
  readonly name: string
  /** What is left to do on it, most urgent first. */
  readonly todo: readonly TodoBrief[]
}
export interface PlanEvening extends Evening {
  /** What speaks against each row of the told sheet, by row. */
  readonly remarks: readonly (readonly SheetRemark[])[]
}
export interface PlanSeries {
  readonly id: EntryId
  readonly weekday: number
  readonly everyWeeks: number
  readonly first: string
  readonly from: string
  readonly to: string
  readonly until?: string | undefined
  readonly usual: readonly PartyId[]
}

export interface PlanAnswer {
  readonly today: string
  readonly evenings: readonly PlanEvening[]
  readonly series: readonly PlanSeries[]
  readonly people: readonly PlanPerson[]
  readonly machines: readonly PlanMachine[]
  /** Names of machines that told sheets speak of. */
  readonly names: Readonly<Record<string, { readonly number: string; readonly name: string }>>
  /** Places that sheets have named, the last first. */
  readonly places: readonly string[]
}
