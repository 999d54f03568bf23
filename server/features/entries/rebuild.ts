/** Derives every stored figure again from the entries and compares. */
import { fold } from '#core/history/fold.ts'
import type { LotId, MachineId, PartId } from '#core/ids.ts'
import { rows, type Db } from '../../db/connection.ts'
import { closureOf, lotEntries, machinesOfPart } from './closure.ts'
import { projectLot, projectMachine, projectPart } from './project.ts'

export interface Difference {
  readonly table: 'machines' | 'parts' | 'placements' | 'lots'
  readonly id: string
  readonly stored: unknown
  readonly derived: unknown
}

const snapshot = async (db: Db) => ({
  machines: new Map(
    (
      await rows<{ id: string; row: string }>(
        db,
        `SELECT machine AS id, (to_jsonb(m) - 'summary' - 'needs' || jsonb_build_object('summary', summary::jsonb, 'needs', needs::jsonb))::text AS row FROM machines m`,
      )
    ).map((r) => [r.id, r.row]),
  ),
  parts: new Map(
    (await rows<{ id: string; row: string }>(db, `SELECT part AS id, (to_jsonb(p) - 'part_row' || jsonb_build_object('part_row', part_row::jsonb))::text AS row FROM parts p`)).map(
      (r) => [r.id, r.row],
    ),
  ),
  lots: new Map(
    (await rows<{ id: string; row: string }>(db, `SELECT lot AS id, (to_jsonb(l) - 'lot_row' || jsonb_build_object('lot_row', lot_row::jsonb))::text AS row FROM lots l`)).map(
      (r) => [r.id, r.row],
    ),
  ),
  placements: new Map((await rows<{ id: string; row: string }>(db, `SELECT part AS id, to_jsonb(p)::text AS row FROM placements p`)).map((r) => [r.id, r.row])),
})

/** Writes all projections anew at one `now` and answers what differed. Strips differ by time alone: pass the `now` of the last write to compare exactly. */
export async function rebuild(db: Db, now: string): Promise<Difference[]> {
  const before = await snapshot(db)
  const machines = (await rows<{ id: string }>(db, `SELECT DISTINCT subject AS id FROM entry_subjects WHERE kind = 'machine'`)).map((r) => r.id)
  const parts = (await rows<{ id: string }>(db, `SELECT DISTINCT subject AS id FROM entry_subjects WHERE kind = 'part'`)).map((r) => r.id)
  for (const id of machines) {
    const world = fold(await closureOf(db, [id]), { now })
    await db.transaction((transaction) => projectMachine(db, world, id as MachineId, transaction))
  }
  for (const id of parts) {
    const world = fold(await closureOf(db, await machinesOfPart(db, id), [id]), { now })
    await db.transaction((transaction) => projectPart(db, world, id as PartId, transaction))
  }
  const lots = (await rows<{ id: string }>(db, `SELECT DISTINCT subject AS id FROM entry_subjects WHERE kind = 'lot'`)).map((r) => r.id)
  for (const id of lots) {
    const world = fold(await lotEntries(db, [id]), { now })
    await db.transaction((transaction) => projectLot(db, world, id as LotId, transaction))
  }
  const after = await snapshot(db)
  const differences: Difference[] = []
  for (const table of ['machines', 'parts', 'placements', 'lots'] as const)
    for (const id of new Set([...before[table].keys(), ...after[table].keys()])) {
      const stored = before[table].get(id)
      const derived = after[table].get(id)
      if (withoutTime(stored) !== withoutTime(derived)) differences.push({ table, id, stored, derived })
    }
  return differences
}

/** The strip's shares and the next change by time depend on `now`; everything else must be equal. */
function withoutTime(row: string | undefined): string | undefined {
  if (row === undefined) return undefined
  const value = JSON.parse(row) as { summary?: { strip?: unknown } }
  if (value.summary) delete value.summary.strip
  return JSON.stringify(value)
}
