/** Lanes of a plan: nothing covers anything else; rows of a sheet know when they are done. */
import { describe, expect, it } from 'vitest'
import type { PlanAnswer } from '#api/plan.ts'
import { workshopOf } from '#core/testing/plan-instances.ts'
import { planned } from '#core/plan/search.ts'
import type { PlanFrom } from '#core/plan/jobs.ts'
import { doneIn, jobStepOf } from './done.ts'
import { laneBars, lanesOf, type LanesBy } from './lane-bars.ts'

const names = {
  person: (i: number) => `person ${i}`,
  machine: (id: string) => ({ number: id, name: `machine ${id}` }),
  step: (i: number) => `step ${i}`,
  when: String,
  clock: String,
}

describe('the lanes of a plan', () => {
  it.each<LanesBy>(['people', 'machines', 'places'])(
    'by %s show every step that is laid, none over another',
    (by) => {
      for (let seed = 1; seed <= 20; seed++) {
        const problem = workshopOf(seed, { machines: 6, people: 4, evenings: 3 })
        const { plan } = planned(problem, { seed, iterations: 30 })
        const steps = problem.steps.map((s) => ({ machine: problem.jobs[s.job]?.id }))
        const from = { problem, steps, days: [], beganMs: 0, told: new Map() } as unknown as PlanFrom
        const lanes = lanesOf(by, from, plan, names)
        const shown = new Set(lanes.flatMap((l) => l.bars.filter((b) => !b.hollow).map((b) => b.step)))
        const laid = plan.flatMap((l, i) =>
          l && (by !== 'places' || problem.steps[i]?.place !== undefined) ? [i] : [],
        )
        expect([seed, [...shown].sort((a, b) => a - b)]).toEqual([seed, laid])
        for (const lane of lanes)
          for (const session of problem.sessions) {
            const { bars, rows } = laneBars(lane, session)
            for (const a of bars)
              for (const b of bars)
                if (a !== b && a.row === b.row) expect(a.to <= b.from || b.to <= a.from).toBe(true)
            expect(Math.max(0, ...bars.map((b) => b.row))).toBeLessThan(rows)
          }
      }
    },
  )
  it('say in words what a bar is', () => {
    const problem = workshopOf(3, { machines: 2, people: 2, evenings: 2 })
    const { plan } = planned(problem, { seed: 1, iterations: 10 })
    const steps = problem.steps.map(() => ({ machine: 'm' }))
    const from = { problem, steps, days: [], beganMs: 0, told: new Map() } as unknown as PlanFrom
    const bar = lanesOf('machines', from, plan, names)[0]?.bars.find((b) => !b.hollow)
    const laid = plan[bar?.step ?? -1]
    expect(bar?.words).toContain(`${laid?.at} to `)
    expect(bar?.words).toContain(`person ${laid?.people[0]}`)
    expect(bar?.words).toContain('machine m m')
  })
})

describe('a row of a sheet', () => {
  const machine = {
    id: 'm',
    todo: [{ act: 'put back' }],
    jobs: [{ id: 'j', steps: [{ what: 'wash' }, { what: 'look' }] }],
    done: ['j:0'],
  }
  const data = { machines: [machine] } as unknown as PlanAnswer
  const row = (step?: string) => ({ machine: 'm', step }) as unknown as Parameters<typeof doneIn>[1]
  it.each([
    ['j:0', true],
    ['j:1', false],
    // The record leaves it to do still, or not any more.
    ['m:put back', false],
    ['m:fit', true],
    // Minutes that are kept free are no act, and what was written by hand has no step.
    ['m:after the fault', false],
    [undefined, false],
  ])('%s is done: %s', (step, done) => {
    expect(doneIn(data, row(step))).toBe(done)
  })
  it('knows the step of planned work that it is', () => {
    expect(jobStepOf(data, row('j:1'))?.what).toBe('look')
    expect(jobStepOf(data, row('m:fit'))).toBeUndefined()
  })
})
