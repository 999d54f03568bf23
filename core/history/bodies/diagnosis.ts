/** What people say in the course of looking for a fault: what is not to count, and how the search ended. */
import { z } from 'zod'
import { entryIdSchema, machineIdSchema } from '#core/ids.ts'
import { label, someWords, words } from './words.ts'

/** Ends that are as good as a cause: the whole module is replaced, it is shown and not run, it is kept with the cause unknown. */
export const diagnosisEnds = ['replace the module', 'display only', 'cause unknown'] as const
export type DiagnosisEnd = (typeof diagnosisEnds)[number]

const observed = {
  kind: z.literal('diagnosis'),
  machine: machineIdSchema,
  /** The test, reading or look, and which function or test point of it. */
  observation: entryIdSchema,
  of: label,
}

export const diagnosisBody = z.discriminatedUnion('what', [
  z.strictObject({ ...observed, what: z.literal('set aside'), because: words }),
  z.strictObject({ ...observed, what: z.literal('counted again'), because: someWords.optional() }),
  z.strictObject({
    kind: z.literal('diagnosis'),
    what: z.literal('ended'),
    machine: machineIdSchema,
    end: z.enum(diagnosisEnds),
    /** The functions whose fault it was. */
    of: z.array(label).min(1).max(100),
    because: words,
  }),
])
