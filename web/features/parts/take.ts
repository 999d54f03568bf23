/** Taking a part for a need: one act with two ends, and where what comes out goes. Pure. */
import type { DonorsAnswer } from '#api/parts.ts'
import type { Body, Leg } from '#core/history/kinds.ts'
import type { Appraisal, Need } from '#core/parts/donors.ts'
import { inTray, type Place } from '#core/parts/place.ts'

/**
 * The move, and tags for parts that leave machine and tray: what comes out lies in the tray of the open episode, else it is
 * kept with its machine, with a tag.
 */
export function takeBodies(answer: Pick<DonorsAnswer, 'machine' | 'nextTag'>, need: Need, { candidate }: Appraisal): Body[] {
  const out: Place = answer.machine.openEpisode ? inTray(answer.machine.openEpisode) : { in: { kind: 'kept', id: need.machine } }
  const legs: Leg[] = [...(need.occupant ? [{ part: need.occupant.part, from: need.place, to: out }] : []), { part: candidate.part, from: candidate.place, to: need.place }]
  const tag: Body[] = need.occupant && out.in.kind === 'kept' ? [{ kind: 'part', what: 'identified', part: need.occupant.part, tag: answer.nextTag }] : []
  return [{ kind: 'move', legs }, ...tag]
}
