/** One step of the plan: when, who, how long and where that is known from, why it is not earlier, and moving or pinning it. */
import { told } from '#web/ui/told.tsx'
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import type { PlanAnswer } from '#api/plan.ts'
import { barWords, minutesWords, purposeWords } from '#api/words/jobs.ts'
import { commas, list, paragraph } from '#api/words/lists.ts'
import { durationWords } from '#api/words/dates.ts'
import { eveningTitle, runsWords } from '#api/words/plan.ts'
import type { Authority } from '#core/history/bodies/rule.ts'
import type { PartyId } from '#core/ids.ts'
import type { PlanFrom } from '#core/plan/jobs.ts'
import { roundedUp, type Plan } from '#core/plan/problem.ts'
import { whyNotEarlier, type Bar } from '#core/plan/why.ts'
import { useSendOne } from '#web/app/send.ts'
import { Act, PlainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'
import type { PlanNames } from './names.ts'

interface Wish {
  readonly day?: string
  readonly party?: PartyId
}

export function StepSlip({
  data,
  from,
  plan,
  step,
  names,
  plans,
  pinned,
  onChoose,
  onTry,
  onUnpin,
  onClose,
}: {
  data: PlanAnswer
  from: PlanFrom
  plan: Plan
  step: number
  names: PlanNames
  plans: boolean
  pinned: boolean
  onChoose: (step: number) => void
  onTry: (wish: Wish) => void
  onUnpin: () => void
  onClose: () => void
}) {
  const info = from.steps[step]
  const laid = plan[step]
  const s = from.problem.steps[step]
  if (!info || !laid || !s) return null
  const ends = laid.at + roundedUp(s.hands, from.problem.tick)
  const fixed = 'hand' in info.is
  const toldPin = !fixed && s.pinned !== undefined
  return (
    <Slip title={names.stepOn(step)} onClose={onClose}>
      <div className="space-y-3">
        <Laid info={info} laid={laid} ends={ends} names={names} />
        <Why from={from} plan={plan} step={step} names={names} onChoose={onChoose} />
        <p>
          {say('{minutes} of hands: {from}.', {
            minutes: durationWords(Math.round(info.minutes)),
            from: fixed ? say('written by hand') : minutesWords(info.from),
          })}
        </p>
        {plans && !fixed && <Minutes machine={info.machine} step={info.key} minutes={info.minutes} />}
        {plans && !fixed && !toldPin && (
          <Move
            data={data}
            authority={info.authority}
            from={from}
            day={from.days[laid.session] ?? ''}
            person={data.people[laid.people[0] ?? -1]?.party}
            onTry={onTry}
          />
        )}
        {plans && pinned && <Act onClick={onUnpin}>{say('Unpin it')}</Act>}
        {toldPin && (
          <p className="text-quiet">
            {say('It stays where it is: it was pinned when the plan was told, or it has begun.')}
          </p>
        )}
      </div>
    </Slip>
  )
}

function Why({
  from,
  plan,
  step,
  names,
  onChoose,
}: {
  from: PlanFrom
  plan: Plan
  step: number
  names: PlanNames
  onChoose: (step: number) => void
}) {
  const { at, bars: all, purpose } = whyNotEarlier(from.problem, plan, step)
  // One step is named once, though it may bar in two ways.
  const bars = all.filter(
    (b, i) => !('step' in b) || all.findIndex((x) => 'step' in x && x.step === b.step) === i,
  )
  const session = plan[step]?.session ?? 0
  const comes = names.evening(session)
  const words = (bar: Bar) =>
    barWords(bar, { person: names.person, step: names.stepOn, when: names.when, place: names.place, comes })
  return (
    <p>
      <strong>{say('Why not earlier?')}</strong>{' '}
      {at === undefined
        ? say('It is the first that can be.')
        : bars.length === 0
          ? purposeWords(purpose)
          : bars.slice(0, 2).map((bar, i) => (
              <span key={i}>
                {i > 0 && '; '}
                {'step' in bar && bar.step !== step ? (
                  <Act onClick={() => onChoose(bar.step)}>{words(bar)}</Act>
                ) : (
                  words(bar)
                )}
                {i === Math.min(2, bars.length) - 1 && '.'}
              </span>
            ))}
    </p>
  )
}

function Minutes({ machine, step, minutes }: { machine: string; step: string; minutes: number }) {
  const { send, error } = useSendOne()
  const [typed, setTyped] = useState(String(Math.round(minutes)))
  const n = Number(typed)
  const holds = Number.isInteger(n) && n >= 5 && n <= 600
  return (
    <form
      className="flex flex-wrap items-end gap-3"
      onSubmit={(e) => {
        e.preventDefault()
        if (holds) void send({ kind: 'job', what: 'takes', machine: machine as never, step, minutes: n })
      }}
    >
      <TextField
        label={say('Minutes of hands')}
        inputMode="numeric"
        className="num"
        value={typed}
        error={holds ? undefined : say('Whole minutes from 5 to 600.')}
        onChange={(e) => setTyped(e.target.value)}
      />
      <PlainButton type="submit" disabled={!holds || n === Math.round(minutes)}>
        {say('Set the minutes')}
      </PlainButton>
      <Said error={error} />
    </form>
  )
}

function Move({
  data,
  from,
  authority,
  day: now,
  person,
  onTry,
}: {
  data: PlanAnswer
  from: PlanFrom
  authority: Authority | undefined
  day: string
  person: string | undefined
  onTry: (wish: Wish) => void
}) {
  const [day, setDay] = useState(now)
  const [party, setParty] = useState(person ?? '')
  return (
    <form
      className="flex flex-wrap items-end gap-3"
      onSubmit={(e) => {
        e.preventDefault()
        onTry({ day, ...(party ? { party: party as PartyId } : {}) })
      }}
    >
      <SelectField
        label={say('Evening')}
        options={from.days.map((d) => ({ value: d, label: eveningTitle(d) }))}
        value={day}
        onChange={(e) => setDay(e.target.value)}
      />
      <SelectField
        label={say('Done by')}
        options={[
          { value: '', label: say('whoever can') },
          ...data.people
            .filter((p) => authority === undefined || p.authorities.includes(authority))
            .map((p) => ({ value: p.party, label: p.name })),
        ]}
        value={party}
        onChange={(e) => setParty(e.target.value)}
      />
      <PlainButton type="submit">
        {day === now && party === person ? say('Pin it here') : say('Show what that moves')}
      </PlainButton>
    </form>
  )
}

/** When and by whom, where, and what it does by itself. */
function Laid({
  info,
  laid,
  ends,
  names,
}: {
  info: PlanFrom['steps'][number]
  laid: NonNullable<Plan[number]>
  ends: number
  names: PlanNames
}) {
  return (
    <p>
      {told('{evening}, {from} to {to}, {people}.', {
        evening: names.evening(laid.session),
        from: <span className="num">{names.clock(laid.at)}</span>,
        to: <span className="num">{names.clock(ends)}</span>,
        people: commas(
          list(laid.people.map(names.person)),
          info.place && say('at the {place}', { place: info.place }),
        ),
      })}{' '}
      {paragraph(
        info.runs !== undefined && runsWords(info.runs),
        laid.minder !== undefined &&
          info.minded &&
          say('{person} looks after it.', { person: names.person(laid.minder) }),
        info.decision && say('What comes after it is not known before: minutes are kept free.'),
      )}
    </p>
  )
}
