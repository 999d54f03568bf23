/** What is said of a position by the part in it, the print on the board, or the schematic: kept apart, since some of them are wrong. */
import { z } from 'zod'
import { entryIdSchema, machineIdSchema } from '#core/ids.ts'
import { attributes, label, someWords } from './words.ts'

/** `settled`: what somebody decided holds, where the others disagree. */
export const specSources = ['part', 'print', 'schematic', 'settled'] as const
export type SpecSource = (typeof specSources)[number]

export const specBody = z.strictObject({
  kind: z.literal('spec'),
  machine: machineIdSchema,
  position: label,
  by: z.enum(specSources),
  /** value, rating, polarity mark, body, maker … as read. */
  attributes,
  photo: entryIdSchema.optional(),
  words: someWords.optional(),
})
