/** Bench, the collection's list, one machine, and views that people keep. */
import { Router } from 'express'
import { z } from 'zod'
import { listQuery, savedViewSchema, viewQuery } from '#api/machines.ts'
import type { ListFilter } from '#api/filters.ts'
import { waitsCalendar } from '#core/formats/calendar.ts'
import { blindSummary } from '#core/views/blind.ts'
import { guestSummary } from '#core/views/guest-list.ts'
import { guestView } from '#core/views/guest.ts'
import { cautionFacts } from '#core/views/cautioned.ts'
import { machineView } from '#core/views/machine.ts'
import type { MachineSummary } from '#core/views/summary.ts'
import { seesPrices } from '#core/roles.ts'
import { waitsFor } from '#core/work/todo/index.ts'
import { grantedMachines, requireVisitor } from '../../platform/access.ts'
import type { Services } from '../../platform/services.ts'
import { nowInstant } from '../../platform/clock.ts'
import { reads } from '../../platform/endpoint.ts'
import { handle, notFound, parse } from '../../platform/errors.ts'
import { machineRoute, registeredIn } from '../../platform/machine-route.ts'
import { blindSurveys } from '../entries/worlds.ts'
import { bench, listMachines, waitsOf, workingOf } from './store.ts'
import { removeView, savedViews, saveView } from './views.ts'

/** What a guest may sort out the list by: what their list shows. */
const guestFilters: readonly ListFilter[] = [
  'retest due',
  'not working',
  'not known',
  'working',
  'incomplete',
  'has picture tube',
  'grade 3 or 4',
  'not surveyed',
]

export function machineRoutes(services: Services): Router {
  const router = Router()
  const { db } = services

  reads(router, '/bench', async (request) => {
    const visitor = await requireVisitor(request, 'volunteer')
    return bench(db, { blind: await blindSurveys(db, visitor.party), prices: seesPrices(visitor.role) })
  })

  /** What waits in the house, for a calendar. */
  router.get(
    '/waits.ics',
    handle(async (request, response) => {
      await requireVisitor(request, 'volunteer')
      const waits = await waitsOf(db)
      response
        .type('text/calendar; charset=utf-8')
        .attachment('waits.ics')
        .send(
          waitsCalendar(
            waits.map((w) => ({ ...w, machine: `${w.name}, ${w.number}` })),
            nowInstant(),
          ),
        )
    }),
  )

  reads(router, '/machines', async (request) => {
    const visitor = await requireVisitor(request)
    const guest = visitor.role === 'guest'
    const ask = parse(listQuery, request.query)
    const only = guest ? [...(await grantedMachines(db, visitor))] : undefined
    const filter = guest ? ask.filter.filter((f) => guestFilters.includes(f)) : ask.filter
    const answer = await listMachines(db, { ...ask, filter, only })
    const blind = await blindSurveys(db, visitor.party)
    const shown = guest ? guestSummary : (s: MachineSummary) => (blind.has(s.id) ? blindSummary(s) : s)
    return { ...answer, machines: answer.machines.map(shown) }
  })

  machineRoute(
    services,
    router,
    '/machines/:id',
    { least: 'guest', query: viewQuery },
    async ({ id, visitor, sight, query, world }) => {
      const known = await world(query)
      if (sight === 'guest') return guestView(known, id, visitor.party)
      const machine = known.machines.get(id)
      const working = await workingOf(db, machine ? waitsFor(known, machine).map((w) => w.machine) : [])
      return machineView(known, id, (other) => working.has(other))
    },
  )

  machineRoute(services, router, '/machines/:id/cautions', { least: 'volunteer' }, async ({ id, world }) => {
    const known = await world()
    return { facts: cautionFacts(known, registeredIn(known, id)) }
  })

  reads(router, '/views', async (request) => {
    const visitor = await requireVisitor(request, 'volunteer')
    return { views: await savedViews(db, visitor.account) }
  })
  router.post(
    '/views',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request, 'volunteer')
      response
        .status(201)
        .json({ id: await saveView(db, visitor.account, parse(savedViewSchema, request.body)) })
    }),
  )
  router.delete(
    '/views/:id',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request, 'volunteer')
      if (!(await removeView(db, visitor.account, parse(z.object({ id: z.uuid() }), request.params).id)))
        throw notFound()
      response.status(204).end()
    }),
  )

  return router
}
