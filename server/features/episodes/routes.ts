/** One episode: the working screen's data. */
import { Router } from 'express'
import { z } from 'zod'
import { fold } from '#core/history/fold.ts'
import { entryIdSchema, type MachineId } from '#core/ids.ts'
import { episodeView } from '#core/views/episode.ts'
import { rows } from '../../db/connection.ts'
import { requireSight, requireVisitor } from '../../platform/access.ts'
import type { Services } from '../../platform/app.ts'
import { nowInstant } from '../../platform/clock.ts'
import { handle, notFound, parse } from '../../platform/errors.ts'
import { closureOf } from '../entries/closure.ts'
import { nextTag } from '../machines/routes.ts'

const params = z.object({ id: entryIdSchema })

export function episodeRoutes(services: Services): Router {
  const router = Router()
  router.get(
    '/episodes/:id',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request, 'volunteer')
      const { id } = parse(params, request.params)
      const [row] = await rows<{ machine: MachineId | null }>(services.db, `SELECT machine FROM entries WHERE id = $1 AND kind = 'episode'`, [id])
      if (!row?.machine) throw notFound()
      await requireSight(services.db, visitor, row.machine)
      const view = episodeView(fold(await closureOf(services.db, [row.machine]), { now: nowInstant() }), id, await nextTag(services))
      if (!view) throw notFound()
      response.json(view)
    }),
  )
  return router
}
