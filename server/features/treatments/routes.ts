/** Treatments of a machine, and the position of the house for the light of a session. */
import { Router } from 'express'
import { positionSchema, type TreatmentsAnswer } from '#api/treatments.ts'
import { sheetOf } from '#core/history/layout.ts'
import { coursesOf } from '#core/treatment/course.ts'
import { requireVisitor } from '../../platform/access.ts'
import { reads } from '../../platform/endpoint.ts'
import { handle, parse } from '../../platform/errors.ts'
import { machineRoute, registeredIn } from '../../platform/machine-route.ts'
import type { Services } from '../../platform/services.ts'
import { positionOf, setPosition, treating, verdictsOf } from './store.ts'

export function treatmentRoutes(services: Services): Router {
  const router = Router()
  const { db } = services

  machineRoute(
    services,
    router,
    '/machines/:id/treatments',
    { least: 'volunteer' },
    async ({ id, world: worldOf }): Promise<TreatmentsAnswer> => {
      const world = await worldOf()
      const machine = registeredIn(world, id)
      const courses = coursesOf(machine, world.now, await positionOf(db))
      return {
        courses,
        zones: (sheetOf(world, machine)?.zones ?? []).map(({ name, material }) => ({ name, material })),
        methods: [...world.methods.values()].flatMap(({ id: method, recipe }) => [
          {
            id: method,
            name: recipe.name,
            agent: recipe.agent,
            strength: recipe.strength,
            notOn: recipe.notOn,
            everyMinutes: recipe.everyMinutes,
            waitMinutes: recipe.waitMinutes,
            caution: recipe.caution,
          },
        ]),
        people: Object.fromEntries(
          courses.flatMap(({ who }) => (who ? [[who, world.parties.get(who as never)?.name ?? '']] : [])),
        ),
        verdicts: await verdictsOf(db),
      }
    },
  )

  /** Those that run anywhere in the house. */
  reads(router, '/treating', async (request) => {
    await requireVisitor(request, 'volunteer')
    return { treating: await treating(db) }
  })

  reads(router, '/house/position', async (request) => {
    await requireVisitor(request, 'volunteer')
    return { position: await positionOf(db) }
  })
  router.put(
    '/house/position',
    handle(async (request, response) => {
      await requireVisitor(request, 'steward')
      await setPosition(db, parse(positionSchema, request.body))
      response.status(204).end()
    }),
  )
  return router
}
