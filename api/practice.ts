/** Practice over HTTP: one's own runs, cases that a steward asks somebody to do, and what is seen of that. */
import { z } from 'zod'
import { authorities } from '#core/history/bodies/rule.ts'
import type { Authority } from '#core/history/bodies/rule.ts'
import { partyIdSchema, typeIdSchema } from '#core/ids.ts'
import type { PracticeCase } from '#core/practice/case.ts'
import type { Outcome } from '#core/practice/outcome.ts'
import { runSchema, type PracticeRun } from '#core/practice/run.ts'

export { runSchema, type PracticeRun }

/** A case by its address: written, or made from a type of the house. */
export const caseNameSchema = z.union([
  z.strictObject({ written: z.string().min(1).max(80) }),
  z.strictObject({ type: typeIdSchema, level: z.int().min(1).max(5), seed: z.int().min(0).max(999_999) }),
])
export const setCaseSchema = z.strictObject({
  party: partyIdSchema,
  case: caseNameSchema,
  authority: z.enum(authorities).optional(),
})

export interface OwnRun {
  readonly id: string
  readonly key: string
  readonly title: string
  readonly level: number
  readonly endedAt: string
  readonly outcome: Outcome
}

/** A case that somebody is asked to do. */
export interface AskedCase {
  readonly id: string
  readonly by: string
  readonly at: string
  readonly authority?: Authority | undefined
  readonly case: PracticeCase
  readonly done?: CaseDone | undefined
}
/** All that a steward sees of it. */
export interface CaseDone {
  readonly on: string
  readonly unsafeActs: number
}

export interface PracticeAnswer {
  readonly runs: readonly OwnRun[]
  readonly asked: readonly AskedCase[]
}

export interface SetRow {
  readonly id: string
  readonly party: string
  readonly title: string
  readonly at: string
  readonly authority?: Authority | undefined
  readonly done?: CaseDone | undefined
}
export interface SetAnswer {
  readonly set: readonly SetRow[]
}
