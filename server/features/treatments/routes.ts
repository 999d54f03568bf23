/** Treatments of a machine, and the position of the house for the light of a session. */
import { Router } from 'express'
import { measureSchema, positionSchema, type MeasureAnswer, type TreatmentsAnswer } from '#api/treatments.ts'
import { readColour, yellowOfZones } from '#core/treatment/yellow.ts'
import { fileExists, filePath } from '../../platform/files.ts'
import { loadEntries } from '../entries/closure.ts'
import { measureVersion } from './measure.ts'
import { sheetOf } from '#core/history/layout.ts'
import { coursesOf } from '#core/treatment/course.ts'
import { requireSight, requireVisitor } from '../../platform/access.ts'
import { reads } from '../../platform/endpoint.ts'
import { handle, notFound, parse } from '../../platform/errors.ts'
import { machineParams, machineRoute, registeredIn } from '../../platform/machine-route.ts'
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
        yellow: yellowOfZones(machine, world.now, await positionOf(db)),
        lastMarks: Object.fromEntries(
          machine.colours.map(({ body }) => [
            body.zone,
            body.marks.map(({ role, name, x, y, w, h, lightness }) => ({
              role,
              name,
              x,
              y,
              w,
              h,
              lightness,
            })),
          ]),
        ),
      }
    },
  )

  /** Reads marks on a photograph of the machine, from its original, beside the event loop. Writes nothing. */
  router.post(
    '/machines/:id/measure',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request, 'volunteer')
      const { id } = parse(machineParams, request.params)
      await requireSight(db, visitor, id)
      const { photo, marks } = parse(measureSchema, request.body)
      const [entry] = await loadEntries(db, [photo])
      if (entry?.body.kind !== 'photo' || entry.body.machine !== id) throw notFound()
      const path = filePath(services.config.dataDir, entry.body.file, 'original')
      if (!(await fileExists(path))) throw notFound()
      const measured = await services.heavy.run('measure a photograph', { path, marks })
      response.json({
        file: entry.body.file,
        version: measureVersion,
        marks: [...measured.marks],
        cells: measured.cells && { ...measured.cells, b: [...measured.cells.b] },
        says: readColour({ marks: [...measured.marks] }),
      } satisfies MeasureAnswer)
    }),
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
