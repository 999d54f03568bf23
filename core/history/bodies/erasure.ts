/** The one exception to append only: what must not be kept gives way to a tombstone. */
import { z } from 'zod'
import { entryIdSchema } from '#core/ids.ts'

export const grounds = ['personal data', 'picture wrongly kept'] as const
export type Ground = (typeof grounds)[number]

export const erasureBody = z.strictObject({
  kind: z.literal('erasure'),
  /** The entry as first written, whichever of its versions is meant. */
  entry: entryIdSchema,
  /** `all`: every version. `superseded`: what stood before; what stands now stays. */
  what: z.enum(['all', 'superseded']),
  ground: z.enum(grounds),
})

/** What is left of an erased entry. Nobody writes one: an erasure leaves it. */
export const erasedBody = z.strictObject({
  kind: z.literal('erased'),
  ground: z.enum(grounds),
  /** The erasure that left it. */
  by: entryIdSchema,
})
