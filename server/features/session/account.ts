/** One's own account: its password, where it is signed in, and that it is oneself who sits here. */
import { Router, type Request } from 'express'
import { verify } from '@node-rs/argon2'
import { proofSchema, passwordChangeSchema, sessionParams, type OwnSession } from '#api/session.ts'
import { rows, run, type Db } from '../../db/connection.ts'
import { AccountModel } from '../../db/models.ts'
import { requireVisitor, type Visitor } from '../../platform/access.ts'
import { nowMs } from '../../platform/clock.ts'
import { handle, notFound, parse, ProblemError } from '../../platform/errors.ts'
import { reads } from '../../platform/endpoint.ts'
import { noteSecurity, securityRows } from '../../platform/security-log.ts'
import type { Services } from '../../platform/services.ts'
import { hashPassword, hashToken } from './passwords.ts'
import { refuseCommon } from './strength.ts'
import { countTry, forgetTry } from './tries.ts'

/** A session is named by a hash of its id: the id itself would let whoever reads it sign in. */
const nameOf = (sid: string): string => hashToken(sid).slice(0, 32)

interface StoredSession {
  readonly sid: string
  readonly since: string | null
  readonly seen: string | null
  readonly agent: string | null
}

const sessionsOf = (db: Db, account: string): Promise<StoredSession[]> =>
  rows(
    db,
    `SELECT sid, sess->>'since' AS since, sess->>'seen' AS seen, sess->>'agent' AS agent FROM session WHERE sess->>'account' = $1 AND expire > now() ORDER BY sess->>'since' DESC`,
    [account],
  )

const endSessions = (db: Db, sids: readonly string[]): Promise<void> =>
  run(db, 'DELETE FROM session WHERE sid = ANY($1::text[])', [sids])

/** The visitor's password, tried and counted. Throws not-allowed for a wrong one. */
async function provePassword(services: Services, request: Request, visitor: Visitor, password: string) {
  const account = await AccountModel.findByPk(visitor.account)
  await countTry(services.db, request, visitor.email)
  if (!account || !(await verify(account.passwordHash, password)))
    throw new ProblemError('not-allowed', 'That is not your password. Nothing was changed.')
  await forgetTry(services.db, request, visitor.email)
  return account
}

export function accountRoutes(services: Services): Router {
  const router = Router()
  const { db } = services

  router.put(
    '/session/password',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request)
      const { password, fresh } = parse(passwordChangeSchema, request.body)
      const note = { account: visitor.account, did: 'change password' } as const
      const account = await provePassword(services, request, visitor, password).catch(
        async (error: unknown) => {
          await noteSecurity(db, request, { ...note, outcome: 'refused' })
          throw error
        },
      )
      refuseCommon(fresh, [visitor.email])
      await account.update({ passwordHash: await hashPassword(fresh) })
      // Whoever else sits in a session of this account sat there with the password that was.
      const others = (await sessionsOf(db, visitor.account)).filter((s) => s.sid !== request.sessionID)
      await endSessions(
        db,
        others.map((s) => s.sid),
      )
      await noteSecurity(db, request, { ...note, outcome: 'done' })
      response.json({ ended: others.length })
    }),
  )

  /** Says by the password that it is oneself who sits here: asked before roles, grants and invitations. */
  router.post(
    '/session/proof',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request)
      const { password } = parse(proofSchema, request.body)
      await provePassword(services, request, visitor, password).catch(async (error: unknown) => {
        await noteSecurity(db, request, {
          account: visitor.account,
          did: 'give password again',
          outcome: 'refused',
        })
        throw error
      })
      request.session.proven = nowMs()
      response.status(204).end()
    }),
  )

  reads(router, '/sessions', async (request) => {
    const visitor = await requireVisitor(request)
    const sessions = (await sessionsOf(db, visitor.account)).map((s): OwnSession => ({
      id: nameOf(s.sid),
      since: new Date(Number(s.since ?? 0)).toISOString(),
      seen: new Date(Number(s.seen ?? s.since ?? 0)).toISOString(),
      agent: s.agent ?? '',
      here: s.sid === request.sessionID,
    }))
    return { sessions }
  })

  router.delete(
    '/sessions/:name',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request)
      const { name } = parse(sessionParams, request.params)
      const ended = (await sessionsOf(db, visitor.account)).find((s) => nameOf(s.sid) === name)
      if (!ended) throw notFound()
      await endSessions(db, [ended.sid])
      await noteSecurity(db, request, { account: visitor.account, did: 'end a session', outcome: 'done' })
      response.status(204).end()
    }),
  )

  reads(router, '/security-log', async (request) => {
    await requireVisitor(request, 'steward')
    return { notes: await securityRows(db) }
  })

  return router
}
