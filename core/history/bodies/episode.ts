/** The steps of an episode of work. */
import { z } from 'zod'
import { entryIdSchema, machineIdSchema } from '#core/ids.ts'
import { instantSchema } from '#core/quantity/schemas.ts'
import { label, someWords, words } from './words.ts'

export const episodeBody = z.discriminatedUnion('what', [
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
    /** Absent: nobody said. */
    unplugged: z.boolean().optional(),
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
