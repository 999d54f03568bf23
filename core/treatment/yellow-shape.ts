/** What is known of a zone's yellow, as shapes: one photograph, and all of them over time. */
import type { Estimate, Trouble } from '#core/colour/cards.ts'
import type { Change } from '#core/colour/evenness.ts'
import type { Outlook } from '#core/colour/exposure.ts'
import type { Lab } from '#core/colour/spaces.ts'
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { EntryId } from '#core/ids.ts'
import type { Instant } from '#core/quantity/time.ts'
import type { Trusted } from './cameras.ts'
import type { Course, Dose } from './course.ts'

export type Measurement = BodyOf<'colour'>

/** A session, with what one zone got of it. */
export type Session = Course & { readonly got: Dose }

export interface PatchColour {
  readonly name: string
  readonly lab: Lab
  readonly yellowness?: number | undefined
  /** Against the place of true colour; absent where none was marked. */
  readonly db?: Estimate | undefined
}

/** One photograph, read. */
export interface ReadColour {
  readonly id: EntryId
  readonly at: Instant
  readonly photo: EntryId
  readonly neutrals: number
  /** What its numbers may be off by, and by which check of the camera. */
  readonly by: Trusted
  readonly troubles: readonly Trouble[]
  readonly truth?: { readonly name: string; readonly lab: Lab } | undefined
  readonly untreated?: Lab | undefined
  readonly patches: readonly PatchColour[]
  /** Δb* of all patches together. */
  readonly db?: Estimate | undefined
  /** Share of the yellow that is left: against an untreated piece in the same photograph, else against the first photograph. */
  readonly share?: Estimate | undefined
  readonly shareBy?: 'an untreated piece' | 'the first photograph' | undefined
  /** ΔE of the patches against the true colour. */
  readonly deltaE?: number | undefined
  /** Where no true colour is marked: b* against the first photograph, patch by patch. */
  readonly change?: Estimate | undefined
  /** A second shot within half an hour, the phone turned: how far apart both are in Δb*. `db` is then of both together. */
  readonly turned?: { readonly apart: number } | undefined
  readonly spread?: number | undefined
  readonly streaks?: { readonly coherence: number; readonly direction: number } | undefined
  /** Against the photograph before. */
  readonly evenness?: Change | undefined
  /** UV-hours of all treatments of the zone until then. */
  readonly dose: number
  /** Of those, in warm sessions; absent where the warmth of one was not recorded. */
  readonly warm?: number | undefined
  readonly cells?: Measurement['cells']
}

export interface ZoneYellow {
  readonly zone: string
  readonly colours: readonly ReadColour[]
  /** How much light another session like the last gave, UV-hours. */
  readonly session?: number | undefined
  /** From three measurements of known dose on; of a session as warm as the last one. */
  readonly outlook?: Outlook | undefined
  /** What the model makes of Δb* along the doses so far and one session on. */
  readonly fit?: readonly { readonly dose: number; readonly low: number; readonly high: number }[] | undefined
  /** Where some sessions were warm and others cool: the outlook of the other sort. */
  readonly otherwise?: { readonly warm: boolean; readonly outlook: Outlook } | undefined
  /** What came back since the last whitening, in Δb*, over so many days. */
  readonly back?: { readonly rise: Estimate; readonly days: number } | undefined
  /** When somebody should measure again to see whether it comes back. */
  readonly lookAgain?: string | undefined
}
