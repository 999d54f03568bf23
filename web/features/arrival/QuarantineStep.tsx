/** Quarantine: pests, mould, leaks. Everything new passes it. */
import { say } from '#api/words/say.ts'
import { pestSigns } from '#core/history/bodies/arrival.ts'
import { dayInterval } from '#core/quantity/time.ts'
import type { ArrivalView } from '#core/views/arrival.ts'
import { useDates } from '#web/app/session.tsx'
import { SelectField, TextField } from '#web/ui/Forms.tsx'
import { Lines, StepForm } from './StepForm.tsx'

const answers = ['not looked', 'none seen', 'seen'] as const
const notLooked = Object.fromEntries(pestSigns.map((s) => [s, 'not looked'])) as Readonly<
  Record<(typeof pestSigns)[number], (typeof answers)[number]>
>

export function QuarantineStep({ view }: { view: ArrivalView }) {
  const { short } = useDates()
  const { quarantine: q } = view
  const inside = q?.way === 'in'
  return (
    <>
      <p className="text-quiet">
        {say(
          'Mould and droppings: gloves and a mask, damp and not dry. A leak does not wait for the end of quarantine.',
        )}
      </p>
      <Lines
        items={
          q
            ? [
                inside
                  ? q.until
                    ? say('In quarantine since {at}, {place}, until {until}', {
                        at: short(q.at),
                        place: q.place ?? '',
                        until: short(q.until),
                      })
                    : say('In quarantine since {at}, {place}', { at: short(q.at), place: q.place ?? '' })
                  : say('Out since {at}. {seen}', { at: short(q.at), seen: q.seen.join(', ') }),
              ]
            : []
        }
      />
      {inside ? <LetOut view={view} /> : <LetIn view={view} again={q !== undefined} />}
    </>
  )
}

function LetOut({ view }: { view: ArrivalView }) {
  return (
    <StepForm
      submit={say('Let it out')}
      defaults={{ seen: notLooked, words: '' }}
      writings={(text, { seen }) => {
        return [
          {
            body: {
              kind: 'quarantine',
              way: 'out',
              machine: view.machine,
              seen,
              ...(text('words') ? { words: text('words') } : {}),
            },
          },
        ]
      }}
    >
      {(register) => (
        <>
          <div className="grid grid-cols-3 gap-3 max-sm:grid-cols-1">
            {pestSigns.map((s) => (
              <SelectField key={s} label={s} options={answers} {...register(`seen.${s}`)} />
            ))}
          </div>
          <TextField label={say('In words')} {...register('words')} maxLength={2000} />
        </>
      )}
    </StepForm>
  )
}

function LetIn({ view, again }: { view: ArrivalView; again: boolean }) {
  const { zone } = useDates()
  return (
    <StepForm
      submit={again ? say('Back into quarantine') : say('Into quarantine')}
      defaults={{ place: '', until: '' }}
      writings={(text) =>
        text('place')
          ? [
              {
                body: {
                  kind: 'quarantine',
                  way: 'in',
                  machine: view.machine,
                  place: text('place'),
                  ...(text('until') ? { until: dayInterval(text('until'), zone).latest } : {}),
                },
              },
            ]
          : say('Say where it stands.')
      }
    >
      {(register) => (
        <div className="grid grid-cols-2 gap-3 max-sm:grid-cols-1">
          <TextField
            label={say('Where')}
            {...register('place')}
            placeholder={say('bag on the porch shelf')}
            maxLength={80}
          />
          <TextField label={say('Look again on')} {...register('until')} type="date" className="num" />
        </div>
      )}
    </StepForm>
  )
}
