/** A loan out, a loan in, a repair for an owner: what it is about, on what terms, who agreed, and how it ended. */
import { z } from 'zod'
import {
  entryIdSchema,
  gearIdSchema,
  loanIdSchema,
  machineIdSchema,
  partIdSchema,
  partyIdSchema,
} from '#core/ids.ts'
import { instantSchema, moneySchema } from '#core/quantity/schemas.ts'
import { isDay } from '#core/quantity/time.ts'
import { loanWays } from '../loan-ways.ts'
import { label, sha256, someWords, words } from './words.ts'

/** A calendar day, in the zone of the house. */
export const daySchema = z.string().refine(isDay, 'A day is written as 2026-06-30.')

/** One thing that goes along: a machine, a part, a piece of test gear, or so many of something that is counted. */
export const loanItemSchema = z
  .strictObject({
    /** Its name within the loan: a machine's number and name, "mains lead". */
    item: label,
    machine: machineIdSchema.optional(),
    part: partIdSchema.optional(),
    gear: gearIdSchema.optional(),
    n: z.int().min(1).max(1000).default(1),
    returns: z.boolean().default(true),
  })
  .refine(
    (i) => [i.machine, i.part, i.gear].filter(Boolean).length <= 1,
    'An item is a machine, a part or test gear, not two of them.',
  )
  .refine(
    (i) => i.n === 1 || !(i.machine || i.part || i.gear),
    'A machine, a part or a piece of test gear counts as one.',
  )

const items = z
  .array(loanItemSchema)
  .min(1)
  .max(60)
  .refine((all) => new Set(all.map((i) => i.item)).size === all.length, 'An item is named twice.')

/** Where it will be, and what stands there on the wall. */
const venueSchema = z.strictObject({
  place: label,
  volts: z.number().positive().max(1000).optional(),
  hertz: z.number().positive().max(1000).optional(),
  earthed: z.boolean().optional(),
  residualCurrent: z.boolean().optional(),
  /** Lines and fields of the television there: "625/50". */
  television: label.optional(),
  supervised: z.boolean().optional(),
  locked: z.boolean().optional(),
  /** What brings the mains there to what the machine needs. */
  transformer: label.optional(),
})

export const runRules = ['not to be run', 'named people', 'visitors'] as const
const termsShape = {
  from: daySchema,
  to: daySchema,
  noticeDays: z.int().min(0).max(365).default(14),
  venue: venueSchema.optional(),
  run: z.strictObject({
    who: z.enum(runRules),
    named: z.array(label).max(20).default([]),
    minutesADay: z.int().min(1).max(1440).optional(),
    instructions: someWords.optional(),
  }),
  /** What is allowed only when it is written: absent is no. */
  opening: words.optional(),
  copying: words.optional(),
  lendingOn: words.optional(),
  handling: someWords.optional(),
  light: someWords.optional(),
  photographs: someWords.optional(),
  credit: someWords.optional(),
  consumables: someWords.optional(),
  cover: z.strictObject({
    by: z.enum(['us', 'them', 'carrier', 'indemnity', 'none']),
    value: moneySchema.optional(),
    from: daySchema.optional(),
    until: daySchema.optional(),
  }),
  /** What may be spent on a repair before the owner is asked again. */
  repairLimit: moneySchema.optional(),
}

export const partySide = z.union([z.literal('house'), partyIdSchema])

export const loanBody = z.discriminatedUnion('what', [
  z.strictObject({
    kind: z.literal('loan'),
    what: z.literal('asked'),
    loan: loanIdSchema,
    /** Its number in this house, and theirs. */
    number: label.optional(),
    theirNumber: label.optional(),
    way: z.enum(loanWays),
    with: partyIdSchema,
    purpose: words,
    /** Who decided that it goes for good, and when. */
    authority: someWords.optional(),
    items,
  }),
  z
    .strictObject({ kind: z.literal('loan'), what: z.literal('terms'), loan: loanIdSchema, ...termsShape })
    .refine((t) => t.from <= t.to, 'It is due back before it begins.'),
  z.strictObject({
    kind: z.literal('loan'),
    what: z.literal('answered'),
    loan: loanIdSchema,
    /** The version that is agreed to, or declined. */
    terms: entryIdSchema,
    by: partySide,
    agreed: z.boolean(),
    how: z.enum(['signed in', 'ink', 'told']),
    words: someWords.optional(),
  }),
  z.strictObject({
    kind: z.literal('loan'),
    what: z.literal('recalled'),
    loan: loanIdSchema,
    homeBy: daySchema,
    reason: words,
  }),
  z.strictObject({
    kind: z.literal('loan'),
    what: z.literal('accounted'),
    loan: loanIdSchema,
    item: label,
    n: z.int().min(1).max(1000).default(1),
    as: z.enum(['lost', 'destroyed', 'used up', 'kept by agreement', 'stays on a loan of its own']),
    words,
  }),
  /** What was spent on a repair; `although`: what the owner said, where it goes past their limit. */
  z
    .strictObject({
      kind: z.literal('loan'),
      what: z.literal('spent'),
      loan: loanIdSchema,
      amount: moneySchema.optional(),
      on: words,
      although: someWords.optional(),
    })
    .refine((s) => s.amount !== undefined, { path: ['amount'], message: 'Say how much was spent.' }),
  /** A word to the other side; `asks`: it wants an answer. */
  z.strictObject({
    kind: z.literal('loan'),
    what: z.literal('said'),
    loan: loanIdSchema,
    by: partySide,
    words,
    asks: z.boolean().default(false),
  }),
  z.strictObject({
    kind: z.literal('loan'),
    what: z.literal('closed'),
    loan: loanIdSchema,
    words: someWords.optional(),
  }),
])

const counted = z
  .array(z.strictObject({ item: label, n: z.int().min(0).max(1000) }))
  .min(1)
  .max(60)
  .refine((all) => new Set(all.map((i) => i.item)).size === all.length, 'An item is counted twice.')

/** What passes from one hand to the next. Machines are named, so that each knows where it is. */
export const handoverBody = z.discriminatedUnion('what', [
  z.strictObject({
    kind: z.literal('handover'),
    what: z.literal('released'),
    loan: loanIdSchema,
    from: partySide,
    to: partySide,
    carrier: label.optional(),
    carriage: z.enum(['by hand', 'vehicle', 'post']),
    items: counted,
    machines: z.array(machineIdSchema).max(60),
    boxes: z.int().min(0).max(200).default(0),
    /** Rules that were not met, and why it went all the same. */
    although: z
      .array(z.strictObject({ rule: label, because: words }))
      .max(10)
      .default([]),
    words: someWords.optional(),
  }),
  z.strictObject({
    kind: z.literal('handover'),
    what: z.literal('received'),
    loan: loanIdSchema,
    /** The release it answers; absent: it arrived unannounced. */
    of: entryIdSchema.optional(),
    by: partySide,
    items: counted,
    machines: z.array(machineIdSchema).max(60),
    boxes: z.array(z.int().min(1).max(200)).max(200).default([]),
    packing: z.enum(['in order', 'wet', 'crushed', 'opened']).default('in order'),
    /** Came from cold or damp: it rests until then before power. */
    restUntil: instantSchema.optional(),
    words: someWords.optional(),
  }),
])

export const lookStages = ['out', 'there', 'before packing', 'back'] as const
export type LookStage = (typeof lookStages)[number]

const differenceSchema = z.strictObject({
  how: z.enum(['new', 'worse', 'better', 'gone']),
  words,
})
/** Photographs of a zone, by their files; width and height in pixels. */
const photos = z
  .array(z.strictObject({ file: sha256, width: z.int().min(1), height: z.int().min(1) }))
  .min(1)
  .max(8)
  .optional()
/** One zone as it was found. Only what was looked at can be the same. */
export const zoneLookSchema = z.discriminatedUnion('is', [
  z.strictObject({ zone: label, is: z.literal('same'), words: someWords.optional(), photos }),
  z.strictObject({
    zone: label,
    is: z.literal('different'),
    differences: z.array(differenceSchema).min(1).max(40),
    photos,
  }),
  z.strictObject({ zone: label, is: z.literal('not looked at'), words: someWords.optional() }),
])

/** A look at a machine on its way: frozen as it was written. */
export const lookBody = z.strictObject({
  kind: z.literal('look'),
  loan: loanIdSchema,
  machine: machineIdSchema,
  stage: z.enum(lookStages),
  zones: z
    .array(zoneLookSchema)
    .min(1)
    .max(100)
    .refine((all) => new Set(all.map((z) => z.zone)).size === all.length, 'A zone is named twice.'),
  witness: label.optional(),
})

/** The photographs of a look, in the order of its zones: what a photograph of it is numbered by, from 0. */
export const photosOf = ({ zones }: z.infer<typeof lookBody>) =>
  zones.flatMap((zone) =>
    zone.is === 'not looked at' ? [] : (zone.photos ?? []).map((photo) => ({ ...photo, zone: zone.zone })),
  )

/** What both sides made of a difference. */
export const differenceBody = z.strictObject({
  kind: z.literal('difference'),
  loan: loanIdSchema,
  machine: machineIdSchema,
  look: entryIdSchema,
  zone: label,
  /** Which of the zone's differences, from 0. */
  index: z.int().min(0).max(39),
  is: z.enum(['agreed', 'disputed', 'open']),
  by: partySide,
  words: someWords.optional(),
})

/** It was switched on while away. */
export const runBody = z.strictObject({
  kind: z.literal('run'),
  loan: loanIdSchema,
  machine: machineIdSchema,
  minutes: z.int().min(0).max(10_000),
  who: label,
  started: z.boolean(),
  symptom: someWords.optional(),
})
