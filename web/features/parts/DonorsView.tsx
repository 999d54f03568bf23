/** What a machine lacks and who could give it: every cost visible and adjustable, the choice for all needs together. */
import { told } from '#web/ui/told.tsx'
import { say } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { Link, useParams, useSearchParams } from 'react-router'
import { count } from '#api/words/lists.ts'
import { weighing } from '#api/words/donors.ts'
import { usualWeights, type Weights } from '#core/parts/donors.ts'
import { keys, whileSame } from '#web/app/keys.ts'
import { get, wordsOf } from '#web/app/http.ts'
import { useSigned } from '#web/app/session.tsx'
import { Act } from '#web/ui/Forms.tsx'
import { NeedBlock, type Taken } from './NeedBlock.tsx'
import { useDonorChoice } from './useDonorChoice.ts'

/** These are weighed at once; the others stand under what the donor loses. */
const first = 4

export function View() {
  const { id = '' } = useParams()
  const [params] = useSearchParams()
  const position = params.get('position')
  const { data, error } = useQuery({
    queryKey: keys.donors(id, position),
    placeholderData: whileSame(id),
    queryFn: () => get('/machines/:id/donors', { id, position: position ?? undefined }),
    retry: false,
  })
  const [weights, setWeights] = useState<Weights>(usualWeights)
  const [allow, setAllow] = useState(false)
  const [taken, setTaken] = useState<Taken>()
  const { choice, working } = useDonorChoice(data, weights, allow)
  useEffect(() => {
    if (data) document.title = say('Donors for {label}', { label: data.machine.label })
  }, [data])
  if (error) return <p className="p-8">{wordsOf(error)}</p>
  if (!data) return null
  const stewarded = choice?.choices.some((c) => c.ranked.some((a) => a.bar === 'a steward decides')) ?? false
  const machine = (
    <Link className="hover:underline" to={`/machines/${id}?show=parts`}>
      {data.machine.label}
    </Link>
  )
  return (
    <main className="grid flex-1 grid-cols-[minmax(0,1fr)_300px] gap-6 p-4 pb-16 max-lg:grid-cols-1">
      <section>
        <h1 className="font-display text-24 font-semibold">
          {position
            ? told('What could go into {position} of {machine}', { position, machine })
            : told('Donor machines and spares for {machine}', { machine })}
        </h1>
        <p className="mb-4" role="status">
          {data.needs.length === 0
            ? say(
                'No examined position is recorded as empty or holding a bad part. For one of them, open Parts and choose “What could replace it”.',
              )
            : choice
              ? data.more
                ? say(
                    '{served} of {needs} can be filled, at {number} points. Fewer points are better: they add up labour, risk and what the donor loses. {candidates} parts were compared, the likeliest first; there are more.',
                    {
                      served: choice.served,
                      needs: count(data.needs.length, 'need'),
                      number: Number(choice.cost.toFixed(1)),
                      candidates: data.candidates.length,
                    },
                  )
                : say(
                    '{served} of {needs} can be filled, at {number} points. Fewer points are better: they add up labour, risk and what the donor loses. {candidates} parts were compared.',
                    {
                      served: choice.served,
                      needs: count(data.needs.length, 'need'),
                      number: Number(choice.cost.toFixed(1)),
                      candidates: data.candidates.length,
                    },
                  )
              : working
                ? say('Choosing …')
                : ''}
        </p>
        {taken && <WhatWasTaken taken={taken} />}
        {choice?.choices.map((c) => (
          <NeedBlock key={c.need.key} choice={c} answer={data} onTaken={setTaken} />
        ))}
      </section>
      <aside className="space-y-5">
        <WeightsPanel weights={weights} onWeights={setWeights} />
        {(stewarded || allow) && <PurposeAllowed allow={allow} onAllow={setAllow} />}
      </aside>
    </main>
  )
}

function WeightsPanel({ weights, onWeights }: { weights: Weights; onWeights: (value: Weights) => void }) {
  return (
    <section>
      <h2 className="headrule">{say('Weights')}</h2>
      {weighing.slice(0, first).map((w) => (
        <Slider key={w.why} {...w} weights={weights} onWeigh={onWeights} />
      ))}
      <details className="mt-3">
        <summary className="act cursor-pointer">{say('What the donor loses, one by one')}</summary>
        {weighing.slice(first).map((w) => (
          <Slider key={w.why} {...w} weights={weights} onWeigh={onWeights} />
        ))}
      </details>
      <Act className="mt-3" onClick={() => onWeights(usualWeights)}>
        {say('Reset the weights')}
      </Act>
    </section>
  )
}

function PurposeAllowed({ allow, onAllow }: { allow: boolean; onAllow: (value: boolean) => void }) {
  const { me } = useSigned()
  return (
    <section>
      <h2 className="headrule">{say('Machines with a purpose')}</h2>
      <label className="mt-2 flex items-start gap-2">
        <input
          type="checkbox"
          className="mt-1"
          checked={allow}
          disabled={me.role !== 'steward'}
          onChange={(e) => onAllow(e.target.checked)}
        />
        <span>
          {say('Count exhibits, reserves and accessioned machines as donors')}
          <span className="text-quiet block">
            {me.role === 'steward'
              ? say('You decide this as steward; your name is recorded.')
              : say('Only a steward may decide that.')}
          </span>
        </span>
      </label>
    </section>
  )
}

function WhatWasTaken({ taken }: { taken: Taken }) {
  return (
    <p className="bg-next border-verdigris mb-4 border-l-4 p-3">
      {taken.words}
      {taken.parts.length > 0 && (
        <>
          {' '}
          {say('Both ends show it.')}{' '}
          <Link className="act" to={`/parts/tags?ids=${taken.parts.join(',')}`}>
            {say('Print tags')}
          </Link>
        </>
      )}
    </p>
  )
}

function Slider({
  why,
  label,
  hint,
  weights,
  onWeigh,
}: (typeof weighing)[number] & { weights: Weights; onWeigh: (weights: Weights) => void }) {
  return (
    <label className="mt-3 block">
      <span className="flex justify-between">
        <strong>{label}</strong> <span className="num">× {weights[why]}</span>
      </span>
      <input
        type="range"
        min={0}
        max={4}
        step={0.5}
        className="accent-verdigris w-full"
        value={weights[why]}
        onChange={(e) => onWeigh({ ...weights, [why]: Number(e.target.value) })}
      />
      <span className="text-13 text-quiet">{hint}</span>
    </label>
  )
}
