/** Who was authorised for what, and when; and what an act was done on by somebody who was not. */
import type { PartyId } from '#core/ids.ts'
import type { Instant } from '#core/quantity/time.ts'
import type { Authority } from './bodies/rule.ts'
import type { AuthorisationState } from './house-state.ts'
import { authorityFacts } from './mains.ts'
import { authorityFor } from './authority.ts'
import type { Statement } from './versions.ts'
import type { World } from './world.ts'

export const holdsAt = ({ from, until, ended }: AuthorisationState, at: Instant): boolean =>
  from <= at && (until === undefined || until > at) && (ended === undefined || ended > at)

/** Whether a person held an authority at an instant. */
export const authorisedAt = (
  world: World,
  party: string | undefined,
  authority: Authority,
  at: Instant,
): boolean =>
  world.authorisations.some((a) => a.party === party && a.authority === authority && holdsAt(a, at))

/** Those who hold it. */
export const authorisedFor = (world: World, authority: Authority, at: Instant): readonly PartyId[] =>
  world.authorisations.flatMap((a) => (a.authority === authority && holdsAt(a, at) ? [a.party] : []))

/**
 * The authority that the doer of an act lacked; undefined for one who held it. A house that has never named anybody for it does
 * not go by it: nobody lacks it there.
 */
export function lacked(world: World, { body, doneBy, happenedAt }: Statement): Authority | undefined {
  const authority = authorityFor(authorityFacts(world), body)
  if (authority === undefined || !world.authorisations.some((a) => a.authority === authority))
    return undefined
  return authorisedAt(world, doneBy, authority, happenedAt.latest) ? undefined : authority
}
