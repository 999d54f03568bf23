/** A report of mutants, tried again where it is worth it: what survived, and files that have changed since. */
import fs from 'node:fs'

const alive = (mutant) => mutant.status === 'Survived' || mutant.status === 'NoCoverage'
const counted = (mutant) => mutant.status !== 'Ignored' && mutant.status !== 'CompileError'
const keyOf = ({ mutatorName, replacement, location: { start, end } }) =>
  `${mutatorName} ${start.line}:${start.column}-${end.line}:${end.column} ${replacement}`

export const readReport = (file) =>
  fs.existsSync(file) ? JSON.parse(fs.readFileSync(file, 'utf8')) : undefined

/** What is to be tried again, as patterns: a whole file that changed, else the places of what survived. */
export function again(report) {
  return Object.entries(report.files).flatMap(([file, { source, mutants }]) => {
    if (!fs.existsSync(file)) return []
    if (fs.readFileSync(file, 'utf8') !== source) return [file]
    const places = mutants.filter(alive).map(({ location: { start, end } }) =>
      // The report counts columns from one, the patterns from nought.
      [start.line, start.column - 1, end.line, end.column - 1].join(' '),
    )
    return [...new Set(places)].map((place) => {
      const [line, column, lastLine, lastColumn] = place.split(' ')
      return `${file}:${line}:${column}-${lastLine}:${lastColumn}`
    })
  })
}

/** The earlier report with what came of trying again; files that are gone fall out. */
export function merged(before, after) {
  const files = {}
  for (const [file, held] of Object.entries(before.files)) {
    const tried = after.files[file]
    if (!fs.existsSync(file)) continue
    if (!tried) files[file] = held
    else if (tried.source !== held.source) files[file] = tried
    else {
      const now = new Map(tried.mutants.filter(counted).map((m) => [keyOf(m), m.status]))
      files[file] = {
        ...held,
        mutants: held.mutants.map((m) =>
          alive(m) && now.has(keyOf(m)) ? { ...m, status: now.get(keyOf(m)) } : m,
        ),
      }
    }
  }
  for (const [file, tried] of Object.entries(after.files)) files[file] ??= tried
  return { ...before, files }
}

export function scoreOf(report) {
  const told = Object.values(report.files).flatMap((f) => f.mutants.filter(counted))
  const killed = told.filter((m) => !alive(m)).length
  const timedOut = told.filter((m) => m.status === 'Timeout').length
  return { mutants: told.length, killed, timedOut, score: Number((killed / told.length).toFixed(3)) }
}
