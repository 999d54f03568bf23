/**
 * Why a step is not earlier: what bars it at the latest moment before, inside of a session, where it would fit in length, all others
 * staying where they are. Nothing barring it, it is later on purpose, and the aim that would lose by moving it is named.
 */
import { differ, scorerOf, type Aim, aims } from './aim.ts'
import {
  mostMinded,
  roundedUp,
  rulerOf,
  type Laid,
  type Plan,
  type PlanProblem,
  type PlanStep,
} from './problem.ts'

export type Bar =
  /** What comes before runs, or is waited for, until then. */
  | { readonly why: 'wait before'; readonly step: number; readonly until: number }
  | { readonly why: 'step before'; readonly step: number }
  /** The record keeps it until then. */
  | { readonly why: 'not before'; readonly until: number }
  /** Nobody who may do it is there; the first of them who comes to it later. */
  | { readonly why: 'comes only'; readonly person: number }
  /** Somebody is free, but may not. */
  | { readonly why: 'authorised only'; readonly people: readonly number[] }
  | { readonly why: 'second person' }
  | { readonly why: 'busy with'; readonly person: number; readonly step: number }
  | { readonly why: 'nobody to look after it' }
  | { readonly why: 'place'; readonly place: number; readonly step: number }
  /** Somebody works at the same machine. */
  | { readonly why: 'machine in hand'; readonly step: number }
  | { readonly why: 'gear'; readonly gear: string; readonly step: number }
  | { readonly why: 'daylight' }
  /** What follows may not wait so long for it. */
  | { readonly why: 'most-gap after'; readonly step: number }
  | { readonly why: 'pinned' }

export interface Why {
  /** The moment that was looked at; undefined: there is none before. */
  readonly at?: number | undefined
  /** In the order in which they are named. */
  readonly bars: readonly Bar[]
  /** With nothing that bars it: the aim that is worse if it is moved there; undefined: none is. */
  readonly purpose?: Aim | undefined
}

interface Frame {
  readonly problem: PlanProblem
  readonly plan: Plan
  readonly step: number
}

const handsEnd = ({ problem: { steps, tick }, plan }: Frame, i: number) =>
  (plan[i]?.at ?? 0) + roundedUp(steps[i]?.hands ?? 0, tick)
const endOf = (f: Frame, i: number) => handsEnd(f, i) + (f.problem.steps[i]?.runs?.minutes ?? 0)
const meet = (a: number, b: number, c: number, d: number) => a < d && c < b

export function whyNotEarlier(problem: PlanProblem, plan: Plan, step: number): Why {
  const laid = plan[step]
  const s = problem.steps[step]
  if (!laid || !s) return { bars: [] }
  if (s.pinned) return { at: laid.at, bars: [{ why: 'pinned' }] }
  const at = momentBefore(problem, s, laid.at)
  if (at === undefined) return { bars: [] }
  const bars = barsAt(problem, plan, step, at)
  return bars.length > 0 ? { at, bars } : { at, bars, purpose: worseIf(problem, plan, step, at) }
}

/** The latest tick before a moment where the hands of a step fit in length. */
function momentBefore({ sessions, tick }: PlanProblem, s: PlanStep, before: number): number | undefined {
  const hands = roundedUp(s.hands, tick)
  const minded = s.runs?.minded ? s.runs.minutes : 0
  for (const session of [...sessions].reverse()) {
    const last = Math.floor((session.to - minded - hands - session.from) / tick)
    const wanted = Math.ceil((before - session.from) / tick) - 1
    const k = Math.min(last, wanted)
    if (k >= 0) return session.from + k * tick
  }
  return undefined
}

/** All that bars a step at a moment, in the order in which it is said. */
export function barsAt(problem: PlanProblem, plan: Plan, step: number, at: number): Bar[] {
  const f: Frame = { problem, plan, step }
  const s = problem.steps[step]
  if (!s) return []
  return [
    ...before(f, s, at),
    ...people(f, s, at),
    ...place(f, s, at),
    ...inHand(f, s, at),
    ...gear(f, s, at),
    ...daylight(f, s, at),
    ...after(f, s, at),
  ].sort((a, b) => order.indexOf(a.why) - order.indexOf(b.why))
}
const order: readonly Bar['why'][] = [
  'wait before',
  'step before',
  'not before',
  'comes only',
  'authorised only',
  'second person',
  'nobody to look after it',
  'busy with',
  'machine in hand',
  'place',
  'gear',
  'daylight',
  'most-gap after',
  'pinned',
]

function before(f: Frame, s: PlanStep, at: number): Bar[] {
  const bars = s.after.flatMap((b): Bar[] => {
    if (!f.plan[b.step]) return []
    const until = endOf(f, b.step) + b.least
    if (at >= until) return []
    return at < handsEnd(f, b.step)
      ? [{ why: 'step before', step: b.step }]
      : [{ why: 'wait before', step: b.step, until }]
  })
  return s.notBefore !== undefined && at < s.notBefore
    ? [...bars, { why: 'not before', until: s.notBefore }]
    : bars
}

/** What somebody does in a span, the step itself left out. */
function busyWith(
  { problem, plan, step }: Frame,
  p: number,
  from: number,
  to: number,
  yields: boolean,
): number {
  return problem.steps.findIndex((s, i) => {
    const laid = plan[i]
    if (!laid || i === step) return false
    const hands = laid.at + roundedUp(s.hands, problem.tick)
    if (laid.people.includes(p) && meet(from, to, laid.at, hands)) return true
    return (
      !yields && laid.minder === p && s.runs?.minded === true && meet(from, to, hands, hands + s.runs.minutes)
    )
  })
}

function canMind({ problem, plan, step }: Frame, p: number, from: number, to: number): boolean {
  let minded = 0
  for (const [i, s] of problem.steps.entries()) {
    const laid = plan[i]
    if (!laid || i === step) continue
    const hands = laid.at + roundedUp(s.hands, problem.tick)
    if (laid.people.includes(p) && (!s.interruptible || s.pair) && meet(from, to, laid.at, hands))
      return false
    if (laid.minder === p && s.runs?.minded && meet(from, to, hands, hands + s.runs.minutes)) minded++
  }
  return minded < mostMinded
}

function people(f: Frame, s: PlanStep, at: number): Bar[] {
  const { problem, plan, step } = f
  const hands = roundedUp(s.hands, problem.tick)
  const there = problem.sessions.find((x) => x.from <= at && at < x.to)?.people ?? []
  const may = problem.people.flatMap((p, i) =>
    s.authority === undefined || p.may.has(s.authority) ? [i] : [],
  )
  const able = may.filter((p) => there.includes(p))
  const own = plan[step]?.people[0]
  if (able.length === 0) {
    const person = own !== undefined && may.includes(own) ? own : may[0]
    const bars: Bar[] = person === undefined ? [] : [{ why: 'comes only', person }]
    if (s.pair && there.length === 0) bars.push({ why: 'second person' })
    return bars
  }
  const yields = s.interruptible && !s.pair
  const taken = (p: number, bends: boolean) => busyWith(f, p, at, at + hands, bends)
  const free = able.filter((p) => taken(p, yields) < 0)
  if (free.length === 0) {
    const person = own !== undefined && able.includes(own) ? own : (able[0] as number)
    const bars: Bar[] = [{ why: 'busy with', person, step: taken(person, yields) }]
    const idle = there.some((p) => !able.includes(p) && taken(p, yields) < 0)
    if (s.authority !== undefined && idle) bars.push({ why: 'authorised only', people: may })
    return bars
  }
  if (s.pair) {
    const pairs = free.some((p) => there.some((q) => q !== p && taken(q, false) < 0))
    if (!pairs) {
      const p = free[0] as number
      const other = there.find((q) => q !== p)
      return other === undefined
        ? [{ why: 'second person' }]
        : [{ why: 'busy with', person: other, step: taken(other, false) }]
    }
  }
  if (s.runs?.minded) {
    const [from, to] = [at + hands, at + hands + s.runs.minutes]
    if (![...free, ...able].some((p) => canMind(f, p, from, to))) return [{ why: 'nobody to look after it' }]
  }
  return []
}

interface Lying {
  readonly step: number
  readonly piece: number
  readonly place: number
  readonly from: number
  readonly to: number
}

/** What lies where and how long, of pieces as their steps are laid. */
export function lyings(problem: PlanProblem, plan: Plan): Lying[] {
  const { steps, tick } = problem
  const beyond = Number.POSITIVE_INFINITY
  const laid = steps
    .flatMap((s, i) => (plan[i] && (s.place ?? s.runsAt) !== undefined ? [{ s, i, at: plan[i].at }] : []))
    .sort((a, b) => a.at - b.at)
  return laid.flatMap(({ s, i, at }) => {
    const next = laid.find((x) => x.s.piece === s.piece && x.i !== i && x.at > at)
    const hands = at + roundedUp(s.hands, tick)
    const leaves = s.stays ? (next?.at ?? beyond) : hands + (s.runs?.minutes ?? 0)
    const last = s.runsAt ?? s.place
    const own = { step: i, piece: s.piece }
    return [
      ...(s.place !== undefined
        ? [{ ...own, place: s.place, from: at, to: last === s.place ? leaves : hands }]
        : []),
      ...(last !== undefined && last !== s.place ? [{ ...own, place: last, from: hands, to: leaves }] : []),
    ]
  })
}

function place({ problem, plan, step }: Frame, s: PlanStep, at: number): Bar[] {
  if (s.place === undefined && s.runsAt === undefined) return []
  // What has to come before it and would come after it by then is named as that: it is left out here.
  const before = new Set(s.after.map((b) => b.step))
  const moved: Plan = plan.map((laid, i): Laid | undefined =>
    i === step && laid ? { ...laid, at } : laid && before.has(i) && laid.at >= at ? undefined : laid,
  )
  const all = lyings(problem, moved)
  return all
    .filter((own) => own.step === step)
    .flatMap((own): Bar[] => {
      const holds = problem.places[own.place]?.holds ?? 0
      const others = all.filter(
        (l) => l.place === own.place && l.piece !== own.piece && meet(own.from, own.to, l.from, l.to),
      )
      const moments = [own.from, ...others.map((l) => Math.max(l.from, own.from))]
      const full = moments
        .map((m) => others.filter((l) => l.from <= m && m < l.to))
        .find((list) => new Set(list.map((l) => l.piece)).size >= holds)
      return full ? [{ why: 'place', place: own.place, step: full[0]?.step ?? step }] : []
    })
}

function inHand({ problem, plan, step }: Frame, s: PlanStep, at: number): Bar[] {
  const { jobs, steps, tick } = problem
  const other = steps.findIndex((x, i) => {
    const laid = plan[i]
    // What comes before it on the same machine is named as that.
    if (i === step || !laid || jobs[x.job]?.id !== jobs[s.job]?.id || s.after.some((b) => b.step === i))
      return false
    return meet(at, at + roundedUp(s.hands, tick), laid.at, laid.at + roundedUp(x.hands, tick))
  })
  return other < 0 ? [] : [{ why: 'machine in hand', step: other }]
}

function gear({ problem, plan, step }: Frame, s: PlanStep, at: number): Bar[] {
  if (s.gear === undefined) return []
  const ends = (x: PlanStep, from: number) => from + roundedUp(x.hands, problem.tick) + (x.runs?.minutes ?? 0)
  const other = problem.steps.findIndex((x, i) => {
    const laid = plan[i]
    return i !== step && laid && x.gear === s.gear && meet(at, ends(s, at), laid.at, ends(x, laid.at))
  })
  return other < 0 ? [] : [{ why: 'gear', gear: s.gear, step: other }]
}

function daylight({ problem }: Frame, s: PlanStep, at: number): Bar[] {
  if (!s.sun) return []
  const hands = roundedUp(s.hands, problem.tick)
  const [from, to] = s.runs ? [at + hands, at + hands + s.runs.minutes] : [at, at + hands]
  const light = problem.sessions.some((x) => x.sun.some((span) => span.from <= from && to <= span.to))
  return light ? [] : [{ why: 'daylight' }]
}

function after(f: Frame, s: PlanStep, at: number): Bar[] {
  const { problem, plan, step } = f
  const ends = at + roundedUp(s.hands, problem.tick) + (s.runs?.minutes ?? 0)
  const session = problem.sessions.findIndex((x) => x.from <= at && at < x.to)
  return problem.steps
    .flatMap((next, i): Bar[] => {
      const laid = plan[i]
      return laid
        ? next.after.flatMap((b): Bar[] => {
            if (b.step !== step) return []
            const apart =
              (b.most !== undefined && laid.at - ends > b.most) || (s.tonight && laid.session !== session)
            return apart ? [{ why: 'most-gap after', step: i }] : []
          })
        : []
    })
    .concat(
      s.after.flatMap((b): Bar[] =>
        problem.steps[b.step]?.tonight && plan[b.step] && plan[b.step]?.session !== session
          ? [{ why: 'step before', step: b.step }]
          : [],
      ),
    )
}

function worseIf(problem: PlanProblem, plan: Plan, step: number, at: number): Aim | undefined {
  const ruler = rulerOf(problem)
  const score = scorerOf(problem)
  const scored = (p: Plan) =>
    score({
      start: Int32Array.from(p, (l) => (l ? ruler.from(l.at) : -1)),
      first: Int32Array.from(p, (l) => l?.people[0] ?? -1),
      second: Int32Array.from(p, (l) => l?.people[1] ?? -1),
    })
  const session = problem.sessions.findIndex((x) => x.from <= at && at < x.to)
  const now = scored(plan)
  const moved = scored(plan.map((l, i) => (i === step && l ? { ...l, at, session } : l)))
  const which = differ(moved, now)
  return which >= 0 && (moved[which] as number) > (now[which] as number) ? aims[which] : undefined
}
