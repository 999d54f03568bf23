/** On which days somebody is reminded, and that a server which was away says each thing once. */
import { beforeEach, describe, expect, it } from 'vitest'
import { begin, file, lent, release, receive, borrower, zone } from '#core/testing/lending.ts'
import { loanDays, remindersOn, type LoanDay } from './reminders.ts'

const due: LoanDay = { loan: 'x', number: 'LN2026-001', what: 'due back', day: '2026-06-30' }
const on = (today: string, of: LoanDay = due) => remindersOn([of], today).map((r) => r.on)

describe('reminders', () => {
  it('come 14 and 3 days before, and each week once it is overdue', () => {
    expect(on('2026-06-15')).toEqual([])
    expect(on('2026-06-16')).toEqual(['2026-06-16'])
    // Two days late: the same one, so that it is sent once.
    expect(on('2026-06-18')).toEqual(['2026-06-16'])
    expect(on('2026-06-27')).toEqual(['2026-06-27'])
    expect(on('2026-06-30')).toEqual(['2026-06-27'])
    expect(on('2026-07-01')).toEqual(['2026-07-01'])
    expect(on('2026-07-07')).toEqual(['2026-07-01'])
    expect(on('2026-07-08')).toEqual(['2026-07-08'])
  })
  it('of cover that has ended are not repeated', () =>
    expect(on('2026-07-08', { ...due, what: 'cover ends' })).toEqual([]))
})

describe('days in a calendar', () => {
  beforeEach(begin)
  it('are those of a loan that is on its way or there, until it is home', () => {
    lent()
    expect(loanDays(file(), '2026-05-01T12:00:00.000Z', zone).map((d) => [d.what, d.day])).toEqual([
      ['due back', '2026-06-30'],
      ['cover ends', '2026-07-14'],
    ])
    const back = release('2026-06-02T09:00:00.000Z', borrower)
    receive('2026-06-02T12:00:00.000Z', back.id, 'house')
    expect(loanDays(file(), '2026-06-03T12:00:00.000Z', zone)).toEqual([])
  })
})
