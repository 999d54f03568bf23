/** Evidence that handling destroys: which of it was photographed, and what an act would break unseen. */
import type { EvidenceState } from '#core/history/condition-state.ts'
import { evidenceSorts } from '#core/history/bodies/arrival.ts'
import type { MachineState } from '#core/history/world.ts'
import type { EntryId } from '#core/ids.ts'

export interface EvidenceRow {
  readonly entry: EntryId
  readonly sort: EvidenceState['sort']
  readonly where: string
  readonly over?: string | undefined
  readonly says?: string | undefined
  readonly photos: readonly EntryId[]
  readonly gone?:
    | { readonly how: 'broken' | 'removed' | 'covered'; readonly unseen: boolean; readonly at: string }
    | undefined
}

/** Every seal, label, sticker and underside that was noted, with its photographs. One taken after it was gone does not count. */
export function evidenceRows(machine: MachineState): EvidenceRow[] {
  return machine.arrival.evidence.map((e) => {
    const photos = machine.condition.photos.filter(
      (p) => p.body.kind === 'photo' && p.body.evidence === e.entry.id,
    )
    const before = photos.filter((p) => !e.gone || p.happenedAt.latest <= e.gone.happenedAt.latest)
    return {
      entry: e.entry.id,
      sort: e.sort,
      where: e.where,
      over: e.over,
      says: e.says,
      photos: photos.map((p) => p.id),
      gone:
        e.gone?.body.kind === 'evidence' && e.gone.body.what === 'gone'
          ? { how: e.gone.body.how, unseen: before.length === 0, at: e.gone.happenedAt.latest }
          : undefined,
    }
  })
}

export interface EvidenceNeed {
  readonly sort: EvidenceState['sort']
  /** none: looked for, there is none · photographed · noted: there, without a photograph · not looked */
  readonly is: 'none' | 'photographed' | 'noted' | 'not looked'
}

/** What the entry still asks for, one line a sort. A photograph of a sort that names no single seal answers too. */
export function evidenceNeeds(machine: MachineState): EvidenceNeed[] {
  const rows = evidenceRows(machine)
  return evidenceSorts.map((sort) => {
    const mine = rows.filter((r) => r.sort === sort)
    const shown = machine.condition.photos.some((p) => p.body.kind === 'photo' && p.body.of === sort)
    if (mine.length > 0)
      return { sort, is: mine.every((r) => r.photos.length > 0) ? 'photographed' : 'noted' }
    if (shown) return { sort, is: 'photographed' }
    return {
      sort,
      is: machine.arrival.noEvidence.some(
        (e) => e.body.kind === 'evidence' && e.body.what === 'none' && e.body.sort === sort,
      )
        ? 'none'
        : 'not looked',
    }
  })
}

/** Evidence that taking something off would break, and that nobody has photographed. */
export const evidenceAtRisk = <
  E extends {
    readonly over?: string | undefined
    readonly photos: readonly unknown[]
    readonly gone?: unknown
  },
>(
  rows: readonly E[],
  what: string,
): E[] =>
  rows.filter((r) => !r.gone && r.photos.length === 0 && r.over?.toLowerCase() === what.trim().toLowerCase())
