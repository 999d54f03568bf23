/** On Bench, before anything else of the plan: days that were promised and will hardly hold. Nothing where all of them look well. */
import { say } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { Link } from 'react-router'
import type { PlanAnswer } from '#api/plan.ts'
import { chanceWords, wantedWords } from '#api/words/jobs.ts'
import { problemOf } from '#core/plan/jobs.ts'
import { get } from './http.ts'
import { keys } from './keys.ts'
import { usePlanSearch } from './plan-search.ts'

/** A rough plan is enough for a warning: about a second. */
const tries = 400
/** Below this a promised day is warned of, here and on Plan. */
export const unlikely = 0.5

export function PromisedDays() {
  const { data } = useQuery({ queryKey: keys.plan(''), queryFn: () => get('/plan') })
  return data ? <Warnings data={data} /> : null
}

function Warnings({ data }: { data: PlanAnswer }) {
  const from = useMemo(() => problemOf(data), [data])
  const { chances } = usePlanSearch(from, data.evenings, data.people, tries)
  const warned = from.problem.jobs.flatMap((job, j) => {
    const machine = data.machines.find((m) => m.id === job.id)
    const chance = chances?.chances[j]
    return job.promised && machine?.wanted && chance !== undefined && chance < unlikely
      ? [{ machine, wanted: machine.wanted, chance }]
      : []
  })
  if (warned.length === 0) return null
  return (
    <ul aria-label={say('Promised days')} className="border-copper mb-4 border-l-4 pl-3">
      {warned.map(({ machine, wanted, chance }) => (
        <li key={machine.id}>
          <strong className="text-copper">
            {machine.name} <span className="num">{machine.number}</span>
          </strong>{' '}
          {wantedWords(wanted)}: {chanceWords(chance)}.{' '}
          <Link className="act" to="/plan">
            {say('See the plan')}
          </Link>
        </li>
      ))}
    </ul>
  )
}
