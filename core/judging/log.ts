/**
 * Where entries go and worlds come from. Three keep this port: the house (its server), a device that may be without it, and
 * a simulated machine. What one of them does with a group another does too, as far as it can judge: one acceptance suite
 * (testing/log-suite) runs against all three.
 */
import type { Draft } from '#core/history/entry.ts'
import type { Refusal } from '#core/history/refusal.ts'
import type { World } from '#core/history/world.ts'
import type { EntryId, MachineId } from '#core/ids.ts'

export type Outcome =
  | { readonly id: EntryId; readonly became: 'recorded' }
  /** It was here, saying the same. */
  | { readonly id: EntryId; readonly became: 'already recorded' }
  /** Kept and shown; a person settles it. */
  | { readonly id: EntryId; readonly became: 'contested'; readonly contest: Refusal }
  /** Not kept, nor anything that was sent together with it. */
  | { readonly id: EntryId; readonly became: 'refused'; readonly refusal: Refusal }
  /** Kept until the house can be asked. */
  | { readonly id: EntryId; readonly became: 'waiting' }

export interface Log {
  /** Appends drafts that stand or fall together; answers what became of each, in their order. */
  readonly append: (group: readonly Draft[]) => Promise<readonly Outcome[]>
  /** The world around a machine as it stands. */
  readonly world: (machine: MachineId) => Promise<World>
}
