/** What is said of a machine itself: its registration, what it is and whose, and what of it was met beyond its sheet. */
import { z } from 'zod'
import { entryIdSchema, machineIdSchema, partyIdSchema, typeIdSchema } from '#core/ids.ts'
import { moneySchema } from '#core/quantity/schemas.ts'
import { sheetSchema } from '#core/type/sheet.ts'
import { attributes, label, someWords } from './words.ts'

export const legalStatuses = [
  'entered, undecided',
  'accessioned',
  'long loan in',
  'loan in',
  'handling collection',
  'owner’s',
  'parts stock',
  'disposed',
] as const

export const purposes = [
  'undecided',
  'working exhibit',
  'display',
  'reserve',
  'parts source',
  'study',
  'for sale',
] as const

export const sourceKinds = [
  'gift',
  'purchase',
  'lot',
  'loan in',
  'repair for owner',
  'found',
  'transfer',
  'not recorded',
] as const

const factsShape = {
  name: label.optional(),
  type: typeIdSchema.nullable().optional(),
  revision: label.optional(),
  serial: label.optional(),
  accessionNumber: label.optional(),
  owner: z.union([z.literal('house'), partyIdSchema]).optional(),
  legal: z.enum(legalStatuses).optional(),
  purpose: z.enum(purposes).optional(),
  attributes: attributes.optional(),
  /** What was looked for when it came in and is not there: keys, papers, claims. */
  noneThere: z.array(label).max(40).optional(),
  /** Other names it is known by, and marks moulded, stamped or written on it. */
  aliases: z.array(label).max(20).optional(),
  marks: z.array(label).max(40).optional(),
  /** The photograph by which it is known; null: none of them. */
  face: entryIdSchema.nullable().optional(),
}

export const machineBody = z.discriminatedUnion('what', [
  z.strictObject({
    kind: z.literal('machine'),
    what: z.literal('registered'),
    machine: machineIdSchema,
    entryNumber: label,
    ...factsShape,
    name: label,
    source: z.strictObject({
      how: z.enum(sourceKinds),
      from: partyIdSchema.optional(),
      words: someWords.optional(),
    }),
    price: moneySchema.optional(),
    /** Its entry is led step by step, and waits on Bench until every step is answered. */
    guided: z.boolean().optional(),
  }),
  z.strictObject({
    kind: z.literal('machine'),
    what: z.literal('stated'),
    machine: machineIdSchema,
    set: z.strictObject(factsShape),
    reason: someWords.optional(),
  }),
  /** Lines a machine adds to its sheet, or that make up for a type not known yet. */
  z.strictObject({
    kind: z.literal('machine'),
    what: z.literal('met'),
    machine: machineIdSchema,
    functions: sheetSchema.shape.functions.unwrap(),
    positions: sheetSchema.shape.positions.unwrap(),
  }),
])

export type LegalStatus = (typeof legalStatuses)[number]
export type Purpose = (typeof purposes)[number]
