/** What somebody supposes or advises, and what became of it; and from what time of a machine's life a fault is. */
import { z } from 'zod'
import { entryIdSchema, machineIdSchema, partyIdSchema } from '#core/ids.ts'
import { label, someWords, words } from './words.ts'

/** A suspicion of our own; advice how to go on; the verdict of somebody outside: a shop, a giver, a letter. */
export const adviceSorts = ['suspicion', 'advice', 'opinion'] as const
/** It was tried and held, did not hold, made no difference; or nobody will try it. */
export const adviceOutcomes = ['held', 'did not hold', 'no difference', 'dropped'] as const

export const adviceBody = z.discriminatedUnion('what', [
  z.strictObject({
    kind: z.literal('advice'),
    what: z.literal('said'),
    machine: machineIdSchema,
    sort: z.enum(adviceSorts),
    words,
    /** Whose it is: somebody of the record, or as they are called. Absent: the writer's own. */
    from: partyIdSchema.optional(),
    fromWords: label.optional(),
    /** The function, position or part that it speaks of. */
    about: label.optional(),
    /** What it rests on: "measured there", "by the sound of it". */
    basis: someWords.optional(),
  }),
  z.strictObject({
    kind: z.literal('advice'),
    what: z.literal('became'),
    machine: machineIdSchema,
    advice: entryIdSchema,
    outcome: z.enum(adviceOutcomes),
    words: someWords.optional(),
  }),
])

export const onsets = ['before it was retired', 'in storage', 'in carriage', 'with us', 'not known'] as const

export const onsetBody = z.strictObject({
  kind: z.literal('onset'),
  machine: machineIdSchema,
  /** What fails: a function or a part of the machine. */
  of: label,
  when: z.enum(onsets),
  words: someWords.optional(),
})
