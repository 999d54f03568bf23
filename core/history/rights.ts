/** Who may write what, and what an act needs: read from the definition of its kind. */
import { atLeast, type Role } from '#core/roles.ts'
import type { Body } from './bodies/index.ts'
import type { Authority } from './bodies/rule.ts'
import { definitionOf } from './kinds/index.ts'
import type { AuthorityFacts } from './mains.ts'

/** The least role that may write a body. */
export function roleNeeded(body: Body): Role {
  const { least } = definitionOf(body)
  return typeof least === 'function' ? least(body) : least
}

export const mayWrite = (role: Role, body: Body): boolean => atLeast(role, roleNeeded(body))

/** The authorisation that an act needs by its nature; undefined for one that anybody may do. */
export function authorityFor(facts: AuthorityFacts, body: Body): Authority | undefined {
  const { authority } = definitionOf(body)
  return authority === 'none' ? undefined : authority(facts, body)
}
