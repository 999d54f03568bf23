/** CSV after RFC 4180, in and out. Written fields never start a formula in a spreadsheet. */
import Papa from 'papaparse'

export interface CsvTable {
  readonly header: readonly string[]
  /** Each with the line on which it begins, the header being line 1. */
  readonly rows: readonly { readonly line: number; readonly cells: readonly string[] }[]
  readonly problems: readonly {
    readonly line: number
    readonly why: 'quotes' | 'too few fields' | 'too many fields'
  }[]
}

export class NotCsv extends Error {
  constructor(readonly why: 'empty' | 'no rows' | 'not text') {
    super(`not a CSV table: ${why}`)
    this.name = 'NotCsv'
  }
}

/** First characters by which spreadsheets take a text for a formula. */
const opensFormula = /^[=+\-@\t\r]/

/** Takes back the apostrophe that `writeCsv` put before what looks like a formula. */
const unguarded = (cell: string): string => (/^'[=+\-@\t\r]/.test(cell) ? cell.slice(1) : cell)

/** Reads a table with a header line. Comma, semicolon or tab, as it finds them. Throws NotCsv for what holds no table. */
export function readCsv(text: string): CsvTable {
  const clean = text.replace(/^\uFEFF/, '')
  if (clean.trim() === '') throw new NotCsv('empty')
  if (clean.includes('\u0000')) throw new NotCsv('not text')
  const parsed = Papa.parse<string[]>(clean, { skipEmptyLines: false, delimiter: delimiterOf(clean) })
  const [header, ...body] = parsed.data
  if (!header || header.every((h) => h.trim() === '')) throw new NotCsv('empty')
  const quotes = new Set(parsed.errors.filter((e) => e.type === 'Quotes').map((e) => e.row ?? 0))
  const rows: { line: number; cells: string[] }[] = []
  const problems: { line: number; why: CsvTable['problems'][number]['why'] }[] = []
  let line = 1 + newlines(header)
  body.forEach((cells, i) => {
    line += 1
    const here = line
    line += newlines(cells)
    if (cells.length === 1 && (cells[0] ?? '') === '') return
    if (quotes.has(i + 1)) problems.push({ line: here, why: 'quotes' })
    else if (cells.length < header.length) problems.push({ line: here, why: 'too few fields' })
    else if (cells.length > header.length) problems.push({ line: here, why: 'too many fields' })
    rows.push({ line: here, cells: cells.map(unguarded) })
  })
  if (rows.length === 0) throw new NotCsv('no rows')
  return { header: header.map((h) => h.trim()), rows, problems }
}

/** The commonest of comma, semicolon and tab in the first line, outside quotes. */
function delimiterOf(text: string): string {
  const line = /^(?:"(?:[^"]|"")*"|[^"\r\n])*/.exec(text)?.[0].replace(/"(?:[^"]|"")*"/g, '') ?? ''
  const counts = [',', ';', '\t'].map((d) => ({ d, n: line.split(d).length - 1 }))
  return counts.reduce((a, b) => (b.n > a.n ? b : a)).d
}

const newlines = (cells: readonly string[]): number =>
  cells.reduce((n, c) => n + (c.match(/\r\n|\n|\r/g)?.length ?? 0), 0)

/** Writes a table: CRLF, quotes where needed, an apostrophe before what a spreadsheet would run. Begins with a byte order mark. */
export function writeCsv(header: readonly string[], rows: readonly (readonly string[])[]): string {
  return `\uFEFF${Papa.unparse({ fields: [...header], data: rows.map((r) => [...r]) }, { newline: '\r\n', escapeFormulae: opensFormula })}\r\n`
}
