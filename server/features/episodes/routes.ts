/** One episode: the working screen's data. */
import { Router } from 'express'
import { z } from 'zod'
import { fold } from '#core/history/fold.ts'
import { entryIdSchema } from '#core/ids.ts'
import { sortKey } from '#core/quantity/time.ts'
import { blindEpisode } from '#core/views/blind.ts'
import type { DeviceEntries, SheetAnswer } from '#api/entries.ts'
import { sheetMarkdown, sheetSections, sheetTable, sheetTableHead, sheetTitle } from '#api/words/sheet.ts'
import { writeCsv } from '#core/formats/csv.ts'
import { episodeSheet } from '#core/views/episode-sheet.ts'
import { zoneOf } from '../../db/house.ts'
import { episodeView } from '#core/views/episode.ts'
import { requireSight, requireVisitor } from '../../platform/access.ts'
import type { Services } from '../../platform/services.ts'
import { nowInstant } from '../../platform/clock.ts'
import { handle, notFound, parse } from '../../platform/errors.ts'
import { nextTag } from '../machines/routes.ts'
import { entriesFor, episodeFor, machineOfEpisode } from './view.ts'

const params = z.object({ id: entryIdSchema })
const deviceQuery = z.object({
  after: z.coerce.number().int().min(0).default(0),
  count: z.coerce.number().int().min(0).default(0),
})
const sheetQuery = z.object({ as: z.enum(['words', 'md', 'csv']).default('words') })
const contextQuery = z.object({ before: entryIdSchema })

export function episodeRoutes(services: Services): Router {
  const router = Router()

  /** What the composer would have known just before an entry: a correction is read in that light. */
  router.get(
    '/episodes/:id/context',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request, 'volunteer')
      const { id } = parse(params, request.params)
      const { before } = parse(contextQuery, request.query)
      const machine = await machineOfEpisode(services, id)
      await requireSight(services.db, visitor, machine)
      const { entries } = await entriesFor(services, visitor, machine)
      const entry = entries.find((e) => e.id === before)
      if (!entry) throw notFound()
      const others = entries.filter(
        (e) =>
          e.id !== before &&
          e.amends?.entry !== before &&
          (sortKey(e.happenedAt) < sortKey(entry.happenedAt) || e.id < entry.id || e.body.kind === 'type'),
      )
      const view = episodeView(fold(others, { now: entry.happenedAt.latest }), id, await nextTag(services))
      if (!view) throw notFound()
      response.json(view.context)
    }),
  )

  /** What the episode comes to: in words, as a table of one line an entry, as Markdown. */
  router.get(
    '/episodes/:id/sheet',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request, 'volunteer')
      const { id } = parse(params, request.params)
      const { as } = parse(sheetQuery, request.query)
      const machine = await machineOfEpisode(services, id)
      await requireSight(services.db, visitor, machine)
      const now = nowInstant()
      const { entries, blind } = await entriesFor(services, visitor, machine)
      const whole = episodeSheet(fold(entries, { now }), id)
      if (!whole) throw notFound()
      const sheet = blind ? { ...whole, view: blindEpisode(whole.view) } : whole
      const when = { now, zone: await zoneOf() }
      const name = `${sheet.view.plate.number} episode ${sheet.view.episode.number}`.replace(/[^\w .-]/g, '_')
      if (as === 'md')
        response
          .type('text/markdown; charset=utf-8')
          .attachment(`${name}.md`)
          .send(sheetMarkdown(sheet, when))
      else if (as === 'csv')
        response
          .type('text/csv; charset=utf-8')
          .attachment(`${name}.csv`)
          .send(writeCsv(sheetTableHead, sheetTable(sheet, when)))
      else
        response.json({
          title: sheetTitle(sheet, when),
          sections: sheetSections(sheet, when),
        } satisfies SheetAnswer)
    }),
  )

  /**
   * The entries that the episode's view is folded from, for a device that may lose its connection. A device that holds
   * `count` of them up to `after` gets the newer ones only, unless others have come to belong to them.
   */
  router.get(
    '/episodes/:id/entries',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request, 'volunteer')
      const { id } = parse(params, request.params)
      const { after, count } = parse(deviceQuery, request.query)
      const machine = await machineOfEpisode(services, id)
      await requireSight(services.db, visitor, machine)
      const { entries: held } = await entriesFor(services, visitor, machine)
      const older = held.filter((e) => e.seq <= after).length
      const whole = count === 0 || older !== count
      response.json({
        whole,
        entries: whole ? held : held.filter((e) => e.seq > after),
        nextTag: await nextTag(services),
      } satisfies DeviceEntries)
    }),
  )

  router.get(
    '/episodes/:id',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request, 'volunteer')
      const { id } = parse(params, request.params)
      response.json(await episodeFor(services, visitor, id))
    }),
  )
  return router
}
