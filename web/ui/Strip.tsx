/** A machine's life in one lane, for lists: 24 months on a linear axis. Three paths however long the life, since a list draws hundreds. */
import { say } from '#api/words/say.ts'
import type { StripSegment } from '#core/views/lanes.ts'

const heights = { full: 12, half: 6, foot: 2, none: 0 } as const
const box = (x: number, y: number, w: number, h: number) => `M${x} ${y}h${w}v${h}h${-w}z`

function paths(
  segments: readonly StripSegment[],
  width: number,
): { solid: string; hollow: string; dots: string } {
  const drawn = { solid: '', hollow: '', dots: '' }
  for (const { from, to, fill, height } of segments) {
    const x = from * width
    const w = Math.max(1, (to - from) * width)
    const h = heights[height]
    if (fill === 'dots' || height === 'none') drawn.dots += `M${x} 14H${x + w}`
    else if (fill === 'solid') drawn.solid += box(x, 15 - h, w, h)
    else drawn.hollow += box(x + 0.5, 15.5 - h, Math.max(0.5, w - 1), Math.max(1, h - 1))
  }
  return drawn
}

export function Strip({ segments, width = 220 }: { segments: readonly StripSegment[]; width?: number }) {
  const { solid, hollow, dots } = paths(segments, width)
  return (
    <svg
      width={width}
      height={16}
      role="img"
      aria-label={stripWords(segments)}
      className="border-hair fill-life stroke-life overflow-visible border-b"
    >
      {solid && <path d={solid} stroke="none" />}
      {hollow && <path d={hollow} fill="none" />}
      {dots && <path d={dots} strokeWidth="2" strokeDasharray="1 4" />}
    </svg>
  )
}

const words = {
  full: say('works'),
  half: say('partly'),
  foot: say('fails'),
  none: say('not tried'),
} as const
const proofs = { solid: say('proved'), hollow: say('touched since'), dots: say('only said') } as const
function stripWords(segments: readonly StripSegment[]): string {
  const last = segments.at(-1)
  return last
    ? say('24 months; now {word}, {proof}', {
        word: last.height === 'none' ? say('not tested') : words[last.height],
        proof: proofs[last.fill],
      })
    : say('24 months without a test')
}
