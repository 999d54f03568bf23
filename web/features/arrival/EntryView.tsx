/** The guided entry: eight short steps at the door, in any order, left and resumed at will. What is done is read from the entries. */
import { say } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { useEffect } from 'react'
import { Link, useParams, useSearchParams } from 'react-router'
import { capital, count } from '#api/words/lists.ts'
import { arrivalSteps, type ArrivalStep, type ArrivalView } from '#core/views/arrival.ts'
import { keys } from '#web/app/keys.ts'
import { get, wordsOf } from '#web/app/http.ts'
import { MainButton } from '#web/ui/Forms.tsx'
import { StripPlate } from '#web/ui/Plate.tsx'
import { BoxStep } from './BoxStep.tsx'
import { ClaimsStep } from './ClaimsStep.tsx'
import { ContentsStep } from './ContentsStep.tsx'
import { EvidenceStep } from './EvidenceStep.tsx'
import { GiverStep } from './GiverStep.tsx'
import { IdentityStep } from './IdentityStep.tsx'
import { QuarantineStep } from './QuarantineStep.tsx'
import { ReceiptStep } from './ReceiptStep.tsx'

const bodies: Readonly<Record<ArrivalStep, (props: { view: ArrivalView }) => React.ReactNode>> = {
  'what it is': IdentityStep,
  'giver and source': GiverStep,
  'what was claimed': ClaimsStep,
  'before it is touched': EvidenceStep,
  'in the box': BoxStep,
  contents: ContentsStep,
  quarantine: QuarantineStep,
  receipt: ReceiptStep,
}

export function View() {
  const { id = '' } = useParams()
  const [params, setParams] = useSearchParams()
  const { data: view, error } = useQuery({
    queryKey: keys.arrival(id),
    queryFn: () => get('/machines/:id/arrival', { id }),
    retry: false,
  })
  useEffect(() => {
    if (view)
      document.title = say('Entry of {name} {entryNumber}', {
        name: view.plate.name,
        entryNumber: view.plate.entryNumber,
      })
  }, [view])
  if (error) return <p className="p-8">{wordsOf(error)}</p>
  if (!view) return null
  const asked = arrivalSteps.find((s) => s === params.get('step'))
  const firstOpen = view.steps.find((s) => !s.done)
  const step = asked ?? firstOpen?.step ?? 'what it is'
  const go = (to: ArrivalStep) => setParams({ step: to }, { replace: true })
  const Body = bodies[step]
  const next = arrivalSteps[arrivalSteps.indexOf(step) + 1]
  const open = view.steps.filter((s) => !s.done).length
  return (
    <main className="flex-1 space-y-4 p-4 pb-16">
      <StripPlate plate={view.plate} to={`/machines/${view.machine}`} />
      <EntryHead view={view} open={open} />
      <div className="grid grid-cols-[17rem_minmax(0,1fr)] gap-6 max-md:grid-cols-1">
        <nav aria-label={say('Steps of the entry')}>
          <ol className="border-hair border-t">
            {view.steps.map((s, i) => (
              <li key={s.step}>
                <button
                  type="button"
                  aria-current={s.step === step ? 'step' : undefined}
                  onClick={() => go(s.step)}
                  className={`border-hair flex min-h-14 w-full items-center gap-3 border-b px-2 py-1 ${s.step === step ? 'bg-next shadow-[inset_4px_0_0_var(--verdigris)]' : 'hover:bg-next'}`}
                >
                  <StepMark done={s.done} n={i + 1} />
                  <span className="min-w-0">
                    <strong className="block">{capital(s.step)}</strong>
                    <span className="text-13 text-quiet block truncate">{s.fact}</span>
                  </span>
                </button>
              </li>
            ))}
          </ol>
        </nav>
        <section aria-label={capital(step)} className="bg-sheet rounded-sm p-5">
          <h3 className="font-display text-18 mb-1 font-semibold">{capital(step)}</h3>
          <Body key={step} view={view} />
          <p className="border-hair mt-6 flex items-center gap-6 border-t pt-4">
            {next ? (
              <MainButton className="min-h-12" onClick={() => go(next)}>
                {say('Next: {next}', { next })}
              </MainButton>
            ) : (
              <Link
                className="bg-verdigris text-on-verdigris inline-flex min-h-12 items-center rounded-sm px-5 font-bold"
                to={`/machines/${view.machine}/survey`}
              >
                {say('Go on to the survey')}
              </Link>
            )}
            <Link className="act" to={`/machines/${view.machine}`}>
              {say('Leave it here')}
            </Link>
          </p>
        </section>
      </div>
    </main>
  )
}

function EntryHead({ view, open }: { view: ArrivalView; open: number }) {
  return (
    <div className="flex flex-wrap items-baseline justify-between gap-4">
      <h2 className="font-display text-24 font-semibold">
        {say('Object entry {entryNumber}', { entryNumber: view.plate.entryNumber })}
      </h2>
      <p className="text-quiet" role="status">
        {open === 0
          ? say('Everything is written down.')
          : say('{open} open. You may leave at any time; it waits on Bench.', {
              open: count(open, 'step'),
            })}
      </p>
    </div>
  )
}

/** A number in an outline while open; filled when done. */
function StepMark({ done, n }: { done: boolean; n: number }) {
  return (
    <span
      className={`num border-life flex size-8 shrink-0 items-center justify-center border-2 font-bold ${done ? 'bg-life text-sheet' : ''}`}
      aria-label={done ? say('step {n}, done', { n }) : say('step {n}, open', { n })}
      role="img"
    >
      {n}
    </span>
  )
}
