/** Loans as they are read: all of them, each folded anew when something is written of it; one with everything about its machines. */
import { fold } from '#core/history/fold.ts'
import { entriesSeen } from '#core/history/sight.ts'
import type { World } from '#core/history/world.ts'
import type { Entry } from '#core/history/entry.ts'
import type { EntryId, LoanId, MachineId } from '#core/ids.ts'
import { rows, type Db } from '../../db/connection.ts'
import type { LoanFile } from '#core/history/loan-state.ts'
import { dayOf } from '#core/quantity/time.ts'
import { byUrgency, loanRow, pressing } from '#core/views/loan.ts'
import type { LoanRow } from '#core/views/loan-shape.ts'
import { houseWorld } from '../../platform/access.ts'
import { nowInstant } from '../../platform/clock.ts'
import { closureOf, loanEntries, machinesOfLoans, merged } from '../entries/closure.ts'

interface Held {
  /** The last entry of the house when it was read. */
  seq: number
  /** One reading after the other: an older one must not come in over a newer. */
  reading: Promise<void>
  readonly files: Map<LoanId, LoanFile>
  readonly rows: Map<LoanId, { readonly file: LoanFile; readonly of: string; readonly row: LoanRow }>
}
const held = new WeakMap<Db, Held>()

/** Every loan; of those that something was written of since they were read, read anew. */
export async function loanFiles(db: Db): Promise<ReadonlyMap<LoanId, LoanFile>> {
  return (await refreshed(db)).files
}

async function refreshed(db: Db): Promise<Held> {
  const kept = held.get(db) ?? { seq: 0, reading: Promise.resolve(), files: new Map(), rows: new Map() }
  held.set(db, kept)
  const reading = kept.reading.catch(() => undefined).then(() => readOn(db, kept))
  kept.reading = reading
  await reading
  return kept
}

async function readOn(db: Db, kept: Held): Promise<void> {
  const [newer] = await rows<{ seq: string | null; loans: string[] | null }>(
    db,
    `SELECT (SELECT max(seq) FROM entries) AS seq, array_agg(DISTINCT s.subject) AS loans FROM entry_subjects s JOIN entries e ON e.id = s.entry WHERE s.kind = 'loan' AND e.seq > $1`,
    [kept.seq],
  )
  const changed = newer?.loans ?? []
  if (changed.length > 0) {
    const read = fold(await loanEntries(db, kept.seq === 0 ? 'all' : changed), { now: nowInstant() })
    for (const [id, file] of read.loanFiles) kept.files.set(id, file)
  }
  kept.seq = Math.max(kept.seq, Number(newer?.seq ?? 0))
}

/** What others found on a machine does not show to whoever surveys it blind. */
export const unseenBy = (row: LoanRow, file: LoanFile, blind: ReadonlyMap<string, unknown>): LoanRow =>
  file.asked?.body.items.some((i) => i.machine !== undefined && blind.has(i.machine))
    ? { ...row, marks: row.marks.filter((m) => m.mark !== 'difference open' && m.mark !== 'disputed') }
    : row

/** Loans that want somebody of the house, the most urgent first. */
export async function pressingLoans(
  db: Db,
  zone: string,
  blind: ReadonlyMap<string, unknown>,
): Promise<LoanRow[]> {
  const today = dayOf(nowInstant(), zone)
  return (await loanRows(db, zone, () => true))
    .map(({ row, file }) => unseenBy(row, file, blind))
    .filter((row) => pressing(row, today))
    .sort(byUrgency)
}

/** The rows of loans: what each says holds until something is written of it, a day ends, or the house’s own entries change. */
export async function loanRows(
  db: Db,
  zone: string,
  wanted: (file: LoanFile) => boolean,
): Promise<{ readonly file: LoanFile; readonly row: LoanRow }[]> {
  const kept = await refreshed(db)
  const world = await houseWorld(db)
  const of = `${dayOf(world.now, zone)} ${world.line.at(-1)?.id ?? ''} ${world.line.length}`
  const found: { file: LoanFile; row: LoanRow }[] = []
  for (const [id, file] of kept.files) {
    if (!wanted(file)) continue
    const known = kept.rows.get(id)
    const row = known?.file === file && known.of === of ? known.row : loanRow(world, file, zone)
    if (!row) continue
    if (row !== known?.row) kept.rows.set(id, { file, of, row })
    found.push({ file, row })
  }
  return found
}

interface Knowing {
  readonly prices: boolean
  readonly blind: ReadonlyMap<MachineId, EntryId>
}

/** Everything written of one loan and of its machines, as somebody may know it. */
export async function loanLine(db: Db, id: LoanId, { prices, blind }: Knowing): Promise<Entry[]> {
  const machines = await machinesOfLoans(db, [id])
  const entries = merged(await closureOf(db, machines), await loanEntries(db, [id]))
  const surveys = machines.flatMap((m) => blind.get(m as MachineId) ?? [])
  return surveys.reduce<Entry[]>(
    (left, survey) => entriesSeen(left, { prices: true, blind: survey }),
    entriesSeen(entries, { prices }),
  )
}

/** One loan with everything about its machines, as somebody may know it. */
export const loanWorld = async (db: Db, id: LoanId, knowing: Knowing): Promise<World> =>
  fold(await loanLine(db, id, knowing), { now: nowInstant() })

/** The machines in the loans named, where all of these are with this party. Undefined: none is named. */
export async function lentTo(
  db: Db,
  party: string,
  loans: readonly string[],
): Promise<ReadonlySet<string> | 'not theirs' | undefined> {
  if (loans.length === 0) return undefined
  const files = await loanFiles(db)
  const asked = loans.map((id) => files.get(id as LoanId)?.asked?.body)
  if (asked.some((a) => a?.with !== party)) return 'not theirs'
  return new Set(asked.flatMap((a) => a?.items.flatMap((i) => i.machine ?? []) ?? []))
}
