/**
 * The lifeline: one lane a function. Height says the result, fill says the proof; the change that emptied the bars is one
 * copper line. It is the table of functions as well: today's standing stands at the right of each lane.
 */
import { useEffect, useRef, useState } from 'react'
import { daysWords } from '#api/words/dates.ts'
import { count } from '#api/words/lists.ts'
import type { Lifeline as LifelineData } from '#core/views/lifeline.ts'
import { LifelineTable, segmentWords, type fillWords } from './LifelineTable.tsx'

/** A lane is as high as a finger’s least target, px. */
const laneHeight = 24
/** Room for words at both ends, px, and the letters that fit there; a title says the whole. */
const wide = { ends: 150, letters: 20 }
const narrow = { ends: 92, letters: 12 }
const shortened = (text: string, most: number) => (text.length > most ? `${text.slice(0, most - 1)}…` : text)
const heights = { full: 11, half: 6, foot: 2.5, none: 0 } as const
export interface LaneWords {
  readonly now: string
  readonly due: boolean
  readonly title: string
}

export function Lifeline({
  data,
  words,
  short,
  cutWords,
  onEntry,
}: {
  data: LifelineData
  words: Readonly<Record<string, LaneWords>>
  short: (at: string) => string
  cutWords?: string | undefined
  onEntry?: (entry: string) => void
}) {
  const holder = useRef<HTMLDivElement>(null)
  const [width, setWidth] = useState(1200)
  useEffect(() => {
    const element = holder.current
    if (!element) return
    const observer = new ResizeObserver(
      ([entry]) => entry && setWidth(Math.max(280, entry.contentRect.width)),
    )
    observer.observe(element)
    return () => observer.disconnect()
  }, [])
  const [said, setSaid] = useState('')
  /** The stretch that Tab comes to; arrows go on from it. */
  const [at, setAt] = useState(0)
  const { ends, letters } = width < 480 ? narrow : wide
  const [left, right] = [ends, ends]
  const many = data.lanes.length > 12
  const lanes = many ? data.lanes.filter((l) => l.essential).slice(0, 12) : data.lanes
  const hidden = data.lanes.length - lanes.length
  const scale = (width - left - right) / data.width
  const x = (natural: number) => left + natural * scale
  const top = 14
  const bottom = top + lanes.length * laneHeight
  const height = bottom + 44
  const cut = data.cut
  const touched = cut ? lanes.flatMap((l, i) => (cut.lanes.includes(l.fn) ? [i] : [])) : []
  const cutLabel = cut ? (cutWords ?? short(cut.at)) : ''
  const cutWidth = cutLabel.length * 8 + 10
  const cutAtEnd = cut !== undefined && x(cut.x) + cutWidth > width
  const cutFrom = cut ? (cutAtEnd ? x(cut.x) - cutWidth : x(cut.x)) : 0
  const stretches = lanes.reduce((n, l) => n + l.segments.length, 0)
  const marks = spread(data.marks, x, width - right, left)
  return (
    <section ref={holder} aria-label="Lifeline" className="bg-sheet overflow-x-auto rounded-sm">
      <svg
        width={width}
        height={height}
        viewBox={`0 0 ${width} ${height}`}
        role="group"
        aria-label="Results over time; arrow keys go from one to the next"
        className="block"
      >
        {data.custody.map((c, i) => (
          <rect
            key={i}
            x={x(c.x0)}
            y={2}
            width={Math.max(1, (c.x1 - c.x0) * scale - 1)}
            height={6}
            fill={
              c.away ? 'var(--steel)' : i === 0 && data.custody.length > 1 ? 'var(--hair)' : 'var(--life)'
            }
          >
            <title>{c.away ? `away: ${c.where}` : c.where}</title>
          </rect>
        ))}
        {data.barred.map((b, i) => (
          <rect
            key={i}
            x={x(b.x0)}
            y={top}
            width={Math.max(2, (b.x1 - b.x0) * scale)}
            height={bottom - top}
            fill="url(#barred)"
            opacity={0.35}
          >
            <title>{`Do not power: ${b.words}`}</title>
          </rect>
        ))}
        <defs>
          <pattern
            id="barred"
            width="8"
            height="8"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <rect width="3" height="8" fill="var(--oxide)" />
          </pattern>
        </defs>
        {lanes.map((lane, i) => {
          const base = top + i * laneHeight + 18
          const before = lanes.slice(0, i).reduce((n, l) => n + l.segments.length, 0)
          const word = words[lane.fn]
          return (
            <g key={lane.fn}>
              <path d={`M${left} ${base + 1.5} H${width - right}`} stroke="var(--hair)" />
              <text x={left - 10} y={base - 1} textAnchor="end" className="fill-ink text-13">
                {shortened(lane.fn, letters)}
                <title>{lane.essential ? `${lane.fn}, essential` : lane.fn}</title>
              </text>
              {lane.segments.length === 0 && (
                <path
                  d={`M${left} ${base - 1} H${width - right}`}
                  stroke="var(--life)"
                  strokeWidth="1.5"
                  strokeDasharray="1.5 5"
                />
              )}
              {lane.segments.map((s, n) => (
                <Segment
                  key={n}
                  x0={x(s.x0)}
                  x1={x(s.x1)}
                  base={base}
                  height={s.height}
                  fill={s.fill}
                  label={`${lane.fn}: ${segmentWords(s)}, from ${short(s.at)}`}
                  stop={before + n === Math.min(at, stretches - 1)}
                  onStop={() => setAt(before + n)}
                  onSay={setSaid}
                  onOpen={onEntry ? () => onEntry(s.entry) : undefined}
                />
              ))}
              <text
                x={width - right + 10}
                y={base - 1}
                className={`text-13 ${word?.due ? 'fill-copper font-bold' : 'fill-ink'}`}
              >
                {word && shortened(word.now, letters + 1)}
                <title>{word?.title}</title>
              </text>
            </g>
          )
        })}
        {cut && touched.length > 0 && (
          <g className="fill-copper">
            <path d={`M${x(cut.x)} ${top} V${bottom + 6}`} stroke="var(--copper)" strokeWidth="2" />
            <text
              x={cutAtEnd ? x(cut.x) - 6 : x(cut.x) + 6}
              y={height - 6}
              textAnchor={cutAtEnd ? 'end' : 'start'}
              className="text-13 num font-bold"
            >
              {cutLabel}
            </text>
          </g>
        )}
        {data.brackets.map((b) => (
          <g key={b.episode}>
            <path
              d={`M${x(b.x0)} ${bottom + 4} v5 H${Math.max(x(b.x1), x(b.x0) + 6)} v-5`}
              fill="none"
              stroke="var(--line)"
              strokeDasharray={b.open ? '3 2' : undefined}
            />
            <text
              x={(x(b.x0) + x(b.x1)) / 2}
              y={bottom + 20}
              textAnchor="middle"
              className="fill-quiet text-13 num"
            >
              {b.number}
              <title>{`Episode ${b.number}${b.open ? ', open' : ''}`}</title>
            </text>
          </g>
        ))}
        {marks.map((m, i) => (
          <text
            key={i}
            x={m.px}
            y={bottom + 38}
            textAnchor={m.px < left + 20 ? 'start' : 'middle'}
            className="fill-quiet text-13 num"
            opacity={cut && m.px + 48 > cutFrom && m.px - 48 < cutFrom + cutWidth ? 0 : 1}
          >
            {'at' in m.mark ? short(m.mark.at) : `${daysWords(m.mark.idleDays)} //`}
          </text>
        ))}
      </svg>
      {hidden > 0 && (
        <p className="text-quiet px-3 pb-2">{`${count(hidden, 'more function is', 'more functions are')} listed under Functions.`}</p>
      )}
      {stretches > 0 && <LifelineTable lanes={lanes} short={short} onEntry={onEntry} />}
      <p aria-live="polite" className="sr-only">
        {said}
      </p>
    </section>
  )
}

function Segment({
  x0,
  x1,
  base,
  height,
  fill,
  label,
  stop,
  onStop,
  onSay,
  onOpen,
}: {
  x0: number
  x1: number
  base: number
  height: keyof typeof heights
  fill: keyof typeof fillWords
  label: string
  stop: boolean
  onStop: () => void
  onSay: (text: string) => void
  onOpen: (() => void) | undefined
}) {
  const w = Math.max(1.5, x1 - x0)
  const h = heights[height]
  const shape =
    fill === 'dots' ? (
      <path d={`M${x0} ${base - 1} H${x0 + w}`} stroke="var(--life)" strokeWidth="2" strokeDasharray="2 4" />
    ) : fill === 'solid' ? (
      <rect x={x0} y={base - h} width={w} height={h} fill="var(--life)" />
    ) : (
      <rect
        x={x0 + 0.5}
        y={base - h + 0.5}
        width={Math.max(1, w - 1)}
        height={Math.max(1.5, h - 1)}
        fill="var(--sheet)"
        stroke="var(--life)"
      />
    )
  return (
    <g
      tabIndex={stop ? 0 : -1}
      role={onOpen ? 'button' : 'img'}
      aria-label={label}
      className={onOpen ? 'cursor-pointer' : ''}
      onMouseEnter={() => onSay(label)}
      onFocus={() => {
        onStop()
        onSay(label)
      }}
      onClick={onOpen}
      onKeyDown={(event) => {
        if (event.key === 'Enter') onOpen?.()
        const step = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0
        if (step === 0) return
        event.preventDefault()
        const all = [
          ...(event.currentTarget.ownerSVGElement?.querySelectorAll<SVGGElement>('g[tabindex]') ?? []),
        ]
        all[all.indexOf(event.currentTarget) + step]?.focus()
      }}
    >
      <title>{label}</title>
      <rect x={x0} y={base - 14} width={w} height={16} fill="transparent" />
      {shape}
    </g>
  )
}

type Mark = LifelineData['marks'][number]

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
    const wide = 'at' in mark ? 96 : 72
    const from = px < left + 20 ? px : px - wide / 2
    if (from < free || from + wide > end + 40) continue
    kept.push({ mark, px })
    free = from + wide + 8
  }
  return kept
}
