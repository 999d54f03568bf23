/** Practice over HTTP. A run is told anew here from what was written: nobody is taken at their word for how it ended. */
import type { Sequelize } from 'sequelize'
import { randomUUID } from 'node:crypto'
import { Router } from 'express'
import { runSchema, setCaseSchema, type OwnRun } from '#api/practice.ts'
import { idParams } from '#api/session.ts'
import { caseSchema, type PracticeCase } from '#core/practice/case.ts'
import { canBePractised, madeCase, type Level } from '#core/practice/made.ts'
import { findWritten } from '#core/practice/written/index.ts'
import { canonical } from '#core/judging/same.ts'
import { AccountModel } from '../../db/models.ts'
import { houseWorld, requireVisitor } from '../../platform/access.ts'
import { nowInstant } from '../../platform/clock.ts'
import { reads } from '../../platform/endpoint.ts'
import { handle, notFound, parse, ProblemError } from '../../platform/errors.ts'
import type { Services } from '../../platform/services.ts'
import {
  askedOf,
  dropSet,
  findAsked,
  findRun,
  forgetRun,
  keepRun,
  noteDone,
  runsOf,
  setCase,
  setRows,
} from './store.ts'

const invalid = (path: string, message: string) =>
  new ProblemError('invalid', message, { fields: [{ path, message }] })

/** Entries of one run that are told anew at most. */
const mostEntries = 800

export function practiceRoutes(services: Services): Router {
  const { db, heavy } = services
  const router = Router()

  reads(router, '/practice', async (request) => {
    const visitor = await requireVisitor(request, 'volunteer')
    const world = await houseWorld(db)
    const nameOf = (party: string) => world.parties.get(party as never)?.name ?? 'A steward'
    return {
      runs: await runsOf(db, visitor.account),
      asked: await askedOf(db, visitor.account, nameOf),
    }
  })

  reads(router, '/practice/runs/:id', async (request) => {
    const visitor = await requireVisitor(request, 'volunteer')
    const { id } = parse(idParams, request.params)
    return (await findRun(db, visitor.account, id))?.run
  })

  router.post(
    '/practice/runs',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request, 'volunteer')
      const run = parse(runSchema, request.body)
      if (run.end === undefined)
        throw invalid('end', 'This run has no end yet. It stays on the device until it has one.')
      if (run.groups.reduce((sum, g) => sum + g.length, 0) > mostEntries)
        throw invalid('groups', `A run holds at most ${mostEntries} entries.`)
      const asked = run.set === undefined ? undefined : await findAsked(db, visitor.account, run.set)
      if (asked && canonical(caseSchema.parse(asked)) !== canonical(run.case))
        throw invalid('case', 'This is another case than the one that was asked for.')
      const outcome = await heavy.run('tell a practice run', run).catch((error: unknown) => {
        if (error instanceof ProblemError) throw error
        throw invalid('groups', 'This run cannot be told: what was written in it does not follow.')
      })
      const endedAt = nowInstant()
      if (!(await keepRun(db, visitor.account, run, outcome, endedAt)))
        throw new ProblemError('other-content', 'There is another run of this number. Nothing was stored.')
      if (asked && run.set !== undefined)
        await noteDone(db, run.set, visitor.account, endedAt, outcome.unsafe ? 1 : 0)
      response.status(201).json({
        id: run.id,
        key: run.case.key,
        title: run.case.title,
        level: run.case.level,
        endedAt,
        outcome,
      } satisfies OwnRun)
    }),
  )

  router.delete(
    '/practice/runs/:id',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request, 'volunteer')
      const { id } = parse(idParams, request.params)
      await forgetRun(db, visitor.account, id)
      response.status(204).end()
    }),
  )

  setCases({ router, db })
  return router
}

/** Cases that a steward set somebody, and whether they were done. */
function setCases({ router, db }: { router: Router; db: Sequelize }) {
  /** What stewards asked of whom: done on which day, with how many unsafe acts, and nothing else. */
  reads(router, '/practice/set', async (request) => {
    await requireVisitor(request, 'steward')
    return { set: await setRows(db) }
  })

  router.post(
    '/practice/set',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request, 'steward')
      const wish = parse(setCaseSchema, request.body)
      const account = await AccountModel.findOne({ where: { party: wish.party } })
      if (!account || account.role === 'guest')
        throw invalid('party', 'This person has no account to practise with.')
      const told = await caseOf(wish.case)
      const id = randomUUID()
      const at = nowInstant()
      await setCase(db, { id, account: account.id, told, authority: wish.authority, by: visitor.account, at })
      response.status(201).json({ id })
    }),
  )

  router.delete(
    '/practice/set/:id',
    handle(async (request, response) => {
      await requireVisitor(request, 'steward')
      const { id } = parse(idParams, request.params)
      await dropSet(db, id)
      response.status(204).end()
    }),
  )

  async function caseOf(name: (typeof setCaseSchema)['_output']['case']): Promise<PracticeCase> {
    if ('written' in name) {
      const found = findWritten(`written/${name.written}`)
      if (!found) throw notFound()
      return found
    }
    const type = (await houseWorld(db)).types.get(name.type)
    if (!type) throw notFound()
    if (!canBePractised(type.sheet))
      throw invalid('case', 'No function of this type says what it needs, so no case can be made of it.')
    return madeCase(name.type, type.sheet, name.level as Level, name.seed)
  }
}
