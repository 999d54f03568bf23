/**
 * The lifeline: one lane a function. Height says the result, fill says the proof; the change that emptied the bars is one
 * copper line. It is the table of functions as well: today's standing stands at the right of each lane.
 */
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import { cutOutWords } from '#api/words/dates.ts'
import { count } from '#api/words/lists.ts'
import type { Lifeline as LifelineData } from '#core/views/lifeline.ts'
import { layOut, laneHeight, type LifelineLayout } from './lifeline-layout.ts'
import { useWidth } from './useWidth.ts'
import { LifelineTable, segmentWords, type fillWords } from './LifelineTable.tsx'

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
  const { holder, width } = useWidth()
  const [said, setSaid] = useState('')
  /** The stretch that Tab comes to; arrows go on from it. */
  const [at, setAt] = useState(0)
  const cutLabel = data.cut ? (cutWords ?? short(data.cut.at)) : ''
  const layout = layOut(data, width, cutLabel)
  const { lanes, hidden, stretches, height, top, cut } = layout
  return (
    <section ref={holder} aria-label={say('Lifeline')} className="bg-sheet overflow-x-auto rounded-sm">
      <svg
        width={width}
        height={height}
        viewBox={`0 0 ${width} ${height}`}
        role="group"
        aria-label={say('Results over time; arrow keys go from one to the next')}
        className="block"
      >
        <Stretches data={data} layout={layout} />
        {lanes.map((lane, i) => {
          const before = lanes.slice(0, i).reduce((n, l) => n + l.segments.length, 0)
          return (
            <Lane
              key={lane.fn}
              lane={lane}
              base={top + i * laneHeight + 18}
              word={words[lane.fn]}
              layout={layout}
              short={short}
              stop={Math.min(at, stretches - 1) - before}
              onStop={(n) => setAt(before + n)}
              onSay={setSaid}
              onEntry={onEntry}
            />
          )
        })}
        {cut?.touches && <Change cut={cut} label={cutLabel} layout={layout} />}
        <Brackets data={data} layout={layout} />
        <Days short={short} layout={layout} />
      </svg>
      {hidden > 0 && (
        <p className="text-quiet px-3 pb-2">
          {say('{hidden} listed under Functions.', {
            hidden: count(hidden, 'more function is', 'more functions are'),
          })}
        </p>
      )}
      {stretches > 0 && <LifelineTable lanes={lanes} short={short} onEntry={onEntry} />}
      <p aria-live="polite" className="sr-only">
        {said}
      </p>
    </section>
  )
}

/** Where it stood, and when it must not be powered. */
function Stretches({ data, layout }: { data: LifelineData; layout: LifelineLayout }) {
  const { x, scale, top, bottom } = layout
  return (
    <>
      {data.custody.map((c, i) => (
        <rect
          key={i}
          x={x(c.x0)}
          y={2}
          width={Math.max(1, (c.x1 - c.x0) * scale - 1)}
          height={6}
          fill={c.away ? 'var(--steel)' : i === 0 && data.custody.length > 1 ? 'var(--hair)' : 'var(--life)'}
        >
          <title>{c.away ? say('away: {where}', { where: c.where }) : c.where}</title>
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
          <title>{say('Do not power: {words}', { words: b.words })}</title>
        </rect>
      ))}
      <defs>
        <pattern id="barred" width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="3" height="8" fill="var(--oxide)" />
        </pattern>
      </defs>
    </>
  )
}

function Lane({
  lane,
  base,
  word,
  layout: { left, right, letters, x },
  short,
  stop,
  onStop,
  onSay,
  onEntry,
}: {
  lane: LifelineLayout['lanes'][number]
  base: number
  word: LaneWords | undefined
  layout: LifelineLayout
  short: (at: string) => string
  /** Which of its stretches Tab comes to; none of them where it is outside of the lane. */
  stop: number
  onStop: (stretch: number) => void
  onSay: (text: string) => void
  onEntry: ((entry: string) => void) | undefined
}) {
  return (
    <g>
      <path d={`M${left} ${base + 1.5} H${right}`} stroke="var(--hair)" />
      <text x={left - 10} y={base - 1} textAnchor="end" className="fill-ink text-13">
        {shortened(lane.fn, letters)}
        <title>{lane.essential ? say('{fn}, essential', { fn: lane.fn }) : lane.fn}</title>
      </text>
      {lane.segments.length === 0 && (
        <path
          d={`M${left} ${base - 1} H${right}`}
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
          label={say('{fn}: {segment}, from {at}', {
            fn: lane.fn,
            segment: segmentWords(s),
            at: short(s.at),
          })}
          stop={n === stop}
          onStop={() => onStop(n)}
          onSay={onSay}
          onOpen={onEntry ? () => onEntry(s.entry) : undefined}
        />
      ))}
      <text
        x={right + 10}
        y={base - 1}
        className={`text-13 ${word?.due ? 'fill-copper font-bold' : 'fill-ink'}`}
      >
        {word && shortened(word.now, letters + 1)}
        <title>{word?.title}</title>
      </text>
    </g>
  )
}

/** The change that emptied the bars. */
function Change({
  cut,
  label,
  layout: { top, bottom, height },
}: {
  cut: NonNullable<LifelineLayout['cut']>
  label: string
  layout: LifelineLayout
}) {
  return (
    <g className="fill-copper">
      <path d={`M${cut.px} ${top} V${bottom + 6}`} stroke="var(--copper)" strokeWidth="2" />
      <text
        x={cut.leftward ? cut.px - 6 : cut.px + 6}
        y={height - 6}
        textAnchor={cut.leftward ? 'end' : 'start'}
        className="text-13 num font-bold"
      >
        {label}
      </text>
    </g>
  )
}

function Brackets({ data, layout }: { data: LifelineData; layout: LifelineLayout }) {
  const { x, bottom } = layout
  return (
    <>
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
            <title>
              {b.open
                ? say('Episode {number}, open', { number: b.number })
                : say('Episode {number}', { number: b.number })}
            </title>
          </text>
        </g>
      ))}
    </>
  )
}

function Days({ short, layout }: { short: (at: string) => string; layout: LifelineLayout }) {
  const { marks, bottom, left, cut } = layout
  return (
    <>
      {marks.map((m, i) => (
        <text
          key={i}
          x={m.px}
          y={bottom + 38}
          textAnchor={m.px < left + 20 ? 'start' : 'middle'}
          className="fill-quiet text-13 num"
          opacity={cut && m.px + 48 > cut.from && m.px - 48 < cut.from + cut.width ? 0 : 1}
        >
          {'at' in m.mark ? short(m.mark.at) : cutOutWords(m.mark.idleDays)}
        </text>
      ))}
    </>
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
