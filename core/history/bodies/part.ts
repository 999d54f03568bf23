/** What is said of a part: what it is, how it is, and what a position was seen to hold. */
import { z } from 'zod'
import { lotIdSchema, machineIdSchema, partIdSchema, partyIdSchema } from '#core/ids.ts'
import { placeSchema } from '#core/place.ts'
import { moneySchema } from '#core/quantity/schemas.ts'
import { attributes, label, someWords } from './words.ts'

export const healths = ['proved good', 'not shown faulty', 'suspect', 'proved bad', 'unknown'] as const

/** On what ground somebody says that a part is proved good or bad. */
export const healthGrounds = ['test', 'reading', 'judgement'] as const
export type HealthGround = (typeof healthGrounds)[number]

export const origins = [
  'factory',
  'earlier repair',
  'this repair',
  'donor',
  'bought',
  'made',
  'gift',
  'unknown',
] as const

export const partBody = z.discriminatedUnion('what', [
  z.strictObject({
    kind: z.literal('part'),
    what: z.literal('identified'),
    part: partIdSchema,
    partKind: label.optional(),
    tag: label.optional(),
    name: label.optional(),
    marking: label.optional(),
    dateCode: label.optional(),
    attributes: attributes.optional(),
    /** In for now: a test display, a diagnostic ROM. The closing check asks for it. */
    temporary: z.boolean().optional(),
    origin: z.enum(origins).optional(),
    /** Where a part that is new to the record stands. */
    place: placeSchema.optional(),
    belongsTo: z.union([z.literal('house'), partyIdSchema]).optional(),
    /** What it cost, where it was bought by itself. */
    price: moneySchema.optional(),
    /** One taken out of a lot, where the lot lay; and the machine it is meant for. */
    outOf: z.strictObject({ lot: lotIdSchema, for: machineIdSchema.optional() }).optional(),
  }),
  z.strictObject({
    kind: z.literal('part'),
    what: z.literal('health'),
    part: partIdSchema,
    health: z.enum(healths),
    ground: z.enum(healthGrounds).optional(),
    because: someWords.optional(),
  }),
  z.strictObject({
    kind: z.literal('part'),
    what: z.literal('content'),
    machine: machineIdSchema,
    place: placeSchema,
    content: z.enum(['empty', 'unknown part']),
    /** It was so before the machine came; and what is known of that. */
    beforeItCame: z.boolean().optional(),
    words: someWords.optional(),
  }),
])

export type Health = (typeof healths)[number]
