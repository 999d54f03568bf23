/** Who may write what. One table; the server asks it for every entry. */
import type { Body } from '#core/history/bodies/index.ts'

export const roles = ['steward', 'restorer', 'volunteer', 'guest'] as const
export type Role = (typeof roles)[number]

const rank: Readonly<Record<Role, number>> = { guest: 0, volunteer: 1, restorer: 2, steward: 3 }
export const atLeast = (role: Role, needed: Role): boolean => rank[role] >= rank[needed]

/** The least role that may write a body. A guest writes notes and their own consent only, on machines granted to them. */
export function roleNeeded(body: Body): Role {
  switch (body.kind) {
    case 'rule':
      return body.what === 'policy' && body.machine !== undefined ? 'restorer' : 'steward'
    case 'grade':
      return body.what === 'priority' ? 'volunteer' : 'restorer'
    case 'method':
      return body.what === 'written' ? 'restorer' : 'volunteer'
    case 'value':
      return 'restorer'
    case 'type':
      return 'restorer'
    case 'machine':
      if (body.what === 'registered') return saysWhose(body) ? 'steward' : 'volunteer'
      return body.what === 'stated' &&
        (body.set.legal !== undefined ||
          body.set.owner !== undefined ||
          body.set.accessionNumber !== undefined)
        ? 'steward'
        : 'volunteer'
    case 'party':
      return body.roles.some(isRole) ? 'steward' : 'volunteer'
    case 'consent':
      return 'guest'
    case 'note':
      return body.machine === undefined ? 'volunteer' : 'guest'
    default:
      return 'volunteer'
  }
}

/** Whether a registration says whose a machine is and what may be done with it: more than is so when nothing is said. */
const saysWhose = ({
  legal,
  owner,
  accessionNumber,
}: {
  legal?: string | undefined
  owner?: string | undefined
  accessionNumber?: string | undefined
}): boolean =>
  accessionNumber !== undefined ||
  (owner !== undefined && owner !== 'house') ||
  (legal !== undefined && legal !== 'entered, undecided')

/** Whether a word names a role of the house, however it is written. */
export const isRole = (word: string): boolean =>
  (roles as readonly string[]).includes(word.trim().toLowerCase())

/** Whether a role is one that somebody of role `held` may speak as. */
export const speaksAs = (held: Role, word: string): boolean =>
  roles.some((role) => role === word && atLeast(held, role))

export const mayWrite = (role: Role, body: Body): boolean => atLeast(role, roleNeeded(body))

/** Prices, values, donors' contacts and exact store places are for steward and restorer. */
export const seesPrices = (role: Role): boolean => atLeast(role, 'restorer')
