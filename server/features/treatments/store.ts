/** Treatments as they are read: those that run, what the house found, and where the house is. */
import type { TreatingRow } from '#api/treatments.ts'
import { fold } from '#core/history/fold.ts'
import type { Entry } from '#core/history/entry.ts'
import type { MachineId } from '#core/ids.ts'
import type { Position } from '#core/colour/sun.ts'
import { coursesOf, type Learned } from '#core/treatment/course.ts'
import { learnedLights } from '#core/treatment/learned.ts'
import { houseVerdicts, type HouseVerdict } from '#core/treatment/verdicts.ts'
import { rows, run, type Db } from '../../db/connection.ts'
import { nowInstant } from '../../platform/clock.ts'
import { houseEntries, merged } from '../entries/closure.ts'
import { machineWorld } from '../entries/worlds.ts'

/** Where the house is, degrees; undefined until a steward said so. */
export async function positionOf(db: Db): Promise<Position | undefined> {
  const [house] = await rows<{ latitude: number | null; longitude: number | null }>(
    db,
    'SELECT latitude, longitude FROM house WHERE id = 1',
  )
  if (!house) return undefined
  const { latitude, longitude } = house
  return latitude === null || longitude === null ? undefined : { latitude, longitude }
}

export const setPosition = (db: Db, { latitude, longitude }: Position): Promise<void> =>
  run(db, 'UPDATE house SET latitude = $1, longitude = $2 WHERE id = 1', [latitude, longitude])

/** Treatments that run, in the whole house; those that began first come first. */
export async function treating(db: Db): Promise<TreatingRow[]> {
  const found = await rows<{ machine: MachineId; number: string; name: string }>(
    db,
    `SELECT machine, number, summary->'plate'->>'name' AS name FROM machines WHERE treating LIMIT 40`,
  )
  const here = await positionOf(db)
  const each = await Promise.all(
    found.map(async (row) => {
      const world = await machineWorld(db, row.machine)
      const machine = world.machines.get(row.machine)
      const courses = machine ? coursesOf(machine, world.now, here).filter((c) => c.to === undefined) : []
      return courses.map((course): TreatingRow => ({ ...row, course }))
    }),
  )
  return each.flat().sort((a, b) => a.course.from.localeCompare(b.course.from))
}

export interface HouseTreatments {
  readonly verdicts: readonly HouseVerdict[]
  readonly learned: Learned
}

/** What was found with each method and light in this house: from treatments, colours, registrations and the house's own entries alone. */
export async function houseTreatments(db: Db): Promise<HouseTreatments> {
  const found = await rows<{ entry: Entry }>(
    db,
    `SELECT entry FROM entries WHERE kind IN ('treatment', 'colour') OR (kind = 'machine' AND machine IN (SELECT machine FROM entries WHERE kind = 'treatment')) ORDER BY seq`,
  )
  if (found.length === 0) return { verdicts: [], learned: new Map() }
  const entries = merged(
    await houseEntries(db),
    found.map((row) => row.entry),
  )
  const world = fold(entries, { now: nowInstant() })
  const learned = learnedLights(world)
  return { verdicts: houseVerdicts(world, await positionOf(db), learned), learned }
}
