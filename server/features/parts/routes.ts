/** Where every part is; one part's life; what a machine's parts were, are and could be. Guests see none of it: it would speak of other machines. */
import type { Sequelize } from 'sequelize'
import { Router } from 'express'
import { z } from 'zod'
import { fold } from '#core/history/fold.ts'
import { entriesSeen } from '#core/history/sight.ts'
import { partIdSchema } from '#core/ids.ts'
import { orderList } from '#core/parts/renewal.ts'
import { modificationsOf } from '#core/views/modifications.ts'
import { renewalView } from '#core/views/renewal.ts'
import { openEpisode } from '#core/history/status.ts'
import type { MachineState } from '#core/history/world.ts'
import { candidatesFor, needAt, needsOf } from '#core/views/donors.ts'
import { machineNumber } from '#core/views/labels.ts'
import { gone } from '#core/place.ts'
import { machineAround } from '#core/history/presence.ts'
import { originalityView } from '#core/views/originality.ts'
import { heldBy, partLife, partView, waitsFor } from '#core/views/parts.ts'
import { costOf } from '#core/parts/lots.ts'
import type { Money } from '#core/quantity/quantity.ts'
import { seesPrices } from '#core/roles.ts'
import { zoneOf } from '../../db/house.ts'
import { houseWorld, requireVisitor } from '../../platform/access.ts'
import type { Services } from '../../platform/services.ts'
import { nowInstant } from '../../platform/clock.ts'
import { csv, reads } from '../../platform/endpoint.ts'
import { parse } from '../../platform/errors.ts'
import { machineRoute, registeredIn } from '../../platform/machine-route.ts'
import { closureOf, lotEntries, machinesOfPart, merged } from '../entries/closure.ts'
import { nextTag } from '../tags/store.ts'
import { machinesByType } from '../types/store.ts'
import {
  donorMachines,
  failuresByType,
  isPart,
  listParts,
  lotsFor,
  mostDonors,
  mostSpares,
  sparesFor,
  stockByKind,
  stockFor,
} from './store.ts'

const params = z.object({ id: partIdSchema })
const donorQuery = z.object({ position: z.string().max(60).optional() })
const renewalQuery = z.object({ kind: z.string().max(60).optional(), as: z.enum(['csv']).optional() })
const listQuery = z.object({
  q: z.string().max(120).optional(),
  cursor: z.string().max(80).optional(),
  gone: z.enum(['yes', 'no']).default('no'),
  limit: z.coerce.number().int().min(1).max(500).default(200),
})

const roundedCost = (cost: Money | undefined): Money | undefined =>
  cost && { ...cost, minor: Math.round(cost.minor) }
const titleOf = (machine: MachineState) => `${machineNumber(machine)} ${machine.name}`

export function partRoutes(services: Services): Router {
  const router = Router()
  const { db } = services

  reads(router, '/parts', async (request) => {
    await requireVisitor(request, 'volunteer')
    return listParts(db, parse(listQuery, request.query))
  })

  reads(router, '/stock', async (request) => {
    await requireVisitor(request, 'volunteer')
    return { rows: await stockByKind(db), byType: await failuresByType(db, await houseWorld(db)) }
  })

  reads(router, '/parts/:id', async (request) => {
    const visitor = await requireVisitor(request, 'volunteer')
    const { id } = parse(params, request.params)
    if (!(await isPart(db, id))) return undefined
    // With every machine it was in: what took its place there since is told, too.
    const entries = await closureOf(db, await machinesOfPart(db, id), [id])
    const world = fold(entriesSeen(entries, { prices: seesPrices(visitor.role) }), { now: nowInstant() })
    const part = world.parts.get(id)
    const view = part && partView(world, part)
    if (!part || !view) return undefined
    return {
      ...view,
      marking: part.marking,
      dateCode: part.dateCode,
      life: partLife(world, id),
      waits: waitsFor(world, part),
      cost: roundedCost(costOf(world, id)),
      at: part.place ?? gone('unknown'),
      home: part.loan && !part.loan.closed ? part.loan.home : undefined,
      foundIn: part.start ? machineAround(world, part.start, 'at first')?.id : undefined,
      holds: heldBy(world, id),
    }
  })

  aroundMachines(services, router)
  return router
}

function aroundMachines(services: Services, router: Router): void {
  const { db } = services

  // What a machine lacks and what could serve it; `position`: one position, whatever is in it.
  machineRoute(
    services,
    router,
    '/machines/:id/donors',
    { least: 'volunteer', query: donorQuery },
    async ({ id, query: { position }, world: worldOf }) => {
      const own = await worldOf()
      const machine = registeredIn(own, id)
      const asked = position === undefined ? undefined : needAt(own, machine, position)
      if (position !== undefined && !asked) return undefined
      const needs = asked ? [asked] : needsOf(own, machine)
      const donors = needs.length === 0 ? [] : await donorMachines(db, await houseWorld(db), needs, id)
      const spares = needs.length === 0 ? [] : await sparesFor(db, needs)
      const lots = needs.length === 0 ? [] : await lotsFor(db, needs)
      const entries = merged(
        await closureOf(db, [id, ...donors.slice(0, mostDonors)], spares.slice(0, mostSpares)),
        await lotEntries(db, lots),
      )
      const world = fold(entries, { now: nowInstant() })
      return {
        machine: { id, label: titleOf(machine), openEpisode: openEpisode(machine)?.id },
        needs,
        candidates: needs.length === 0 ? [] : candidatesFor(world, needs, await machinesByType(db)),
        more: donors.length > mostDonors || spares.length > mostSpares,
        nextTag: await nextTag(db),
      }
    },
  )

  machineRoute(services, router, '/machines/:id/originality', { least: 'volunteer' }, async ({ id }) =>
    originalityView(await closureOf(db, [id]), id, nowInstant(), await zoneOf()),
  )

  machineRoute(
    services,
    router,
    '/machines/:id/modifications',
    { least: 'volunteer', query: renewalQuery },
    async ({ id, query, world: worldOf }) => {
      const world = await worldOf()
      const machine = registeredIn(world, id)
      const found = modificationsOf(world, machine)
      if (query.as !== 'csv') return { label: titleOf(machine), rows: found }
      return csv(
        'modifications.csv',
        ['Designator', 'First', 'Now', 'Steps', 'Last', 'Original', 'Verified', 'Undo'],
        found.map((r) => [
          r.target,
          r.first,
          r.now,
          String(r.steps),
          r.to,
          r.original ?? '',
          r.verified ? 'yes' : 'no',
          r.undo,
        ]),
      )
    },
  )

  renewalRoute({ services, router, db })
}

function renewalRoute({ services, router, db }: { services: Services; router: Router; db: Sequelize }) {
  // The map of one kind of part, for renewing them; as=csv: what is still to be bought.
  machineRoute(
    services,
    router,
    '/machines/:id/renewal',
    { least: 'volunteer', query: renewalQuery },
    async ({ id, visitor, query: { kind, as }, world: worldOf }) => {
      const world = await worldOf()
      const view = renewalView(world, registeredIn(world, id), kind)
      const stocked = await stockFor(db, view.rows, id)
      if (as !== 'csv')
        return {
          ...view,
          stocked,
          ...(seesPrices(visitor.role) ? {} : { cost: { sums: [], unpriced: 0 } }),
        }
      return csv(
        'order.csv',
        ['Kind', 'Value', 'Least rating', 'Positions', 'Count with spares'],
        orderList(view.rows, stocked).map((line) => [
          line.kind,
          line.value,
          line.leastVolts === undefined ? '' : `${line.leastVolts} V`,
          line.positions.join(' '),
          String(line.count),
        ]),
      )
    },
  )
}
