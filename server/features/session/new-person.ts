/** A new person of the house: a party that the record knows, and an account that signs in. */
import { randomUUID } from 'node:crypto'
import type { Transaction } from 'sequelize'
import { v7 } from 'uuid'
import { entryVersion, type Entry } from '#core/history/entry.ts'
import type { AccountId, EntryId, PartyId } from '#core/ids.ts'
import { pointAt } from '#core/quantity/time.ts'
import type { Role } from '#core/roles.ts'
import { rows } from '../../db/connection.ts'
import { AccountModel } from '../../db/models.ts'
import { nowInstant } from '../../platform/clock.ts'
import { ProblemError } from '../../platform/errors.ts'
import type { Services } from '../../platform/services.ts'
import { rememberCommitted } from '../entries/closure.ts'
import { appendIn } from '../entries/store.ts'
import { hashPassword } from './passwords.ts'

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
