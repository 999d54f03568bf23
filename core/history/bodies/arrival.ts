/** Bodies of what is written at the door and about the time before it: evidence, contents, quarantine, receipt, provenance, value, batch. */
import { z } from 'zod'
import { entryIdSchema, machineIdSchema, partyIdSchema } from '#core/ids.ts'
import { isEdtf } from '#core/quantity/time.ts'
import { label, someWords, words } from './words.ts'
import { instantSchema, moneySchema } from '#core/quantity/schemas.ts'

/** Things that handling destroys, each asked for before anything is touched. */
export const evidenceSorts = ['warranty seal', 'label', 'sticker or tape', 'underside'] as const
export const evidenceBody = z.discriminatedUnion('what', [
  z.strictObject({
    kind: z.literal('evidence'),
    what: z.literal('noted'),
    machine: machineIdSchema,
    sort: z.enum(evidenceSorts),
    where: label,
    /** What comes off only by breaking it: "lid", "base". */
    over: label.optional(),
    says: someWords.optional(),
  }),
  z.strictObject({
    kind: z.literal('evidence'),
    what: z.literal('none'),
    machine: machineIdSchema,
    sort: z.enum(evidenceSorts),
  }),
  z.strictObject({
    kind: z.literal('evidence'),
    what: z.literal('gone'),
    machine: machineIdSchema,
    evidence: entryIdSchema,
    how: z.enum(['broken', 'removed', 'covered']),
    words: someWords.optional(),
  }),
])

/** What a memory, disk, tape or other medium holds: copied with its checksum, or not copied and why. */
export const contentsBody = z.discriminatedUnion('what', [
  z.strictObject({
    kind: z.literal('contents'),
    what: z.literal('copied'),
    machine: machineIdSchema,
    medium: label,
    /** Hash or sum of the reading, with its method: "sha256 3f…", "sum 1A2B". */
    checksum: z.string().trim().min(4).max(160),
    readTwice: z.boolean(),
    keptAt: label.optional(),
    personal: z.boolean().default(false),
  }),
  z.strictObject({
    kind: z.literal('contents'),
    what: z.literal('not copied'),
    machine: machineIdSchema,
    medium: label,
    because: words,
    personal: z.boolean().default(false),
  }),
])

export const pestSigns = ['pests', 'mould', 'leaks'] as const
export const quarantineBody = z.discriminatedUnion('way', [
  z.strictObject({
    kind: z.literal('quarantine'),
    way: z.literal('in'),
    machine: machineIdSchema,
    place: label,
    until: instantSchema.optional(),
  }),
  z.strictObject({
    kind: z.literal('quarantine'),
    way: z.literal('out'),
    machine: machineIdSchema,
    seen: z.strictObject({
      pests: z.enum(['none seen', 'seen', 'not looked']),
      mould: z.enum(['none seen', 'seen', 'not looked']),
      leaks: z.enum(['none seen', 'seen', 'not looked']),
    }),
    words: someWords.optional(),
  }),
])

/** The receipt as it was handed out; what left the house is kept as issued. */
export const receiptBody = z.strictObject({
  kind: z.literal('receipt'),
  machine: machineIdSchema,
  to: partyIdSchema.optional(),
  items: z.array(label).min(1).max(60),
  terms: someWords,
})

export const linkSorts = [
  'made',
  'sold',
  'owned by',
  'used at',
  'stood at',
  'repaired by',
  'changed',
  'event',
] as const
/** One link of provenance: what was the case, when (EDTF), and what that rests on. */
export const linkBody = z.strictObject({
  kind: z.literal('link'),
  machine: machineIdSchema,
  sort: z.enum(linkSorts),
  who: partyIdSchema.optional(),
  where: label.optional(),
  words: someWords.optional(),
  when: z
    .string()
    .refine(isEdtf, 'A date is written as 1984, 1984-03, 1984~, 198X, 1981/1984 or 1991/.. (EDTF).'),
  /** The document, mark or picture that shows it. */
  evidence: label.optional(),
  photo: entryIdSchema.optional(),
})

/** What it would fetch; the price paid stands with the registration. */
export const valueBody = z.strictObject({
  kind: z.literal('value'),
  machine: machineIdSchema,
  /** `asking`: what the house wants for it. */
  sort: z.enum(['market', 'insurance', 'asking']),
  amount: moneySchema,
  /** Hands-on hours that it would still take, beside what it would fetch. */
  effortHours: z.number().min(0).max(10_000).optional(),
  words: someWords.optional(),
})

/** Markings read from a board or its photographs. */
export const markingBody = z.strictObject({
  kind: z.literal('marking'),
  machine: machineIdSchema,
  board: label.optional(),
  lines: z
    .array(z.strictObject({ designator: label.optional(), text: label }))
    .min(1)
    .max(300),
})

/** Units that came as one lot. Its id is that of this entry. */
export const batchBody = z.strictObject({
  kind: z.literal('batch'),
  name: label,
  machines: z
    .array(machineIdSchema)
    .min(2)
    .max(200)
    .refine((all) => new Set(all).size === all.length, 'A unit is named twice.'),
  price: moneySchema.optional(),
  words: someWords.optional(),
})
