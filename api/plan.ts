/** Plan over HTTP: the evenings ahead, who comes, the machines that could be worked on. Everything is written as entries. */
import { z } from 'zod'
import { daySchema, type Often } from '#core/history/bodies/evening.ts'
import type { End } from '#core/history/bodies/job.ts'
import type { Recipe as Card } from '#core/history/bodies/method.ts'
import type { EntryId, MachineId, PartyId } from '#core/ids.ts'
import type { Evening } from '#core/plan/evenings.ts'
import type { Given, GivenEvening, GivenMachine } from '#core/plan/given.ts'
import type { SheetRemark } from '#core/plan/sheet.ts'
import type { TodoBrief } from '#core/work/todo/index.ts'
import type { Authority } from '#core/history/bodies/rule.ts'

export const planQuery = z.object({ from: daySchema.optional() })
/** Whose evenings a calendar shows; everybody's where nobody is named. */
export const calendarQuery = z.object({ party: z.uuid().optional() })

export interface PlanPerson {
  readonly party: PartyId
  readonly name: string
  readonly initials: string
  readonly authorities: readonly Authority[]
}
export interface PlanMachine extends Omit<GivenMachine, 'id'> {
  readonly id: MachineId
  readonly number: string
  readonly name: string
  /** What is left to do on it, most urgent first. */
  readonly todo: readonly TodoBrief[]
}
export interface PlanEvening extends Evening, Pick<GivenEvening, 'begins' | 'ends' | 'sun'> {
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
  readonly usual: readonly { readonly party: PartyId; readonly often: Often }[]
}

export interface PlanAnswer extends Pick<Given, 'now' | 'workshop' | 'minutes'> {
  readonly today: string
  readonly evenings: readonly PlanEvening[]
  readonly series: readonly PlanSeries[]
  readonly people: readonly PlanPerson[]
  readonly machines: readonly PlanMachine[]
  /** Whether somebody said what there is to work at. */
  readonly workshopSaid: boolean
  /** Whether the position of the house is known: without it no hours of sun are. */
  readonly sunKnown: boolean
  /** Hours that the house gives to a machine, by what it is for; where it said so. */
  readonly effort: Readonly<Partial<Record<End, number>>>
  /** House methods that can be planned. */
  readonly cards: readonly Pick<Card, 'name' | 'waitMinutes' | 'materials' | 'needs'>[]
  /** Names of machines that told sheets speak of. */
  readonly names: Readonly<Record<string, { readonly number: string; readonly name: string }>>
  /** Places that sheets have named, the last first. */
  readonly places: readonly string[]
}
