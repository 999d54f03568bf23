/** Photographs whose pins name positions: the pictures to point at. */
import type { MachineView } from '#core/views/machine-shape.ts'
import type { PhotoRow } from '#core/views/photos.ts'

type PositionPin = PhotoRow['pins'][number] & { readonly position: string }

/** The pins that name positions, the latest where one was set twice. */
export function pinsOf(photo: PhotoRow): PositionPin[] {
  const byName = new Map<string, PositionPin>()
  for (const pin of photo.pins)
    if (pin.position !== undefined) byName.set(pin.position, { ...pin, position: pin.position })
  return [...byName.values()]
}

/** Photographs with pins on positions, the one that shows most first. */
export const boardsOf = ({ photos }: Pick<MachineView, 'photos'>): PhotoRow[] =>
  photos
    .filter((p) => pinsOf(p).length > 0)
    .map((photo, i) => ({ photo, i, n: pinsOf(photo).length }))
    .sort((a, b) => b.n - a.n || b.i - a.i)
    .map(({ photo }) => photo)
