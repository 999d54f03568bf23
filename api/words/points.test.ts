import { describe, expect, it } from 'vitest'
import { bandWords, driftWords, spanWords, valueWords } from './points.ts'

describe('values in words', () => {
  it.each([
    [7_159_090, 'Hz', '7.15909 MHz'],
    [0.0047, 'A', '4.7 mA'],
    [4.98, 'V', '4.98 V'],
    [-12, 'V', '-12 V'],
    [62, 'ohm', '62 Ω'],
    [1500, 'C', '1500 °C'],
    [0, 'V', '0 V'],
    [2.2e-3, 'F', '2200 µF'],
    [1e-7, 'F', '100 nF'],
    [33e-12, 'F', '33 pF'],
  ])('%d %s', (value, unit, words) => expect(valueWords(value, unit)).toBe(words))
  it('a band, and where it is reckoned from', () => {
    expect(bandWords({ unit: 'V', expected: { nominal: 5, tolerance: 0.25, by: 'sheet' } })).toBe(
      '4.75 V to 5.25 V',
    )
    expect(
      bandWords({
        unit: 'V',
        expected: { nominal: 4.6, tolerance: 0.1, by: 'behind', from: { point: '5V', value: 5, read: true } },
      }),
    ).toBe('4.5 V to 4.7 V, from 5V')
    expect(bandWords({ unit: 'V' })).toBe('not said')
  })
  it('drift, with its share', () => {
    const healthy = { entry: '' as never, at: '', asWritten: '5.02', value: 5.02, unit: 'V' }
    expect(driftWords({ point: '5V', unit: 'V', readings: [], healthy, drift: -0.21 })).toBe(
      '−210 mV (−4.2 %)',
    )
    expect(driftWords({ point: '5V', unit: 'V', readings: [], healthy })).toBe('')
  })
})

describe('a span', () => {
  it.each([
    [4.75, 5.25, 'V', '4.75 to 5.25 V'],
    [-13.2, -10.8, 'V', '−13.2 to −10.8 V'],
    [4.29, 4.43 + 0.06, 'V', '4.29 to 4.49 V'],
    [15_356_928, 15_363_072, 'Hz', '15.3569 to 15.3631 MHz'],
    [0, 0.05, 'A', '0 to 50 mA'],
    [18, 24, 'C', '18 to 24 °C'],
  ] as const)('%d to %d %s is written %s', (low, high, unit, words) =>
    expect(spanWords(low, high, unit)).toBe(words),
  )
})
