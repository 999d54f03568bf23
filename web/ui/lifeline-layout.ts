/** Where the parts of a lifeline stand, px: its lanes, the mark of the change that emptied them, and the days below. */
import type { Lifeline } from '#core/views/lifeline.ts'

/** A lane is as high as a finger’s least target, px. */
export const laneHeight = 24
/** Room for words at both ends, px, and the letters that fit there; a title says the whole. */
const wide = { ends: 150, letters: 20 }
const narrow = { ends: 92, letters: 12 }
/** More lanes than these show the essential ones only. */
const mostLanes = 12
const top = 14

export type LifelineLayout = ReturnType<typeof layOut>

/** `width`: of the whole drawing, px; `cutLabel`: what stands beside the change. */
export function layOut(data: Lifeline, width: number, cutLabel: string) {
  const { ends, letters } = width < 480 ? narrow : wide
  const lanes =
    data.lanes.length > mostLanes ? data.lanes.filter((l) => l.essential).slice(0, mostLanes) : data.lanes
  const scale = (width - 2 * ends) / data.width
  const x = (natural: number) => ends + natural * scale
  const bottom = top + lanes.length * laneHeight
  const right = width - ends
  return {
    lanes,
    hidden: data.lanes.length - lanes.length,
    stretches: lanes.reduce((n, l) => n + l.segments.length, 0),
    letters,
    scale,
    x,
    left: ends,
    right,
    top,
    bottom,
    height: bottom + 44,
    cut: data.cut && {
      ...labelled(x(data.cut.x), cutLabel, width),
      touches: lanes.some((l) => data.cut?.lanes.includes(l.fn)),
    },
    marks: spread(data.marks, x, right, ends),
  }
}

/** The change and its words: to the right of it, or to the left where they would run out of the drawing. */
function labelled(px: number, label: string, width: number) {
  const needs = label.length * 8 + 10
  const leftward = px + needs > width
  return { px, leftward, from: leftward ? px - needs : px, width: needs }
}

type Mark = Lifeline['marks'][number]

/** Keeps marks apart: one that would touch the one before it is left out. The first starts at the edge, the others are centred. */
function spread(
  marks: readonly Mark[],
  x: (natural: number) => number,
  end: number,
  left: number,
): { mark: Mark; px: number }[] {
  const kept: { mark: Mark; px: number }[] = []
  let free = -Infinity
  for (const mark of marks) {
    const px = x(mark.x)
    const wide = 'at' in mark ? 96 : 140
    const from = px < left + 20 ? px : px - wide / 2
    if (from < free || from + wide > end + 40) continue
    kept.push({ mark, px })
    free = from + wide + 8
  }
  return kept
}
