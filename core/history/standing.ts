/** What is known of each function of a machine, and the working status that follows from it. */
import { once } from './once.ts'
import { dependenciesOf, type Dependencies } from '#core/type/depends.ts'
import { instantToMs } from '#core/quantity/time.ts'
import { policyNumber } from '#core/history/policy.ts'
import type { SheetFunction } from '#core/type/sheet.ts'
import { mayComeAfter, netChanges, stepsAfter, type NetChange } from './changes.ts'
import { cleanStartsNeeded, houseLuckLevel, luckOfCleanRun } from './intermittent.ts'
import { voidReason, type VoidReason } from './void.ts'
import { functionsOf, structureOf } from './layout.ts'
import { type ClaimState, type MachineState, type TestRecord, type World } from './world.ts'

export type StandingWord =
  | 'blocked'
  | 'inconclusive'
  | 'void'
  | 'claimed'
  | 'untested'
  | 'fails'
  | 'partly'
  | 'intermittent'
  | 'retest'
  | 'unproved'
  | 'ageing'
  | 'works'

export interface CleanRun {
  readonly failures: number
  readonly of: number
  readonly clean: number
  readonly needed: number
  /** Chance of this run if nothing had changed, 0..1. */
  readonly luck: number
}

export interface Standing {
  readonly fn: string
  readonly essential: boolean
  readonly word: StandingWord
  /** Latest conclusive test that is not void. */
  readonly test?: TestRecord | undefined
  /** Net changes since that test which reach the function. */
  readonly changes: readonly NetChange[]
  /** A later attempt that was not possible or inconclusive. */
  readonly beside?: TestRecord | undefined
  readonly voided?: { readonly test: TestRecord; readonly reason: VoidReason } | undefined
  readonly claim?: ClaimState | undefined
  readonly run?: CleanRun | undefined
  /** When an untouched pass grows too old by policy; undefined when age does not matter. */
  readonly standsUntilMs?: number | undefined
}

export const isConclusive = (test: TestRecord): boolean =>
  test.result.is !== 'inconclusive' && test.result.is !== 'not possible'

/**
 * The name under which a look is written: dead, signs of life, seems to run. It is said of the machine as it was met and
 * proves nothing of any function, so it has no standing.
 */
export const lookFunction = 'look'

/** Standing of every function the machine has, in the order of its sheet. */
export const standingsOf = once((world, machine): readonly Standing[] => {
  const structure = structureOf(world, machine)
  const listed = functionsOf(world, machine)
  const extra = [
    ...new Set([...machine.tests.keys(), ...machine.claims.flatMap((c) => (c.fn ? [c.fn] : []))]),
  ].filter((fn) => fn !== lookFunction && !listed.some((f) => f.name === fn))
  const undeclared = extra.map((name): SheetFunction => ({
    name,
    essential: false,
    dependsOn: [],
    needs: [],
  }))
  return [...listed, ...undeclared].map((fn) => standingOf(world, machine, fn, dependenciesOf(structure, fn)))
})

export function standingOf(
  world: World,
  machine: MachineState,
  fn: SheetFunction,
  deps: Dependencies,
): Standing {
  const tests = machine.tests.get(fn.name) ?? []
  const base = { fn: fn.name, essential: fn.essential }
  let test: TestRecord | undefined
  let beside: TestRecord | undefined
  let voided: Standing['voided']
  for (let i = tests.length - 1; i >= 0 && !test; i--) {
    const candidate = tests[i]
    if (!candidate) continue
    if (!isConclusive(candidate)) {
      beside ??= candidate
      continue
    }
    const reason = voidReason(world, machine, fn, candidate)
    if (reason) voided ??= { test: candidate, reason }
    else test = candidate
  }
  const claim = machine.claims.findLast((c) => c.fn === fn.name && c.says !== 'not said')
  if (!test) {
    const word =
      voided && (!beside || beside.order < voided.test.order)
        ? 'void'
        : beside
          ? beside.result.is === 'not possible'
            ? 'blocked'
            : 'inconclusive'
          : voided
            ? 'void'
            : claim
              ? 'claimed'
              : 'untested'
    return { ...base, word, changes: [], beside, voided, claim }
  }
  const changes = changesSince(machine, tests, test, deps)
  const found = { ...base, test, changes, beside, voided, claim }
  if (test.result.is === 'fail') return { ...found, word: 'fails' }
  if (test.result.is === 'partly' && test.result.good < test.result.of) return { ...found, word: 'partly' }
  if (test.result.is === 'intermittent') return { ...found, word: 'intermittent' }
  if (changes.length > 0) return { ...found, word: 'retest' }
  const run = cleanRun(world, machine, fn, tests, deps)
  if (run && run.luck >= houseLuckLevel) return { ...found, word: 'unproved', run }
  const days = policyNumber(world, machine, 'how long a test stands')
  const standsUntilMs =
    days === undefined ? undefined : instantToMs(test.entry.happenedAt.latest) + days * 86_400_000
  if (standsUntilMs !== undefined && standsUntilMs < instantToMs(world.now))
    return { ...found, word: 'ageing', run, standsUntilMs }
  return { ...found, word: 'works', run, standsUntilMs }
}

/**
 * Net changes since the test that reach the function. A short check clears what was only disturbed; what was altered before
 * it still needs a full test, so those alterations are carried past a short one.
 */
function changesSince(
  machine: MachineState,
  tests: readonly TestRecord[],
  test: TestRecord,
  deps: Dependencies,
): NetChange[] {
  const since = netChanges(stepsAfter(machine, test, deps))
  if (test.body.depth === 'full' || test.result.is !== 'pass') return since
  const full =
    tests.findLast((t) => t.order < test.order && isConclusive(t) && t.body.depth === 'full') ??
    tests.find(isConclusive)
  if (!full || full === test) return since
  const altered = netChanges(stepsAfter(machine, full, deps).filter((s) => !mayComeAfter(s, test))).filter(
    (c) => c.reach === 'altered',
  )
  return [...altered, ...since]
}

/** The clean run since the later of the last failure and the last alteration, when the function was intermittent before. */
function cleanRun(
  world: World,
  machine: MachineState,
  fn: SheetFunction,
  tests: readonly TestRecord[],
  deps: Dependencies,
): CleanRun | undefined {
  const at = tests.findLastIndex((t) => t.result.is === 'intermittent' && !voidReason(world, machine, fn, t))
  const last = tests[at]
  if (!last || last.result.is !== 'intermittent') return undefined
  const { failures, of } = last.result
  let altered: number | undefined
  for (const change of stepsAfter(machine, last, deps)) if (change.reach === 'altered') altered = change.order
  let clean = 0
  let settled = false
  for (const test of tests.slice(at + 1)) {
    if (test.result.is === 'fail') clean = 0
    if (test.result.is !== 'pass' || voidReason(world, machine, fn, test)) continue
    if (
      last.body.condition !== undefined &&
      test.body.condition !== undefined &&
      test.body.condition !== last.body.condition
    )
      continue
    // Once the run has held, the fault is settled: a later touch asks for a retest, not for the run again.
    if (!settled && altered !== undefined && test.order < altered) {
      clean += test.result.starts ?? 1
      if (luckOfCleanRun(failures, of, clean) < houseLuckLevel) settled = true
      else clean = 0
      continue
    }
    clean += test.result.starts ?? 1
  }
  return {
    failures,
    of,
    clean,
    needed: cleanStartsNeeded(failures, of),
    luck: luckOfCleanRun(failures, of, clean),
  }
}
