/** Loans: the list, and one of them. A guest reads their own, built for them; nothing else of the house. */
import { Router, type Request } from 'express'
import { z } from 'zod'
import { photosOf } from '#core/history/bodies/loan.ts'
import { entryIdSchema, loanIdSchema, type MachineId } from '#core/ids.ts'
import { atLeast, seesPrices } from '#core/roles.ts'
import { guestHome } from '#core/views/guest-home.ts'
import { byUrgency, loanView } from '#core/views/loan.ts'
import { zoneOf } from '../../db/house.ts'
import { grantedMachines, requireVisitor } from '../../platform/access.ts'
import { nowInstant } from '../../platform/clock.ts'
import { reads } from '../../platform/endpoint.ts'
import { handle, notFound, parse } from '../../platform/errors.ts'
import { receive } from '../../platform/uploads.ts'
import { maxPhotoBytes, servePhoto, sizeQuery, storePhoto } from '../photos/routes.ts'
import type { Services } from '../../platform/services.ts'
import { blindSurveys, machineWorld } from '../entries/worlds.ts'
import { loanRows, loanWorld, unseenBy } from './store.ts'

const params = z.object({ id: loanIdSchema })

const lookParams = params.extend({ look: entryIdSchema, n: z.coerce.number().int().min(0).max(800) })

/** Photographs of looks. They read their own bodies, to the disk. */
export function lookPhotoRoutes(services: Services): Router {
  const { db, config } = services
  const router = Router()
  const theirs = async (request: Request) => {
    const visitor = await requireVisitor(request, 'guest')
    const { id } = parse(params, request.params)
    const ofHouse = atLeast(visitor.role, 'volunteer')
    const world = await loanWorld(db, id, { prices: false, blind: await blindSurveys(db, visitor.party) })
    const file = world.loanFiles.get(id)
    if (!file?.asked || !(ofHouse || file.asked.body.with === visitor.party)) throw notFound()
    return { file, guest: !ofHouse }
  }
  router.post(
    '/loans/:id/photos',
    ...receive(
      { dataDir: config.dataDir, field: 'photo', maxBytes: maxPhotoBytes, may: theirs },
      async (file, _request, response) => void response.status(201).json(await storePhoto(services, file)),
    ),
  )
  router.get(
    '/loans/:id/looks/:look/photos/:n',
    handle(async (request, response) => {
      const { file, guest } = await theirs(request)
      const { look, n } = parse(lookParams, request.params)
      const { size } = parse(sizeQuery, request.query)
      const found = file.looks.find((l) => l.id === look)
      const photo = found && photosOf(found.body)[n]
      if (!photo) throw notFound()
      await servePhoto(config.dataDir, response, photo.file, size, guest)
    }),
  )
  return router
}

export function loansRoutes({ db }: Services): Router {
  const router = Router()

  reads(router, '/loans', async (request) => {
    const visitor = await requireVisitor(request, 'guest')
    const blind = await blindSurveys(db, visitor.party)
    const own = atLeast(visitor.role, 'volunteer') ? undefined : visitor.party
    const found = await loanRows(
      db,
      await zoneOf(),
      (file) => own === undefined || file.asked?.body.with === own,
    )
    const loans = found.map(({ row, file }) => unseenBy(row, file, blind)).sort(byUrgency)
    return { loans }
  })

  reads(router, '/home', async (request) => {
    const visitor = await requireVisitor(request, 'guest')
    const zone = await zoneOf()
    const granted = await grantedMachines(db, visitor)
    const worlds = await Promise.all(
      [...granted].map(async (id) => ({
        id: id as MachineId,
        world: await machineWorld(db, id as MachineId),
      })),
    )
    const lent = await loanRows(db, zone, (file) => file.asked?.body.with === visitor.party)
    return guestHome(lent, worlds, { zone, viewer: visitor.party, now: nowInstant() })
  })

  reads(router, '/loans/:id', async (request) => {
    const visitor = await requireVisitor(request, 'guest')
    const { id } = parse(params, request.params)
    const ofHouse = atLeast(visitor.role, 'volunteer')
    // Both parties to a loan see the value that they agreed to; of the house those who see prices.
    const world = await loanWorld(db, id, {
      prices: !ofHouse || seesPrices(visitor.role),
      blind: await blindSurveys(db, visitor.party),
    })
    return loanView(world, id, { zone: await zoneOf(), viewer: ofHouse ? 'house' : visitor.party })
  })
  return router
}
