/** What a plan needs to know of the house's machines: those that somebody works on or has to. */
import type { PlanMachine } from '#api/plan.ts'
import type { EntryId, MachineId } from '#core/ids.ts'
import type { BenchEvening } from '#api/machines.ts'
import { eveningsOf } from '#core/plan/evenings.ts'
import { dayAfter, dayOf, type Instant } from '#core/quantity/time.ts'
import { houseWorld } from '../../platform/access.ts'
import { blindSummary } from '#core/views/blind.ts'
import type { MachineSummary } from '#core/views/summary.ts'
import { rows, type Db } from '../../db/connection.ts'

/** So many machines are offered; the others are written by their number. */
const mostMachines = 120

/** Open machines first, then those that must not be powered or are due for a retest, then those with something left to do. */
export async function planMachines(db: Db, blind: ReadonlyMap<MachineId, EntryId>): Promise<PlanMachine[]> {
  const found = await rows<{ summary: MachineSummary }>(
    db,
    `SELECT summary FROM machines WHERE open OR status IN ('do not power', 'retest due', 'not working', 'faulty', 'in pieces')
     ORDER BY open DESC, status = 'do not power' DESC, status = 'retest due' DESC, touched DESC, machine LIMIT ${mostMachines}`,
  )
  return found.map(({ summary }) => {
    const { id, plate, todo } = blind.has(summary.id) ? blindSummary(summary) : summary
    return { id, number: plate.number, name: plate.name, todo }
  })
}

/** How many days ahead Bench speaks of an evening. */
const benchDays = 7

/** The next evening, as Bench says it: its sheet only on the day. */
export async function benchEvening(db: Db, now: Instant, zone: string): Promise<BenchEvening | undefined> {
  const world = await houseWorld(db)
  const day = dayOf(now, zone)
  const found = eveningsOf(world, day, dayAfter(day, benchDays)).find((e) => !e.off)
  if (!found) return undefined
  const today = found.day === day
  const rows = today ? (found.told?.rows ?? []) : []
  const machines = await namesOf(db, [...new Set(rows.map((r) => r.machine))])
  return {
    ...found,
    today,
    names: {
      ...Object.fromEntries(Object.entries(machines).map(([id, m]) => [id, `${m.name}, ${m.number}`])),
      ...Object.fromEntries(
        rows.flatMap((r) => r.people).map((p) => [p, world.parties.get(p)?.name ?? 'Somebody']),
      ),
    },
  }
}

/** Number and name of machines that sheets speak of. */
export async function namesOf(
  db: Db,
  machines: readonly string[],
): Promise<Record<string, { number: string; name: string }>> {
  const found = await rows<{ machine: string; number: string; name: string }>(
    db,
    `SELECT machine, number, summary->'plate'->>'name' AS name FROM machines WHERE machine = ANY($1::uuid[])`,
    [machines],
  )
  return Object.fromEntries(found.map(({ machine, number, name }) => [machine, { number, name }]))
}
