/** The way in of a machine: guided entry, evidence, provenance, markings. For the house only. */
import { Router } from 'express'
import { arrivalView, type ArrivalView } from '#core/views/arrival.ts'
import { seesPrices } from '#core/roles.ts'
import { HouseModel } from '../../db/models.ts'
import { requireSight, requireVisitor } from '../../platform/access.ts'
import type { Services } from '../../platform/services.ts'
import { handle, notFound, parse } from '../../platform/errors.ts'
import { machineParams } from '../machines/routes.ts'
import { machineWorld } from '../machines/store.ts'

const withoutPrices = (view: ArrivalView): ArrivalView => ({
  ...view,
  price: undefined,
  share: undefined,
  values: [],
})

export function arrivalRoutes({ db }: Services): Router {
  const router = Router()
  router.get(
    '/machines/:id/arrival',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request, 'volunteer')
      const { id } = parse(machineParams, request.params)
      await requireSight(db, visitor, id)
      const house = await HouseModel.findByPk(1)
      const view = arrivalView(await machineWorld(db, id), id, house?.zone ?? 'UTC')
      if (!view) throw notFound()
      response.json(seesPrices(visitor.role) ? view : withoutPrices(view))
    }),
  )
  return router
}
