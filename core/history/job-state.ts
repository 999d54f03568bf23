/** What is known of the work that is planned on a machine. */
import type { EntryId } from '#core/ids.ts'
import type { BodyOf } from './bodies/index.ts'
import type { JobStep } from './bodies/job.ts'

type Said = BodyOf<'job'>

export interface PlannedJob {
  readonly id: EntryId
  readonly name: string
  readonly steps: readonly JobStep[]
  readonly opens: boolean
}

export interface PlannedWork {
  readonly wanted?: Omit<Extract<Said, { what: 'wanted' }>, 'kind' | 'what' | 'machine'> | undefined
  readonly jobs: readonly PlannedJob[]
  /** Minutes that somebody set, by step. */
  readonly takes: ReadonlyMap<string, number>
  /** Steps that are done. */
  readonly done: ReadonlySet<string>
}
export const nothingPlanned: PlannedWork = { jobs: [], takes: new Map(), done: new Set() }
