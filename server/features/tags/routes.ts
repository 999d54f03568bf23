/** What a number or a tag stands for, the next free ones, and tags to print. */
import { Router } from 'express'
import { z } from 'zod'
import { fold } from '#core/history/fold.ts'
import type { Entry } from '#core/history/entry.ts'
import { partIdSchema } from '#core/ids.ts'
import { lotContext, machineContext, partContext } from '#core/views/contexts.ts'
import { requireVisitor } from '../../platform/access.ts'
import { nowInstant } from '../../platform/clock.ts'
import { reads } from '../../platform/endpoint.ts'
import { parse } from '../../platform/errors.ts'
import type { Services } from '../../platform/services.ts'
import { closureOf, lotEntries } from '../entries/closure.ts'
import { named, nextEntryNumber, nextLoanNumber, nextLotTag, nextTag, tagsOf } from './store.ts'

/** "a,b,c": at most a hundred on one errand to the printer. */
const tagQuery = z.object({
  ids: z
    .string()
    .max(4000)
    .transform((text) => text.split(',').slice(0, 100))
    .pipe(z.array(partIdSchema).min(1)),
})

export function tagRoutes({ db }: Services): Router {
  const router = Router()

  /** For the composer: a machine, a part or a lot as a line may speak of it. */
  reads(router, '/lookup/:word', async (request) => {
    await requireVisitor(request, 'volunteer')
    const { machine, part, lot } = await named(db, String(request.params['word']))
    const world = (entries: readonly Entry[]) => fold(entries, { now: nowInstant() })
    return {
      machine: machine && machineContext(world(await closureOf(db, [machine])), machine),
      lot: lot && lotContext(world(await lotEntries(db, [lot])), lot),
      part:
        part &&
        partContext(world(await closureOf(db, part.machine ? [part.machine] : [], [part.part])), part.part),
    }
  })

  reads(router, '/next-numbers', async (request) => {
    await requireVisitor(request, 'volunteer')
    return {
      entryNumber: await nextEntryNumber(db, nowInstant().slice(0, 4)),
      tag: await nextTag(db),
      lotTag: await nextLotTag(db),
      loanNumber: await nextLoanNumber(db, nowInstant().slice(0, 4)),
    }
  })

  reads(router, '/part-tags', async (request) => {
    await requireVisitor(request, 'volunteer')
    return { tags: await tagsOf(db, parse(tagQuery, request.query).ids) }
  })

  return router
}
