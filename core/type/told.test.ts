/** A type sheet told in lines, and pasted as a table: twenty-five lines make a usable type. */
import { describe, expect, it } from 'vitest'
import { sheetSchema } from './sheet.ts'
import { tellSheet } from './told.ts'

const empty = sheetSchema.parse({ name: 'Ostrel 5 plotter' })

describe('a sheet told in lines', () => {
  it.each([
    ['it has 40 keys', { functions: [{ name: 'keys, 40' }] }],
    [
      'Functions: pen up, carriage, self-test',
      { functions: [{ name: 'pen up' }, { name: 'carriage' }, { name: 'self-test' }] },
    ],
    [
      'IC9 pen driver, socketed',
      { positions: [{ designator: 'IC9', accepts: 'pen driver', mount: 'socketed' }] },
    ],
    [
      'C1-C3 electrolytic capacitor 25V',
      {
        positions: [
          { designator: 'C1', ratingVolts: 25, polarised: true },
          { designator: 'C2' },
          { designator: 'C3' },
        ],
      },
    ],
    ['supply: assembly, plug', { positions: [{ designator: 'supply', assembly: true, mount: 'plug' }] }],
    ['zone: hood (ABS, grey)', { zones: [{ name: 'hood', material: 'ABS', colour: 'grey' }] }],
    [
      'hood: 5 M3x10, one is longer',
      { wayIn: [{ what: 'hood', count: 5, size: 'M3x10', heed: 'one is longer' }] },
    ],
    ['9V: 8.5 to 9.5', { points: [{ name: '9V', unit: 'V', nominal: 9, tolerancePercent: 5.556 }] }],
    ['hazard: mains inside', { hazards: [{ kind: 'mains' }] }],
    ['weak: the paper capacitor at the mains', { weakParts: ['the paper capacitor at the mains'] }],
  ])('%s', (line, expected) => {
    const { sheet, rest } = tellSheet(line, empty)
    expect(rest).toEqual([])
    expect(sheet).toMatchObject(expected)
    expect(sheetSchema.safeParse(sheet).success).toBe(true)
  })

  it('says what needs what, whichever stands first', () => {
    const { sheet, unknown } = tellSheet('pen up needs 9V and IC9\n9V: 9\nIC9 pen driver', empty)
    expect(sheet.functions).toMatchObject([{ name: 'pen up', dependsOn: ['9V', 'IC9'] }])
    expect(unknown).toEqual([])
  })

  it('leaves out what nothing on the sheet is called, and says so', () => {
    const { sheet, unknown } = tellSheet('pen up needs IC9', empty)
    expect(sheet.functions[0]?.dependsOn).toEqual([])
    expect(unknown).toEqual(['IC9'])
  })

  it('adds to what is there, and says a thing again better', () => {
    const first = tellSheet('it has 40 keys\nIC9 pen driver', empty).sheet
    const { sheet } = tellSheet('keys needs IC9\nIC9 pen driver, socketed\nessential: keys', first)
    expect(sheet.functions).toMatchObject([{ name: 'keys, 40', essential: true, dependsOn: ['IC9'] }])
    expect(sheet.positions).toMatchObject([{ designator: 'IC9', mount: 'socketed' }])
  })

  it('gives back what it does not read', () => {
    expect(tellSheet('what a lovely evening', empty).rest).toEqual(['what a lovely evening'])
  })
})

describe('a table that is pasted', () => {
  const table = [
    'sort\tname\twhat\tmore',
    'function\tpen up\tIC9, 9V\tessential',
    'function\tcarriage\tmotor board',
    'position\tIC9\tpen driver, socketed',
    'position\tmotor board\tassembly, plug',
    'zone\thood\tABS',
    'point\t9V\t9 ±5 %',
    'way in\thood\t5 M3x10',
  ].join('\n')

  it('is a sheet', () => {
    const { sheet, rest, unknown } = tellSheet(table, empty)
    expect(rest).toEqual([])
    expect(unknown).toEqual([])
    expect(sheet.functions).toMatchObject([
      { name: 'pen up', essential: true, dependsOn: ['IC9', '9V'] },
      { name: 'carriage', dependsOn: ['motor board'] },
    ])
    expect(sheetSchema.safeParse(sheet).success).toBe(true)
  })
})

describe('a new type of nine functions, twenty positions and eight zones', () => {
  const text = `Functions: self-test, pen up, pen down, carriage, drum, keys, 40, display, line in, bell
essential: self-test, pen up, carriage, drum
supply: assembly, plug
motor board: assembly, plug
IC1-IC8 74LS244, socketed
C1-C6 electrolytic capacitor 25V, on supply
IC9 pen driver, socketed, on motor board
R1-R3 power resistor, on motor board
pen up needs IC9 and 9V
carriage needs motor board
9V: 8.5 to 9.5
5V: 4.75 to 5.25
zones: hood (ABS); base (ABS); chassis (steel); drum (aluminium); keycaps (ABS); boards (epoxy glass); labels (paper); feet (rubber)
hood: 5 M3x10, one is longer
hazard: mains inside`
  it('is told in fifteen lines', () => {
    const { sheet, rest, unknown } = tellSheet(text, empty)
    expect([rest, unknown]).toEqual([[], []])
    expect([sheet.functions.length, sheet.positions.length, sheet.zones.length]).toEqual([9, 20, 8])
    expect(sheetSchema.safeParse(sheet).error).toBeUndefined()
    expect(text.split('\n').length).toBeLessThanOrEqual(25)
  })
})
