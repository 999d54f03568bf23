/** Why a step is not earlier, and what a date’s chance is. */
import { jStat } from 'jstat'
import { describe, expect, it } from 'vitest'
import { aJob, aStep, evenings, workshopOf } from '#core/testing/plan-instances.ts'
import { chancesOf, mostHelp, sigmaOf } from './chance.ts'
import type { Plan, PlanProblem } from './problem.ts'
import { Layer } from './lay.ts'
import { whyNever } from './never.ts'
import { planned } from './search.ts'
import { barsAt, lyings, whyNotEarlier, type Bar } from './why.ts'

const day = 1440
const base: PlanProblem = {
  tick: 5,
  sessions: evenings(2, () => [0, 1], { apart: 2 }),
  people: [
    { id: 'ada', may: new Set(['mains']) },
    { id: 'bo', may: new Set() },
  ],
  places: [{ sort: 'bench', holds: 1 }],
  jobs: [aJob('a'), aJob('b')],
  steps: [],
}
const whyOf = (more: Partial<PlanProblem>, step: number) => {
  const problem = { ...base, ...more }
  const { plan } = planned(problem, { seed: 1, iterations: 200 })
  return whyNotEarlier(problem, plan, step).bars.map((b) => b.why)
}

describe('why not earlier', () => {
  it.each<[string, Partial<PlanProblem>, string[]]>([
    [
      'it dries',
      {
        steps: [
          aStep({ id: 'wash', hands: 30 }),
          aStep({ id: 'fit', hands: 30, after: [{ step: 0, least: day }] }),
        ],
      },
      ['wait before'],
    ],
    [
      'the authorised person comes only later',
      {
        sessions: evenings(2, (n) => (n === 0 ? [1] : [0, 1])),
        steps: [aStep({ id: 'x', hands: 30 }), aStep({ id: 'mains', job: 1, hands: 30, authority: 'mains' })],
      },
      ['comes only'],
    ],
    [
      'the only authorised person is busy',
      {
        steps: [
          aStep({ id: 'x', hands: 60, authority: 'mains' }),
          aStep({ id: 'mains', job: 1, hands: 60, authority: 'mains' }),
        ],
      },
      ['authorised only', 'busy with'],
    ],
    [
      'the bench is taken',
      {
        people: [...base.people, { id: 'cai', may: new Set<string>() }],
        sessions: evenings(2, () => [0, 1, 2], { apart: 2 }),
        steps: [aStep({ id: 'x', hands: 60, place: 0 }), aStep({ id: 'y', job: 1, hands: 60, place: 0 })],
      },
      ['place'],
    ],
    [
      'the record keeps it',
      { steps: [aStep({ id: 'y', hands: 5 }), aStep({ id: 'x', hands: 60, notBefore: 60 })] },
      ['not before'],
    ],
    [
      'there is no second person',
      {
        sessions: evenings(2, (n) => (n === 0 ? [0] : [0, 1])),
        steps: [aStep({ id: 'y', hands: 5 }), aStep({ id: 'x', hands: 60, authority: 'mains', pair: true })],
      },
      ['second person'],
    ],
  ])('%s', (_, more, expected) => expect(whyOf(more, 1)).toEqual(expected))

  it('names all that bars it: without that it could begin there, in 40 workshops', () => {
    let looked = 0
    for (let seed = 1; seed <= 40; seed++) {
      const problem = workshopOf(seed, { machines: 6, people: 4, evenings: 3 })
      const { plan } = planned(problem, { seed, iterations: 40 })
      plan.forEach((laid, i) => {
        const { at, bars } = whyNotEarlier(problem, plan, i)
        if (!laid || at === undefined || bars.length === 0) return
        looked++
        const freed = without(problem, plan, i, at, bars)
        expect([seed, i, barsAt(freed.problem, freed.plan, i, at)]).toEqual([seed, i, []])
      })
    }
    expect(looked).toBeGreaterThan(200)
  })
})

/** The same without what was named: steps taken off, people there, a place more, light all day. */
function without(problem: PlanProblem, plan: Plan, step: number, at: number, bars: readonly Bar[]) {
  const gone = new Set<number>()
  const whys = new Set(bars.map((b) => b.why))
  const hands = Math.ceil((problem.steps[step]?.hands ?? 0) / problem.tick) * problem.tick
  const runs = problem.steps[step]?.runs?.minutes ?? 0
  const everyone = problem.people.map((_, p) => p)
  for (const b of bars) {
    if (b.why === 'busy with' || b.why === 'nobody to look after it')
      plan.forEach((laid, i) => {
        const s = problem.steps[i]
        const end =
          (laid?.at ?? 0) + Math.ceil((s?.hands ?? 0) / problem.tick) * problem.tick + (s?.runs?.minutes ?? 0)
        if (i !== step && laid && laid.at < at + hands + runs && end > at) gone.add(i)
      })
    if (b.why === 'step before') gone.add(b.step)
    if (b.why === 'machine in hand')
      problem.steps.forEach((s, i) => {
        if (i !== step && s.job === problem.steps[step]?.job) gone.add(i)
      })
    if (b.why === 'gear')
      problem.steps.forEach((s, i) => {
        if (i !== step && s.gear === b.gear) gone.add(i)
      })
    if (b.why === 'place') {
      const there = new Set(lyings(problem, plan).flatMap((l) => (l.place === b.place ? [l.piece] : [])))
      problem.steps.forEach((s, i) => {
        if (there.has(s.piece) && s.piece !== problem.steps[step]?.piece) gone.add(i)
      })
    }
  }
  // Where one step of a piece is gone, the piece is: it would lie about otherwise.
  const pieces = new Set([...gone].map((i) => problem.steps[i]?.piece))
  problem.steps.forEach((s, i) => {
    if (pieces.has(s.piece) && s.piece !== problem.steps[step]?.piece) gone.add(i)
  })
  const may = problem.steps[step]?.authority
  return {
    problem: {
      ...problem,
      people: problem.people.map((p) =>
        whys.has('authorised only') && may ? { ...p, may: new Set([...p.may, may]) } : p,
      ),
      sessions: problem.sessions.map((s) => ({
        ...s,
        people: whys.has('comes only') || whys.has('second person') ? everyone : s.people,
        sun: whys.has('daylight') ? [{ from: s.from, to: s.to + day }] : s.sun,
      })),
      steps: problem.steps.map((s, i) =>
        i === step
          ? {
              ...s,
              notBefore: whys.has('not before') ? undefined : s.notBefore,
              after: whys.has('wait before') || whys.has('step before') ? [] : s.after,
              tonight: whys.has('most-gap after') ? false : s.tonight,
            }
          : whys.has('most-gap after')
            ? { ...s, after: s.after.map(({ step: from, least }) => ({ step: from, least })) }
            : s,
      ),
    },
    plan: plan.map((laid, i) => (gone.has(i) ? undefined : laid)),
  }
}

describe('the chance of a date', () => {
  const how = { seed: 5, draws: 400, comes: () => 1, sunny: 1 }
  it('takes its spread from the median and the 80 % point (checked by a statistics library)', () => {
    expect(sigmaOf(60 / 40)).toBeCloseTo(0.482, 3)
    expect(jStat.lognormal.inv(0.8, Math.log(40), sigmaOf(1.5))).toBeCloseTo(60, 2)
  })
  it('is that of a lognormal duration, shared optimism included', () => {
    // One step of 60 minutes, due after 90: P(60·e^N(0, σ² + 0.15²) ≤ 90), rounded up to ticks of one minute.
    const problem: PlanProblem = {
      ...base,
      tick: 1,
      sessions: evenings(1, () => [0], { minutes: 600 }),
      jobs: [aJob('a', { due: 90 })],
      steps: [aStep({ id: 'x', hands: 60, spread: 1.5 })],
    }
    const { plan } = planned(problem, { seed: 1, iterations: 1 })
    const sigma = Math.hypot(sigmaOf(1.5), 0.15)
    const expected = jStat.lognormal.cdf(90, Math.log(60), sigma)
    expect(chancesOf(problem, plan, { ...how, draws: 2000 })[0]).toBeCloseTo(expected, 1)
    expect(Math.abs((chancesOf(problem, plan, { ...how, draws: 2000 })[0] ?? 0) - expected)).toBeLessThan(
      0.03,
    )
  })
  it('is that of somebody coming, and says what would help', () => {
    const problem: PlanProblem = {
      ...base,
      sessions: evenings(2, () => [0, 1], { apart: 7 }),
      jobs: [aJob('a', { due: 180 + 7 * day, promised: true })],
      steps: [aStep({ id: 'x', hands: 150, authority: 'mains', spread: 1 })],
    }
    const { plan } = planned(problem, { seed: 1, iterations: 1 })
    const half = { ...how, draws: 600, comes: (p: number) => (p === 0 ? 0.5 : 1) }
    const now = chancesOf(problem, plan, half)[0] ?? 0
    // Twice he may come: 3 of 4, less the draws in which it takes longer than the evening.
    expect(now).toBeGreaterThan(0.55)
    expect(now).toBeLessThan(0.78)
    const helped = mostHelp(problem, plan, half, 0, now)
    expect(helped?.help).toEqual({ by: 'another authorised person', authority: 'mains' })
    expect(helped?.chance).toBeGreaterThan(now + 0.1)
  })
})

describe('why a step is in none of these evenings', () => {
  const one = aStep({ id: 'x', hands: 30 })
  it.each<[string, Partial<PlanProblem>]>([
    ['not before', { steps: [aStep({ id: 'x', hands: 30, notBefore: 30 * day })] }],
    ['nobody authorised', { steps: [aStep({ id: 'x', hands: 30, authority: 'lithium' })] }],
    [
      'second person',
      { sessions: evenings(2, () => [0]), steps: [aStep({ id: 'x', hands: 30, pair: true })] },
    ],
    ['too long', { steps: [aStep({ id: 'x', hands: 30, runs: { minutes: 200, minded: true } })] }],
    ['no sun', { steps: [aStep({ id: 'x', hands: 30, sun: true })] }],
    ['no place', { places: [{ sort: 'sink', holds: 0 }], steps: [aStep({ id: 'x', hands: 30, place: 0 })] }],
    [
      'together',
      {
        sessions: evenings(2, (n) => (n === 0 ? [0] : [1]), { sun: true }).map((s, n) =>
          n === 0 ? { ...s, sun: [] } : s,
        ),
        steps: [aStep({ id: 'x', hands: 30, authority: 'mains', sun: true })],
      },
    ],
  ])('%s', (expected, more) => {
    const problem = { ...base, ...more }
    const { hopeless } = new Layer(problem)
    expect([...hopeless]).toEqual([0])
    expect(whyNever(problem, 0, hopeless).why).toBe(expected)
  })
  it('follows something that is in none', () => {
    const steps = [
      aStep({ id: 'x', hands: 30, authority: 'lithium' }),
      { ...one, after: [{ step: 0, least: 0 }] },
    ]
    const problem = { ...base, steps }
    const { hopeless } = new Layer(problem)
    expect(whyNever(problem, 1, hopeless)).toEqual({ why: 'follows', step: 0 })
  })
})
