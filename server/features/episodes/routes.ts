/** One episode: the working screen's data. */
import { Router } from 'express'
import { z } from 'zod'
import { fold } from '#core/history/fold.ts'
import { entryIdSchema, type EntryId, type MachineId } from '#core/ids.ts'
import { sortKey } from '#core/quantity/time.ts'
import { blindEpisode } from '#core/views/blind.ts'
import { openSurvey } from '#core/views/condition.ts'
import { episodeView } from '#core/views/episode.ts'
import { rows } from '../../db/connection.ts'
import { requireSight, requireVisitor } from '../../platform/access.ts'
import type { Services } from '../../platform/app.ts'
import { nowInstant } from '../../platform/clock.ts'
import { handle, notFound, parse } from '../../platform/errors.ts'
import { closureOf } from '../entries/closure.ts'
import { nextTag } from '../machines/routes.ts'

const params = z.object({ id: entryIdSchema })
const contextQuery = z.object({ before: entryIdSchema })

async function machineOfEpisode(services: Services, id: EntryId): Promise<MachineId> {
  const [row] = await rows<{ machine: MachineId | null }>(services.db, `SELECT machine FROM entries WHERE id = $1 AND kind = 'episode'`, [id])
  if (!row?.machine) throw notFound()
  return row.machine
}

export function episodeRoutes(services: Services): Router {
  const router = Router()

  /** What the composer would have known just before an entry: a correction is read in that light. */
  router.get(
    '/episodes/:id/context',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request, 'volunteer')
      const { id } = parse(params, request.params)
      const { before } = parse(contextQuery, request.query)
      const machine = await machineOfEpisode(services, id)
      await requireSight(services.db, visitor, machine)
      const entries = await closureOf(services.db, [machine])
      const entry = entries.find((e) => e.id === before)
      if (!entry) throw notFound()
      const others = entries.filter(
        (e) => e.id !== before && e.amends?.entry !== before && (sortKey(e.happenedAt) < sortKey(entry.happenedAt) || e.id < entry.id || e.body.kind === 'type'),
      )
      const view = episodeView(fold(others, { now: entry.happenedAt.latest }), id, await nextTag(services))
      if (!view) throw notFound()
      response.json(view.context)
    }),
  )

  router.get(
    '/episodes/:id',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request, 'volunteer')
      const { id } = parse(params, request.params)
      const machine = await machineOfEpisode(services, id)
      await requireSight(services.db, visitor, machine)
      const world = fold(await closureOf(services.db, [machine]), { now: nowInstant() })
      const view = episodeView(world, id, await nextTag(services))
      const state = world.machines.get(machine)
      if (!view || !state) throw notFound()
      const survey = openSurvey(state, visitor.party)
      response.json(survey?.blind ? blindEpisode(view, survey.id) : view)
    }),
  )
  return router
}
