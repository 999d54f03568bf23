/** The right to write an entry, and whatever it corrects, takes back or settles; who vouches for whom. */
import type { Entry } from '#core/history/entry.ts'
import { rootId } from './amendments.ts'
import type { Writer } from './model.ts'
import type { Refusal } from '#core/history/refusal.ts'
import { authorityFacts } from '#core/history/mains.ts'
import { mayWrite, authorityFor } from '#core/history/rights.ts'
import { speaksOf } from '#core/history/subjects.ts'
import { atLeast } from '#core/roles.ts'
import type { World } from '#core/history/world.ts'

/** Every version of what an entry amends or settles: whoever changes one must have the right to write each of them. */
function spokenOf(before: readonly Entry[], entry: Entry): Entry[] {
  const spoken = speaksOf(entry)
  const named = before.find((e) => e.id === spoken)
  if (!named) return []
  const root = rootId(before, named)
  return before.filter((e) => e.id === root || (e.amends && rootId(before, e) === root))
}

/** The right to write the entry, and whatever it corrects, takes back or settles. A guest changes their own entries only. */
export function rightsRefusal(before: readonly Entry[], entry: Entry, writer: Writer): Refusal | undefined {
  const { body, doneBy, toldBy } = entry
  const notAllowed: Refusal = { rule: 'not-allowed', act: body.kind }
  if (!mayWrite(writer.role, body)) return notAllowed
  const own = writer.vouches?.party
  if (
    writer.role === 'guest' &&
    own !== undefined &&
    [doneBy, toldBy].some((p) => p !== undefined && p !== own)
  )
    return notAllowed
  for (const version of spokenOf(before, entry)) {
    if (writer.role === 'guest' && version.recordedBy !== writer.account)
      return { rule: 'unknown-entry', entry: entry.amends?.entry ?? version.id }
    if (!mayWrite(writer.role, version.body)) return notAllowed
    if (version.body.kind === 'party' && ofTheHouse(version.body.party, writer)) return notAllowed
  }
  return undefined
}

/** What is said of somebody who signs in here is a steward's to say. */
export const ofTheHouse = (party: string, writer: Writer): boolean =>
  !atLeast(writer.role, 'steward') && writer.members?.has(party) === true

/** Whether a person said in this session that it was them: they are signed in, or confirmed by PIN. */
export const vouchedFor = (party: string, { vouches }: Writer): boolean =>
  !vouches || party === vouches.party || vouches.confirmed.has(party)

/** An authorised act of somebody else than the one signed in, or under the eye of somebody else, who has not said so by PIN. A correction into one is one. */
export function pinMissing(
  world: World,
  { doneBy, body, warrant }: Entry,
  writer: Writer,
): Refusal | undefined {
  const under = warrant && 'by' in warrant ? warrant.by : undefined
  const party = [doneBy, under].find((p) => p !== undefined && !vouchedFor(p, writer))
  if (party === undefined) return undefined
  const authority = authorityFor(authorityFacts(world), body)
  return authority ? { rule: 'pin-needed', party, authority } : undefined
}
