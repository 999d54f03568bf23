/** A person or an organisation that entries name. */
import { z } from 'zod'
import { partyIdSchema } from '#core/ids.ts'
import { label } from './words.ts'

export const partyBody = z.strictObject({
  kind: z.literal('party'),
  party: partyIdSchema,
  name: label,
  initials: z.string().trim().max(4).optional(),
  sort: z.enum(['person', 'organisation']),
  roles: z.array(label).max(12).default([]),
})
