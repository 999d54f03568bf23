/** Lots: the list of them, and the grid of units against functions and findings. */
import { Router } from 'express'
import { z } from 'zod'
import { entryIdSchema } from '#core/ids.ts'
import { blindBatch } from '#core/views/blind.ts'
import { batchView } from '#core/views/batch.ts'
import { wholeView } from '#core/views/whole.ts'
import { seesPrices } from '#core/roles.ts'
import { requireVisitor } from '../../platform/access.ts'
import { reads } from '../../platform/endpoint.ts'
import { parse } from '../../platform/errors.ts'
import type { Services } from '../../platform/services.ts'
import { blindSurveys } from '../entries/worlds.ts'
import { batchRows, batchWorld } from './store.ts'

const params = z.object({ id: entryIdSchema })

export function batchRoutes({ db }: Services): Router {
  const router = Router()
  reads(router, '/batches', async (request) => {
    await requireVisitor(request, 'volunteer')
    return { batches: await batchRows(db) }
  })
  reads(router, '/batches/:id', async (request) => {
    const visitor = await requireVisitor(request, 'volunteer')
    const { id } = parse(params, request.params)
    const world = await batchWorld(db, id, { prices: seesPrices(visitor.role) })
    const view = world && batchView(world, id)
    return view && blindBatch(view, await blindSurveys(db, visitor.party))
  })
  reads(router, '/batches/:id/whole', async (request) => {
    const visitor = await requireVisitor(request, 'volunteer')
    const { id } = parse(params, request.params)
    const world = await batchWorld(db, id, { prices: seesPrices(visitor.role) })
    return world && wholeView(world, id)
  })
  return router
}
