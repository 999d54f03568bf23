/** How much of a machine is its own, over time, and what of the work on it cannot be undone. */
import { say } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useRef } from 'react'
import type { OriginalityView } from '#core/views/originality.ts'
import { keys } from '#web/app/keys.ts'
import { get } from '#web/app/http.ts'
import { useDates } from '#web/app/session.tsx'

export function OriginalitySection({ machine }: { machine: string }) {
  const { short } = useDates()
  const { data } = useQuery({
    queryKey: keys.originality(machine),
    queryFn: () => get('/machines/:id/originality', { id: machine }),
    retry: false,
  })
  if (!data?.now) return null
  const { now, reversibility } = data
  return (
    <section aria-label={say('Originality')} className="mt-6">
      <h2 className="headrule">{say('Originality, by weight of its positions')}</h2>
      <dl className="grid grid-cols-[1fr_auto] gap-x-4 py-1.5">
        {[
          [say('shown factory-fitted'), now.shownFactory],
          [say('as found, not shown either way'), now.asFound],
          [say('replaced or not there'), now.replaced],
        ].map(([name, share]) => (
          <div key={name} className="contents">
            <dt>{name}</dt>
            <dd className="num text-right">{`${share} %`}</dd>
          </div>
        ))}
      </dl>
      {data.history.length > 1 && <OverTime view={data} />}
      <h3 className="mt-3 font-bold">{say('What cannot be undone')}</h3>
      {reversibility.cannot.length === 0 ? (
        <p className="text-quiet py-1">{say('No irreversible change is recorded.')}</p>
      ) : (
        <ul>
          {reversibility.cannot.map((u) => (
            <li key={`${u.entry}${u.target}`} className="border-hair border-b py-1">
              <span className="num">{u.target}</span> {u.verb}, {short(u.at)}{' '}
              <span className="text-quiet block">{u.reason ? `${u.why}; ${u.reason}` : u.why}</span>
            </li>
          ))}
        </ul>
      )}
      <p className="text-quiet text-13 py-1.5">
        {reversibility.of === 0
          ? say('No recorded work has altered it.')
          : say('{can} of {of} recorded changes are reversible.', {
              can: reversibility.can,
              of: reversibility.of,
            })}
      </p>
    </section>
  )
}

function OverTime({ view }: { view: OriginalityView }) {
  const holder = useRef<HTMLDivElement>(null)
  const { day } = useDates()
  const points = view.history.map((p) => ({
    at: p.at,
    value: 100 - p.replaced,
    label: `${100 - p.replaced} %`,
  }))
  useEffect(() => {
    const element = holder.current
    if (!element) return
    let gone = false
    let dispose: (() => void) | undefined
    void import('#web/ui/chart.ts').then(({ driftChart }) => {
      if (!gone) dispose = driftChart(element, { points, unit: '%', day, stepped: true })
    })
    return () => {
      gone = true
      dispose?.()
    }
  }, [JSON.stringify(points), day]) // eslint-disable-line react-hooks/exhaustive-deps -- points are compared by their text
  return (
    <div
      ref={holder}
      className="h-44"
      role="img"
      aria-label={say('Its own, over time: {points}', {
        points: points.map((p) => `${day(p.at)} ${p.label}`).join('; '),
      })}
    />
  )
}
