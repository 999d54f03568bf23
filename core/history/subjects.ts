/** Which subjects an entry concerns, computed from its body; never typed by anyone. */
import type { Place } from '#core/place.ts'
import type { EntryId } from '#core/ids.ts'
import type { Draft, Subject } from './entry.ts'
import { definitionOf } from './kinds/index.ts'

/**
 * All subjects of an entry, each once. An amendment also concerns what the amended entry concerned, and a settlement
 * what the contested entry concerned: pass those as `inherited`. `machineOf` walks a tray or an assembly up to its
 * machine, so that a chip taken from a card concerns the machine around the card.
 */
export function subjectsOf(
  draft: Pick<Draft, 'body'>,
  inherited: readonly Subject[] = [],
  machineOf: (place: Place) => string | undefined = () => undefined,
): Subject[] {
  const { body } = draft
  const { about, places } = definitionOf(body)
  const found = [...about(body), ...inherited]
  for (const place of places === 'none' ? [] : places(body)) {
    const machine = place.in.kind === 'tray' || place.in.kind === 'assembly' ? machineOf(place) : undefined
    if (machine) found.push({ kind: 'machine', id: machine })
  }
  const seen = new Map<string, Subject>()
  for (const subject of found) seen.set(`${subject.kind}:${subject.id}`, subject)
  return [...seen.values()]
}

/** Every person an entry names as a party, so that it can be checked that the party exists. */
export const subjectIds = (about: readonly Subject[], kind: Subject['kind']): string[] =>
  about.filter((s) => s.kind === kind).map((s) => s.id)

/** The entry that a draft amends, settles or erases. */
export const speaksOf = ({ amends, body }: Pick<Draft, 'amends' | 'body'>): EntryId | undefined =>
  amends?.entry ?? (body.kind === 'settle' || body.kind === 'erasure' ? body.entry : undefined)
