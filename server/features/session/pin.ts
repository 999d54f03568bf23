/** PINs: on a shared tablet a person confirms an authorised act without signing in. Set with the password, kept as a hash. */
import { Router, type Request } from 'express'
import { verify } from '@node-rs/argon2'
import { confirmSchema, pinSchema } from '#api/session.ts'
import { AccountModel } from '../../db/models.ts'
import { requireVisitor } from '../../platform/access.ts'
import { nowMs } from '../../platform/clock.ts'
import { handle, notFound, parse, ProblemError } from '../../platform/errors.ts'
import { hashPassword } from './passwords.ts'

/** How long one PIN holds in a session, ms. */
const holdsMs = 30 * 60_000
/** Wrong PINs in a row before the person's PIN is locked, and for how long, ms. Counted in the database, whatever device they come from. */
const mostTries = 5
const lockedMs = 10 * 60_000

/** Who confirmed in this session and still holds. */
export const confirmedIn = (request: Request): ReadonlySet<string> =>
  new Set(Object.entries(request.session.confirmed ?? {}).flatMap(([party, until]) => (until > nowMs() ? [party] : [])))

export function pinRoutes(): Router {
  const router = Router()

  router.put(
    '/session/pin',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request, 'volunteer')
      const { password, pin } = parse(pinSchema, request.body)
      const account = await AccountModel.findByPk(visitor.account)
      // A stolen session must not be able to set it (ASVS 4.0.3 V3.7.1).
      if (!account || !(await verify(account.passwordHash, password))) throw new ProblemError('not-allowed', 'That is not your password. The PIN was not changed.')
      await account.update({ pinHash: await hashPassword(pin), pinTries: 0, pinLockedUntil: null })
      response.status(204).end()
    }),
  )

  router.delete(
    '/session/pin',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request, 'volunteer')
      await AccountModel.update({ pinHash: null, pinTries: 0, pinLockedUntil: null }, { where: { id: visitor.account } })
      response.status(204).end()
    }),
  )

  router.post(
    '/session/confirm',
    handle(async (request, response) => {
      await requireVisitor(request, 'volunteer')
      const { party, pin } = parse(confirmSchema, request.body)
      const account = await AccountModel.findOne({ where: { party } })
      if (!account?.active || account.role === 'guest') throw notFound()
      if (!account.pinHash) throw new ProblemError('not-allowed', 'This person has no PIN yet. They set one under People, signed in as themselves.')
      if (account.pinLockedUntil && account.pinLockedUntil.getTime() > nowMs())
        throw new ProblemError('too-many-tries', 'Too many wrong PINs. Wait ten minutes, or sign in as that person.')
      const right = await verify(account.pinHash, pin)
      if (!right) {
        const tries = account.pinTries + 1
        await account.update(tries >= mostTries ? { pinTries: 0, pinLockedUntil: new Date(nowMs() + lockedMs) } : { pinTries: tries })
        throw new ProblemError('not-allowed', 'That is not the PIN. Nothing was written; the line is as it was.')
      }
      await account.update({ pinTries: 0, pinLockedUntil: null })
      request.session.confirmed = { ...request.session.confirmed, [party]: nowMs() + holdsMs }
      response.status(204).end()
    }),
  )

  return router
}
