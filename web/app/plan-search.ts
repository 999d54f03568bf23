/** A plan that is being looked for while it is looked at: on Plan, and for promised days on Bench. */
import { useEffect, useState } from 'react'
import type { PlanAnswer } from '#api/plan.ts'
import type { Attendance } from '#core/plan/evenings.ts'
import type { Often } from '#core/history/bodies/evening.ts'
import type { PlanFrom } from '#core/plan/jobs.ts'
import type { Found } from '#core/plan/search.ts'
import type { Chances, PlanAsk, PlanSays } from '#web/workers/plan.worker.ts'

/** That somebody comes: who said so, and who usually does. House figures. */
const said = 0.95
const usual: Readonly<Record<Often, number>> = { 'nearly always': 0.95, mostly: 0.85, 'now and then': 0.5 }
export const chanceToCome = (comes: Attendance, often: Often = 'mostly'): number =>
  comes === 'comes' ? said : comes === 'usually' ? usual[often] : 0
/** That the sun shines in a session. House figure. */
const sunny = 0.6

/** Plans that are tried, by how many steps there are: about ten seconds at most. */
const iterationsFor = (steps: number): number => (steps <= 15 ? 8000 : steps <= 40 ? 20_000 : 30_000)

export interface Search {
  readonly found: Found | undefined
  readonly searching: boolean
  readonly state: 'goes' | 'over' | 'stopped' | 'broken'
  readonly chances: Chances | undefined
  readonly stop: () => void
}

/** Looks again whenever the problem is another one. */
export function usePlanSearch(
  from: PlanFrom,
  evenings: PlanAnswer['evenings'],
  people: PlanAnswer['people'],
  iterations = iterationsFor(from.problem.steps.length),
): Search {
  const [state, setState] = useState<{
    of: PlanFrom
    found?: Found
    state: Search['state']
    chances?: Chances
  }>()
  const [worker, setWorker] = useState<Worker>()
  const possible = from.problem.steps.length > 0 && from.problem.sessions.length > 0
  useEffect(() => {
    if (!possible) return undefined
    const made = new Worker(new URL('../workers/plan.worker.ts', import.meta.url), { type: 'module' })
    made.onmessage = ({ data }: MessageEvent<PlanSays>) =>
      setState((now) => {
        const same = now?.of === from ? now : { of: from, state: 'goes' as const }
        return 'found' in data
          ? { ...same, found: data.found, state: data.done ? 'over' : 'goes' }
          : { ...same, chances: data.chances }
      })
    made.onerror = () => setState((now) => ({ ...(now?.of === from ? now : { of: from }), state: 'broken' }))
    made.postMessage({
      problem: from.problem,
      seed: 1,
      iterations,
      sunny,
      comes: people.map(({ party }) =>
        from.days.map((day) => {
          const entry = evenings.find((e) => e.day === day)?.people.find((p) => p.party === party)
          return entry ? chanceToCome(entry.comes, entry.often) : 0
        }),
      ),
    } satisfies PlanAsk)
    setWorker(made)
    return () => made.terminate()
    // People and evenings are part of what the problem was made from.
  }, [from]) // eslint-disable-line react-hooks/exhaustive-deps
  const own = state?.of === from ? state : undefined
  return {
    found: own?.found,
    searching: possible && (own?.state ?? 'goes') === 'goes',
    state: own?.state ?? 'goes',
    chances: own?.chances,
    stop: () => {
      worker?.terminate()
      setState((now) => now && { ...now, state: 'stopped' })
    },
  }
}
