/**
 * Which electrical lines and single cells explain a pattern of dead cells: the fewest, where a line is meant when most of its cells
 * are dead. Scattered ones are cells, double strikes are contacts, and keys that shift are often a line of their own. Common
 * practice, without a published source.
 */

/** A row or a column of the wiring: what is driven or read together. */
export interface Line {
  readonly name: string
  readonly cells: readonly string[]
}
export interface FailedCell {
  readonly cell: string
  readonly symptom?: string | undefined
}

export interface Explained {
  /** Lines that are dead, with how many of their tried cells are. */
  readonly lines: readonly { readonly name: string; readonly dead: number; readonly of: number }[]
  /** Cells that no such line explains. */
  readonly cells: readonly string[]
  /** Cells that strike twice: contacts. */
  readonly doubles: readonly string[]
  /** All that is dead are keys that shift. */
  readonly shiftsOnly: boolean
}

const twice = /\b(?:doubl\w*|twice|repeats?|bounces?|bouncing)\b/i
const shifts = /^(?:[lr]?(?:shift|ctrl|control|alt|meta|lock|caps|capslock|code|graph|fn))$/i

/** Lines that are tried together; sets of more are built from the best. */
const mostLines = 14
/** A line of fewer dead cells is no line: its cells are as likely by themselves. */
const leastDead = 2

/**
 * `passed`: cells that work. Cost: one for each line, each cell that no line explains, and each working cell on a line that is
 * called dead. The cheapest set of lines stands; of equals the one with fewer lines.
 */
export function explain(
  failed: readonly FailedCell[],
  passed: readonly string[],
  lines: readonly Line[],
): Explained {
  const doubles = failed.filter((f) => twice.test(f.symptom ?? '')).map((f) => f.cell)
  const dead = new Set(failed.map((f) => f.cell).filter((cell) => !doubles.includes(cell)))
  const good = new Set(passed)
  const possible = lines
    .map((line) => ({
      line,
      dead: line.cells.filter((c) => dead.has(c)),
      good: line.cells.filter((c) => good.has(c)).length,
    }))
    .filter((l) => l.dead.length >= leastDead && l.dead.length > l.good)
    .sort((a, b) => b.dead.length - b.good - (a.dead.length - a.good))
    .slice(0, mostLines)
  let best = { set: 0, cost: dead.size, n: 0 }
  for (let set = 1; set < 1 << possible.length; set++) {
    const chosen = possible.filter((_, i) => set & (1 << i))
    const covered = new Set(chosen.flatMap((l) => l.dead))
    const cost = chosen.reduce((sum, l) => sum + 1 + l.good, 0) + (dead.size - covered.size)
    if (cost < best.cost || (cost === best.cost && chosen.length < best.n))
      best = { set, cost, n: chosen.length }
  }
  const chosen = possible.filter((_, i) => best.set & (1 << i))
  const covered = new Set(chosen.flatMap((l) => l.dead))
  return {
    lines: chosen.map((l) => ({ name: l.line.name, dead: l.dead.length, of: l.dead.length + l.good })),
    cells: [...dead].filter((c) => !covered.has(c)),
    doubles,
    shiftsOnly: dead.size > 1 && [...dead].every((c) => shifts.test(c)),
  }
}

/** "row 3: Q W E R", one a line: the lines of a wiring as people write them. */
export const writeLines = (lines: readonly Line[]): string =>
  lines.map(({ name, cells }) => `${name}: ${cells.join(' ')}`).join('\n')

/** The same read back; a text that is none goes on as a line without cells, so that whoever checks it can say so. */
export const readLines = (text: string): { name: string; cells: string[] }[] =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)
    .map((line) => {
      const [name = '', ...rest] = line.split(':')
      return { name: name.trim(), cells: rest.join(':').trim().split(/\s+/).filter(Boolean) }
    })
