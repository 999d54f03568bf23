/** Derives every stored figure again from the entries and compares, row by row, beside a running server. */
import type { Transaction } from 'sequelize'
import { fold } from '#core/history/fold.ts'
import type { LotId, MachineId, PartId } from '#core/ids.ts'
import { rows, type Db } from '../../db/connection.ts'
import { closureOf, lotEntries } from './closure.ts'
import { nameMachines } from './faults.ts'
import { projectLot, projectMachine } from './project.ts'
import { commitLock } from './locks.ts'
import { derivePart } from './reach.ts'

type Table = 'machines' | 'parts' | 'placements' | 'lots' | 'assembly_homes'

export interface Difference {
  readonly table: Table | 'entry_subjects'
  readonly id: string
  readonly stored: unknown
  readonly derived: unknown
}

/** The stored rows of one subject, each as text with its keys in order. */
const rowSql: Readonly<Record<Table, string>> = {
  machines: `SELECT machine::text AS id, (to_jsonb(m) - 'summary' - 'needs' || jsonb_build_object('summary', summary::jsonb, 'needs', needs::jsonb))::text AS row FROM machines m WHERE machine = $1`,
  parts: `SELECT part::text AS id, (to_jsonb(p) - 'part_row' || jsonb_build_object('part_row', part_row::jsonb))::text AS row FROM parts p WHERE part = $1`,
  lots: `SELECT lot::text AS id, (to_jsonb(l) - 'lot_row' || jsonb_build_object('lot_row', lot_row::jsonb))::text AS row FROM lots l WHERE lot = $1`,
  placements: `SELECT part::text AS id, to_jsonb(p)::text AS row FROM placements p WHERE part = $1`,
  assembly_homes: `SELECT machine::text AS id, jsonb_agg(part ORDER BY part)::text AS row FROM assembly_homes WHERE machine = $1 GROUP BY machine`,
}

async function snapshot(
  db: Db,
  tables: readonly Table[],
  id: string,
  transaction: Transaction,
): Promise<Map<Table, string | undefined>> {
  const found = new Map<Table, string | undefined>()
  for (const table of tables)
    found.set(table, (await rows<{ row: string }>(db, rowSql[table], [id], transaction))[0]?.row)
  return found
}

/** Derives one subject under the lock that every writer takes, and says what had differed. */
async function derive(
  db: Db,
  tables: readonly Table[],
  id: string,
  write: (transaction: Transaction) => Promise<void>,
): Promise<Difference[]> {
  return db.transaction(async (transaction) => {
    await commitLock(db, transaction)
    const before = await snapshot(db, tables, id, transaction)
    await write(transaction)
    const after = await snapshot(db, tables, id, transaction)
    return tables.flatMap((table): Difference[] => {
      const stored = before.get(table)
      const derived = after.get(table)
      return withoutTime(stored) === withoutTime(derived) ? [] : [{ table, id, stored, derived }]
    })
  })
}

const subjects = async (db: Db, kind: 'machine' | 'part' | 'lot'): Promise<string[]> =>
  (
    await rows<{ id: string }>(db, `SELECT DISTINCT subject AS id FROM entry_subjects WHERE kind = $1`, [
      kind,
    ])
  ).map((r) => r.id)

/** Rows of things that no entry speaks of. */
const strays: readonly { readonly table: Table; readonly sql: string }[] = [
  {
    table: 'machines',
    sql: `DELETE FROM machines m WHERE NOT EXISTS (SELECT 1 FROM entry_subjects WHERE kind = 'machine' AND subject = m.machine::text) RETURNING machine::text AS id`,
  },
  {
    table: 'parts',
    sql: `DELETE FROM parts p WHERE NOT EXISTS (SELECT 1 FROM entry_subjects WHERE kind = 'part' AND subject = p.part::text) RETURNING part::text AS id`,
  },
  {
    table: 'placements',
    sql: `DELETE FROM placements p WHERE NOT EXISTS (SELECT 1 FROM entry_subjects WHERE kind = 'part' AND subject = p.part::text) RETURNING part::text AS id`,
  },
  {
    table: 'lots',
    sql: `DELETE FROM lots l WHERE NOT EXISTS (SELECT 1 FROM entry_subjects WHERE kind = 'lot' AND subject = l.lot::text) RETURNING lot::text AS id`,
  },
]

/**
 * Writes all projections anew at one `now` and answers what differed. Each row is read, derived and written under one lock, so
 * that others may write meanwhile. Strips differ by time alone: pass the `now` of the last write to compare exactly.
 */
export async function rebuild(db: Db, now: string): Promise<Difference[]> {
  const differences: Difference[] = []
  const machines = await subjects(db, 'machine')
  const deriveMachines = async () => {
    for (const id of machines)
      differences.push(
        ...(await derive(db, ['machines', 'assembly_homes'], id, async (transaction) =>
          projectMachine(
            db,
            fold(await closureOf(db, [id], [], transaction), { now }),
            id as MachineId,
            transaction,
          ),
        )),
      )
  }
  // Where untouched assemblies sit comes first: it says which machines an entry concerns.
  await deriveMachines()
  const named = await nameMachines(db)
  if (named.length > 0) await deriveMachines()
  for (const { entry, machine } of named)
    differences.push({ table: 'entry_subjects', id: entry, stored: undefined, derived: `machine ${machine}` })
  for (const id of await subjects(db, 'part'))
    differences.push(
      ...(await derive(db, ['parts', 'placements'], id, (transaction) =>
        derivePart(db, id as PartId, now, transaction),
      )),
    )
  for (const id of await subjects(db, 'lot'))
    differences.push(
      ...(await derive(db, ['lots'], id, async (transaction) =>
        projectLot(db, fold(await lotEntries(db, [id], transaction), { now }), id as LotId, transaction),
      )),
    )
  for (const { table, sql } of strays)
    for (const { id } of await rows<{ id: string }>(db, sql))
      differences.push({ table, id, stored: 'a row', derived: undefined })
  return differences
}

/** The strip's shares and the next change by time depend on `now`; everything else must be equal. */
function withoutTime(row: string | undefined): string | undefined {
  if (row === undefined) return undefined
  const value = JSON.parse(row) as { summary?: { strip?: unknown } }
  if (value.summary) delete value.summary.strip
  return JSON.stringify(value)
}
