/** Bench: what is open now, what waits, what needs a person. The first screen. */
import { say, shown } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { Link } from 'react-router'
import type { BenchAnswer } from '#api/machines.ts'
import { durationWords, leftWords } from '#api/words/dates.ts'
import { capital, count } from '#api/words/lists.ts'
import { todoLine, todoMinutes } from '#api/words/todo.ts'
import { statusSentence, statusTitle } from '#api/words/status.ts'
import { nextRing } from '#core/history/waits.ts'
import type { MachineSummary } from '#core/views/summary.ts'
import { keys } from '#web/app/keys.ts'
import { nowMs } from '#web/app/clock.ts'
import { get } from '#web/app/http.ts'
import { useDates } from '#web/app/session.tsx'
import { StatusMark, statusTone } from '#web/ui/Marks.tsx'
import { lazily } from '#web/ui/lazily.tsx'
import { PlateTag } from '#web/ui/Plate.tsx'
import { Aside } from './Aside.tsx'
import { DayLane, Hours, NowLine } from './DayLane.tsx'
import { benchSentence, byNeed } from './sentence.ts'

const Tonight = lazily(async () => (await import('./Tonight.tsx')).Tonight)
const FaultHint = lazily(async () => (await import('#web/app/FaultLine.tsx')).FaultHint)

export function BenchView() {
  const { data } = useQuery({ queryKey: keys.bench, queryFn: () => get('/bench') })
  const [now, setNow] = useState(nowMs)
  useEffect(() => {
    const timer = setInterval(() => setNow(nowMs()), 20_000)
    return () => clearInterval(timer)
  }, [])
  if (!data) return null
  const open = byNeed(data.open, now)
  return (
    <main className="grid flex-1 grid-cols-[minmax(0,1fr)_312px] gap-6 p-4 max-lg:grid-cols-1">
      <div className="min-w-0">
        <h1 className="font-display text-24 mb-3 font-semibold">{benchSentence(data, now)}</h1>
        {data.evening && <Tonight evening={data.evening} />}
        {open.length > 0 ? (
          <OpenMachines open={open} total={data.openTotal} now={now} />
        ) : (
          <Nothing retest={data.retest.length} />
        )}
        <Waiting waits={data.waits} now={now} />
        <PutAway data={data} now={now} />
        <p className="text-quiet mt-6">
          <Link className="act" to="/practice">
            {say('Practise on a machine that is not there')}
          </Link>
        </p>
      </div>
      <Aside data={data} />
    </main>
  )
}

function OpenMachines({ open, total, now }: { open: readonly MachineSummary[]; total: number; now: number }) {
  return (
    <section aria-label={say('Open now')} className="relative">
      <div className="grid grid-cols-[190px_minmax(0,1fr)_280px] gap-x-4 px-1 pb-1 max-md:hidden">
        <span className="text-13 text-quiet">{say('Open now, {total}', { total })}</span>
        <span />
        <Hours now={now} />
      </div>
      <ul className="relative space-y-1">
        {open.map((machine) => (
          <OpenRow key={machine.id} machine={machine} now={now} />
        ))}
        <NowLine now={now} />
      </ul>
      {total > open.length && (
        <p className="py-2">
          <Link className="act" to="/collection?filter=open+episode">
            {say('{total} more are open', { total: total - open.length })}
          </Link>
        </p>
      )}
    </section>
  )
}

function OpenRow({ machine, now }: { machine: MachineSummary; now: number }) {
  const { when, short } = useDates()
  const { open, status } = machine
  if (!open) return null
  const why = statusSentence(status, when)
  return (
    <li className="bg-sheet grid min-h-[100px] grid-cols-[190px_minmax(0,1fr)_280px] items-stretch gap-x-4 rounded-sm p-1 max-md:grid-cols-[190px_1fr] max-sm:grid-cols-1 max-sm:p-2">
      <div className="flex items-center">
        <PlateTag id={machine.id} plate={machine.plate} below={open.people.slice(-4).join(' ')} />
      </div>
      <div className="min-w-0 py-1.5">
        <Link to={`/episodes/${open.id}`} className="group block">
          <span className="mb-0.5 flex items-center gap-2">
            <StatusMark status={status.word} size={20} />
            <span
              className={`text-18 min-w-0 font-bold break-words group-hover:underline ${statusTone(status.word)}`}
            >
              {statusTitle(status)}
            </span>
          </span>
          <span className="line-clamp-2">
            {why}{' '}
            {open.state === 'paused' && (
              <span className="text-quiet">{say('Paused {touched}.', { touched: short(open.touched) })}</span>
            )}
          </span>
          <FirstActs todo={machine.todo} now={now} />
        </Link>
        {machine.todo.some((t) => t.act === 'find the fault') && <FaultHint machine={machine.id} />}
      </div>
      <div className="max-md:hidden">
        <DayLane waits={machine.waits} now={now} />
      </div>
    </li>
  )
}

/** What is to be done first: one line an act, the most urgent two. What a person typed as the next step is always among them. */
function FirstActs({ todo, now }: { todo: MachineSummary['todo']; now: number }) {
  // What bars power is the sentence above; a wait that runs stands on the lane beside.
  const pressing = todo.filter(
    (t) =>
      t.act !== 'go on' &&
      t.act !== 'make harmless' &&
      (t.act !== 'end wait' || t.items.some((i) => i.due !== undefined && Date.parse(i.due) <= now)),
  )
  const next = pressing.find((t) => t.act === 'next')
  const first = next && pressing.indexOf(next) > 1 ? [...pressing.slice(0, 1), next] : pressing.slice(0, 2)
  return first.map((t) => (
    <span key={t.act} className="text-quiet block truncate">
      {todoLine(t, t.n)}
      {t.minutes !== undefined && `, ${todoMinutes(t)}`}
    </span>
  ))
}

function Nothing({ retest }: { retest: number }) {
  return (
    <div className="bg-sheet rounded-sm p-5">
      <p className="mb-2">
        {say(
          'An episode of work opens from a machine’s page. Then it stands here, for everyone, until it is closed.',
        )}
      </p>
      <p className="flex gap-6">
        <Link className="act" to="/machines/new">
          {say('Register a machine')}
        </Link>
        <Link className="act" to={retest ? '/collection?filter=retest+due' : '/collection'}>
          {say('Choose one from the collection')}
        </Link>
      </p>
    </div>
  )
}

/** What waits anywhere in the house, with its clock; also as a calendar for those who are not here. */
function Waiting({ waits, now }: { waits: BenchAnswer['waits']; now: number }) {
  if (waits.length === 0) return null
  return (
    <section className="mt-6">
      <div className="headrule flex items-baseline justify-between gap-4">
        <h2>{say('Waiting')}</h2>
        <a className="act text-13" href="/api/waits.ics" download>
          {say('Calendar')}
        </a>
      </div>
      <ul>
        {waits.map((wait) => {
          const next = nextRing(wait, now)
          return (
            <li
              key={wait.entry}
              className="border-hair grid min-h-8 grid-cols-[7rem_1fr_auto] items-baseline gap-3 max-sm:grid-cols-1 max-sm:gap-0 border-b py-1"
            >
              <span className={`num text-18 ${next ? '' : 'text-copper font-bold'}`}>
                {next ? leftWords(next, now) : say('over')}
              </span>
              <span className="min-w-0 truncate">
                {wait.what}
                {wait.everyMinutes !== undefined && (
                  <span className="text-quiet">
                    {`, ${say('every {everyMinutes}', { everyMinutes: durationWords(wait.everyMinutes) })}`}
                  </span>
                )}
              </span>
              <Link
                to={wait.episode ? `/episodes/${wait.episode}` : `/machines/${wait.machine}`}
                className="min-w-0 truncate hover:underline max-sm:whitespace-normal"
              >
                {wait.name} <span className="num text-13">{wait.number}</span>
              </Link>
            </li>
          )
        })}
      </ul>
    </section>
  )
}

const uncapital = (text: string) => text.charAt(0).toLowerCase() + text.slice(1)

function PutAway({ data, now }: { data: BenchAnswer; now: number }) {
  const { short, when } = useDates()
  const days = (at: string) => Math.floor((now - Date.parse(at)) / 86_400_000)
  if (data.away.length + data.retest.length + data.unblocked.length === 0) return null
  return (
    <section className="mt-6">
      <h2 className="headrule">{say('Deferred and due')}</h2>
      <ul>
        {data.retest.map((due) => (
          <DueRow key={due.machine} due={due} />
        ))}
        {data.unblocked.map((free) => (
          <li
            key={`${free.machine}${free.fn}`}
            className="border-hair grid min-h-8 grid-cols-[14rem_1fr_auto] items-baseline gap-3 max-sm:grid-cols-1 max-sm:gap-0 border-b py-1"
          >
            <span>{say('Can be tested now')}</span>
            <Link
              to={free.episode ? `/episodes/${free.episode}` : `/machines/${free.machine}`}
              className="min-w-0 truncate hover:underline max-sm:whitespace-normal"
            >
              {free.name} <span className="num text-13">{free.number}</span>
              <span className="text-quiet">
                {`, ${say('{fn}: it waited for {by}, which works', { fn: free.fn, by: free.by })}`}
              </span>
            </Link>
            <span />
          </li>
        ))}
        {data.away.map((due, i) => (
          <li
            key={i}
            className="border-hair grid min-h-8 grid-cols-[14rem_1fr_auto] items-baseline gap-3 max-sm:grid-cols-1 max-sm:gap-0 border-b py-1"
          >
            <span>
              {due.kind === 'loan'
                ? say('Loan due home: {words}', { words: due.words })
                : due.kind === 'machine away'
                  ? say('Machine due back')
                  : due.kind === 'quarantine'
                    ? say('Look again in quarantine: {words}', { words: due.words })
                    : due.words}
            </span>
            <Link
              to={`/machines/${due.machine}`}
              className="min-w-0 truncate hover:underline max-sm:whitespace-normal"
            >
              {due.name} <span className="num text-13">{due.number}</span>
            </Link>
            {due.at < when.now && days(due.at) >= 1 ? (
              <strong className="text-copper num text-13">
                {say('overdue {days}', { days: count(days(due.at), 'day') })}
              </strong>
            ) : (
              <span className="text-quiet num text-13">{short(due.at)}</span>
            )}
          </li>
        ))}
      </ul>
      {data.awayTotal > data.away.length && (
        <p className="text-quiet py-1">
          {say('and {awayTotal} more that fall due later', { awayTotal: data.awayTotal - data.away.length })}
        </p>
      )}
    </section>
  )
}

function DueRow({ due }: { due: BenchAnswer['retest'][number] }) {
  const { short } = useDates()
  return (
    <li className="border-hair grid min-h-8 grid-cols-[14rem_1fr_auto] items-baseline gap-3 max-sm:grid-cols-1 max-sm:gap-0 border-b py-1 [content-visibility:auto] [contain-intrinsic-size:auto_2rem]">
      <span className={due.word === 'do not power' ? 'text-oxide font-bold' : ''}>
        {capital(shown(due.word))}
      </span>
      <Link
        to={due.episode ? `/episodes/${due.episode}` : `/machines/${due.machine}`}
        className="min-w-0 truncate hover:underline max-sm:whitespace-normal"
      >
        {due.name} <span className="num text-13">{due.number}</span>
        {due.todo[0] && (
          <span className="text-quiet">{`, ${uncapital(todoLine(due.todo[0], due.todo[0].n))}`}</span>
        )}
      </Link>
      <span className="text-quiet num text-13">{due.since ? short(due.since) : ''}</span>
    </li>
  )
}
