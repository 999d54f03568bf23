import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { cellsMeant, cellsOf, numberRange, readGrid, shortened, writeGrid } from './cells.ts'

const keys = [
  ['Q', 'W', 'E', 'R', '-'],
  ['A', 'S', '', 'D'],
]

describe('a range', () => {
  it.each([
    ['1-50', 50, '1', '50'],
    ['R40-R48', 9, 'R40', 'R48'],
    ['R40-48', 9, 'R40', 'R48'],
    ['U08..U11', 4, 'U08', 'U11'],
    ['7–7', 1, '7', '7'],
  ])('%s has %i cells', (text, n, first, last) => {
    const names = numberRange(text)
    expect(names).toHaveLength(n)
    expect([names?.[0], names?.at(-1)]).toEqual([first, last])
  })
  it.each(['50-1', 'R2-C9', '1-9000', 'Q-P', 'most', '4'])('%s is none', (text) =>
    expect(numberRange(text)).toBeUndefined(),
  )
})

describe('rows as text', () => {
  it('reads gaps, ranges and pairs of neighbours', () => {
    expect(readGrid('Q W _ E\n1-3')).toEqual([
      ['Q', 'W', '', 'E'],
      ['1', '2', '3'],
    ])
    // A row of n pins has n − 1 pairs of neighbours.
    expect(cellsOf(readGrid('neighbours 1-50'))).toHaveLength(49)
    expect(readGrid('neighbours 4-6')).toEqual([['4|5', '5|6']])
  })
  it('comes back as it was written', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.uniqueArray(
            fc.oneof(
              fc.integer({ min: 1, max: 400 }).map(String),
              fc.constantFrom('Q', 'F1', 'F2', 'F3', 'del', '+'),
            ),
            { minLength: 1, maxLength: 30 },
          ),
          {
            minLength: 1,
            maxLength: 6,
          },
        ),
        (rows) => {
          expect(readGrid(writeGrid(rows))).toEqual(rows)
        },
      ),
    ))
  it('names runs as ranges', () =>
    expect(shortened(['1', '2', '3', '7', '8', 'Q'])).toEqual(['1-3', '7', '8', 'Q']))
})

describe('a word of a list', () => {
  it.each([
    ['w', ['W']],
    ['Q-R', ['Q', 'W', 'E', 'R']],
    ['row2', ['A', 'S', 'D']],
    ['-', ['-']],
    ['all', ['Q', 'W', 'E', 'R', '-', 'A', 'S', 'D']],
    ['R-Q', undefined],
    ['row9', undefined],
    ['most', undefined],
  ])('%s', (word, cells) => expect(cellsMeant(word, keys)).toEqual(cells))
  it('takes numbers as they come where nobody wrote a grid', () => {
    expect(cellsMeant('1-3', [])).toEqual(['1', '2', '3'])
    expect(cellsMeant('IC7', [])).toEqual(['IC7'])
    expect(cellsMeant('all', [])).toBeUndefined()
  })
  it('takes no range that runs past the grid', () =>
    expect(cellsMeant('1-9', [['1', '2', '3']])).toBeUndefined())
})
