/** Reading machines: lists, one machine at any time, its record as a file. */
import { z } from 'zod'
import type { Evening } from '#core/plan/evenings.ts'
import type { Place } from '#core/place.ts'
import type { PartLifeRow, PartView, WaitsFor } from '#core/views/parts.ts'
import type { EntryId, MachineId } from '#core/ids.ts'
import type { LoanRow } from '#core/views/loan-shape.ts'
import type { MachineSummary } from '#core/views/summary.ts'
import type { Money } from '#core/quantity/quantity.ts'
import type { TodoBrief } from '#core/work/todo/index.ts'
import type { WaitRow } from '#core/history/waits.ts'
import { listColumns, listFilters, listSorts, pageSize } from './filters.ts'
import { instantSchema } from '#core/quantity/schemas.ts'

export const listQuery = z.object({
  q: z.string().max(120).optional(),
  filter: z
    .union([z.string(), z.array(z.string())])
    .optional()
    .transform((value) => (value === undefined ? [] : Array.isArray(value) ? value : [value]))
    .pipe(z.array(z.enum(listFilters)).max(10)),
  sort: z.enum(listSorts).default('name'),
  /** Position of the first machine wanted; a page ends `limit` later. */
  from: z.coerce.number().int().min(0).max(1_000_000).default(0),
  limit: z.coerce.number().int().min(1).max(200).default(pageSize),
})
export const savedViewSchema = z.strictObject({
  name: z.string().trim().min(1, 'Give it a name.').max(60),
  q: z.string().max(120),
  filter: z.array(z.enum(listFilters)).max(10),
  sort: z.enum(listSorts),
  columns: z.array(z.enum(listColumns)).min(1).max(listColumns.length),
})
export const conditionQuery = z.object({ at: instantSchema.optional(), from: instantSchema.optional() })
export const viewQuery = z.object({ asOf: instantSchema.optional(), knownAt: instantSchema.optional() })

export interface MachineList {
  readonly machines: readonly MachineSummary[]
  readonly total: number
  /** How many of them are to be tested again, and how many must not be powered. */
  readonly retest: number
  readonly barred: number
  /** Words that nothing bears, so that whatever is spelt nearly so is shown. */
  readonly near: readonly string[]
}
export interface WaitingRow extends WaitRow {
  readonly machine: MachineId
  readonly number: string
  readonly name: string
  readonly episode?: EntryId | undefined
}
interface OfMachine {
  readonly machine: string
  readonly number: string
  readonly name: string
  /** Its open episode. */
  readonly episode?: string | undefined
}

export interface BenchAnswer {
  /** Open machines: all that wait or bar power, then those last written of. */
  readonly open: readonly MachineSummary[]
  readonly openTotal: number
  readonly away: readonly (OfMachine & {
    readonly kind: string
    readonly words: string
    readonly at: string
  })[]
  readonly awayTotal: number
  readonly needs: readonly (OfMachine & {
    readonly kind: 'question' | 'contested' | 'void' | 'entry'
    readonly words: string
    readonly at: string
    readonly entry: string
  })[]
  readonly needsTotal: number
  /** What waits anywhere in the house, the next to be over first: all of it. */
  readonly waits: readonly WaitingRow[]
  readonly written: readonly {
    readonly id: string
    readonly at: string
    readonly who: string
    readonly what: string
    readonly machine?: string | undefined
    readonly number?: string | undefined
  }[]
  /** Every machine that must not be powered or is due for a retest, and does not stand among the open ones above. */
  readonly retest: readonly (OfMachine & {
    readonly word: 'retest due' | 'do not power'
    readonly because: readonly string[]
    readonly since?: string | undefined
    readonly todo: readonly TodoBrief[]
  })[]
  /** Functions that waited for another machine, which works now. */
  readonly unblocked: readonly (OfMachine & { readonly fn: string; readonly by: string })[]
  /** Loans that want somebody: overdue, due within two weeks, short, disputed, asked about. The most urgent first. */
  readonly loans: readonly LoanRow[]
  readonly loansTotal: number
  /** The next evening of the house, within a week: with its sheet on the day itself. */
  readonly evening?: BenchEvening | undefined
  readonly now: string
}

export interface BenchEvening extends Evening {
  readonly today: boolean
  /** Some machine is promised for a day. */
  readonly promised: boolean
  /** People and machines that its sheet names, by id. */
  readonly names: Readonly<Record<string, string>>
}

export type PartRow = PartView
export interface PartsAnswer {
  readonly parts: readonly PartRow[]
  readonly total: number
  readonly next?: string | undefined
  readonly loans: readonly PartRow[]
}
export interface PartLife extends PartRow {
  readonly marking?: string | undefined
  readonly dateCode?: string | undefined
  readonly life: readonly PartLifeRow[]
  readonly waits: readonly WaitsFor[]
  /** Its own price, or its share of its lot's; for restorers and stewards. */
  readonly cost?: Money | undefined
  /** Where it is, as a move names it. */
  readonly at: Place
  /** Where it belongs, while it is lent. */
  readonly home?: Place | undefined
  /** The machine whose part it was found to be, if any. */
  readonly foundIn?: string | undefined
  /** What sits in it and goes with it, for an assembly. */
  readonly holds: readonly {
    readonly position: string
    readonly label: string
    readonly part?: string | undefined
  }[]
}
export interface TypeRow {
  readonly id: string
  readonly name: string
  readonly kind: string
  readonly maker: string
  readonly version: number
  readonly functions: number
  readonly positions: number
  readonly hazards: readonly string[]
  readonly machines: number
  readonly at: string
}
export interface NextNumbers {
  readonly entryNumber: string
  readonly tag: string
  readonly lotTag: string
  readonly loanNumber: string
}

/** What the live stream says of each commit. */
export interface LiveEvent {
  readonly seq: number
  readonly machines: readonly string[]
  readonly kinds: readonly string[]
  /** More happened than is told one by one: whatever was fetched before is stale. */
  readonly everything?: boolean
}
