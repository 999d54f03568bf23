import { describe, expect, it } from 'vitest'
import { terminalSheet } from '#core/testing/terminal.ts'
import { sheetSchema } from '#core/type/sheet.ts'
import { fieldWords } from './field-words.ts'
import { emptySheet, fromForm, readAttributes, toForm } from './form.ts'

describe('the type sheet’s form', () => {
  it('gives back the sheet that went in', () =>
    expect(sheetSchema.parse(fromForm(toForm(terminalSheet)))).toEqual(terminalSheet))
  it('gives back cells and test points', () => {
    const sheet = sheetSchema.parse({
      name: 'x',
      functions: [
        {
          name: 'slot',
          grid: [
            ['1', '2', '3'],
            ['A', '', 'B'],
          ],
          lines: [
            { name: 'row 1', cells: ['1', '2', '3'] },
            { name: 'column a', cells: ['1', 'A'] },
          ],
          memory: [
            { chip: 'IC5', bits: [3], from: 0x4000, to: 0x7fff },
            { chip: 'IC6', bits: [0, 1], from: 0, to: 0x3fff },
          ],
        },
      ],
      points: [
        { name: '5V', nominal: 5, tolerancePercent: 5, load: 'running', loads: ['IC5', 'IC6'] },
        { name: 'memory', behind: { point: '5V', dropMin: 0.3, dropMax: 0.5 } },
        { name: 'X1', unit: 'Hz', nominal: 12_000_000 },
        { name: 'clock', unit: 'Hz', divides: { point: 'X1', by: 3 } },
      ],
    })
    expect(sheetSchema.parse(fromForm(toForm(sheet)))).toEqual(sheet)
  })
  it('reads engineering notation and says which number is none', () => {
    const form = toForm(sheetSchema.parse({ name: 'x' }))
    form.points.push({
      name: 'X1',
      unit: 'Hz',
      nominal: '14.318M',
      tolerancePercent: '',
      from: '',
      load: '',
      dependsOn: '',
      loads: '',
      instrument: '',
    })
    expect(fromForm(form).points[0]?.nominal).toBe(14_318_000)
    form.points.push({
      name: 'X2',
      unit: 'Hz',
      nominal: 'fast',
      tolerancePercent: '',
      from: '',
      load: '',
      dependsOn: '',
      loads: '',
      instrument: '',
    })
    expect(sheetSchema.safeParse(fromForm(form)).error?.issues[0]?.path).toEqual(['points', 1, 'nominal'])
  })
  it('keeps attributes it does not show, and leaves lines without a name out', () => {
    const form = toForm({ ...terminalSheet, attributes: { mains: '230 V', line: 'V.24' } })
    form.functions.push({
      name: ' ',
      essential: true,
      dependsOn: '',
      needs: '',
      full: '',
      expected: '',
      notExercised: '',
      asks: '',
      grid: '',
      lines: '',
      memory: '',
    })
    const sheet = fromForm(form)
    expect(sheet.attributes).toEqual({ mains: '230 V', line: 'V.24' })
    expect(sheet.functions).toHaveLength(9)
    expect(fromForm(emptySheet).positions).toEqual([])
  })
  it('says in words what gear a function needs, and what its procedure asks for', () => {
    const functions = [
      {
        name: 'receive',
        needs: [{ gearKind: 'line simulator', attribute: 'line', standard: true }, { gearKind: 'display' }],
        starts: 3,
        minutes: 90,
      },
    ]
    const sheet = sheetSchema.parse({ ...terminalSheet, functions })
    const form = toForm(sheet)
    expect(form.functions[0]).toMatchObject({
      needs: 'line simulator (line agrees; standard), display',
      asks: '3 starts, 90 min',
    })
    expect(sheetSchema.parse(fromForm(form)).functions).toEqual(sheet.functions)
    form.functions[0]!.asks = 'soak 1.5 h'
    form.functions[0]!.needs = 'test tape/code'
    expect(fromForm(form).functions?.[0]).toMatchObject({
      minutes: 90,
      needs: [{ gearKind: 'test tape', attribute: 'code' }],
    })
  })
  it('is checked: doubles, unknown positions and circles are named', () => {
    const bad = (change: object) =>
      sheetSchema.safeParse({ name: 'x', ...change }).error?.issues.map((i) => i.message)
    expect(bad({ functions: [{ name: 'a' }, { name: 'A' }] })).toEqual(['Two functions have one name.'])
    expect(bad({ functions: [{ name: 'a', dependsOn: ['M1'] }] })).toEqual([
      'a depends on M1, which is no position, test point or function of this sheet.',
    ])
    expect(bad({ positions: [{ designator: 'U1', accepts: 'x', on: 'card' }] })).toEqual([
      'U1 sits on card, which is no assembly of this sheet.',
    ])
    expect(
      bad({
        positions: [
          { designator: 'a', accepts: 'x', assembly: true, on: 'b' },
          { designator: 'b', accepts: 'x', assembly: true, on: 'a' },
        ],
      })?.[0],
    ).toMatch(/sits on itself/)
  })
  it('gives back what else is asked of a part, names of several words too', () => {
    const sheet = sheetSchema.parse({
      name: 'x',
      positions: [
        { designator: 'PS1', accepts: 'power supply', asks: { 'least load': '1 A at 5 V', esr: '0.1 ohm' } },
      ],
    })
    expect(toForm(sheet).positions[0]?.asks).toBe('least load: 1 A at 5 V; esr 0.1 ohm')
    expect(sheetSchema.parse(fromForm(toForm(sheet)))).toEqual(sheet)
    expect(readAttributes('rail 12 V;; nonsense')).toEqual({ rail: '12 V' })
  })
  it('keeps a hazard of which nobody wrote the caution, with the usual one', () => {
    const form = {
      ...emptySheet,
      name: 'x',
      hazards: [{ kind: 'picture tube' as const, words: ' ', needs: '' as const }],
    }
    expect(fromForm(form).hazards[0]).toMatchObject({
      kind: 'picture tube',
      words: expect.stringContaining('never alone'),
    })
  })
  it('an error names the field that it speaks of', () => {
    const sheet = sheetSchema.parse({ name: 'x', functions: [{ name: 'a' }, { name: 'tape' }] })
    expect(fieldWords('entries.0.body.sheet.functions.1.dependsOn', sheet)).toBe(
      'Function 2 (tape), depends on',
    )
    expect(fieldWords('sheet.weakParts.0', sheet)).toBe('Weak part 1')
    expect(fieldWords('sheet.name', sheet)).toBe('name')
  })
})
