/** Looks for a plan away from the thread that draws: the first at once, then better ones; then the chances of its dates. Whoever asked ends it. */
import { chancesOf, mostHelp, type Drawing, type Helped } from '#core/plan/chance.ts'
import type { PlanProblem } from '#core/plan/problem.ts'
import { search, type Found } from '#core/plan/search.ts'

export interface PlanAsk {
  readonly problem: PlanProblem
  readonly seed: number
  readonly iterations: number
  /** By person, then session. */
  readonly comes: readonly (readonly number[])[]
  readonly sunny: number
}
export interface Chances {
  readonly draws: number
  /** By job. */
  readonly chances: readonly (number | undefined)[]
  readonly helps: readonly (Helped | undefined)[]
}
export type PlanSays =
  { readonly found: Found; readonly done: boolean } | { readonly chances: Chances; readonly done: boolean }

/** The first draws are shown at once; they are right within about 7 points, the others within 2. */
const draws = [200, 2000] as const
/** So many tries without anything better end the search. */
const patience = 6000
/** Below this a date is worth help. */
const unlikely = 0.8

const post = (says: PlanSays) => self.postMessage(says)

self.onmessage = ({ data }: MessageEvent<PlanAsk>) => {
  const { problem, seed, iterations, comes, sunny } = data
  const run = search(problem, { seed, iterations, every: 100 })
  let found: Found
  for (;;) {
    const { value, done } = run.next()
    found = value
    const over = done === true || value.unchanged > patience
    post({ found, done: over })
    if (over) break
  }
  const drawing = (n: number): Drawing => ({
    seed,
    draws: n,
    sunny,
    comes: (person, session) => comes[person]?.[session] ?? 1,
  })
  let helps: (Helped | undefined)[] = problem.jobs.map(() => undefined)
  for (const n of draws) {
    const chances = chancesOf(problem, found.plan, drawing(n))
    if (n === draws[0])
      helps = chances.map((chance, job) =>
        chance !== undefined && chance < unlikely
          ? mostHelp(problem, found.plan, drawing(n), job, chance)
          : undefined,
      )
    post({ chances: { draws: n, chances, helps }, done: n === draws.at(-1) })
  }
}
