/** Things that an entry names and that nobody has written of. */
import type { World } from '#core/history/world.ts'
import type { Entry } from '#core/history/entry.ts'
import type { Refusal } from '#core/history/refusal.ts'

/** Things an entry names that nobody has written of. */
export function unknownReference(world: World, entry: Entry): Refusal | undefined {
  const { body } = entry
  const registers = body.kind === 'machine' && body.what === 'registered'
  for (const subject of entry.about) {
    if (subject.kind === 'machine' && !registers && !world.machines.get(subject.id as never)?.registered)
      return { rule: 'unknown-machine', machine: subject.id }
    if (subject.kind === 'lot' && body.kind !== 'lot' && !world.lots.get(subject.id as never)?.said)
      return { rule: 'unknown-lot', lot: subject.id }
    if (subject.kind === 'party' && body.kind !== 'party' && !world.parties.has(subject.id as never))
      return { rule: 'unknown-party', party: subject.id }
    if (subject.kind === 'gear' && body.kind !== 'gear' && !world.gear.has(subject.id as never))
      return { rule: 'unknown-gear', gear: subject.id }
  }
  const type =
    body.kind === 'machine'
      ? body.what === 'registered'
        ? body.type
        : body.what === 'stated'
          ? body.set.type
          : undefined
      : undefined
  if (type && !world.types.has(type)) return { rule: 'unknown-type', type }
  if (entry.doneBy && body.kind !== 'party' && !world.parties.has(entry.doneBy))
    return { rule: 'unknown-party', party: entry.doneBy }
  if (entry.warrant && 'by' in entry.warrant && !world.parties.has(entry.warrant.by))
    return { rule: 'unknown-party', party: entry.warrant.by }
  return undefined
}
