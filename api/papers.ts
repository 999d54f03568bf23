/** Papers of a loan: issued from the record, kept as they were, and what came back of them signed. */
import { z } from 'zod'
import { codeSchema, paperSorts, type PaperSort } from '#core/history/bodies/paper.ts'
import { daySchema, partySide } from '#core/history/bodies/loan.ts'
import { label } from '#core/history/bodies/words.ts'
import { machineIdSchema, type EntryId } from '#core/ids.ts'
import type { Side } from '#core/history/loan-state.ts'
import type { Contradiction } from '#core/loans/papers.ts'
import type { Instant } from '#core/quantity/time.ts'

export const issueSchema = z.strictObject({
  sort: z.enum(paperSorts),
  machine: machineIdSchema.optional(),
  /** For a packing list: what lies in which box. */
  packed: z
    .array(
      z.strictObject({
        item: label,
        n: z.number().int().min(1).max(1000),
        box: z.number().int().min(1).max(200),
      }),
    )
    .max(200)
    .default([]),
})
export type IssuePaper = z.input<typeof issueSchema>

/** The fields beside the file of a signed sheet. */
export const signedSchema = z.strictObject({
  code: z
    .string()
    .transform((typed) => typed.toUpperCase().replace(/[^0-9A-F]/g, ''))
    .transform((signs) => `${signs.slice(0, 4)}-${signs.slice(4)}`)
    .pipe(codeSchema),
  on: daySchema,
  /** Who signed it, one after the other with commas. */
  by: z
    .string()
    .transform((sides) => sides.split(','))
    .pipe(z.array(partySide).min(1, 'Say who signed it.').max(4)),
  words: z.string().max(2000).default(''),
})

export interface SignedRow {
  readonly id: EntryId
  readonly by: readonly Side[]
  readonly on: string
  readonly mime: string
  readonly words?: string | undefined
}

export interface PaperRow {
  readonly id: EntryId
  readonly sort: PaperSort
  readonly number: number
  readonly code: string
  readonly at: Instant
  readonly by: string
  readonly machine?: string | undefined
  /** Whether the reader may open it: an agreement names the value. */
  readonly opens: boolean
  /** Whether its bytes still bear its code. */
  readonly intact: boolean
  /** What the record says otherwise by now. A guest reads where, not what. */
  readonly contradicted: readonly Contradiction[]
  readonly signed: readonly SignedRow[]
}

export interface PapersAnswer {
  readonly papers: readonly PaperRow[]
  readonly issuable: readonly PaperSort[]
  /** What the newest packing list says lies in which box. */
  readonly packed: readonly { readonly item: string; readonly n: number; readonly box: number }[]
}

export interface PaperIssued {
  readonly id: EntryId
}
