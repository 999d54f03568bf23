/** What is said of the line itself: a note in it, a check that was set aside, a contested entry settled, an entry taken back. */
import { z } from 'zod'
import { entryIdSchema, machineIdSchema } from '#core/ids.ts'
import { label, someWords, words } from './words.ts'

export const noteBody = z.strictObject({
  kind: z.literal('note'),
  machine: machineIdSchema.optional(),
  words,
})

export const overrideBody = z.strictObject({
  kind: z.literal('override'),
  machine: machineIdSchema,
  check: label,
  rule: label,
  reason: words,
  role: label,
})

export const settleBody = z.strictObject({
  kind: z.literal('settle'),
  entry: entryIdSchema,
  outcome: z.enum(['happened', 'did not happen']),
  words: someWords.optional(),
})

/** The body of an amendment that takes an entry back; it says nothing by itself. */
export const withdrawalBody = z.strictObject({ kind: z.literal('withdrawal') })
