/** A test: what was tried, how deep, with which gear, and what came of it. */
import { z } from 'zod'
import { gearIdSchema, machineIdSchema } from '#core/ids.ts'
import { label, someWords, words } from './words.ts'

export const testDepths = ['look', 'short', 'full'] as const
/** How a result was judged that no procedure measured. */
export const judgedBy = ['feel', 'hand', 'a look', 'interpretation'] as const

export const resultSchema = z.discriminatedUnion('is', [
  z.strictObject({
    is: z.literal('pass'),
    starts: z.int().min(1).max(100000).optional(),
    symptom: z.never().optional(),
  }),
  z.strictObject({
    is: z.literal('fail'),
    /** Starts that all failed. */
    starts: z.int().min(1).max(100000).optional(),
    symptom: label.optional(),
    /** It fails in another way than before: a person says so. Other words alone are the same failure. */
    another: z.boolean().optional(),
  }),
  z
    .strictObject({
      is: z.literal('partly'),
      /** Good ones of how many: both, or neither where nobody counted. */
      good: z.int().min(0).optional(),
      of: z.int().min(1).optional(),
      symptom: label.optional(),
    })
    .refine((r) => (r.good === undefined) === (r.of === undefined), 'Both counts, or neither.')
    .refine((r) => r.good === undefined || r.of === undefined || r.good <= r.of, 'More good than there are.'),
  z
    .strictObject({
      is: z.literal('intermittent'),
      /** Failures of how many starts: both, or neither where it only comes and goes. */
      failures: z.int().min(1).optional(),
      of: z.int().min(2).optional(),
      symptom: label.optional(),
    })
    .refine((r) => (r.failures === undefined) === (r.of === undefined), 'Both counts, or neither.')
    .refine(
      (r) => r.failures === undefined || r.of === undefined || r.failures < r.of,
      'All of them failed: that is a fail.',
    ),
  z.strictObject({ is: z.literal('inconclusive'), because: someWords.optional() }),
  z.strictObject({
    is: z.literal('not possible'),
    because: words,
    /** The other machine whose repair it waits for. */
    until: z.strictObject({ machine: machineIdSchema, number: label }).optional(),
  }),
])

const cell = z.string().trim().min(1).max(24)

/** A trial cell by cell: keys, pins, chips in sockets. The four lists together are the whole grid. */
const triedSchema = z.strictObject({
  pass: z.array(cell).max(2000),
  fail: z.array(z.strictObject({ cell, symptom: label.optional() })).max(2000),
  /** Passed in an earlier trial, and nothing touched them since. */
  stood: z.array(cell).max(2000),
  untried: z.array(cell).max(2000),
})
export type TriedCells = z.infer<typeof triedSchema>

export const testBody = z.strictObject({
  kind: z.literal('test'),
  machine: machineIdSchema,
  results: z
    .array(
      z.strictObject({
        fn: label,
        result: resultSchema,
        cells: triedSchema.optional(),
        /** Said beside the result, whatever it is. */
        words: someWords.optional(),
        /** For how long it was tried. */
        minutes: z.number().positive().max(100_000).optional(),
        by: z.enum(judgedBy).optional(),
      }),
    )
    .min(1)
    .max(500),
  depth: z.enum(testDepths),
  gear: z.array(gearIdSchema).max(20).default([]),
  asFound: z.boolean().optional(),
  notExercised: someWords.optional(),
  /** Gear that stood in for an assembly or a test point: what that hangs on was not exercised through it. */
  inPlace: z
    .array(z.strictObject({ of: label, gear: gearIdSchema }))
    .max(10)
    .optional(),
  /** The failing condition in which an intermittent fault was tried: cold, after a move, after n minutes. */
  condition: label.optional(),
})

export type TestResult = z.infer<typeof resultSchema>

export type JudgedBy = (typeof judgedBy)[number]
