import { describe, expect, it } from 'vitest'
import { minorDigits, parseMoney, parseQuantity, sumByCurrency, withinTolerance } from './quantity.ts'

describe('written values', () => {
  // RKM code: IEC 60062:2016, the letter stands for the decimal mark (examples of its tables, from memory).
  const rkm: [string, number, string][] = [
    ['4k7', 4700, 'ohm'],
    ['2R2', 2.2, 'ohm'],
    ['R'.padStart(2, '0') + '47', 0.47, 'ohm'],
    ['1M0', 1e6, 'ohm'],
    ['3n3', 3.3e-9, 'F'],
    ['4u7', 4.7e-6, 'F'],
    ['4µ7', 4.7e-6, 'F'],
    ['6p8', 6.8e-12, 'F'],
    ['5m6', 0.0056, 'ohm'],
  ]
  it.each(rkm)('reads the RKM code %s as %d %s', (text, value, unit) =>
    expect(parseQuantity(text)).toEqual({ value, unit, asWritten: text }),
  )

  const plain: [string, number, string][] = [
    ['4.98V', 4.98, 'V'],
    ['4,98 V', 4.98, 'V'],
    ['-11.8 V', -11.8, 'V'],
    ['−11.8V', -11.8, 'V'],
    ['220u', 2.2e-4, 'F'],
    ['100 nF', 1e-7, 'F'],
    ['1.5 kHz', 1500, 'Hz'],
    ['330 ohm', 330, 'ohm'],
    ['62 %', 62, '%'],
    ['4.98', 4.98, ''],
    ['250 mA', 0.25, 'A'],
  ]
  it.each(plain)('reads %s', (text, value, unit) =>
    expect(parseQuantity(text)).toMatchObject({ value, unit }),
  )

  it('keeps about, ranges and what was not recorded apart', () => {
    expect(parseQuantity('about 12 V')).toEqual({
      value: 12,
      approx: true,
      unit: 'V',
      asWritten: 'about 12 V',
    })
    expect(parseQuantity('4.9-5.1V')).toEqual({ min: 4.9, max: 5.1, unit: 'V', asWritten: '4.9-5.1V' })
    expect(parseQuantity('not recorded')).toEqual({ unit: '', asWritten: 'not recorded' })
  })

  it.each(['', 'five', '5 Q', '5.1-4.9V', 'V', '1..2..3'])('does not read %j', (text) =>
    expect(parseQuantity(text)).toBeUndefined(),
  )
})

describe('a rail within its band', () => {
  // 4.75–5.25 V: the common TTL data-book range (±5 % of 5 V).
  it.each([
    ['4.75', true],
    ['5.25', true],
    ['4.74', false],
    ['5.26', false],
    ['4.9-5.1', true],
    ['4.7-5.1', false],
  ])('%s V: %s', (text, inside) => expect(withinTolerance(parseQuantity(text)!, 5, 0.25)).toBe(inside))
  it('does not judge what was not recorded', () =>
    expect(withinTolerance(parseQuantity('not recorded')!, 5, 0.25)).toBeUndefined())
})

describe('money', () => {
  // Minor units by ISO 4217: JPY 0, EUR 2, BHD 3.
  it.each([
    ['JPY', 0],
    ['EUR', 2],
    ['BHD', 3],
  ])('%s has %d decimals', (currency, digits) => expect(minorDigits(currency)).toBe(digits))
  it.each([
    ['91.00', 'EUR', 9100],
    ['91', 'EUR', 9100],
    ['6,5', 'EUR', 650],
    ['120', 'JPY', 120],
    ['1.234', 'BHD', 1234],
  ])('reads %s %s', (amount, currency, minor) =>
    expect(parseMoney(amount, currency)).toEqual({ minor, currency }),
  )
  it.each([
    ['1.234', 'EUR'],
    ['-5', 'EUR'],
    ['1e3', 'EUR'],
    ['5', 'euro'],
    ['', 'EUR'],
  ])('does not read %j %s', (amount, currency) => expect(parseMoney(amount, currency)).toBeUndefined())
  it('never adds across currencies', () => {
    const sum = sumByCurrency([
      { minor: 650, currency: 'EUR' },
      { minor: 300, currency: 'NOK' },
      { minor: 50, currency: 'EUR' },
    ])
    expect(sum).toEqual([
      { minor: 700, currency: 'EUR' },
      { minor: 300, currency: 'NOK' },
    ])
  })
})

it('an amount of which nobody knows the currency stays one (ISO 4217, XXX), and is summed with no other', () => {
  expect(parseMoney('40', '?')).toEqual({ minor: 4000, currency: 'XXX' })
  expect(
    sumByCurrency([
      { minor: 4000, currency: 'XXX' },
      { minor: 100, currency: 'EUR' },
    ]),
  ).toHaveLength(2)
})
