/** Bodies of survey, findings, grades, photographs with their pins and pairs. */
import { z } from 'zod'
import { entryIdSchema, machineIdSchema, partyIdSchema } from '#core/ids.ts'
import { evidenceSorts } from './arrival.ts'
import { label, sha256, someWords, words } from './words.ts'
import { instantSchema } from '#core/quantity/schemas.ts'

export const findingKinds = [
  'yellowing',
  'dirt',
  'leak residue',
  'corrosion',
  'rust',
  'mould',
  'pest evidence',
  'crack',
  'loss',
  'deformation',
  'brittle plastic',
  'perished foam or rubber',
  'scorched part',
  'lifted pad',
  'broken track',
  'damaged mask',
  'chip creep',
  'dry joint',
  'stain',
  'display bleed',
  'marker or scratches',
  'earlier work',
  'other',
] as const
export type FindingKind = (typeof findingKinds)[number]

/** How much it matters where it is: only seen, disfigures, damages the thing itself, or leaves it too weak to handle. */
export const severities = ['trace', 'disfigures', 'damages', 'too weak to handle'] as const
export const activities = ['not judged', 'stable', 'active', 'actively damaging'] as const
export const dangers = ['none', 'neighbours', 'people'] as const
const extent = z.number().min(0).max(100)

/** What may change in a finding from one look to the next. */
const stateShape = {
  severity: z.enum(severities),
  /** Share of the zone it covers, percent. */
  extentPercent: extent.optional(),
  activity: z.enum(activities),
  danger: z.enum(dangers).default('none'),
  /** Kept from spreading or hurting: bagged, sealed, isolated. */
  contained: z.boolean().default(false),
}

export const findingBody = z.discriminatedUnion('what', [
  z.strictObject({
    kind: z.literal('finding'),
    what: z.literal('noted'),
    machine: machineIdSchema,
    survey: entryIdSchema.optional(),
    zone: label,
    sort: z.enum(findingKinds),
    place: label.optional(),
    ...stateShape,
    /** A crack that carries load. */
    loaded: z.boolean().default(false),
    /** Only supposed, until somebody confirms or withdraws it. */
    hypothesis: z.boolean().default(false),
    words: someWords.optional(),
    /** The photograph on which it was not there yet. */
    newSince: entryIdSchema.optional(),
  }),
  z.strictObject({
    kind: z.literal('finding'),
    what: z.literal('seen again'),
    machine: machineIdSchema,
    finding: entryIdSchema,
    survey: entryIdSchema.optional(),
    change: z.enum(['same', 'worse', 'better', 'gone', 'came back']),
    severity: stateShape.severity.optional(),
    extentPercent: extent.optional(),
    activity: stateShape.activity.optional(),
    danger: z.enum(dangers).optional(),
    contained: z.boolean().optional(),
    words: someWords.optional(),
  }),
  z.strictObject({
    kind: z.literal('finding'),
    what: z.literal('treated'),
    machine: machineIdSchema,
    finding: entryIdSchema,
    words,
  }),
  z.strictObject({
    kind: z.literal('finding'),
    what: z.literal('judged'),
    machine: machineIdSchema,
    finding: entryIdSchema,
    verdict: z.enum(['confirmed', 'withdrawn']),
    words,
  }),
  /** A finding of a blind survey becomes one of the machine's. */
  z.strictObject({
    kind: z.literal('finding'),
    what: z.literal('taken over'),
    machine: machineIdSchema,
    finding: entryIdSchema,
  }),
])

export const surveyBody = z.discriminatedUnion('what', [
  z.strictObject({
    kind: z.literal('survey'),
    what: z.literal('begun'),
    machine: machineIdSchema,
    blind: z.boolean().default(false),
  }),
  z.strictObject({
    kind: z.literal('survey'),
    what: z.literal('looked'),
    machine: machineIdSchema,
    survey: entryIdSchema,
    zone: label,
    is: z.enum(['nothing to note', 'has findings', 'not reached']),
    because: someWords.optional(),
  }),
  z.strictObject({
    kind: z.literal('survey'),
    what: z.literal('ended'),
    machine: machineIdSchema,
    survey: entryIdSchema,
  }),
])

export const urgencies = ['now', 'this year', 'when convenient', 'nothing to do'] as const
export const gradeBody = z.discriminatedUnion('what', [
  z.strictObject({
    kind: z.literal('grade'),
    what: z.literal('set'),
    machine: machineIdSchema,
    zone: label.optional(),
    grade: z.int().min(1).max(4),
    reason: words,
  }),
  z.strictObject({
    kind: z.literal('grade'),
    what: z.literal('taken back'),
    machine: machineIdSchema,
    zone: label.optional(),
  }),
  z.strictObject({
    kind: z.literal('grade'),
    what: z.literal('priority'),
    machine: machineIdSchema,
    urgency: z.enum(urgencies),
    by: instantSchema.optional(),
    who: partyIdSchema.optional(),
    words: someWords,
  }),
])

export const photoSubjects = [
  ...evidenceSorts,
  'front',
  'back',
  'inside',
  'board',
  'colour under a cover',
  'other',
] as const
export const photoBody = z.strictObject({
  kind: z.literal('photo'),
  machine: machineIdSchema,
  file: sha256,
  width: z.int().positive(),
  height: z.int().positive(),
  words: someWords.optional(),
  of: z.enum(photoSubjects).optional(),
  zone: label.optional(),
  finding: entryIdSchema.optional(),
  evidence: entryIdSchema.optional(),
  /** The entry that carries it. */
  on: entryIdSchema.optional(),
})

const share = z.number().min(0).max(1)
/** A place on a photograph, as shares of its width and height, that shows a finding or a position. */
export const pinBody = z
  .strictObject({
    kind: z.literal('pin'),
    machine: machineIdSchema,
    photo: entryIdSchema,
    x: share,
    y: share,
    finding: entryIdSchema.optional(),
    position: label.optional(),
  })
  .refine(
    (pin) => (pin.finding === undefined) !== (pin.position === undefined),
    'A pin names a finding or a position.',
  )

export const pairBody = z.strictObject({
  kind: z.literal('pair'),
  machine: machineIdSchema,
  before: entryIdSchema,
  after: entryIdSchema,
  words: someWords.optional(),
})
