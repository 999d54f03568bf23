/** Lots: several parts of one kind that are counted instead of named one by one; and what is promised of parts and lots. */
import { z } from 'zod'
import { entryIdSchema, lotIdSchema, machineIdSchema, partIdSchema, partyIdSchema } from '#core/ids.ts'
import { isSlot, placeSchema } from '#core/place.ts'
import { instantSchema, moneySchema } from '#core/quantity/schemas.ts'
import { attributes, label, someWords } from './words.ts'

export const lotOrigins = ['bought', 'made', 'gift', 'donor', 'unknown'] as const

const heap = placeSchema.refine(
  (place) => !isSlot(place),
  'A position holds one part: take one out of the lot first.',
)
const many = z.int().min(1).max(1_000_000)

/** n of a lot from one place to another. */
export const lotLegSchema = z.strictObject({ lot: lotIdSchema, n: many, from: heap, to: heap })

export const lotBody = z.discriminatedUnion('what', [
  z.strictObject({
    kind: z.literal('lot'),
    what: z.literal('identified'),
    lot: lotIdSchema,
    partKind: label.optional(),
    tag: label.optional(),
    name: label.optional(),
    marking: label.optional(),
    attributes: attributes.optional(),
    belongsTo: z.union([z.literal('house'), partyIdSchema]).optional(),
    /** Buy again when no more than so many are free; null: never. */
    reorderAt: z.int().min(0).max(1_000_000).nullable().optional(),
  }),
  /** More of it came: how, and what all of them cost together. */
  z.strictObject({
    kind: z.literal('lot'),
    what: z.literal('got'),
    lot: lotIdSchema,
    n: many,
    place: heap,
    origin: z.enum(lotOrigins),
    price: moneySchema.optional(),
    from: partyIdSchema.optional(),
    words: someWords.optional(),
  }),
])

/** What was counted in one place; later moves reckon from it. */
export const countBody = z.strictObject({
  kind: z.literal('count'),
  lot: lotIdSchema,
  place: heap,
  n: z.int().min(0).max(1_000_000),
  /** Weighed or guessed, not counted one by one. */
  about: z.boolean().optional(),
  words: someWords.optional(),
})

const promised = {
  kind: z.literal('reservation'),
  machine: machineIdSchema,
  part: partIdSchema.optional(),
  lot: lotIdSchema.optional(),
}
const onePromised = (body: { part?: string | undefined; lot?: string | undefined }) =>
  (body.part === undefined) !== (body.lot === undefined)
const onePromisedWords = 'Either one part or a lot is kept for it.'

/** A part, or n of a lot, kept for a machine until it goes there, the day is over or somebody lets it go. */
export const reservationBody = z.union([
  z
    .strictObject({
      ...promised,
      what: z.literal('made'),
      n: many.optional(),
      position: label.optional(),
      until: instantSchema.optional(),
      words: someWords.optional(),
    })
    .refine(onePromised, onePromisedWords),
  z
    .strictObject({
      ...promised,
      what: z.literal('ended'),
      reservation: entryIdSchema,
      words: someWords.optional(),
    })
    .refine(onePromised, onePromisedWords),
])

export type LotLeg = z.infer<typeof lotLegSchema>
