/**
 * Acts of authorised people, by kind: what each needs by its nature. Apart from the definitions of the kinds, which hold their
 * schemas, so that a line that is being typed can ask without them; kinds.test holds the two together.
 */
import type { BodyOf, Body, Kind } from './bodies/index.ts'
import type { Precaution } from './bodies/precaution.ts'
import type { Authority } from './bodies/rule.ts'
import type { AuthorityFacts } from './mains.ts'

type Needs<K extends Kind> = (facts: AuthorityFacts, body: BodyOf<K>) => Authority | undefined

const precautions: Partial<Record<Precaution, Authority>> = {
  'tube discharged': 'picture tube',
  'earth and insulation': 'mains',
  'lithium declared': 'lithium',
}

export const power: Needs<'power'> = (_facts, body) => (body.way === 'on' ? 'switch on' : undefined)
export const precaution: Needs<'precaution'> = (_facts, body) => precautions[body.what]
export const change: Needs<'change'> = (facts, body) =>
  (body.method ? facts.methodNeeds(body.method) : undefined) ??
  (body.reach === 'altered' && facts.isAtMains(body.machine, body.target.name) ? 'mains' : undefined)
export const move: Needs<'move'> = (facts, body) =>
  body.legs.some((leg) => facts.placeIsAtMains(leg.from) || facts.placeIsAtMains(leg.to))
    ? 'mains'
    : undefined

/** Kinds of which some acts are authorised people's; of the others none is. */
export const authorityByKind: { readonly [K in Kind]?: Needs<K> } = { power, precaution, change, move }

/** The authorisation that an act needs by its nature; undefined for one that anybody may do. */
export function authorityFor(facts: AuthorityFacts, body: Body): Authority | undefined {
  const needs = authorityByKind[body.kind] as Needs<Kind> | undefined
  return needs?.(facts, body as never)
}
