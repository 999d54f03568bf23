/** Test gear: what it is, when it was proved, and for what it was found unfit. */
import { z } from 'zod'
import { gearIdSchema, partyIdSchema } from '#core/ids.ts'
import { instantSchema } from '#core/quantity/schemas.ts'
import { attributes, label, someWords, words } from './words.ts'

export const gearBody = z.discriminatedUnion('what', [
  z.strictObject({
    kind: z.literal('gear'),
    what: z.literal('identified'),
    gear: gearIdSchema,
    name: label,
    gearKind: label,
    attributes: attributes.default({}),
    limits: someWords.optional(),
  }),
  z.strictObject({
    kind: z.literal('gear'),
    what: z.literal('proved'),
    gear: gearIdSchema,
    words: someWords.optional(),
  }),
  z.strictObject({
    kind: z.literal('gear'),
    what: z.literal('unfit'),
    gear: gearIdSchema,
    need: label,
    since: instantSchema.nullable(),
    until: instantSchema.optional(),
    because: words,
  }),
  /** It went out of the house's hands for a while. */
  z.strictObject({
    kind: z.literal('gear'),
    what: z.literal('lent'),
    gear: gearIdSchema,
    to: partyIdSchema,
    due: instantSchema.optional(),
  }),
  z.strictObject({ kind: z.literal('gear'), what: z.literal('back'), gear: gearIdSchema }),
])
