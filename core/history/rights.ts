/** Who may write what, and what an act needs: read from the definition of its kind. */
import { atLeast, type Role } from '#core/roles.ts'
import type { Body } from './bodies/index.ts'
import { definitionOf } from './kinds/index.ts'

/** The least role that may write a body. */
export function roleNeeded(body: Body): Role {
  const { least } = definitionOf(body)
  return typeof least === 'function' ? least(body) : least
}

export const mayWrite = (role: Role, body: Body): boolean => atLeast(role, roleNeeded(body))

export { authorityFor } from './authority.ts'
