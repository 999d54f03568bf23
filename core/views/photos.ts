/** Photographs of a machine as rows, each with its pins. */
import type { EntryId, PartyId } from '#core/ids.ts'
import type { MachineState, World } from '#core/history/world.ts'
import type { Instant } from '#core/quantity/time.ts'

export interface PhotoRow {
  readonly entry: EntryId
  readonly at: Instant
  readonly by: string
  readonly words?: string | undefined
  readonly of?: string | undefined
  readonly zone?: string | undefined
  readonly finding?: EntryId | undefined
  readonly evidence?: EntryId | undefined
  readonly on?: EntryId | undefined
  readonly width: number
  readonly height: number
  readonly pins: readonly {
    readonly entry: EntryId
    readonly x: number
    readonly y: number
    readonly finding?: EntryId | undefined
    readonly position?: string | undefined
    readonly label: string
  }[]
}

export const named = (world: World, id: string | undefined): string =>
  id ? (world.parties.get(id as PartyId)?.name ?? 'somebody') : 'somebody'

/** The photograph by which a machine is known: the chosen one, else the latest of its front. */
export function faceOf({ condition, face }: MachineState): EntryId | undefined {
  if (face === null) return undefined
  const { photos } = condition
  const shown = photos.find((p) => p.id === face)
  return (shown ?? photos.findLast((p) => p.body.kind === 'photo' && p.body.of === 'front'))?.id
}

export function photoRows(world: World, machine: MachineState): PhotoRow[] {
  const { photos, pins, findings } = machine.condition
  return photos.flatMap((p): PhotoRow[] => {
    if (p.body.kind !== 'photo') return []
    const { of, zone, finding, evidence, on, width, height, words } = p.body
    const own = pins.flatMap((pin) => {
      if (pin.body.kind !== 'pin' || pin.body.photo !== p.id) return []
      const { x, y, position } = pin.body
      const pinned = pin.body.finding
      const sort = findings.find((f) => f.id === pinned)?.noted
      return [
        {
          entry: pin.id,
          x,
          y,
          finding: pinned,
          position,
          label: sort ? `${sort.sort}${sort.place ? `, ${sort.place}` : ''}` : (position ?? ''),
        },
      ]
    })
    return [
      {
        entry: p.id,
        at: p.happenedAt.latest,
        by: named(world, p.doneBy),
        words,
        of,
        zone,
        finding,
        evidence,
        on,
        width,
        height,
        pins: own,
      },
    ]
  })
}
