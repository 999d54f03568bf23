/** What a machine is to be ready for, and the work that is planned on it: recipes, minutes, and what was done of it. */
import { z } from 'zod'
import { entryIdSchema, machineIdSchema } from '#core/ids.ts'
import { daySchema } from './evening.ts'
import { authorities } from './rule.ts'
import { label, someWords } from './words.ts'

/** What a machine can be wanted for. */
export const ends = ['shown running', 'displayed', 'lent', 'sold', 'returned'] as const
export type End = (typeof ends)[number]

/** Sorts of places in a workshop. */
export const placeSorts = ['bench', 'sink', 'rack', 'yard'] as const
export type PlaceSort = (typeof placeSorts)[number]

/** One step of planned work: what hands do, and what then goes on by itself. */
export const jobStepSchema = z.strictObject({
  what: label,
  minutes: z.int().min(5).max(600),
  authority: z.enum(authorities).optional(),
  where: z.enum(placeSorts).optional(),
  /** Minutes that it runs by itself afterwards: dries, soaks, lies in the sun; `minded`: somebody looks after it. */
  runs: z.int().min(5).max(20_000).optional(),
  minded: z.boolean().default(false),
  runsWhere: z.enum(placeSorts).optional(),
  /** It needs the sun: the run does, or the hands where nothing runs. */
  sun: z.boolean().default(false),
  /** It cannot be left so over the night: what follows begins on the same evening. */
  tonight: z.boolean().default(false),
  /** What follows begins within so many minutes of its end. */
  within: z.int().min(5).max(100_000).optional(),
  /** Test gear or a tool of which there is one. */
  gear: label.optional(),
  /** What has to be fetched from the shelf. */
  fetch: label.optional(),
  /** It keeps its place until the next step. */
  stays: z.boolean().default(false),
})
export type JobStep = z.infer<typeof jobStepSchema>

/** Names a step: of a planned job by its entry and its number, of what is left to do by its act. */
export const stepKeySchema = z.string().min(1).max(80)

const kind = z.literal('job')
const machine = machineIdSchema
export const jobBody = z.discriminatedUnion('what', [
  /** What it is to be ready for, and how much that matters: 1 a little, 2 as others, 3 most. */
  z.strictObject({
    kind,
    what: z.literal('wanted'),
    machine,
    end: z.enum(ends),
    by: daySchema.optional(),
    /** Somebody outside counts on that day. */
    promised: z.boolean().default(false),
    matters: z.union([z.literal(1), z.literal(2), z.literal(3)]).default(2),
    /** The open day, a borrower. */
    words: someWords.optional(),
  }),
  z.strictObject({ kind, what: z.literal('not wanted'), machine }),
  /** Work beside what its record leaves to do; its id is that of the entry. */
  z
    .strictObject({
      kind,
      what: z.literal('planned'),
      machine,
      name: label,
      steps: z.array(jobStepSchema).min(1).max(20),
      /** Its lid comes off with the first step and goes on with the last. */
      opens: z.boolean().default(false),
    })
    .refine((b) => !b.steps.at(-1)?.tonight && b.steps.at(-1)?.within === undefined, {
      error: 'Nothing follows the last step: it has to be one that can be left.',
      path: ['steps'],
    }),
  z.strictObject({ kind, what: z.literal('dropped'), machine, job: entryIdSchema }),
  /** How long a step will take, by somebody who knows. */
  z.strictObject({
    kind,
    what: z.literal('takes'),
    machine,
    step: stepKeySchema,
    minutes: z.int().min(5).max(600),
  }),
  /** Hours of hands that the house gives to a machine for such an end. */
  z.strictObject({
    kind,
    what: z.literal('effort'),
    end: z.enum(ends),
    hours: z.number().min(0.5).max(1000),
  }),
  /** A step of planned work is done; `sort`: what it is called in every house record, so that minutes can be learned. */
  z.strictObject({
    kind,
    what: z.literal('done'),
    machine,
    step: stepKeySchema,
    sort: label,
    minutes: z.int().min(1).max(1200).optional(),
  }),
])
