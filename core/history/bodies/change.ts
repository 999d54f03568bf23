/** Work on a target: cleaned, reseated, soldered, adjusted; and how far it reaches. */
import { z } from 'zod'
import { machineIdSchema, methodIdSchema } from '#core/ids.ts'
import { label, someWords } from './words.ts'

export const reaches = ['outside', 'disturbed', 'altered'] as const

export const targetSchema = z.strictObject({
  sort: z.enum(['position', 'assembly', 'adjuster', 'wire', 'surface', 'machine']),
  name: label,
})
export type Target = z.infer<typeof targetSchema>

export const changeBody = z.strictObject({
  kind: z.literal('change'),
  machine: machineIdSchema,
  target: targetSchema,
  verb: label,
  reach: z.enum(reaches),
  /** The assembly that the target is part of, where no sheet says so. */
  on: label.optional(),
  from: label.optional(),
  to: label.optional(),
  words: someWords.optional(),
  /** The house method that was followed. */
  method: methodIdSchema.optional(),
  verified: z.boolean().optional(),
  /** It was tried and did not succeed; `words` say why. */
  failed: z.boolean().optional(),
  /** Of a setting: what it is counted on, and the mark that was made where it stood. */
  scale: label.optional(),
  mark: label.optional(),
  /** The set of changes that is made on purpose before one test. */
  onPurpose: z.boolean().optional(),
})

export type Reach = (typeof reaches)[number]
