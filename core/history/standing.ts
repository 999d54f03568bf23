/** What is known of each function of a machine, and the working status that follows from it. */
import { once } from './once.ts'
import { dependenciesOf, type Dependencies } from '#core/type/depends.ts'
import { instantToMs } from '#core/quantity/time.ts'
import { policyNumber } from '#core/history/policy.ts'
import type { SheetFunction } from '#core/type/sheet.ts'
import { lookFunction, passes } from './results.ts'
import { netChanges, stepsAfter, type NetChange } from './changes.ts'
import { cleanRun, type CleanRun } from './comes-and-goes.ts'
import { houseLuckLevel } from './intermittent.ts'
import { voidReason, type VoidReason } from './void.ts'
import { functionsOf, structureOf } from './layout.ts'
import { isConclusive, weaknessesOf, type Weakness } from './weak.ts'
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
  | 'weakly'
  | 'unproved'
  | 'ageing'
  | 'works'

export interface Standing {
  readonly fn: string
  readonly essential: boolean
  readonly word: StandingWord
  /** Latest conclusive test that is not void. */
  readonly test?: TestRecord | undefined
  /** Net changes since that test which reach the function. */
  readonly changes: readonly NetChange[]
  /** Why that test, which passed, ends nobody's doubt. */
  readonly weak: readonly Weakness[]
  /** It passed, and since then something that it needs fails, or the machine is dead: it cannot be known now. */
  readonly heldUpBy?: TestRecord | undefined
  /** A later attempt that was not possible or inconclusive. */
  readonly beside?: TestRecord | undefined
  readonly voided?: { readonly test: TestRecord; readonly reason: VoidReason } | undefined
  readonly claim?: ClaimState | undefined
  readonly run?: CleanRun | undefined
  /** When an untouched pass grows too old by policy; undefined when age does not matter. */
  readonly standsUntilMs?: number | undefined
}

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
  const found = [...listed, ...undeclared].map((fn) =>
    standingOf(world, machine, fn, dependenciesOf(structure, fn)),
  )
  const failing = found.filter((s) => s.word === 'fails')
  const look = machine.tests.get(lookFunction)?.at(-1)
  const dead = look?.result.is === 'fail' ? look : undefined
  if (failing.length === 0 && !dead) return found
  const all = new Map([...listed, ...undeclared].map((fn) => [fn.name, fn]))
  return found.map((s) => heldUp(s, dependenciesOf(structure, all.get(s.fn) ?? noFunction), failing, dead))
})

/** Something was altered of it since a test that went deep enough. */
export const wantsFullTest = ({ changes, weak }: Standing): boolean =>
  changes.some((c) => c.reach === 'altered') ||
  weak.some((w) => w.why === 'less depth' && w.enough === 'full')

const noFunction: SheetFunction = { name: '', essential: false, dependsOn: [], needs: [] }

/** What passed before cannot be known while something that it depends on fails, or while the machine is dead. */
function heldUp(
  standing: Standing,
  deps: Dependencies,
  failing: readonly Standing[],
  dead: TestRecord | undefined,
): Standing {
  const { test, word } = standing
  if (!test || word === 'fails' || !passes(test.result)) return standing
  const by =
    failing.find((f) => deps.functions.has(f.fn) && f.test && f.test.order > test.order)?.test ??
    (dead && dead.order > test.order ? dead : undefined)
  return by ? { ...standing, word: 'blocked', heldUpBy: by } : standing
}

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
    return { ...base, word, changes: [], weak: [], beside, voided, claim }
  }
  const changes = netChanges(stepsAfter(machine, test, deps))
  const found = { ...base, test, changes, weak: noWeakness, beside, voided, claim }
  if (test.result.is === 'fail') return { ...found, word: 'fails' }
  if (test.result.is === 'partly' && !passes(test.result)) return { ...found, word: 'partly' }
  if (test.result.is === 'intermittent') return { ...found, word: 'intermittent' }
  if (changes.length > 0) return { ...found, word: 'retest' }
  const run = cleanRun(world, machine, fn, tests, deps)
  const weak = weaknessesOf(world, machine, fn, deps, tests, test)
  if (weak.length > 0) return { ...found, word: 'weakly', weak, run }
  if (run && run.luck >= houseLuckLevel) return { ...found, word: 'unproved', run }
  const days = policyNumber(world, machine, 'how long a test stands')
  const standsUntilMs =
    days === undefined ? undefined : instantToMs(test.entry.happenedAt.latest) + days * 86_400_000
  if (standsUntilMs !== undefined && standsUntilMs < instantToMs(world.now))
    return { ...found, word: 'ageing', run, standsUntilMs }
  return { ...found, word: 'works', run, standsUntilMs }
}

const noWeakness: readonly Weakness[] = []
