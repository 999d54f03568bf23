/** Where a machine went, how it was carried and for what. */
import { z } from 'zod'
import { machineIdSchema } from '#core/ids.ts'
import { placeSchema } from '#core/place.ts'
import { instantSchema } from '#core/quantity/schemas.ts'
import { someWords } from './words.ts'

export const custodyBody = z.strictObject({
  kind: z.literal('custody'),
  machine: machineIdSchema,
  to: placeSchema,
  carriage: z.enum(['by hand', 'vehicle', 'post']),
  purpose: z.enum(['arrival', 'bench', 'storage', 'loan out', 'return to owner', 'back', 'display']),
  until: instantSchema.optional(),
  words: someWords.optional(),
})
