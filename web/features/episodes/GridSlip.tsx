/** Many cells at once: choose how they are, draw over them; the slip writes the line, and the line is what is recorded. */
import { say, shown } from '#api/words/say.ts'
import { useState } from 'react'
import type { ComposerContext } from '#core/composer/context.ts'
import type { Grid } from '#core/diagnosis/cells.ts'
import { tried, type Marked } from '#core/diagnosis/grid.ts'
import { writeMarks } from '#core/composer/measure.ts'
import { GridBoard, type CellMark } from '#web/ui/GridBoard.tsx'
import { PlainButton, Slip } from '#web/ui/Forms.tsx'

const ways = ['ok', 'dead', 'open', 'short', 'double strike', 'not tested'] as const

export type Marks = ReadonlyMap<string, Marked>
export const noMarks: Marks = new Map()

export function GridSlip({
  fn,
  grid,
  context,
  marks,
  onMarks,
  onLine,
  onClose,
}: {
  fn: string
  grid: Grid
  context: ComposerContext
  marks: Marks
  /** A change of the marks: several may come between two drawings of the board. */
  onMarks: (change: (old: Marks) => Marks) => void
  onLine: (line: string) => void
  onClose: () => void
}) {
  const [brush, setBrush] = useState<string>('ok')
  const [own, setOwn] = useState('')
  const before = new Map((context.grids[fn] ?? []).map((s) => [s.cell, s]))
  const said = brush === 'own' ? own.trim() : brush
  const mark = (cells: readonly string[]) =>
    onMarks((old) => {
      const next = new Map(old)
      for (const cell of cells) {
        if (said === 'not tested' || said === '') next.delete(cell)
        else next.set(cell, said === 'ok' ? { cell, is: 'pass' } : { cell, is: 'fail', symptom: said })
      }
      return next
    })
  const all = grid.flat().filter(Boolean)
  const rest = all.filter((cell) => !marks.has(cell))
  const { tally } = tried(grid, [...marks.values()], before)
  const shown = new Map<string, CellMark>([
    ...before,
    ...[...marks].map(([cell, m]) => [cell, { ...m, stands: true }] as const),
  ])
  return (
    <Slip title={say('{fn}, one by one', { fn })} onClose={onClose}>
      <Brushes brush={brush} onBrush={setBrush} own={own} onOwn={setOwn} />
      <GridBoard name={fn} rows={grid} marks={shown} onMark={(cell) => mark([cell])} />
      <p className="num my-2" role="status">
        {tally.stood
          ? say('{pass} pass, {fail} fail, {stood} carried over, {untried} not tested; {of} in all', {
              pass: tally.pass,
              fail: tally.fail,
              untried: tally.untried,
              of: tally.of,
              stood: tally.stood,
            })
          : say('{pass} pass, {fail} fail, {untried} not tested; {of} in all', {
              pass: tally.pass,
              fail: tally.fail,
              untried: tally.untried,
              of: tally.of,
            })}
      </p>
      <div className="flex flex-wrap items-center gap-3">
        <PlainButton
          disabled={marks.size === 0}
          onClick={() => onLine(`test ${fn} ${writeMarks(grid, [...marks.values()])}`)}
        >
          {say('Into the line')}
        </PlainButton>
        <PlainButton
          disabled={rest.length === 0 || said === '' || said === 'not tested'}
          onClick={() => mark(rest)}
        >
          {say('All the rest {said}', { said: said || '…' })}
        </PlainButton>
        <span className="text-quiet text-13">
          {say('Arrow keys move, space marks, Shift with an arrow marks on the way.')}
        </span>
      </div>
    </Slip>
  )
}

function Brushes({
  brush,
  onBrush,
  own,
  onOwn,
}: {
  brush: string
  onBrush: (value: string) => void
  own: string
  onOwn: (value: string) => void
}) {
  return (
    <fieldset className="mb-2 flex flex-wrap items-center gap-x-4 gap-y-1">
      <legend className="text-13 text-quiet mb-1">{say('Draw over the cells that are')}</legend>
      {ways.map((way) => (
        <label key={way} className="flex min-h-9 items-center gap-1.5">
          <input type="radio" name="brush" checked={brush === way} onChange={() => onBrush(way)} />{' '}
          {shown(way)}
        </label>
      ))}
      <label className="flex min-h-9 items-center gap-1.5">
        <input type="radio" name="brush" checked={brush === 'own'} onChange={() => onBrush('own')} />
        <input
          aria-label={say('in your own words')}
          className="field h-8 w-36"
          placeholder={say('own words')}
          value={own}
          onFocus={() => onBrush('own')}
          onChange={(e) => onOwn(e.target.value)}
        />
      </label>
    </fieldset>
  )
}
