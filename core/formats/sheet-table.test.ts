/** A type sheet as a table after RFC 4180: written, opened by a second reader, and read back. */
import { parse } from 'csv-parse/sync'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { sheetSchema, type TypeSheet } from '#core/type/sheet.ts'
import { tellSheet } from '#core/type/told.ts'
import { linesOfTable, writeSheetTable } from './sheet-table.ts'

const blank = sheetSchema.parse({ name: 'Ostrel 5 plotter' })
const sheet = sheetSchema.parse({
  name: 'Ostrel 5 plotter',
  functions: [
    { name: 'keys, 40', essential: true, dependsOn: ['keyboard'] },
    { name: 'pen up', dependsOn: ['IC9', '9V', 'keys, 40'] },
  ],
  positions: [
    { designator: 'keyboard', accepts: 'keyboard', assembly: true, mount: 'plug' },
    { designator: 'IC9', accepts: 'pen driver', mount: 'socketed', on: 'keyboard', essential: true },
    { designator: 'C1', accepts: 'electrolytic capacitor', ratingVolts: 25, polarised: true },
  ],
  points: [{ name: '9V', unit: 'V', nominal: 9, tolerancePercent: 5 }],
  zones: [{ name: 'hood', material: 'ABS', colour: 'grey' }],
  wayIn: [{ what: 'hood', count: 5, size: 'M3x10', heed: 'one is longer' }],
  hazards: [{ kind: 'mains', words: 'mains inside: “plug out”, wait' }],
  weakParts: ['the paper capacitor, at the mains'],
})
const told = (text: string): TypeSheet => {
  const lines = linesOfTable(text)
  expect(lines).toBeDefined()
  const { sheet: read, rest, unknown } = tellSheet(lines ?? '', blank)
  expect([rest, unknown]).toEqual([[], []])
  return read
}

describe('a sheet as a table', () => {
  it('comes back as it was', () => {
    const back = told(writeSheetTable(sheet))
    expect(back.functions).toEqual(sheet.functions)
    expect(back.positions).toEqual(sheet.positions)
    expect(back.points).toEqual(sheet.points)
    expect(back.zones).toEqual(sheet.zones)
    expect(back.wayIn).toEqual(sheet.wayIn)
    expect(back.hazards.map((h) => h.kind)).toEqual(['mains'])
    expect(back.weakParts).toEqual(sheet.weakParts)
  })
  it('is read by another reader of CSV, cell by cell', () => {
    const rows = parse(writeSheetTable(sheet), { bom: true }) as string[][]
    expect(rows[0]).toEqual(['sort', 'name', 'what', 'more'])
    expect(rows.find((r) => r[1] === 'pen up')).toEqual(['function', 'pen up', 'IC9, 9V, keys', ''])
    expect(rows.every((r) => r.length === 4)).toBe(true)
  })
  it('comes back whatever zones are called', () => {
    // What heads a column may be the name of a zone, too.
    const heads = ['sort', 'name', 'what', 'kind', 'takes', 'mount', 'on', 'needs', 'count', 'heed', 'more']
    const name = fc.oneof(fc.stringMatching(/^[a-z][a-z0-9 "-]{0,20}[a-z]$/), fc.constantFrom(...heads))
    fc.assert(
      fc.property(fc.uniqueArray(name, { maxLength: 6 }), (names) => {
        const zones = names.map((n) => ({ name: n, material: 'ABS', colour: 'grey', structural: false }))
        expect(
          told(writeSheetTable({ ...blank, zones: [...zones, ...sheet.zones] })).zones.map((z) => z.name),
        ).toEqual([...names.filter((n) => n !== 'hood'), 'hood'])
      }),
    )
  })
  it('is pasted with tabs or semicolons as well, a cell of several lines as one', () => {
    expect(linesOfTable('sort\tname\twhat\tmore\nzone\thood\t"ABS\nplastic"\tgrey')).toBe(
      'zone\thood\tABS plastic\tgrey',
    )
    expect(linesOfTable('sort;name\nzone;hood')).toBe('zone\thood')
  })
  it('is none where nothing says so', () => {
    for (const text of ['', 'it has 40 keys', 'sort of grey', 'sort,name'])
      expect(linesOfTable(text)).toBeUndefined()
  })
})
