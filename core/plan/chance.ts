/**
 * Whether dates hold: the plan tried many times with other durations, other people there, other weather. Its order and its people stay;
 * what does not fit slides. Durations are lognormal, σ = ln(80 % ÷ median) / 0.8416, times one factor that all share in a draw.
 */
import { dice, type Dice } from '#core/quantity/dice.ts'
import { genesOf } from './search.ts'
import { Layer } from './lay.ts'
import type { Plan, PlanProblem, PlanSession } from './problem.ts'

/** The 80 % point of the standard normal distribution. */
export const z80 = 0.8416
/** Spread of the factor that all durations of a draw share: people are too hopeful about all of them at once. House figure. */
const shared = 0.15

export interface Drawing {
  readonly seed: number
  readonly draws: number
  /** That somebody comes to a session they are down for. */
  readonly comes: (person: number, session: number) => number
  /** That the sun shines in a session. House figure. */
  readonly sunny: number
}

export const sigmaOf = (spread: number): number => Math.log(Math.max(1, spread)) / z80
/** Standard normal, by Box and Muller. */
const normal = (roll: Dice) =>
  Math.sqrt(-2 * Math.log(Math.max(roll(), 1e-12))) * Math.cos(2 * Math.PI * roll())

/** By job: the share of draws in which all of it is done by its date; undefined for a job without one. */
export function chancesOf(problem: PlanProblem, plan: Plan, how: Drawing): (number | undefined)[] {
  const held = problem.jobs.map(() => 0)
  for (let n = 0; n < how.draws; n++) {
    const ends = endsOf(drawn(problem, how, n), plan)
    problem.jobs.forEach(({ due }, j) => {
      const end = ends[j]
      if (due !== undefined && end !== undefined && end <= due) held[j] = (held[j] ?? 0) + 1
    })
  }
  return problem.jobs.map(({ due }, j) => (due === undefined ? undefined : (held[j] ?? 0) / how.draws))
}

/** The problem as one draw has it. Every person, session and step has its own numbers: what is added to it changes none of the others. */
function drawn(problem: PlanProblem, { seed, comes, sunny }: Drawing, n: number): PlanProblem {
  const at = (a: number, b: number) => dice(((seed * 1_000_003 + n) * 8191 + a * 131 + b) >>> 0)
  const common = Math.exp(shared * normal(at(0, 0)))
  return {
    ...problem,
    steps: problem.steps.map((s, i) => ({
      ...s,
      told: undefined,
      hands: s.pinned ? s.hands : s.hands * common * Math.exp(sigmaOf(s.spread) * normal(at(1, i))),
    })),
    sessions: problem.sessions.map((session, k): PlanSession => {
      const key = Math.round(session.from)
      return {
        ...session,
        people: session.people.filter((p) => at(2 + p, key)() < comes(p, k)),
        sun: at(1000, key)() < sunny ? session.sun : [],
      }
    }),
  }
}

/** By job: when all of it is done; undefined where it is not, in these sessions. */
function endsOf(problem: PlanProblem, plan: Plan): (number | undefined)[] {
  const layer = new Layer(problem, { unsorted: true })
  const genes = genesOf(layer.groups, plan)
  plan.forEach((laid, i) => {
    // Somebody who did not come is stood in for by whoever may.
    if (laid && !problem.sessions[laid.session]?.people.includes(laid.people[0] ?? -1)) genes.person[i] = -1
    if (laid && !problem.sessions[laid.session]?.people.includes(laid.people[1] ?? -1)) genes.second[i] = -1
  })
  layer.lay(genes)
  const ends: (number | undefined)[] = problem.jobs.map(() => 0)
  layer.plan().forEach((laid, i) => {
    const s = problem.steps[i]
    if (!s) return
    const end = laid && laid.at + s.hands + (s.runs?.minutes ?? 0)
    const known = ends[s.job]
    ends[s.job] = end === undefined || known === undefined ? undefined : Math.max(known, end)
  })
  return ends
}

export type Help =
  | { readonly by: 'one more evening' }
  | { readonly by: 'another authorised person'; readonly authority: string }
  | { readonly by: 'what is waited for' }

export interface Helped {
  readonly help: Help
  readonly chance: number
}

/** Less than this is not worth naming. */
const worthNaming = 0.1

/** What would help a date most: tried one at a time with the same draws; undefined where nothing does. */
export function mostHelp(
  problem: PlanProblem,
  plan: Plan,
  how: Drawing,
  job: number,
  now: number,
): Helped | undefined {
  const steps = problem.steps.filter((s) => s.job === job)
  const tried: { help: Help; problem: PlanProblem; plan: Plan; how: Drawing }[] = []
  const more = withOneMore(problem, plan, how, job)
  if (more) tried.push({ help: { by: 'one more evening' }, ...more })
  for (const authority of new Set(steps.flatMap((s) => s.authority ?? [])))
    if (problem.people.some((p) => !p.may.has(authority)))
      tried.push({
        help: { by: 'another authorised person', authority },
        problem: {
          ...problem,
          people: problem.people.map((p) => ({ ...p, may: new Set([...p.may, authority]) })),
        },
        plan: plan.map((laid, i) =>
          problem.steps[i]?.authority === authority && laid ? { ...laid, people: [] } : laid,
        ),
        how,
      })
  if (steps.some((s) => s.notBefore !== undefined))
    tried.push({
      help: { by: 'what is waited for' },
      problem: {
        ...problem,
        steps: problem.steps.map((s) => (s.job === job ? { ...s, notBefore: undefined } : s)),
      },
      plan,
      how,
    })
  return tried
    .map((t) => ({ help: t.help, chance: chancesOf(t.problem, t.plan, t.how)[job] ?? 0 }))
    .filter((t) => t.chance >= now + worthNaming)
    .sort((a, b) => b.chance - a.chance)[0]
}

/** One session more in the widest gap before the date, with the people of the one before it. */
function withOneMore(problem: PlanProblem, plan: Plan, how: Drawing, job: number) {
  const due = problem.jobs[job]?.due ?? 0
  const gaps = problem.sessions.flatMap((s, n) => {
    const next = problem.sessions[n + 1]?.from ?? due
    const from = s.from + Math.round((next - s.from) / 2 / 1440) * 1440
    return from >= s.to && from + (s.to - s.from) <= Math.min(next, due)
      ? [{ n, from, wide: next - s.to }]
      : []
  })
  const gap = gaps.sort((a, b) => b.wide - a.wide)[0]
  const like = gap && problem.sessions[gap.n]
  if (!gap || !like) return undefined
  const shift = gap.from - like.from
  const session: PlanSession = {
    from: gap.from,
    to: like.to + shift,
    people: like.people,
    sun: like.sun.map((s) => ({ from: s.from + shift, to: s.to + shift })),
  }
  const later = (n: number) => (n > gap.n ? n + 1 : n)
  return {
    problem: {
      ...problem,
      sessions: [...problem.sessions.slice(0, gap.n + 1), session, ...problem.sessions.slice(gap.n + 1)],
    },
    plan: plan.map((laid) => laid && { ...laid, session: later(laid.session) }),
    how: {
      ...how,
      comes: (p: number, k: number) => how.comes(p, k <= gap.n ? k : k - 1),
    },
  }
}

/** 0.83 → 4: of five such plans, so many hold. */
export const fifths = (chance: number): number => Math.round(chance * 5)
