/** What a plan needs to know of the house's machines: those that somebody works on or has to. */
import type { PlanMachine } from '#api/plan.ts'
import type { EntryId, MachineId } from '#core/ids.ts'
import type { BenchEvening } from '#api/machines.ts'
import { eveningsOf, type Evening } from '#core/plan/evenings.ts'
import { sunHours } from '#core/colour/sun-hours.ts'
import type { Position } from '#core/colour/sun.ts'
import { nothingPlanned } from '#core/history/job-state.ts'
import type { World } from '#core/history/world.ts'
import { clockToInstant, dayAfter, dayInterval, dayOf, type Instant } from '#core/quantity/time.ts'
import { houseWorld } from '../../platform/access.ts'
import { blindSummary } from '#core/views/blind.ts'
import type { MachineSummary } from '#core/views/summary.ts'
import { rows, type Db } from '../../db/connection.ts'

/** So many machines are offered; the others are written by their number. */
const mostMachines = 120

/** Open machines first, then those that must not be powered or are due for a retest, then those with something left to do. */
export async function planMachines(
  db: Db,
  world: World,
  zone: string,
  blind: ReadonlyMap<MachineId, EntryId>,
): Promise<PlanMachine[]> {
  const planned = [...world.planned].filter(([, p]) => p.wanted || p.jobs.length > 0).map(([id]) => id)
  const found = await rows<{ summary: MachineSummary }>(
    db,
    `SELECT summary FROM machines WHERE open OR status IN ('do not power', 'retest due', 'not working', 'faulty', 'in pieces') OR machine = ANY($1::uuid[])
     ORDER BY machine = ANY($1::uuid[]) DESC, open DESC, status = 'do not power' DESC, status = 'retest due' DESC, touched DESC, machine LIMIT ${mostMachines}`,
    [planned],
  )
  return found.map(({ summary }) => {
    const { id, plate, todo, waits, open } = blind.has(summary.id) ? blindSummary(summary) : summary
    const { wanted, jobs, takes, done } = world.planned.get(id) ?? nothingPlanned
    return {
      id,
      number: plate.number,
      name: plate.name,
      todo,
      waits: waits.map(({ what, until }) => ({ what, until })),
      open: (open?.off ?? 0) > 0,
      wanted: wanted && {
        ...wanted,
        due: wanted.by === undefined ? undefined : dayInterval(wanted.by, zone).latest,
      },
      jobs,
      takes: Object.fromEntries(takes),
      done: [...done],
    }
  })
}

/** When an evening begins and ends, and the hours of sun in it; none where nobody said where the house is. */
export function hoursOf({ day, from, to }: Evening, zone: string, here: Position | undefined) {
  const [begins, ends] = [clockToInstant(day, from, zone), clockToInstant(day, to, zone)]
  return { begins, ends, sun: here ? sunHours(begins, ends, here) : [] }
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
    promised: [...world.planned.values()].some(
      (p) => p.wanted?.promised && p.wanted.by !== undefined && p.wanted.by >= day,
    ),
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
