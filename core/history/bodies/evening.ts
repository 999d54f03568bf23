/** Evenings of the workshop: when people come together, who comes, and the sheet that says who does what. A house sits once a day at most. */
import { z } from 'zod'
import { entryIdSchema, machineIdSchema, partyIdSchema } from '#core/ids.ts'
import { isDay } from '#core/quantity/time.ts'
import { authorities } from './rule.ts'
import { label, someWords, words } from './words.ts'

/** "19:30", 24 h, in the collection's zone. */
export const clockSchema = z.string().regex(/^(?:[01]\d|2[0-3]):[0-5]\d$/, 'A time of day: 19:30.')
export const daySchema = z.string().refine(isDay, 'A day: 2026-12-03.')

export const planRowSchema = z.strictObject({
  machine: machineIdSchema,
  what: words,
  people: z.array(partyIdSchema).min(1).max(12),
  from: clockSchema,
  minutes: z.int().min(5).max(600),
  /** Bench, sink, rack, yard. */
  place: label.optional(),
  /** What has to be fetched from the shelf. */
  fetch: someWords.optional(),
  /** The authorisation that it needs of one of those who do it. */
  authority: z.enum(authorities).optional(),
  /** It runs by itself afterwards for so long, and is looked in on. */
  runs: z.int().min(5).max(20_000).optional(),
  /** Which step of planned work it is; absent: written by hand. */
  step: z.string().min(1).max(80).optional(),
  /** Somebody said it in words of their own: they stay with the step. */
  own: z.literal(true).optional(),
  /** Where it is planned anew it stays as it is. */
  pinned: z.literal(true).optional(),
})
/** How surely somebody comes who usually comes. */
export const often = ['nearly always', 'mostly', 'now and then'] as const
export type Often = (typeof often)[number]

const sheet = {
  day: daySchema,
  rows: z.array(planRowSchema).max(60),
  /** By when people begin to put things away. */
  leave: clockSchema,
}

export type PlanRow = z.infer<typeof planRowSchema>

const kind = z.literal('evening')
export const eveningBody = z.discriminatedUnion('what', [
  /** A day of the week on which people come, from a day on; its id is that of the entry. */
  z
    .strictObject({
      kind,
      what: z.literal('repeats'),
      /** ISO 8601: 1 is Monday. */
      weekday: z.int().min(1).max(7),
      everyWeeks: z.int().min(1).max(8).default(1),
      first: daySchema,
      from: clockSchema,
      to: clockSchema,
    })
    .refine((b) => b.to > b.from, { error: 'It ends before it begins.', path: ['to'] }),
  z.strictObject({ kind, what: z.literal('ends'), series: entryIdSchema, after: daySchema }),
  /** One evening by itself, or other hours of one that repeats. */
  z
    .strictObject({ kind, what: z.literal('planned'), day: daySchema, from: clockSchema, to: clockSchema })
    .refine((b) => b.to > b.from, { error: 'It ends before it begins.', path: ['to'] }),
  z.strictObject({ kind, what: z.literal('called off'), day: daySchema, because: someWords.optional() }),
  /** Who comes to the evenings of a series, unless they say otherwise. */
  z.strictObject({
    kind,
    what: z.literal('usually'),
    series: entryIdSchema,
    party: partyIdSchema,
    comes: z.boolean(),
    often: z.enum(often).optional(),
  }),
  z.strictObject({
    kind,
    what: z.literal('comes'),
    day: daySchema,
    party: partyIdSchema,
    comes: z.boolean(),
  }),
  /** Who does what: it holds once it is told. */
  z.strictObject({ kind, what: z.literal('told'), ...sheet }),
  /** A plan of several evenings: each of their sheets holds from then on. */
  z.strictObject({
    kind,
    what: z.literal('plan told'),
    sheets: z.array(z.strictObject(sheet)).min(1).max(30),
  }),
  /** What the workshop has to work at: so many machines at once, at each. */
  z.strictObject({
    kind,
    what: z.literal('workshop'),
    places: z.strictObject({
      bench: z.int().min(0).max(40),
      sink: z.int().min(0).max(40),
      rack: z.int().min(0).max(200),
      yard: z.int().min(0).max(40),
    }),
  }),
])
