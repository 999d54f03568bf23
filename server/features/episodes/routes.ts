/** One episode: the working screen's data. */
import { Router, type Request } from 'express'
import { z } from 'zod'
import { fold } from '#core/history/fold.ts'
import { entryIdSchema } from '#core/ids.ts'
import { sortKey } from '#core/quantity/time.ts'
import { asksOfRecord } from '#core/history/record.ts'
import { answerIn } from '#core/views/answers.ts'
import { blindEpisode } from '#core/views/blind.ts'
import { sheetMarkdown, sheetSections, sheetTable, sheetTableHead, sheetTitle } from '#api/words/sheet.ts'
import { episodeSheet } from '#core/views/episode-sheet.ts'
import { zoneOf } from '../../db/house.ts'
import { episodeView } from '#core/views/episode.ts'
import { requireSight, requireVisitor } from '../../platform/access.ts'
import type { Services } from '../../platform/services.ts'
import { nowInstant } from '../../platform/clock.ts'
import { Attachment, csv, reads } from '../../platform/endpoint.ts'
import { parse } from '../../platform/errors.ts'
import { nextTag } from '../tags/store.ts'
import { entriesFor, episodeFor, machineOfEpisode } from './view.ts'

const params = z.object({ id: entryIdSchema })
const deviceQuery = z.object({
  after: z.coerce.number().int().min(0).default(0),
  count: z.coerce.number().int().min(0).default(0),
})
const sheetQuery = z.object({ as: z.enum(['words', 'md', 'csv']).default('words') })
const answerQuery = z.object({ asks: z.enum(asksOfRecord), about: z.string().max(300).default('') })
const contextQuery = z.object({ before: entryIdSchema })

export function episodeRoutes(services: Services): Router {
  const router = Router()
  const { db } = services

  /** The episode that is asked for, and its machine's entries as the visitor may know them. */
  const asked = async (request: Request) => {
    const visitor = await requireVisitor(request, 'volunteer')
    const { id } = parse(params, request.params)
    const machine = await machineOfEpisode(services, id)
    await requireSight(db, visitor, machine)
    return { id, visitor, ...(await entriesFor(services, visitor, machine)) }
  }

  /** What the composer would have known just before an entry: a correction is read in that light. */
  reads(router, '/episodes/:id/context', async (request) => {
    const { before } = parse(contextQuery, request.query)
    const { id, entries } = await asked(request)
    const entry = entries.find((e) => e.id === before)
    if (!entry) return undefined
    const others = entries.filter(
      (e) =>
        e.id !== before &&
        e.amends?.entry !== before &&
        (sortKey(e.happenedAt) < sortKey(entry.happenedAt) || e.id < entry.id || e.body.kind === 'type'),
    )
    return episodeView(fold(others, { now: entry.happenedAt.latest }), id, await nextTag(db))?.context
  })

  /** What the episode comes to: in words, as a table of one line an entry, as Markdown. */
  reads(router, '/episodes/:id/sheet', async (request) => {
    const { as } = parse(sheetQuery, request.query)
    const { id, entries, blind } = await asked(request)
    const now = nowInstant()
    const whole = episodeSheet(fold(entries, { now }), id)
    if (!whole) return undefined
    const sheet = blind ? { ...whole, view: blindEpisode(whole.view) } : whole
    const when = { now, zone: await zoneOf() }
    const name = `${sheet.view.plate.number} episode ${sheet.view.episode.number}`.replace(/[^\w .-]/g, '_')
    if (as === 'md')
      return new Attachment(`${name}.md`, 'text/markdown; charset=utf-8', sheetMarkdown(sheet, when))
    if (as === 'csv') return csv(`${name}.csv`, sheetTableHead, sheetTable(sheet, when))
    return { title: sheetTitle(sheet, when), sections: sheetSections(sheet, when) }
  })

  /**
   * The entries that the episode's view is folded from, for a device that may lose its connection. A device that holds
   * `count` of them up to `after` gets the newer ones only, unless others have come to belong to them.
   */
  reads(router, '/episodes/:id/entries', async (request) => {
    const { after, count } = parse(deviceQuery, request.query)
    const { entries: held } = await asked(request)
    const older = held.filter((e) => e.seq <= after).length
    const whole = count === 0 || older !== count
    return {
      whole,
      entries: whole ? held : held.filter((e) => e.seq > after),
      nextTag: await nextTag(db),
    }
  })

  /** A question of the composer's, answered from the record as the visitor may know it. */
  reads(router, '/episodes/:id/answer', async (request) => {
    const question = parse(answerQuery, request.query)
    const { id, entries } = await asked(request)
    return answerIn(fold(entries, { now: nowInstant() }), id, question)
  })

  reads(router, '/episodes/:id', async (request) =>
    episodeFor(services, await requireVisitor(request, 'volunteer'), parse(params, request.params).id),
  )
  return router
}
