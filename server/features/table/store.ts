/** Storing a whole table of machines at once: all of its new rows or none of them, in a few statements. */
import type { Transaction } from 'sequelize'
import { draftSchema } from '#core/history/entry-schema.ts'
import { entryVersion, type Entry } from '#core/history/entry.ts'
import { fold } from '#core/history/fold.ts'
import type { Statement } from '#core/history/versions.ts'
import { subjectsOf } from '#core/history/subjects.ts'
import type { AccountId, PartyId } from '#core/ids.ts'
import type { RowEntry, TablePlan } from '#core/formats/machine-table.ts'
import { homesIn } from '#core/history/homes.ts'
import { positionsOf } from '#core/history/layout.ts'
import { houseIdOf } from '../../db/house.ts'
import { rows, type Db } from '../../db/connection.ts'
import { houseEntries } from '../entries/closure.ts'
import {
  insertMachines,
  machineRow,
  projectHomes,
  type MachineHomes,
  type MachineRow,
} from '../entries/project.ts'
import { contentHash, insertEntries } from '../entries/insert.ts'
import { notify } from '../entries/reach.ts'

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
export async function storePlan(
  db: Db,
  plan: TablePlan,
  by: ImportedBy,
  transaction: Transaction,
): Promise<number> {
  const houseId = await houseIdOf(db, transaction)
  const whole = (e: RowEntry): Entry => {
    const draft = draftSchema.parse({ ...e, v: entryVersion, doneBy: by.party })
    return {
      ...draft,
      about: subjectsOf(draft),
      house: houseId,
      recordedAt: by.now,
      receivedAt: by.now,
      seq: 0,
      recordedBy: by.account,
      became: 'recorded',
    }
  }
  const house = await houseEntries(db, transaction)
  const parties = await insertEntries(db, plan.parties.map(whole), contentHash, transaction)
  const fresh = plan.rows.filter((r) => r.is === 'new')
  // The database stores one step while the next is worked out here: statements of one transaction queue on its connection.
  let storing: Promise<unknown> = Promise.resolve()
  for (let at = 0; at < fresh.length; at += foldAtOnce) {
    const chunk = fresh.slice(at, at + foldAtOnce)
    const entries = chunk.flatMap((r) => r.entries.map(whole))
    await storing
    const inserting = insertEntries(db, entries, contentHash, transaction)
    inserting.catch(() => undefined)
    await new Promise(setImmediate)
    const { machines, homes } = rowsOf(house, [...parties, ...entries], chunk, by.now)
    await inserting
    storing = insertMachines(db, machines, transaction).then(() => projectHomes(db, homes, transaction))
  }
  await storing
  await notify(db, { seq: 0, machines: [], kinds: ['machine'], everything: true }, transaction)
  return fresh.length
}

/** Rows of new machines. Each is summed up against its own entries: the line of a thousand others would be walked for every one. */
function rowsOf(
  house: readonly Entry[],
  entries: readonly Entry[],
  plans: TablePlan['rows'],
  now: string,
): { machines: MachineRow[]; homes: MachineHomes[] } {
  const world = fold([...house, ...entries], { now })
  const own = new Map<string, Statement[]>()
  for (const statement of world.line)
    for (const subject of statement.about) {
      if (subject.kind !== 'machine') continue
      const held = own.get(subject.id)
      if (held) held.push(statement)
      else own.set(subject.id, [statement])
    }
  const machines: MachineRow[] = []
  const homes: MachineHomes[] = []
  for (const { machine: id } of plans) {
    const machine = id && world.machines.get(id)
    const row = id && machineRow({ ...world, line: own.get(id) ?? [] }, id)
    if (!machine || !row) continue
    machines.push(row)
    homes.push({ machine: id, homes: [...homesIn(id, positionsOf(world, machine)).keys()] })
  }
  return { machines, homes }
}
