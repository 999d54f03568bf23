/**
 * Cells of a grid as they lie: keys, pins, chips. The lifeline's language: full = good and untouched since, outline = was so,
 * foot line = fails, dashed = not tested. With `onMark` cells are marked by drag, and by keys alone.
 */
import { say } from '#api/words/say.ts'
import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react'
import type { Grid } from '#core/diagnosis/cells.ts'

export interface CellMark {
  readonly is: 'pass' | 'fail'
  readonly symptom?: string | undefined
  readonly stands: boolean
}

const wordsOf = (mark: CellMark | undefined) =>
  !mark
    ? say('not tested')
    : mark.is === 'fail'
      ? (mark.symptom ?? say('fail'))
      : mark.stands
        ? say('good')
        : say('good, touched since')
const look = (mark: CellMark | undefined) =>
  !mark
    ? 'border-line border-dashed border text-quiet'
    : mark.is === 'fail'
      ? 'border-hair border border-b-4 border-b-oxide font-bold'
      : mark.stands
        ? 'bg-ink text-ground border-ink border'
        : 'border-ink border-2'

export function GridBoard({
  name,
  rows,
  marks,
  onMark,
}: {
  name: string
  rows: Grid
  marks: ReadonlyMap<string, CellMark>
  onMark?: (cell: string) => void
}) {
  const [at, setAt] = useState({ row: 0, column: Math.max(0, rows[0]?.findIndex(Boolean) ?? 0) })
  const board = useRef<HTMLDivElement>(null)
  const dragged = useRef<string>(undefined)
  const cellAt = (row: number, column: number) => rows[row]?.[column]
  const go = (event: KeyboardEvent, byRow: number, byColumn: number) => {
    event.preventDefault()
    let { row, column } = at
    do {
      row += byRow
      column += byColumn
    } while (rows[row] && column >= 0 && column < (rows[row]?.length ?? 0) && !cellAt(row, column))
    const next = cellAt(row, column)
    if (!next) return
    if (event.shiftKey) onMark?.(next)
    setAt({ row, column })
    board.current?.querySelector<HTMLElement>(`[data-at="${row},${column}"]`)?.focus()
  }
  const keys = (event: KeyboardEvent) => {
    if (event.key === 'ArrowRight') go(event, 0, 1)
    else if (event.key === 'ArrowLeft') go(event, 0, -1)
    else if (event.key === 'ArrowDown') go(event, 1, 0)
    else if (event.key === 'ArrowUp') go(event, -1, 0)
    else if (event.key === ' ' && onMark) {
      event.preventDefault()
      const cell = cellAt(at.row, at.column)
      if (cell) onMark(cell)
    }
  }
  /** Under a finger the board gets every move, so the cell is sought where the pointer is. */
  const draw = (event: PointerEvent) => {
    if (!onMark || event.buttons === 0) return
    const cell = document.elementFromPoint(event.clientX, event.clientY)?.closest<HTMLElement>('[data-cell]')
    const named = cell && board.current?.contains(cell) ? cell.dataset['cell'] : undefined
    if (!named || named === dragged.current) return
    dragged.current = named
    onMark(named)
  }
  return (
    <div
      ref={board}
      role="grid"
      aria-label={name}
      aria-readonly={onMark ? undefined : true}
      className={`w-max max-w-full space-y-1 overflow-x-auto py-1 select-none ${onMark ? 'touch-none' : ''}`}
      onKeyDown={keys}
      onPointerDown={(event) => {
        dragged.current = undefined
        draw(event)
      }}
      onPointerMove={draw}
    >
      {rows.map((row, r) => (
        <div key={r} role="row" className="flex gap-1">
          {row.map((cell, c) =>
            cell === '' ? (
              <span key={c} role="gridcell" className="min-w-8" />
            ) : (
              <GridCell key={c} c={c} cell={cell} r={r} at={at} marks={marks} onAt={setAt} onMark={onMark} />
            ),
          )}
        </div>
      ))}
    </div>
  )
}

function GridCell({
  c,
  cell,
  r,
  at,
  marks,
  onAt,
  onMark,
}: {
  c: number
  cell: string
  r: number
  at: { row: number; column: number }
  marks: ReadonlyMap<string, CellMark>
  onAt: (value: { row: number; column: number }) => void
  onMark: ((cell: string) => void) | undefined
}) {
  return (
    <span
      role="gridcell"
      data-cell={cell}
      data-at={`${r},${c}`}
      tabIndex={at.row === r && at.column === c ? 0 : -1}
      aria-label={`${cell}: ${wordsOf(marks.get(cell))}`}
      title={`${cell}: ${wordsOf(marks.get(cell))}`}
      onFocus={() => onAt({ row: r, column: c })}
      className={`num text-13 flex h-8 min-w-8 items-center justify-center rounded-sm px-1.5 ${onMark ? 'cursor-pointer pointer-coarse:h-11 pointer-coarse:min-w-11' : ''} ${look(marks.get(cell))}`}
    >
      {cell}
    </span>
  )
}
