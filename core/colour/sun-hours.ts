/** When of a span the sun is strong enough: spans in which the clear-sky UV index is at least so much, to the minute of a grid. */
import { instantToMs, msToInstant, type Instant } from '#core/quantity/time.ts'
import { sunHeight, uvIndex, type Position } from './sun.ts'

/** Below this the sun whitens next to nothing. House figure. */
export const usefulIndex = 2
const gridMs = 5 * 60_000

export function sunHours(
  from: Instant,
  to: Instant,
  here: Position,
  least: number = usefulIndex,
): { readonly from: Instant; readonly to: Instant }[] {
  const found: { from: number; to: number }[] = []
  const end = instantToMs(to)
  for (let at = instantToMs(from); at < end; at += gridMs) {
    if (uvIndex(sunHeight(at + gridMs / 2, here)) < least) continue
    const last = found.at(-1)
    const until = Math.min(end, at + gridMs)
    if (last && last.to >= at) last.to = until
    else found.push({ from: at, to: until })
  }
  return found.map((s) => ({ from: msToInstant(s.from), to: msToInstant(s.to) }))
}
