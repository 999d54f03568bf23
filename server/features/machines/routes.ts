/** Bench, the collection's list, one machine, and what a number or tag stands for. */
import { Router } from 'express'
import { z } from 'zod'
import { listQuery, savedViewSchema, viewQuery, type NextNumbers } from '#api/machines.ts'
import type { ListFilter } from '#api/filters.ts'
import { waitsCalendar } from '#core/formats/calendar.ts'
import { fold } from '#core/history/fold.ts'
import { machineIdSchema, type LotId, type MachineId, type PartId } from '#core/ids.ts'
import { lotContext, machineContext, partContext } from '#core/views/contexts.ts'
import { blindSummary } from '#core/views/blind.ts'
import { guestSummary } from '#core/views/guest-list.ts'
import { guestView } from '#core/views/guest.ts'
import { machineView } from '#core/views/machine.ts'
import { type MachineView } from '#core/views/machine-shape.ts'
import type { MachineSummary } from '#core/views/summary.ts'
import type { LookedUp } from '#core/composer/index.ts'
import { seesPrices } from '#core/roles.ts'
import { rows } from '../../db/connection.ts'
import { grantedMachines, requireSight, requireVisitor, type Visitor } from '../../platform/access.ts'
import type { Services } from '../../platform/services.ts'
import { nowInstant } from '../../platform/clock.ts'
import { handle, notFound, parse } from '../../platform/errors.ts'
import { closureOf, lotEntries } from '../entries/closure.ts'
import { nextLotTag } from '../parts/store.ts'
import { bench, blindSurveys, listMachines, machineWorld, waitsOf } from './store.ts'
import { removeView, savedViews, saveView } from './views.ts'

export const machineParams = z.object({ id: machineIdSchema })

/** Whatever leaves a machine route goes through here. */
export async function viewFor(
  { db }: Services,
  visitor: Visitor,
  id: MachineId,
  options: { asOf?: string | undefined; knownAt?: string | undefined },
): Promise<MachineView> {
  const sight = await requireSight(db, visitor, id)
  const prices = seesPrices(visitor.role)
  // Whether they survey blind is asked of today, whatever day they look at.
  const blind = sight === 'guest' ? undefined : (await blindSurveys(db, visitor.party)).get(id)
  const world = await machineWorld(db, id, { ...options, sight: { prices, blind } })
  const view = sight === 'guest' ? guestView(world, id, visitor.party) : machineView(world, id)
  if (!view) throw notFound()
  return view
}

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

  router.get(
    '/bench',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request, 'volunteer')
      response.json(
        await bench(db, { blind: await blindSurveys(db, visitor.party), prices: seesPrices(visitor.role) }),
      )
    }),
  )

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

  router.get(
    '/machines',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request)
      const ask = parse(listQuery, request.query)
      const only = visitor.role === 'guest' ? [...(await grantedMachines(db, visitor))] : undefined
      const filter =
        visitor.role === 'guest' ? ask.filter.filter((f) => guestFilters.includes(f)) : ask.filter
      const answer = await listMachines(db, { ...ask, filter, only })
      const blind = await blindSurveys(db, visitor.party)
      const shown =
        visitor.role === 'guest'
          ? guestSummary
          : (s: MachineSummary) => (blind.has(s.id) ? blindSummary(s) : s)
      response.json({ ...answer, machines: answer.machines.map(shown) })
    }),
  )

  router.get(
    '/machines/:id',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request)
      const { id } = parse(machineParams, request.params)
      response.json(await viewFor(services, visitor, id, parse(viewQuery, request.query)))
    }),
  )

  router.get(
    '/views',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request, 'volunteer')
      response.json({ views: await savedViews(db, visitor.account) })
    }),
  )
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

  /** What a number or a tag stands for, for the composer. */
  router.get(
    '/lookup/:word',
    handle(async (request, response) => {
      await requireVisitor(request, 'volunteer')
      const word = String(request.params['word']).toUpperCase()
      const [machine] = await rows<{ machine: MachineId }>(
        db,
        'SELECT machine FROM machines WHERE upper(number) = $1 OR upper(entry_number) = $1 LIMIT 1',
        [word],
      )
      const [part] = await rows<{ part: PartId; machine: string | null }>(
        db,
        'SELECT part, machine FROM parts WHERE upper(tag) = $1',
        [word],
      )
      const [lot] = await rows<{ lot: LotId }>(db, 'SELECT lot FROM lots WHERE upper(tag) = $1', [word])
      const answer: LookedUp = {
        machine: machine
          ? machineContext(
              fold(await closureOf(db, [machine.machine]), { now: nowInstant() }),
              machine.machine,
            )
          : undefined,
        lot: lot
          ? lotContext(fold(await lotEntries(db, [lot.lot]), { now: nowInstant() }), lot.lot)
          : undefined,
        part: part
          ? partContext(
              fold(await closureOf(db, part.machine ? [part.machine] : [], [part.part]), {
                now: nowInstant(),
              }),
              part.part,
            )
          : undefined,
      }
      response.json(answer)
    }),
  )

  /** The next free entry number and bag tag. */
  router.get(
    '/next-numbers',
    handle(async (request, response) => {
      await requireVisitor(request, 'volunteer')
      const year = nowInstant().slice(0, 4)
      const [entry] = await rows<{ n: number | null }>(
        db,
        `SELECT max(substring(entry_number from 8)::int) AS n FROM machines WHERE entry_number ~ $1`,
        [`^E-${year}-\\d+$`.replace('E-', 'E')],
      )
      response.json({
        entryNumber: `E${year}-${String((entry?.n ?? 0) + 1).padStart(3, '0')}`,
        tag: await nextTag(services),
        lotTag: await nextLotTag(db),
      } satisfies NextNumbers)
    }),
  )

  return router
}

/** The next free tag, P-0001 onward. */
export async function nextTag(services: Services): Promise<string> {
  const [last] = await rows<{ n: number | null }>(
    services.db,
    `SELECT max(substring(tag from 3)::int) AS n FROM parts WHERE tag ~ '^P-\\d{1,8}$'`,
  )
  return `P-${String((last?.n ?? 0) + 1).padStart(4, '0')}`
}
