/** What machines are wanted for, planned work, and what was done of it. Minutes said with what was done teach the house. */
import type { BodyOf } from '../bodies/index.ts'
import type { WorldDraft } from '../draft.ts'
import { nothingPlanned, type PlannedWork } from '../job-state.ts'
import type { Statement } from '../versions.ts'

export function reduceJob(world: WorldDraft, entry: Statement, body: BodyOf<'job'>) {
  if (body.what === 'effort') {
    world.effort.set(body.end, body.hours)
    return
  }
  const change = (to: (now: PlannedWork) => Partial<PlannedWork>) => {
    const now = world.planned.get(body.machine) ?? nothingPlanned
    world.planned.set(body.machine, { ...now, ...to(now) })
  }
  switch (body.what) {
    case 'wanted': {
      const { end, by, promised, matters, words } = body
      return change(() => ({ wanted: { end, by, promised, matters, words } }))
    }
    case 'not wanted':
      return change(() => ({ wanted: undefined }))
    case 'planned': {
      const { name, steps, opens } = body
      return change(({ jobs }) => ({ jobs: [...jobs, { id: entry.id, name, steps, opens }] }))
    }
    case 'dropped':
      return change(({ jobs }) => ({ jobs: jobs.filter((j) => j.id !== body.job) }))
    case 'takes':
      return change(({ takes }) => ({ takes: new Map(takes).set(body.step, body.minutes) }))
    case 'done': {
      change(({ done }) => ({ done: new Set(done).add(body.step) }))
      if (body.minutes === undefined) return
      world.stepMinutes.set(body.sort, [...(world.stepMinutes.get(body.sort) ?? []), body.minutes])
    }
  }
}
