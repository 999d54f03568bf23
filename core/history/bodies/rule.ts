/** What the house decides: policies, who may do what, and who may see a machine. */
import { z } from 'zod'
import { machineIdSchema, partyIdSchema } from '#core/ids.ts'
import { instantSchema } from '#core/quantity/schemas.ts'
import { label, someWords } from './words.ts'

export const authorities = ['switch on', 'mains', 'picture tube', 'lithium', 'chemicals'] as const

const policyValue = z.strictObject({
  kind: z.literal('rule'),
  what: z.literal('policy'),
  key: label,
  option: label,
  machine: machineIdSchema.optional(),
  reason: someWords,
})

export const ruleBody = z.discriminatedUnion('what', [
  policyValue,
  z.strictObject({
    kind: z.literal('rule'),
    what: z.literal('authorisation'),
    party: partyIdSchema,
    authority: z.enum(authorities),
    granted: z.boolean(),
    until: instantSchema.optional(),
    reason: someWords.optional(),
  }),
  z.strictObject({
    kind: z.literal('rule'),
    what: z.literal('grant'),
    party: partyIdSchema,
    machine: machineIdSchema,
    granted: z.boolean(),
    from: instantSchema.optional(),
    until: instantSchema.optional(),
  }),
])

export type Authority = (typeof authorities)[number]
