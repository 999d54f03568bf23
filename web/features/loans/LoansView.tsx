/** Loans: what is out, in, or here for repair, the most urgent first. A guest sees their own. */
import { say } from '#api/words/say.ts'
import { type Narrowed, isOver, narrowed, offered } from './filters.ts'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { dayOnly } from '#api/words/dates.ts'
import { capital, count, list } from '#api/words/lists.ts'
import { markWords, stateWords, wayWords } from '#api/words/loans.ts'
import type { LoanRow } from '#core/views/loan-shape.ts'
import { keys } from '#web/app/keys.ts'
import { get } from '#web/app/http.ts'
import { useSigned } from '#web/app/session.tsx'
import { Act, MainButton, TextField } from '#web/ui/Forms.tsx'
import { AskLoan } from './AskLoan.tsx'
/** How many stand in the list at first, and are added by each asking. */
const page = 100

/** What matters most, in one line. */
function headline(loans: readonly LoanRow[], guest: boolean): string {
  const open = loans.filter((l) => !isOver(l))
  const late = open.filter((l) => l.shown === 'overdue')
  const marked = open.filter((l) => l.marks.length > 0)
  if (loans.length === 0)
    return guest
      ? say('No loan with you is recorded.')
      : say(
          'No loan is recorded. What leaves the house, comes on loan, or is here for repair is written down here.',
        )
  return [
    say('{loans} not closed', { loans: count(open.length, 'loan') }),
    ...(late.length > 0
      ? [say('{n} overdue ({names})', { n: late.length, names: list(late.map((l) => l.with)) })]
      : []),
    ...(marked.length > 0 ? [say('{n} with something to settle', { n: marked.length })] : []),
  ].join('; ')
}

export function View() {
  const { me } = useSigned()
  const [asking, setAsking] = useState(false)
  const [search, setSearch] = useSearchParams()
  const filter = search.get('show')
  const [words, setWords] = useState('')
  const [most, setMost] = useState(page)
  const { data } = useQuery({ queryKey: keys.loans, queryFn: () => get('/loans') })
  const loans = data?.loans ?? []
  const guest = me.role === 'guest'
  const choices = offered(loans)
  const shown = narrowed(loans, filter, words)
  const first = shown.slice(0, most)
  const sections = [
    { title: say('Not closed'), rows: first.filter((l) => !isOver(l)) },
    { title: say('Closed or declined'), rows: first.filter(isOver) },
  ].filter((s) => s.rows.length > 0)
  const choose = (name: string) => setSearch(name === filter ? {} : { show: name }, { replace: true })
  return (
    <main className="flex-1 space-y-5 p-4 pb-16">
      <div className="flex flex-wrap items-end justify-between gap-x-6 gap-y-2">
        <div>
          <h1 className="font-display text-24 font-semibold">{guest ? say('Your loans') : say('Loans')}</h1>
          {data && <p className="text-quiet">{headline(loans, guest)}</p>}
        </div>
        {!guest && !asking && (
          <MainButton onClick={() => setAsking(true)}>{say('Write down a loan')}</MainButton>
        )}
      </div>
      {asking && <AskLoan onClose={() => setAsking(false)} />}
      {!guest && loans.length > 1 && (
        <ShowOnly words={words} onWords={setWords} choices={choices} filter={filter} onChoose={choose} />
      )}
      {loans.length > 0 && shown.length === 0 && (
        <p>
          {say('No loan here is like that.')}{' '}
          <Act
            onClick={() => {
              setWords('')
              setSearch({}, { replace: true })
            }}
          >
            {say('Show all')}
          </Act>
        </p>
      )}
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
      {shown.length > most && (
        <Act onClick={() => setMost(most + page)}>
          {say('{shown} more: show {min} of them', {
            shown: shown.length - most,
            min: Math.min(page, shown.length - most),
          })}
        </Act>
      )}
    </main>
  )
}

function ShowOnly({
  words,
  onWords,
  choices,
  filter,
  onChoose,
}: {
  words: string
  onWords: (value: string) => void
  choices: Narrowed[]
  filter: string | null
  onChoose: (name: string) => void
}) {
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1" role="group" aria-label={say('Show only')}>
      <TextField
        label={say('Find by the other side, purpose, thing or number')}
        value={words}
        onChange={(e) => onWords(e.target.value)}
      />
      <span className="flex flex-wrap gap-x-4 self-end">
        {choices.map(({ name, n }) => (
          <button
            key={name}
            type="button"
            aria-pressed={name === filter}
            className={`min-h-9 border-b-[3px] px-1 ${name === filter ? 'border-verdigris font-bold' : 'hover:border-line border-transparent'}`}
            onClick={() => onChoose(name)}
          >
            {`${name}, ${n}`}
          </button>
        ))}
      </span>
    </div>
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
        <strong className={`max-sm:order-2 ${late ? 'text-oxide' : isOver(loan) ? 'text-quiet' : ''}`}>
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
          {loan.due && !isOver(loan) && loan.shown !== 'back'
            ? say('due {due}', { due: dayOnly(loan.due) })
            : ''}
        </span>
      </Link>
    </li>
  )
}
