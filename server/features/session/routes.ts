/** Sign-in, sign-out, who am I, first run, accepting an invitation. */
import { verify } from '@node-rs/argon2'
import type { Transaction } from 'sequelize'
import { Router, type Request } from 'express'
import type { z } from 'zod'
import { acceptSchema, setupSchema, signInSchema, type Me, type SessionAnswer } from '#api/session.ts'
import type { Role } from '#core/roles.ts'
import { houseIdOf } from '../../db/house.ts'
import { rows, run } from '../../db/connection.ts'
import { AccountModel, HouseModel, InviteModel } from '../../db/models.ts'
import type { Services } from '../../platform/services.ts'
import { findVisitor, forgetVisitor, houseWorld } from '../../platform/access.ts'
import { nowInstant, nowMs } from '../../platform/clock.ts'
import { handle, parse, ProblemError } from '../../platform/errors.ts'
import { reads } from '../../platform/endpoint.ts'
import { rememberCommitted } from '../entries/closure.ts'
import { noteSecurity } from '../../platform/security-log.ts'
import { createPersonIn, type NewPerson } from './new-person.ts'
import { hashPassword, hashToken, newToken } from './passwords.ts'
import { refuseCommon } from './strength.ts'
import { countTry, forgetTry } from './tries.ts'

/** Makes the one-time link of an empty database. Answers undefined when the house is already set up. */
export async function offerSetup(services: Services): Promise<string | undefined> {
  if (await HouseModel.findByPk(1)) return undefined
  const token = newToken()
  await run(services.db, 'DELETE FROM setup')
  await run(services.db, 'INSERT INTO setup (token_hash, made_at) VALUES ($1, $2)', [
    hashToken(token),
    nowInstant(),
  ])
  return token
}

async function signIn(request: Request, account: string) {
  // A new session id at sign-in, so that nobody can have fixed it before (ASVS V3.2.1).
  await new Promise<void>((resolve, reject) =>
    request.session.regenerate((error: Error | null) => (error ? reject(error) : resolve())),
  )
  request.session.account = account
  request.session.csrf = newToken()
  const now = nowMs()
  Object.assign(request.session, {
    since: now,
    seen: now,
    proven: now,
    agent: (request.headers['user-agent'] ?? '').slice(0, 200),
  })
  forgetVisitor(request)
}

export function sessionRoutes(services: Services): Router {
  const router = Router()
  signingIn(router, services)
  beginning(router, services)
  invitations(router, services)
  return router
}

/** Who is here, of which house; asked at the beginning and answered to whatever changes it. */
async function sessionAnswer(services: Services, request: Request): Promise<SessionAnswer> {
  const house = await HouseModel.findByPk(1)
  request.session.csrf ??= newToken()
  const me = await meOf(services, request)
  return {
    house: house && {
      id: await houseIdOf(services.db),
      name: house.name,
      zone: house.zone,
      currency: house.currency,
    },
    me,
    csrf: request.session.csrf,
    demo: house?.demo === true && services.config.demo,
    secure: request.secure,
    seq: me ? services.live.toldUpTo : 0,
  }
}

async function meOf(services: Services, request: Request): Promise<Me | null> {
  const visitor = await findVisitor(request)
  if (!visitor) return null
  const party = (await houseWorld(services.db)).parties.get(visitor.party)
  return {
    account: visitor.account,
    party: visitor.party,
    name: party?.name ?? visitor.email,
    initials: party?.initials ?? '',
    role: visitor.role,
    email: visitor.email,
  }
}

function signingIn(router: Router, services: Services) {
  reads(router, '/session', (request) => sessionAnswer(services, request))

  router.post(
    '/session',
    handle(async (request, response) => {
      const { email, password } = parse(signInSchema, request.body)
      await countTry(services.db, request, email)
      const account = await AccountModel.findOne({ where: { email } })
      // The same work for an unknown address, so that time does not tell which addresses exist.
      const right = await verify(account?.passwordHash ?? (await decoy), password)
      const note = { did: 'sign in', account: account?.id, about: email } as const
      if (!account?.active || !right) {
        await noteSecurity(services.db, request, { ...note, outcome: 'refused' })
        throw new ProblemError(
          'not-signed-in',
          'That address and password do not go together. Nothing else was changed.',
        )
      }
      await forgetTry(services.db, request, email)
      await signIn(request, account.id)
      await noteSecurity(services.db, request, { ...note, outcome: 'done' })
      response.json(await sessionAnswer(services, request))
    }),
  )

  router.delete(
    '/session',
    handle(async (request, response) => {
      await new Promise<void>((resolve, reject) =>
        request.session.destroy((error: Error | null) => (error ? reject(error) : resolve())),
      )
      response.clearCookie('anamnesis').status(204).end()
    }),
  )
}

/** The first steward of an empty house, by the link that the server printed. */
function beginning(router: Router, services: Services) {
  const { db } = services
  router.post(
    '/setup',
    handle(async (request, response) => {
      await countTry(db, request)
      const setup = parse(setupSchema, request.body)
      refuseCommon(setup.password, [setup.name, setup.email, setup.collection])
      const passwordHash = await hashPassword(setup.password)
      const made = await db.transaction((transaction) =>
        houseMade(services, setup, passwordHash, transaction),
      )
      rememberCommitted(made.stored)
      await forgetTry(db, request)
      await signIn(request, made.account.id)
      response.status(201).json(await sessionAnswer(services, request))
    }),
  )
}

/** Taking the link is what lets one in: whoever comes at the same moment finds it gone. House, person and account come with it or not at all. */
async function houseMade(
  services: Services,
  { token, name, email, collection, zone, currency }: z.output<typeof setupSchema>,
  passwordHash: string,
  transaction: Transaction,
) {
  const [offered] = await rows(
    services.db,
    'DELETE FROM setup WHERE token_hash = $1 RETURNING 1',
    [hashToken(token)],
    transaction,
  )
  if (!offered || (await HouseModel.findByPk(1, { transaction })))
    throw new ProblemError(
      'setup-closed',
      'This link has been used, or is not the newest one. Start the server again to get another, or sign in.',
    )
  await HouseModel.create({ id: 1, name: collection, zone, currency }, { transaction })
  return createPersonIn(services, { name, email, passwordHash, role: 'steward' }, transaction)
}

function invitations(router: Router, services: Services) {
  const { db } = services
  const findInvite = async (token: string) => {
    const invite = await InviteModel.findOne({ where: { tokenHash: hashToken(token) } })
    if (!invite || invite.usedAt || invite.expiresAt.getTime() < nowMs()) throw usedUp()
    return invite
  }

  reads(router, '/invitations/:token', async (request) => {
    const invite = await findInvite(String(request.params['token']))
    const house = await HouseModel.findByPk(1)
    return { name: invite.name, role: invite.role, collection: house?.name ?? '' }
  })

  router.post(
    '/invitations/:token',
    handle(async (request, response) => {
      const token = String(request.params['token'])
      await countTry(db, request)
      const { name } = await findInvite(token)
      const { email, password } = parse(acceptSchema, request.body)
      refuseCommon(password, [name, email])
      const passwordHash = await hashPassword(password)
      const made = await db.transaction((transaction) =>
        invitationTaken(services, token, { email, passwordHash }, transaction),
      )
      rememberCommitted(made.stored)
      const account = made.account.id
      await forgetTry(db, request)
      await signIn(request, account)
      await noteSecurity(db, request, { did: 'accept an invitation', outcome: 'done', account })
      response.status(201).json(await sessionAnswer(services, request))
    }),
  )
}

/** One statement takes the invitation: of many who come at once, one finds it unused. */
async function invitationTaken(
  services: Services,
  token: string,
  as: Pick<NewPerson, 'email' | 'passwordHash'>,
  transaction: Transaction,
) {
  const [invite] = await rows<{ name: string; role: Role; party: string | null }>(
    services.db,
    'UPDATE invites SET used_at = $2 WHERE token_hash = $1 AND used_at IS NULL AND expires_at > $2 RETURNING name, role, party',
    [hashToken(token), new Date(nowMs())],
    transaction,
  )
  if (!invite) throw usedUp()
  const { name, role, party } = invite
  return createPersonIn(services, { ...as, name, role, party: party ?? undefined }, transaction)
}

const usedUp = () =>
  new ProblemError('not-found', 'This invitation has been used or has run out. Ask a steward for a new one.')

const decoy = hashPassword(newToken())
