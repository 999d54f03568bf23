/** Whether the days that machines are wanted by hold, in fifths, and what would help most. */
import { roundedUp, type Plan } from '#core/plan/problem.ts'
import { fifths } from '#core/plan/chance.ts'
import { say } from '#api/words/say.ts'
import { Link } from 'react-router'
import type { PlanAnswer } from '#api/plan.ts'
import { chanceWords, helpWords, wantedWords } from '#api/words/jobs.ts'
import type { PlanFrom } from '#core/plan/jobs.ts'
import type { Chances } from '#web/workers/plan.worker.ts'
import { unlikely } from '#web/app/PromisedDays.tsx'
import { machineIn, type PlanNames } from './names.ts'

interface Dating {
  readonly data: PlanAnswer
  readonly from: PlanFrom
  readonly plan: Plan
  readonly names: PlanNames
  readonly chances: Chances | undefined
  readonly searching: boolean
}

/** A job of a machine that is wanted by a day: when it is over, and whether that may be too late. */
function datedJobs({ data, from, plan, chances }: Dating) {
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
    return [{ job, wanted, whole, end, late, warn, seen, of: own.length, chance, help: chances?.helps[j] }]
  })
  // What may not hold comes first, then by its day.
  return rows.sort((a, b) => Number(b.warn) - Number(a.warn) || (a.job.due ?? 0) - (b.job.due ?? 0))
}

export function Dates(dating: Dating) {
  const { chances } = dating
  const rows = datedJobs(dating)
  if (rows.length === 0) return null
  return (
    <section aria-label={say('Dates')} className="space-y-2">
      <h3 className="font-bold">{say('Whether the days hold')}</h3>
      <ul>
        {rows.map((row) => (
          <DateRow key={row.job.id} row={row} {...dating} />
        ))}
      </ul>
      <p className="text-13 text-quiet">
        {chances &&
          say('From {draws} draws of how long things take, who comes and whether the sun shines.', {
            draws: chances.draws,
          })}{' '}
        {say('Where no minutes of this house are named, house figures are behind it.')}
      </p>
    </section>
  )
}

function DateRow({
  row: { job, wanted, whole, end, late, warn, seen, of, chance, help },
  data,
  names,
  searching,
}: Dating & { row: ReturnType<typeof datedJobs>[number] }) {
  const { name, number } = machineIn(data)(job.id)
  return (
    <li className="border-hair border-b py-1.5">
      <Link to={`/machines/${job.id}`} className="hover:underline">
        {name} <span className="num text-13">{number}</span>
      </Link>{' '}
      {wantedWords(wanted)}:{' '}
      <span className={warn ? 'text-copper font-bold' : ''}>
        {whole
          ? late
            ? say('ready {when}, too late', { when: names.when(end) })
            : say('ready {when}', { when: names.when(end) })
          : say('not all of it finds room in these evenings')}
        {chance === undefined
          ? searching
            ? ''
            : `, ${say('chance being calculated')}`
          : `, ${chanceWords(chance)}`}
      </span>
      .
      {help && chance !== undefined && fifths(help.chance) > fifths(chance) && (
        <span className="block">{helpWords(help)}</span>
      )}
      {seen > 0 && (
        <span className="text-13 text-quiet block">
          {say('Minutes measured in this house are behind {seen} of {of} steps.', { seen, of })}
        </span>
      )}
    </li>
  )
}
