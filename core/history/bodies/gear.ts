/** Test gear: what it is, when it was proved, and for what it was found unfit. */
import { z } from 'zod'
import { gearIdSchema, partyIdSchema } from '#core/ids.ts'
import { instantSchema } from '#core/quantity/schemas.ts'
import { attributes, label, someWords, words } from './words.ts'

const lab = z.tuple([
  z.number().min(0).max(120),
  z.number().min(-200).max(200),
  z.number().min(-200).max(200),
])

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
    /** A camera, checked on a photograph (which is not kept) of cards and of chips whose colour is known: L*a*b* D65 2°. */
    camera: z
      .strictObject({
        neutrals: z.int().min(1).max(12),
        chips: z
          .array(z.strictObject({ name: label, known: lab, read: lab }))
          .min(1)
          .max(60),
      })
      .optional(),
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
