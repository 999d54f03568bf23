/** Lots of machines: the list of them, and the world of one lot's units as somebody may know it. */
import type { BatchRow } from '#api/batches.ts'
import { fold } from '#core/history/fold.ts'
import { entriesSeen } from '#core/history/sight.ts'
import { subjectIds } from '#core/history/subjects.ts'
import type { World } from '#core/history/world.ts'
import type { EntryId } from '#core/ids.ts'
import { rows, type Db } from '../../db/connection.ts'
import { nowInstant } from '../../platform/clock.ts'
import { closureOf, loadEntries } from '../entries/closure.ts'

export async function batchRows(db: Db): Promise<BatchRow[]> {
  const found = await rows<{ id: string }>(
    db,
    `SELECT id FROM entries WHERE kind = 'batch' ORDER BY seq DESC LIMIT 200`,
  )
  const entries = await loadEntries(
    db,
    found.map((r) => r.id),
  )
  return entries
    .flatMap((e): BatchRow[] =>
      e.body.kind === 'batch' && !e.amends && e.became === 'recorded'
        ? [{ id: e.id, name: e.body.name, at: e.happenedAt.latest, units: e.body.machines.length }]
        : [],
    )
    .reverse()
}

/** The world of a lot's machines; undefined when there is no such lot. */
export async function batchWorld(
  db: Db,
  id: EntryId,
  { prices }: { prices: boolean },
): Promise<World | undefined> {
  const [entry] = await loadEntries(db, [id])
  if (entry?.body.kind !== 'batch') return undefined
  const entries = await closureOf(db, subjectIds(entry.about, 'machine'))
  return fold(entriesSeen(entries, { prices }), { now: nowInstant() })
}
