import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { GearId } from '#core/ids.ts'
import { numberedId } from '#core/testing/script.ts'
import { bodies, composing, problem } from '#core/testing/composing.ts'
import { home, terminalSheet } from '#core/testing/terminal.ts'
import { sheetSchema } from '#core/type/sheet.ts'
import { readGrid } from '#core/diagnosis/cells.ts'
import { askedOf, readingLine, readMarks, writeMarks } from './measure.ts'

const sheet = sheetSchema.parse({
  ...terminalSheet,
  functions: terminalSheet.functions.map((f) =>
    f.name === 'keyboard' ? { ...f, grid: readGrid('Q W E R\nA S D F') } : f,
  ),
  points: [
    { name: '5V', nominal: 5, tolerancePercent: 5 },
    { name: 'memory rail', behind: { point: '5V', dropMin: 0.3, dropMax: 0.5 }, load: 'cell only' },
  ],
})
const effectOf = (parsed: ReturnType<ReturnType<typeof composing>['parse']>, does: string) =>
  parsed.ok ? parsed.effects.find((e) => e.does === does) : undefined
const testOf = (parsed: ReturnType<ReturnType<typeof composing>['parse']>) => {
  const body = bodies(parsed).find((b) => b.kind === 'test')
  return body?.kind === 'test' ? body.results[0] : undefined
}

describe('many cells in one line', () => {
  it('pins by range, later words over earlier ones', () => {
    const { parse } = composing()
    const parsed = parse('pins 1-50 ok, 31 open')
    expect(testOf(parsed)).toMatchObject({
      fn: 'pins',
      result: { is: 'partly', good: 49, of: 50, symptom: '31 open' },
    })
    expect(effectOf(parsed, 'counts cells')).toMatchObject({ of: 50, pass: 49, fail: 1, untried: 0 })
    // Nobody wrote a grid: the line makes one.
    expect(bodies(parsed)[0]).toMatchObject({
      kind: 'machine',
      what: 'met',
      functions: [{ name: 'pins', grid: [expect.arrayContaining(['1', '50'])] }],
    })
  })
  it.each([
    ['keyboard all ok but Q W dead', { is: 'partly', good: 6, of: 8, symptom: 'Q W dead' }],
    ['test keyboard Q-F ok', { is: 'pass' }],
    ['keyboard row 1 ok, row 2 dead', { is: 'partly', good: 4, of: 8, symptom: 'A S D F dead' }],
    ['keyboard Q-R ok', { is: 'inconclusive', because: '4 of 8 not tested' }],
    ['keyboard all double strike', { is: 'fail' }],
  ])('%s', (line, result) => expect(testOf(composing(sheet).parse(line))?.result).toMatchObject(result))
  it('names the row that the dead ones share', () =>
    expect(effectOf(composing(sheet).parse('keyboard all ok but A S D dead'), 'shares a line')).toMatchObject(
      { along: 'row', n: 2 },
    ))
  it('says which word is no cell', () =>
    expect(problem(composing(sheet).parse('keyboard Q ok, zz dead'))).toEqual({
      why: 'which cell',
      word: 'zz',
      fn: 'keyboard',
    }))
  it('a count names no cells', () =>
    expect(testOf(composing(sheet).parse('keyboard 6 of 8'))).toEqual({
      fn: 'keyboard',
      result: { is: 'partly', good: 6, of: 8 },
    }))
  it('takes what stands from the trial before, one cell cleaned', () => {
    const { parse, write } = composing(sheet)
    write('keyboard all ok but Q dead', '2026-03-02T10:00:00.000Z')
    write('clean Q', '2026-03-02T10:05:00.000Z')
    expect(effectOf(parse('keyboard Q ok'), 'counts cells')).toMatchObject({
      pass: 1,
      stood: 7,
      fail: 0,
      untried: 0,
    })
    write('reseat IC32', '2026-03-02T10:10:00.000Z')
    expect(effectOf(parse('keyboard Q ok'), 'counts cells')).toMatchObject({ pass: 1, stood: 0, untried: 7 })
  })
})

describe('readings at points of the sheet', () => {
  it('take the sheet’s band; the load that it asks is named, and not written as said', () => {
    const parsed = composing(sheet).parse('memory rail 4.2V')
    expect(bodies(parsed)[0]).toMatchObject({
      kind: 'reading',
      point: 'memory rail',
      nominal: 4.6,
      tolerance: 0.1,
    })
    expect(bodies(parsed)[0]).not.toHaveProperty('load')
    expect(effectOf(parsed, 'reads')).toMatchObject({
      within: false,
      asksLoad: 'cell only',
      from: { point: '5V', read: false },
    })
  })
  it('say how far they are from when it was healthy', () => {
    const { parse, write } = composing(sheet)
    write('5V 5.02', '2026-03-02T10:00:00.000Z')
    write('healthy', '2026-03-02T10:01:00.000Z')
    expect(effectOf(parse('5V 4.9'), 'reads')).toMatchObject({ within: true, drift: { by: -0.12 } })
  })
  it('keep the instrument that was used last, till it is put away', () => {
    const { parse, write } = composing(sheet)
    write('5V 5.02 with bench meter', '2026-03-10T17:00:00.000Z')
    expect(bodies(parse('5V 5.01'))[0]).toMatchObject({ instrument: 'bench meter' })
    expect(bodies(parse('5V 5.01 with none'))[0]).not.toHaveProperty('instrument')
  })
  it('and forget it by the next day', () => {
    const { parse, write } = composing(sheet)
    write('5V 5.02 with bench meter', '2026-03-09T10:00:00.000Z')
    expect(bodies(parse('5V 5.01'))[0]).not.toHaveProperty('instrument')
  })
  it('a healthy set wants readings of this episode', () =>
    expect(problem(composing(sheet).parse('healthy'))).toEqual({ why: 'no readings' }))
  it('a value in another unit is held against nothing', () =>
    expect(bodies(composing(sheet).parse('5V 20mA'))[0]).not.toHaveProperty('nominal'))
})

describe('what stays as last used', () => {
  const box = numberedId<GearId>(1, 7)
  const withBox = () => {
    const made = composing()
    made.t.told('2026-02-01T10:00:00.000Z', {
      kind: 'gear',
      what: 'identified',
      gear: box,
      name: 'line box',
      gearKind: 'line simulator',
      attributes: {},
    })
    made.write('test receive pass with line box', '2026-03-10T17:00:00.000Z')
    return made
  }
  it('gear, for the functions that need its kind', () => {
    const { parse } = withBox()
    expect(bodies(parse('test receive pass'))[0]).toMatchObject({ gear: [box] })
    expect(bodies(parse('test bell pass'))[0]).toMatchObject({ gear: [] })
    expect(bodies(parse('test receive pass with none'))[0]).toMatchObject({ gear: [] })
  })
  it('the cup, for what comes off', () => {
    const { parse, write } = composing()
    write('off lid 6 M3x10 cup 2', '2026-03-10T17:00:00.000Z')
    expect(bodies(parse('off shield 4 M3x6'))[0]).toMatchObject({ cup: 'cup 2' })
    expect(bodies(parse('on lid 6 M3x10'))[0]).not.toHaveProperty('cup')
  })
})

describe('a line that begins with what it speaks of', () => {
  it.each([
    ['bell pass', 'test'],
    ['self-test fail: three beeps', 'test'],
    ['5V 4.98', 'reading'],
  ])('%s', (line, kind) => expect(bodies(composing().parse(line))[0]).toMatchObject({ kind, machine: home }))
})

describe('marks set by hand', () => {
  const grid = readGrid('1-12\nQ W _ E -')
  const cells = grid.flat().filter(Boolean)
  it('come out as a short line', () => {
    const marks = cells.map((cell) =>
      cell === '7' ? { cell, is: 'fail' as const, symptom: 'open' } : { cell, is: 'pass' as const },
    )
    expect(writeMarks(grid, marks)).toBe('all ok but 7 open')
    expect(writeMarks(grid, marks.slice(0, 8))).toBe('1-6 8 ok, 7 open')
  })
  it('and are read back as they were set', () =>
    fc.assert(
      fc.property(
        fc.dictionary(
          fc.constantFrom(...cells),
          fc.constantFrom('ok', 'open', 'short', 'double strike', 'fail'),
        ),
        (set) => {
          const marks = Object.entries(set).map(([cell, said]) =>
            said === 'ok'
              ? { cell, is: 'pass' as const }
              : { cell, is: 'fail' as const, ...(said === 'fail' ? {} : { symptom: said }) },
          )
          const read = readMarks(writeMarks(grid, marks), grid)
          expect('stuck' in read ? read : [...read].sort((a, b) => (a.cell < b.cell ? -1 : 1))).toEqual(
            [...marks].sort((a, b) => (a.cell < b.cell ? -1 : 1)),
          )
        },
      ),
    ))
})

describe('an instrument’s value in the line', () => {
  const { context, parse } = composing(sheet)
  it.each([
    ['5V ', '5V', 'V'],
    ['read memory rail', 'memory rail', 'V'],
    ['TP4', 'TP4', 'V'],
    ['', undefined, 'V'],
  ])('“%s” asks for %s', (line, point, unit) => expect(askedOf(line, context())).toEqual({ point, unit }))
  it.each([
    [
      readingLine('5V', 5.02134, 'V', 'simulated bench meter'),
      { point: '5V', read: { value: 5.0213 }, instrument: 'simulated bench meter' },
    ],
    [
      readingLine('memory rail', -0.0123456, 'V', 'meter 2'),
      { point: 'memory rail', read: { value: -0.012346 } },
    ],
    [
      readingLine('X1', 14_318_180, 'Hz', 'counter'),
      { point: 'X1', read: { value: 14_318_000, unit: 'Hz' } },
    ],
    [readingLine('TP9', 4700, 'ohm', 'meter 2'), { point: 'TP9', read: { value: 4700, unit: 'ohm' } }],
  ])('%s is read back', (line, reading) => expect(bodies(parse(line))[0]).toMatchObject(reading))
})
