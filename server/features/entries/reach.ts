/** What entries reach: every subject whose projection they change is derived again, in the append's transaction; and the sweep of what changes by time. */
import type { Transaction } from 'sequelize'
import type { LiveEvent } from '#api/machines.ts'
import type { Entry } from '#core/history/entry.ts'
import { fold } from '#core/history/fold.ts'
import { reachOf } from '#core/history/scope.ts'
import { subjectIds } from '#core/history/subjects.ts'
import type { World } from '#core/history/world.ts'
import type { LotId, MachineId, PartId } from '#core/ids.ts'
import type { Place } from '#core/place.ts'
import { machineAround } from '#core/history/presence.ts'
import { clearedIn } from '#core/parts/health.ts'
import { rows, run, type Db } from '../../db/connection.ts'
import { closureOf, machinesOfLoans, machinesOfPart } from './closure.ts'
import { commitLock, lock } from './locks.ts'
import { projectLot, projectMachine, projectPart } from './project.ts'

export interface Reached {
  readonly stored: readonly Entry[]
  /** What they amend or settle. */
  readonly spoken: readonly Entry[]
  /** Machines of which the closure holds every entry. */
  readonly covered: ReadonlySet<string>
}

/** Derives again every subject that the new entries can reach, and gives notice. The caller holds the commit lock. */
export async function project(
  db: Db,
  closure: readonly Entry[],
  { stored, spoken, covered }: Reached,
  now: string,
  transaction: Transaction,
): Promise<void> {
  const world = fold(closure, { now })
  const parts = new Set(stored.flatMap((e) => subjectIds(e.about, 'part')))
  const machines = new Set(stored.flatMap((e) => subjectIds(e.about, 'machine')))
  for (const id of parts)
    for (const place of placesOf(world, id as PartId)) {
      const machine = place.in.kind === 'kept' ? place.in.id : machineAround(world, place)?.id
      if (machine !== undefined) machines.add(machine)
    }
  // Whoever is in a loan, by whatever was written of it.
  const loans = [...new Set(stored.flatMap((e) => subjectIds(e.about, 'loan')))]
  for (const id of await machinesOfLoans(db, loans, transaction)) machines.add(id)
  for (const id of await reachedThroughHouse(db, [...stored, ...spoken], transaction)) machines.add(id)
  for (const id of parts)
    if (wholeIn(world, id as PartId, covered)) await projectPart(db, world, id as PartId, transaction)
    else await derivePart(db, id as PartId, now, transaction)
  const judged = new Set([...(await heldIn(db, [...parts], transaction)), ...judgedBy(world, stored, spoken)])
  for (const id of judged) if (!parts.has(id)) await derivePart(db, id as PartId, now, transaction)
  const lots = new Set(stored.flatMap((e) => subjectIds(e.about, 'lot')))
  for (const id of lots) await projectLot(db, world, id as LotId, transaction)
  for (const id of machines)
    await projectMachine(
      db,
      covered.has(id) ? world : fold(await closureOf(db, [id], [], transaction), { now }),
      id as MachineId,
      transaction,
    )
  await notify(
    db,
    {
      seq: stored.at(-1)?.seq ?? 0,
      machines: [...machines],
      kinds: [...new Set([...stored, ...spoken].map((e) => e.body.kind))],
    },
    transaction,
  )
}

/** Whether the closure holds every entry of each machine that the part was in: a trial there may say how it is. */
const wholeIn = (world: World, id: PartId, covered: ReadonlySet<string>): boolean =>
  placesOf(world, id).every((place) => {
    const machine = machineAround(world, place)?.id
    return machine === undefined || covered.has(machine)
  })

/** Parts that tests speak of: what a new one cleared; after a change in older ones, whatever left the machine by a swap. */
function judgedBy(world: World, stored: readonly Entry[], spoken: readonly Entry[]): string[] {
  const tests = new Set(stored.filter((e) => e.body.kind === 'test').map((e) => e.id as string))
  const amended = spoken.length > 0 || stored.some((e) => e.body.kind === 'gear')
  if (tests.size === 0 && !amended) return []
  const machines = new Set([...stored, ...spoken].flatMap((e) => subjectIds(e.about, 'machine')))
  return [...machines].flatMap((id) => {
    const machine = world.machines.get(id as MachineId)
    if (!machine) return []
    return amended
      ? machine.steps.flatMap((s) => (s.out === undefined ? [] : [s.out]))
      : clearedIn(world, machine, tests)
  })
}

/** A part's row from everything that it depends on. */
export async function derivePart(db: Db, id: PartId, now: string, transaction: Transaction): Promise<void> {
  await projectPart(
    db,
    fold(await closureOf(db, await machinesOfPart(db, id, transaction), [id], transaction), { now }),
    id,
    transaction,
  )
}

/** Parts that lie in assemblies, however deep: they are where the assembly is. */
async function heldIn(db: Db, assemblies: readonly string[], transaction: Transaction): Promise<string[]> {
  if (assemblies.length === 0) return []
  const found = await rows<{ part: string }>(
    db,
    `WITH RECURSIVE held(part) AS (
       SELECT part::text FROM placements WHERE holder_kind = 'assembly' AND holder = ANY($1::text[])
       UNION SELECT p.part::text FROM placements p JOIN held ON p.holder_kind = 'assembly' AND p.holder = held.part)
     SELECT part FROM held`,
    [assemblies],
    transaction,
  )
  return found.map((row) => row.part)
}

/** A notice of PostgreSQL holds at most 8,000 bytes: one that reaches more machines than fit says that everything is stale. */
const mostNamed = 100

/** Gives notice to every server when the transaction commits. */
export async function notify(db: Db, event: LiveEvent, transaction: Transaction): Promise<void> {
  const told = event.machines.length > mostNamed ? { ...event, machines: [], everything: true } : event
  await run(db, `SELECT pg_notify('entries', $1)`, [JSON.stringify(told)], transaction)
}

/** Every place a part was in, the first and the present one included: each of their machines may speak of it. */
function placesOf(world: World, id: PartId): Place[] {
  const part = world.parts.get(id)
  return part
    ? [part.start, part.place, ...part.legs.flatMap((leg) => [leg.from, leg.to])].filter(
        (place) => place !== undefined,
      )
    : []
}

/** The machines that use what an entry names. */
const usersOf = {
  type: 'SELECT machine AS id FROM machines WHERE type::text = $1',
  gear: `SELECT DISTINCT m.subject AS id FROM entry_subjects g JOIN entry_subjects m ON m.entry = g.entry AND m.kind = 'machine' WHERE g.kind = 'gear' AND g.subject = $1`,
  party: `SELECT DISTINCT m.subject AS id FROM entry_subjects p JOIN entry_subjects m ON m.entry = p.entry AND m.kind = 'machine' WHERE p.kind = 'party' AND p.subject = $1`,
} as const

/** Machines that entries reach beyond their own subjects, as their kinds say. */
async function reachedThroughHouse(
  db: Db,
  stored: readonly Entry[],
  transaction: Transaction,
): Promise<string[]> {
  const found: string[] = []
  for (const { body } of stored) {
    const reach = reachOf(body)
    if (reach === undefined) continue
    const [sql, bind] =
      reach === 'every machine'
        ? ['SELECT machine AS id FROM machines', []]
        : [usersOf[reach.machinesOf], [reach.id]]
    found.push(...(await rows<{ id: string }>(db, sql, bind, transaction)).map((r) => r.id))
  }
  return found
}

/** Derives machines whose state changes by time alone and is due, the longest due first. Answers how many. One that cannot be derived does not stop the others. */
export async function refreshDue(
  db: Db,
  now: string,
  onError: (machine: string, error: Error) => void = () => undefined,
): Promise<number> {
  const due = await rows<{ id: string }>(
    db,
    'SELECT machine AS id FROM machines WHERE holds_until < $1 ORDER BY holds_until LIMIT 500',
    [now],
  )
  let refreshed = 0
  for (const { id } of due)
    try {
      await db.transaction(async (transaction) => {
        await lock(db, [{ kind: 'machine', id }], [], transaction)
        await commitLock(db, transaction)
        await projectMachine(
          db,
          fold(await closureOf(db, [id], [], transaction), { now }),
          id as MachineId,
          transaction,
        )
        await notify(db, { seq: 0, machines: [id], kinds: ['time'] }, transaction)
      })
      refreshed++
    } catch (error) {
      onError(id, error as Error)
    }
  return refreshed
}
