/** What is done of the rows of a sheet: planned work by a word, what the record left to do by the record. */
import type { PlanAnswer } from '#api/plan.ts'
import type { JobStep } from '#core/history/bodies/job.ts'
import { actKey, jobKey } from '#core/plan/figures.ts'
import type { SheetRow } from '#core/plan/sheet.ts'

/** The step of planned work that a row is; undefined for what its record left to do, or what was written by hand. */
export function jobStepOf(data: PlanAnswer, row: SheetRow): JobStep | undefined {
  const machine = data.machines.find((m) => m.id === row.machine)
  for (const job of machine?.jobs ?? []) {
    const n = job.steps.findIndex((_, i) => jobKey(job.id, i) === row.step)
    if (n >= 0) return job.steps[n]
  }
  return undefined
}

export function doneIn(data: PlanAnswer, row: SheetRow): boolean {
  const machine = data.machines.find((m) => m.id === row.machine)
  if (!machine || row.step === undefined) return false
  if (jobStepOf(data, row)) return machine.done.includes(row.step)
  // An act that its record no longer leaves to do was done; minutes that are kept free are no act.
  const act = row.step.slice(machine.id.length + 1)
  return (
    row.step === actKey(machine.id, act) &&
    act !== 'after the fault' &&
    !machine.todo.some((t) => t.act === act)
  )
}
