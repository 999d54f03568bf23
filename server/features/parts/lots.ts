/** Lots: parts that are counted instead of named; what the machines of the house lack; what is to be bought. */
import { Router } from 'express'
import { z } from 'zod'
import type { LotAnswer, LotsAnswer } from '#api/parts.ts'
import { writeCsv } from '#core/formats/csv.ts'
import { fold } from '#core/history/fold.ts'
import { lotIdSchema } from '#core/ids.ts'
import { lotView } from '#core/views/lots.ts'
import { seesPrices } from '#core/roles.ts'
import { requireVisitor } from '../../platform/access.ts'
import type { Services } from '../../platform/services.ts'
import { nowInstant } from '../../platform/clock.ts'
import { handle, notFound, parse } from '../../platform/errors.ts'
import { lotEntries } from '../entries/closure.ts'
import { houseNeeds, lotRows, nextLotTag } from './store.ts'
import { nextTag } from '../machines/routes.ts'

const params = z.object({ id: lotIdSchema })
const needsQuery = z.object({ as: z.enum(['csv']).optional() })

export function lotRoutes(services: Services): Router {
  const router = Router()
  const { db } = services

  router.get(
    '/lots',
    handle(async (request, response) => {
      await requireVisitor(request, 'volunteer')
      response.json({ lots: await lotRows(db), nextTag: await nextLotTag(db) } satisfies LotsAnswer)
    }),
  )

  router.get(
    '/lots/:id',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request, 'volunteer')
      const { id } = parse(params, request.params)
      const view = lotView(fold(await lotEntries(db, [id]), { now: nowInstant() }), id)
      if (!view) throw notFound()
      const shown = seesPrices(visitor.role)
        ? view
        : { ...view, paid: [], life: view.life.map(({ price: _, ...row }) => row) }
      response.json({ ...shown, nextTag: await nextTag(services) } satisfies LotAnswer)
    }),
  )

  // What machines lack over the whole house; as=csv: what is to be bought.
  router.get(
    '/needs',
    handle(async (request, response) => {
      await requireVisitor(request, 'volunteer')
      const { as } = parse(needsQuery, request.query)
      const answer = await houseNeeds(services)
      if (as !== 'csv') return void response.json(answer)
      response.setHeader('content-type', 'text/csv; charset=utf-8')
      response.setHeader('content-disposition', 'attachment; filename="to-buy.csv"')
      response.send(
        writeCsv(
          ['Kind', 'Value', 'Count', 'Because', 'Where'],
          answer.buy.map((line) => [
            line.kind,
            line.asks ?? '',
            String(line.count),
            line.because,
            line.where.join('; '),
          ]),
        ),
      )
    }),
  )

  return router
}
