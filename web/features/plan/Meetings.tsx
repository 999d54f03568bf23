/** On which days of the week the house meets, who usually comes, and single evenings. */
import { told } from '#web/ui/told.tsx'
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import type { PlanAnswer, PlanSeries } from '#api/plan.ts'
import { often, type Often } from '#core/history/bodies/evening.ts'
import { seriesWords, weekdayChoices } from '#api/words/plan.ts'
import { useSendOne } from '#web/app/send.ts'
import { ClockField, hoursHold } from './ClockField.tsx'
import { Act, PlainButton, Said, SelectField, TextField } from '#web/ui/Forms.tsx'

export function Meetings({ data, plans }: { data: PlanAnswer; plans: boolean }) {
  return (
    <section aria-label={say('When the house meets')} className="space-y-3">
      <h2 className="headrule">{say('When the house meets')}</h2>
      {data.series.length === 0 && <p className="text-quiet">{say('No evening repeats.')}</p>}
      <ul className="space-y-3">
        {data.series.map((series) => (
          <Series key={series.id} data={data} series={series} plans={plans} />
        ))}
      </ul>
      {plans && <NewMeeting today={data.today} />}
    </section>
  )
}

function Series({ data, series, plans }: { data: PlanAnswer; series: PlanSeries; plans: boolean }) {
  const { send, error } = useSendOne()
  return (
    <li className="bg-sheet space-y-2 rounded-sm px-4 py-3">
      <p className="flex flex-wrap items-baseline gap-x-6">
        <strong className="flex-1">
          {told('{series}, {from} to {to}', {
            series: seriesWords(series.weekday, series.everyWeeks),
            from: <span className="num">{series.from}</span>,
            to: <span className="num">{series.to}</span>,
          })}
        </strong>
        {plans && (
          <Act
            onClick={() => void send({ kind: 'evening', what: 'ends', series: series.id, after: data.today })}
          >
            {say('End these evenings')}
          </Act>
        )}
      </p>
      <fieldset className="flex flex-wrap gap-x-5 gap-y-1">
        <legend className="text-13 text-quiet">{say('Who usually comes')}</legend>
        {data.people.map((p) => (
          <SelectField
            key={p.party}
            label={p.name}
            options={[{ value: '', label: say('does not') }, ...often]}
            value={series.usual.find((u) => u.party === p.party)?.often ?? ''}
            onChange={(e) =>
              void send({
                kind: 'evening',
                what: 'usually',
                series: series.id,
                party: p.party,
                comes: e.target.value !== '',
                ...(e.target.value ? { often: e.target.value as Often } : {}),
              })
            }
          />
        ))}
      </fieldset>
      <Said error={error} />
    </li>
  )
}

function NewMeeting({ today }: { today: string }) {
  const { send, error } = useSendOne()
  const [weekday, setWeekday] = useState('4')
  const [everyWeeks, setEveryWeeks] = useState('1')
  const [from, setFrom] = useState('18:30')
  const [to, setTo] = useState('21:30')
  const [day, setDay] = useState('')
  const wrong = !hoursHold(from, to)
  return (
    <form
      className="flex flex-wrap items-end gap-3"
      onSubmit={(e) => {
        e.preventDefault()
        void send(
          everyWeeks === 'once'
            ? { kind: 'evening', what: 'planned', day, from, to }
            : {
                kind: 'evening',
                what: 'repeats',
                weekday: Number(weekday),
                everyWeeks: Number(everyWeeks),
                first: today,
                from,
                to,
              },
        )
      }}
    >
      <SelectField
        label={say('How often')}
        options={[
          { value: '1', label: say('every week') },
          { value: '2', label: say('every other week') },
          { value: '4', label: say('every four weeks') },
          { value: 'once', label: say('one evening') },
        ]}
        value={everyWeeks}
        onChange={(e) => setEveryWeeks(e.target.value)}
      />
      {everyWeeks === 'once' ? (
        <TextField
          label={say('Day')}
          type="date"
          className="num"
          value={day}
          onChange={(e) => setDay(e.target.value)}
        />
      ) : (
        <SelectField
          label={say('Day of the week')}
          options={weekdayChoices}
          value={weekday}
          onChange={(e) => setWeekday(e.target.value)}
        />
      )}
      <ClockField label={say('From')} value={from} onChange={setFrom} />
      <ClockField label={say('To')} value={to} after={from} onChange={setTo} />
      <PlainButton type="submit" disabled={wrong || (everyWeeks === 'once' && day === '')}>
        {everyWeeks === 'once' ? say('Plan this evening') : say('Meet on these evenings')}
      </PlainButton>
      <Said error={error} />
    </form>
  )
}
