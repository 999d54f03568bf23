/** Storing a whole table of machines at once: all of its new rows or none of them, in a few statements. */
import type { Transaction } from 'sequelize'
import { draftSchema, entryVersion, type Entry } from '#core/history/entry.ts'
import { fold } from '#core/history/fold.ts'
import { subjectsOf } from '#core/history/subjects.ts'
import type { AccountId, PartyId } from '#core/ids.ts'
import type { RowEntry, TablePlan } from '#core/formats/machine-table.ts'
import { rows, run, type Db } from '../../db/connection.ts'
import { houseEntries } from '../entries/closure.ts'
import { insertMachines, machineRow, type MachineRow } from '../entries/project.ts'
import { contentHash, insertEntries } from '../entries/store.ts'

export interface ImportedBy {
  readonly account: AccountId
  readonly party: PartyId
  readonly now: string
}

/** Machines folded together: enough that the house's own entries are folded seldom, few enough to keep memory flat. */
const foldAtOnce = 1000

/** Numbers that the house's machines bear, entry and accession. */
export async function takenNumbers(db: Db, transaction?: Transaction): Promise<Set<string>> {
  const found = await rows<{ n: string }>(
    db,
    'SELECT entry_number AS n FROM machines UNION SELECT accession_number FROM machines WHERE accession_number IS NOT NULL',
    [],
    transaction,
  )
  return new Set(found.map((r) => r.n))
}

/** Writes the new rows of a plan. The caller holds the commit lock and has planned under it. */
export async function storePlan(db: Db, plan: TablePlan, by: ImportedBy, transaction: Transaction): Promise<number> {
  const whole = (e: RowEntry): Entry => {
    const draft = draftSchema.parse({ ...e, v: entryVersion, doneBy: by.party })
    return { ...draft, about: subjectsOf(draft), recordedAt: by.now, seq: 0, recordedBy: by.account, became: 'recorded' }
  }
  const house = await houseEntries(db, transaction)
  const parties = await insertEntries(db, plan.parties.map(whole), contentHash, transaction)
  const fresh = plan.rows.filter((r) => r.is === 'new')
  for (let at = 0; at < fresh.length; at += foldAtOnce) {
    const chunk = fresh.slice(at, at + foldAtOnce)
    const entries = await insertEntries(
      db,
      chunk.flatMap((r) => r.entries.map(whole)),
      contentHash,
      transaction,
    )
    const world = fold([...house, ...parties, ...entries], { now: by.now })
    // Each machine is summed up against its own entries: the line of a thousand others would be walked for every one.
    const own = new Map<string, Entry[]>()
    for (const e of world.line) for (const s of e.about) if (s.kind === 'machine') own.set(s.id, [...(own.get(s.id) ?? []), e as Entry])
    const machines = chunk.map((r) => r.machine && machineRow({ ...world, line: own.get(r.machine) ?? [] }, r.machine)).filter((row): row is MachineRow => row !== undefined)
    await insertMachines(db, machines, transaction)
  }
  await run(db, `SELECT pg_notify('entries', $1)`, [JSON.stringify({ seq: 0, machines: [], kinds: ['machine'] })], transaction)
  return fresh.length
}
