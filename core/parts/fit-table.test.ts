/** What belongs where, as tables: families against families, every rule at its edge, and every answer of `judgeFit` whole. */
import { describe, expect, it } from 'vitest'
import { positionSchema, type SheetPosition } from '#core/type/sheet.ts'
import { kindMatch, readDesignation, standsIn } from './designations.ts'
import { judgeFit, type PartFacts } from './fit.ts'
import { findings, type FitAttribute } from './fit-rules.ts'

describe('designations (common practice)', () => {
  it.each([
    ['74LS374N', '74374', 'LS', undefined],
    ['SN74HCT244', '74244', 'HCT', undefined],
    ['dm54ls00', '7400', 'LS', undefined],
    ['7404', '7404', '', undefined],
    ['74ALS1034A', '741034', 'ALS', undefined],
    ['quad gate 74S00 ceramic', '7400', 'S', undefined],
    ['4164-15', '4164', '', 150],
    ['41256-8', '41256', '', 80],
    ['27C256-200', '27256', 'C', 200],
    ['TMS2716', '2716', '', undefined],
    ['HM6264-12', '6264', '', 120],
    ['2114', undefined, undefined, undefined],
    ['LM317T', undefined, undefined, undefined],
    ['resistor', undefined, undefined, undefined],
    ['1741', undefined, undefined, undefined],
  ])('%s: device %s, family %s, %s ns', (text, device, family, nanoseconds) => {
    const read = readDesignation(text)
    expect([read?.device, read?.family, read?.nanoseconds]).toEqual([device, family, nanoseconds])
  })

  const bipolar = ['', 'LS', 'S', 'F', 'ALS', 'AS', 'L', 'H']
  const [ttlInputs, cmosInputs] = [
    ['HCT', 'ACT', 'AHCT'],
    ['HC', 'AC', 'C'],
  ]
  const every = [...bipolar, ...ttlInputs, ...cmosInputs]
  const expected = (wanted: string, offered: string) => {
    if (wanted === offered) return 'same'
    if (bipolar.includes(wanted)) return cmosInputs.includes(offered) ? 'look at levels' : 'stands in'
    if (['HCT', 'ACT'].includes(wanted))
      return ttlInputs.includes(offered) ? 'stands in' : 'does not stand in'
    if (['HC', 'AC'].includes(wanted))
      return ['HC', 'AC', 'HCT', 'ACT'].includes(offered) ? 'stands in' : 'does not stand in'
    return 'does not stand in'
  }
  it.each(every)('what stands in for 74%s', (wanted) => {
    for (const offered of every)
      expect([offered, standsIn(wanted, offered)]).toEqual([offered, expected(wanted, offered)])
  })
  it('a family that nobody knows stands in for nothing but itself', () => {
    expect([standsIn('Q', 'Q'), standsIn('Q', 'LS'), standsIn('LS', 'Q')]).toEqual([
      'same',
      'does not stand in',
      'does not stand in',
    ])
  })

  it.each([
    ['74LS00', '74LS00', 'same', false],
    ['74LS00', '74LS02', 'does not stand in', false],
    ['4164-15', '4164-12', 'same', false],
    ['4164-15', '4164-15', 'same', false],
    ['4164-15', '4164-20', 'same', true],
    ['4164-15', '4164', 'same', false],
    ['4164', '4164-20', 'same', false],
    ['27256-20', '27C256-20', 'stands in', false],
    ['27C256', '27256', 'stands in', false],
    ['2764-25', '27256-45', 'does not stand in', true],
    [' Resistor', 'resistor ', 'same', false],
    ['resistor', '74LS00', 'does not stand in', false],
    ['74LS00', 'resistor', 'does not stand in', false],
  ])('%s ← %s: %s, slower %s', (wanted, offered, is, slower) =>
    expect(kindMatch(wanted, offered)).toEqual({ is, slower }),
  )
})

describe('rules at their edges (common practice)', () => {
  const rows: readonly (readonly [FitAttribute, string, string, string, string | undefined])[] = [
    ['value', 'electrolytic capacitor', '100 µF', '80 µF', undefined],
    ['value', 'electrolytic capacitor', '100 µF', '79 µF', 'refuse'],
    ['value', 'electrolytic capacitor', '100 µF', '150 µF', undefined],
    ['value', 'electrolytic capacitor', '100 µF', '151 µF', 'refuse'],
    ['value', 'tantalum capacitor', '10 µF', '15 µF', undefined],
    ['value', 'reservoir', '10 mF', '15 mF', undefined],
    ['value', 'film capacitor', '100 nF', '110 nF', undefined],
    ['value', 'film capacitor', '100 nF', '111 nF', 'refuse'],
    ['value', 'film capacitor', '100 nF', '90 nF', undefined],
    ['value', 'film capacitor', '100 nF', '89 nF', 'refuse'],
    ['value', 'ceramic capacitor', '100 nF', '104', undefined],
    ['value', 'resistor', '1 k', '1.05 k', undefined],
    ['value', 'resistor', '1 k', '1.06 k', 'refuse'],
    ['value', 'resistor', '1 k', '0.95 k', undefined],
    ['value', 'resistor', '1 k', '0.94 k', 'refuse'],
    ['value', 'resistor', 'as found', '1 k', 'remark'],
    ['value', 'resistor', '1 k', 'not read', 'remark'],
    ['body', 'capacitor', '10x16', '10x16', undefined],
    ['body', 'capacitor', '10x16', '10.5x16', 'refuse'],
    ['body', 'capacitor', '10,5x16', '10.25x16 mm', undefined],
    ['body', 'capacitor', '10x16', '10', 'remark'],
    ['body', 'capacitor', 'small', 'small', 'remark'],
    ['lead spacing', 'capacitor', '5 mm', '5.6 mm', undefined],
    ['lead spacing', 'capacitor', '5 mm', '5.7 mm', 'remark'],
    ['lead spacing', 'capacitor', '5 mm', '4.3 mm', 'remark'],
    ['temperature', 'capacitor', '105 °C', '105 °C', undefined],
    ['temperature', 'capacitor', '105°C', '104 °C', 'refuse'],
    ['package', 'memory', 'DIP-16', 'dip16', undefined],
    ['package', 'memory', 'DIP-16', 'DIP-18', 'refuse'],
    ['speed', 'memory', '150ns', '150 ns', undefined],
    ['speed', 'memory', '150ns', '151 ns', 'refuse'],
    ['connector', 'lead', 'D-25 male', 'd25male', undefined],
    ['esr', 'capacitor', '0.1 ohm', '0.1 ohm', undefined],
    ['esr', 'capacitor', '0.1 ohm', '0.2 ohm', 'remark'],
    ['esr', 'capacitor', '0.1 ohm', '0.05 ohm', undefined],
    ['ripple', 'capacitor', '1 A', '1 A', undefined],
    ['ripple', 'capacitor', '1 A', '0.9 A', 'refuse'],
  ]
  it.each(rows)('%s of a %s: %s ← %s: %s', (attribute, accepts, asks, has, level) =>
    expect(findings({ accepts, asks: { [attribute]: asks } }, { [attribute]: has })).toEqual(
      level ? [{ attribute, asks, has, level }] : [],
    ),
  )
  it('what is not written of the part is a remark, what is not asked is nothing', () => {
    expect(findings({ accepts: 'capacitor', asks: { esr: '0.1 ohm' } }, { value: '1 µF' })).toEqual([
      { attribute: 'esr', asks: '0.1 ohm', has: 'not written down', level: 'remark' },
    ])
    expect(findings({ accepts: 'capacitor' }, { esr: '9 ohm' })).toEqual([])
  })
})

const position = (accepts: string, more: object = {}) =>
  positionSchema.parse({ designator: 'X1', accepts, ...more })
const part = (partKind: string | undefined, more: Partial<PartFacts> = {}): PartFacts => ({
  partKind,
  attributes: {},
  health: 'unknown',
  ...more,
})
const supply = (accepts: string): readonly SheetPosition[] => [
  position(accepts, { designator: 'PS1', assembly: true }),
  position('board', { designator: 'A2', assembly: true, on: 'PS1' }),
]

describe('a part against a position, whole', () => {
  const fits = { fit: 'fits', remarks: [] }
  const remarked = (...remarks: readonly string[]) => ({ fit: 'fits with remarks', remarks })
  const refused = (rule: string, more: object) => ({
    fit: 'does not fit',
    refusal: { rule, position: 'X1', ...more },
  })
  const never = (rule: string, more: object = {}) => ({
    fit: 'never',
    refusal: { rule, position: 'X1', ...more },
  })
  const cap = 'electrolytic capacitor'
  const tantalum = 'tantalum capacitor'
  const a = (attributes: Record<string, string>) => ({ attributes })
  const rows: readonly (readonly [string, SheetPosition, PartFacts, object, (readonly SheetPosition[])?])[] =
    [
      ['its own kind', position('relay'), part('relay'), fits],
      ['its own kind in other letters', position('relay'), part(' Relay '), fits],
      ['anything, where nobody knows', position('part'), part('relay'), fits],
      ['a kind nobody knows', position('relay'), part(undefined), remarked('part kind not known')],
      [
        'another kind',
        position('relay'),
        part('lamp'),
        refused('wrong-kind', { takes: 'relay', partKind: 'lamp' }),
      ],
      [
        'another family',
        position('74LS00'),
        part('74HCT00'),
        remarked('another family: check levels, drive and speed'),
      ],
      [
        'a slower one',
        position('4164-15'),
        part('4164-20'),
        refused('wrong-kind', { takes: '4164-15', partKind: '4164-20' }),
      ],
      [
        'one that belongs in a socket alike',
        position('ROM A', { lookAlikes: ['X2'] }),
        part('rom b'),
        refused('look-alike-socket', { takes: 'ROM A', partKind: 'rom b', belongsIn: ['X2'] }),
        [position('ROM B', { designator: 'X2' }), position('ROM B', { designator: 'X3' })],
      ],
      [
        'one whose socket names this one',
        position('ROM A'),
        part('ROM B'),
        refused('look-alike-socket', { takes: 'ROM A', partKind: 'ROM B', belongsIn: ['X3'] }),
        [
          position('ROM B', { designator: 'X2' }),
          position('ROM B', { designator: 'X3', lookAlikes: ['X1'] }),
        ],
      ],
      ['rated as asked', position(cap, { ratingVolts: 16 }), part(cap, a({ rating: '16V' })), fits],
      ['rated in part volts', position(cap, { ratingVolts: 6.3 }), part(cap, a({ rating: '6,3 V' })), fits],
      [
        'rated below',
        position(cap, { ratingVolts: 16 }),
        part(cap, a({ rating: '15.9 V' })),
        refused('rating-below', { needVolts: 16, hasVolts: 15.9 }),
      ],
      ['rating not read', position(cap, { ratingVolts: 16 }), part(cap, a({ rating: 'worn' })), fits],
      ['no rating asked', position(cap), part(cap, a({ rating: '4 V' })), fits],
      [
        'tantalum at twice its rail',
        position(tantalum, { asks: { rail: '5 V' } }),
        part(tantalum, a({ rating: '10 V' })),
        fits,
      ],
      [
        'tantalum under twice its rail',
        position(tantalum, { asks: { rail: '5 V' } }),
        part(tantalum, a({ rating: '9 V' })),
        refused('rating-below', { needVolts: 10, hasVolts: 9 }),
      ],
      [
        'tantalum on a rail nobody named',
        position(tantalum),
        part(tantalum, a({ rating: '10 V' })),
        remarked('tantalum: at least twice the rail'),
      ],
      [
        'tantalum of no rating',
        position(tantalum, { asks: { rail: '5 V' } }),
        part(tantalum),
        remarked('tantalum: at least twice the rail'),
      ],
      [
        'a value that differs',
        position('resistor', { asks: { value: '1 k' } }),
        part('resistor', a({ value: '2 k' })),
        refused('attribute-differs', { attribute: 'value', asks: '1 k', has: '2 k' }),
      ],
      [
        'a value that nobody wrote',
        position('resistor', { asks: { value: '1 k' } }),
        part('resistor'),
        remarked('value to be measured'),
      ],
      [
        'leads that differ',
        position('resistor', { asks: { 'lead spacing': '5 mm' } }),
        part('resistor', a({ 'lead spacing': '9 mm' })),
        remarked('lead spacing differs'),
      ],
      [
        'found there, whatever it is',
        position('resistor', { asks: { value: '1 k' } }),
        part('resistor', { foundIn: 'X1', ...a({ value: '2 k' }) }),
        fits,
      ],
      [
        'polarised',
        position('diode', { polarised: true }),
        part('diode'),
        remarked('polarised: check print and part'),
      ],
      ['proved bad', position('relay'), part('relay', { health: 'proved bad' }), remarked('proved bad')],
      [
        'not shown faulty',
        position('relay'),
        part('relay', { health: 'not shown faulty' }),
        remarked('not shown faulty, not proved'),
      ],
      ['proved good', position('relay'), part('relay', { health: 'proved good' }), fits],
      [
        'across the mains, no class',
        position('capacitor', { safetyClass: 'X' }),
        part('capacitor'),
        never('safety-class', { needs: 'X', has: 'none' }),
      ],
      [
        'across the mains, another class',
        position('capacitor', { safetyClass: 'X' }),
        part('capacitor', a({ 'safety class': 'Y' })),
        never('safety-class', { needs: 'X', has: 'Y' }),
      ],
      [
        'across the mains, its class',
        position('capacitor', { safetyClass: 'X' }),
        part('capacitor', a({ 'safety class': 'X' })),
        fits,
      ],
      [
        'across the mains, found there',
        position('capacitor', { safetyClass: 'X' }),
        part('capacitor', { foundIn: 'X1' }),
        fits,
      ],
      [
        'a primary cell that is charged',
        position('cell', { charged: true }),
        part('cell', a({ cell: 'primary' })),
        never('primary-cell'),
      ],
      ['a primary cell that is not', position('cell'), part('cell', a({ cell: 'primary' })), fits],
      [
        'a rechargeable one that is',
        position('cell', { charged: true }),
        part('cell', a({ cell: 'rechargeable' })),
        fits,
      ],
      [
        'in a switching supply',
        position(cap, { on: 'A2' }),
        part(cap),
        remarked('switching supply: compare ripple current and ESR'),
        supply('switching supply'),
      ],
      ['in a linear supply', position(cap, { on: 'A2' }), part(cap), fits, supply('linear supply')],
      [
        'found in a switching supply',
        position(cap, { on: 'A2' }),
        part(cap, { foundIn: 'X1' }),
        fits,
        supply('switching supply'),
      ],
      [
        'on something that no line describes',
        position(cap, { on: 'A9' }),
        part(cap),
        fits,
        supply('switching supply'),
      ],
      [
        'no electrolytic, in a switching supply',
        position('resistor', { on: 'A2' }),
        part('resistor'),
        fits,
        supply('switching supply'),
      ],
    ]
  it.each(rows.map((row) => [row[0], row] as const))('%s', (_, [, at, what, expected, positions = []]) =>
    expect(judgeFit(at, what, positions)).toEqual(expected),
  )
  it('a primary cell whose charge path is cut and measured fits with that remark', () =>
    expect(
      judgeFit(position('cell', { charged: true }), part('cell', a({ cell: 'primary' })), [], true),
    ).toEqual(remarked('charge path cut, current measured as zero')))
  it('assemblies that lie in a circle end the search', () => {
    const circle = [
      position('board', { designator: 'A2', on: 'A3' }),
      position('board', { designator: 'A3', on: 'A2' }),
    ]
    expect(judgeFit(position(cap, { on: 'A2' }), part(cap), circle)).toEqual(fits)
  })
})
