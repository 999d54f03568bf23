/** The shape of an entry as it is sent and as it is stored; its body is checked by the definition of its kind. */
import { z } from 'zod'
import { accountIdSchema, entryIdSchema, houseIdSchema, partyIdSchema } from '#core/ids.ts'
import { instantSchema, intervalSchema } from '#core/quantity/schemas.ts'
import { unkeepableAt } from '#core/quantity/text.ts'
import type { Body } from './bodies/index.ts'
import { bases, subjectKinds } from './entry.ts'
import { schemaOfKind } from './kinds/index.ts'

const bodyByKind = z.looseObject({ kind: z.string() }).transform((body, context): Body => {
  const schema = schemaOfKind(body.kind)
  if (!schema) {
    context.addIssue({
      code: 'custom',
      path: ['kind'],
      message: `There is no entry of kind “${body.kind.slice(0, 40)}”.`,
    })
    return z.NEVER
  }
  const parsed = schema.safeParse(body)
  if (parsed.success) return parsed.data as Body
  for (const issue of parsed.error.issues)
    context.addIssue({ code: 'custom', path: issue.path as (string | number)[], message: issue.message })
  return z.NEVER
})

const envelope = {
  id: entryIdSchema,
  v: z.int().min(0).max(10_000),
  episode: entryIdSchema.optional(),
  happenedAt: intervalSchema,
  doneBy: partyIdSchema.optional(),
  basis: z.enum(bases),
  toldBy: partyIdSchema.optional(),
  restsOn: z.array(entryIdSchema).max(50).optional(),
  amends: z
    .strictObject({
      entry: entryIdSchema,
      seen: z.array(entryIdSchema).max(50),
      how: z.enum(['correct', 'withdraw']),
      reason: z.string().max(2000).optional(),
    })
    .optional(),
  together: z.string().min(1).max(80).optional(),
  minutes: z.int().min(1).max(1440).optional(),
  past: z
    .strictObject({
      check: z.string().min(1).max(80),
      rules: z.array(z.string().min(1).max(80)).min(1).max(40),
    })
    .optional(),
  warrant: z
    .union([
      z.strictObject({ by: partyIdSchema }),
      z.strictObject({ because: z.string().trim().min(1).max(2000) }),
    ])
    .optional(),
  device: z.strictObject({ id: z.string().min(1).max(80), n: z.int().min(0), offsetMs: z.int() }).optional(),
}

/** Nothing is stored that the database could not give back. */
const allKeepable = (value: unknown, context: z.RefinementCtx) => {
  const at = unkeepableAt(value)
  if (at)
    context.addIssue({
      code: 'custom',
      path: [...at],
      message: 'This holds a character that cannot be kept (a NUL, or half of an emoji).',
    })
}
const draftShape = z.strictObject({ ...envelope, body: bodyByKind })

export const draftSchema = draftShape.superRefine(allKeepable)

const stored = {
  about: z.array(z.strictObject({ kind: z.enum(subjectKinds), id: z.string().min(1).max(80) })).max(1200),
  house: houseIdSchema,
  recordedAt: instantSchema,
  receivedAt: instantSchema,
  seq: z.int().min(0),
  recordedBy: accountIdSchema,
  became: z.enum(['recorded', 'contested']),
  contest: z.looseObject({ rule: z.string() }).optional(),
  clockUncertain: z.boolean().optional(),
}

/** A whole stored entry, as it goes out in a record file and comes back. */
export const entrySchema = draftShape.extend(stored).superRefine(allKeepable)
/** The same without its body, for publishing the shape of each kind beside it. */
export const entryEnvelopeSchema = z.strictObject({ ...envelope, ...stored })
