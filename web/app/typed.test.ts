/** Figures and amounts as people type them; what is none is something that every schema refuses. */
import { describe, expect, it } from 'vitest'
import { moneySchema } from '#core/quantity/schemas.ts'
import { amountOf, figure, money, typed, typedIn } from './typed.ts'

describe('what is typed', () => {
  it.each([
    ['', undefined],
    ['  ', undefined],
    ['4', 4],
    [' 4,5 ', 4.5],
    ['4.5', 4.5],
    ['-2', -2],
    ['four', NaN],
    ['4 5', NaN],
  ])('figure %j is %j', (text, n) => expect(figure(text)).toEqual(n))
  it.each([
    ['12.50', 'eur', { minor: 1250, currency: 'EUR' }],
    ['12,5', 'EUR', { minor: 1250, currency: 'EUR' }],
    // ISO 4217: the yen has no minor unit, the dinar of Bahrain has three digits.
    ['900', 'jpy', { minor: 900, currency: 'JPY' }],
    ['1.250', 'BHD', { minor: 1250, currency: 'BHD' }],
    [' ', 'EUR', undefined],
  ])('%j %s is an amount', (amount, currency, is) => {
    const read = money(amount, currency)
    expect(read).toEqual(is)
    if (read) expect(money(amountOf(read), read.currency)).toEqual(read)
  })
  it.each([
    ['much', 'EUR'],
    ['12.505', 'EUR'],
    ['12', 'e'],
    ['1.5', 'JPY'],
    ['-3', 'EUR'],
  ])('%j %s is none, and the schema says so', (amount, currency) =>
    expect(moneySchema.safeParse(money(amount, currency)).success).toBe(false),
  )
  it('is trimmed, and yes, no or not said', () => {
    const { text, some, yesNo, figure } = typedIn({ a: ' x ', b: '', c: 'yes', d: 'no', n: '3', list: ['y'] })
    expect([text('a'), text('b'), text('list'), some('b'), figure('n')]).toEqual(['x', '', '', undefined, 3])
    expect([yesNo('b'), yesNo('c'), yesNo('d')]).toEqual([undefined, true, false])
    expect(typed(' z ')).toBe('z')
  })
})
