/** A treatment as the fold keeps it: everything that was written of it. */
import type { EntryId } from '#core/ids.ts'
import type { BodyOf } from './bodies/index.ts'
import type { Said } from './loan-state.ts'

type Part<W extends BodyOf<'treatment'>['what']> = Said<Extract<BodyOf<'treatment'>, { what: W }>>

export interface TreatmentState {
  /** The entry with which it began. */
  readonly id: EntryId
  readonly begun: Part<'begun'>
  readonly happened: readonly Part<'happened'>[]
  readonly ended?: Part<'ended'> | undefined
}
