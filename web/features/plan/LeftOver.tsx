/** What finds no room in these evenings, and what finds none in any. */
import { say } from '#api/words/say.ts'
import { neverWords } from '#api/words/jobs.ts'
import { whyNever } from '#core/plan/never.ts'
import type { PlanFrom } from '#core/plan/jobs.ts'
import { Layer } from '#core/plan/lay.ts'
import type { Plan } from '#core/plan/problem.ts'
import { useMemo } from 'react'
import type { PlanNames } from './names.ts'

export function LeftOver({ from, plan, names }: { from: PlanFrom; plan: Plan; names: PlanNames }) {
  const hopeless = useMemo(() => new Layer(from.problem).hopeless, [from])
  const left = plan.flatMap((laid, i) => (laid ? [] : [i]))
  if (left.length === 0) return null
  const bars = { step: names.step, when: names.when, place: names.place }
  return (
    <section aria-label={say('Not in these evenings')} className="space-y-1">
      <h3 className="font-bold">{say('Not in these evenings')}</h3>
      <ul>
        {left.map((i) => (
          <li key={i} className="border-hair border-b py-1">
            {names.stepOn(i)}
            {hopeless.has(i) && (
              <span className="text-quiet">: {neverWords(whyNever(from.problem, i, hopeless), bars)}</span>
            )}
          </li>
        ))}
      </ul>
    </section>
  )
}
