/** What was found: a sentence, the lanes by person, machine or place, and where a step was let go. */
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import type { PlanAnswer, PlanPerson } from '#api/plan.ts'
import { count } from '#api/words/lists.ts'
import type { PlanFrom } from '#core/plan/jobs.ts'
import type { Plan } from '#core/plan/problem.ts'
import { Act } from '#web/ui/Forms.tsx'
import { lanesOf, type LanesBy } from './lane-bars.ts'
import { Lanes } from './Lanes.tsx'
import type { PlanNames } from './names.ts'
import type { Search } from '#web/app/plan-search.ts'

const switches: readonly { readonly by: LanesBy; readonly label: string }[] = [
  { by: 'people', label: say('By person') },
  { by: 'machines', label: say('By machine') },
  { by: 'places', label: say('By place') },
]

const looking = {
  goes: say('Still looking for a better one.'),
  over: say('Nothing better was found.'),
  stopped: say('Looking was stopped.'),
  broken: say('Looking broke off; what was found stands. Load the page again to look on.'),
} as const

export function PlanLanes({
  data,
  from,
  plan,
  names,
  search,
  chosen,
  onChoose,
  onMove,
}: {
  data: PlanAnswer
  from: PlanFrom
  plan: Plan
  names: PlanNames
  search: Search
  chosen: number | undefined
  onChoose: (step: number) => void
  onMove: ((step: number, day: string, person: PlanPerson | undefined) => void) | undefined
}) {
  const [by, setBy] = useState<LanesBy>('people')
  const placed = plan.filter((l) => l !== undefined).length
  const evenings = new Set(plan.flatMap((l) => (l ? [l.session] : []))).size
  return (
    <>
      <PlanSaid placed={placed} evenings={evenings} from={from} search={search} />
      {search.searching && (
        <p>
          <Act onClick={search.stop}>{say('Stop looking')}</Act>
        </p>
      )}
      <div className="flex flex-wrap items-center gap-x-6 gap-y-2">
        <div role="radiogroup" aria-label={say('Lanes')} className="flex gap-x-4">
          {switches.map((s) => (
            <label key={s.by} className="flex min-h-8 items-center gap-2">
              <input type="radio" name="lanes" checked={by === s.by} onChange={() => setBy(s.by)} />
              {s.label}
            </label>
          ))}
        </div>
        <span className="text-13 text-quiet">
          {data.sunKnown
            ? say(
                'Solid: hands. Dashed: goes on by itself. Shaded: sun. Choose a step to see why it is then.',
              )
            : say(
                'Solid: hands. Dashed: goes on by itself. Shaded: sun (not calculated: the position of the house is not recorded). Choose a step to see why it is then.',
              )}
        </span>
      </div>
      <Lanes
        sessions={from.days.map((day, n) => ({
          day,
          ...(from.problem.sessions[n] ?? { from: 0, to: 1, sun: [] }),
        }))}
        lanes={lanesOf(by, from, plan, names)}
        chosen={chosen}
        onChoose={onChoose}
        onDrop={
          onMove && by === 'people'
            ? (step, lane, session) => {
                const day = from.days[session]
                if (day !== undefined)
                  onMove(
                    step,
                    day,
                    data.people.find((p) => p.party === lane),
                  )
              }
            : undefined
        }
      />
    </>
  )
}

function PlanSaid({
  placed,
  evenings,
  from,
  search,
}: {
  placed: number
  evenings: number
  from: PlanFrom
  search: Search
}) {
  return (
    <p className="font-display text-18 font-semibold">
      {placed === 0
        ? say('Nothing finds room in these evenings.')
        : placed < from.steps.length
          ? say('{placed} on {evenings}; {steps} not in these evenings.', {
              placed: count(placed, 'step'),
              evenings: count(evenings, 'evening'),
              steps: count(from.steps.length - placed, 'step'),
            })
          : say('{placed} on {evenings}.', {
              placed: count(placed, 'step'),
              evenings: count(evenings, 'evening'),
            })}{' '}
      <span className="font-text text-15 text-quiet font-normal" role="status">
        {looking[search.state]}
      </span>
    </p>
  )
}
