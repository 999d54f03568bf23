/** A jot: a photograph, a sentence or a voice note kept with nothing asked, sorted into entries later. */
import { z } from 'zod'
import { entryIdSchema, machineIdSchema } from '#core/ids.ts'
import { sha256, someWords } from './words.ts'

export const voiceMimes = ['audio/webm', 'audio/ogg', 'audio/mp4', 'audio/wav'] as const

export const jotBody = z.discriminatedUnion('what', [
  z.strictObject({
    kind: z.literal('jot'),
    what: z.literal('made'),
    machine: machineIdSchema,
    words: someWords.default(''),
    voice: z
      .strictObject({
        file: sha256,
        mime: z.enum(voiceMimes),
        seconds: z.number().min(0).max(3600),
      })
      .optional(),
  }),
  /** It became these entries, which keep its time and pictures; none: there was nothing in it to write. */
  z.strictObject({
    kind: z.literal('jot'),
    what: z.literal('sorted'),
    machine: machineIdSchema,
    jot: entryIdSchema,
    into: z.array(entryIdSchema).max(100),
  }),
])
