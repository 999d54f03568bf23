/** Practice: cases to try, written ones first, then cases made from any type; one's own runs; what a steward asks for. */
import { told } from '#web/ui/told.tsx'
import { say } from '#api/words/say.ts'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { Link, useNavigate, useSearchParams } from 'react-router'
import type { AskedCase, OwnRun } from '#api/practice.ts'
import { practiceCaution, rightTitles } from '#api/words/practice.ts'
import { levels, teachesOf, type Level } from '#core/practice/made.ts'
import { writtenCases } from '#core/practice/written/index.ts'
import { get, remove, wordsOf } from '#web/app/http.ts'
import { keys } from '#web/app/keys.ts'
import { useDates, useSigned } from '#web/app/session.tsx'
import { Act, MainButton, PlainButton, Said, SelectField, TextField } from '#web/ui/Forms.tsx'
import { beginRun } from './begin.ts'
import { dropRun, keptRuns, type KeptRun } from './kept.ts'
import { sendWaiting } from './sending.ts'

export function View() {
  const { me } = useSigned()
  const client = useQueryClient()
  const [params] = useSearchParams()
  const { data } = useQuery({ queryKey: keys.practice, queryFn: () => get('/practice') })
  const [here, setHere] = useState<readonly KeptRun[]>([])
  useEffect(() => {
    const read = () => void keptRuns(me.account).then(setHere)
    read()
    void sendWaiting(me.account).then((n) => {
      if (n === 0) return
      read()
      void client.invalidateQueries({ queryKey: keys.practice })
    })
  }, [me.account, client])
  const open = here.filter((k) => !k.run.end)
  const ended = endedRuns(data?.runs ?? [], here)
  const asked = data?.asked ?? []
  return (
    <main className="mx-auto w-full max-w-5xl flex-1 space-y-8 p-4 pb-16">
      <header className="space-y-1">
        <h1 className="font-display text-24 font-semibold">
          {say('Practise on a machine that is not there')}
        </h1>
        <p className="max-w-3xl">
          {say(
            'A case is a faulty machine that answers what you try, measure and look at. You write the same lines as in an episode; nothing of it touches the collection, its stock or its figures.',
          )}{' '}
          <span className="text-quiet">{practiceCaution}</span>
        </p>
      </header>
      {asked.some((a) => !a.done) && <Asked asked={asked.filter((a) => !a.done)} />}
      {open.length > 0 && <GoOn open={open} />}
      <Written done={ended} />
      <Made type={params.get('type')} />
      {ended.length > 0 && <Runs runs={ended} onForgotten={() => void keptRuns(me.account).then(setHere)} />}
    </main>
  )
}

interface Ended {
  readonly id: string
  readonly key: string
  readonly title: string
  readonly endedAt: string
  readonly told?: OwnRun | undefined
  readonly refused?: string | undefined
}
/** Runs that the server keeps, and those of this device that it does not have yet. */
function endedRuns(runs: readonly OwnRun[], here: readonly KeptRun[]): Ended[] {
  const known = new Set(runs.map((r) => r.id))
  return [
    ...runs.map((told): Ended => ({ ...told, told })),
    ...here
      .filter((k) => k.run.end && !known.has(k.id))
      .map((k) => ({
        id: k.id,
        key: k.run.case.key,
        title: k.run.case.title,
        endedAt: k.run.endedAt ?? k.run.startedAt,
        refused: k.refused,
      })),
  ].sort((a, b) => b.endedAt.localeCompare(a.endedAt))
}

function Asked({ asked }: { asked: readonly AskedCase[] }) {
  const { short } = useDates()
  const { me } = useSigned()
  const navigate = useNavigate()
  return (
    <section aria-label={say('Asked of you')}>
      <h2 className="headrule">{say('Asked of you')}</h2>
      <ul>
        {asked.map((a) => (
          <li key={a.id} className="border-hair flex flex-wrap items-center gap-x-6 gap-y-1 border-b py-2">
            <span className="min-w-0 flex-1">
              <strong>{a.case.title}</strong>
              <span className="text-quiet block">
                {a.authority
                  ? say(
                      '{by} asked for it on {at}, before you may {authority}. They see the day on which you did it and how many acts were unsafe; all else is yours.',
                      { by: a.by, at: short(a.at), authority: authorityWords(a.authority) },
                    )
                  : say(
                      '{by} asked for it on {at}. They see the day on which you did it and how many acts were unsafe; all else is yours.',
                      { by: a.by, at: short(a.at) },
                    )}
              </span>
            </span>
            <MainButton onClick={() => void beginRun(me, a.case, a.id).then((to) => navigate(to))}>
              {say('Begin this case')}
            </MainButton>
          </li>
        ))}
      </ul>
    </section>
  )
}
const authorityWords = (authority: string): string =>
  authority === 'switch on' ? say('switch machines on') : say('work at {authority}', { authority })

function GoOn({ open }: { open: readonly KeptRun[] }) {
  return (
    <section aria-label={say('Begun on this device')}>
      <h2 className="headrule">{say('Begun on this device')}</h2>
      <ul>
        {open.map(({ id, run }) => (
          <li key={id} className="border-hair flex items-baseline gap-6 border-b py-1.5">
            <Link className="act" to={`/practice/runs/${id}`}>
              {say('Go on with “{title}”', { title: run.case.title })}
            </Link>
            <span className="text-quiet">{say('{groups} acts so far', { groups: run.groups.length })}</span>
          </li>
        ))}
      </ul>
    </section>
  )
}

function Written({ done }: { done: readonly Ended[] }) {
  const solved = new Set(
    done.flatMap((r) => {
      const right = r.told?.outcome.right
      return right === 'right' || right === 'stopped rightly' ? [r.key] : []
    }),
  )
  return (
    <section aria-label={say('Written cases')}>
      <h2 className="headrule">{say('Written cases, each for one thing')}</h2>
      <ol>
        {writtenCases.map((c, i) => (
          <li
            key={c.key}
            className="border-hair grid grid-cols-[2rem_minmax(0,1fr)_auto] items-baseline gap-x-3 border-b py-2"
          >
            <span className="num text-quiet">{i + 1}</span>
            <span className="min-w-0">
              <Link className="act" to={`/practice/cases/${c.key}`}>
                {c.title}
              </Link>
              <span className="text-quiet block">{c.told}</span>
            </span>
            <span className="text-quiet text-13 whitespace-nowrap">
              {told('level {level}', { level: <span className="num">{c.level}</span> })}
              {solved.has(c.key) && `, ${say('found')}`}
            </span>
          </li>
        ))}
      </ol>
    </section>
  )
}

/** The largest number of a case. */
const most = 999_999

function Made({ type: first }: { type: string | null }) {
  const navigate = useNavigate()
  const types = useQuery({ queryKey: keys.types, queryFn: () => get('/types') })
  const [type, setType] = useState(first ?? '')
  const [level, setLevel] = useState<Level>(1)
  const [seed, setSeed] = useState('1')
  const list = types.data?.types ?? []
  const chosen = list.find((t) => t.id === type) ?? list[0]
  const number = Number(seed)
  const wrong = !Number.isInteger(number) || number < 0 || number > most
  return (
    <section aria-label={say('Cases of a type')} id="made">
      <h2 className="headrule">{say('Practise on a type of this house')}</h2>
      <p className="text-quiet py-1">
        {say(
          'A case is made from the type’s sheet, a level and a number. The same three make the same case, so its address can be given to somebody else.',
        )}
      </p>
      {list.length === 0 ? (
        <p className="py-1">
          {say('No type sheet is known here. The written cases bring their own machines.')}
        </p>
      ) : (
        <form
          className="grid grid-cols-[minmax(0,2fr)_minmax(0,2fr)_8rem_auto] items-start gap-3 max-md:grid-cols-1"
          onSubmit={(e) => {
            e.preventDefault()
            if (chosen && !wrong) void navigate(`/practice/cases/made/${chosen.id}/${level}/${number}`)
          }}
        >
          <SelectField
            label={say('Type')}
            options={list.map((t) => ({ value: t.id, label: t.name }))}
            value={chosen?.id}
            onChange={(e) => setType(e.target.value)}
          />
          <SelectField
            label={say('Level')}
            options={levels.map((l) => ({ value: String(l), label: `${l}: ${levelWords[l]}` }))}
            value={String(level)}
            onChange={(e) => setLevel(Number(e.target.value) as Level)}
          />
          <TextField
            label={say('Number')}
            inputMode="numeric"
            className="num"
            value={seed}
            error={wrong ? say('A whole number from 0 to {most}.', { most }) : undefined}
            onChange={(e) => setSeed(e.target.value)}
          />
          <PlainButton type="submit" disabled={wrong} className="mt-6">
            {say('Open this case')}
          </PlainButton>
        </form>
      )}
      <p className="text-13 text-quiet pt-1">{teachesOf[level]}</p>
    </section>
  )
}
const levelWords: Readonly<Record<Level, string>> = {
  1: say('one part'),
  2: say('part, contact or gear'),
  3: say('settings, look-alikes, intermittent faults'),
  4: say('two faults'),
  5: say('what no advice knows'),
}

function Runs({ runs, onForgotten }: { runs: readonly Ended[]; onForgotten: () => void }) {
  const { short } = useDates()
  const client = useQueryClient()
  const [error, setError] = useState<string>()
  const forget = async (id: string) => {
    setError(undefined)
    try {
      await remove('/practice/runs/:id', { id })
      await dropRun(id)
      await client.invalidateQueries({ queryKey: keys.practice })
      onForgotten()
    } catch (failure) {
      setError(wordsOf(failure))
    }
  }
  return (
    <section aria-label={say('Your runs')}>
      <h2 className="headrule">{say('What you did, for your eyes')}</h2>
      <ul>
        {runs.map((r) => (
          <li
            key={r.id}
            className="border-hair grid grid-cols-[6rem_minmax(0,1fr)_auto_auto] gap-x-4 border-b py-1.5 max-md:grid-cols-[6rem_minmax(0,1fr)]"
          >
            <span className="num">{short(r.endedAt)}</span>
            <Link className="act" to={`/practice/runs/${r.id}/end`}>
              {r.title}
            </Link>
            <span className="text-quiet">
              {r.told
                ? say('{rightTitles} {minutes} min', {
                    rightTitles: rightTitles[r.told.outcome.right],
                    minutes: r.told.outcome.minutes,
                  })
                : (r.refused ?? say('on this device, not sent yet'))}
            </span>
            <Act
              aria-label={say('Forget this run of {title}', { title: r.title })}
              onClick={() => void forget(r.id)}
            >
              {say('Forget it')}
            </Act>
          </li>
        ))}
      </ul>
      <Said error={error} />
    </section>
  )
}
