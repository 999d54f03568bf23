/** By what a list of loans may be narrowed down. Pure. */
import { say } from '#api/words/say.ts'
import { forGood } from '#core/history/loan-ways.ts'
import type { LoanRow } from '#core/views/loan-shape.ts'

const marked = (loan: LoanRow, ...marks: LoanRow['marks'][number]['mark'][]) =>
  loan.marks.some((m) => marks.includes(m.mark))

/** Over: closed, or declined. */
export const isOver = (loan: LoanRow) => loan.shown === 'closed' || loan.shown === 'declined'

export const loanFilters: readonly {
  readonly name: string
  readonly holds: (loan: LoanRow) => boolean
}[] = [
  { name: say('Out'), holds: ({ way }) => way === 'out' },
  { name: say('In'), holds: ({ way }) => way === 'in' },
  { name: say('Repairs'), holds: ({ way }) => way === 'repair' },
  { name: say('For good'), holds: ({ way }) => forGood(way) },
  { name: say('Overdue'), holds: ({ shown }) => shown === 'overdue' },
  { name: say('Short'), holds: (loan) => marked(loan, 'short') },
  { name: say('Disputed or open'), holds: (loan) => marked(loan, 'difference open', 'disputed') },
  { name: say('Not covered'), holds: (loan) => marked(loan, 'cover ends') },
  { name: say('Questions'), holds: (loan) => marked(loan, 'question') },
]

export interface Narrowed {
  readonly name: string
  readonly n: number
}

/** Filters that leave something, with how much. */
export const offered = (loans: readonly LoanRow[]): Narrowed[] =>
  loanFilters
    .map(({ name, holds }) => ({ name, n: loans.filter((l) => !isOver(l) && holds(l)).length }))
    .filter(({ n }) => n > 0)

/** Those that hold to the filter chosen and bear the words typed: in whom, what for, which things, which number. */
export function narrowed(loans: readonly LoanRow[], filter: string | null, words: string): LoanRow[] {
  const holds = loanFilters.find((f) => f.name === filter)?.holds
  const wanted = words.trim().toLowerCase()
  return loans.filter(
    (l) =>
      (!holds || holds(l)) &&
      (wanted === '' ||
        [l.with, l.purpose, l.number ?? '', l.theirNumber ?? '', ...l.items].some((text) =>
          text.toLowerCase().includes(wanted),
        )),
  )
}
