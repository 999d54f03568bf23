import { describe, expect, it } from 'vitest'
import type { PartId } from '#core/ids.ts'
import { numberedId } from '#core/testing/script.ts'
import { bodies, composing, problem } from '#core/testing/composing.ts'
import { terminalSheet } from '#core/testing/terminal.ts'
import { positionSchema, sheetSchema, type SheetPosition } from '#core/type/sheet.ts'
import { judgeFit, type Fit, type PartFacts } from './fit.ts'
import { findings } from './fit-rules.ts'

const position = (accepts: string, asks: Record<string, string> = {}, more: object = {}) =>
  positionSchema.parse({ designator: 'X1', accepts, asks, ...more })
const part = (partKind: string | undefined, attributes: Record<string, string> = {}): PartFacts => ({
  partKind,
  attributes,
  health: 'unknown',
})
const says = (fit: Fit) => ('remarks' in fit ? [...fit.remarks] : fit.refusal.rule)

describe('what a position asks', () => {
  // Capacitance as asked or more within what electrolytics are made to; the others within their tolerance: common practice.
  it.each([
    ['electrolytic capacitor', 'value', '470 uF', '680 uF', undefined],
    ['electrolytic capacitor', 'value', '470 uF', '330 uF', 'refuse'],
    ['ceramic capacitor', 'value', '100 nF', '104', undefined],
    ['ceramic capacitor', 'value', '100 nF', '220 nF', 'refuse'],
    ['resistor', 'value', '4k7', '4.7 k', undefined],
    ['resistor', 'value', '4k7', '5k6', 'refuse'],
    ['electrolytic capacitor', 'body', '10x16', '8x12', undefined],
    ['electrolytic capacitor', 'body', '10x16', '10x20 mm', 'refuse'],
    ['electrolytic capacitor', 'lead spacing', '5 mm', '7.5 mm', 'remark'],
    ['electrolytic capacitor', 'temperature', '85 °C', '105 °C', undefined],
    ['electrolytic capacitor', 'temperature', '105 °C', '85 °C', 'refuse'],
    ['memory', 'package', 'DIP-16', 'dip 16', undefined],
    ['memory', 'package', 'DIP-16', 'ZIP-16', 'refuse'],
    ['memory', 'speed', '150ns', '120ns', undefined],
    ['memory', 'speed', '150ns', '200ns', 'refuse'],
    ['lead', 'connector', 'D-25 male', 'D-25 female', 'refuse'],
  ])('%s: %s %s ← %s: %s', (kind, attribute, asks, has, level) =>
    expect(findings({ accepts: kind, asks: { [attribute]: asks } }, { [attribute]: has })[0]?.level).toBe(
      level,
    ),
  )
  it('what nobody wrote of the part is to be measured', () =>
    expect(says(judgeFit(position('resistor', { value: '4k7' }), part('resistor'), []))).toEqual([
      'value to be measured',
    ]))
  it('what differs is refused, unless it is the part that was found there', () => {
    const at = position('electrolytic capacitor', { temperature: '105 °C' })
    const cool = part('electrolytic capacitor', { temperature: '85 °C' })
    expect(says(judgeFit(at, cool, []))).toBe('attribute-differs')
    expect(says(judgeFit(at, { ...cool, foundIn: 'X1' }, []))).toEqual([])
  })
  it('another family fits with a remark, a slower part does not', () => {
    expect(says(judgeFit(position('74LS374'), part('74HCT374'), []))).toEqual([
      'another family: check levels, drive and speed',
    ])
    expect(says(judgeFit(position('4164-15'), part('4164-20'), []))).toBe('wrong-kind')
  })
})

describe('a primary cell in a holder that charges', () => {
  const sheet = sheetSchema.parse({
    ...terminalSheet,
    positions: [...terminalSheet.positions, { designator: 'D9', accepts: 'diode' }],
  })
  const made = () => {
    const scene = composing(sheet)
    scene.t.told('2026-03-01T08:00:00.000Z', {
      kind: 'part',
      what: 'identified',
      part: numberedId<PartId>(1, 6),
      partKind: 'coin cell',
      tag: 'P-0900',
      attributes: { cell: 'primary' },
      place: { in: { kind: 'store', id: 'drawer' } },
    })
    scene.write('out BT1 bag 1', '2026-03-05T10:00:00.000Z')
    return scene
  }
  const refusal = (scene: ReturnType<typeof made>) => {
    const found = problem(scene.parse('in BT1 P-0900'))
    return found?.why === 'refused' ? found.refusal.rule : undefined
  }
  it('is refused whatever the reason', () => {
    expect(refusal(made())).toBe('primary-cell')
    expect(problem(made().parse('in BT1 P-0900 because it is all we have'))).toMatchObject({
      why: 'refused',
      overridable: false,
    })
  })
  it('until the charge path is cut, by name, and the current is measured as zero afterwards', () => {
    const scene = made()
    scene.write('read BT1 charge 0A', '2026-03-05T10:05:00.000Z')
    scene.write('cut BT1 charge path at D9', '2026-03-05T10:10:00.000Z')
    expect(refusal(scene)).toBe('primary-cell')
    scene.write('read BT1 charge 4mA', '2026-03-05T10:20:00.000Z')
    expect(refusal(scene)).toBe('primary-cell')
    scene.write('read BT1 charge 0A', '2026-03-05T10:30:00.000Z')
    expect(refusal(scene)).toBeUndefined()
    expect(bodies(scene.write('in BT1 P-0900', '2026-03-05T10:40:00.000Z'))[0]).toMatchObject({
      kind: 'move',
    })
    // Soldered there again: nobody knows any more.
    scene.write('out BT1 bag 1', '2026-03-05T10:50:00.000Z')
    scene.write('resolder BT1', '2026-03-05T11:00:00.000Z')
    expect(refusal(scene)).toBe('primary-cell')
  })
})

// Common practice, no published source.
describe('capacitors by what they feed', () => {
  const at = (more: Partial<SheetPosition>): SheetPosition => ({
    designator: 'C7',
    accepts: 'tantalum capacitor',
    assembly: false,
    mount: 'soldered',
    essential: false,
    lookAlikes: [],
    polarised: false,
    charged: false,
    ...more,
  })
  const rated = (rating: string) => ({
    attributes: { rating },
    health: 'unknown' as const,
    partKind: 'tantalum capacitor',
  })
  it.each([
    ['23 V', 'does not fit'],
    ['24 V', 'fits'],
    ['25 V', 'fits'],
  ])('a tantalum of %s on a rail of 12 V: %s', (rating, fit) => {
    const position = at({ asks: { rail: '12 V' }, ratingVolts: 16 })
    expect(judgeFit(position, rated(rating), [position]).fit).toBe(fit)
  })
  it('where nobody wrote the rail down, the rule is said', () => {
    const position = at({ ratingVolts: 16 })
    expect(judgeFit(position, rated('25 V'), [position])).toMatchObject({
      remarks: ['tantalum: at least twice the rail'],
    })
  })
  it('in a switching supply ripple current and ESR are asked, in a linear one they are not', () => {
    const supply = at({ designator: 'supply', accepts: 'switching power supply', assembly: true })
    const linear = at({ designator: 'supply', accepts: 'linear power supply', assembly: true })
    const position = at({ on: 'supply', accepts: 'electrolytic capacitor' })
    const part = {
      attributes: { rating: '25 V' },
      health: 'unknown' as const,
      partKind: 'electrolytic capacitor',
    }
    expect(judgeFit(position, part, [supply, position])).toMatchObject({
      remarks: ['switching supply: compare ripple current and ESR'],
    })
    expect(judgeFit(position, part, [linear, position]).fit).toBe('fits')
  })
  it('less ripple current than asked does not fit', () => {
    const position = at({ accepts: 'electrolytic capacitor', asks: { ripple: '1.2A' } })
    const part = (ripple: string) => ({
      attributes: { ripple },
      health: 'unknown' as const,
      partKind: 'electrolytic capacitor',
    })
    expect(judgeFit(position, part('1A'), [position]).fit).toBe('does not fit')
    expect(judgeFit(position, part('1.4A'), [position]).fit).toBe('fits')
  })
})
