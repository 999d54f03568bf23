/** What an owner agreed to, or refused: asked before parts leave their machine or something is done to it that cannot be undone. */
import { z } from 'zod'
import { machineIdSchema, partyIdSchema } from '#core/ids.ts'
import { instantSchema } from '#core/quantity/schemas.ts'
import { label, someWords } from './words.ts'

/**
 * What owners are asked about. Parts, work that cannot be undone and lending need their word; of opening, cleaning and repair
 * it counts once it was given or refused, and ends when it ends.
 */
export const consentMatters = [
  'give parts',
  'irreversible work',
  'lending',
  'opening',
  'cleaning',
  'repair',
] as const
export type ConsentMatter = (typeof consentMatters)[number]

/** An owner is asked, in these words. It is open until they answered on that matter. */
export const requestBody = z.strictObject({
  kind: z.literal('request'),
  machine: machineIdSchema,
  of: partyIdSchema,
  to: z.enum(consentMatters),
  positions: z.array(label).min(1).max(200).optional(),
  words: someWords.min(1),
})

export const consentBody = z.strictObject({
  kind: z.literal('consent'),
  machine: machineIdSchema,
  /** Whose word it is: the owner, or who speaks for them. */
  by: partyIdSchema,
  to: z.enum(consentMatters),
  given: z.boolean(),
  /** The positions it is about; absent: the whole machine. */
  positions: z.array(label).min(1).max(200).optional(),
  until: instantSchema.optional(),
  words: someWords,
})
