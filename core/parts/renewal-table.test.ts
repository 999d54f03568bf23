/** Renewing a set, as tables: what is ordered, what lies in the house for it, what a replacement needs, and what the type sheet learns. */
import { describe, expect, it } from 'vitest'
import { sheetSchema } from '#core/type/sheet.ts'
import { learnedFrom, withLearned, type Learned } from './learned.ts'
import { fromStockFor, orderList, wantsOf, type RenewalRow } from './renewal.ts'

describe('a set that is renewed, whole', () => {
  const row = (position: string, more: Partial<RenewalRow> = {}): RenewalRow => ({
    position,
    accepts: 'electrolytic capacitor',
    polarised: true,
    said: {},
    sheet: {},
    wants: { value: '47 µF', leastVolts: 16 },
    because: 'all',
    verified: [],
    pins: [],
    ...more,
  })
  const spare = (value: string, rating: string) => ({
    facts: { partKind: 'electrolytic capacitor', attributes: { value, rating }, health: 'unknown' as const },
    free: 1,
    label: `${value} ${rating}`,
  })
  const done = { label: 'P-1', part: 'p', at: '2026-03-02T09:00:00.000Z' }
  it('orders by kind and value, one line for what is the same, spares rounded up', () => {
    expect(
      orderList(
        [
          row('C3', { wants: { value: '10 µF', leastVolts: 16 } }),
          row('R1', { accepts: 'resistor', wants: { value: '1 k' } }),
          row('C1'),
          row('C2', { wants: { value: '47uF', leastVolts: 16 } }),
          row('C4', { wants: { value: '47 µF', leastVolts: 25 } }),
          row('C5', { because: undefined }),
          row('C6', { done }),
          row('C7', { wants: {} }),
          row('C8'),
        ],
        [{ position: 'C8', from: 'drawer' }],
      ),
    ).toEqual([
      { kind: 'electrolytic capacitor', value: '10 µF', leastVolts: 16, positions: ['C3'], count: 2 },
      { kind: 'electrolytic capacitor', value: '47 µF', leastVolts: 16, positions: ['C1', 'C2'], count: 3 },
      { kind: 'electrolytic capacitor', value: '47 µF', leastVolts: 25, positions: ['C4'], count: 2 },
      { kind: 'resistor', value: '1 k', leastVolts: undefined, positions: ['R1'], count: 2 },
    ])
    expect(orderList([row('C1'), row('C2')], [], 0)[0]?.count).toBe(2)
    expect(
      orderList([row('C1', { wants: { value: 'as found' } }), row('C2', { wants: { value: 'As Found ' } })]),
    ).toHaveLength(1)
  })
  it('takes from the house what fits value and rating, each part once, for what is still to be done', () => {
    const rows = [
      row('C1'),
      row('C2', { because: undefined }),
      row('C3', { done }),
      row('C4', { wants: {} }),
      row('C5'),
    ]
    expect(
      fromStockFor(rows, [spare('47 µF', '10 V'), spare('10 µF', '25 V'), spare('47 µF', '25 V')]),
    ).toEqual([{ position: 'C1', from: '47 µF 25 V' }])
    expect(fromStockFor(rows, [])).toEqual([])
  })
  it.each<readonly [string, Parameters<typeof wantsOf>, ReturnType<typeof wantsOf>]>([
    [
      'nothing said',
      [{}, {}, undefined],
      { wants: { value: undefined, leastVolts: undefined }, trouble: undefined },
    ],
    [
      'by the sheet',
      [{}, { value: '1 µF' }, 16],
      { wants: { value: '1 µF', leastVolts: 16 }, trouble: undefined },
    ],
    [
      'by the print',
      [{ print: { value: '2 µF', rating: '25V' } }, {}, undefined],
      { wants: { value: '2 µF', leastVolts: 25 }, trouble: undefined },
    ],
    [
      'by the part alone',
      [{ part: { value: '3 µF', rating: '6,3 V' } }, {}, undefined],
      { wants: { value: '3 µF', leastVolts: 6.3 }, trouble: undefined },
    ],
    [
      'the print before the part',
      [{ part: { value: '3 µF' }, print: { value: '2 µF' } }, {}, undefined],
      { wants: { value: '2 µF', leastVolts: undefined }, trouble: undefined },
    ],
    [
      'the sheet before the print',
      [{ print: { value: '2 µF' } }, { value: '1 µF' }, undefined],
      { wants: { value: '1 µF', leastVolts: undefined }, trouble: undefined },
    ],
    [
      'ratings that differ',
      [{ part: { rating: '25 V' }, schematic: { rating: '35 V' } }, {}, 16],
      { wants: { value: undefined, leastVolts: 35 }, trouble: { differ: true, unusual: [], leastVolts: 35 } },
    ],
    [
      'settled before all of them',
      [{ part: { rating: '25 V' }, settled: { value: '5 µF', rating: '50 V' } }, { value: '1 µF' }, 16],
      { wants: { value: '5 µF', leastVolts: 50 }, trouble: undefined },
    ],
  ])('what a replacement needs %s', (_, given, expected) => expect(wantsOf(...given)).toEqual(expected))
})

describe('what a sheet learns, whole', () => {
  const sheet = sheetSchema.parse({
    name: 'Quend 4',
    kind: 'dial set',
    positions: [
      {
        designator: 'C1',
        accepts: 'capacitor',
        asks: { value: '47 µF', temperature: '85 °C' },
        ratingVolts: 16,
      },
      { designator: 'C2', accepts: 'capacitor' },
    ],
  })
  const met = sheetSchema.parse({
    name: 'Quend 4',
    kind: 'dial set',
    positions: [{ designator: 'C9', accepts: 'lamp' }],
  }).positions
  const learned = (position: string, said: RenewalRow['said']) =>
    learnedFrom([{ position, said }], sheet, met)
  it.each<readonly [string, string, RenewalRow['said'], readonly object[]]>([
    [
      'nothing of what it says already',
      'C1',
      { print: { value: '47uF', rating: '16V', temperature: '85 °C' } },
      [],
    ],
    [
      'what is said otherwise',
      'C1',
      { print: { value: '100 µF' } },
      [{ position: 'C1', fact: 'value', is: '100 µF', by: 'print', was: '47 µF' }],
    ],
    [
      'what it did not say',
      'C2',
      { schematic: { value: '1 µF' } },
      [{ position: 'C2', fact: 'value', is: '1 µF', by: 'schematic' }],
    ],
    [
      'the schematic before the print',
      'C2',
      { print: { value: '2 µF' }, schematic: { value: '1 µF' } },
      [{ position: 'C2', fact: 'value', is: '1 µF', by: 'schematic' }],
    ],
    [
      'a rating of the print',
      'C1',
      { print: { rating: '25V' } },
      [{ position: 'C1', fact: 'rating', is: '25V', by: 'print', was: '16 V' }],
    ],
    [
      'a rating that nobody makes',
      'C2',
      { print: { rating: '37 V' } },
      [{ position: 'C2', fact: 'rating', is: '37 V', by: 'print', doubt: 'no usual rating' }],
    ],
    [
      'what the part alone says',
      'C2',
      { part: { value: '1 µF', body: '5x11' } },
      [
        { position: 'C2', fact: 'value', is: '1 µF', by: 'part', doubt: 'by the part only' },
        { position: 'C2', fact: 'body', is: '5x11', by: 'part' },
      ],
    ],
    [
      'a position that the machine wrote down',
      'C9',
      { print: { value: '6 V' } },
      [
        { position: 'C9', fact: 'position', is: 'lamp', by: 'machine' },
        { position: 'C9', fact: 'value', is: '6 V', by: 'print' },
      ],
    ],
    ['nothing of a position that nobody knows', 'C7', { print: { value: '6 V' } }, []],
  ])('%s', (_, position, said, expected) => expect(learned(position, said)).toEqual(expected))
  it('holds what was chosen, and what was not as it was', () => {
    const chosen: Learned[] = [
      { position: 'C1', fact: 'rating', is: '25 V', by: 'print' },
      { position: 'C9', fact: 'position', is: 'lamp', by: 'machine' },
    ]
    const made = withLearned(sheet, chosen, met)
    expect(made.positions.map((p) => [p.designator, p.ratingVolts, p.asks])).toEqual([
      ['C1', 25, { value: '47 µF', temperature: '85 °C', rating: '25 V' }],
      ['C2', undefined, undefined],
      ['C9', undefined, undefined],
    ])
    expect(made.positions[1]).toBe(sheet.positions[1])
    expect(withLearned(sheet, [], met).positions).toEqual(sheet.positions)
    expect(
      withLearned(sheet, [{ position: 'C1', fact: 'rating', is: 'worn', by: 'print' }], met).positions[0]
        ?.ratingVolts,
    ).toBe(16)
  })
})
