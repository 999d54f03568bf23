/** People: who may do what, invitations by link. Authorisations and grants are entries; roles and accounts are rows. */
import { randomUUID } from 'node:crypto'
import { Router } from 'express'
import type { Transaction } from 'sequelize'
import type { z } from 'zod'
import { accountChangeSchema, idParams, inviteSchema, type PeopleAnswer } from '#api/session.ts'
import type { PartyState } from '#core/history/house-state.ts'
import type { World } from '#core/history/world.ts'
import type { Role } from '#core/roles.ts'
import { rows } from '../../db/connection.ts'
import { AccountModel, InviteModel } from '../../db/models.ts'
import { houseWorld, requireProof, requireVisitor } from '../../platform/access.ts'
import type { Services } from '../../platform/services.ts'
import { nowMs } from '../../platform/clock.ts'
import { handle, notFound, parse, ProblemError } from '../../platform/errors.ts'
import { reads } from '../../platform/endpoint.ts'
import { noteSecurity } from '../../platform/security-log.ts'
import { hashToken, newToken } from '../session/passwords.ts'

const inviteDays = 14

export function peopleRoutes(services: Services): Router {
  const { db } = services
  const router = Router()

  reads(router, '/people', async (request) =>
    peopleAnswer(services, (await requireVisitor(request, 'volunteer')).role),
  )

  /** The link is shown once, to the steward who made it; only its hash is kept. */
  router.post(
    '/people/invites',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request, 'steward')
      const invite = parse(inviteSchema, request.body)
      requireProof(request)
      const token = newToken()
      const row = await InviteModel.create({
        id: randomUUID(),
        tokenHash: hashToken(token),
        name: invite.name,
        role: invite.role,
        party: invite.party ?? null,
        expiresAt: new Date(nowMs() + inviteDays * 86_400_000),
        invitedBy: visitor.account,
      })
      await noteSecurity(db, request, {
        did: 'invite',
        outcome: 'done',
        account: visitor.account,
        about: `${invite.name}, ${invite.role}`,
      })
      response
        .status(201)
        .json({ id: row.id, path: `/invitation/${token}`, expires: row.expiresAt.toISOString() })
    }),
  )

  router.patch(
    '/people/:id',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request, 'steward')
      const { id } = parse(idParams, request.params)
      const change = parse(accountChangeSchema, request.body)
      requireProof(request)
      const account = await db.transaction((transaction) =>
        accountChanged(services, visitor.account, id, change, transaction),
      )
      const note = { outcome: 'done', account: visitor.account, about: account.email } as const
      if (change.role) await noteSecurity(db, request, { ...note, did: 'change a role' })
      if (change.active !== undefined)
        await noteSecurity(db, request, {
          ...note,
          did: change.active ? 'open an account' : 'close an account',
        })
      response.json({ id: account.id, role: account.role, active: account.active, by: visitor.account })
    }),
  )

  return router
}

/** A volunteer sees those who have an account; addresses, invitations and what was said of somebody are for stewards. */
async function peopleAnswer({ db }: Services, role: Role): Promise<PeopleAnswer> {
  const steward = role === 'steward'
  const world = await houseWorld(db)
  const accounts = new Map((await AccountModel.findAll()).map((a) => [a.party, a]))
  const granted = await rows<{ machine: string; number: string; name: string }>(
    db,
    `SELECT machine, number, summary->'plate'->>'name' AS name FROM machines WHERE machine = ANY($1::uuid[])`,
    [[...new Set(world.grants.map((g) => g.machine))]],
  )
  const labels = new Map(granted.map((m) => [m.machine, `${m.number} ${m.name}`]))
  const people = [...world.parties.values()]
    .filter((p) => role !== 'volunteer' || accounts.has(p.id))
    .map((party) => personRow(world, party, accounts.get(party.id), { steward, labels }))
  return { people, invites: steward ? await openInvites() : [] }
}

function personRow(
  world: World,
  party: PartyState,
  account: AccountModel | undefined,
  { steward, labels }: { readonly steward: boolean; readonly labels: ReadonlyMap<string, string> },
): PeopleAnswer['people'][number] {
  return {
    account: account?.id,
    party: party.id,
    name: party.name,
    initials: party.initials,
    sort: party.sort,
    roles: party.roles,
    role: account?.role,
    email: steward ? account?.email : undefined,
    active: account?.active,
    pin: account ? account.pinHash !== null : undefined,
    said: steward ? party.said.map((s) => ({ entry: s.id, seen: s.latest ?? [] })) : undefined,
    authorisations: world.authorisations
      .filter((a) => a.party === party.id)
      .map((a) => ({ authority: a.authority, since: a.entry.happenedAt.latest, until: a.until })),
    grants: world.grants
      .filter((g) => g.party === party.id)
      .map(({ machine, from, until }) => ({
        ...{ machine, from, until },
        label: labels.get(machine) ?? 'a machine',
      })),
  }
}

const openInvites = async () =>
  (await InviteModel.findAll({ where: { usedAt: null } }))
    .filter((i) => i.expiresAt.getTime() > nowMs())
    .map((i) => ({ id: i.id, name: i.name, role: i.role, expires: i.expiresAt.toISOString() }))

/** Every steward's row is held: of two who demote each other, the second sees what the first did. */
async function accountChanged(
  { db }: Services,
  by: string,
  id: string,
  { role, active }: z.output<typeof accountChangeSchema>,
  transaction: Transaction,
): Promise<AccountModel> {
  const stewards = await rows<{ id: string }>(
    db,
    `SELECT id FROM accounts WHERE role = 'steward' AND active ORDER BY id FOR UPDATE`,
    [],
    transaction,
  )
  if (!stewards.some((s) => s.id === by)) throw new ProblemError('not-allowed', 'Only a steward may do that.')
  const found = await AccountModel.findByPk(id, { transaction, lock: transaction.LOCK.UPDATE })
  if (!found) throw notFound()
  const demoted = (role !== undefined && role !== 'steward') || active === false
  if (demoted && !stewards.some((s) => s.id !== found.id))
    throw new ProblemError('refused', 'The house needs at least one steward. Name another one first.')
  return found.update(
    { ...(role ? { role } : {}), ...(active === undefined ? {} : { active }) },
    { transaction },
  )
}
