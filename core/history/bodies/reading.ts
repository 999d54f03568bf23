/** What an instrument showed at a test point, and the set of readings taken while the machine was healthy. */
import { z } from 'zod'
import { entryIdSchema, machineIdSchema } from '#core/ids.ts'
import { label, someWords } from './words.ts'
import { quantitySchema } from '#core/quantity/schemas.ts'

export const readingBody = z.strictObject({
  kind: z.literal('reading'),
  machine: machineIdSchema,
  point: label,
  read: quantitySchema,
  /** What was expected when it was read: nominal ± tolerance, in the unit of the reading. */
  nominal: z.number().optional(),
  tolerance: z.number().min(0).optional(),
  /** What drew current while it was read; which instrument read it. */
  load: label.optional(),
  instrument: label.optional(),
})

/** Later readings are held against the last such set. */
export const baselineBody = z.strictObject({
  kind: z.literal('baseline'),
  machine: machineIdSchema,
  readings: z.array(entryIdSchema).min(1).max(200),
  words: someWords.optional(),
})
