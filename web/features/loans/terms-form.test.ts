/** Terms as they are typed are terms that the kind's schema takes, or the slip says what is wrong. */
import { describe, expect, it } from 'vitest'
import { loanBody } from '#core/history/bodies/loan.ts'
import type { LoanId } from '#core/ids.ts'
import { issueWords } from '#api/words/issues.ts'
import { termsBefore, termsFields, termsOf, type TermsForm } from './terms-form.ts'

const loan = '00000009-0000-7000-8000-000000000001' as LoanId
const usual: TermsForm = {
  ...termsBefore(undefined, '2027-02-01', 'eur'),
  ...{ to: '2027-04-30', who: 'visitors', coverBy: 'us' },
}
const terms = (more: Partial<TermsForm> = {}) => termsOf({ ...usual, ...more }, loan)

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
    ['no day', { to: '' }, 'to', /A day is written/],
    ['an end before its beginning', { to: '2027-01-31' }, undefined, /It is due back before it begins/],
    ['words as a value', { amount: 'much' }, 'amount', /number/],
    ['a currency that is none', { amount: '3', currency: 'e' }, 'amount', /number/],
    ['words as a limit', { limit: 'little' }, 'limit', /number/],
    ['words as volts', { place: 'a shop', volts: 'mains' }, 'volts', /number/],
    ['words as notice', { notice: 'a week' }, 'notice', /number/],
    ['more minutes than a day has', { minutes: '1500' }, 'minutes', /At most 1440/],
  ] as const)('are not written with %s, and it is said where that is typed', (_, more, field, says) => {
    const [issue] = loanBody.safeParse(terms(more)).error?.issues ?? []
    if (!issue) throw new Error('taken')
    const fields: Readonly<Record<string, string>> = { ...termsFields, from: 'from', to: 'to' }
    const at = issue.path.map(String)
    const typedAt = at.map((_, n) => fields[at.slice(0, at.length - n).join('.')]).find(Boolean)
    expect([typedAt, issueWords(issue)]).toEqual([field, expect.stringMatching(says)])
  })
  it('of a version before stand in the fields, and are made again from them', () => {
    const before = terms({ place: 'a school', earthed: 'no', amount: '20.50', limit: '5', named: 'Ada, Bo' })
    const again = termsOf(termsBefore(before, '2030-01-01', 'NOK'), loan)
    expect(again).toEqual(before)
  })
})
