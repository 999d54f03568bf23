/** The condition of a machine at any date, two dates compared, and how far surveyors agree. */
import { Router } from 'express'
import { conditionQuery } from '#api/machines.ts'
import { conditionView } from '#core/views/condition.ts'
import { guestCondition } from '#core/views/guest-condition.ts'
import { requireVisitor } from '../../platform/access.ts'
import type { Services } from '../../platform/services.ts'
import { reads } from '../../platform/endpoint.ts'
import { machineRoute } from '../../platform/machine-route.ts'
import { agreement } from './store.ts'

export function conditionRoutes(services: Services): Router {
  const router = Router()

  machineRoute(
    services,
    router,
    '/machines/:id/condition',
    { least: 'guest', query: conditionQuery },
    async ({ id, visitor, sight, query, world }) => {
      const view = conditionView(await world(), id, { ...query, viewer: visitor.party })
      return view && sight === 'guest' ? guestCondition(view) : view
    },
  )

  reads(router, '/agreement', async (request) => {
    await requireVisitor(request, 'volunteer')
    return agreement(services.db)
  })
  return router
}
