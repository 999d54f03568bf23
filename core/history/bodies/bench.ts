/** What happens at the bench around the work: screws, connectors, power, hazards, questions and waits. */
import { z } from 'zod'
import { entryIdSchema, loanIdSchema, machineIdSchema } from '#core/ids.ts'
import { instantSchema } from '#core/quantity/schemas.ts'
import { targetSchema } from './change.ts'
import { label, someWords, words } from './words.ts'

export const fasteningBody = z.strictObject({
  kind: z.literal('fastening'),
  machine: machineIdSchema,
  way: z.enum(['off', 'on', 'loosened', 'tightened', 'missing', 'lost']),
  what: label,
  count: z.int().min(0).max(10000),
  size: label,
  /** What turns it: cross, hex, six-lobe. */
  head: label.optional(),
  cup: label.optional(),
})

export const connectionBody = z.strictObject({
  kind: z.literal('connection'),
  machine: machineIdSchema,
  connector: label,
  /** The assembly that it belongs to, where no sheet says so. */
  on: label.optional(),
  way: z.enum(['off', 'on']),
})

export const powerBody = z.strictObject({
  kind: z.literal('power'),
  machine: machineIdSchema,
  way: z.enum(['on', 'off']),
  words: someWords.optional(),
})

export const incidentBody = z.strictObject({
  kind: z.literal('incident'),
  machine: machineIdSchema,
  words,
  target: targetSchema.optional(),
  /** What was damaged by it, on the target: "track", "core". */
  damage: label.optional(),
  /** By whom, as far as that is known. */
  by: z.enum(['us', 'somebody before us', 'carriage', 'not known']).optional(),
  /** It happened while the machine was away on this loan: it bars power until the house has looked. */
  loan: loanIdSchema.optional(),
  /** What was done at once so that nothing more happens. */
  madeSafe: someWords.optional(),
  /** Whether the damage can be undone. */
  undone: z.enum(['can be undone', 'cannot be undone', 'not known']).optional(),
})

export const hazardBody = z.discriminatedUnion('what', [
  z.strictObject({
    kind: z.literal('hazard'),
    what: z.literal('noted'),
    machine: machineIdSchema,
    words,
    barsPower: z.boolean(),
  }),
  z.strictObject({
    kind: z.literal('hazard'),
    what: z.literal('cleared'),
    machine: machineIdSchema,
    hazard: entryIdSchema,
    words,
  }),
])

export const questionBody = z.discriminatedUnion('what', [
  z.strictObject({ kind: z.literal('question'), what: z.literal('asked'), machine: machineIdSchema, words }),
  z.strictObject({
    kind: z.literal('question'),
    what: z.literal('answered'),
    machine: machineIdSchema,
    question: entryIdSchema,
    words,
  }),
])

/** A wait, or that somebody ended one, early or after it rang. */
export const waitBody = z.union([
  z.strictObject({
    kind: z.literal('wait'),
    machine: machineIdSchema,
    what: label,
    until: instantSchema,
    why: someWords.optional(),
    /** The machine runs meanwhile, to see whether it holds: with somebody beside it or not, and what is watched. */
    soak: z.strictObject({ attended: z.boolean(), functions: z.array(label).max(200) }).optional(),
    /** "Again every 15 minutes" until then. */
    everyMinutes: z.int().min(1).max(1440).optional(),
  }),
  z.strictObject({
    kind: z.literal('wait'),
    machine: machineIdSchema,
    over: entryIdSchema,
    words: someWords.optional(),
  }),
])
