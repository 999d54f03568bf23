/** The way in of a machine: guided entry, evidence, provenance, markings. For the house only. */
import { Router } from 'express'
import { arrivalView } from '#core/views/arrival.ts'
import { zoneOf } from '../../db/house.ts'
import type { Services } from '../../platform/services.ts'
import { machineRoute } from '../../platform/machine-route.ts'

export function arrivalRoutes(services: Services): Router {
  const router = Router()
  machineRoute(services, router, '/machines/:id/arrival', { least: 'volunteer' }, async ({ id, world }) =>
    arrivalView(await world(), id, await zoneOf()),
  )
  return router
}
