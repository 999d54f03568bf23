/** Lots: parts that are counted instead of named; what the machines of the house lack; what is to be bought. */
import { Router } from 'express'
import { z } from 'zod'
import { fold } from '#core/history/fold.ts'
import { entriesSeen } from '#core/history/sight.ts'
import { lotIdSchema } from '#core/ids.ts'
import { lotView } from '#core/views/lots.ts'
import { seesPrices } from '#core/roles.ts'
import { requireVisitor } from '../../platform/access.ts'
import type { Services } from '../../platform/services.ts'
import { nowInstant } from '../../platform/clock.ts'
import { csv, reads } from '../../platform/endpoint.ts'
import { parse } from '../../platform/errors.ts'
import { lotEntries } from '../entries/closure.ts'
import { nextLotTag, nextTag } from '../tags/store.ts'
import { houseNeeds, lotRows } from './store.ts'

const params = z.object({ id: lotIdSchema })
const needsQuery = z.object({ as: z.enum(['csv']).optional() })

export function lotRoutes(services: Services): Router {
  const router = Router()
  const { db } = services

  reads(router, '/lots', async (request) => {
    await requireVisitor(request, 'volunteer')
    return { lots: await lotRows(db), nextTag: await nextLotTag(db) }
  })

  reads(router, '/lots/:id', async (request) => {
    const visitor = await requireVisitor(request, 'volunteer')
    const { id } = parse(params, request.params)
    const entries = entriesSeen(await lotEntries(db, [id]), { prices: seesPrices(visitor.role) })
    const view = lotView(fold(entries, { now: nowInstant() }), id)
    return view && { ...view, nextTag: await nextTag(db) }
  })

  // What machines lack over the whole house; as=csv: what is to be bought.
  reads(router, '/needs', async (request) => {
    await requireVisitor(request, 'volunteer')
    const { as } = parse(needsQuery, request.query)
    const answer = await houseNeeds(services)
    if (as !== 'csv') return answer
    return csv(
      'to-buy.csv',
      ['Kind', 'Value', 'Count', 'Because', 'Where'],
      answer.buy.map((line) => [
        line.kind,
        line.asks ?? '',
        String(line.count),
        line.because,
        line.where.join('; '),
      ]),
    )
  })

  return router
}
