/**
 * The linear assignment problem: each row gets at most one column, as many rows as can be served, at the least total cost.
 * Shortest augmenting paths with potentials (Jonker & Volgenant, Computing 38 (1987) 325–340, without their initialisation).
 */

/** Cost of giving a column to a row; `Infinity` where it may not be. */
export type CostMatrix = readonly (readonly number[])[]

export interface Assignment {
  /** The column of each row; −1 for a row that gets none. */
  readonly columns: readonly number[]
  readonly cost: number
}

/**
 * Solves a matrix with any number of rows and columns. Rows that cannot be served stay without; among those with the most rows
 * served, the cost is least. O(rows² · columns). `stop` is asked once a row and ends the work early with undefined.
 */
export function assign(costs: CostMatrix, stop?: () => boolean): Assignment | undefined {
  const rows = costs.length
  const columns = costs[0]?.length ?? 0
  if (rows === 0) return { columns: [], cost: 0 }
  let most = 0
  for (const row of costs)
    for (const cost of row) if (Number.isFinite(cost)) most = Math.max(most, Math.abs(cost))
  // A column of its own for every row, dearer than any complete assignment: taking it means "none".
  const none = (most + 1) * (rows + 1) * 2
  const width = columns + rows
  const price = (row: number, column: number): number => {
    if (column >= columns) return column - columns === row ? none : Number.POSITIVE_INFINITY
    return costs[row]?.[column] ?? Number.POSITIVE_INFINITY
  }
  const rowPotential = new Float64Array(rows)
  const columnPotential = new Float64Array(width)
  const rowOf = new Int32Array(width).fill(-1)
  const distance = new Float64Array(width)
  const before = new Int32Array(width)
  const done = new Uint8Array(width)
  for (let start = 0; start < rows; start++) {
    if (stop?.()) return undefined
    distance.fill(Number.POSITIVE_INFINITY)
    before.fill(-1)
    done.fill(0)
    let row = start
    let reached = -1
    let at = -1
    let travelled = 0
    while (reached < 0) {
      let next = -1
      let least = Number.POSITIVE_INFINITY
      const base = travelled - (rowPotential[row] ?? 0)
      for (let column = 0; column < width; column++) {
        if (done[column]) continue
        const cost = price(row, column)
        if (cost !== Number.POSITIVE_INFINITY) {
          const reduced = base + cost - (columnPotential[column] ?? 0)
          if (reduced < (distance[column] ?? 0)) {
            distance[column] = reduced
            before[column] = at
          }
        }
        const here = distance[column] ?? Number.POSITIVE_INFINITY
        if (here < least || (here === least && next >= 0 && rowOf[column] === -1 && rowOf[next] !== -1)) {
          least = here
          next = column
        }
      }
      travelled = least
      done[next] = 1
      at = next
      if (rowOf[next] === -1) reached = next
      else row = rowOf[next] ?? 0
    }
    for (let column = 0; column < width; column++) {
      if (!done[column] || column === reached) continue
      const change = travelled - (distance[column] ?? 0)
      columnPotential[column] = (columnPotential[column] ?? 0) - change
      const owner = rowOf[column] ?? -1
      if (owner >= 0) rowPotential[owner] = (rowPotential[owner] ?? 0) + change
    }
    rowPotential[start] = (rowPotential[start] ?? 0) + travelled
    for (let column = reached; column >= 0;) {
      const previous = before[column] ?? -1
      rowOf[column] = previous >= 0 ? (rowOf[previous] ?? -1) : start
      column = previous
    }
  }
  const found = new Array<number>(rows).fill(-1)
  let cost = 0
  for (let column = 0; column < columns; column++) {
    const row = rowOf[column] ?? -1
    if (row < 0) continue
    found[row] = column
    cost += price(row, column)
  }
  return { columns: found, cost }
}
