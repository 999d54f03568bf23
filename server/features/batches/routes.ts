/** Lots: the list of them, and the grid of units against functions and findings. */
import { Router } from 'express'
import { z } from 'zod'
import type { BatchRow } from '#api/batches.ts'
import { fold } from '#core/history/fold.ts'
import { subjectIds } from '#core/history/subjects.ts'
import { entryIdSchema } from '#core/ids.ts'
import { blindBatch } from '#core/views/blind.ts'
import { blindSurveys } from '../machines/store.ts'
import { batchView } from '#core/views/batch.ts'
import { wholeView } from '#core/views/whole.ts'
import { seesPrices } from '#core/roles.ts'
import { rows } from '../../db/connection.ts'
import { requireVisitor } from '../../platform/access.ts'
import type { Services } from '../../platform/services.ts'
import { nowInstant } from '../../platform/clock.ts'
import { handle, notFound, parse } from '../../platform/errors.ts'
import { closureOf, loadEntries } from '../entries/closure.ts'

export function batchRoutes({ db }: Services): Router {
  const router = Router()
  router.get(
    '/batches',
    handle(async (request, response) => {
      await requireVisitor(request, 'volunteer')
      const found = await rows<{ id: string }>(
        db,
        `SELECT id FROM entries WHERE kind = 'batch' ORDER BY seq DESC LIMIT 200`,
      )
      const entries = await loadEntries(
        db,
        found.map((r) => r.id),
      )
      const batches = entries.flatMap((e): BatchRow[] =>
        e.body.kind === 'batch' && !e.amends && e.became === 'recorded'
          ? [{ id: e.id, name: e.body.name, at: e.happenedAt.latest, units: e.body.machines.length }]
          : [],
      )
      response.json({ batches: batches.reverse() })
    }),
  )
  router.get(
    '/batches/:id',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request, 'volunteer')
      const { id } = parse(z.object({ id: entryIdSchema }), request.params)
      const [entry] = await loadEntries(db, [id])
      if (entry?.body.kind !== 'batch') throw notFound()
      const whole = batchView(
        fold(await closureOf(db, subjectIds(entry.about, 'machine')), { now: nowInstant() }),
        id,
      )
      if (!whole) throw notFound()
      const view = blindBatch(whole, await blindSurveys(db, visitor.party))
      response.json(
        seesPrices(visitor.role)
          ? view
          : { ...view, price: undefined, units: view.units.map((u) => ({ ...u, share: undefined })) },
      )
    }),
  )
  router.get(
    '/batches/:id/whole',
    handle(async (request, response) => {
      await requireVisitor(request, 'volunteer')
      const { id } = parse(z.object({ id: entryIdSchema }), request.params)
      const [entry] = await loadEntries(db, [id])
      if (entry?.body.kind !== 'batch') throw notFound()
      const view = wholeView(
        fold(await closureOf(db, subjectIds(entry.about, 'machine')), { now: nowInstant() }),
        id,
      )
      if (!view) throw notFound()
      response.json(view)
    }),
  )
  return router
}
