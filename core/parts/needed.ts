/** Why a position wants a part: it is empty, holds nobody knows what, or holds one that was found bad. */
import { contentWord, lastIn, type PositionContent } from '#core/history/presence.ts'
import type { World } from '#core/history/world.ts'
import type { PartId } from '#core/ids.ts'
import type { Need } from './donors.ts'

export function whyNeeded(world: World, { content, part, place }: PositionContent): Need['why'] | undefined {
  const word = contentWord(content)
  if (word === 'empty') return comesBack(world, lastIn(world, place)) ? 'out for now' : 'empty'
  if (word === 'unknown part') return word
  const health = part ? world.parts.get(part)?.health : undefined
  return health === 'proved bad' || health === 'suspect' ? health : undefined
}

/** Whether what left a position is expected back: it lies in a tray or is lent, and nothing is said against it. */
function comesBack(world: World, id: PartId | undefined): boolean {
  const part = id && world.parts.get(id)
  if (!part?.place || part.health === 'proved bad' || part.health === 'suspect') return false
  return part.place.in.kind === 'tray' || (part.loan !== undefined && !part.loan.closed)
}
