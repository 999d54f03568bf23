/** People: who may do what, invitations by link. Authorisations and grants are entries; roles and accounts are rows. */
import { randomUUID } from 'node:crypto'
import { Router } from 'express'
import { accountChangeSchema, idParams, inviteSchema, type PeopleAnswer } from '#api/session.ts'
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

  reads(router, '/people', async (request) => {
    const visitor = await requireVisitor(request, 'volunteer')
    const steward = visitor.role === 'steward'
    const world = await houseWorld(services.db)
    const accounts = new Map((await AccountModel.findAll()).map((a) => [a.party, a]))
    const machines = new Map(
      (
        await rows<{ machine: string; number: string; name: string }>(
          services.db,
          `SELECT machine, number, summary->'plate'->>'name' AS name FROM machines WHERE machine = ANY($1::uuid[])`,
          [[...new Set(world.grants.map((g) => g.machine))]],
        )
      ).map((m) => [m.machine, `${m.number} ${m.name}`]),
    )
    const answer: PeopleAnswer = {
      people: [...world.parties.values()]
        .filter((p) => visitor.role !== 'volunteer' || accounts.has(p.id))
        .map((party) => {
          const account = accounts.get(party.id)
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
              .map((g) => ({
                machine: g.machine,
                label: machines.get(g.machine) ?? 'a machine',
                from: g.from,
                until: g.until,
              })),
          }
        }),
      invites: steward
        ? (await InviteModel.findAll({ where: { usedAt: null } }))
            .filter((i) => i.expiresAt.getTime() > nowMs())
            .map((i) => ({ id: i.id, name: i.name, role: i.role, expires: i.expiresAt.toISOString() }))
        : [],
    }
    return answer
  })

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
      const account = await db.transaction(async (transaction) => {
        // Every steward's row is held: of two who demote each other, the second sees what the first did.
        const stewards = await rows<{ id: string }>(
          db,
          `SELECT id FROM accounts WHERE role = 'steward' AND active ORDER BY id FOR UPDATE`,
          [],
          transaction,
        )
        if (!stewards.some((s) => s.id === visitor.account))
          throw new ProblemError('not-allowed', 'Only a steward may do that.')
        const found = await AccountModel.findByPk(id, { transaction, lock: transaction.LOCK.UPDATE })
        if (!found) throw notFound()
        const demoted = (change.role !== undefined && change.role !== 'steward') || change.active === false
        if (demoted && !stewards.some((s) => s.id !== found.id))
          throw new ProblemError('refused', 'The house needs at least one steward. Name another one first.')
        return found.update(
          {
            ...(change.role ? { role: change.role } : {}),
            ...(change.active === undefined ? {} : { active: change.active }),
          },
          { transaction },
        )
      })
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
