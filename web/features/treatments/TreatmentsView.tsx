/** Treatments of a machine: what runs now, what was done to each place and what came of it, what this house found. */
import { say, shown } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { Link, useParams } from 'react-router'
import { dayOnly } from '#api/words/dates.ts'
import { capital, count, list, sentence } from '#api/words/lists.ts'
import { courseWords, coverWords, doseCaveat, lightKeyWords } from '#api/words/treatments.ts'
import type { TreatmentsAnswer } from '#api/treatments.ts'
import type { Course } from '#core/treatment/course.ts'
import type { HouseVerdict } from '#core/treatment/verdicts.ts'
import { get } from '#web/app/http.ts'
import { keys } from '#web/app/keys.ts'
import { useDates } from '#web/app/session.tsx'
import { Act, MainButton } from '#web/ui/Forms.tsx'
import { Rows } from '#web/ui/Rows.tsx'
import { RuledTable } from '#web/ui/RuledTable.tsx'
import { Again } from './Again.tsx'
import { BeginSlip } from './BeginSlip.tsx'
import { EndSlip } from './EndSlip.tsx'
import { MeasureSlip } from './MeasureSlip.tsx'
import { Running } from './Running.tsx'
import { Yellow } from './Yellow.tsx'

export function View() {
  const { id = '' } = useParams()
  const machine = useQuery({ queryKey: keys.machine(id), queryFn: () => get('/machines/:id', { id }) })
  const { data, refetch } = useQuery({
    queryKey: keys.treatments(id),
    queryFn: () => get('/machines/:id/treatments', { id }),
  })
  const [beginning, setBeginning] = useState(false)
  const [measuring, setMeasuring] = useState(false)
  const [ending, setEnding] = useState<Course>()
  const runs = data?.courses.some((c) => c.to === undefined) ?? false
  // Hours and dose go on while it is looked at.
  useEffect(() => {
    if (!runs) return
    const timer = setInterval(() => void refetch(), 60_000)
    return () => clearInterval(timer)
  }, [runs, refetch])
  if (!data || !machine.data) return null
  const { plate } = machine.data
  const running = data.courses.filter((c) => c.to === undefined)
  const over = data.courses.filter((c) => c.to !== undefined)
  return (
    <main className="flex-1 space-y-6 p-4 pb-16">
      <title>{say('Treatments, {number} {name}', { number: plate.number, name: plate.name })}</title>
      <header>
        <Link className="act" to={`/machines/${id}?show=condition`}>
          {`${plate.number} ${plate.name}`}
        </Link>
        <h1 className="font-display text-24 font-semibold">{say('Treatments')}</h1>
        <p className="text-quiet">{headline(running, over)}</p>
      </header>
      {!beginning && !ending && !measuring && (
        <div className="flex flex-wrap items-center gap-5">
          <MainButton onClick={() => setBeginning(true)}>{say('Begin a treatment')}</MainButton>
          <Act onClick={() => setMeasuring(true)}>{say('Measure a colour')}</Act>
          {running.length === 0 && over[0] && <Again course={over[0]} />}
        </div>
      )}
      {measuring && (
        <MeasureSlip
          machine={id}
          photos={machine.data.photos}
          answer={data}
          onClose={() => setMeasuring(false)}
        />
      )}
      {beginning && <BeginSlip machine={id} answer={data} onClose={() => setBeginning(false)} />}
      {ending && <EndSlip course={ending} answer={data} onClose={() => setEnding(undefined)} />}
      {running.length > 0 && !ending && (
        <section aria-label={say('Running now')}>
          <h2 className="headrule">{say('Running now')}</h2>
          <ul>
            {running.map((course) => (
              <Running key={course.id} course={course} onEnd={() => setEnding(course)} />
            ))}
          </ul>
        </section>
      )}
      <Yellow zones={data.yellow} best={(zone) => bestHere(data, zone)} />
      <Places answer={data} />
      <Verdicts answer={data} />
    </main>
  )
}

/** What did best in this house on what the zone is made of, of what was measured. */
function bestHere({ verdicts, zones }: TreatmentsAnswer, zone: string): HouseVerdict | undefined {
  const material = zones.find((z) => z.name.toLowerCase() === zone.toLowerCase())?.material
  return verdicts
    .filter((v) => v.sort === 'whitening' && v.gone && material && v.material === material)
    .sort((a, b) => (b.gone?.anHour ?? 0) - (a.gone?.anHour ?? 0))[0]
}

function headline(running: readonly Course[], over: readonly Course[]): string {
  if (running.length + over.length === 0) return say('No treatment is recorded.')
  return [
    ...(running.length > 0
      ? [say('{running} running', { running: count(running.length, 'treatment') })]
      : []),
    ...(over.length > 0 ? [say('{over} ended', { over: over.length })] : []),
  ].join('; ')
}

/** By place: what was done there, the newest first. */
function Places({ answer }: { answer: TreatmentsAnswer }) {
  const over = answer.courses.filter((c) => c.to !== undefined)
  const places = [...new Set([...over.flatMap((c) => c.body.on), ...answer.typed.map((t) => t.on)])].sort(
    (a, b) => a.localeCompare(b),
  )
  if (places.length === 0) return null
  return (
    <>
      {places.map((place) => (
        <Rows key={place} title={capital(place)}>
          {over
            .filter((c) => c.body.on.includes(place))
            .map((course) => (
              <PlaceRow key={course.id} place={place} course={course} answer={answer} />
            ))}
          {answer.typed
            .filter((t) => t.on === place)
            .map((t) => (
              <TypedRow key={t.id} typed={t} />
            ))}
        </Rows>
      ))}
      {over.some((c) => 'uvHours' in c.dose) && <p className="text-quiet">{doseCaveat}</p>}
    </>
  )
}

/** A line of an episode: what was done is known, how long and in what light is not. */
function TypedRow({ typed }: { typed: TreatmentsAnswer['typed'][number] }) {
  const { short } = useDates()
  return (
    <li className="border-hair flex flex-wrap items-baseline justify-between gap-x-4 border-b py-1.5">
      <span>
        <strong>{`${capital(typed.sort)}: `}</strong>
        {typed.words || say('no words with it')}
        <span className="text-quiet">
          {`, ${say('written as a line: its light and its result are not recorded')}`}
        </span>
      </span>
      <span className="num text-quiet">{short(typed.at)}</span>
    </li>
  )
}

const verdictWords = {
  better: say('better'),
  'the same': say('no change seen'),
  worse: say('worse'),
  'not looked at': say('not looked at'),
} as const

function PlaceRow({ place, course, answer }: { place: string; course: Course; answer: TreatmentsAnswer }) {
  const { short } = useDates()
  const [open, setOpen] = useState(false)
  const verdict = course.ended?.verdicts.find((v) => v.on === place)
  const harmed = course.ended?.beside.filter((b) => b.is === 'harmed').map((b) => b.what) ?? []
  return (
    <li className="border-hair border-b py-1.5">
      <div className="flex flex-wrap items-baseline justify-between gap-x-4">
        <span className="min-w-0">
          <strong>
            {course.body.trial
              ? say('Trial of {sort}:', { sort: shown(course.body.sort) })
              : `${capital(shown(course.body.sort))}:`}
          </strong>{' '}
          {courseWords({ ...course, ...course.early.find((e) => e.on === place) })}
        </span>
        <span className="num text-quiet">{short(course.from)}</span>
      </div>
      <div>
        <span
          className={
            verdict?.is === 'worse'
              ? 'text-oxide font-bold'
              : verdict?.is === 'better'
                ? 'font-bold'
                : 'text-quiet'
          }
        >
          {capital(verdictWords[verdict?.is ?? 'not looked at'])}
        </span>
        {verdict?.words ? `: ${verdict.words}` : ''}
        {course.ph.length > 0 && <span>{`; ${say('pH {ph}', { ph: course.ph.join(', then ') })}`}</span>}
        {harmed.length > 0 && (
          <strong className="text-oxide">{`; ${say('harmed: {harmed}', { harmed: list(harmed) })}`}</strong>
        )}
        {course.missing.length > 0 && (
          <strong className="text-copper">
            {`; ${say('not counted out again: {missing}', {
              missing: list(course.missing.map((m) => `${m.n} ${m.what}`)),
            })}`}
          </strong>
        )}
        {course.ended?.recheck && (
          <span>{`; ${say('look again on {recheck}', { recheck: dayOnly(course.ended.recheck) })}`}</span>
        )}
        {course.happened.length > 0 && (
          <>
            {' '}
            <Act onClick={() => setOpen(!open)} aria-expanded={open}>
              {open
                ? say('Hide what happened')
                : say('Show what happened, {happened}', { happened: course.happened.length })}
            </Act>
          </>
        )}
      </div>
      {open && (
        <ul className="text-quiet pl-4">
          {course.happened.map((h) => (
            <li key={h.id}>{`${short(h.at)}: ${h.did}${h.words ? ` (${h.words})` : ''}`}</li>
          ))}
          {course.who && (
            <li>{say('By {people}', { people: answer.people[course.who] ?? say('somebody') })}</li>
          )}
        </ul>
      )}
    </li>
  )
}

/** What the house found with each method, so that the next person chooses by results. */
function Verdicts({ answer }: { answer: TreatmentsAnswer }) {
  if (answer.verdicts.length + answer.learned.length === 0) return null
  return (
    <section aria-label={say('What this house found')}>
      <h2 className="headrule">{say('What this house found')}</h2>
      <RuledTable
        label={say('What this house found')}
        heads={[
          say('Treatment'),
          say('With'),
          say('On'),
          say('Covered'),
          `#${say('Places')}`,
          `#${say('Better')}`,
          `#${say('Worse')}`,
          `#${say('Yellow gone an UV-hour')}`,
          `#${say('More uneven')}`,
        ]}
      >
        {answer.verdicts.map((v) => (
          <tr key={`${v.sort} ${v.method} ${v.material} ${v.cover}`} className="border-hair border-b">
            <td className="py-1 pr-4">{v.sort}</td>
            <td className="pr-4">{v.method}</td>
            <td className="pr-4">{v.material || say('not recorded')}</td>
            <td className="pr-4">{coverWords[v.cover as keyof typeof coverWords] ?? v.cover}</td>
            <td className="num pr-4 text-right">{v.n}</td>
            <td className="num pr-4 text-right">{v.better}</td>
            <td className={`num pr-4 text-right ${v.worse > 0 ? 'text-oxide font-bold' : ''}`}>{v.worse}</td>
            <td className="num pr-4 text-right whitespace-nowrap">
              {v.gone ? `${(v.gone.anHour * 100).toFixed(1)} % (${v.gone.n})` : ''}
            </td>
            <td className="num text-right">
              {v.uneven ? say('{n} of {of}', { n: v.uneven.n, of: v.uneven.of }) : ''}
            </td>
          </tr>
        ))}
      </RuledTable>
      {answer.learned.length > 0 && (
        <p className="mt-2">
          {sentence(
            list(
              answer.learned.map((l) =>
                say('an hour of {lightKey} did as much as {anHour} UV-hours of sun ({trials})', {
                  lightKey: lightKeyWords(l.light),
                  anHour: l.anHour.toFixed(1),
                  trials: count(l.trials, 'trial piece'),
                }),
              ),
            ),
          )}
        </p>
      )}
    </section>
  )
}
