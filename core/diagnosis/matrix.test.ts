import { describe, expect, it } from 'vitest'
import { explain, readLines, writeLines, type Line } from './matrix.ts'

/** A wiring that is not the layout: four rows and four columns of sixteen keys. */
const keys = 'ABCDEFGHIJKLMNOP'.split('')
const lines: Line[] = [0, 1, 2, 3].flatMap((i) => [
  { name: `row ${i}`, cells: keys.filter((_, k) => k % 4 === i) },
  { name: `column ${i}`, cells: keys.filter((_, k) => Math.floor(k / 4) === i) },
])
const told = (dead: string, symptom?: string) =>
  explain(
    dead.split('').map((cell) => ({ cell, symptom })),
    keys.filter((k) => !dead.includes(k)),
    lines,
  )
const names = (dead: string) => told(dead).lines.map((l) => l.name)

describe('what explains dead cells', () => {
  it('is the line when all of it is dead', () =>
    expect(told('AEIM')).toMatchObject({ lines: [{ name: 'row 0', dead: 4, of: 4 }], cells: [] }))
  it('is the line when most of it is dead', () => expect(names('AEI')).toEqual(['row 0']))
  it('is single cells when they are scattered', () => {
    expect(names('AF')).toEqual([])
    expect(told('AFK').cells).toEqual(['A', 'F', 'K'])
  })
  it('is two lines that cross, not seven cells', () =>
    expect(names('ABCDEIM').sort()).toEqual(['column 0', 'row 0']))
  it('is a line and a cell beside it', () => {
    const found = told('EFGHA')
    expect(found.lines.map((l) => l.name)).toEqual(['column 1'])
    expect(found.cells).toEqual(['A'])
  })
  it('is the contact where a key strikes twice', () => {
    expect(told('AE', 'doubles')).toMatchObject({ lines: [], cells: [], doubles: ['A', 'E'] })
  })
  it('tells that only keys that shift are dead', () => {
    const dead = [{ cell: 'LSHIFT' }, { cell: 'CTRL' }]
    expect(explain(dead, ['A'], []).shiftsOnly).toBe(true)
    expect(explain([{ cell: 'CTRL' }, { cell: 'Q' }], ['A'], []).shiftsOnly).toBe(false)
  })
  it('never costs more than to name each cell', () => {
    // Every pattern of the sixteen keys, thinned: a cover never names more things than there are dead cells.
    for (let pattern = 1; pattern < 1 << 16; pattern += 97) {
      const dead = keys.filter((_, k) => pattern & (1 << k)).join('')
      const { lines: found, cells } = told(dead)
      expect(found.length + cells.length).toBeLessThanOrEqual(dead.length)
      for (const k of dead)
        expect(
          cells.includes(k) || found.some((l) => lines.find((x) => x.name === l.name)?.cells.includes(k)),
        ).toBe(true)
    }
  })
})

it('lines are read back as they are written', () => {
  expect(readLines(writeLines(lines))).toEqual(lines)
  expect(readLines('no cells')).toEqual([{ name: 'no cells', cells: [] }])
})
