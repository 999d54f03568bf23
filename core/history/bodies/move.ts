/** A move: parts and counted parts from one place to another, in one act. */
import { z } from 'zod'
import { partIdSchema, partyIdSchema } from '#core/ids.ts'
import { placeSchema } from '#core/place.ts'
import { instantSchema } from '#core/quantity/schemas.ts'
import { lotLegSchema } from './lot.ts'
import { someWords, words } from './words.ts'

export const legSchema = z.strictObject({ part: partIdSchema, from: placeSchema, to: placeSchema })
const moveShape = z.strictObject({
  kind: z.literal('move'),
  legs: z
    .array(legSchema)
    .max(500)
    .refine(
      (legs) => new Set(legs.map((l) => l.part)).size === legs.length,
      'One part moves once in an act.',
    ),
  /** The legs that name no part, only how many of a lot. */
  lots: z.array(lotLegSchema).min(1).max(100).optional(),
  loan: z.strictObject({ home: placeSchema, due: instantSchema.optional() }).optional(),
  forced: z.strictObject({ reason: words }).optional(),
  authority: partyIdSchema.optional(),
  words: someWords.optional(),
})
export const moveBody = moveShape.refine(
  (move) => move.legs.length > 0 || move.lots !== undefined,
  'A move moves at least one thing.',
)

export type Leg = z.infer<typeof legSchema>
