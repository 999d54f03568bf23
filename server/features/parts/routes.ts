/** Where every part is; one part's life. Guests see no parts list: it would speak of other machines. */
import { Router } from 'express'
import { z } from 'zod'
import type { PartLife, PartRow, PartsAnswer } from '#api/machines.ts'
import type { DonorsAnswer, ModificationsAnswer, RenewalAnswer, StockAnswer } from '#api/parts.ts'
import { fold } from '#core/history/fold.ts'
import { machineIdSchema, partIdSchema } from '#core/ids.ts'
import { writeCsv } from '#core/formats/csv.ts'
import { orderList } from '#core/parts/renewal.ts'
import { modificationsOf } from '#core/views/modifications.ts'
import { renewalView } from '#core/views/renewal.ts'
import { openEpisode } from '#core/history/status.ts'
import { candidatesFor, needAt, needsOf } from '#core/views/donors.ts'
import { machineNumber } from '#core/views/labels.ts'
import { gone } from '#core/place.ts'
import { machineAround } from '#core/history/presence.ts'
import { originalityView } from '#core/views/originality.ts'
import { heldBy, partLife, partView, waitsFor } from '#core/views/parts.ts'
import { costOf } from '#core/parts/lots.ts'
import type { Money } from '#core/quantity/quantity.ts'
import { seesPrices } from '#core/roles.ts'
import { rows } from '../../db/connection.ts'
import { HouseModel } from '../../db/models.ts'
import { houseWorld, requireSight, requireVisitor } from '../../platform/access.ts'
import type { Services } from '../../platform/services.ts'
import { nowInstant } from '../../platform/clock.ts'
import { handle, notFound, parse } from '../../platform/errors.ts'
import { closureOf, lotEntries, machinesOfPart, merged } from '../entries/closure.ts'
import { nextTag } from '../machines/routes.ts'
import {
  donorMachines,
  failuresByType,
  lotsFor,
  machinesByType,
  mostDonors,
  mostSpares,
  sparesFor,
  stockByKind,
  stockFor,
  tagsOf,
} from './store.ts'

const params = z.object({ id: partIdSchema })
const machineParams = z.object({ id: machineIdSchema })
const donorQuery = z.object({ position: z.string().max(60).optional() })
/** "a,b,c": at most a hundred on one errand to the printer. */
const tagQuery = z.object({
  ids: z
    .string()
    .max(4000)
    .transform((text) => text.split(',').slice(0, 100))
    .pipe(z.array(partIdSchema).min(1)),
})
const renewalQuery = z.object({ kind: z.string().max(60).optional(), as: z.enum(['csv']).optional() })
const query = z.object({
  q: z.string().max(120).optional(),
  cursor: z.string().max(80).optional(),
  gone: z.enum(['yes', 'no']).default('no'),
  limit: z.coerce.number().int().min(1).max(500).default(200),
})

const roundedCost = (cost: Money | undefined): Money | undefined =>
  cost && { ...cost, minor: Math.round(cost.minor) }

export function partRoutes(services: Services): Router {
  const router = Router()
  const { db } = services

  router.get(
    '/parts',
    handle(async (request, response) => {
      await requireVisitor(request, 'volunteer')
      const ask = parse(query, request.query)
      const bind: unknown[] = []
      const where = ask.gone === 'yes' ? [] : ['NOT gone']
      for (const word of (ask.q ?? '').toLowerCase().split(/\s+/).filter(Boolean).slice(0, 8)) {
        bind.push(`%${word.replace(/[\\%_]/g, '\\$&')}%`)
        where.push(`words LIKE $${bind.length}`)
      }
      const all = where.length ? `WHERE ${where.join(' AND ')}` : ''
      const [total] = await rows<{ count: string }>(db, `SELECT count(*) FROM parts ${all}`, bind)
      const page = ask.cursor
        ? [
            ...where,
            `(coalesce(tag, words), part::text) > (SELECT coalesce(tag, words), part::text FROM parts WHERE part::text = $${bind.length + 1})`,
          ]
        : where
      const found = await rows<{ part: string; part_row: PartRow }>(
        db,
        `SELECT part, part_row FROM parts ${page.length ? `WHERE ${page.join(' AND ')}` : ''} ORDER BY coalesce(tag, words), part::text LIMIT ${ask.limit + 1}`,
        ask.cursor ? [...bind, ask.cursor] : bind,
      )
      const loans = await rows<{ part_row: PartRow }>(
        db,
        'SELECT part_row FROM parts WHERE loan ORDER BY part',
        [],
      )
      const shown = found.slice(0, ask.limit)
      const answer: PartsAnswer = {
        parts: shown.map((r) => r.part_row),
        total: Number(total?.count ?? 0),
        next: found.length > ask.limit ? shown.at(-1)?.part : undefined,
        loans: loans.map((r) => r.part_row),
      }
      response.json(answer)
    }),
  )

  router.get(
    '/stock',
    handle(async (request, response) => {
      await requireVisitor(request, 'volunteer')
      response.json({
        rows: await stockByKind(db),
        byType: await failuresByType(db, await houseWorld(db)),
      } satisfies StockAnswer)
    }),
  )

  router.get(
    '/part-tags',
    handle(async (request, response) => {
      await requireVisitor(request, 'volunteer')
      const { ids } = parse(tagQuery, request.query)
      response.json({ tags: await tagsOf(db, ids) })
    }),
  )

  // What a machine lacks and what could serve it; `position`: one position, whatever is in it.
  router.get(
    '/machines/:id/donors',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request, 'volunteer')
      const { id } = parse(machineParams, request.params)
      const { position } = parse(donorQuery, request.query)
      await requireSight(db, visitor, id)
      const own = fold(await closureOf(db, [id]), { now: nowInstant() })
      const machine = own.machines.get(id)
      if (!machine?.registered) throw notFound()
      const asked = position === undefined ? undefined : needAt(own, machine, position)
      if (position !== undefined && !asked) throw notFound()
      const needs = asked ? [asked] : needsOf(own, machine)
      const donors = needs.length === 0 ? [] : await donorMachines(db, await houseWorld(db), needs, id)
      const spares = needs.length === 0 ? [] : await sparesFor(db, needs)
      const lots = needs.length === 0 ? [] : await lotsFor(db, needs)
      const entries = merged(
        await closureOf(db, [id, ...donors.slice(0, mostDonors)], spares.slice(0, mostSpares)),
        await lotEntries(db, lots),
      )
      const world = fold(entries, { now: nowInstant() })
      response.json({
        machine: {
          id,
          label: `${machineNumber(machine)} ${machine.name}`,
          openEpisode: openEpisode(machine)?.id,
        },
        needs,
        candidates: needs.length === 0 ? [] : candidatesFor(world, needs, await machinesByType(db)),
        more: donors.length > mostDonors || spares.length > mostSpares,
        nextTag: await nextTag(services),
      } satisfies DonorsAnswer)
    }),
  )

  router.get(
    '/machines/:id/originality',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request, 'volunteer')
      const { id } = parse(machineParams, request.params)
      await requireSight(db, visitor, id)
      const house = await HouseModel.findByPk(1)
      const view = originalityView(await closureOf(db, [id]), id, nowInstant(), house?.zone ?? 'UTC')
      if (!view) throw notFound()
      response.json(view)
    }),
  )

  router.get(
    '/machines/:id/modifications',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request, 'volunteer')
      const { id } = parse(machineParams, request.params)
      const { as } = parse(renewalQuery, request.query)
      await requireSight(db, visitor, id)
      const world = fold(await closureOf(db, [id]), { now: nowInstant() })
      const machine = world.machines.get(id)
      if (!machine?.registered) throw notFound()
      const found = modificationsOf(world, machine)
      if (as !== 'csv')
        return void response.json({
          label: `${machineNumber(machine)} ${machine.name}`,
          rows: found,
        } satisfies ModificationsAnswer)
      response.setHeader('content-type', 'text/csv; charset=utf-8')
      response.setHeader('content-disposition', 'attachment; filename="modifications.csv"')
      response.send(
        writeCsv(
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
        ),
      )
    }),
  )

  // The map of one kind of part, for renewing them; as=csv: what is still to be bought.
  router.get(
    '/machines/:id/renewal',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request, 'volunteer')
      const { id } = parse(machineParams, request.params)
      const { kind, as } = parse(renewalQuery, request.query)
      await requireSight(db, visitor, id)
      const world = fold(await closureOf(db, [id]), { now: nowInstant() })
      const machine = world.machines.get(id)
      if (!machine?.registered) throw notFound()
      const view = renewalView(world, machine, kind)
      const stocked = await stockFor(db, view.rows, id)
      if (as !== 'csv')
        return void response.json({
          ...view,
          stocked,
          ...(seesPrices(visitor.role) ? {} : { cost: { sums: [], unpriced: 0 } }),
        } satisfies RenewalAnswer)
      const lines = orderList(view.rows, stocked).map((line) => [
        line.kind,
        line.value,
        line.leastVolts === undefined ? '' : `${line.leastVolts} V`,
        line.positions.join(' '),
        String(line.count),
      ])
      response.setHeader('content-type', 'text/csv; charset=utf-8')
      response.setHeader('content-disposition', 'attachment; filename="order.csv"')
      response.send(writeCsv(['Kind', 'Value', 'Least rating', 'Positions', 'Count with spares'], lines))
    }),
  )

  router.get(
    '/parts/:id',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request, 'volunteer')
      const { id } = parse(params, request.params)
      const [row] = await rows(db, 'SELECT 1 FROM parts WHERE part = $1', [id])
      if (!row) throw notFound()
      // With every machine it was in: what took its place there since is told, too.
      const world = fold(await closureOf(db, await machinesOfPart(db, id), [id]), { now: nowInstant() })
      const part = world.parts.get(id)
      const view = part && partView(world, part)
      if (!part || !view) throw notFound()
      response.json({
        ...view,
        marking: part.marking,
        dateCode: part.dateCode,
        life: partLife(world, id),
        waits: waitsFor(world, part),
        cost: seesPrices(visitor.role) ? roundedCost(costOf(world, id)) : undefined,
        at: part.place ?? gone('unknown'),
        foundIn: part.start ? machineAround(world, part.start, 'at first')?.id : undefined,
        holds: heldBy(world, id),
      } satisfies PartLife)
    }),
  )

  return router
}
