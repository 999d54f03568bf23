/** Worlds as somebody may know them: what they may not know is left out before anything is folded. */
import { entriesSeen, type Sight } from '#core/history/sight.ts'
import { fold } from '#core/history/fold.ts'
import type { World } from '#core/history/world.ts'
import type { EntryId, MachineId, PartyId } from '#core/ids.ts'
import { openSurvey } from '#core/views/condition.ts'
import { rows, type Db } from '../../db/connection.ts'
import { nowInstant } from '../../platform/clock.ts'
import { closureOf } from './closure.ts'

export interface WorldAsked {
  readonly asOf?: string | undefined
  readonly knownAt?: string | undefined
  /** What the visitor may know of it. Absent: all. */
  readonly sight?: Sight | undefined
}

export async function machineWorld(
  db: Db,
  id: MachineId,
  { asOf, knownAt, sight }: WorldAsked = {},
): Promise<World> {
  const now = nowInstant()
  const entries = await closureOf(db, [id])
  return fold(sight ? entriesSeen(entries, sight) : entries, {
    now: asOf !== undefined && asOf < now ? asOf : now,
    asOf,
    knownAt,
  })
}

/** The machines that a person is surveying blind just now, each with that survey. */
export async function blindSurveys(db: Db, party: PartyId): Promise<ReadonlyMap<MachineId, EntryId>> {
  const begun = await rows<{ machine: MachineId }>(
    db,
    `SELECT DISTINCT machine FROM entries b WHERE kind = 'survey' AND entry->'body'->>'what' = 'begun' AND entry->'body'->>'blind' = 'true' AND entry->>'doneBy' = $1
     AND NOT EXISTS (SELECT 1 FROM entries e WHERE e.kind = 'survey' AND e.entry->'body'->>'what' = 'ended' AND e.entry->'body'->>'survey' = b.id::text)`,
    [party],
  )
  const open = new Map<MachineId, EntryId>()
  for (const { machine } of begun) {
    const state = (await machineWorld(db, machine)).machines.get(machine)
    const survey = state && openSurvey(state, party)
    if (survey?.blind) open.set(machine, survey.id)
  }
  return open
}
