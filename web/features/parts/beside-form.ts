/** What a part drawn from one machine to another writes: out of the one, into the other, and what sat there out by the same act. */
import type { MachineContext, SlotContext } from '#core/composer/context.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { EpisodeId, PartId } from '#core/ids.ts'
import { movingBodies } from '#core/parts/destination.ts'
import { inTray } from '#core/place.ts'
import type { InHand } from './BesideColumn.tsx'

export interface Proposal extends InHand {
  readonly target: SlotContext
  readonly into: MachineContext
}

export const occupies = (target: SlotContext) => target.part !== undefined && target.content !== 'empty'

/**
 * `here`: the open episode of the machine that takes it, whose tray receives what sat there; without one it stays with that machine.
 * `tag`: the number that it may be given. Nothing where there is no part to move.
 */
export function besideBodies(
  { slot, target, into }: Proposal,
  here: EpisodeId | undefined,
  tag: string | undefined,
): Body[] {
  if (!slot.part) return []
  const occupant =
    occupies(target) && target.part
      ? {
          part: target.part,
          out: here ? inTray(here) : { in: { kind: 'kept' as const, id: into.machine } },
          tag: target.tag,
        }
      : undefined
  return movingBodies({
    part: slot.part as PartId,
    from: slot.place,
    destination: { to: 'slot', place: target.place, occupant },
    occupantTag: tag,
  })
}
