/** A fault that comes and goes: how it is known, and the run of clean starts after which it is believed to be gone. */
import type { Dependencies } from '#core/type/depends.ts'
import type { SheetFunction } from '#core/type/sheet.ts'
import { failuresOf, passes, startsOf } from './results.ts'
import { reachesFunction } from './changes.ts'
import { cleanStartsNeeded, houseLuckLevel, luckOfCleanRun } from './intermittent.ts'
import { voidReason } from './void.ts'
import type { MachineState, Step, TestRecord, World } from './world.ts'

export interface CleanRun {
  readonly failures: number
  readonly of: number
  /** How often it failed was not said: one of two is reckoned with. */
  readonly reckoned: boolean
  readonly clean: number
  readonly needed: number
  /** Chance of this run if nothing had changed, 0..1. */
  readonly luck: number
}

/** A fault that is known to come and go: how often it failed, and since where in the line that is known. */
export interface ComesAndGoes {
  readonly failures: number
  readonly of: number
  readonly reckoned: boolean
  readonly order: number
  readonly condition?: string | undefined
}

/**
 * Claims that a function works now and then. One about the machine is one about its essential functions. How often is not said:
 * one of two is reckoned with.
 */
export const claimedToComeAndGo = (machine: MachineState, fn: SheetFunction): readonly ComesAndGoes[] =>
  machine.claims
    .filter((c) => c.says === 'now and then' && (c.fn === fn.name || (c.fn === undefined && fn.essential)))
    .map(({ order }) => ({ failures: 1, of: 2, reckoned: true, order }))

/** The latest word on a fault that comes and goes: a test that failed now and then, or somebody's claim. */
function comesAndGoes(
  world: World,
  machine: MachineState,
  fn: SheetFunction,
  tests: readonly TestRecord[],
): ComesAndGoes | undefined {
  const last = tests.findLast((t) => t.result.is === 'intermittent' && !voidReason(world, machine, fn, t))
  const claim = claimedToComeAndGo(machine, fn).at(-1)
  if (claim && (!last || last.order < claim.order)) return claim
  if (last?.result.is !== 'intermittent') return undefined
  return { ...failuresOf(last.result), order: last.order, condition: last.body.condition }
}

/** The clean run since the later of the last failure and the last alteration, of a function that came and went before. */
export function cleanRun(
  world: World,
  machine: MachineState,
  fn: SheetFunction,
  tests: readonly TestRecord[],
  deps: Dependencies,
): CleanRun | undefined {
  const last = comesAndGoes(world, machine, fn, tests)
  if (!last) return undefined
  const { failures, of, reckoned, condition } = last
  let altered: number | undefined
  for (const step of machine.steps)
    if (step.order > last.order && step.reach === 'altered' && reachesFunction(step, deps))
      altered = step.order
  let clean = 0
  let settled = false
  for (const test of tests) {
    if (test.order <= last.order) continue
    if (test.result.is === 'fail') clean = 0
    if (!passes(test.result) || voidReason(world, machine, fn, test)) continue
    if (condition !== undefined && test.body.condition !== undefined && test.body.condition !== condition)
      continue
    clean += startsOf(test.result)
    // Once the run has held, the fault is settled: a later touch asks for a retest, not for the run again.
    if (!settled && altered !== undefined && test.order < altered) {
      if (luckOfCleanRun(failures, of, clean) < houseLuckLevel) settled = true
      else clean = 0
    }
  }
  return {
    failures,
    of,
    reckoned,
    clean,
    needed: cleanStartsNeeded(failures, of),
    luck: luckOfCleanRun(failures, of, clean),
  }
}

/** What is known, test by test, of a fault that comes and goes: until its clean run holds it may come again. */
export class Run {
  private goes: ComesAndGoes | undefined
  private clean = 0
  private readonly claims: readonly ComesAndGoes[]

  constructor(machine: MachineState, fn: SheetFunction) {
    this.claims = claimedToComeAndGo(machine, fn)
  }

  /** What is known before the given test. */
  known(test: TestRecord): ComesAndGoes | undefined {
    const claim = this.claims.findLast((c) => c.order < test.order)
    if (claim && claim.order > (this.goes?.order ?? this.settledAt)) this.start(claim)
    return this.goes
  }
  private settledAt = -1

  private start(goes: ComesAndGoes) {
    this.goes = goes
    this.clean = 0
  }

  take({ result, order, body }: TestRecord, since: readonly Step[]) {
    if (since.some((s) => s.reach === 'altered')) this.clean = 0
    if (result.is === 'intermittent') {
      this.start({ ...failuresOf(result), order, condition: body.condition })
    } else if (!passes(result)) this.clean = 0
    else if (this.goes) {
      this.clean += startsOf(result)
      if (luckOfCleanRun(this.goes.failures, this.goes.of, this.clean) >= houseLuckLevel) return
      this.goes = undefined
      this.settledAt = order
    }
  }
}
