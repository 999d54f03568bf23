/** Loans: the list, and one of them. A guest reads their own, built for them; nothing else of the house. */
import { Router } from 'express'
import { z } from 'zod'
import type { LoanFile } from '#core/history/loan-state.ts'
import { loanIdSchema, type MachineId } from '#core/ids.ts'
import { atLeast, seesPrices } from '#core/roles.ts'
import { guestHome } from '#core/views/guest-home.ts'
import { byUrgency, loanView, type LoanRow } from '#core/views/loan.ts'
import { zoneOf } from '../../db/house.ts'
import { grantedMachines, requireVisitor } from '../../platform/access.ts'
import { nowInstant } from '../../platform/clock.ts'
import { reads } from '../../platform/endpoint.ts'
import { parse } from '../../platform/errors.ts'
import type { Services } from '../../platform/services.ts'
import { blindSurveys, machineWorld } from '../entries/worlds.ts'
import { loanRows, loanWorld } from './store.ts'

/** What others found on a machine does not show to whoever surveys it blind. */
const unseenBy = (row: LoanRow, file: LoanFile, blind: ReadonlyMap<string, unknown>): LoanRow =>
  file.asked?.body.items.some((i) => i.machine !== undefined && blind.has(i.machine))
    ? { ...row, marks: row.marks.filter((m) => m.mark !== 'difference open' && m.mark !== 'disputed') }
    : row

const params = z.object({ id: loanIdSchema })

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
