/** Plans to try a solver on: workshops by chance, and a published job shop. */
import { dice, oneOf, type Dice } from '#core/quantity/dice.ts'
import type { PlanJob, PlanProblem, PlanSession, PlanStep } from '#core/plan/problem.ts'

const plainStep: Omit<PlanStep, 'id' | 'job' | 'piece' | 'hands'> = {
  pair: false,
  interruptible: true,
  stays: false,
  after: [],
  tonight: false,
  sun: false,
  opens: false,
  closes: false,
  spread: 1.5,
}
export const aStep = (more: Partial<PlanStep> & Pick<PlanStep, 'id' | 'hands'>): PlanStep => ({
  ...plainStep,
  job: 0,
  piece: more.job ?? 0,
  ...more,
})
export const aJob = (id: string, more: Partial<PlanJob> = {}): PlanJob => ({
  id,
  weight: 1,
  promised: false,
  open: false,
  ...more,
})

const dayMinutes = 1440

/** Evenings of three hours, so many days apart; the first begins at minute 0. */
export const evenings = (
  n: number,
  people: (n: number) => readonly number[],
  { apart = 7, minutes = 180, sun = false } = {},
): PlanSession[] =>
  Array.from({ length: n }, (_, k) => {
    const from = k * apart * dayMinutes
    return {
      from,
      to: from + minutes,
      people: people(k),
      sun: sun ? [{ from: from + 30, to: from + minutes - 30 }] : [],
    }
  })

/**
 * Fisher & Thompson's instance of six jobs on six machines (in Muth & Thompson, Industrial Scheduling, 1963); its shortest makespan
 * is 55. Each of its machines is a person here who alone may do it. Numbers from memory; that the optimum comes out speaks for them.
 */
const ft06Rows = [
  [2, 1, 0, 3, 1, 6, 3, 7, 5, 3, 4, 6],
  [1, 8, 2, 5, 4, 10, 5, 10, 0, 10, 3, 4],
  [2, 5, 3, 4, 5, 8, 0, 9, 1, 1, 4, 7],
  [1, 5, 0, 5, 2, 5, 3, 3, 4, 8, 5, 9],
  [2, 9, 1, 3, 4, 5, 5, 4, 0, 3, 3, 1],
  [1, 3, 3, 3, 5, 9, 0, 10, 4, 4, 2, 1],
] as const
export function ft06(): PlanProblem {
  const steps = ft06Rows.flatMap((row, job) =>
    Array.from({ length: 6 }, (_, k) =>
      aStep({
        id: `${job}.${k}`,
        job,
        hands: row[2 * k + 1] as number,
        authority: `machine ${row[2 * k]}`,
        after: k === 0 ? [] : [{ step: job * 6 + k - 1, least: 0 }],
      }),
    ),
  )
  return {
    tick: 1,
    sessions: [{ from: 0, to: 200, people: [0, 1, 2, 3, 4, 5], sun: [] }],
    people: Array.from({ length: 6 }, (_, m) => ({ id: `m${m}`, may: new Set([`machine ${m}`]) })),
    places: [],
    jobs: ft06Rows.map((_, j) => aJob(`job ${j}`)),
    steps,
    ends: 'makespan',
  }
}

export interface Size {
  readonly machines: number
  readonly people: number
  readonly evenings: number
  readonly tick?: number
  /** Dates, waits and pairs only: what a small mixed-integer program holds as well. */
  readonly plain?: boolean
  /** No lid comes off: what decides is how early all is done. */
  readonly shut?: boolean
}

/** A workshop by chance: washing and drying, opening and closing, paint with a longest gap, tubes for two, the yard in the sun. */
export function workshopOf(seed: number, size: Size): PlanProblem {
  const roll = dice(seed)
  const people = Array.from({ length: size.people }, (_, p) => ({
    id: `p${p}`,
    may: new Set(['mains', 'switch on', 'chemicals'].filter(() => p === 0 || roll() < 0.5)),
  }))
  const sessions = evenings(
    size.evenings,
    () => people.flatMap((_, p) => (p === 0 || roll() < 0.75 ? [p] : [])),
    size.plain ? { apart: 2, minutes: 120 } : { apart: oneOf(roll, [3, 7]), minutes: 180, sun: true },
  )
  const steps: PlanStep[] = []
  const jobs: PlanJob[] = []
  for (let j = 0; j < size.machines; j++) {
    const dated = roll() < 0.5
    const from = steps.length
    addJob(roll, steps, j, size)
    jobs.push(
      aJob(`machine ${j}`, {
        weight: 1 + Math.floor(roll() * 3),
        ...(dated
          ? {
              due: (sessions[Math.floor(roll() * sessions.length)]?.to ?? 0) as number,
              promised: !size.plain && roll() < 0.4,
            }
          : {}),
        open:
          !size.plain && !steps.slice(from).some((s) => s.opens) && steps.slice(from).some((s) => s.closes),
      }),
    )
  }
  return {
    tick: size.tick ?? 15,
    sessions,
    people,
    places: size.plain
      ? []
      : [
          { sort: 'bench', holds: 1 + Math.floor(size.people / 2) },
          { sort: 'sink', holds: 1 },
          { sort: 'rack', holds: 2 },
          { sort: 'yard', holds: 2 },
        ],
    jobs,
    steps,
  }
}

/** A share that belongs to two numbers, apart from what was rolled. */
const hash = (a: number, b: number): number => dice(a * 131 + b + 7)()

function addJob(
  roll: Dice,
  steps: PlanStep[],
  job: number,
  { plain = false, shut = false, tick = 15 }: Size,
) {
  const n = plain ? 2 + Math.floor(roll() * 3) : 2 + Math.floor(roll() * 4)
  const from = steps.length
  const minutes = () => tick * (1 + Math.floor(roll() * 4))
  for (let k = 0; k < n; k++) {
    const least = roll() < 0.3 ? 1440 : roll() < 0.3 ? 30 : 0
    const pair = roll() < 0.15
    const powered = roll() < 0.4
    const common = {
      id: `${job}.${k}`,
      job,
      hands: minutes(),
      after: k === 0 ? [] : [{ step: from + k - 1, least }],
      ...(pair ? { authority: 'mains', pair } : powered ? { authority: 'switch on' } : {}),
    }
    if (plain) {
      steps.push(aStep(common))
      continue
    }
    const sort = roll()
    const next = n > k + 1
    steps.push(
      aStep({
        ...common,
        piece: job,
        place: Math.floor(roll() * 2) === 0 ? 0 : Math.floor(roll() * 3),
        stays: next && roll() < 0.5,
        interruptible: !pair && roll() < 0.7,
        opens: k === 0 && next && roll() < 0.5 && !shut,
        closes: k === n - 1 && roll() < 0.6 && !shut,
        ...(sort < 0.15 ? { runs: { minutes: oneOf(roll, [30, 600, 1440]), minded: false } } : {}),
        ...(sort > 0.85 ? { runs: { minutes: oneOf(roll, [30, 60]), minded: true } } : {}),
        ...(sort > 0.4 && sort < 0.47 ? { sun: true, place: 3, runs: { minutes: 60, minded: true } } : {}),
        ...(sort > 0.5 && sort < 0.58 ? { runs: { minutes: 60, minded: false }, runsAt: 2 } : {}),
        ...(!shut && hash(job, k) < 0.15 ? { gear: hash(k, job) < 0.5 ? 'line box' : 'meter' } : {}),
        tonight: next && roll() < 0.12,
        after:
          k === 0
            ? []
            : [
                {
                  step: from + k - 1,
                  least,
                  ...(roll() < 0.15
                    ? { most: least < 1440 && roll() < 0.5 ? least + 60 : least + 9 * 1440 }
                    : {}),
                },
              ],
      }),
    )
  }
}
