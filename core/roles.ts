/** The roles of the house, and how they stand to each other. */
export const roles = ['steward', 'restorer', 'volunteer', 'guest'] as const
export type Role = (typeof roles)[number]

const rank: Readonly<Record<Role, number>> = { guest: 0, volunteer: 1, restorer: 2, steward: 3 }
export const atLeast = (role: Role, needed: Role): boolean => rank[role] >= rank[needed]

/** Whether a word names a role of the house, however it is written. */
export const isRole = (word: string): boolean =>
  (roles as readonly string[]).includes(word.trim().toLowerCase())

/** Whether a role is one that somebody of role `held` may speak as. */
export const speaksAs = (held: Role, word: string): boolean =>
  roles.some((role) => role === word && atLeast(held, role))

/** Prices and values are for steward and restorer. Where a part lies every volunteer sees: they must find it (docs/decisions/022). */
export const seesPrices = (role: Role): boolean => atLeast(role, 'restorer')
