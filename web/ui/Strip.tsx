/** A machine's life in one lane, for lists: 24 months on a linear axis. */
import type { StripSegment } from '#core/views/lanes.ts'

const heights = { full: 12, half: 6, foot: 2, none: 0 } as const

export function Strip({ segments, width = 220 }: { segments: readonly StripSegment[]; width?: number }) {
  return (
    <svg width={width} height={16} viewBox={`0 0 ${width} 16`} role="img" aria-label={stripWords(segments)}>
      <path d={`M0 15.5 H${width}`} stroke="var(--hair)" />
      {segments.map((s, i) => {
        const x = s.from * width
        const w = Math.max(1, (s.to - s.from) * width)
        if (s.fill === 'dots' || s.height === 'none') return <path key={i} d={`M${x} 14 H${x + w}`} stroke="var(--life)" strokeWidth="2" strokeDasharray="1 4" />
        const h = heights[s.height]
        return s.fill === 'solid' ? (
          <rect key={i} x={x} y={15 - h} width={w} height={h} fill="var(--life)" />
        ) : (
          <rect key={i} x={x + 0.5} y={15 - h + 0.5} width={Math.max(0.5, w - 1)} height={Math.max(1, h - 1)} fill="none" stroke="var(--life)" />
        )
      })}
    </svg>
  )
}

const words = { full: 'works', half: 'partly', foot: 'fails', none: 'not tried' } as const
const proofs = { solid: 'proved', hollow: 'touched since', dots: 'only said' } as const
function stripWords(segments: readonly StripSegment[]): string {
  const last = segments.at(-1)
  return last ? `24 months; now ${last.height === 'none' ? 'not tested' : words[last.height]}, ${proofs[last.fill]}` : '24 months without a test'
}
