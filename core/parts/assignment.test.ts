import fc from 'fast-check'
import computeMunkres from 'munkres-js'
import { describe, expect, it } from 'vitest'
import { assign } from './assignment.ts'

const costOf = (matrix: readonly (readonly number[])[], columns: readonly number[]) =>
  columns.reduce((sum, column, row) => (column < 0 ? sum : sum + (matrix[row]?.[column] ?? 0)), 0)

describe('an assignment', () => {
  it('of a worked three by three', () => {
    const { columns, cost } = assign([
      [4, 1, 3],
      [2, 0, 5],
      [3, 2, 2],
    ])!
    expect(cost).toBe(5)
    expect(columns).toEqual([1, 0, 2])
  })
  // Against an independent implementation of the Hungarian algorithm (npm: munkres-js).
  it('costs what an independent implementation finds', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 9 }),
        fc.integer({ min: 1, max: 9 }),
        fc.infiniteStream(fc.integer({ min: 0, max: 50 })),
        (rows, columns, stream) => {
          const numbers = stream[Symbol.iterator]()
          const matrix = Array.from({ length: rows }, () =>
            Array.from({ length: columns }, () => numbers.next().value as number),
          )
          const pairs = computeMunkres(matrix.map((row) => [...row]))
          const theirs = pairs.reduce(
            (sum: number, [row, column]: [number, number]) => sum + (matrix[row]?.[column] ?? 0),
            0,
          )
          const ours = assign(matrix)!
          expect(ours.cost).toBe(theirs)
          expect(ours.columns.filter((c) => c >= 0)).toHaveLength(Math.min(rows, columns))
          expect(new Set(ours.columns.filter((c) => c >= 0)).size).toBe(Math.min(rows, columns))
          expect(costOf(matrix, ours.columns)).toBe(ours.cost)
        },
      ),
    ))
  it('serves as many rows as can be served, and never by what may not be', () => {
    const no = Number.POSITIVE_INFINITY
    // Greedy would give row 0 its cheap column 0 and leave row 1 without.
    expect(
      assign([
        [1, 100],
        [2, no],
      ]),
    ).toEqual({ columns: [1, 0], cost: 102 })
    expect(
      assign([
        [no, no],
        [3, no],
      ]),
    ).toEqual({ columns: [-1, 0], cost: 3 })
  })
  it('of nothing costs nothing', () => {
    expect(assign([])).toEqual({ columns: [], cost: 0 })
    expect(assign([[]])).toEqual({ columns: [-1], cost: 0 })
  })
  it('can be stopped', () => expect(assign([[1]], () => true)).toBeUndefined())
})
