/** What a machine lacks and who could give it: every cost visible and adjustable, the choice for all needs together. */
import { useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { Link, useParams, useSearchParams } from 'react-router'
import type { DonorsAnswer } from '#api/parts.ts'
import { count } from '#api/words/lists.ts'
import { appraisalWords, costWords, needWhy } from '#api/words/donors.ts'
import { usualWeights, type Appraisal, type Choice, type Weights } from '#core/parts/donors.ts'
import type { MachineId, PartId } from '#core/ids.ts'
import { newId } from '#web/app/clock.ts'
import { get, wordsOf } from '#web/app/http.ts'
import { useSend } from '#web/app/send.ts'
import { useSigned } from '#web/app/session.tsx'
import { Act, MainButton, PlainButton, Said } from '#web/ui/Forms.tsx'
import { FromStock } from './FromStock.tsx'
import { takeBodies } from './take.ts'
import { useDonorChoice } from './useDonorChoice.ts'

const sliders: readonly { readonly key: keyof Weights; readonly label: string; readonly hint: string }[] = [
  { key: 'labour', label: 'Labour', hint: 'a plug 1, a screw 2, solder 6, at each end' },
  { key: 'revision', label: 'Another revision', hint: '4 where donor and machine differ' },
  { key: 'risk', label: 'Risk', hint: 'proved good 0, unknown 3, suspect 12' },
  { key: 'donor', label: 'Loss of the donor', hint: 'its purpose, how whole and how rare it is' },
]

export function View() {
  const { id = '' } = useParams()
  const [params] = useSearchParams()
  const { me } = useSigned()
  const position = params.get('position')
  const { data, error } = useQuery({
    queryKey: ['machine', id, 'donors', position],
    queryFn: () => get<DonorsAnswer>(`/machines/${id}/donors${position ? `?position=${encodeURIComponent(position)}` : ''}`),
    retry: false,
  })
  const [weights, setWeights] = useState<Weights>(usualWeights)
  const [allow, setAllow] = useState(false)
  const [taken, setTaken] = useState<Taken>()
  const { choice, working } = useDonorChoice(data, weights, allow)
  useEffect(() => {
    if (data) document.title = `Donors for ${data.machine.label}`
  }, [data])
  if (error) return <p className="p-8">{wordsOf(error)}</p>
  if (!data) return null
  const stewarded = choice?.choices.some((c) => c.ranked.some((a) => a.bar === 'a steward decides')) ?? false
  return (
    <main className="grid flex-1 grid-cols-[minmax(0,1fr)_300px] gap-6 p-4 pb-16 max-lg:grid-cols-1">
      <section>
        <h1 className="font-display text-24 font-semibold">
          {position ? `What could go into ${position}` : 'Donors'} <span className="text-quiet">of</span>{' '}
          <Link className="hover:underline" to={`/machines/${id}?show=parts`}>
            {data.machine.label}
          </Link>
        </h1>
        <p className="mb-4" role="status">
          {data.needs.length === 0
            ? 'Every position that was looked at holds a part that nobody has shown bad. For one of them, open Parts and choose “What could replace it”.'
            : choice
              ? `${choice.served} of ${count(data.needs.length, 'need')} can be served, at ${Number(choice.cost.toFixed(1))} points. ${data.candidates.length} parts were looked at${data.more ? '; there are more, the likeliest came first' : ''}.`
              : working
                ? 'Choosing …'
                : ''}
        </p>
        {taken && (
          <p className="bg-next border-verdigris mb-4 border-l-4 p-3">
            {taken.words}
            {taken.parts.length > 0 && (
              <>
                {' Both ends show it. '}
                <Link className="act" to={`/parts/tags?ids=${taken.parts.join(',')}`}>
                  Print tags
                </Link>
              </>
            )}
          </p>
        )}
        {choice?.choices.map((c) => (
          <NeedBlock key={c.need.key} choice={c} answer={data} onTaken={setTaken} />
        ))}
      </section>
      <aside className="space-y-5">
        <section>
          <h2 className="headrule">What a point costs</h2>
          {sliders.map(({ key, label, hint }) => (
            <label key={key} className="mt-3 block">
              <span className="flex justify-between">
                <strong>{label}</strong> <span className="num">× {weights[key]}</span>
              </span>
              <input
                type="range"
                min={0}
                max={4}
                step={0.5}
                className="accent-verdigris w-full"
                value={weights[key]}
                onChange={(e) => setWeights({ ...weights, [key]: Number(e.target.value) })}
              />
              <span className="text-13 text-quiet">{hint}</span>
            </label>
          ))}
          <Act className="mt-3" onClick={() => setWeights(usualWeights)}>
            As usual
          </Act>
        </section>
        {(stewarded || allow) && (
          <section>
            <h2 className="headrule">Machines with a purpose</h2>
            <label className="mt-2 flex items-start gap-2">
              <input type="checkbox" className="mt-1" checked={allow} disabled={me.role !== 'steward'} onChange={(e) => setAllow(e.target.checked)} />
              <span>
                Count exhibits, reserves and accessioned machines as donors
                <span className="text-quiet block">{me.role === 'steward' ? 'As steward you answer for what they lose.' : 'Only a steward may decide that.'}</span>
              </span>
            </label>
          </section>
        )}
      </aside>
    </main>
  )
}

/** What was just moved, told above the list, since the list is reckoned anew. */
interface Taken {
  readonly words: string
  readonly parts: readonly string[]
}

function NeedBlock({ choice, answer, onTaken }: { choice: Choice; answer: DonorsAnswer; onTaken: (taken: Taken) => void }) {
  const { need, ranked, chosen, givenElsewhere } = choice
  const [all, setAll] = useState(false)
  const shown = all ? ranked : ranked.slice(0, 4)
  return (
    <section className="mb-6" aria-label={need.position.designator}>
      <h2 className="headrule flex items-baseline justify-between gap-3">
        <span>
          <span className="num">{need.position.designator}</span> {need.position.accepts}
        </span>
        <span className="text-copper font-normal">{needWhy[need.why]}</span>
      </h2>
      {ranked.length === 0 && <p className="text-quiet py-2">Nothing in the house is of this kind: it has to be bought, made or mended.</p>}
      <FromStock need={need} candidates={answer.candidates} />
      {givenElsewhere && <p className="text-quiet py-1">{`${givenElsewhere.candidate.label} would cost less here, but serves another need better.`}</p>}
      <ul>
        {shown.map((a) => (
          <Offer key={a.candidate.part} appraisal={a} chosen={a.candidate.part === chosen?.candidate.part} choice={choice} answer={answer} onTaken={onTaken} />
        ))}
      </ul>
      {ranked.length > shown.length && <Act className="mt-1" onClick={() => setAll(true)}>{`${ranked.length - shown.length} more`}</Act>}
    </section>
  )
}

function Offer({ appraisal, chosen, choice, answer, onTaken }: { appraisal: Appraisal; chosen: boolean; choice: Choice; answer: DonorsAnswer; onTaken: (taken: Taken) => void }) {
  const { candidate, costs, total, bar } = appraisal
  const { send, error, busy } = useSend()
  const words = appraisalWords(appraisal)
  const Button = chosen ? MainButton : PlainButton
  const take = async () => {
    const part = candidate.lot ? (newId() as PartId) : candidate.part
    const bodies = takeBodies(answer, choice.need, appraisal, part)
    const { need } = choice
    if (await send(bodies.map((body) => ({ body, episode: answer.machine.openEpisode }))))
      onTaken({
        words: `${candidate.label} went into ${need.position.designator}${need.occupant ? `, ${need.occupant.label} came out` : ''}.`,
        parts: [part, ...(need.occupant ? [need.occupant.part] : [])],
      })
  }
  const keep = async () => {
    const { need } = choice
    const what = candidate.lot ? { lot: candidate.lot.facts.id, n: 1 } : { part: candidate.part }
    if (await send([{ body: { kind: 'reservation', what: 'made', machine: need.machine as MachineId, position: need.position.designator, ...what } }]))
      onTaken({ words: `${candidate.label} is kept for ${need.position.designator}. It stays where it is.`, parts: [] })
  }
  return (
    <li className={`border-hair grid grid-cols-[minmax(0,1fr)_5rem_9rem] items-start gap-4 border-b py-2 max-sm:grid-cols-1 ${chosen ? 'border-l-verdigris border-l-4 pl-3' : ''}`}>
      <span className="min-w-0">
        <span className="flex flex-wrap items-baseline gap-x-3">
          <strong>{candidate.label}</strong>
          {candidate.donor ? (
            <Link className="hover:underline" to={`/machines/${candidate.donor.machine}?show=parts`}>
              {candidate.placeLabel}, {candidate.donor.purpose}
            </Link>
          ) : (
            <span>{candidate.placeLabel}</span>
          )}
          <span className="text-quiet">{candidate.facts.health === 'unknown' ? '' : candidate.facts.health}</span>
        </span>
        {words && <span className={`block ${bar ? 'text-copper' : 'text-quiet'}`}>{words}</span>}
        <span className="text-13 text-quiet block">{costs.map(costWords).join(' · ') || 'costs nothing'}</span>
        {candidate.donor?.essential && !bar && <span className="text-13 block">Its donor is incomplete by the same act.</span>}
        <Said error={error} />
      </span>
      <span className="num text-18 text-right">{bar ? '' : Number(total.toFixed(1))}</span>
      <span className="flex flex-col items-end gap-1">
        {!bar && (
          <Button disabled={busy} onClick={() => void take()}>
            Take this one
          </Button>
        )}
        {!bar && !candidate.donor && (
          <Act aria-label={`Keep ${candidate.label} for ${choice.need.position.designator}`} disabled={busy} onClick={() => void keep()}>
            Keep it for this
          </Act>
        )}
      </span>
    </li>
  )
}
