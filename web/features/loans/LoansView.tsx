/** Loans: what is out, in, or here for repair, the most urgent first. A guest sees their own. */
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { dayOnly } from '#api/words/dates.ts'
import { capital, count, list } from '#api/words/lists.ts'
import { markWords, stateWords, wayWords } from '#api/words/loans.ts'
import type { LoanRow } from '#core/views/loan-shape.ts'
import { keys } from '#web/app/keys.ts'
import { get } from '#web/app/http.ts'
import { useSigned } from '#web/app/session.tsx'
import { MainButton } from '#web/ui/Forms.tsx'
import { AskLoan } from './AskLoan.tsx'

const over = (l: LoanRow) => l.shown === 'closed' || l.shown === 'declined'

/** What matters most, in one line. */
function headline(loans: readonly LoanRow[], guest: boolean): string {
  const open = loans.filter((l) => !over(l))
  const late = open.filter((l) => l.shown === 'overdue')
  const marked = open.filter((l) => l.marks.length > 0)
  if (loans.length === 0)
    return guest
      ? 'No loan with you is recorded.'
      : 'No loan is recorded. What leaves the house, comes on loan, or is here for repair is written down here.'
  return [
    `${count(open.length, 'loan')} not closed`,
    ...(late.length > 0 ? [`${late.length} overdue (${list(late.map((l) => l.with))})`] : []),
    ...(marked.length > 0 ? [`${marked.length} with something to settle`] : []),
  ].join('; ')
}

export function View() {
  const { me } = useSigned()
  const [asking, setAsking] = useState(false)
  const { data } = useQuery({ queryKey: keys.loans, queryFn: () => get('/loans') })
  const loans = data?.loans ?? []
  const guest = me.role === 'guest'
  const sections = [
    { title: 'Not closed', rows: loans.filter((l) => !over(l)) },
    { title: 'Closed or declined', rows: loans.filter(over) },
  ].filter((s) => s.rows.length > 0)
  return (
    <main className="flex-1 space-y-5 p-4 pb-16">
      <div className="flex flex-wrap items-end justify-between gap-x-6 gap-y-2">
        <div>
          <h1 className="font-display text-24 font-semibold">{guest ? 'Your loans' : 'Loans'}</h1>
          {data && <p className="text-quiet">{headline(loans, guest)}</p>}
        </div>
        {!guest && !asking && <MainButton onClick={() => setAsking(true)}>Write down a loan</MainButton>}
      </div>
      {asking && <AskLoan onClose={() => setAsking(false)} />}
      {sections.map(({ title, rows }) => (
        <section key={title} aria-label={title}>
          <h2 className="headrule">{title}</h2>
          <ul>
            {rows.map((loan) => (
              <LoanLine key={loan.id} loan={loan} guest={guest} />
            ))}
          </ul>
        </section>
      ))}
    </main>
  )
}

function LoanLine({ loan, guest }: { loan: LoanRow; guest: boolean }) {
  const late = loan.shown === 'overdue'
  return (
    <li className="border-hair border-b">
      <Link
        to={`/loans/${loan.id}`}
        className="hover:bg-next grid min-h-12 grid-cols-[8.5rem_minmax(0,1fr)_auto] items-baseline gap-x-4 gap-y-0.5 px-2 py-2 max-sm:grid-cols-[minmax(0,1fr)_auto]"
      >
        <strong className={`max-sm:order-2 ${late ? 'text-oxide' : over(loan) ? 'text-quiet' : ''}`}>
          {capital(stateWords(loan))}
        </strong>
        <span className="min-w-0">
          {loan.number && <span className="num text-13 text-quiet mr-3">{loan.number}</span>}
          <strong>{guest ? list(loan.items) : loan.with}</strong>
          {!guest && <span className="text-quiet">{` ${wayWords[loan.way]}: ${list(loan.items)}`}</span>}
          {loan.marks.length > 0 && (
            <span className="text-copper block font-bold">{list(loan.marks.map(markWords), 6)}</span>
          )}
        </span>
        <span className="num text-quiet whitespace-nowrap max-sm:order-3">
          {loan.due && !over(loan) && loan.shown !== 'back' ? `due ${dayOnly(loan.due)}` : ''}
        </span>
      </Link>
    </li>
  )
}
