/** Loans: the list, and one of them. A guest reads their own, built for them; nothing else of the house. */
import { Router } from 'express'
import { z } from 'zod'
import { loanIdSchema } from '#core/ids.ts'
import { atLeast, seesPrices } from '#core/roles.ts'
import { byUrgency, loanRow, loanView } from '#core/views/loan.ts'
import { zoneOf } from '../../db/house.ts'
import { requireVisitor } from '../../platform/access.ts'
import { reads } from '../../platform/endpoint.ts'
import { parse } from '../../platform/errors.ts'
import type { Services } from '../../platform/services.ts'
import { loansWorld, loanWorld } from './store.ts'

const params = z.object({ id: loanIdSchema })

export function loansRoutes({ db }: Services): Router {
  const router = Router()

  reads(router, '/loans', async (request) => {
    const visitor = await requireVisitor(request, 'guest')
    const world = await loansWorld(db)
    const zone = await zoneOf()
    const own = atLeast(visitor.role, 'volunteer') ? undefined : visitor.party
    const loans = [...world.loanFiles.values()]
      .filter((file) => own === undefined || file.asked?.body.with === own)
      .flatMap((file) => loanRow(world, file, zone) ?? [])
      .sort(byUrgency)
    return { loans }
  })

  reads(router, '/loans/:id', async (request) => {
    const visitor = await requireVisitor(request, 'guest')
    const { id } = parse(params, request.params)
    const ofHouse = atLeast(visitor.role, 'volunteer')
    // Both parties to a loan see the value that they agreed to; of the house those who see prices.
    const world = await loanWorld(db, id, { prices: !ofHouse || seesPrices(visitor.role) })
    return loanView(world, id, { zone: await zoneOf(), viewer: ofHouse ? 'house' : visitor.party })
  })
  return router
}
