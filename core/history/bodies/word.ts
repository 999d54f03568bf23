/** The house's own words: what it calls a name of a machine, or says for work that has a verb already. */
import { z } from 'zod'
import { typeIdSchema } from '#core/ids.ts'
import { label } from './words.ts'

/** A word or a few, as people write them in the middle of a line. */
export const houseWordSchema = z
  .string()
  .trim()
  .toLowerCase()
  .min(2)
  .max(40)
  .regex(/^[\p{L}\p{N}][\p{L}\p{N} '-]*$/u, 'Letters, figures, spaces and hyphens only.')
  .regex(/\p{L}/u, 'It needs a letter.')

export const wordBody = z.discriminatedUnion('what', [
  z.strictObject({
    kind: z.literal('word'),
    what: z.literal('taught'),
    word: houseWordSchema,
    /** What it stands for: a verb of work, or something that has a name. */
    as: z.enum(['verb', 'name']),
    /** The verb or the name that is known already. */
    means: label,
    /** Only of machines of this type. */
    type: typeIdSchema.optional(),
  }),
  z.strictObject({
    kind: z.literal('word'),
    what: z.literal('forgotten'),
    word: houseWordSchema,
    type: typeIdSchema.optional(),
  }),
])
