/** A treatment that runs: for how long, in how much light, and what happens by one tap. */
import { say, shown } from '#api/words/say.ts'
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
        <span className="num">
          {say('{minutes} since {from}, {courseFrom}', {
            minutes: durationWords(course.minutes),
            from: short(course.from),
            courseFrom: clock(course.from),
          })}
        </span>
      </div>
      <p>{courseWords(course)}</p>
      {course.early.map((e) => (
        <p key={e.on}>
          {doseWords(e)
            ? say('{on} came out after {minutes}, with {dose}.', {
                on: capital(e.on),
                minutes: durationWords(e.minutes),
                dose: doseWords(e),
              })
            : say('{on} came out after {minutes}.', { on: capital(e.on), minutes: durationWords(e.minutes) })}
        </p>
      ))}
      {last && (
        <p className="text-quiet">{say('Last: {did}, {at}', { did: last.did, at: clock(last.at) })}</p>
      )}
      {body.light.by === 'sun' && body.light.through === 'open' && (
        <fieldset className="my-2 flex flex-wrap items-center gap-2">
          <legend className="text-13 text-quiet mb-1">
            {say('The sky now, by what you see: it is written at once')}
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
      <WhatHappened busy={busy} happened={happened} pieces={pieces} onEnd={onEnd} />
      <Said error={error} />
    </li>
  )
}

function WhatHappened({
  busy,
  happened,
  pieces,
  onEnd,
}: {
  busy: boolean
  happened: (did: Did) => undefined
  pieces: string[]
  onEnd: () => void
}) {
  return (
    <div className="mt-2 flex flex-wrap items-center gap-3" role="group" aria-label={say('What happened')}>
      {(['brushed', 'topped up', 'turned'] as const).map((did) => (
        <PlainButton key={did} disabled={busy} onClick={() => happened({ did })}>
          {capital(shown(did))}
        </PlainButton>
      ))}
      <PlainButton disabled={busy} onClick={() => happened({ did: 'rinsed', water: 'tap water' })}>
        {say('Rinsed')}
      </PlainButton>
      <PlainButton disabled={busy} onClick={() => happened({ did: 'rinsed', water: 'deionised water' })}>
        {say('Rinsed, deionised')}
      </PlainButton>
      {pieces.length > 1 &&
        pieces.map((piece) => (
          <Act key={piece} disabled={busy} onClick={() => happened({ did: 'took out', piece })}>
            {say('Take out {piece}', { piece })}
          </Act>
        ))}
      <Act onClick={onEnd}>{say('End the treatment')}</Act>
    </div>
  )
}
