/** Writing entries: one or many, idempotent by id, all-or-nothing per entry or per `together` group. */
import { z } from 'zod'
import { draftSchema } from '#core/history/entry-schema.ts'
import { type Entry } from '#core/history/entry.ts'
import type { SheetSection } from './words/sheet.ts'
import { entryIdSchema } from '#core/ids.ts'
import type { EpisodeView } from '#core/views/episode.ts'
import type { Refusal } from '#core/history/refusal.ts'

export const entriesSchema = z.strictObject({
  entries: z.array(z.unknown()).min(1, 'There is no entry in it.').max(500, 'At most 500 entries at once.'),
  /**
   * What becomes of an entry that would be contested. `refuse` (typed now, at the keyboard): answered with the rule, so that
   * the line can be mended. `keep` (an outbox, or a person who insists): kept as contested.
   */
  contested: z.enum(['refuse', 'keep']).default('refuse'),
  /** The episode on screen: its view comes with the answer, so that the next line may go at once. */
  show: entryIdSchema.optional(),
})

export { draftSchema }

export type Became =
  | {
      readonly id: string
      readonly became: 'recorded' | 'already recorded'
      readonly seq: number
      readonly clockUncertain?: boolean
    }
  | {
      readonly id: string
      readonly became: 'contested'
      readonly seq: number
      readonly contest: Refusal
      readonly detail: string
    }
  | {
      readonly id: string
      readonly became: 'refused'
      readonly refusal: Refusal
      readonly detail: string
      readonly mayKeep: boolean
      readonly both?: readonly unknown[]
    }
  /** Written by a newer version of the program: it waits, for the server to be brought up to date. */
  | { readonly id: string; readonly became: 'newer'; readonly detail: string }

export interface EntriesAnswer {
  readonly entries: readonly Became[]
  /** The episode that was asked for, with these entries in it; absent where none was, or it is not theirs to see. */
  readonly episode?: EpisodeView | undefined
}

/** An episode's sheet in words, and what its printed forms need beside them. */
export interface SheetAnswer {
  readonly title: string
  readonly sections: readonly SheetSection[]
}

/** Entries for a device that works without a connection; `whole`: they replace what it holds, else they come after it. */
export interface DeviceEntries {
  readonly whole: boolean
  readonly entries: readonly Entry[]
  readonly nextTag: string
}
