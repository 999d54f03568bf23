/** A treatment of surfaces or positions: begun, what happened while it ran, and what came of it. */
import { z } from 'zod'
import { entryIdSchema, machineIdSchema, methodIdSchema } from '#core/ids.ts'
import { daySchema } from './loan.ts'
import { label, someWords } from './words.ts'

export const treatmentSorts = [
  'whitening',
  'leak',
  'rust',
  'board wash',
  'solder mask',
  'contacts and keys',
  'lubrication',
  'springs and caps',
  'glue',
  'filling',
  'paint',
  'other treatment',
] as const
export type TreatmentSort = (typeof treatmentSorts)[number]

/** Those that nobody takes back. */
export const forGoodSorts: ReadonlySet<TreatmentSort> = new Set([
  'whitening',
  'rust',
  'solder mask',
  'glue',
  'filling',
  'paint',
])

export const covers = ['none', 'film', 'open', 'bag', 'bath'] as const
/** What lies on a zone and must come off or be masked. */
export const carriedThings = [
  'label',
  'badge',
  'leather',
  'printed legend',
  'clear window',
  'rubber',
  'foam',
  'metal',
] as const
/** Cloud in eighths of the sky, by four pictures. */
export const cloudSteps = [0, 4, 6, 8] as const

const light = z.discriminatedUnion('by', [
  z.strictObject({ by: z.literal('none') }),
  z.strictObject({
    by: z.literal('sun'),
    /** Glass and shade take a part that nobody knows before it was measured here: then no dose is reckoned. */
    through: z.enum(['open', 'glass', 'shade']),
    cloud: z.literal(cloudSteps),
  }),
  z.strictObject({
    by: z.literal('lamp'),
    lamp: label,
    watts: z.number().positive().max(5000).optional(),
    /** cm */
    distance: z.number().positive().max(500).optional(),
  }),
])

const counts = z.array(z.strictObject({ what: label, n: z.int().min(0).max(10_000) })).max(20)
const ph = z.number().min(0).max(14)

export const treatmentBody = z.discriminatedUnion('what', [
  z.strictObject({
    kind: z.literal('treatment'),
    what: z.literal('begun'),
    machine: machineIdSchema,
    sort: z.enum(treatmentSorts),
    /** Zones, positions, or pieces of them, each treated alike. */
    on: z.array(label).min(1).max(80),
    method: methodIdSchema.optional(),
    agent: label.optional(),
    /** As it was bought, and as it was mixed: "12 % by weight", "40 volumes". */
    bought: label.optional(),
    mixed: label.optional(),
    cover: z.enum(covers).default('none'),
    light: light.default({ by: 'none' }),
    /** Of the piece, °C. */
    temperature: z.number().min(-20).max(200).optional(),
    /** On a hidden spot first. */
    trial: z.boolean().default(false),
    carries: z
      .array(z.strictObject({ what: label, is: z.enum(['taken off', 'masked', 'left on']) }))
      .max(20)
      .default([]),
    counts: counts.default([]),
    /** pH before, of a leak. */
    ph: ph.optional(),
    /** What barred it, and why it was done all the same. */
    although: someWords.optional(),
    words: someWords.optional(),
  }),
  z.strictObject({
    kind: z.literal('treatment'),
    what: z.literal('happened'),
    machine: machineIdSchema,
    treatment: entryIdSchema,
    did: z.discriminatedUnion('did', [
      z.strictObject({ did: z.literal('brushed') }),
      z.strictObject({ did: z.literal('topped up') }),
      z.strictObject({ did: z.literal('turned') }),
      /** One of several pieces comes out before the others: it gets no more of it. */
      z.strictObject({ did: z.literal('took out'), piece: label }),
      z.strictObject({
        did: z.literal('rinsed'),
        water: z.enum(['tap water', 'deionised water', 'alcohol']),
      }),
      z.strictObject({ did: z.literal('read the pH'), ph }),
      z.strictObject({
        did: z.literal('saw the cloud'),
        cloud: z.literal(cloudSteps),
      }),
    ]),
    words: someWords.optional(),
  }),
  z.strictObject({
    kind: z.literal('treatment'),
    what: z.literal('ended'),
    machine: machineIdSchema,
    treatment: entryIdSchema,
    verdicts: z
      .array(
        z.strictObject({
          on: label,
          is: z.enum(['better', 'the same', 'worse', 'not looked at']),
          words: someWords.optional(),
        }),
      )
      .max(80),
    /** What lies beside it: the badge, the legend, the window. */
    beside: z
      .array(
        z.strictObject({
          what: label,
          is: z.enum(['unharmed', 'harmed', 'not looked at']),
          words: someWords.optional(),
        }),
      )
      .max(20)
      .default([]),
    counts: counts.default([]),
    ph: ph.optional(),
    /** When somebody is to look again. */
    recheck: daySchema.optional(),
    words: someWords.optional(),
  }),
])
