/** What people did or saw so that work could go on: plug out, reservoir measured, attended. Each answers a rule of a check. */
import { z } from 'zod'
import { machineIdSchema } from '#core/ids.ts'
import { someWords } from './words.ts'
import { quantitySchema } from '#core/quantity/schemas.ts'

export const precautions = [
  // Hands inside.
  'plug out',
  'cells out',
  'reservoir measured',
  'tube discharged',
  'second person',
  // Switch on.
  'transformer named',
  'earth and insulation',
  'supply on dummy load',
  'current limit',
  'protected outlet',
  'rail to ground compared',
  'weak parts dealt with',
  'switches set',
  'attended',
  // Dispatch.
  'memory switch off',
  'cards secured',
  'heads parked',
  'lithium declared',
  'consent covers it',
  'handover sheet made',
] as const
export type Precaution = (typeof precautions)[number]

export const precautionBody = z.strictObject({
  kind: z.literal('precaution'),
  machine: machineIdSchema,
  what: z.enum(precautions),
  /** What was read, where the rule asks for a number: the reservoir's voltage, a rail's resistance to ground. */
  read: quantitySchema.optional(),
  words: someWords.optional(),
})
