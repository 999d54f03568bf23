/** Units of a lot in words: "1-5, 8". */

/** The units a text names, in order, each once; undefined when it names one that is not there. Nothing named is no unit. */
export function parseUnits(text: string, most: number): number[] | undefined {
  const found = new Set<number>()
  for (const piece of text.split(/[,;\s]+/).filter(Boolean)) {
    const match = /^(\d+)(?:[-–](\d+))?$/.exec(piece)
    if (!match) return undefined
    const from = Number(match[1])
    const to = Number(match[2] ?? match[1])
    if (from < 1 || to > most || from > to) return undefined
    for (let n = from; n <= to; n++) found.add(n)
  }
  return [...found].sort((a, b) => a - b)
}

/** [1, 2, 3, 5] → "1-3, 5". */
export function unitsWords(units: readonly number[]): string {
  const sorted = [...new Set(units)].sort((a, b) => a - b)
  const runs: [number, number][] = []
  for (const n of sorted) {
    const last = runs.at(-1)
    if (last && last[1] === n - 1) last[1] = n
    else runs.push([n, n])
  }
  return runs.map(([a, b]) => (a === b ? String(a) : b === a + 1 ? `${a}, ${b}` : `${a}-${b}`)).join(', ')
}
