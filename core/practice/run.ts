/** A run of a case as it is kept: what was written, and what somebody said at its end. Everything else is told anew from it. */
import { z } from 'zod'
import { draftSchema } from '#core/history/entry-schema.ts'
import { instantSchema } from '#core/quantity/schemas.ts'
import { caseSchema } from './case.ts'

export const causeSorts = ['part', 'contact', 'setting', 'gear', 'exchanged'] as const
export type CauseSort = (typeof causeSorts)[number]

const name = z.string().trim().min(1).max(60)
export const causeSchema = z.strictObject({ sort: z.enum(causeSorts), at: name })
export type Cause = z.infer<typeof causeSchema>

/** What it was, as far as somebody can say; or that they stop, and why. */
export const endSchema = z.discriminatedUnion('how', [
  z.strictObject({ how: z.literal('cause'), causes: z.array(causeSchema).min(1).max(6) }),
  z.strictObject({ how: z.literal('stopped'), because: z.string().trim().min(1).max(400) }),
  /** An act ended it. */
  z.strictObject({ how: z.literal('unsafe') }),
])
export type RunEnd = z.infer<typeof endSchema>

export const runSchema = z.strictObject({
  id: z.uuid(),
  case: caseSchema,
  startedAt: instantSchema,
  you: name,
  groups: z.array(z.array(draftSchema).min(1).max(200)).max(400),
  end: endSchema.optional(),
  endedAt: instantSchema.optional(),
  /** The wish of a steward that it answers. */
  set: z.uuid().optional(),
})
export type PracticeRun = z.infer<typeof runSchema>
