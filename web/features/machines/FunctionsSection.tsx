/** Every function with its standing, and the grids of those that are tried cell by cell. */
import { say } from '#api/words/say.ts'
import type { MachineView } from '#core/views/machine-shape.ts'
import { useDates } from '#web/app/session.tsx'
import { Rows } from '#web/ui/Rows.tsx'
import { standingWords, standingSentence } from '#api/words/standing.ts'
import { GridBoard } from '#web/ui/GridBoard.tsx'

export function Functions({ view }: { view: MachineView }) {
  const { when } = useDates()
  return (
    <Rows
      title={say('Functions, and what is known of them')}
      empty={view.functions.length === 0 ? say('None is listed yet.') : undefined}
    >
      {view.functions.map((f) => (
        <li
          key={f.fn}
          className="border-hair grid grid-cols-[13rem_12rem_1fr] gap-4 border-b py-1.5 max-sm:grid-cols-1"
        >
          <span>
            {f.fn}
            {f.essential && <span className="text-quiet text-13 ml-2">{say('essential')}</span>}
          </span>
          <span className={f.word === 'retest' || f.word === 'void' ? 'text-copper font-bold' : ''}>
            {standingWords(f, when)}
          </span>
          <span className="text-quiet">{standingSentence(f, when)}</span>
          <Cells view={view} fn={f.fn} />
        </li>
      ))}
    </Rows>
  )
}

/** The cells of a function that is tried one by one, once one of them was. */
function Cells({ view, fn }: { view: MachineView; fn: string }) {
  const grid = view.grids.find((g) => g.fn === fn && g.cells.length > 0)
  if (!grid) return null
  const good = grid.cells.filter((c) => c.is === 'pass').length
  const bad = grid.cells.length - good
  const of = grid.rows.flat().filter(Boolean).length
  return (
    <details className="col-span-full">
      <summary className="act cursor-pointer">
        {say('{good} good, {bad} not, {of} not tested; {of2} in all', {
          good,
          bad,
          of: of - grid.cells.length,
          of2: of,
        })}
      </summary>
      <GridBoard name={fn} rows={grid.rows} marks={new Map(grid.cells.map((c) => [c.cell, c]))} />
    </details>
  )
}
