/**
 * A type sheet as a table that spreadsheets open (RFC 4180), one thing a row: its sort, its name, what it is, what else is said.
 * It holds what a sheet is begun with; everything that a sheet can hold is in the sheet file (JSON).
 */
import type { TypeSheet } from '#core/type/sheet.ts'
import { NotCsv, readCsv, writeCsv } from './csv.ts'

const header = ['sort', 'name', 'what', 'more'] as const

/** "keys, 71" is called "keys" in a list. */
const short = (name: string) => name.split(',')[0] ?? name
const said = (...words: readonly (string | false | undefined)[]) => words.filter(Boolean).join(', ')

export function writeSheetTable(sheet: TypeSheet): string {
  return writeCsv(header, [
    ...sheet.functions.map((f) => [
      'function',
      f.name,
      f.dependsOn.map(short).join(', '),
      f.essential ? 'essential' : '',
    ]),
    ...sheet.positions.map((p) => [
      'position',
      p.designator,
      p.accepts,
      said(
        p.mount,
        p.on && `on ${p.on}`,
        p.ratingVolts !== undefined && `${p.ratingVolts} V`,
        p.assembly && 'assembly',
        p.essential && 'essential',
        p.polarised && 'polarised',
      ),
    ]),
    ...sheet.points.map((p) => [
      'point',
      p.name,
      p.nominal === undefined ? '' : `${p.nominal} ${p.unit}`,
      p.tolerancePercent === undefined ? '' : `±${p.tolerancePercent} %`,
    ]),
    ...sheet.zones.map((z) => ['zone', z.name, z.material, z.colour]),
    ...sheet.wayIn.map((s) => [
      'way in',
      s.what,
      said([s.count, s.size].filter(Boolean).join(' ')),
      s.heed ?? '',
    ]),
    ...sheet.hazards.map((h) => ['hazard', h.kind, h.words, '']),
    ...sheet.weakParts.map((w) => ['weak part', w, '', '']),
  ])
}

/** The rows of such a table as lines for `tellSheet`; undefined for a text that is none. */
export function linesOfTable(text: string): string | undefined {
  if (!/^\uFEFF?"?sort"?\s*[,;\t]/i.test(text)) return undefined
  try {
    const oneLine = (cell: string) => cell.replace(/[\t\r\n]+/g, ' ')
    return readCsv(text)
      .rows.map(({ cells }) => cells.map(oneLine).join('\t'))
      .join('\n')
  } catch (error) {
    if (error instanceof NotCsv) return undefined
    throw error
  }
}
