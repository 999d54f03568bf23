/** Loans as they are read: all of them folded once per entry written of any; one with everything about its machines. */
import { fold } from '#core/history/fold.ts'
import { entriesSeen } from '#core/history/sight.ts'
import type { World } from '#core/history/world.ts'
import type { Entry } from '#core/history/entry.ts'
import type { EntryId, LoanId, MachineId } from '#core/ids.ts'
import { rows, type Db } from '../../db/connection.ts'
import { nowInstant } from '../../platform/clock.ts'
import { closureOf, loanEntries, machinesOfLoans, merged } from '../entries/closure.ts'

const marks = new WeakMap<Db, { readonly mark: string; readonly world: World }>()

/** Every loan, folded from what was written of loans alone: machines by their registrations. Kept until the next such entry. */
export async function loansWorld(db: Db): Promise<World> {
  const [latest] = await rows<{ mark: string }>(
    db,
    `SELECT (SELECT count(*) || ':' || coalesce(max(e.seq), 0) FROM entry_subjects s JOIN entries e ON e.id = s.entry WHERE s.kind = 'loan') || '/' || (SELECT count(*) || ':' || coalesce(max(seq), 0) FROM entries WHERE house) AS mark`,
  )
  const now = nowInstant()
  const mark = latest?.mark ?? ''
  const held = marks.get(db)
  if (held?.mark === mark) return { ...held.world, now }
  const world = fold(await loanEntries(db, 'all'), { now })
  marks.set(db, { mark, world })
  return world
}

/** One loan with everything about its machines, as somebody may know it. */
export async function loanWorld(
  db: Db,
  id: LoanId,
  { prices, blind }: { prices: boolean; blind: ReadonlyMap<MachineId, EntryId> },
): Promise<World> {
  const machines = await machinesOfLoans(db, [id])
  const entries = merged(await closureOf(db, machines), await loanEntries(db, [id]))
  const surveys = machines.flatMap((m) => blind.get(m as MachineId) ?? [])
  const seen = surveys.reduce<Entry[]>(
    (left, survey) => entriesSeen(left, { prices: true, blind: survey }),
    entriesSeen(entries, { prices }),
  )
  return fold(seen, { now: nowInstant() })
}

/** The machines in the loans named, where all of these are with this party. Undefined: none is named. */
export async function lentTo(
  db: Db,
  party: string,
  loans: readonly string[],
): Promise<ReadonlySet<string> | 'not theirs' | undefined> {
  if (loans.length === 0) return undefined
  const world = await loansWorld(db)
  const asked = loans.map((id) => world.loanFiles.get(id as LoanId)?.asked?.body)
  if (asked.some((a) => a?.with !== party)) return 'not theirs'
  return new Set(asked.flatMap((a) => a?.items.flatMap((i) => i.machine ?? []) ?? []))
}
