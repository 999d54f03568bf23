/** What may be at fault with a machine, and what to do next. */
import { Router } from 'express'
import { faultView } from '#core/views/fault.ts'
import { machineRoute, registeredIn } from '../../platform/machine-route.ts'
import type { Services } from '../../platform/services.ts'
import { houseFacts } from './store.ts'

export function diagnosisRoutes(services: Services): Router {
  const router = Router()
  machineRoute(services, router, '/machines/:id/fault', { least: 'volunteer' }, async ({ id, world }) => {
    const known = await world()
    return faultView(known, registeredIn(known, id), await houseFacts(services.db))
  })
  return router
}
