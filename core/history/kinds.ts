/** The shapes of entry bodies, one schema a kind. A shape changes only by a numbered lift (see lifts/). */
import { z } from 'zod'
import {
  entryIdSchema,
  gearIdSchema,
  lotIdSchema,
  machineIdSchema,
  methodIdSchema,
  partIdSchema,
  partyIdSchema,
  typeIdSchema,
} from '#core/ids.ts'
import { placeSchema } from '#core/place.ts'
import { sheetSchema } from '#core/type/sheet.ts'
import {
  batchBody,
  contentsBody,
  evidenceBody,
  linkBody,
  markingBody,
  quarantineBody,
  receiptBody,
  valueBody,
} from './bodies/arrival.ts'
import { findingBody, gradeBody, pairBody, photoBody, pinBody, surveyBody } from './bodies/condition.ts'
import { consentBody } from './bodies/consent.ts'
import { countBody, lotBody, lotLegSchema, reservationBody } from './bodies/lot.ts'
import { jotBody } from './bodies/jot.ts'
import { methodBody } from './bodies/method.ts'
import { baselineBody, readingBody } from './bodies/reading.ts'
import { specBody } from './bodies/spec.ts'
import { precautionBody } from './bodies/precaution.ts'
import { attributes, label, someWords, words } from './bodies/words.ts'
import { instantSchema, moneySchema } from '#core/quantity/schemas.ts'

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
export const healths = ['proved good', 'not shown faulty', 'suspect', 'proved bad', 'unknown'] as const
export const origins = ['factory', 'earlier repair', 'donor', 'bought', 'made', 'gift', 'unknown'] as const
export const reaches = ['outside', 'disturbed', 'altered'] as const
export const authorities = ['switch on', 'mains', 'picture tube', 'lithium', 'chemicals'] as const
export const testDepths = ['look', 'short', 'full'] as const

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
  /** Other names it is known by, and marks moulded, stamped or written on it. */
  aliases: z.array(label).max(20).optional(),
  marks: z.array(label).max(40).optional(),
}

const machineBody = z.discriminatedUnion('what', [
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

const partBody = z.discriminatedUnion('what', [
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
    because: someWords.optional(),
  }),
  z.strictObject({
    kind: z.literal('part'),
    what: z.literal('content'),
    machine: machineIdSchema,
    place: placeSchema,
    content: z.enum(['empty', 'unknown part']),
  }),
])

export const resultSchema = z.discriminatedUnion('is', [
  z.strictObject({
    is: z.literal('pass'),
    starts: z.int().min(1).max(100000).optional(),
    symptom: z.never().optional(),
  }),
  z.strictObject({ is: z.literal('fail'), symptom: label.optional() }),
  z
    .strictObject({
      is: z.literal('partly'),
      good: z.int().min(0),
      of: z.int().min(1),
      symptom: label.optional(),
    })
    .refine((r) => r.good <= r.of, 'More good than there are.'),
  z
    .strictObject({
      is: z.literal('intermittent'),
      failures: z.int().min(1),
      of: z.int().min(2),
      symptom: label.optional(),
    })
    .refine((r) => r.failures < r.of, 'All of them failed: that is a fail.'),
  z.strictObject({ is: z.literal('inconclusive'), because: someWords.optional() }),
  z.strictObject({ is: z.literal('not possible'), because: words }),
])

const cell = z.string().trim().min(1).max(24)
/** A trial cell by cell: keys, pins, chips in sockets. The four lists together are the whole grid. */
const triedSchema = z.strictObject({
  pass: z.array(cell).max(2000),
  fail: z.array(z.strictObject({ cell, symptom: label.optional() })).max(2000),
  /** Passed in an earlier trial, and nothing touched them since. */
  stood: z.array(cell).max(2000),
  untried: z.array(cell).max(2000),
})
export type TriedCells = z.infer<typeof triedSchema>

const testBody = z.strictObject({
  kind: z.literal('test'),
  machine: machineIdSchema,
  results: z
    .array(z.strictObject({ fn: label, result: resultSchema, cells: triedSchema.optional() }))
    .min(1)
    .max(500),
  depth: z.enum(testDepths),
  gear: z.array(gearIdSchema).max(20).default([]),
  asFound: z.boolean().optional(),
  notExercised: someWords.optional(),
  /** The failing condition in which an intermittent fault was tried: cold, after a move, after n minutes. */
  condition: label.optional(),
})

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
const moveBody = moveShape.refine(
  (move) => move.legs.length > 0 || move.lots !== undefined,
  'A move moves at least one thing.',
)

export const targetSchema = z.strictObject({
  sort: z.enum(['position', 'assembly', 'adjuster', 'wire', 'surface', 'machine']),
  name: label,
})
export type Target = z.infer<typeof targetSchema>

const changeBody = z.strictObject({
  kind: z.literal('change'),
  machine: machineIdSchema,
  target: targetSchema,
  verb: label,
  reach: z.enum(reaches),
  from: label.optional(),
  to: label.optional(),
  words: someWords.optional(),
  /** The house method that was followed. */
  method: methodIdSchema.optional(),
  verified: z.boolean().optional(),
  /** The set of changes that is made on purpose before one test. */
  onPurpose: z.boolean().optional(),
})

const policyValue = z.strictObject({
  kind: z.literal('rule'),
  what: z.literal('policy'),
  key: label,
  option: label,
  machine: machineIdSchema.optional(),
  reason: someWords,
})

const ruleBody = z.discriminatedUnion('what', [
  policyValue,
  z.strictObject({
    kind: z.literal('rule'),
    what: z.literal('authorisation'),
    party: partyIdSchema,
    authority: z.enum(authorities),
    granted: z.boolean(),
    until: instantSchema.optional(),
    reason: someWords.optional(),
  }),
  z.strictObject({
    kind: z.literal('rule'),
    what: z.literal('grant'),
    party: partyIdSchema,
    machine: machineIdSchema,
    granted: z.boolean(),
    from: instantSchema.optional(),
    until: instantSchema.optional(),
  }),
])

const gearBody = z.discriminatedUnion('what', [
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
])

const episodeBody = z.discriminatedUnion('what', [
  z.strictObject({
    kind: z.literal('episode'),
    what: z.literal('opened'),
    machine: machineIdSchema,
    title: label,
    number: z.int().min(1).optional(),
  }),
  z.strictObject({
    kind: z.literal('episode'),
    what: z.literal('paused'),
    machine: machineIdSchema,
    episode: entryIdSchema,
    lie: someWords,
    unplugged: z.boolean(),
    next: someWords,
  }),
  z.strictObject({
    kind: z.literal('episode'),
    what: z.literal('resumed'),
    machine: machineIdSchema,
    episode: entryIdSchema,
  }),
  z.strictObject({
    kind: z.literal('episode'),
    what: z.literal('closed'),
    machine: machineIdSchema,
    episode: entryIdSchema,
    next: someWords,
    /** The closing check as it stood, kept with the closing. */
    report: z.array(z.strictObject({ rule: label, is: label, note: someWords.optional() })).max(60),
    deferred: z
      .array(z.strictObject({ what: label, reason: words, until: instantSchema.optional() }))
      .max(60)
      .default([]),
  }),
])

const kindSchemas = [
  machineBody,
  partBody,
  z.strictObject({
    kind: z.literal('type'),
    type: typeIdSchema,
    sheet: sheetSchema,
    learnedIn: entryIdSchema.optional(),
  }),
  z.strictObject({
    kind: z.literal('party'),
    party: partyIdSchema,
    name: label,
    initials: z.string().trim().max(4).optional(),
    sort: z.enum(['person', 'organisation']),
    roles: z.array(label).max(12).default([]),
  }),
  gearBody,
  ruleBody,
  z.strictObject({
    kind: z.literal('claim'),
    machine: machineIdSchema,
    by: partyIdSchema.optional(),
    claims: z
      .array(z.strictObject({ fn: label.optional(), says: z.enum(['works', 'fails', 'not said']), words }))
      .min(1)
      .max(100),
  }),
  testBody,
  moveBody,
  changeBody,
  z.strictObject({
    kind: z.literal('fastening'),
    machine: machineIdSchema,
    way: z.enum(['off', 'on']),
    what: label,
    count: z.int().min(0).max(10000),
    size: label,
    cup: label.optional(),
  }),
  z.strictObject({
    kind: z.literal('connection'),
    machine: machineIdSchema,
    connector: label,
    way: z.enum(['off', 'on']),
  }),
  z.strictObject({
    kind: z.literal('power'),
    machine: machineIdSchema,
    way: z.enum(['on', 'off']),
    words: someWords.optional(),
  }),
  z.strictObject({
    kind: z.literal('incident'),
    machine: machineIdSchema,
    words,
    target: targetSchema.optional(),
  }),
  z.strictObject({
    kind: z.literal('hazard'),
    what: z.literal('noted'),
    machine: machineIdSchema,
    words,
    barsPower: z.boolean(),
  }),
  z.strictObject({
    kind: z.literal('hazard'),
    what: z.literal('cleared'),
    machine: machineIdSchema,
    hazard: entryIdSchema,
    words,
  }),
  z.strictObject({
    kind: z.literal('custody'),
    machine: machineIdSchema,
    to: placeSchema,
    carriage: z.enum(['by hand', 'vehicle', 'post']),
    purpose: z.enum(['arrival', 'bench', 'storage', 'loan out', 'return to owner', 'back', 'display']),
    until: instantSchema.optional(),
    words: someWords.optional(),
  }),
  z.strictObject({ kind: z.literal('question'), what: z.literal('asked'), machine: machineIdSchema, words }),
  z.strictObject({
    kind: z.literal('question'),
    what: z.literal('answered'),
    machine: machineIdSchema,
    question: entryIdSchema,
    words,
  }),
  readingBody,
  baselineBody,
  methodBody,
  specBody,
  z.strictObject({
    kind: z.literal('wait'),
    machine: machineIdSchema,
    what: label,
    until: instantSchema,
    why: someWords.optional(),
    /** "Again every 15 minutes" until then. */
    everyMinutes: z.int().min(1).max(1440).optional(),
  }),
  /** A wait that somebody ended, early or after it rang. */
  z.strictObject({
    kind: z.literal('wait'),
    machine: machineIdSchema,
    over: entryIdSchema,
    words: someWords.optional(),
  }),
  photoBody,
  pinBody,
  pairBody,
  findingBody,
  surveyBody,
  gradeBody,
  evidenceBody,
  contentsBody,
  quarantineBody,
  receiptBody,
  linkBody,
  valueBody,
  markingBody,
  batchBody,
  lotBody,
  countBody,
  reservationBody,
  consentBody,
  precautionBody,
  jotBody,
  z.strictObject({ kind: z.literal('note'), machine: machineIdSchema.optional(), words }),
  z.strictObject({
    kind: z.literal('override'),
    machine: machineIdSchema,
    check: label,
    rule: label,
    reason: words,
    role: label,
  }),
  z.strictObject({
    kind: z.literal('settle'),
    entry: entryIdSchema,
    outcome: z.enum(['happened', 'did not happen']),
    words: someWords.optional(),
  }),
  /** The body of an amendment that takes an entry back; it says nothing by itself. */
  z.strictObject({ kind: z.literal('withdrawal') }),
] as const

export type Body = z.infer<(typeof kindSchemas)[number]> | z.infer<typeof episodeBody>
export type Kind = Body['kind']
export type BodyOf<K extends Kind> = Extract<Body, { kind: K }>
export type TestResult = z.infer<typeof resultSchema>
export type Leg = z.infer<typeof legSchema>
export type LotLeg = z.infer<typeof lotLegSchema>
export type Reach = (typeof reaches)[number]
export type Health = (typeof healths)[number]
export type Authority = (typeof authorities)[number]
export type LegalStatus = (typeof legalStatuses)[number]
export type Purpose = (typeof purposes)[number]

const byKind = new Map<string, z.ZodType>()
function register(schema: z.ZodType, kind: string) {
  const held = byKind.get(kind)
  byKind.set(kind, held ? z.union([held, schema] as [z.ZodType, z.ZodType]) : schema)
}
const kindOf = (schema: unknown): string => {
  const shape = (schema as { shape?: { kind?: { value?: string } } }).shape
  if (shape?.kind?.value) return shape.kind.value
  const options = (schema as { options?: readonly unknown[] }).options
  return options?.[0] ? kindOf(options[0]) : ''
}
for (const schema of [...kindSchemas, episodeBody]) register(schema, kindOf(schema))

/** The schema of one kind, so that an error speaks of that kind's fields only; undefined for a kind that does not exist. */
export const schemaOfKind = (kind: string): z.ZodType | undefined => byKind.get(kind)
export const kinds: readonly string[] = [...byKind.keys()]

/** All kinds as one union, for publishing; checking goes by `schemaOfKind`, whose errors speak of one kind only. */
export const kindSchemaOf = (): z.ZodType => z.union([...byKind.values()])
