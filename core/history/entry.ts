/** The entry: the only thing that is stored as truth. Everything shown is derived from a line of entries. */
import { z } from 'zod'
import {
  accountIdSchema,
  entryIdSchema,
  partyIdSchema,
  type AccountId,
  type EntryId,
  type PartyId,
} from '#core/ids.ts'
import { type Instant, type Interval } from '#core/quantity/time.ts'
import { unkeepableAt } from '#core/quantity/text.ts'
import { schemaOfKind } from './kinds/index.ts'
import type { Body } from './bodies/index.ts'
import type { Refusal } from './refusal.ts'
import { instantSchema, intervalSchema } from '#core/quantity/schemas.ts'

export const entryVersion = 1

export const subjectKinds = ['machine', 'part', 'lot', 'gear', 'party', 'type', 'house'] as const
export interface Subject {
  readonly kind: (typeof subjectKinds)[number]
  readonly id: string
}

export const bases = ['measured', 'seen', 'told', 'inferred', 'from memory'] as const
export type Basis = (typeof bases)[number]

export interface Amends {
  readonly entry: EntryId
  /** Latest amendment of that entry known to the writer; null when none was known. */
  readonly seen: EntryId | null
  readonly how: 'correct' | 'withdraw'
  readonly reason?: string | undefined
}

/** What a client sends. The server adds subjects, recordedAt, seq, recordedBy and what it became. */
export interface Draft {
  readonly id: EntryId
  readonly v: number
  readonly episode?: EntryId | undefined
  readonly happenedAt: Interval
  readonly doneBy?: PartyId | undefined
  readonly basis: Basis
  readonly toldBy?: PartyId | undefined
  readonly restsOn?: readonly EntryId[] | undefined
  readonly amends?: Amends | undefined
  readonly together?: string | undefined
  readonly device?: { readonly id: string; readonly n: number; readonly offsetMs: number } | undefined
  readonly body: Body
}

export interface Entry extends Draft {
  readonly about: readonly Subject[]
  readonly recordedAt: Instant
  readonly seq: number
  readonly recordedBy: AccountId
  readonly became: 'recorded' | 'contested'
  readonly contest?: Refusal | undefined
  readonly clockUncertain?: boolean | undefined
}

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
      seen: entryIdSchema.nullable(),
      how: z.enum(['correct', 'withdraw']),
      reason: z.string().max(2000).optional(),
    })
    .optional(),
  together: z.string().min(1).max(80).optional(),
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
  recordedAt: instantSchema,
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
