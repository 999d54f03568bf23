/** The plan: the next evening first, who comes and who does what; then the evenings ahead, and when the house meets. */
import { say } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { PlanAnswer, PlanEvening } from '#api/plan.ts'
import { eveningSentence, eveningTitle } from '#api/words/plan.ts'
import type { Body } from '#core/history/bodies/index.ts'
import { get, wordsOf } from '#web/app/http.ts'
import { keys } from '#web/app/keys.ts'
import { useSendOne } from '#web/app/send.ts'
import { useSigned } from '#web/app/session.tsx'
import { Act, PlainButton, Said, TextField } from '#web/ui/Forms.tsx'
import { Ahead } from './Ahead.tsx'
import { CalendarIn } from './CalendarIn.tsx'
import { ClockField, hoursHold } from './ClockField.tsx'
import { EveningSheet } from './EveningSheet.tsx'
import { Meetings } from './Meetings.tsx'
import { WhoComes } from './WhoComes.tsx'
import { WorkshopPlaces } from './WorkshopPlaces.tsx'

const sayBelowOn = say(
  'Say below on which day of the week people come; each evening then has who comes and a sheet.',
)

export function View() {
  const { me } = useSigned()
  const [open, setOpen] = useState<string>()
  const [reading, setReading] = useState(false)
  const { data, error } = useQuery({ queryKey: keys.plan(''), queryFn: () => get('/plan') })
  if (error && !data) return <p className="p-8">{wordsOf(error)}</p>
  if (!data) return null
  const next = data.evenings.find((e) => !e.off)
  const ahead = data.evenings.filter((e) => e !== next)
  const plans = me.role === 'restorer' || me.role === 'steward'
  return (
    <main className="flex-1 space-y-8 p-4 pb-16">
      {next ? (
        <section aria-label={say('The next evening')} className="space-y-4">
          <h1 className="font-display text-24 font-semibold">{eveningSentence(next)}</h1>
          <OneEvening data={data} evening={next} plans={plans} />
        </section>
      ) : (
        <section className="space-y-2">
          <h1 className="font-display text-24 font-semibold">{say('No evening is planned.')}</h1>
          <p>
            {plans
              ? sayBelowOn
              : say('A restorer or a steward says below on which day of the week people come.')}
          </p>
        </section>
      )}
      <Ahead data={data} plans={plans} />
      {ahead.length > 0 && (
        <section aria-label={say('Evenings ahead')}>
          <div className="headrule flex items-baseline justify-between gap-4">
            <h2>{say('Evenings ahead')}</h2>
            <span className="flex flex-wrap gap-x-5">
              <a className="act text-13" href={`/api/evenings.ics?party=${me.party}`} download>
                {say('My evenings as a calendar')}
              </a>
              <a className="act text-13" href="/api/evenings.ics" download>
                {say('All evenings as a calendar')}
              </a>
              <Act className="text-13" onClick={() => setReading(true)}>
                {say('From a calendar file')}
              </Act>
            </span>
          </div>
          {reading && <CalendarIn data={data} onClose={() => setReading(false)} />}
          <ul>
            {ahead.map((evening) => (
              <li key={evening.day} className="border-hair border-b py-2">
                <div className="flex flex-wrap items-baseline gap-x-6">
                  <span className={`min-w-0 flex-1 ${evening.off ? 'text-quiet line-through' : ''}`}>
                    {eveningSentence(evening)}
                  </span>
                  {!evening.off && (
                    <span className="num text-quiet">
                      {say('{from} to {to}', { from: evening.from, to: evening.to })}
                    </span>
                  )}
                  <Act
                    aria-expanded={open === evening.day}
                    aria-label={`${open === evening.day ? say('Close') : say('Open')} ${eveningTitle(evening.day)}`}
                    onClick={() => setOpen(open === evening.day ? undefined : evening.day)}
                  >
                    {open === evening.day ? say('Close it') : say('Open it')}
                  </Act>
                </div>
                {open === evening.day && (
                  <div className="space-y-4 py-3">
                    <OneEvening data={data} evening={evening} plans={plans} />
                  </div>
                )}
              </li>
            ))}
          </ul>
        </section>
      )}
      <Meetings data={data} plans={plans} />
      <WorkshopPlaces data={data} plans={plans} />
    </main>
  )
}

function OneEvening({ data, evening, plans }: { data: PlanAnswer; evening: PlanEvening; plans: boolean }) {
  if (evening.off)
    return plans ? (
      <Hours evening={evening} />
    ) : (
      <p className="text-quiet">{say('This evening was called off.')}</p>
    )
  return (
    <>
      <WhoComes data={data} evening={evening} />
      <EveningSheet key={evening.day} data={data} evening={evening} plans={plans} />
      {plans && <Hours evening={evening} />}
    </>
  )
}

/** Other hours for one evening, or none at all. */
function Hours({ evening }: { evening: PlanEvening }) {
  const { send, error } = useSendOne()
  const [open, setOpen] = useState(false)
  const [from, setFrom] = useState(evening.from)
  const [to, setTo] = useState(evening.to)
  const [because, setBecause] = useState('')
  const record = async (body: Body) => (await send(body)) && setOpen(false)
  if (!open)
    return (
      <p>
        <Act onClick={() => setOpen(true)}>
          {evening.off ? say('Plan this evening after all') : say('Other hours, or call it off')}
        </Act>
      </p>
    )
  return (
    <form
      className="bg-next border-verdigris flex flex-wrap items-end gap-3 border-l-4 p-3"
      onSubmit={(e) => {
        e.preventDefault()
        void record({ kind: 'evening', what: 'planned', day: evening.day, from, to })
      }}
    >
      <ClockField label={say('From')} value={from} onChange={setFrom} />
      <ClockField label={say('To')} value={to} after={from} onChange={setTo} />
      <PlainButton type="submit" disabled={!hoursHold(from, to)}>
        {say('Keep these hours')}
      </PlainButton>
      {!evening.off && (
        <>
          <TextField
            label={say('Or call it off, because')}
            value={because}
            onChange={(e) => setBecause(e.target.value)}
          />
          <PlainButton
            onClick={() =>
              void record({
                kind: 'evening',
                what: 'called off',
                day: evening.day,
                ...(because.trim() ? { because: because.trim() } : {}),
              })
            }
          >
            {say('Call this evening off')}
          </PlainButton>
        </>
      )}
      <Act onClick={() => setOpen(false)}>{say('Cancel')}</Act>
      <Said error={error} />
    </form>
  )
}
