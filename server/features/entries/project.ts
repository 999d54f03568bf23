/** Projections: what lists and guards need, derived from a world and written in the append's transaction. */
import type { Transaction } from 'sequelize'
import type { MachineId, PartId } from '#core/ids.ts'
import type { World } from '#core/history/world.ts'
import { isSlot, placeKey } from '#core/parts/place.ts'
import { machineNumber } from '#core/views/labels.ts'
import { partView } from '#core/views/parts.ts'
import { machineSummary } from '#core/views/summary.ts'
import { run, type Db } from '../../db/connection.ts'

export async function projectMachine(db: Db, world: World, id: MachineId, transaction: Transaction): Promise<void> {
  const found = machineSummary(world, id)
  const machine = world.machines.get(id)
  if (!found || !machine) {
    // A registration that was withdrawn leaves no machine behind.
    await run(db, 'DELETE FROM machines WHERE machine = $1', [id], transaction)
    return
  }
  const { summary, holdsUntilMs } = found
  const holds = holdsUntilMs === undefined ? null : new Date(holdsUntilMs).toISOString()
  await run(
    db,
    `INSERT INTO machines (machine, entry_number, number, type, status, open, on_loan, lends_parts, tube, legal, words, sort_name, holds_until, summary)
     VALUES ($1,$2,$3,$4,$5,$6,$7,$8,$9,$10,$11,$12,$13,$14)
     ON CONFLICT (machine) DO UPDATE SET entry_number=$2, number=$3, type=$4, status=$5, open=$6, on_loan=$7, lends_parts=$8, tube=$9, legal=$10, words=$11, sort_name=$12, holds_until=$13, summary=$14`,
    [
      id,
      machine.entryNumber,
      machineNumber(machine),
      machine.type,
      summary.status.word,
      summary.open !== undefined,
      summary.onLoan,
      summary.lendsParts,
      summary.plate.stamps.some((s) => s.kind === 'picture tube'),
      machine.legal,
      summary.words,
      `${machine.name.toLowerCase()} ${machineNumber(machine)}`,
      holds,
      JSON.stringify(summary),
    ],
    transaction,
  )
}

export async function projectPart(db: Db, world: World, id: PartId, transaction: Transaction): Promise<void> {
  const part = world.parts.get(id)
  const view = part && partView(world, part)
  if (!part?.place || !view) {
    await run(db, 'DELETE FROM placements WHERE part = $1', [id], transaction)
    await run(db, 'DELETE FROM parts WHERE part = $1', [id], transaction)
    return
  }
  const { place } = part
  await run(
    db,
    `INSERT INTO placements (part, holder_kind, holder, slot) VALUES ($1,$2,$3,$4) ON CONFLICT (part) DO UPDATE SET holder_kind=$2, holder=$3, slot=$4`,
    [id, place.in.kind, place.in.id, isSlot(place) ? placeKey(place) : null],
    transaction,
  )
  const words = [view.label, view.tag, view.partKind, part.marking, part.dateCode, view.place].filter(Boolean).join(' ').toLowerCase()
  await run(
    db,
    `INSERT INTO parts (part, tag, machine, loan, gone, words, part_row) VALUES ($1,$2,$3,$4,$5,$6,$7) ON CONFLICT (part) DO UPDATE SET tag=$2, machine=$3, loan=$4, gone=$5, words=$6, part_row=$7`,
    [id, part.tag ?? null, view.machine ?? null, view.loan !== undefined, place.in.kind === 'gone', words, JSON.stringify(view)],
    transaction,
  )
}
