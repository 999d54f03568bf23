import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { sharedLine, tried, type CellState, type Marked } from './grid.ts'

const grid = [
  ['1', '2', '3', '4'],
  ['5', '6', '7', '8'],
]
const standing = (cells: readonly string[], stands = true): ReadonlyMap<string, CellState> =>
  new Map(cells.map((cell) => [cell, { cell, is: 'pass', at: '2026-03-01T10:00:00.000Z', stands }]))
const marks = (cells: readonly string[], is: Marked['is'], symptom?: string): Marked[] =>
  cells.map((cell) => ({ cell, is, symptom }))

describe('a trial of cells', () => {
  it('is a pass only when every cell passed', () =>
    expect(tried(grid, marks(grid.flat(), 'pass'), new Map()).result).toEqual({ is: 'pass' }))
  it('is inconclusive while some were not tried', () =>
    expect(tried(grid, marks(['1', '2'], 'pass'), new Map()).result).toEqual({
      is: 'inconclusive',
      because: '6 of 8 not tested',
    }))
  it('counts what stands from before', () => {
    const { result, tally } = tried(grid, marks(['8'], 'pass'), standing(['1', '2', '3', '4', '5', '6', '7']))
    expect(result).toEqual({ is: 'pass' })
    expect(tally).toEqual({ of: 8, pass: 1, fail: 0, stood: 7, untried: 0 })
  })
  it('does not count what was touched since', () =>
    expect(tried(grid, marks(['8'], 'pass'), standing(['1', '2'], false)).tally.untried).toBe(7))
  it('keeps a failure that nobody tried again', () => {
    const before = new Map([
      ...standing(['1', '2', '3', '4', '5', '6', '7']),
      ['8', { cell: '8', is: 'fail' as const, symptom: 'open', at: '', stands: true }],
    ])
    expect(tried(grid, marks(['1'], 'pass'), before).result).toEqual({
      is: 'partly',
      good: 7,
      of: 8,
      symptom: '8 open',
    })
  })
  it('is a fail when none was good', () =>
    expect(tried(grid, marks(grid.flat(), 'fail'), new Map()).result).toMatchObject({ is: 'fail' }))
  it('always adds up', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            cell: fc.constantFrom(...grid.flat()),
            is: fc.constantFrom('pass' as const, 'fail' as const),
          }),
        ),
        fc.subarray(grid.flat()),
        (list, before) => {
          const { tally, cells } = tried(grid, list, standing(before))
          expect(tally.pass + tally.fail + tally.stood + tally.untried).toBe(8)
          expect(
            [...cells.pass, ...cells.fail.map((f) => f.cell), ...cells.stood, ...cells.untried].sort(),
          ).toEqual(grid.flat())
        },
      ),
    ))
})

// Common practice: a dead set that shares a row or column is a line, scattered dead keys are switches.
describe('cells that fail together', () => {
  it('share a row', () => expect(sharedLine(grid, ['5', '7', '8'])).toEqual({ along: 'row', n: 2 }))
  it('share a column', () =>
    expect(sharedLine([...grid, ['9', '10', '11']], ['3', '7', '11'])).toEqual({ along: 'column', n: 3 }))
  it('are scattered', () => expect(sharedLine(grid, ['1', '6', '7'])).toBeUndefined())
  it('say nothing when they are two', () => expect(sharedLine(grid, ['1', '2'])).toBeUndefined())
})
