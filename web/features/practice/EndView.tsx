/** The end of a case: what it was, as far as one can say; then what it truly was, and the case again, act by act. */
import { say } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { Link, useNavigate, useOutletContext, useParams } from 'react-router'
import {
  betterWords,
  causeTitles,
  causeWords,
  evidenceWords,
  minutesWords,
  partsWords,
  practiceCaution,
  rightTitles,
  saidWords,
  stateWords,
  stoppedBy,
  toldWords,
  truthWords,
  unsafeWords,
} from '#api/words/practice.ts'
import { capital } from '#api/words/lists.ts'
import type { PracticeCase } from '#core/practice/case.ts'
import type { Review } from '#core/practice/review.ts'
import type { Outcome } from '#core/practice/outcome.ts'
import { causeSorts, type Cause, type PracticeRun, type RunEnd } from '#core/practice/run.ts'
import { get, wordsOf } from '#web/app/http.ts'
import { keys } from '#web/app/keys.ts'
import { nowInstant } from '#web/app/clock.ts'
import { useSigned } from '#web/app/session.tsx'
import { Act, AreaField, MainButton, PlainButton, Said, SelectField } from '#web/ui/Forms.tsx'
import { useEntryWords } from '#web/ui/LogLine.tsx'
import { beginRun } from './begin.ts'
import { sendRun } from './sending.ts'
import { endOf, type RunHere } from './useRun.ts'

export function View() {
  const { here } = useOutletContext<{ here: RunHere | null }>()
  const { run: id = '' } = useParams()
  // One that was done on another device is fetched.
  const fetched = useQuery({
    queryKey: keys.practiceRun(id),
    queryFn: () => get('/practice/runs/:id', { id }),
    enabled: here === null,
    retry: false,
  })
  const run = here?.kept.run ?? fetched.data
  if (!run) return fetched.error ? <p className="p-8">{wordsOf(fetched.error)}</p> : null
  return (
    <main className="mx-auto w-full max-w-4xl flex-1 space-y-6 p-4 pb-16">
      <p className="text-quiet">
        <Link className="act" to="/practice">
          {say('Practice')}
        </Link>
        , {run.case.title}
      </p>
      {run.end ? <Told run={run} here={here} /> : here && <Say here={here} />}
    </main>
  )
}

/** What may be named: every place of the sheet, and the gear. */
const placesOf = (told: PracticeCase, sort: Cause['sort']): readonly string[] =>
  sort === 'gear' ? told.gear.map((g) => g.name) : told.sheet.positions.map((p) => p.designator)

const nameEverythingThat = say(
  'Name everything that was wrong. Or stop: a cause that stays unknown, or that should not be repaired, is an end as well.',
)

function Say({ here: { kept, change } }: { here: RunHere }) {
  const { case: told } = kept.run
  const [sort, setSort] = useState<Cause['sort']>('part')
  const [at, setAt] = useState('')
  const [causes, setCauses] = useState<readonly Cause[]>([])
  const [because, setBecause] = useState('')
  const places = placesOf(told, sort)
  const place = places.includes(at) ? at : (places[0] ?? '')
  const end = (how: RunEnd) =>
    void change({ ...kept.run, end: how, endedAt: nowInstant() }).then((next) => sendRun(next))
  return (
    <>
      <header className="space-y-1">
        <h1 className="font-display text-24 font-semibold">{say('What was it?')}</h1>
        <p>
          {nameEverythingThat}{' '}
          <Link className="act" to={`/practice/runs/${kept.id}`}>
            {say('Go on with the case instead')}
          </Link>
        </p>
      </header>
      <section aria-label={say('Causes')} className="bg-sheet space-y-3 rounded-sm px-4 py-3">
        <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)_auto] items-end gap-3 max-sm:grid-cols-1">
          <SelectField
            label={say('What')}
            options={causeSorts
              .filter((s) => placesOf(told, s).length > 0)
              .map((s) => ({ value: s, label: causeTitles[s] }))}
            value={sort}
            onChange={(e) => setSort(e.target.value as Cause['sort'])}
          />
          <SelectField
            label={say('Where')}
            options={places}
            value={place}
            onChange={(e) => setAt(e.target.value)}
          />
          <PlainButton
            disabled={
              place === '' || causes.length >= 6 || causes.some((c) => c.sort === sort && c.at === place)
            }
            onClick={() => setCauses([...causes, { sort, at: place }])}
          >
            {say('Add this cause')}
          </PlainButton>
        </div>
        <ul>
          {causes.map((c) => (
            <li key={c.sort + c.at} className="border-hair flex items-baseline gap-4 border-b py-1.5">
              <span className="flex-1">{capital(causeWords(c))}</span>
              <Act
                aria-label={say('Take back: {cause}', { cause: causeWords(c) })}
                onClick={() => setCauses(causes.filter((other) => other !== c))}
              >
                {say('Take back')}
              </Act>
            </li>
          ))}
        </ul>
        <MainButton disabled={causes.length === 0} onClick={() => end({ how: 'cause', causes: [...causes] })}>
          {say('End the case with this')}
        </MainButton>
      </section>
      <section aria-label={say('Stop')} className="space-y-2">
        <AreaField
          label={say('Stop instead, because')}
          rows={2}
          value={because}
          onChange={(e) => setBecause(e.target.value)}
        />
        <PlainButton
          disabled={because.trim() === ''}
          onClick={() => end({ how: 'stopped', because: because.trim() })}
        >
          {say('Stop here')}
        </PlainButton>
      </section>
    </>
  )
}

function Told({ run, here }: { run: PracticeRun; here: RunHere | null }) {
  const { me } = useSigned()
  const navigate = useNavigate()
  const [found, setFound] = useState<{ outcome: Outcome; review: Review }>()
  const [error, setError] = useState<string>()
  useEffect(() => {
    let left = false
    endOf(run).then(
      (end) => left || setFound(end),
      (failure: unknown) => left || setError(wordsOf(failure)),
    )
    return () => {
      left = true
    }
  }, [run])
  // What ended here goes to the server when it can.
  const kept = here?.kept
  useEffect(() => {
    if (kept && kept.run.end && !kept.told) void sendRun(kept)
  }, [kept])
  if (error) return <Said error={error} />
  if (!found) return <p role="status">{say('Telling the case again …')}</p>
  const { outcome, review } = found
  const { case: told } = run
  return (
    <>
      <header className="space-y-2">
        <h1
          className={`font-display text-24 font-semibold ${outcome.right === 'unsafe' ? 'text-oxide' : ''}`}
        >
          {rightTitles[outcome.right]} {truthWords(outcome)}
        </h1>
        {outcome.unsafe && (
          <p>
            <strong>{unsafeWords(outcome.unsafe)}</strong> {stoppedBy(outcome.unsafe)}
          </p>
        )}
        <p>
          {saidWords(outcome)}{' '}
          {run.end?.how === 'stopped' && say('You stopped: {because}', { because: run.end.because })}
        </p>
        {told.endsByStopping && <p>{told.endsByStopping}</p>}
        <p className="bg-straw px-3 py-2 text-black">{told.teaches}</p>
      </header>
      <ul className="grid gap-1">
        <li>{minutesWords(outcome)}</li>
        <li>{stateWords(outcome)}</li>
        <li>{partsWords(outcome)}</li>
        <li>{evidenceWords(outcome)}</li>
        <li>{outcome.unsafe ? say('Unsafe acts: 1.') : say('Unsafe acts: 0.')}</li>
      </ul>
      <Again review={review} machine={found.review.machine} />
      <p className="flex flex-wrap gap-6">
        <MainButton onClick={() => void beginRun(me, told, run.set).then((to) => navigate(to))}>
          {say('Try this case again')}
        </MainButton>
        <Link className="act self-center" to="/practice">
          {say('Choose another case')}
        </Link>
      </p>
      <p className="text-13 text-quiet">{practiceCaution}</p>
    </>
  )
}

/** The case once more: each act, what it told, what would have told more. */
function Again({ review, machine }: { review: Review; machine: string }) {
  const words = useEntryWords({ labels: review.labels, machine })
  if (review.rows.length === 0) return null
  return (
    <section aria-label={say('The case again')}>
      <h2 className="headrule">{say('The case again, act by act')}</h2>
      <ol>
        {review.rows.map((row, i) => {
          const better = betterWords(row)
          return (
            <li
              key={i}
              className="border-hair grid grid-cols-[4.5rem_minmax(0,1fr)_minmax(0,1fr)] gap-x-3 border-b py-1.5 max-md:grid-cols-[4.5rem_1fr]"
            >
              <span className="num text-quiet">{say('{minutes} min', { minutes: row.minutes })}</span>
              <span>
                {row.statements.map((s) => {
                  const { what, result } = words(s.body, s.happenedAt)
                  return (
                    <span key={s.id} className="block">
                      {what}
                      {result && <strong>: {result}</strong>}
                    </span>
                  )
                })}
              </span>
              <span className="max-md:col-start-2">
                {toldWords(row)}
                {better && <span className="text-quiet block">{better}</span>}
              </span>
            </li>
          )
        })}
      </ol>
    </section>
  )
}
