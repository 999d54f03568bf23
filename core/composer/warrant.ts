/** Acts of authorised people done by somebody who is not: under the eye of one who is, or for a reason that the line keeps. */
import { authorityFor } from '#core/history/authority.ts'
import type { Warrant } from '#core/history/entry.ts'
import type { AuthorityFacts } from '#core/history/mains.ts'
import type { ComposerContext } from './context.ts'
import type { Effect } from './effects.ts'
import type { ParsedEntry, Scene } from './types.ts'

/** "… under Rasmus", "… because nobody else is here" at the end of a line. */
export function takeWarrant(
  text: string,
  { context }: Scene,
): { readonly rest: string; readonly warrant?: Warrant } {
  const under = /(?:^|[\s,]+)under\s+(.+)$/i.exec(text)
  const who = under?.[1]?.trim().toLowerCase()
  const by = context.people.find(
    (p) =>
      p.name.toLowerCase() === who ||
      p.initials.toLowerCase() === who ||
      (who !== undefined && p.name.toLowerCase().startsWith(`${who} `)),
  )
  if (under && by) return { rest: text.slice(0, under.index).trim(), warrant: { by: by.party } }
  const because = /(?:^|[\s,]+)because\s+(.+)$/i.exec(text)
  return because?.[1]
    ? { rest: text.slice(0, because.index).trim(), warrant: { because: because[1].trim() } }
    : { rest: text.trim() }
}

/** What the doer lacks for what the line does, and who may: asked once, before it is written. */
export function wantsAuthority(entries: readonly ParsedEntry[], { context, doer }: Scene): Effect[] {
  const facts = factsOf(context)
  const seen = new Set<string>()
  return entries.flatMap(({ body, warrant }): Effect[] => {
    const authority = authorityFor(facts, body)
    const named = context.authorised.find((a) => a.authority === authority)
    if (!authority || !named || seen.has(authority)) return []
    if (doer === undefined || named.people.some((p) => p.party === doer)) return []
    seen.add(authority)
    return [{ does: 'wants authority', authority, people: named.people, warranted: warrant !== undefined }]
  })
}

const factsOf = ({ methods, slots }: ComposerContext): AuthorityFacts => {
  const atMains = (designator: string) =>
    slots.some((s) => s.position.designator === designator && s.position.safetyClass !== undefined)
  return {
    methodNeeds: (method) => methods.find((m) => m.id === method)?.recipe.needs,
    isAtMains: (_machine, designator) => atMains(designator),
    placeIsAtMains: (place) =>
      place.position !== undefined &&
      slots.some((s) => s.place.in.id === place.in.id && s.place.position === place.position) &&
      atMains(place.position),
  }
}
