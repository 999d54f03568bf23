/** What drafts amend or settle: read before they are judged, since whoever changes an entry must know and may write every version of it. */
import type { Transaction } from 'sequelize'
import type { Draft, Entry, Subject } from '#core/history/entry.ts'
import { speaksOf } from '#core/history/subjects.ts'
import type { HouseId } from '#core/ids.ts'
import { rows, type Db } from '../../db/connection.ts'
import { houseIdOf } from '../../db/house.ts'
import { loadEntries } from './closure.ts'

/** What the drafts of a group amend or settle: those entries, every version of them, and what stands or falls with a contested one. */
export interface Spoken {
  /** The house that the group is written in. */
  readonly house: HouseId
  readonly entries: readonly Entry[]
  /** Ids of all that a draft speaks of. */
  readonly of: ReadonlyMap<string, readonly string[]>
}

export async function spokenOf(db: Db, group: readonly Draft[], transaction: Transaction): Promise<Spoken> {
  const of = new Map<string, readonly string[]>()
  const all = new Set<string>()
  for (const draft of group) {
    const id = speaksOf(draft)
    if (id === undefined) continue
    const found = await rows<{ id: string }>(
      db,
      `WITH RECURSIVE up AS (
         SELECT id, entry FROM entries WHERE id = $1
         UNION ALL SELECT e.id, e.entry FROM up JOIN entries e ON e.id = (up.entry->'amends'->>'entry')::uuid)
       SELECT id FROM up
       UNION SELECT v.id FROM up JOIN entries v ON v.entry->'amends'->>'entry' = up.id::text
       UNION SELECT m.id FROM entries t JOIN entries m ON m.entry->>'together' = t.entry->>'together' AND m.entry->>'recordedBy' = t.entry->>'recordedBy' WHERE t.id = $1 AND $2`,
      [id, draft.body.kind === 'settle'],
      transaction,
    )
    of.set(
      draft.id,
      found.map((row) => row.id),
    )
    for (const row of found) all.add(row.id)
  }
  return {
    house: await houseIdOf(db, transaction),
    entries: await loadEntries(db, [...all], transaction, true),
    of,
  }
}

/** Subjects of what a draft amends or settles. */
export function inheritedBy(draft: Draft, { entries, of }: Spoken): Subject[] {
  const ids = of.get(draft.id)
  return ids ? entries.filter((e) => ids.includes(e.id)).flatMap((e) => e.about) : []
}
