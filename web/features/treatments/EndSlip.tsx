/** A treatment ends: what came of each place, what lies beside it, counts, and when to look again. A worse place gets a finding of its own. */
import { say, shown } from '#api/words/say.ts'
import { useState } from 'react'
import { useForm, type UseFormReturn } from 'react-hook-form'
import { capital, brackets } from '#api/words/lists.ts'
import { yellowCaveats } from '#api/words/treatments.ts'
import { findingKinds } from '#core/history/bodies/condition.ts'
import { dayAfter, dayOf } from '#core/quantity/time.ts'
import type { TreatmentsAnswer } from '#api/treatments.ts'
import type { Course } from '#core/treatment/course.ts'
import { nowInstant } from '#web/app/clock.ts'
import { useSend } from '#web/app/send.ts'
import { useDates } from '#web/app/session.tsx'
import { AreaField, MainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'
import {
  anyHarm,
  besideOf,
  endingBodies,
  helpedBy,
  leftOptions,
  nothingSaid,
  verdictAt,
  harmOf,
  type EndForm,
  type Ended,
  type Ending,
  type Verdict,
} from './end-form.ts'

/** Until when somebody looks again, in days: what comes back, comes back within months. House rule. */
const recheckDays = 90
/** What was whitened comes back more slowly, in the dark too. House rule. */
const whitenedDays = 182

interface Part {
  readonly course: Course
  readonly ending: Ending
  readonly onSay: (more: Partial<Ending>) => void
}

export function EndSlip({
  course,
  answer,
  onClose,
}: {
  course: Course
  answer: TreatmentsAnswer
  onClose: () => void
}) {
  const { send, error, busy, setError } = useSend()
  const [ending, setEnding] = useState(nothingSaid)
  const { zone } = useDates()
  const { sort, counts } = course.body
  const form = useForm<EndForm>({
    defaultValues: {
      out: counts.map(() => ''),
      ph: '',
      recheck: dayAfter(dayOf(nowInstant(), zone), sort === 'whitening' ? whitenedDays : recheckDays),
      sort: harmOf(sort),
      words: '',
    },
  })
  const submit = form.handleSubmit(async (said) => {
    const bodies = endingBodies(course, ending, said, answer)
    if (typeof bodies === 'string') return setError(bodies)
    if (await send(bodies.map((body) => ({ body })))) onClose()
  })
  const part: Part = { course, ending, onSay: (more) => setEnding({ ...ending, ...more }) }
  const harm = anyHarm(course, ending)
  return (
    <Slip title={say('End: {sort}', { sort })} onClose={onClose}>
      <form onSubmit={(event) => void submit(event)} className="space-y-3">
        <Verdicts {...part} />
        <Helped {...part} findings={answer.findings} />
        <Beside {...part} />
        <Figures course={course} harm={harm} form={form} />
        <AreaField label={say('Remarks')} {...form.register('words')} />
        {harm && (
          <p className="text-copper font-bold">
            {say('What got worse is written as a finding, and lowers the grade.')}
          </p>
        )}
        {sort === 'whitening' && <p className="text-quiet">{yellowCaveats.back}</p>}
        <MainButton type="submit" disabled={busy}>
          {say('Record what came of it')}
        </MainButton>
        <Said error={error} />
      </form>
    </Slip>
  )
}

function Verdicts({ course, ending, onSay }: Part) {
  const judge = (place: string, more: Partial<Verdict>) =>
    onSay({ verdicts: { ...ending.verdicts, [place]: { ...verdictAt(ending, place), ...more } } })
  return (
    <ul>
      {course.body.on.map((place) => (
        <li key={place} className="border-hair border-b py-2">
          <fieldset className="flex flex-wrap items-center gap-x-5 gap-y-1">
            <legend className="float-left mr-4 font-bold">{place}</legend>
            {(['better', 'the same', 'worse', 'not looked at'] as const).map((is) => (
              <label key={is} className="flex min-h-11 items-center gap-2">
                <input
                  type="radio"
                  className="size-5"
                  name={`verdict ${place}`}
                  checked={verdictAt(ending, place).is === is}
                  onChange={() => judge(place, { is })}
                />
                {shown(is)}
              </label>
            ))}
          </fieldset>
          <TextField
            label={say('{place}: what you see', { place })}
            value={verdictAt(ending, place).words}
            maxLength={400}
            onChange={(e) => judge(place, { words: e.target.value })}
          />
        </li>
      ))}
    </ul>
  )
}

function Helped({ course, ending, onSay, findings }: Part & Pick<TreatmentsAnswer, 'findings'>) {
  return helpedBy(course, ending, findings).map((f) => (
    <SelectField
      key={f.id}
      label={brackets(say('The finding {sort} on {zone}', { sort: f.sort, zone: f.zone }), f.words)}
      value={ending.left[f.id] ?? 'less'}
      onChange={(e) => onSay({ left: { ...ending.left, [f.id]: e.target.value } })}
      options={leftOptions}
    />
  ))
}

function Beside({ course, ending, onSay }: Part) {
  type Is = Ended['beside'][number]['is']
  return course.body.carries.map(({ what }) => (
    <SelectField
      key={what}
      label={say('{what} beside it', { what: capital(what) })}
      value={besideOf(ending, what)}
      onChange={(e) => onSay({ beside: { ...ending.beside, [what]: e.target.value as Is } })}
      options={['not looked at', 'unharmed', 'harmed']}
    />
  ))
}

function Figures({
  course: { body },
  harm,
  form: { register },
}: {
  course: Course
  harm: boolean
  form: UseFormReturn<EndForm>
}) {
  return (
    <>
      {body.counts.map(({ what, n }, i) => (
        <TextField
          key={what}
          label={say('{what}: {n} went in; how many came out', { what: capital(what), n })}
          className="num"
          inputMode="numeric"
          {...register(`out.${i}`)}
        />
      ))}
      <div className="grid grid-cols-3 items-end gap-3 max-sm:grid-cols-1">
        {body.sort === 'leak' && (
          <TextField label={say('pH after')} className="num" inputMode="decimal" {...register('ph')} />
        )}
        <TextField label={say('Look again on')} type="date" className="num" {...register('recheck')} />
        {harm && (
          <SelectField
            label={say('The harm is a finding: of what sort')}
            options={findingKinds}
            {...register('sort')}
          />
        )}
      </div>
    </>
  )
}
