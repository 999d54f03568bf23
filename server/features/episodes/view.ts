/** An episode as a visitor may know it. */
import { entriesSeen } from '#core/history/sight.ts'
import type { Entry } from '#core/history/entry.ts'
import { fold } from '#core/history/fold.ts'
import type { EntryId, MachineId } from '#core/ids.ts'
import { seesPrices } from '#core/roles.ts'
import { blindEpisode } from '#core/views/blind.ts'
import { episodeView, type EpisodeView } from '#core/views/episode.ts'
import { rows } from '../../db/connection.ts'
import { requireSight, type Visitor } from '../../platform/access.ts'
import { nowInstant } from '../../platform/clock.ts'
import { notFound } from '../../platform/errors.ts'
import type { Services } from '../../platform/services.ts'
import { closureOf } from '../entries/closure.ts'
import { blindSurveys } from '../entries/worlds.ts'
import { nextTag } from '../tags/store.ts'

export async function machineOfEpisode(services: Services, id: EntryId): Promise<MachineId> {
  const [row] = await rows<{ machine: MachineId | null }>(
    services.db,
    `SELECT machine FROM entries WHERE id = $1 AND kind = 'episode'`,
    [id],
  )
  if (!row?.machine) throw notFound()
  return row.machine
}

/** A machine's entries as this visitor may know them, and whether they survey it blind. */
export async function entriesFor(
  { db }: Services,
  visitor: Visitor,
  machine: MachineId,
): Promise<{ entries: Entry[]; blind: boolean }> {
  const all = await closureOf(db, [machine])
  const blind = (await blindSurveys(db, visitor.party)).get(machine)
  return {
    entries: entriesSeen(all, { prices: seesPrices(visitor.role), blind }),
    blind: blind !== undefined,
  }
}

/** The view of an episode. Throws when there is none, or its machine is not the visitor's to see. */
export async function episodeFor(services: Services, visitor: Visitor, id: EntryId): Promise<EpisodeView> {
  const machine = await machineOfEpisode(services, id)
  await requireSight(services.db, visitor, machine)
  const { entries, blind } = await entriesFor(services, visitor, machine)
  const view = episodeView(fold(entries, { now: nowInstant() }), id, await nextTag(services.db))
  if (!view) throw notFound()
  return blind ? blindEpisode(view) : view
}
