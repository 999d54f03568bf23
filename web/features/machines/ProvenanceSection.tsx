/** How it came and where it was before: chain with its gaps, contradictions, claims, custody, and what the parts' dates say. */
import { sourceWords } from '#api/words/owners.ts'
import { say } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { contradictionWords, edtfWords, gapWords } from '#api/words/condition.ts'
import { capital, commas, count } from '#api/words/lists.ts'
import { moneyWords } from '#api/words/money.ts'
import type { ArrivalView } from '#core/views/arrival.ts'
import type { MachineView } from '#core/views/machine-shape.ts'
import { keys } from '#web/app/keys.ts'
import { get } from '#web/app/http.ts'
import { useDates } from '#web/app/session.tsx'
import { Act } from '#web/ui/Forms.tsx'
import { Row, Rows } from '#web/ui/Rows.tsx'
import { LinkForm } from './LinkForm.tsx'
import { Markings } from './Markings.tsx'

export function ProvenanceSection({ view }: { view: MachineView }) {
  const { short } = useDates()
  const [adding, setAdding] = useState(false)
  const { data: arrival } = useQuery({
    queryKey: keys.arrival(view.id),
    queryFn: () => get('/machines/:id/arrival', { id: view.id }),
  })
  if (!arrival) return null
  const { source } = arrival
  return (
    <div className="grid grid-cols-[3fr_2fr] gap-x-8 gap-y-6 max-lg:grid-cols-1">
      <div className="space-y-6">
        <section aria-label={say('Chain of provenance')}>
          <h2 className="headrule flex justify-between">
            {say('Chain of provenance')} <Act onClick={() => setAdding(!adding)}>{say('Add a link')}</Act>
          </h2>
          {adding && <LinkForm machine={view.id} photos={view.photos} onClose={() => setAdding(false)} />}
          <Chain arrival={arrival} />
        </section>
        <Markings arrival={arrival} />
      </div>
      <div className="space-y-6">
        <HowItCame source={source} arrival={arrival} view={view} />
        <Rows
          title={say('What was claimed')}
          empty={arrival.claims.length === 0 ? say('No claim or source is recorded.') : undefined}
        >
          {arrival.claims.map((c, i) => (
            <Row key={i} left={`${c.fn ? `${c.fn}: ` : ''}“${c.words}”`} right={claimWords(c)} />
          ))}
        </Rows>
        <Rows
          title={say('Where it has been since')}
          empty={view.custody.length === 0 ? say('No move out is recorded since it came.') : undefined}
        >
          {view.custody.map((c, i) => (
            <Row
              key={i}
              left={`${capital(c.purpose)}: ${c.where}`}
              right={commas(
                `${c.carriage}, ${short(c.at)}`,
                c.until && say('until {until}', { until: short(c.until) }),
              )}
            />
          ))}
        </Rows>
      </div>
    </div>
  )
}

function HowItCame({
  source,
  arrival,
  view,
}: {
  source: ArrivalView['source']
  arrival: ArrivalView
  view: MachineView
}) {
  const { short } = useDates()
  return (
    <Rows title={say('How it came')} empty={source ? undefined : say('Not recorded.')}>
      <Row left={say('Source')} right={source && sourceWords(source.how)} />
      {source?.from && <Row left={say('From')} right={source.from} />}
      {source?.words && <Row left={source.words} />}
      {arrival.price && (
        <Row left={say('Price paid')} right={<span className="num">{moneyWords(arrival.price)}</span>} />
      )}
      {arrival.share && (
        <Row
          left={
            <>
              {say('Share of')}{' '}
              <Link className="underline" to={`/batches/${arrival.share.batch}`}>
                {arrival.share.name}
              </Link>
            </>
          }
          right={
            <span className="num">
              {say('{amount}, 1 of {units}', {
                amount: moneyWords(arrival.share.amount),
                units: arrival.share.units,
              })}
            </span>
          }
        />
      )}
      {arrival.values.map((v, i) => (
        <Row
          key={i}
          left={`${v.sort === 'asking' ? say('Asking price') : say('{sort} value', { sort: capital(v.sort) })}, ${short(v.at)}`}
          right={
            <>
              <span className="num">{moneyWords(v.amount)}</span>
              {v.effortHours !== undefined &&
                `, ${say('against {effortHours} of work', { effortHours: count(v.effortHours, 'hour') })}`}
            </>
          }
        />
      ))}
      <Row
        left={say('Entry')}
        right={
          <Link className="act" to={`/machines/${view.id}/entry`}>
            {arrival.steps.every((s) => s.done) ? say('Look at it') : say('Go on with it')}
          </Link>
        }
      />
    </Rows>
  )
}

function claimWords({ fn, says }: { fn?: string | undefined; says: string }): string {
  if (says === 'not said') return fn === undefined ? say('in general') : ''
  return says === 'works'
    ? say('said to work')
    : says === 'fails'
      ? say('said to fail')
      : say('said to be intermittent')
}

function Chain({ arrival }: { arrival: ArrivalView }) {
  const { short } = useDates()
  const { chain } = arrival
  if (chain.rows.length === 0)
    return (
      <p className="text-quiet py-2">
        {say(
          'No provenance from before it came is recorded. A plate’s year, a name on tape, a giver’s word: each is a link, with what it rests on.',
        )}
      </p>
    )
  return (
    <>
      <ol>
        {chain.rows.map((r, i) =>
          r.is === 'gap' ? (
            <li
              key={i}
              className="border-hair text-copper border-b border-dashed py-1.5 pl-40 font-bold max-sm:pl-0"
            >
              {gapWords(r)}
            </li>
          ) : (
            <li
              key={r.entry}
              className="border-hair grid grid-cols-[9rem_1fr_10rem] items-baseline gap-4 border-b py-1.5 max-sm:grid-cols-1"
            >
              <span className="num">{edtfWords(r.body.when)}</span>
              <span>
                <strong>{r.body.sort}</strong>
                {[
                  r.body.who ? (arrival.labels[r.body.who] ?? say('somebody')) : '',
                  r.body.where,
                  r.body.words,
                ]
                  .filter(Boolean)
                  .map((t) => `, ${t}`)}
              </span>
              <span className="text-13 text-quiet">
                {[r.basis, r.body.evidence].filter(Boolean).join(': ')}
              </span>
            </li>
          ),
        )}
        <li className="grid grid-cols-[9rem_1fr] gap-4 py-1.5 max-sm:grid-cols-1">
          <span className="num">{short(arrival.registeredAt)}</span>
          <span>
            {arrival.source?.from
              ? say('came in, from {from}', { from: arrival.source.from })
              : say('came in')}
          </span>
        </li>
      </ol>
      {chain.contradictions.map((c, i) => (
        <p key={i} className="text-copper font-bold">
          {contradictionWords(c)}
        </p>
      ))}
    </>
  )
}
