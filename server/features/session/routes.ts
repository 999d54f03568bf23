/** Sign-in, sign-out, who am I, first run, accepting an invitation. */
import { randomUUID } from 'node:crypto'
import { verify } from '@node-rs/argon2'
import type { Transaction } from 'sequelize'
import { entryVersion, type Entry } from '#core/history/entry.ts'
import { Router, type Request } from 'express'
import { v7 } from 'uuid'
import { acceptSchema, setupSchema, signInSchema, type Me, type SessionAnswer } from '#api/session.ts'
import { pointAt } from '#core/quantity/time.ts'
import type { AccountId, EntryId, PartyId } from '#core/ids.ts'
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
import { appendIn } from '../entries/store.ts'
import { noteSecurity } from '../../platform/security-log.ts'
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

export interface NewPerson {
  readonly name: string
  readonly email: string
  readonly passwordHash: string
  readonly role: Role
  readonly party?: string | undefined
}

/** A person's party entry and account, in the caller's transaction: both are there afterwards, or neither. Hand `stored` to rememberCommitted once it is committed. */
export async function createPersonIn(
  services: Services,
  person: NewPerson,
  transaction: Transaction,
): Promise<{ account: AccountModel; stored: readonly Entry[] }> {
  const { db } = services
  const account = randomUUID()
  const party = (person.party ?? v7()) as PartyId
  const now = nowInstant()
  // An address belongs to one account: the second of two who come at once waits here, and is told.
  const [taken] = await rows(
    db,
    `INSERT INTO accounts (id, party, email, password_hash, role) VALUES ($1,$2,$3,$4,$5) ON CONFLICT (email) DO NOTHING RETURNING 1`,
    [account, party, person.email, person.passwordHash, person.role],
    transaction,
  )
  if (!taken) throw new ProblemError('refused', 'Somebody signs in with that address already.')
  let stored: readonly Entry[] = []
  if (!person.party) {
    const written = await appendIn(
      db,
      [
        {
          id: v7() as EntryId,
          v: entryVersion,
          happenedAt: pointAt(now),
          basis: 'seen',
          body: { kind: 'party', party, name: person.name, sort: 'person', roles: [person.role] },
        },
      ],
      { account: account as AccountId, role: 'steward', now, fromOutbox: false, keepContested: false },
      transaction,
    )
    if (written.answers[0]?.became !== 'recorded')
      throw new ProblemError('refused', 'The person could not be written down.')
    stored = written.stored
  }
  const row = await AccountModel.findByPk(account, { transaction })
  if (!row) throw new Error('an account is not where it was just written')
  return { account: row, stored }
}

/** The same by itself. */
export async function createPerson(
  services: Services,
  { password, ...person }: Omit<NewPerson, 'passwordHash'> & { readonly password: string },
): Promise<AccountModel> {
  const passwordHash = await hashPassword(password)
  const made = await services.db.transaction((transaction) =>
    createPersonIn(services, { ...person, passwordHash }, transaction),
  )
  rememberCommitted(made.stored)
  return made.account
}

export function sessionRoutes(services: Services): Router {
  const router = Router()
  const answer = async (request: Request): Promise<SessionAnswer> => {
    const house = await HouseModel.findByPk(1)
    const visitor = await findVisitor(request)
    request.session.csrf ??= newToken()
    let me: Me | null = null
    if (visitor) {
      const party = (await houseWorld(services.db)).parties.get(visitor.party)
      me = {
        account: visitor.account,
        party: visitor.party,
        name: party?.name ?? visitor.email,
        initials: party?.initials ?? '',
        role: visitor.role,
        email: visitor.email,
      }
    }
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
    }
  }

  reads(router, '/session', answer)

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
      response.json(await answer(request))
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

  router.post(
    '/setup',
    handle(async (request, response) => {
      const { db } = services
      await countTry(db, request)
      const setup = parse(setupSchema, request.body)
      refuseCommon(setup.password, [setup.name, setup.email, setup.collection])
      const passwordHash = await hashPassword(setup.password)
      const made = await db.transaction(async (transaction) => {
        // Taking the link is what lets one in: whoever comes at the same moment finds it gone. House, person and account come with it or not at all.
        const [offered] = await rows(
          db,
          'DELETE FROM setup WHERE token_hash = $1 RETURNING 1',
          [hashToken(setup.token)],
          transaction,
        )
        if (!offered || (await HouseModel.findByPk(1, { transaction })))
          throw new ProblemError(
            'setup-closed',
            'This link has been used, or is not the newest one. Start the server again to get another, or sign in.',
          )
        await HouseModel.create(
          { id: 1, name: setup.collection, zone: setup.zone, currency: setup.currency },
          { transaction },
        )
        return createPersonIn(
          services,
          { name: setup.name, email: setup.email, passwordHash, role: 'steward' },
          transaction,
        )
      })
      rememberCommitted(made.stored)
      const { account } = made
      await forgetTry(db, request)
      await signIn(request, account.id)
      response.status(201).json(await answer(request))
    }),
  )

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
      const { db } = services
      const token = String(request.params['token'])
      await countTry(db, request)
      const { name } = await findInvite(token)
      const accepted = parse(acceptSchema, request.body)
      refuseCommon(accepted.password, [name, accepted.email])
      const passwordHash = await hashPassword(accepted.password)
      const made = await db.transaction(async (transaction) => {
        // One statement takes the invitation: of many who come at once, one finds it unused.
        const [invite] = await rows<{ name: string; role: Role; party: string | null }>(
          db,
          'UPDATE invites SET used_at = $2 WHERE token_hash = $1 AND used_at IS NULL AND expires_at > $2 RETURNING name, role, party',
          [hashToken(token), new Date(nowMs())],
          transaction,
        )
        if (!invite) throw usedUp()
        return createPersonIn(
          services,
          {
            name: invite.name,
            email: accepted.email,
            passwordHash,
            role: invite.role,
            party: invite.party ?? undefined,
          },
          transaction,
        )
      })
      rememberCommitted(made.stored)
      const { account } = made
      await forgetTry(db, request)
      await signIn(request, account.id)
      await noteSecurity(db, request, { did: 'accept an invitation', outcome: 'done', account: account.id })
      response.status(201).json(await answer(request))
    }),
  )

  return router
}

const usedUp = () =>
  new ProblemError('not-found', 'This invitation has been used or has run out. Ask a steward for a new one.')

const decoy = hashPassword(newToken())
