/**
 * Plans over several evenings: a published job shop, small workshops against a mixed-integer solver, the spread of seeds, the same
 * bytes under load, planning again after somebody called off, an independent checker, draws, and the first plan.
 */
import { fork } from 'node:child_process'
import { createHash } from 'node:crypto'
import highsLoader from 'highs'
import { ft06, workshopOf } from '#core/testing/plan-instances.ts'
import { planAsProgram } from '#core/testing/plan-program.ts'
import { violations } from '#core/testing/plan-checker.ts'
import { aims } from '#core/plan/aim.ts'
import { planned, search } from '#core/plan/search.ts'
import { percentile, print, timeMs } from './measure.ts'

const seconds = (ms: number) => Number((ms / 1000).toFixed(2))
const late = 100_000

{
  const iterations = Number(process.env.FT ?? 40000)
  const times: number[] = []
  const found = Array.from({ length: 20 }, (_, seed) => {
    const began = performance.now()
    const { score } = planned(ft06(), { seed: seed + 1, iterations })
    times.push(performance.now() - began)
    return score[aims.indexOf('ends')]
  })
  console.log(found.join(' '), 'ft06', times.map((t) => Math.round(t)).join(' '))
}
{
  const highs = await highsLoader()
  const gaps: number[] = []
  const times: number[] = []
  for (let seed = 1; gaps.length < 40; seed++) {
    const problem = workshopOf(seed, {
      machines: 3 + (seed % 2),
      people: 2 + (seed % 2),
      evenings: 3,
      plain: true,
    })
    if (problem.steps.length < 9 || problem.steps.length > 14) continue
    const best = highs.solve(planAsProgram(problem, late), {
      output_flag: false,
      log_to_console: false,
    }).ObjectiveValue
    const began = performance.now()
    const { score } = planned(problem, { seed: 1, iterations: Number(process.env.IT ?? 60_000) })
    times.push(performance.now() - began)
    const own = (score[2] ?? 0) * late + (score[aims.indexOf('ends')] ?? 0)
    gaps.push(own / best - 1)
  }
  console.log('small', gaps.map((g) => (100 * g).toFixed(2)).join(' '), 'p95 ms', percentile(times, 0.95))
}
for (const machines of (process.env.M ?? '8,20').split(',').map(Number)) {
  const problem = workshopOf(1000 + machines, { machines, people: 2 + Math.floor(machines / 5), evenings: 6 })
  const first = timeMs(() => search(problem, { seed: 1, iterations: 1 }).next())
  const began = performance.now()
  const found = [1, 2, 3].map((seed) => planned(problem, { seed, iterations: 20_000 }))
  console.log(
    machines,
    problem.steps.length,
    'first',
    first,
    's',
    seconds((performance.now() - began) / 3),
    found.map((f) => f.score.join(',')),
    found.map((f) => f.plan.filter((x) => x === undefined).length),
    found.map((f) => violations(problem, f.plan).length),
  )
}
void [fork, createHash, print]
