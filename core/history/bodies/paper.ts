/** A paper of a loan: what was issued, kept as it was, and what came back of it signed. */
import { z } from 'zod'
import { entryIdSchema, loanIdSchema, machineIdSchema } from '#core/ids.ts'
import { daySchema, partySide } from './loan.ts'
import { label, sha256, someWords } from './words.ts'

export const paperSorts = [
  'agreement',
  'packing list',
  'handover sheet',
  'look sheet',
  'receipt',
  'demonstrators’ instructions',
] as const
export type PaperSort = (typeof paperSorts)[number]

/** What a signed sheet may come back as. */
export const scanMimes = ['application/pdf', 'image/jpeg', 'image/png', 'image/webp'] as const

/** Eight signs of the hash of its text, as printed on it: "4F0A-91C2". */
export const codeSchema = z
  .string()
  .regex(/^[0-9A-F]{4}-[0-9A-F]{4}$/, 'A code is written as 4F0A-91C2: it stands at the foot of the paper.')

/** What lies in which box. */
const packedSchema = z.strictObject({
  item: label,
  n: z.int().min(1).max(1000),
  box: z.int().min(1).max(200),
})

export const paperBody = z.discriminatedUnion('what', [
  z.strictObject({
    kind: z.literal('paper'),
    what: z.literal('issued'),
    loan: loanIdSchema,
    sort: z.enum(paperSorts),
    /** Its number within the loan, from 1. */
    number: z.int().min(1).max(10_000),
    code: codeSchema,
    /** Its bytes, by SHA-256. */
    file: sha256,
    /** The version of the terms it sets out, or the handover it is about. */
    of: entryIdSchema.optional(),
    machine: machineIdSchema.optional(),
    packed: z.array(packedSchema).max(200).default([]),
  }),
  z.strictObject({
    kind: z.literal('paper'),
    what: z.literal('signed'),
    loan: loanIdSchema,
    /** The paper that was signed. */
    paper: entryIdSchema,
    file: sha256,
    mime: z.enum(scanMimes),
    by: z.array(partySide).min(1).max(4),
    on: daySchema,
    words: someWords.optional(),
  }),
])
