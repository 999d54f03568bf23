/** One need and what could serve it: each candidate with what it costs and why, taken or kept by one tap. */
import { say } from '#api/words/say.ts'
import type { Writing } from '#web/app/session.tsx'
import type { WriteOptions } from '#web/app/source.tsx'
import type { Draft } from '#core/history/entry.ts'
import type { Candidate, Bar, Cost, Need, Appraisal, Choice } from '#core/parts/donors.ts'
import type { Body } from '#core/history/bodies/index.ts'
import { useState } from 'react'
import { Link } from 'react-router'
import type { DonorsAnswer } from '#api/parts.ts'
import { appraisalWords, costWords, needWhy } from '#api/words/donors.ts'
import type { MachineId, PartId } from '#core/ids.ts'
import { isPreferred, nearestPreferred } from '#core/quantity/preferred.ts'
import { parseQuantity, writeQuantity } from '#core/quantity/quantity.ts'
import { newId } from '#web/app/clock.ts'
import { FormCautions } from '#web/app/FormCautions.tsx'
import { useSend } from '#web/app/send.ts'
import { Act, MainButton, PlainButton, Said } from '#web/ui/Forms.tsx'
import { FromStock } from './FromStock.tsx'
import { takeBodies } from './take.ts'

/** What was just moved, told above the list, since the list is reckoned anew. */
export interface Taken {
  readonly words: string
  readonly parts: readonly string[]
}

export function NeedBlock({
  choice,
  answer,
  onTaken,
}: {
  choice: Choice
  answer: DonorsAnswer
  onTaken: (taken: Taken) => void
}) {
  const { need, ranked, chosen, givenElsewhere } = choice
  const [all, setAll] = useState(false)
  const shown = all ? ranked : ranked.slice(0, 4)
  return (
    <section className="mb-6" aria-label={need.position.designator}>
      <h2 className="headrule flex items-baseline justify-between gap-3">
        <span>
          <span className="num">{need.position.designator}</span>{' '}
          {need.position.accepts !== need.position.designator && need.position.accepts}
        </span>
        <span className="text-copper font-normal">{needWhy[need.why]}</span>
      </h2>
      {ranked.length === 0 && (
        <p className="text-quiet py-2">
          {say('Nothing in the house is of this kind: it has to be bought, made or mended.')}
        </p>
      )}
      <Preferred asks={need.position.asks?.['value']} />
      <FromStock need={need} candidates={answer.candidates} />
      {givenElsewhere && (
        <p className="text-quiet py-1">
          {say('{label} would cost less here, but serves another need better.', {
            label: givenElsewhere.candidate.label,
          })}
        </p>
      )}
      <ul>
        {shown.map((a) => (
          <Offer
            key={a.candidate.part}
            appraisal={a}
            chosen={a.candidate.part === chosen?.candidate.part}
            choice={choice}
            answer={answer}
            onTaken={onTaken}
          />
        ))}
      </ul>
      {ranked.length > shown.length && (
        <Act className="mt-1" onClick={() => setAll(true)}>
          {say('{ranked} more', { ranked: ranked.length - shown.length })}
        </Act>
      )}
    </section>
  )
}

/** A value that is made: what to look for, where the one that is asked is none of the common series. */
function Preferred({ asks }: { asks: string | undefined }) {
  const read = asks === undefined ? undefined : parseQuantity(asks.replace(/\s+/g, ''))
  if (
    asks === undefined ||
    read?.value === undefined ||
    read.value <= 0 ||
    !['ohm', 'F', 'H'].includes(read.unit)
  )
    return null
  if (isPreferred(read.value, 'E24')) return null
  return (
    <p className="text-quiet py-1">
      {say('{asks} is no value of the E24 series: the nearest that is made is {writeQuantity}.', {
        asks,
        writeQuantity: writeQuantity(nearestPreferred(read.value, 'E24'), read.unit),
      })}
    </p>
  )
}

function Offer({
  appraisal,
  chosen,
  choice,
  answer,
  onTaken,
}: {
  appraisal: Appraisal
  chosen: boolean
  choice: Choice
  answer: DonorsAnswer
  onTaken: (taken: Taken) => void
}) {
  const { candidate, costs, total, bar } = appraisal
  const { send, error, busy } = useSend()
  const words = appraisalWords(appraisal)
  const rated = [candidate.facts.attributes['value'], candidate.facts.attributes['rating']]
    .filter(Boolean)
    .join(' ')
  const { taking, setTaking, Button, need, bodies, take, keep } = useOffer({
    chosen,
    choice,
    answer,
    appraisal,
    candidate,
    send,
    onTaken,
  })
  return (
    <li
      className={`border-hair grid grid-cols-[minmax(0,1fr)_5rem_9rem] items-start gap-4 border-b py-2 max-sm:grid-cols-1 ${chosen ? 'border-l-verdigris border-l-4 pl-3' : ''}`}
    >
      <OfferSaid candidate={candidate} rated={rated} words={words} bar={bar} costs={costs} />
      <span className="num text-18 text-right">{bar ? '' : Number(total.toFixed(1))}</span>
      <span className="flex flex-col items-end gap-1">
        {!bar && (
          <Button
            disabled={busy}
            aria-expanded={taking}
            aria-label={say('Take the part: {label}', { label: candidate.label })}
            onClick={() => setTaking(!taking)}
          >
            {say('Take the part')}
          </Button>
        )}
        {!bar && !candidate.donor && (
          <Act
            aria-label={say('Reserve it for this machine: {label}, {designator}', {
              label: candidate.label,
              designator: choice.need.position.designator,
            })}
            disabled={busy}
            onClick={() => void keep()}
          >
            {say('Reserve it for this machine')}
          </Act>
        )}
      </span>
      {taking && (
        <TakeStep
          candidate={candidate}
          need={need}
          bodies={bodies}
          busy={busy}
          onTake={take}
          onTaking={setTaking}
          error={error}
        />
      )}
    </li>
  )
}

/** Taking the part for the need, or keeping it for it. */
function useOffer({
  chosen,
  choice,
  answer,
  appraisal,
  candidate,
  send,
  onTaken,
}: {
  chosen: boolean
  choice: Choice
  answer: DonorsAnswer
  appraisal: Appraisal
  candidate: Candidate
  send: (writings: readonly Writing[], options?: WriteOptions) => Promise<readonly Draft[] | undefined>
  onTaken: (taken: Taken) => void
}) {
  const [newPart] = useState(() => newId() as PartId)
  const [taking, setTaking] = useState(false)
  const Button = chosen && !taking ? MainButton : PlainButton
  const { need } = choice
  const bodies = taking ? takeBodies(answer, need, appraisal, newPart) : []
  const take = async () => {
    const part = candidate.lot ? newPart : candidate.part
    if (await send(bodies.map((body) => ({ body, episode: answer.machine.openEpisode }))))
      onTaken({
        words: need.occupant
          ? say('{label}, from {placeLabel}, went into {designator}; {label2} that was there came out.', {
              label: candidate.label,
              placeLabel: candidate.placeLabel,
              designator: need.position.designator,
              label2: need.occupant.label,
            })
          : say('{label}, from {placeLabel}, went into {designator}.', {
              label: candidate.label,
              placeLabel: candidate.placeLabel,
              designator: need.position.designator,
            }),
        parts: [part, ...(need.occupant ? [need.occupant.part] : [])],
      })
  }
  const keep = async () => {
    const what = candidate.lot ? { lot: candidate.lot.facts.id, n: 1 } : { part: candidate.part }
    if (
      await send([
        {
          body: {
            kind: 'reservation',
            what: 'made',
            machine: need.machine as MachineId,
            position: need.position.designator,
            ...what,
          },
        },
      ])
    )
      onTaken({
        words: say('{label} is reserved for {designator}. It stays where it is.', {
          label: candidate.label,
          designator: need.position.designator,
        }),
        parts: [],
      })
  }
  return { taking, setTaking, Button, need, bodies, take, keep }
}

function OfferSaid({
  candidate,
  rated,
  words,
  bar,
  costs,
}: {
  candidate: Candidate
  rated: string
  words: string
  bar: Bar | undefined
  costs: readonly Cost[]
}) {
  return (
    <span className="min-w-0">
      <span className="flex flex-wrap items-baseline gap-x-3">
        <strong>{candidate.label}</strong>
        {rated && !candidate.label.includes(rated) && <span className="num">{rated}</span>}
        {candidate.donor ? (
          <Link className="hover:underline" to={`/machines/${candidate.donor.machine}?show=parts`}>
            {candidate.placeLabel}, {candidate.donor.purpose}
          </Link>
        ) : (
          <span>{candidate.placeLabel}</span>
        )}
        <span className="text-quiet">
          {candidate.facts.health === 'unknown' ? '' : candidate.facts.health}
        </span>
      </span>
      {words && <span className={`block ${bar ? 'text-copper' : 'text-quiet'}`}>{words}</span>}
      <span className="text-13 text-quiet block">
        {costs.map(costWords).join(' · ') || say('costs nothing')}
      </span>
      {candidate.donor?.essential && !bar && (
        <span className="text-13 block">{say('Its donor is incomplete by the same act.')}</span>
      )}
    </span>
  )
}

/** What taking the part writes, before it is written. */
function TakeStep({
  candidate,
  need,
  bodies,
  busy,
  onTake,
  onTaking,
  error,
}: {
  candidate: Candidate
  need: Need
  bodies: Body[]
  busy: boolean
  onTake: () => Promise<void>
  onTaking: (value: boolean) => void
  error: string | undefined
}) {
  return (
    <div role="group" aria-label={say('What will be written')} className="col-span-full">
      <p>
        {need.occupant
          ? say('{label}: from {placeLabel}, into {designator}. {label2} comes out by the same act.', {
              label: candidate.label,
              placeLabel: candidate.placeLabel,
              designator: need.position.designator,
              label2: need.occupant.label,
            })
          : `${say('{label}: from {placeLabel}, into {designator}.', {
              label: candidate.label,
              placeLabel: candidate.placeLabel,
              designator: need.position.designator,
            })} `}
      </p>
      <FormCautions
        machines={[need.machine, ...(candidate.donor ? [candidate.donor.machine] : [])]}
        bodies={bodies}
      />
      <p className="mt-2 flex gap-3">
        <MainButton disabled={busy} autoFocus onClick={() => void onTake()}>
          {say('Record the move')}
        </MainButton>
        <PlainButton onClick={() => onTaking(false)}>{say('Cancel')}</PlainButton>
      </p>
      <Said error={error} />
    </div>
  )
}
