/** PINs: on a shared tablet a person confirms an authorised act without signing in. Set with the password, kept as a hash. */
import { Router, type Request } from 'express'
import { verify } from '@node-rs/argon2'
import { confirmSchema, pinSchema } from '#api/session.ts'
import { rows, type Db } from '../../db/connection.ts'
import { AccountModel } from '../../db/models.ts'
import type { Services } from '../../platform/services.ts'
import { requireVisitor } from '../../platform/access.ts'
import { nowMs } from '../../platform/clock.ts'
import { handle, notFound, parse, ProblemError } from '../../platform/errors.ts'
import { noteSecurity } from '../../platform/security-log.ts'
import { hashPassword, hashToken } from './passwords.ts'

/** How long one PIN holds in a session, ms. */
const holdsMs = 30 * 60_000
/** Wrong tries in a row before the person's PIN is locked, and for how long, ms. Counted in the database, whatever device they come from. */
const mostTries = 5
const lockedMs = 10 * 60_000

/** Which PIN it was that was confirmed: another one, or none, and the confirmation is over. */
const markOf = (pinHash: string): string => hashToken(pinHash).slice(0, 16)

/** Who confirmed in this session and still holds: their account is open and has the PIN that it had. */
export async function confirmedIn(request: Request): Promise<ReadonlySet<string>> {
  const held = Object.entries(request.session.confirmed ?? {}).filter(([, c]) => c.until > nowMs())
  if (held.length === 0) return new Set()
  const accounts = await AccountModel.findAll({
    where: { party: held.map(([party]) => party), active: true },
  })
  const marks = new Map(
    accounts.flatMap((a) => (a.pinHash && a.role !== 'guest' ? [[a.party, markOf(a.pinHash)] as const] : [])),
  )
  return new Set(held.flatMap(([party, c]) => (marks.get(party) === c.mark ? [party] : [])))
}

/**
 * Counts a try before it is judged, so that tries sent at once are counted each. Throws too-many-tries once the person's PIN is
 * locked. A right one sets the count back.
 */
async function countTry(db: Db, account: string): Promise<void> {
  const now = new Date(nowMs())
  const [counted] = await rows<{ tries: number }>(
    db,
    `UPDATE accounts SET pin_tries = CASE WHEN pin_locked_until IS NOT NULL THEN 1 ELSE pin_tries + 1 END,
       pin_locked_until = CASE WHEN (CASE WHEN pin_locked_until IS NOT NULL THEN 1 ELSE pin_tries + 1 END) >= $2 THEN $3::timestamptz END
     WHERE id = $1 AND (pin_locked_until IS NULL OR pin_locked_until <= $4) RETURNING pin_tries AS tries`,
    [account, mostTries, new Date(nowMs() + lockedMs), now],
  )
  if (!counted)
    throw new ProblemError(
      'too-many-tries',
      'Too many wrong tries. Wait ten minutes, or sign in as that person.',
    )
}

/** PINs that anybody tries first: one digit throughout, digits in a row up or down. */
const isCommonPin = (pin: string): boolean => {
  const steps = new Set([...pin].slice(1).map((digit, i) => Number(digit) - Number(pin[i])))
  return steps.size === 1 && [0, 1, -1].includes([...steps][0] ?? 0)
}

export function pinRoutes({ db }: Services): Router {
  const router = Router()

  router.put(
    '/session/pin',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request, 'volunteer')
      const { password, pin } = parse(pinSchema, request.body)
      if (isCommonPin(pin))
        throw new ProblemError(
          'invalid',
          'That PIN is one that anybody tries first. Take four digits that do not run in a row.',
          {
            fields: [{ path: 'pin', message: 'Too easily guessed.' }],
          },
        )
      const account = await AccountModel.findByPk(visitor.account)
      await countTry(db, visitor.account)
      // A stolen session must not be able to set it (ASVS 4.0.3 V3.7.1).
      if (!account || !(await verify(account.passwordHash, password)))
        throw new ProblemError('not-allowed', 'That is not your password. The PIN was not changed.')
      await noteSecurity(db, request, { did: 'set a PIN', outcome: 'done', account: visitor.account })
      await account.update({ pinHash: await hashPassword(pin), pinTries: 0, pinLockedUntil: null })
      response.status(204).end()
    }),
  )

  router.delete(
    '/session/pin',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request, 'volunteer')
      await AccountModel.update(
        { pinHash: null, pinTries: 0, pinLockedUntil: null },
        { where: { id: visitor.account } },
      )
      response.status(204).end()
    }),
  )

  router.post(
    '/session/confirm',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request, 'volunteer')
      const { party, pin } = parse(confirmSchema, request.body)
      const account = await AccountModel.findOne({ where: { party } })
      if (!account?.active || account.role === 'guest') throw notFound()
      if (!account.pinHash)
        throw new ProblemError(
          'not-allowed',
          'This person has no PIN yet. They set one under People, signed in as themselves.',
        )
      await countTry(db, account.id)
      if (!(await verify(account.pinHash, pin))) {
        await noteSecurity(db, request, {
          did: 'confirm by PIN',
          outcome: 'refused',
          account: visitor.account,
          about: account.email,
        })
        throw new ProblemError(
          'not-allowed',
          'That is not the PIN. Nothing was written; the line is as it was.',
        )
      }
      await account.update({ pinTries: 0, pinLockedUntil: null })
      request.session.confirmed = {
        ...request.session.confirmed,
        [party]: { until: nowMs() + holdsMs, mark: markOf(account.pinHash) },
      }
      response.status(204).end()
    }),
  )

  return router
}
