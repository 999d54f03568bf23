/** Lots: their list, and the grid of one. */
import type { BatchOutcome, BatchView } from '#core/views/batch.ts'
import type { Kappa } from '#core/condition/agreement.ts'

export type { BatchOutcome, BatchView }
export interface BatchRow {
  readonly id: string
  readonly name: string
  readonly at: string
  readonly units: number
}

/** Agreement of pairs of people, and of the house as a whole. */
export interface AgreementAnswer {
  readonly house: AgreementRow
  readonly people: readonly (AgreementRow & { readonly first: string; readonly second: string })[]
  readonly leastPairs: number
}
export interface AgreementRow {
  readonly pairs: number
  readonly equal: number
  readonly surveys: number
  readonly kappa?: Kappa | undefined
}
