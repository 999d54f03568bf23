/** Whether the days that machines are wanted by hold, in fifths, and what would help most. */
import { Link } from 'react-router'
import type { PlanAnswer } from '#api/plan.ts'
import { chanceWords, helpWords, wantedWords } from '#api/words/jobs.ts'
import { fifths } from '#core/plan/chance.ts'
import type { PlanFrom } from '#core/plan/jobs.ts'
import { roundedUp, type Plan } from '#core/plan/problem.ts'
import type { Chances } from '#web/workers/plan.worker.ts'
import { unlikely } from '#web/app/PromisedDays.tsx'
import { machineIn, type PlanNames } from './names.ts'

export function Dates({
  data,
  from,
  plan,
  names,
  chances,
  searching,
}: {
  data: PlanAnswer
  from: PlanFrom
  plan: Plan
  names: PlanNames
  chances: Chances | undefined
  searching: boolean
}) {
  const machine = machineIn(data)
  const rows = from.problem.jobs.flatMap((job, j) => {
    const wanted = data.machines.find((m) => m.id === job.id)?.wanted
    if (!wanted || job.due === undefined) return []
    const own = from.problem.steps.flatMap((s, i) => (s.job === j ? [{ s, laid: plan[i] }] : []))
    const whole = own.every((o) => o.laid)
    const end = Math.max(
      ...own.map(({ s, laid }) =>
        laid ? laid.at + roundedUp(s.hands, from.problem.tick) + (s.runs?.minutes ?? 0) : 0,
      ),
    )
    const seen = from.steps.filter((s, i) => from.problem.steps[i]?.job === j && s.from.by === 'house').length
    const late = !whole || end > job.due
    const chance = chances?.chances[j]
    const warn = late || (wanted.promised && chance !== undefined && chance < unlikely)
    return [{ j, job, wanted, whole, end, late, warn, seen, of: own.length }]
  })
  // What may not hold comes first, then by its day.
  rows.sort((a, b) => Number(b.warn) - Number(a.warn) || (a.job.due ?? 0) - (b.job.due ?? 0))
  if (rows.length === 0) return null
  return (
    <section aria-label="Dates" className="space-y-2">
      <h3 className="font-bold">Whether the days hold</h3>
      <ul>
        {rows.map(({ j, job, wanted, whole, end, late, warn, seen, of }) => {
          const { name, number } = machine(job.id)
          const chance = chances?.chances[j]
          const help = chances?.helps[j]
          return (
            <li key={job.id} className="border-hair border-b py-1.5">
              <Link to={`/machines/${job.id}`} className="hover:underline">
                {name} <span className="num text-13">{number}</span>
              </Link>{' '}
              {wantedWords(wanted)}:{' '}
              <span className={warn ? 'text-copper font-bold' : ''}>
                {whole
                  ? `ready ${names.when(end)}${late ? ', too late' : ''}`
                  : 'not all of it finds room in these evenings'}
                {chance === undefined
                  ? searching
                    ? ''
                    : ', chance being reckoned'
                  : `, ${chanceWords(chance)}`}
              </span>
              .
              {help && chance !== undefined && fifths(help.chance) > fifths(chance) && (
                <span className="block">{helpWords(help)}</span>
              )}
              {seen > 0 && (
                <span className="text-13 text-quiet block">
                  Minutes measured in this house are behind {seen} of {of} steps.
                </span>
              )}
            </li>
          )
        })}
      </ul>
      <p className="text-13 text-quiet">
        {chances
          ? `From ${chances.draws} draws of how long things take, who comes and whether the sun shines. `
          : ''}
        Where no minutes of this house are named, house figures are behind it.
      </p>
    </section>
  )
}
