/** Taking a part for a need: one act with two ends, and where what comes out goes. Pure. */
import type { DonorsAnswer } from '#api/parts.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { MachineId, PartId } from '#core/ids.ts'
import { movingBodies } from '#core/parts/destination.ts'
import type { Appraisal, Need } from '#core/parts/donors.ts'
import { oneOutOf } from '#core/parts/lots.ts'
import { inTray, type Place } from '#core/place.ts'

/**
 * The move, one of a lot made a part of its own (`newPart`) where it comes from a lot, and a tag for what leaves machine and tray: what comes out lies in the tray of the open episode, else it is kept
 * with its machine.
 */
export function takeBodies(
  answer: Pick<DonorsAnswer, 'machine' | 'nextTag'>,
  need: Need,
  { candidate }: Appraisal,
  newPart: PartId,
): Body[] {
  const out: Place = answer.machine.openEpisode
    ? inTray(answer.machine.openEpisode)
    : { in: { kind: 'kept', id: need.machine } }
  const { occupant } = need
  const part = candidate.lot ? newPart : candidate.part
  const first = candidate.lot
    ? [oneOutOf(candidate.lot.facts, part, candidate.lot.place, need.machine as MachineId)]
    : []
  const moving = movingBodies({
    part,
    from: candidate.place,
    destination: {
      to: 'slot',
      place: need.place,
      occupant: occupant && { part: occupant.part, out, tag: occupant.tag },
    },
    occupantTag: answer.nextTag,
  })
  return [...first, ...moving]
}
