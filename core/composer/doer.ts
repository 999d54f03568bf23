/** "…, by Olga Prent": somebody else did it, who may have no account here. */
import type { PartyId } from '#core/ids.ts'
import type { Effect } from './effects.ts'
import type { Scene } from './types.ts'

/** Lines in which "by" says something else: a house method, on whose authority, how a result was judged. */
const otherwise = /^(?:discard|test|all|advice|opinion|theory|damage)\b/i

/** Takes the doer off the end of a line: only a full name, or initials behind a comma, of somebody the record knows. */
export function takeDoer(
  text: string,
  { context }: Scene,
): { readonly rest: string; readonly party?: PartyId; readonly effect?: Effect } {
  if (otherwise.test(text.trim())) return { rest: text }
  const found = /(,)?\s+(?:done\s+)?by\s+([^,:]+)$/i.exec(text)
  const said = found?.[2]?.trim().toLowerCase()
  const person = context.people.find(
    (p) =>
      p.name.toLowerCase() === said ||
      (found?.[1] !== undefined && p.initials.toLowerCase() === said && p.initials !== ''),
  )
  if (!found || !person) return { rest: text }
  return {
    rest: text.slice(0, found.index),
    party: person.party,
    effect: { does: 'done by', name: person.name },
  }
}
