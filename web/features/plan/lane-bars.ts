/** What lies in the lanes of a plan, and in which row of its lane, so that nothing covers anything else. */
import { say } from '#api/words/say.ts'
import type { PlanFrom } from '#core/plan/jobs.ts'
import { placeNames } from '#core/plan/rows.ts'
import { roundedUp, type Laid, type Plan, type PlanProblem } from '#core/plan/problem.ts'
import { lyings } from '#core/plan/why.ts'

export interface Bar {
  readonly step: number
  readonly from: number
  readonly to: number
  /** It goes on by itself. */
  readonly hollow: boolean
  /** Nobody moves it: begun, or written by hand. */
  readonly fixed: boolean
  /** What fits on it: the number of its machine, what is done. */
  readonly number?: string | undefined
  readonly label: string
  /** What it says to whoever cannot see it. */
  readonly words: string
}
export interface Lane {
  readonly id: string
  readonly name: string
  /** A number beside the name. */
  readonly number?: string | undefined
  readonly bars: readonly Bar[]
  /** Whether that person is there, by session. */
  readonly there?: ((session: number) => boolean) | undefined
}

interface Span {
  readonly from: number
  readonly to: number
}

/** As short as a bar may look: what a finger needs is about so many minutes wide. */
const leastMinutes = 25

/** The bars of a lane within a session, each in the first row that is free. */
export function laneBars(lane: Lane, session: Span): { bars: (Bar & { row: number })[]; rows: number } {
  const ends: number[] = []
  const bars = lane.bars
    .filter((b) => b.from < session.to && b.to > session.from)
    .sort((a, b) => a.from - b.from || Number(a.hollow) - Number(b.hollow))
    .map((b) => {
      const free = ends.findIndex((end) => end <= b.from)
      const row = free >= 0 ? free : ends.length
      ends[row] = Math.max(b.to, b.from + leastMinutes)
      return { ...b, row }
    })
  return { bars, rows: Math.max(1, ends.length) }
}

export type LanesBy = 'people' | 'machines' | 'places'

export interface LaneNames {
  readonly person: (index: number) => string
  readonly machine: (id: string) => { readonly number: string; readonly name: string }
  readonly step: (index: number) => string
  readonly when: (minute: number) => string
  readonly clock: (minute: number) => string
}

/** A step where it was laid: when hands leave it, and when it has run. */
interface LaidStep {
  readonly step: number
  readonly l: Laid
  readonly s: PlanProblem['steps'][number]
  readonly hands: number
  readonly ends: number
}

type BarOf = (step: number, from: number, to: number, hollow: boolean, label: string, number?: string) => Bar

export function lanesOf(by: LanesBy, from: PlanFrom, plan: Plan, names: LaneNames): Lane[] {
  const { problem } = from
  const bar = barsOf(from, plan, names)
  const laid = plan.flatMap((l, step): LaidStep[] => {
    const s = problem.steps[step]
    if (!l || !s) return []
    const hands = l.at + roundedUp(s.hands, problem.tick)
    return [{ step, l, s, hands, ends: hands + (s.runs?.minutes ?? 0) }]
  })
  if (by === 'machines') return byMachines(from, laid, names, bar)
  return by === 'places' ? byPlaces(from, plan, laid, names, bar) : byPeople(from, laid, names, bar)
}

const barsOf =
  ({ problem, steps }: PlanFrom, plan: Plan, names: LaneNames): BarOf =>
  (step, from, to, hollow, label, number) => {
    const laid = plan[step]
    const machine = names.machine(steps[step]?.machine ?? '')
    const who = (laid?.people ?? []).map(names.person).join(', ')
    return {
      step,
      from,
      to,
      hollow,
      fixed: problem.steps[step]?.pinned !== undefined,
      number,
      label,
      words: hollow
        ? say('{when} to {toWhen}, by itself: after {step}, {name} {number}', {
            when: names.when(from),
            toWhen: names.when(to),
            step: names.step(step),
            name: machine.name,
            number: machine.number,
          })
        : say('{when} to {clock}, {who}: {step}, {name} {number}', {
            when: names.when(from),
            clock: names.clock(to),
            who,
            step: names.step(step),
            name: machine.name,
            number: machine.number,
          }),
    }
  }

function byMachines({ steps }: PlanFrom, laid: readonly LaidStep[], names: LaneNames, bar: BarOf): Lane[] {
  const ids = [...new Set(steps.map((s) => s.machine))]
  return ids.map((id) => ({
    id,
    name: names.machine(id).name,
    number: names.machine(id).number,
    bars: laid
      .filter(({ step }) => steps[step]?.machine === id)
      .flatMap(({ step, l, s, hands, ends }) => [
        bar(step, l.at, hands, false, names.step(step)),
        ...(s.runs ? [bar(step, hands, ends, true, names.step(step))] : []),
      ]),
  }))
}

const numberIn =
  ({ steps }: PlanFrom, names: LaneNames) =>
  (step: number) =>
    names.machine(steps[step]?.machine ?? '').number

function byPlaces(
  from: PlanFrom,
  plan: Plan,
  laid: readonly LaidStep[],
  names: LaneNames,
  bar: BarOf,
): Lane[] {
  const { problem, steps } = from
  const number = numberIn(from, names)
  const placed = placeNames({ problem, steps, days: [], beganMs: 0, told: new Map() }, plan)
  const spans = lyings(problem, plan)
  return [...new Set(placed.values())].sort().map((name) => ({
    id: name.replaceAll(' ', '-'),
    name,
    bars: spans
      .filter((l) => placed.get(l.step) === name && plan[l.step]?.at === l.from)
      .flatMap(({ step, from: begins, to }) => {
        const hands = laid.find((x) => x.step === step)?.hands ?? to
        return [
          bar(step, begins, hands, false, names.step(step), number(step)),
          ...(to > hands ? [bar(step, hands, to, true, '', number(step))] : []),
        ]
      }),
  }))
}

/** Those who are there or do something, and what goes on by itself. */
function byPeople(from: PlanFrom, laid: readonly LaidStep[], names: LaneNames, bar: BarOf): Lane[] {
  const { problem } = from
  const number = numberIn(from, names)
  const people = problem.people.map((p, i): Lane => ({
    id: p.id,
    name: names.person(i),
    there: (session) => problem.sessions[session]?.people.includes(i) ?? false,
    bars: laid.flatMap(({ step, l, s, hands, ends }) => [
      ...(l.people.includes(i) ? [bar(step, l.at, hands, false, names.step(step), number(step))] : []),
      ...(l.minder === i && s.runs ? [bar(step, hands, ends, true, say('look in'), number(step))] : []),
    ]),
  }))
  const alone: Lane = {
    id: 'alone',
    name: say('by itself'),
    bars: laid.flatMap(({ step, s, hands, ends }) =>
      s.runs && !s.runs.minded ? [bar(step, hands, ends, true, names.step(step), number(step))] : [],
    ),
  }
  const busy = people.filter(
    (lane, i) => lane.bars.length > 0 || problem.sessions.some((s) => s.people.includes(i)),
  )
  return alone.bars.length > 0 ? [...busy, alone] : busy
}
