/** What is left to be done: put off with a reason, and what became of a next step or of what was left. */
import { z } from 'zod'
import { entryIdSchema, machineIdSchema } from '#core/ids.ts'
import { instantSchema } from '#core/quantity/schemas.ts'
import { label, someWords, words } from './words.ts'

export const taskBody = z.discriminatedUnion('what', [
  z.strictObject({
    kind: z.literal('task'),
    what: z.literal('put off'),
    machine: machineIdSchema,
    task: label,
    /** Why it is left; a plan needs none. */
    reason: words.optional(),
    /** Not before this. */
    until: instantSchema.optional(),
  }),
  z.strictObject({
    kind: z.literal('task'),
    what: z.literal('ended'),
    machine: machineIdSchema,
    /** The entry that left it: what was put off, a stop, a closing. */
    left: entryIdSchema,
    /** Which of the things that it left, by its words; absent: its next step. */
    task: label.optional(),
    way: z.enum(['done', 'dropped']),
    words: someWords.optional(),
  }),
])
