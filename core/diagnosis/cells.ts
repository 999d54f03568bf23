/** Cells of a grid by name: keys of a keyboard, pins of a slot, chips in sockets, tracks. Lists and ranges, both ways. */

/** Rows of cell names as they lie; the empty text is a gap. */
export type Grid = readonly (readonly string[])[]

/** The most cells that a range may name: a slip of a digit would otherwise make ten thousand. */
const most = 2000

export const cellsOf = (grid: Grid): string[] => grid.flat().filter((name) => name !== '')

const numbered = /^([A-Za-z]*)(\d{1,5})$/
const range = /^([A-Za-z]*)(\d{1,5})(?:-|–|\.\.)([A-Za-z]*)(\d{1,5})$/

/** "1-50" → 1 … 50, "R40-R48" → R40 … R48; both ends belong to it. Undefined for text that is no range of numbers. */
export function numberRange(text: string): string[] | undefined {
  const match = range.exec(text)
  if (!match) return undefined
  const [, letters = '', first = '', again = '', last = ''] = match
  if (again !== '' && again.toUpperCase() !== letters.toUpperCase()) return undefined
  const [from, to] = [Number(first), Number(last)]
  if (to < from || to - from >= most) return undefined
  return Array.from(
    { length: to - from + 1 },
    (_, i) => `${letters}${first.startsWith('0') ? String(from + i).padStart(first.length, '0') : from + i}`,
  )
}

/**
 * Rows as people write them, one a line, names parted by spaces: "Q W E R", "1-25", "_" for a gap. "neighbours 1-50" makes
 * the 49 pairs 1|2 … 49|50 that are tried for shorts.
 */
export function readGrid(text: string): string[][] {
  return text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)
    .map((line) => {
      const pairs = /^neighbours\s+/i.exec(line)
      const names = (pairs ? line.slice(pairs[0].length) : line)
        .split(/\s+/)
        .flatMap((word) => (word === '_' ? [''] : (numberRange(word) ?? [word])))
      return pairs ? names.slice(1).map((name, i) => `${names[i] ?? ''}|${name}`) : names
    })
}

/** The same rows as text; `readGrid` reads it back. */
export const writeGrid = (grid: Grid): string =>
  grid.map((row) => shortened(row.map((name) => name || '_')).join(' ')).join('\n')

/** Names in their order, runs of three or more consecutive numbers as ranges: 1 2 3 7 → "1-3", "7". */
export function shortened(names: readonly string[]): string[] {
  const out: string[] = []
  for (let i = 0; i < names.length;) {
    const start = numbered.exec(names[i] ?? '')
    let length = 1
    if (start && !(start[2] ?? '').startsWith('0'))
      while (names[i + length] === `${start[1] ?? ''}${Number(start[2]) + length}`) length++
    if (length >= 3) out.push(`${names[i] ?? ''}-${names[i + length - 1] ?? ''}`)
    else out.push(...names.slice(i, i + length))
    i += length
  }
  return out
}

/**
 * One word of a list → the cells it means: a name as it stands, a range by number, a range along the grid ("Q-P"), "row 2" as
 * `row2`, "all". Undefined for a word that means none. An empty grid takes numbers and ranges as they come.
 */
export function cellsMeant(word: string, grid: Grid): string[] | undefined {
  const all = cellsOf(grid)
  const same = (a: string, b: string) => a.toLowerCase() === b.toLowerCase()
  const exact = all.find((name) => same(name, word))
  if (exact !== undefined) return [exact]
  if (/^all$/i.test(word)) return all.length > 0 ? all : undefined
  const row = /^row(\d+)$/i.exec(word)
  if (row) {
    const names = grid[Number(row[1]) - 1]?.filter(Boolean)
    return names?.length ? names : undefined
  }
  const ranged = numberRange(word)
  if (all.length === 0) return ranged ?? (/^[A-Za-z]{0,3}\d{1,4}$/.test(word) ? [word] : undefined)
  if (ranged) {
    const known = ranged.flatMap((name) => all.find((n) => same(n, name)) ?? [])
    return known.length === ranged.length ? known : undefined
  }
  for (
    let dash = word.indexOf('-', 1);
    dash > 0 && dash < word.length - 1;
    dash = word.indexOf('-', dash + 1)
  ) {
    const from = all.findIndex((n) => same(n, word.slice(0, dash)))
    const to = all.findIndex((n) => same(n, word.slice(dash + 1)))
    if (from >= 0 && to >= from) return all.slice(from, to + 1)
  }
  return undefined
}
