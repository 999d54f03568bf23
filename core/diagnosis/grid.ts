/** What is known of every cell of a function's grid, and what one more trial of some of them comes to. */
import { dependenciesOf } from '#core/type/depends.ts'
import { netChanges, stepsAfter } from '#core/history/changes.ts'
import type { TestResult, TriedCells } from '#core/history/bodies/test.ts'
import { voidReason } from '#core/history/void.ts'
import { structureOf } from '#core/history/layout.ts'
import { type MachineState, type World } from '#core/history/world.ts'
import type { Instant } from '#core/quantity/time.ts'
import type { SheetFunction } from '#core/type/sheet.ts'
import { cellsOf, shortened, type Grid } from './cells.ts'

export interface CellState {
  readonly cell: string
  readonly is: 'pass' | 'fail'
  readonly symptom?: string | undefined
  readonly at: Instant
  /** Nothing was touched since that reaches it. */
  readonly stands: boolean
}

/** The last result of each cell that was ever tried, with whether it still stands. Void tests count for nothing. */
export function gridStates(
  world: World,
  machine: MachineState,
  fn: SheetFunction,
): ReadonlyMap<string, CellState> {
  const states = new Map<string, CellState>()
  const deps = dependenciesOf(structureOf(world, machine), fn)
  for (const test of machine.tests.get(fn.name) ?? []) {
    const { cells } = test.body.results.find((r) => r.fn === fn.name) ?? {}
    if (!cells || voidReason(world, machine, fn, test)) continue
    const touched = netChanges(stepsAfter(machine, test, deps)).map((c) => c.target.name)
    const stands = (cell: string) =>
      touched.every((target) => target !== cell && cellsOf(fn.grid ?? []).includes(target))
    const at = test.entry.happenedAt.latest
    for (const cell of cells.pass) states.set(cell, { cell, is: 'pass', at, stands: stands(cell) })
    for (const { cell, symptom } of cells.fail)
      states.set(cell, { cell, is: 'fail', symptom, at, stands: stands(cell) })
  }
  return states
}

export interface Marked {
  readonly cell: string
  readonly is: 'pass' | 'fail'
  readonly symptom?: string | undefined
}

/** How the cells of a grid add up after a trial: pass + fail + stood + untried = of. */
export interface Tally {
  readonly of: number
  readonly pass: number
  readonly fail: number
  /** Passed before and untouched since. */
  readonly stood: number
  readonly untried: number
}

/**
 * A trial of some cells, with what stands from before: earlier passes that nothing touched count, earlier failures that
 * nobody tried again stay failures, and what was never tried is named. With no failure, what was not tried leaves the whole
 * inconclusive: a pass of some is no pass of all. `grid` empty: the marks are all there is.
 */
export function tried(
  grid: Grid,
  marks: readonly Marked[],
  before: ReadonlyMap<string, CellState>,
): { readonly cells: TriedCells; readonly result: TestResult; readonly tally: Tally } {
  const latest = new Map(marks.map((m) => [m.cell, m]))
  const all = cellsOf(grid).length > 0 ? cellsOf(grid) : [...latest.keys()]
  const pass: string[] = []
  const fail: { cell: string; symptom?: string }[] = []
  const stood: string[] = []
  const untried: string[] = []
  for (const cell of all) {
    const now = latest.get(cell)
    const then = before.get(cell)
    if (now?.is === 'pass') pass.push(cell)
    else if (now) fail.push({ cell, ...(now.symptom ? { symptom: now.symptom } : {}) })
    else if (then?.is === 'fail') fail.push({ cell, ...(then.symptom ? { symptom: then.symptom } : {}) })
    else if (then?.stands) stood.push(cell)
    else untried.push(cell)
  }
  const good = pass.length + stood.length
  const result: TestResult =
    fail.length === 0 && untried.length > 0
      ? { is: 'inconclusive', because: `${untried.length} of ${all.length} not tested` }
      : fail.length === 0
        ? { is: 'pass' }
        : good === 0
          ? { is: 'fail', ...symptomOf(fail) }
          : { is: 'partly', good, of: good + fail.length, ...symptomOf(fail) }
  return {
    cells: { pass, fail, stood, untried },
    result,
    tally: {
      of: all.length,
      pass: pass.length,
      fail: fail.length,
      stood: stood.length,
      untried: untried.length,
    },
  }
}

/** "7-9 4 sticky, 31 open": cells by how they fail, within the length that a symptom may have. */
function symptomOf(fail: readonly { cell: string; symptom?: string }[]): { symptom?: string } {
  const ways = new Map<string, string[]>()
  for (const { cell, symptom = '' } of fail) ways.set(symptom, [...(ways.get(symptom) ?? []), cell])
  const text = [...ways]
    .map(([symptom, cells]) => [...shortened(cells), symptom].filter(Boolean).join(' '))
    .join(', ')
  return { symptom: text.length <= 80 ? text : `${fail.length} cells` }
}

/** Two dead keys side by side are no pattern yet. */
const leastShared = 3

/**
 * Whether all that failed lies in one row or one column: more like a line or a connector than like single switches.
 * Rows and columns are those of the layout as written, which need not be those of the wiring. Common practice.
 */
export function sharedLine(
  grid: Grid,
  failed: readonly string[],
): { readonly along: 'row' | 'column'; readonly n: number } | undefined {
  if (failed.length < leastShared || grid.length < 2) return undefined
  const places = failed.flatMap((cell) => {
    const row = grid.findIndex((names) => names.includes(cell))
    return row < 0 ? [] : [{ row, column: grid[row]?.indexOf(cell) ?? 0 }]
  })
  const [first] = places
  if (!first || places.length < failed.length) return undefined
  if (places.every((p) => p.row === first.row)) return { along: 'row', n: first.row + 1 }
  if (places.every((p) => p.column === first.column)) return { along: 'column', n: first.column + 1 }
  return undefined
}
