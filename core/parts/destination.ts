/** Moving a part from wherever it is: where it may go, what comes with the move. Pure. */
import type { Body } from '#core/history/bodies/index.ts'
import type { Leg } from '#core/history/bodies/move.ts'
import type { PartId, PartyId } from '#core/ids.ts'
import type { Instant } from '#core/quantity/time.ts'
import { gone, inStore, withParty, type Place } from '#core/place.ts'

export type Destination =
  | {
      readonly to: 'slot'
      readonly place: Place
      readonly occupant?:
        { readonly part: string; readonly out: Place; readonly tag?: string | undefined } | undefined
    }
  | { readonly to: 'store'; readonly name: string; readonly shelf?: string | undefined }
  | { readonly to: 'kept'; readonly machine: string; readonly label?: string | undefined }
  | { readonly to: 'party'; readonly party: string }
  | { readonly to: 'gone'; readonly fate: 'discarded' | 'consumed' | 'returned to owner' | 'unknown' }

export interface Moving {
  readonly part: PartId
  readonly from: Place
  readonly destination: Destination
  /** Home and date, where it is only lent. */
  readonly loan?: { readonly due?: Instant | undefined } | undefined
  readonly authority?: PartyId | undefined
  readonly reason?: string | undefined
  /** The tag it gets, when it leaves machine and tray without one. */
  readonly tag?: string | undefined
  /** The tag that what sat in the slot gets, when it has none and is kept. */
  readonly occupantTag?: string | undefined
}

const placeOf = (d: Destination): Place => {
  switch (d.to) {
    case 'slot':
      return d.place
    case 'store':
      return { ...inStore(d.name), ...(d.shelf ? { position: d.shelf } : {}) }
    case 'kept':
      return { in: { kind: 'kept', id: d.machine }, ...(d.label ? { position: d.label } : {}) }
    case 'party':
      return withParty(d.party)
    case 'gone':
      return gone(d.fate)
  }
}

/** Whether a part that goes there wants a tag: it leaves machine and tray, and is not gone for good. */
export const wantsTag = (from: Place, destination: Destination): boolean =>
  destination.to !== 'slot' &&
  destination.to !== 'gone' &&
  (from.in.kind === 'machine' || from.in.kind === 'assembly' || from.in.kind === 'tray')

/** One act with all its ends; what sat in the slot goes out by the same act. */
export function movingBodies({
  part,
  from,
  destination,
  loan,
  authority,
  reason,
  tag,
  occupantTag,
}: Moving): Body[] {
  const occupant = destination.to === 'slot' ? destination.occupant : undefined
  const legs: Leg[] = [
    ...(occupant && destination.to === 'slot'
      ? [{ part: occupant.part as PartId, from: destination.place, to: occupant.out }]
      : []),
    { part, from, to: placeOf(destination) },
  ]
  return [
    {
      kind: 'move',
      legs,
      ...(loan ? { loan: { home: from, ...(loan.due ? { due: loan.due } : {}) } } : {}),
      ...(authority ? { authority } : {}),
      ...(reason ? { forced: { reason } } : {}),
    },
    ...(occupant && occupant.tag === undefined && occupantTag && occupant.out.in.kind !== 'tray'
      ? [
          {
            kind: 'part' as const,
            what: 'identified' as const,
            part: occupant.part as PartId,
            tag: occupantTag,
          },
        ]
      : []),
    ...(tag && wantsTag(from, destination)
      ? [{ kind: 'part' as const, what: 'identified' as const, part, tag }]
      : []),
  ]
}
