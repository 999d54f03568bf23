/**
 * What makes one plan better than another, in this order: promised dates missed · told steps that change · weight × days late ·
 * minutes that find no room · nights with a lid off · ends of the jobs · changes of machine. A step that is not laid counts as if it came after everything.
 */
import type { Layer } from './lay.ts'
import { rulerOf, roundedUp, type PlanProblem } from './problem.ts'

export const aims = [
  'promised dates missed',
  'told steps changed',
  'days late',
  'left over',
  'open nights',
  'ends',
  'changes',
] as const
export type Aim = (typeof aims)[number]
/** By aim. */
export type Score = readonly number[]

/** The first aim in which two scores differ, −1 for none. */
export function differ(a: Score, b: Score): number {
  for (let i = 0; i < a.length; i++) if (Math.abs((a[i] as number) - (b[i] as number)) > 1e-9) return i
  return -1
}
export const better = (a: Score, b: Score): boolean => {
  const at = differ(a, b)
  return at >= 0 && (a[at] as number) < (b[at] as number)
}

/** Days that a job counts as late where it is not done in these sessions. House figure. */
const lateBeyond = 7
const dayMinutes = 1440

/** How often a person goes from one machine to another within an evening. `list`: the job by tick, −1 where there is none. */
function changesIn(list: Int32Array, nights: Int32Array): number {
  let changes = 0
  let last = -1
  for (let t = 0; t < list.length; t++) {
    const job = list[t] as number
    if (nights[t]) last = -1
    else if (job >= 0) {
      if (last >= 0 && last !== job) changes++
      last = job
    }
  }
  return changes
}

export function scorerOf(
  problem: PlanProblem,
): (layer: Pick<Layer, 'start' | 'first' | 'second'>) => number[] {
  const { steps, jobs, sessions, tick, people } = problem
  const ruler = rulerOf(problem)
  const ofJob = jobs.map((_, j) => steps.flatMap((s, i) => (s.job === j ? [i] : [])))
  const allWorked = ruler.worked[ruler.length - 1] ?? 0
  const horizon = sessions.at(-1)?.to ?? 0
  const nights = Int32Array.from({ length: ruler.length }, (_, t) => ((ruler.minute[t] ?? 0) < 0 ? 1 : 0))
  const handsOf = steps.map((s) => roundedUp(s.hands, tick))
  const machineAt = people.map(() => new Int32Array(ruler.length))

  return ({ start, first, second }) => {
    let [missed, late, left, open, ends, changes] = [0, 0, 0, 0, 0, 0]
    const strayed = (told: NonNullable<PlanProblem['steps'][number]['told']>, i: number): boolean => {
      const t = start[i] as number
      const who = [first[i], second[i]].filter((p) => (p as number) >= 0)
      return (
        t < 0 ||
        ruler.session[t] !== told.session ||
        who.length !== told.people.length ||
        !who.every((p) => told.people.includes(p as number))
      )
    }
    jobs.forEach((job, j) => {
      let worked = 0
      let end = 0
      let lacking = 0
      let from = job.open ? 0 : -1
      for (const i of ofJob[j] ?? []) {
        const s = steps[i]
        const t = start[i] as number
        if (!s) continue
        if (t < 0) {
          lacking += handsOf[i] as number
          continue
        }
        const over = (ruler.minute[t] as number) + (handsOf[i] as number) + (s.runs?.minutes ?? 0)
        end = Math.max(end, over)
        worked = Math.max(
          worked,
          ruler.worked[s.runs ? ruler.covering(over - 1) : t + (handsOf[i] as number) / tick - 1] ?? 0,
        )
        if (s.opens) from = from < 0 ? t : Math.min(from, t)
      }
      if (from >= 0) {
        const closing = (ofJob[j] ?? []).find((i) => steps[i]?.closes)
        const to =
          closing === undefined
            ? ruler.length
            : (start[closing] as number) < 0
              ? ruler.length
              : (start[closing] as number)
        for (let t = from; t < to; t++) open += nights[t] as number
      }
      left += job.weight * lacking
      const jobEnd = lacking > 0 ? allWorked + lacking : worked
      ends = problem.ends === 'makespan' ? Math.max(ends, jobEnd) : ends + job.weight * jobEnd
      if (job.due !== undefined) {
        const isLate = lacking > 0 || end > job.due
        // A date beyond these sessions is not missed by them.
        const reckoned = lacking > 0 ? Math.max(horizon, end) + lateBeyond * dayMinutes : end
        if (isLate && job.due <= horizon) {
          if (job.promised) missed++
          late += job.weight * Math.ceil((reckoned - job.due) / dayMinutes)
        }
      }
    })
    const changed = steps.reduce((n, { told }, i) => n + (told && strayed(told, i) ? 1 : 0), 0)
    for (const list of machineAt) list.fill(-1)
    steps.forEach((s, i) => {
      const t = start[i] as number
      if (t < 0) return
      for (const p of [first[i] as number, second[i] as number])
        if (p >= 0) (machineAt[p] as Int32Array)[t] = s.job
    })
    for (const list of machineAt) changes += changesIn(list, nights)
    return [missed, changed, late, left, open, ends, changes]
  }
}
