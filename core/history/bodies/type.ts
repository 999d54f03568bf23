/** A type sheet as published: what is known of a model. */
import { z } from 'zod'
import { entryIdSchema, typeIdSchema } from '#core/ids.ts'
import { sheetSchema } from '#core/type/sheet.ts'

export const typeBody = z.strictObject({
  kind: z.literal('type'),
  type: typeIdSchema,
  sheet: sheetSchema,
  learnedIn: entryIdSchema.optional(),
})
