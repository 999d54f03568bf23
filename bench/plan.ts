/**
 * plan: a published job shop; small workshops against a mixed-integer solver; the spread of seeds; the same bytes on a busy machine;
 * planning again after somebody called off; an independent checker; draws; the first plan. Limits are in tries, seconds are printed.
 */
import { execFileSync, spawn } from 'node:child_process'
import { createHash } from 'node:crypto'
import highsLoader from 'highs'
import { aims } from '#core/plan/aim.ts'
import { chancesOf } from '#core/plan/chance.ts'
import type { PlanProblem } from '#core/plan/problem.ts'
import { planned, search, type Found } from '#core/plan/search.ts'
import { whyNotEarlier } from '#core/plan/why.ts'
import { ft06, workshopOf } from '#core/testing/plan-instances.ts'
import { planAsProgram } from '#core/testing/plan-program.ts'
import { violations } from '#core/testing/plan-checker.ts'
import { failures, median, percentile, print, timeMs } from './measure.ts'

/** Seeds from here on were not looked at while the search was made. */
const firstSeed = Number(process.env['PLAN_SEED'] ?? 31_415_926)
const endsAt = aims.indexOf('ends')
const lateAt = aims.indexOf('days late')
const leftAt = aims.indexOf('left over')
const changedAt = aims.indexOf('told steps changed')
const missedAt = aims.indexOf('promised dates missed')

const bytesOf = (seed: number): string =>
  createHash('sha256')
    .update(JSON.stringify(planned(workshopOf(seed, twenty), { seed: 1, iterations: 1500 })))
    .digest('hex')
const twenty = { machines: 20, people: 6, evenings: 6 } as const
const sizeOf = ({ steps, people, sessions }: PlanProblem) =>
  `${steps.length} steps, ${people.length} people, ${sessions.length} evenings`

if (process.argv[2] === 'bytes') {
  console.log(bytesOf(Number(process.argv[3])))
  process.exit(0)
}

{
  const iterations = 10_000
  const times: number[] = []
  const ends = Array.from({ length: 20 }, (_, n) => {
    const began = performance.now()
    const found = planned(ft06(), { seed: n + 1, iterations })
    times.push(performance.now() - began)
    return found.score[endsAt] ?? 0
  })
  print({
    name: 'plan-ft06',
    value: Math.max(...ends),
    unit: `longest makespan of seeds 1 to 20, ${iterations} tries each; 55 is the shortest there is`,
    limit: 55,
    'seconds, median': median(times) / 1000,
    'seconds, longest': Math.max(...times) / 1000,
  })
}

{
  const highs = await highsLoader()
  const iterations = 60_000
  /** So much weigh a day late and a minute left over against a minute later: each more than all that comes after it. */
  const weights = { late: 10_000_000, left: 1_000 }
  const gaps: number[] = []
  const times: number[] = []
  const solver: number[] = []
  for (let seed = firstSeed; gaps.length < 60; seed++) {
    const size = { machines: 3 + (seed % 2), people: 2 + (seed % 2), evenings: 3, plain: true }
    const problem = workshopOf(seed, size)
    if (problem.steps.length < 9 || problem.steps.length > 14) continue
    const program = planAsProgram(problem, weights)
    let best = 0
    solver.push(
      timeMs(() => (best = highs.solve(program, { output_flag: false, mip_rel_gap: 0 }).ObjectiveValue)),
    )
    let found: Found | undefined
    times.push(timeMs(() => (found = planned(problem, { seed: 1, iterations }))))
    const own = (at: number) => found?.score[at] ?? 0
    const off = own(lateAt) * weights.late + own(leftAt) * weights.left + own(endsAt) - best
    // What comes before the ends has to be as good as it can be; then the ends are compared.
    gaps.push(off > weights.left ? 1 : off / (own(endsAt) - off))
  }
  print({
    name: 'plan-small',
    value: gaps.filter((g) => g > 0.02).length / gaps.length,
    unit: `share of ${gaps.length} workshops of 9 to 14 steps that is more than 2 % off the optimum, ${iterations} tries`,
    against: 'HiGHS, solved to the optimum',
    limit: 0.05,
    'seconds, p95': percentile(times, 0.95) / 1000,
    'seconds of the solver, p95': percentile(solver, 0.95) / 1000,
  })
  print({
    name: 'plan-small-worst',
    value: Math.max(...gaps),
    unit: 'largest gap of them',
    limit: 0.05,
  })
}

{
  // Dates that can hold: what differs is how early all is done.
  const iterations = 30_000
  const spreads: number[] = []
  const times: number[] = []
  let lateDiffer = 0
  const size = { ...twenty, people: 8, evenings: 8, shut: true }
  let of = ''
  for (let n = 0; n < 5; n++) {
    const problem = workshopOf(firstSeed + n, size)
    of = sizeOf(problem)
    const found = [1, 2, 3].map((seed) => {
      let one: Found | undefined
      times.push(timeMs(() => (one = planned(problem, { seed, iterations }))))
      return one?.score ?? []
    })
    if (new Set(found.map((s) => [s[missedAt], s[lateAt], s[leftAt]].join())).size > 1) lateDiffer++
    const ends = found.map((s) => s[endsAt] ?? 0)
    spreads.push(Math.max(...ends) / Math.min(...ends) - 1)
  }
  print({
    name: 'plan-spread',
    value: median(spreads),
    unit: `spread of the ends over three seeds, median of 5 workshops (${of}), ${iterations} tries`,
    limit: 0.03,
    'largest spread': Math.max(...spreads),
    'workshops in which seeds differ in days late or minutes left over': lateDiffer,
    'seconds, median': median(times) / 1000,
  })
}

{
  const busy = [1, 2, 3].map(() => spawn(process.execPath, ['-e', 'for (;;) {}']))
  const other = execFileSync(
    process.execPath,
    ['--import', 'tsx', new URL(import.meta.url).pathname, 'bytes', String(firstSeed)],
    { encoding: 'utf8' },
  ).trim()
  for (const child of busy) child.kill()
  print({
    name: 'plan-identical',
    value: other === bytesOf(firstSeed) ? 0 : 1,
    unit: 'bytes that differ: same seed and tries, once with three busy processes beside it',
    limit: 0,
  })
}

{
  let [changed, forced, missed] = [0, 0, 0]
  for (let n = 0; n < 12; n++) {
    const problem = workshopOf(firstSeed + 100 + n, twenty)
    const before = planned(problem, { seed: 1, iterations: 3000 })
    const who = 1
    const gone = before.plan.findIndex((l) => l?.people.includes(who))
    const session = before.plan[gone]?.session
    if (session === undefined) continue
    const again: PlanProblem = {
      ...problem,
      sessions: problem.sessions.map((s, k) =>
        k === session ? { ...s, people: s.people.filter((p) => p !== who) } : s,
      ),
      steps: problem.steps.map((s, i) => (before.plan[i] ? { ...s, told: before.plan[i] } : s)),
    }
    const after = planned(again, { seed: 1, iterations: 3000 })
    forced += before.plan.filter(
      (l) => l?.session === session && (l.people.includes(who) || l.minder === who),
    ).length
    changed += after.score[changedAt] ?? 0
    missed += Math.max(0, (after.score[missedAt] ?? 0) - (before.score[missedAt] ?? 0))
  }
  print({
    name: 'plan-replan',
    value: changed / forced,
    unit: `told steps that change for each that has to (${changed} for ${forced}): one person misses an evening, 12 workshops of 20 machines`,
    limit: 2.5,
    'promised dates missed that held before': missed,
  })
}

{
  let [found, laid, steps] = [0, 0, 0]
  let [looked, bars, more] = [0, 0, 0]
  for (let n = 0; n < 1000; n++) {
    const size = { machines: 1 + (n % 12), people: 1 + (n % 6), evenings: 1 + (n % 5), tick: n % 2 ? 5 : 15 }
    const problem = workshopOf(firstSeed + 1000 + n, size)
    const { plan } = planned(problem, { seed: n, iterations: 40 })
    found += violations(problem, plan).length
    laid += plan.filter((l) => l !== undefined).length
    steps += plan.length
    if (n % 10 > 0) continue
    plan.forEach((_, i) => {
      const why = whyNotEarlier(problem, plan, i)
      if (why.at === undefined) return
      looked++
      bars += why.bars.length > 0 ? 1 : 0
      more += why.bars.length > 2 ? 1 : 0
    })
  }
  print({
    name: 'plan-checker',
    value: found,
    unit: 'violations found by an independent checker in 1,000 workshops by chance',
    limit: 0,
    'steps laid': laid,
    'of steps': steps,
  })
  print({
    name: 'plan-why',
    value: more / looked,
    unit: `share of ${looked} steps that more than two things hold (two are named)`,
    'share that something holds': bars / looked,
  })
}

{
  const problem = workshopOf(firstSeed, twenty)
  let found: Found | undefined
  const first = timeMs(() => (found = search(problem, { seed: 1, iterations: 1 }).next().value))
  // Beside it: writing and reading the same problem as text, a hundred times.
  const beside = timeMs(() => {
    const text = (p: PlanProblem) => JSON.stringify(p, (_, v: unknown) => (v instanceof Set ? [...v] : v))
    for (let n = 0; n < 100; n++) JSON.parse(text(problem))
  })
  print({
    name: 'plan-first',
    value: first / 1000,
    unit: `s until the first plan, ${sizeOf(problem)}`,
    against: `the problem as text, 100 times: ${(beside / 1000).toFixed(3)} s`,
    ratio: first / beside,
    limit: 3,
  })
  const draws = 200
  const plan = found?.plan ?? []
  const ms = timeMs(() => chancesOf(problem, plan, { seed: 1, draws, comes: () => 0.85, sunny: 0.6 }))
  print({
    name: 'plan-draws',
    value: ms / draws,
    unit: `ms a draw, ${sizeOf(problem)}; 2,000 in ${((ms / draws) * 2).toFixed(1)} s`,
    against: `the first plan: ${first.toFixed(1)} ms`,
    ratio: ms / draws / first,
    limit: 2,
  })
}
process.exit(failures() > 0 ? 1 : 0)
