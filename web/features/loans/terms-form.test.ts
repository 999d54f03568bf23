/** Terms as they are typed are terms that the kind's schema takes, or the slip says what is wrong. */
import { describe, expect, it } from 'vitest'
import { loanBody } from '#core/history/bodies/loan.ts'
import type { LoanId } from '#core/ids.ts'
import { typedFrom } from '#web/app/typed.ts'
import { termsOf } from './terms-form.ts'

const loan = '00000009-0000-7000-8000-000000000001' as LoanId
const usual = { from: '2027-02-01', to: '2027-04-30', who: 'visitors', coverBy: 'us', currency: 'eur' }
const terms = (more: Readonly<Record<string, string>> = {}) => {
  const all: Readonly<Record<string, string>> = { ...usual, ...more }
  return termsOf(
    typedFrom((name) => all[name] ?? null),
    loan,
  )
}

describe('terms of a loan', () => {
  it('with nothing but days are taken by the schema, and allow nothing', () => {
    const made = terms()
    expect(loanBody.safeParse(made).error).toBeUndefined()
    expect(made).toMatchObject({
      noticeDays: 14,
      opening: undefined,
      copying: undefined,
      lendingOn: undefined,
    })
    expect(made).not.toHaveProperty('venue')
  })
  it('hold what is typed of the place, the people and the money', () => {
    const made = terms({
      ...{ place: 'town hall', volts: '120', hertz: '60', earthed: 'no', locked: 'yes', named: 'Ada, Bo' },
      ...{ minutes: '45', amount: '310.50', limit: '25', notice: '7', handling: ' two people ' },
    })
    expect(loanBody.safeParse(made).error).toBeUndefined()
    expect(made).toMatchObject({
      noticeDays: 7,
      venue: {
        place: 'town hall',
        volts: 120,
        hertz: 60,
        earthed: false,
        locked: true,
        supervised: undefined,
      },
      run: { named: ['Ada', 'Bo'], minutesADay: 45 },
      cover: { value: { minor: 31_050, currency: 'EUR' } },
      repairLimit: { minor: 2500, currency: 'EUR' },
      handling: 'two people',
    })
  })
  it.each([
    ['no day', { to: '' }, 'Say from when until when.'],
    ['an end before its beginning', { to: '2027-01-31' }, 'It is due back before it begins.'],
    ['words as a value', { amount: 'much' }, /Write the value/],
    ['a currency that is none', { amount: '3', currency: 'e' }, /Write the value/],
    ['words as a limit', { limit: 'little' }, /limit of repairs/],
    ['words as volts', { volts: 'mains' }, /as numbers/],
    ['words as notice', { notice: 'a week' }, /as numbers/],
  ] as const)('are not written with %s', (_, more, says) => expect(terms(more)).toMatch(says))
})
