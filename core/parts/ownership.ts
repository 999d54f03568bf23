/** Whose a part is, and whether its owner agreed that it leaves their machine. */
import type { ConsentMatter } from '#core/history/bodies/consent.ts'
import type { Refusal } from '#core/history/refusal.ts'
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { Instant } from '#core/quantity/time.ts'
import type { Statement } from '#core/history/versions.ts'
import type { MachineState, World } from '#core/history/world.ts'
import type { PartId, PartyId } from '#core/ids.ts'
import { machineAround } from '#core/history/presence.ts'
import type { Place } from '#core/place.ts'

export type ConsentWord = 'given' | 'refused' | 'not asked'

/** What an owner last said of a matter, for the whole machine or for one position of it; nothing said, or run out, is not asked. */
export function consentIn(
  said: readonly BodyOf<'consent'>[],
  matter: ConsentMatter,
  now: Instant,
  position?: string,
): ConsentWord {
  const last = said.findLast((body) => {
    if (body.to !== matter || (body.until !== undefined && body.until <= now)) return false
    return (
      body.positions === undefined ||
      (position !== undefined && body.positions.some((p) => p.toLowerCase() === position.toLowerCase()))
    )
  })
  return !last ? 'not asked' : last.given ? 'given' : 'refused'
}

/** Everything an owner said of a machine, oldest first. */
export const consentsOf = (machine: MachineState): BodyOf<'consent'>[] =>
  machine.consents.flatMap(({ body }) => (body.kind === 'consent' ? [body] : []))

export interface OpenRequest {
  readonly entry: Statement
  readonly asked: BodyOf<'request'>
}

/** What an owner was asked and has not answered since. */
export const openRequests = (machine: MachineState): OpenRequest[] =>
  machine.requests.flatMap((entry) => {
    const { body } = entry
    if (body.kind !== 'request') return []
    const answered = machine.consents.some(
      (c) =>
        c.body.kind === 'consent' &&
        c.body.to === body.to &&
        c.body.by === body.of &&
        c.happenedAt.latest >= entry.happenedAt.latest,
    )
    return answered ? [] : [{ entry, asked: body }]
  })

export const consentOf = (
  machine: MachineState,
  matter: ConsentMatter,
  now: Instant,
  position?: string,
): ConsentWord => consentIn(consentsOf(machine), matter, now, position)

/** The machine a part began in, and its owner: what came out of an owner's machine is the owner's, wherever it lies. */
export function ownerOf(
  world: World,
  id: PartId,
  from?: Place,
): {
  readonly owner: 'house' | PartyId
  readonly machine?: MachineState | undefined
  readonly position?: string | undefined
} {
  const part = world.parts.get(id)
  const start = part?.start ?? from
  const machine = start && machineAround(world, start, 'at first')
  return { owner: part?.belongsTo ?? machine?.owner ?? 'house', machine, position: start?.position }
}

/** Refuses a part of an owner's machine to everybody else, unless the owner agreed. Returning it, or keeping it aside, needs nobody's word. */
export function consentRefusal(world: World, id: PartId, from: Place, to: Place): Refusal | undefined {
  const { owner, machine, position } = ownerOf(world, id, from)
  if (owner === 'house' || !machine) return undefined
  const target = machineAround(world, to)
  const away =
    (target !== undefined && target.id !== machine.id && target.owner !== owner) ||
    (to.in.kind === 'gone' && to.in.id !== 'returned to owner' && to.in.id !== 'unknown') ||
    ((to.in.kind === 'party' || to.in.kind === 'person') && to.in.id !== owner)
  if (!away) return undefined
  const is = consentOf(machine, 'give parts', world.now, position)
  return is === 'given'
    ? undefined
    : { rule: 'owner-consent', part: id, machine: machine.id, refused: is === 'refused' }
}
