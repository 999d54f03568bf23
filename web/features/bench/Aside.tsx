/** Beside what is open: what needs a person, loans that want somebody, what was just written. */
import { say } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { dayOnly, durationWords } from '#api/words/dates.ts'
import { doseWords } from '#api/words/treatments.ts'
import { get } from '#web/app/http.ts'
import { keys } from '#web/app/keys.ts'
import { useState } from 'react'
import { Link } from 'react-router'
import type { BenchAnswer } from '#api/machines.ts'
import { markWords, stateWords } from '#api/words/loans.ts'
import { capital, list, commas } from '#api/words/lists.ts'
import { zonedFields } from '#core/quantity/time.ts'
import { useDates } from '#web/app/session.tsx'
import { Act } from '#web/ui/Forms.tsx'

/** Treatments that run, with hours and light so far. */
function Treating() {
  const { data } = useQuery({
    queryKey: keys.treating,
    queryFn: () => get('/treating'),
    refetchInterval: 60_000,
  })
  if (!data || data.treating.length === 0) return null
  return (
    <section aria-label={say('Being treated')}>
      <h2 className="headrule">{say('Being treated')}</h2>
      <ul>
        {data.treating.map(({ machine, number, name, course }) => (
          <li key={course.id} className="border-hair border-b">
            <Link to={`/machines/${machine}/treatments`} className="hover:bg-next block min-h-11 py-2">
              <span className="block font-bold">{`${capital(course.body.sort)}: ${list(course.body.on, 3)}`}</span>
              <span className="text-quiet block">{`${name} ${number}`}</span>
              <span className="num block">
                {[durationWords(course.minutes), doseWords(course)].filter(Boolean).join(', ')}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  )
}

/** Loans that want somebody, the most urgent first. */
function Loans({ loans, total }: { loans: BenchAnswer['loans']; total: number }) {
  if (loans.length === 0) return null
  return (
    <section aria-label={say('Loans that want somebody')}>
      <h2 className="headrule">{say('Loans')}</h2>
      <ul>
        {loans.map((loan) => (
          <li key={loan.id} className="border-hair border-b">
            <Link to={`/loans/${loan.id}`} className="hover:bg-next block min-h-11 py-2">
              <span className={`block font-bold ${loan.shown === 'overdue' ? 'text-oxide' : ''}`}>
                {commas(
                  capital(stateWords(loan)),
                  loan.due && loan.shown !== 'back' && say('due {due}', { due: dayOnly(loan.due) }),
                )}
              </span>
              <span className="text-quiet block">{`${loan.with}: ${list(loan.items, 3)}`}</span>
              {loan.marks.length > 0 && (
                <span className="text-copper block font-bold">
                  {capital(list(loan.marks.map(markWords), 4))}
                </span>
              )}
            </Link>
          </li>
        ))}
      </ul>
      {total > loans.length && (
        <Link className="act" to="/loans">
          {say('All {total}', { total })}
        </Link>
      )}
    </section>
  )
}

/** How many stand there before the others are asked for. */
const fewNeeds = 4

export function Aside({ data }: { data: BenchAnswer }) {
  const { short, zone } = useDates()
  const [all, setAll] = useState(false)
  const today = (at: string) => {
    const a = zonedFields(Date.parse(at), zone)
    const b = zonedFields(Date.parse(data.now), zone)
    return a.day === b.day && a.month === b.month && a.year === b.year
  }
  return (
    <aside className="space-y-8">
      <section>
        <h2 className="headrule">{say('Needs a person')}</h2>
        {data.needs.length === 0 && (
          <p className="text-quiet py-2">{say('No open question, nothing contested.')}</p>
        )}
        <ul>
          {data.needs.slice(0, all ? undefined : fewNeeds).map((need) => (
            <li key={need.entry} className="border-hair border-b py-2">
              <span className="block font-bold">
                {need.kind === 'contested'
                  ? say('Contested: {words}', { words: need.words })
                  : need.kind === 'entry'
                    ? say('Object entry is not finished')
                    : capital(need.words)}
              </span>
              <span className="text-quiet block">
                {need.name} <span className="num text-13">{need.number}</span>
                {`, ${say('since {at}', { at: short(need.at) })}`}
              </span>
              <Link
                className="act"
                to={
                  need.kind === 'entry'
                    ? `/machines/${need.machine}/entry`
                    : need.episode
                      ? `/episodes/${need.episode}?${need.kind === 'question' ? 'answer' : 'settle'}=${need.entry}`
                      : `/machines/${need.machine}?${need.kind === 'question' ? 'answer' : 'settle'}=${need.entry}`
                }
              >
                {need.kind === 'entry'
                  ? say('Go on with it')
                  : need.kind === 'question'
                    ? say('Answer')
                    : say('Settle')}
              </Link>
            </li>
          ))}
        </ul>
        {data.needs.length > fewNeeds && !all && (
          <Act onClick={() => setAll(true)}>
            {say('Show all {needsTotal}', { needsTotal: data.needsTotal })}
          </Act>
        )}
        {all && data.needsTotal > data.needs.length && (
          <p className="text-quiet py-1">
            {say('{needsTotal} older ones are on the machines’ pages.', {
              needsTotal: data.needsTotal - data.needs.length,
            })}
          </p>
        )}
      </section>
      <Treating />
      <Loans loans={data.loans} total={data.loansTotal} />
      <JustWritten data={data} today={today} />
    </aside>
  )
}

function JustWritten({ data, today }: { data: BenchAnswer; today: (at: string) => boolean }) {
  const { clock, short } = useDates()
  return (
    <section>
      <h2 className="headrule">{say('Just written')}</h2>
      <ul>
        {data.written.map((row) => (
          <li key={row.id} className="grid grid-cols-[3.6rem_2.2rem_1fr] gap-1.5 py-1">
            <span className="num text-13 pt-px whitespace-nowrap">
              {today(row.at) ? clock(row.at) : short(row.at).replace(/ \d{4}$/, '')}
            </span>
            <span className="num text-13 text-quiet pt-px">{row.who}</span>
            {row.machine ? (
              <Link to={`/machines/${row.machine}`} className="line-clamp-2 hover:underline">
                {row.what}
              </Link>
            ) : (
              <span className="line-clamp-2">{row.what}</span>
            )}
          </li>
        ))}
      </ul>
    </section>
  )
}
