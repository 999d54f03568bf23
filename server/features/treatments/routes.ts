/** Treatments of a machine, and the position of the house for the light of a session. */
import type { World, MachineState } from '#core/history/world.ts'
import type { Sequelize } from 'sequelize'
import { Router } from 'express'
import {
  cameraMarksSchema,
  measureSchema,
  positionSchema,
  type CameraAnswer,
  type MeasureAnswer,
  type TreatmentsAnswer,
} from '#api/treatments.ts'
import { captureTroubles } from '#core/colour/capture.ts'
import { readColour, yellowOfZones } from '#core/treatment/yellow.ts'
import { fileExists, filePath } from '../../platform/files.ts'
import { receive } from '../../platform/uploads.ts'
import { machineWorld } from '../entries/worlds.ts'
import { captureOf } from './capture.ts'
import { loadEntries } from '../entries/closure.ts'
import { measureVersion } from './measure.ts'
import { sheetOf } from '#core/history/layout.ts'
import { camerasOf } from '#core/treatment/cameras.ts'
import { typedTreatments } from '#core/treatment/typed.ts'
import { openFindings, ringing } from '#core/treatment/after.ts'
import { coursesOf } from '#core/treatment/course.ts'
import { requireSight, requireVisitor } from '../../platform/access.ts'
import { reads } from '../../platform/endpoint.ts'
import { handle, notFound, parse, ProblemError } from '../../platform/errors.ts'
import { machineParams, machineRoute, registeredIn } from '../../platform/machine-route.ts'
import type { Services } from '../../platform/services.ts'
import { houseTreatments, positionOf, setPosition, treating } from './store.ts'

/** Largest photograph of a camera check, bytes. */
const maxPhotoBytes = 40 * 1024 * 1024

export function cameraRoutes(services: Services): Router {
  const router = Router()
  /** Reads marks on a photograph that is kept nowhere: the house checks a camera by it. */
  router.post(
    '/camera/measure',
    ...receive(
      {
        dataDir: services.config.dataDir,
        field: 'photo',
        maxBytes: maxPhotoBytes,
        fields: 1,
        may: (request) => requireVisitor(request, 'volunteer'),
      },
      async (file, request, response) => {
        const { marks } = parse(cameraMarksSchema, request.body)
        const picture = await captureOf(file.path).catch(() => {
          throw new ProblemError('unsupported-file', 'This file is not a photograph (JPEG, PNG or WebP).')
        })
        const measured = await services.heavy.run('measure a photograph', { path: file.path, marks })
        response.json({
          capture: captureTroubles(picture),
          camera: picture.camera,
          marks: [...measured.marks],
        } satisfies CameraAnswer)
      },
    ),
  )
  return router
}

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
      const here = await positionOf(db)
      const { verdicts, learned } = await houseTreatments(db)
      const cameras = camerasOf(world)
      const typed = typedTreatments(world, machine)
      const courses = coursesOf(machine, world.now, here, learned)
      return {
        courses,
        typed,
        zones: (sheetOf(world, machine)?.zones ?? []).map(({ name, material }) => ({ name, material })),
        methods: treatedMethods(world),
        findings: openFindings(machine),
        ringing: Object.fromEntries(
          courses.flatMap((c) => (c.to === undefined ? [[c.id, ringing(world, machine, c.body)]] : [])),
        ),
        people: Object.fromEntries(
          [...courses, ...typed].flatMap(({ who }) =>
            who ? [[who, world.parties.get(who as never)?.name ?? '']] : [],
          ),
        ),
        verdicts,
        learned: [...learned].map(([light, worth]) => ({ light, ...worth })),
        cameras,
        lastCamera: machine.colours.at(-1)?.body.camera,
        yellow: yellowOfZones(machine, world.now, here, { learned, cameras, typed }),
        lastMarks: lastMarksByZone(machine),
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
      const { photo, marks, camera } = parse(measureSchema, request.body)
      const [entry] = await loadEntries(db, [photo])
      if (entry?.body.kind !== 'photo' || entry.body.machine !== id) throw notFound()
      const path = filePath(services.config.dataDir, entry.body.file, 'original')
      if (!(await fileExists(path))) throw notFound()
      const capture = captureTroubles(await captureOf(path))
      const measured = await services.heavy.run('measure a photograph', { path, marks })
      const house = await machineWorld(db, id)
      response.json({
        capture,
        file: entry.body.file,
        version: measureVersion,
        marks: [...measured.marks],
        cells: measured.cells && { ...measured.cells, b: [...measured.cells.b] },
        says: readColour({ marks: [...measured.marks], camera }, camerasOf(house)),
      } satisfies MeasureAnswer)
    }),
  )

  houseSun({ router, db })
  return router
}

function treatedMethods(world: World) {
  return [...world.methods.values()].flatMap(({ id: method, recipe }) => [
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
  ])
}

function lastMarksByZone(machine: MachineState) {
  return Object.fromEntries(
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
  )
}

/** Treatments that run anywhere in the house, and where it stands under the sun. */
function houseSun({ router, db }: { router: Router; db: Sequelize }) {
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
}
