/** Who may write what. One table; the server asks it for every entry. */
import type { Body } from '#core/history/kinds.ts'

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
      return body.what === 'stated' && (body.set.legal !== undefined || body.set.owner !== undefined || body.set.accessionNumber !== undefined) ? 'steward' : 'volunteer'
    case 'consent':
      return 'guest'
    case 'note':
      return body.machine === undefined ? 'volunteer' : 'guest'
    default:
      return 'volunteer'
  }
}

export const mayWrite = (role: Role, body: Body): boolean => atLeast(role, roleNeeded(body))

/** Prices, values, donors' contacts and exact store places are for steward and restorer. */
export const seesPrices = (role: Role): boolean => atLeast(role, 'restorer')
