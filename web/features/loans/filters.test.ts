/** How a list of loans is narrowed down. */
import { describe, expect, it } from 'vitest'
import type { LoanId } from '#core/ids.ts'
import { numberedId } from '#core/testing/script.ts'
import type { LoanRow } from '#core/views/loan-shape.ts'
import { loanFilters, narrowed, offered } from './filters.ts'

const row = (n: number, more: Partial<LoanRow>): LoanRow => ({
  id: numberedId<LoanId>(n, 6),
  way: 'out',
  with: 'Marsh End School',
  purpose: 'a show',
  items: ['the terminal'],
  shown: 'there',
  marks: [],
  ...more,
})
const loans = [
  row(1, { number: 'LN2026-001', shown: 'overdue' }),
  row(2, { way: 'repair', with: 'Jonna Reis', marks: [{ mark: 'question', of: 'house' }] }),
  row(3, { marks: [{ mark: 'short', items: [{ item: 'lead', n: 1, of: 2 }], boxes: [2] }] }),
  row(4, { way: 'transfer', shown: 'closed', theirNumber: 'K-12' }),
]
const ids = (filter: string | null, words = '') =>
  narrowed(loans, filter, words).map((l) => l.number ?? l.id.slice(-1))

describe('loans', () => {
  it('are narrowed down by way and by what is wrong with them', () => {
    expect(ids(null)).toHaveLength(4)
    expect(ids('Overdue')).toEqual(['LN2026-001'])
    expect(ids('Repairs')).toEqual(['2'])
    expect(ids('Short')).toEqual(['3'])
    expect(ids('For good')).toEqual(['4'])
    expect(ids('no such filter')).toHaveLength(4)
  })
  it('are found by whom, what for, things and either number', () => {
    expect(ids(null, 'reis')).toEqual(['2'])
    expect(ids(null, ' ln2026 ')).toEqual(['LN2026-001'])
    expect(ids(null, 'k-12')).toEqual(['4'])
    expect(ids('Out', 'k-12')).toEqual([])
  })
  it('offer only what leaves something that is not over, with how many', () => {
    expect(offered(loans)).toEqual([
      { name: 'Out', n: 2 },
      { name: 'Repairs', n: 1 },
      { name: 'Overdue', n: 1 },
      { name: 'Short', n: 1 },
      { name: 'Questions', n: 1 },
    ])
    expect(new Set(loanFilters.map((f) => f.name)).size).toBe(loanFilters.length)
  })
})
