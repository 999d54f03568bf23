/** Rectangles on a photograph, drawn by pointer, moved and sized by keys. */
import { say } from '#api/words/say.ts'
import { useRef, useState } from 'react'
import type { z } from 'zod'
import type { markSchema } from '#core/history/bodies/colour.ts'

export type Mark = z.infer<typeof markSchema>

const step = 0.01
const short: Readonly<Record<Mark['role'], string>> = {
  card: say('card'),
  'true colour': say('true'),
  'untreated piece': say('untreated'),
  patch: say('patch'),
}
const within = (v: number, low: number, high: number) => Math.min(Math.max(v, low), high)

/** A box that is drawn on the frame, shares of its width and height. */
function useBox() {
  const frame = useRef<HTMLDivElement>(null)
  const [from, setFrom] = useState<readonly [number, number]>()
  const [to, setTo] = useState<readonly [number, number]>()
  const at = (event: React.PointerEvent): readonly [number, number] => {
    const box = frame.current?.getBoundingClientRect()
    return box
      ? [
          within((event.clientX - box.left) / box.width, 0, 1),
          within((event.clientY - box.top) / box.height, 0, 1),
        ]
      : [0, 0]
  }
  const box = from &&
    to && {
      x: Math.min(from[0], to[0]),
      y: Math.min(from[1], to[1]),
      w: Math.abs(to[0] - from[0]),
      h: Math.abs(to[1] - from[1]),
    }
  return { frame, from, at, box, setFrom, setTo }
}

export function Marks({
  src,
  marks,
  chosen,
  onChoose,
  onChange,
  onDraw,
  namesAlone = false,
}: {
  src: string
  marks: readonly Mark[]
  chosen: number | undefined
  onChoose: (index: number) => void
  onChange: (index: number, mark: Mark | undefined) => void
  onDraw: (box: Pick<Mark, 'x' | 'y' | 'w' | 'h'>) => void
  /** Patches are called by their names alone. */
  namesAlone?: boolean
}) {
  const { frame, from, at, box, setFrom, setTo } = useBox()
  const key = (event: React.KeyboardEvent, index: number, mark: Mark) => {
    const moves: Readonly<Record<string, readonly [number, number]>> = {
      ArrowLeft: [-step, 0],
      ArrowRight: [step, 0],
      ArrowUp: [0, -step],
      ArrowDown: [0, step],
    }
    const [dx, dy] = moves[event.key] ?? [0, 0]
    if (event.key === 'Delete') return onChange(index, undefined)
    if (dx === 0 && dy === 0) return
    event.preventDefault()
    onChange(
      index,
      event.shiftKey
        ? { ...mark, w: within(mark.w + dx, step, 1 - mark.x), h: within(mark.h + dy, step, 1 - mark.y) }
        : { ...mark, x: within(mark.x + dx, 0, 1 - mark.w), y: within(mark.y + dy, 0, 1 - mark.h) },
    )
  }
  return (
    <div
      ref={frame}
      className="relative touch-none self-start select-none"
      style={{ background: 'var(--photo)' }}
      onPointerDown={(e) => {
        if (e.target instanceof HTMLButtonElement) return
        e.currentTarget.setPointerCapture(e.pointerId)
        setFrom(at(e))
        setTo(at(e))
      }}
      onPointerMove={(e) => from && setTo(at(e))}
      onPointerUp={() => {
        if (box && box.w > step && box.h > step) onDraw(box)
        setFrom(undefined)
        setTo(undefined)
      }}
    >
      <img
        src={src}
        alt={say('The photograph that is measured')}
        className="block w-full"
        draggable={false}
      />
      {marks.map((mark, i) => (
        <MarkBox
          key={i}
          i={i}
          chosen={chosen}
          mark={mark}
          onChoose={onChoose}
          onKey={key}
          namesAlone={namesAlone}
        />
      ))}
      {box && <Drawn box={box} />}
    </div>
  )
}

/** One mark on the photograph. */
function MarkBox({
  i,
  chosen,
  mark,
  onChoose,
  onKey,
  namesAlone,
}: {
  i: number
  chosen: number | undefined
  mark: Mark
  onChoose: (index: number) => void
  onKey: (event: React.KeyboardEvent, index: number, mark: Mark) => void
  namesAlone: boolean
}) {
  return (
    <button
      type="button"
      className={`absolute overflow-visible border-2 text-left ${i === chosen ? 'border-verdigris outline-2 outline-white' : 'border-white outline-1 outline-black'}`}
      style={{
        left: `${mark.x * 100}%`,
        top: `${mark.y * 100}%`,
        width: `${mark.w * 100}%`,
        height: `${mark.h * 100}%`,
      }}
      aria-label={say('{role} {name}: arrows move it, Shift and arrows size it, Delete removes it', {
        role: mark.role,
        name: mark.name,
      })}
      onFocus={() => onChoose(i)}
      onKeyDown={(e) => onKey(e, i, mark)}
    >
      <span className="bg-sheet text-13 text-ink absolute -top-5 left-0 px-1 whitespace-nowrap">
        {mark.role === 'card'
          ? `${mark.name} L* ${mark.lightness ?? '?'}`
          : namesAlone
            ? mark.name
            : `${short[mark.role]}: ${mark.name}`}
      </span>
    </button>
  )
}

/** The box that is being drawn. */
function Drawn({ box }: { box: Pick<Mark, 'x' | 'y' | 'w' | 'h'> }) {
  return (
    <span
      className="border-verdigris pointer-events-none absolute border-2 border-dashed"
      style={{
        left: `${box.x * 100}%`,
        top: `${box.y * 100}%`,
        width: `${box.w * 100}%`,
        height: `${box.h * 100}%`,
      }}
    />
  )
}
