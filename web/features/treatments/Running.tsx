/** A treatment that runs: for how long, in how much light, and what happens by one tap. */
import { courseWords, doseWords } from '#api/words/treatments.ts'
import { capital, list } from '#api/words/lists.ts'
import { durationWords } from '#api/words/dates.ts'
import type { BodyOf } from '#core/history/bodies/index.ts'
import { cloudSteps } from '#core/history/bodies/treatment.ts'
import type { EntryId, MachineId } from '#core/ids.ts'
import type { Course } from '#core/treatment/course.ts'
import { useSend } from '#web/app/send.ts'
import { useDates } from '#web/app/session.tsx'
import { Act, PlainButton, Said } from '#web/ui/Forms.tsx'
import { Cloud } from './Cloud.tsx'

type Did = Extract<BodyOf<'treatment'>, { what: 'happened' }>['did']

export function Running({ course, onEnd }: { course: Course; onEnd: () => void }) {
  const { short, clock } = useDates()
  const { send, error, busy } = useSend()
  const { body } = course
  const happened = (did: Did) =>
    void send([
      {
        body: {
          kind: 'treatment',
          what: 'happened',
          machine: course.machine as MachineId,
          treatment: course.id as EntryId,
          did,
        },
      },
    ])
  const last = course.happened.at(-1)
  // What came out before the others gets no more of it.
  const pieces = body.on.filter((on) => !course.early.some((e) => e.on === on))
  return (
    <li className="border-verdigris bg-sheet mb-2 border-l-4 p-3">
      <div className="flex flex-wrap items-baseline justify-between gap-x-6">
        <strong className="text-18">{`${capital(body.sort)}: ${list(body.on, 6)}`}</strong>
        <span className="num">{`${durationWords(course.minutes)} since ${short(course.from)}, ${clock(course.from)}`}</span>
      </div>
      <p>{courseWords(course)}</p>
      {course.early.map((e) => (
        <p
          key={e.on}
        >{`${capital(e.on)} came out after ${durationWords(e.minutes)}${doseWords(e) ? `, with ${doseWords(e)}` : ''}.`}</p>
      ))}
      {last && <p className="text-quiet">{`Last: ${last.did}, ${clock(last.at)}`}</p>}
      {body.light.by === 'sun' && body.light.through === 'open' && (
        <fieldset className="my-2 flex flex-wrap items-center gap-2">
          <legend className="text-13 text-quiet mb-1">
            The sky now, by what you see: it is written at once
          </legend>
          {cloudSteps.map((n) => (
            <Cloud
              key={n}
              eighths={n}
              disabled={busy}
              onClick={() => happened({ did: 'saw the cloud', cloud: n })}
            />
          ))}
        </fieldset>
      )}
      <div className="mt-2 flex flex-wrap items-center gap-3" role="group" aria-label="What happened">
        {(['brushed', 'topped up', 'turned'] as const).map((did) => (
          <PlainButton key={did} disabled={busy} onClick={() => happened({ did })}>
            {capital(did)}
          </PlainButton>
        ))}
        <PlainButton disabled={busy} onClick={() => happened({ did: 'rinsed', water: 'tap water' })}>
          Rinsed
        </PlainButton>
        <PlainButton disabled={busy} onClick={() => happened({ did: 'rinsed', water: 'deionised water' })}>
          Rinsed, deionised
        </PlainButton>
        {pieces.length > 1 &&
          pieces.map((piece) => (
            <Act key={piece} disabled={busy} onClick={() => happened({ did: 'took out', piece })}>
              {`Take out ${piece}`}
            </Act>
          ))}
        <Act onClick={onEnd}>End the treatment</Act>
      </div>
      <Said error={error} />
    </li>
  )
}
