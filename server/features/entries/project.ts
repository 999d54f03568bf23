/** Projections: what lists and guards need, derived from a world and written in the append's transaction. */
import type { Transaction } from 'sequelize'
import type { LotId, MachineId, PartId } from '#core/ids.ts'
import { positionsOf } from '#core/history/layout.ts'
import { type World } from '#core/history/world.ts'
import { homesIn } from '#core/history/homes.ts'
import { isSlot, placeKey } from '#core/place.ts'
import { machineNumber } from '#core/views/labels.ts'
import { lotRow } from '#core/views/lots.ts'
import { needRows } from '#core/views/needs.ts'
import { partView } from '#core/views/parts.ts'
import { machineSummary } from '#core/views/summary.ts'
import { run, type Db } from '../../db/connection.ts'

export async function projectMachine(
  db: Db,
  world: World,
  id: MachineId,
  transaction: Transaction,
): Promise<void> {
  const row = machineRow(world, id)
  if (!row) {
    // A registration that was withdrawn leaves no machine behind.
    await run(db, 'DELETE FROM machines WHERE machine = $1', [id], transaction)
    await run(db, 'DELETE FROM assembly_homes WHERE machine = $1', [id], transaction)
    return
  }
  const machine = world.machines.get(id)
  const homes = machine ? [...homesIn(id, positionsOf(world, machine)).keys()] : []
  await run(
    db,
    upsertWithHomes,
    [...columns.map((c) => (columnTypes[c] === 'json' ? JSON.stringify(row[c]) : row[c])), homes],
    transaction,
  )
}

export interface MachineHomes {
  readonly machine: MachineId
  readonly homes: readonly PartId[]
}

/** Which machine an assembly that nobody has touched sits in, by the id its part will have: a move may name it before anything else does. */
export async function projectHomes(
  db: Db,
  machines: readonly MachineHomes[],
  transaction: Transaction,
): Promise<void> {
  const pairs = machines.flatMap(({ machine, homes }) => homes.map((part) => ({ machine, part })))
  await run(
    db,
    `WITH gone AS (DELETE FROM assembly_homes WHERE machine = ANY($1::uuid[]) AND NOT part = ANY($2::uuid[]))
     INSERT INTO assembly_homes (part, machine) SELECT * FROM unnest($2::uuid[], $3::uuid[]) ON CONFLICT (part) DO NOTHING`,
    [machines.map((m) => m.machine), pairs.map((p) => p.part), pairs.map((p) => p.machine)],
    transaction,
  )
}

/** Columns of the list's projection with their types, in one order for every statement below. */
const columnTypes = {
  machine: 'uuid',
  house: 'uuid',
  entry_number: 'text',
  number: 'text',
  type: 'uuid',
  status: 'text',
  open: 'boolean',
  on_loan: 'boolean',
  lends_parts: 'boolean',
  tube: 'boolean',
  legal: 'text',
  words: 'text',
  sort_name: 'text',
  holds_until: 'timestamptz',
  summary: 'json',
  grade: 'integer',
  kind: 'text',
  maker: 'text',
  looked: 'boolean',
  quarantine: 'boolean',
  arrival_open: 'boolean',
  accession_number: 'text',
  came: 'timestamptz',
  touched: 'timestamptz',
  needs: 'json',
  waiting: 'boolean',
  treating: 'boolean',
  asks: 'boolean',
  due: 'boolean',
} as const
type Column = keyof typeof columnTypes
const columns = Object.keys(columnTypes) as Column[]
export type MachineRow = Readonly<Record<Column, unknown>>

const upsertMachine = `INSERT INTO machines (${columns.join(', ')}) VALUES (${columns.map((_, i) => `$${i + 1}`).join(',')})
  ON CONFLICT (machine) DO UPDATE SET ${columns
    .slice(1)
    .map((c, i) => `${c}=$${i + 2}`)
    .join(', ')}`

/** The same, and which machine its assemblies sit in (see projectHomes), in one statement. */
const upsertWithHomes = `WITH gone AS (DELETE FROM assembly_homes WHERE machine = $1::uuid AND NOT part = ANY($${columns.length + 1}::uuid[])),
  homes AS (INSERT INTO assembly_homes (part, machine) SELECT part, $1::uuid FROM unnest($${columns.length + 1}::uuid[]) AS part ON CONFLICT (part) DO NOTHING)
  ${upsertMachine}`

/** Writes many machines that are new to the house in one statement. */
export async function insertMachines(
  db: Db,
  machines: readonly MachineRow[],
  transaction: Transaction,
): Promise<void> {
  await run(
    db,
    `INSERT INTO machines (${columns.join(', ')}) SELECT * FROM unnest(${columns.map((c, n) => (columnTypes[c] === 'json' ? `string_to_array($${n + 1}, E'\\n')::json[]` : `$${n + 1}::${columnTypes[c]}[]`)).join(', ')})`,
    columns.map((c) =>
      columnTypes[c] === 'json'
        ? machines.map((m) => JSON.stringify(m[c])).join('\n')
        : machines.map((m) => m[c]),
    ),
    transaction,
  )
}

/** A machine's row for the list; undefined for one that was never registered, or whose registration was withdrawn. */
export function machineRow(world: World, id: MachineId): MachineRow | undefined {
  const found = machineSummary(world, id)
  const machine = world.machines.get(id)
  if (!found || !machine) return undefined
  const { summary, holdsUntilMs } = found
  return {
    machine: id,
    house: machine.registered?.house,
    entry_number: machine.entryNumber,
    number: machineNumber(machine),
    type: machine.type,
    status: summary.status.word,
    open: summary.open !== undefined,
    on_loan: summary.onLoan,
    lends_parts: summary.lendsParts,
    tube: summary.plate.stamps.some((s) => s.kind === 'picture tube'),
    legal: machine.legal,
    words: summary.words,
    sort_name: `${machine.name.toLowerCase()} ${machineNumber(machine)}`,
    holds_until: holdsUntilMs === undefined ? null : new Date(holdsUntilMs).toISOString(),
    summary: summary,
    grade: summary.condition.grade ?? null,
    kind: summary.kind,
    maker: summary.maker,
    looked: summary.condition.looked > 0,
    quarantine: summary.quarantine,
    arrival_open: summary.arrivalOpen > 0,
    accession_number: machine.accessionNumber ?? null,
    came: summary.registeredAt,
    touched: summary.touchedAt,
    needs: needRows(world, machine),
    waiting: summary.waits.length > 0,
    treating: summary.treating.length > 0,
    asks: summary.needs.length > 0 || summary.waitsFor.length > 0,
    due: summary.due.length > 0,
  }
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
  const words = [view.label, view.tag, view.partKind, part.marking, part.dateCode, view.place]
    .filter(Boolean)
    .join(' ')
    .toLowerCase()
  await run(
    db,
    `INSERT INTO parts (part, tag, machine, loan, gone, words, part_row, house) VALUES ($1,$2,$3,$4,$5,$6,$7,$8) ON CONFLICT (part) DO UPDATE SET tag=$2, machine=$3, loan=$4, gone=$5, words=$6, part_row=$7, house=$8`,
    [
      id,
      part.tag ?? null,
      view.machine ?? null,
      view.loan !== undefined,
      place.in.kind === 'gone',
      words,
      JSON.stringify(view),
      part.tagOf ?? null,
    ],
    transaction,
  )
}

export async function projectLot(db: Db, world: World, id: LotId, transaction: Transaction): Promise<void> {
  const lot = world.lots.get(id)
  if (!lot?.said) {
    await run(db, 'DELETE FROM lots WHERE lot = $1', [id], transaction)
    return
  }
  const row = lotRow(world, lot)
  const words = [row.label, row.marking, ...Object.values(row.attributes), ...row.places.map((p) => p.label)]
    .filter(Boolean)
    .join(' ')
    .toLowerCase()
  await run(
    db,
    'INSERT INTO lots (lot, tag, words, reorder, lot_row, house) VALUES ($1,$2,$3,$4,$5,$6) ON CONFLICT (lot) DO UPDATE SET tag=$2, words=$3, reorder=$4, lot_row=$5, house=$6',
    [id, row.tag ?? null, words, row.reorder, JSON.stringify(row), lot.tagOf ?? null],
    transaction,
  )
}
