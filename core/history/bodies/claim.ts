/** What somebody said of a machine that nobody here has tried. */
import { z } from 'zod'
import { machineIdSchema, partyIdSchema } from '#core/ids.ts'
import { label, words } from './words.ts'

export const claimed = ['works', 'now and then', 'fails', 'not said'] as const
export type Claimed = (typeof claimed)[number]

export const claimBody = z.strictObject({
  kind: z.literal('claim'),
  machine: machineIdSchema,
  by: partyIdSchema.optional(),
  claims: z
    .array(z.strictObject({ fn: label.optional(), says: z.enum(claimed), words }))
    .min(1)
    .max(100),
})
