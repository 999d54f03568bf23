/** House methods: recipe cards, and what people found when they followed one. */
import { z } from 'zod'
import { machineIdSchema, methodIdSchema } from '#core/ids.ts'
import { label, someWords } from './words.ts'

const short = z.string().trim().max(80)

/** A treatment so that it can be repeated: agent, strength, time, temperature, light; what it is for and what it must not touch. */
export const recipeSchema = z.strictObject({
  name: label,
  /** Composer verb under which it is written: clean, wash, paint, mend … */
  verb: label,
  agent: short.default(''),
  strength: short.default(''),
  temperature: short.default(''),
  /** Lamp, sun, none. */
  light: short.default(''),
  area: short.default(''),
  /** Unattended time after the hands are done, minutes; a wait of that length is written with the work. */
  waitMinutes: z.int().min(1).max(100_000).optional(),
  /** "Again every 15 minutes" within it. */
  everyMinutes: z.int().min(1).max(1440).optional(),
  materials: z.array(label).max(20).default([]),
  notOn: z.array(label).max(20).default([]),
  steps: someWords.default(''),
  caution: someWords.default(''),
  /** Authorisation that a person must hold. */
  needs: z.enum(['mains', 'picture tube', 'lithium', 'chemicals']).optional(),
  /** The house rule and the school of it that this card follows. */
  school: z.strictObject({ key: label, option: label }).optional(),
})

export const methodBody = z.discriminatedUnion('what', [
  z.strictObject({
    kind: z.literal('method'),
    what: z.literal('written'),
    method: methodIdSchema,
    recipe: recipeSchema,
  }),
  z.strictObject({
    kind: z.literal('method'),
    what: z.literal('verdict'),
    method: methodIdSchema,
    machine: machineIdSchema.optional(),
    verdict: z.enum(['good', 'mixed', 'bad']),
    words: someWords.default(''),
  }),
])
export type Recipe = z.infer<typeof recipeSchema>
