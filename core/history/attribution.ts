/** What the tests on either side of a set of changes show about them. */
import { once } from './once.ts'
import { dependenciesOf, type Dependencies } from '#core/type/depends.ts'
import type { PartId } from '#core/ids.ts'
import type { SheetFunction } from '#core/type/sheet.ts'
import { mayComeAfter, netChanges, orderUnknown, reachesFunction, type NetChange } from './changes.ts'
import type { TestResult } from './bodies/test.ts'
import { isConclusive } from './standing.ts'
import { gearProved, voidReason } from './void.ts'
import { functionsOf, structureOf } from './layout.ts'
import { type MachineState, type Step, type TestRecord, type World } from './world.ts'

export type Verdict =
  | 'cause shown'
  | 'cause not separated'
  | 'unexplained'
  | 'outside what was declared'
  | 'no effect'
  | 'no lasting effect together'
  | 'changed symptom'
  | 'survived'
  | 'caused by'
  | 'among'
  | 'failed on its own'
  | 'cannot be known'
  | 'order not known'

export type Strength = 'shown' | 'presumed' | 'shows nothing'

export interface Conclusion {
  readonly fn: string
  readonly verdict: Verdict
  readonly strength: Strength
  /** Absent for a function that was never tested before. */
  readonly before?: TestRecord | undefined
  readonly after: TestRecord
  /** The net alterations between the two: the one cause, or the suspects. */
  readonly changes: readonly NetChange[]
  /** Disturbances of something the function depends on: "or the reseating of P3". */
  readonly orDisturbed: readonly NetChange[]
  readonly weakened: readonly (
    'gear not proved' | 'disturbed too' | 'was intermittent' | 'part put in not proved'
  )[]
  readonly raised?: 'shown by swap-back' | 'fault follows the part' | undefined
  /** The part that came out and is not shown faulty by this trial. */
  readonly cleared?: PartId | undefined
}

/** Grade of a result for "better" and "worse": 0 fails, 2 passes, between them by share. */
function goodness(result: TestResult): number {
  switch (result.is) {
    case 'pass':
      return 2
    case 'partly':
      return result.good === result.of ? 2 : 0.2 + result.good / result.of
    case 'intermittent':
      return 1.3 - result.failures / result.of
    default:
      return 0
  }
}

const symptomOf = (result: TestResult): string | undefined =>
  'symptom' in result ? result.symptom : undefined

type Comparison = 'better' | 'same good' | 'same failure' | 'other symptom' | 'worse'

export function compareResults(before: TestResult, after: TestResult): Comparison {
  const change = goodness(after) - goodness(before)
  if (goodness(before) === 2 && goodness(after) === 2) return 'same good'
  if (change > 0) return 'better'
  if (change < 0) return 'worse'
  const was = symptomOf(before)
  const is = symptomOf(after)
  return was !== undefined && is !== undefined && was !== is ? 'other symptom' : 'same failure'
}

const verdicts: Readonly<
  Record<Exclude<Comparison, 'same good'>, readonly [none: Verdict, one: Verdict, several: Verdict]>
> = {
  better: ['unexplained', 'cause shown', 'cause not separated'],
  'same failure': ['no effect', 'no effect', 'no lasting effect together'],
  'other symptom': ['changed symptom', 'changed symptom', 'changed symptom'],
  worse: ['failed on its own', 'caused by', 'among'],
}

/** Conclusions for every function of a machine, by the order of the later test. */
export const conclusionsOf = once((world, machine): readonly Conclusion[] => {
  const structure = structureOf(world, machine)
  const known = new Map(functionsOf(world, machine).map((f) => [f.name, f]))
  const found: Conclusion[] = []
  for (const [name, tests] of machine.tests) {
    const fn: SheetFunction = known.get(name) ?? { name, essential: false, dependsOn: [], needs: [] }
    pairwise(world, machine, fn, tests, dependenciesOf(structure, fn), found)
  }
  return found.sort((a, b) => a.after.order - b.after.order)
})

function pairwise(
  world: World,
  machine: MachineState,
  fn: SheetFunction,
  tests: readonly TestRecord[],
  deps: Dependencies,
  found: Conclusion[],
) {
  let before: TestRecord | undefined
  let wasIntermittent = false
  let cursor = 0
  const mine: Conclusion[] = []
  for (const after of tests) {
    if (!isConclusive(after) || voidReason(world, machine, fn, after)) continue
    const between: Step[] = []
    let unknownOrder = false
    let undeclared = false
    if (machine.fuzzy) cursor = 0
    for (; cursor < machine.steps.length; cursor++) {
      const step = machine.steps[cursor]
      if (!step) continue
      if (!machine.fuzzy && step.order > after.order) break
      if (
        machine.fuzzy &&
        ((mayComeAfter(step, after) && !orderUnknown(step, after)) || (before && !mayComeAfter(step, before)))
      )
        continue
      if (!reachesFunction(step, deps)) {
        if (step.reach !== 'outside') undeclared = true
        continue
      }
      if (machine.fuzzy && (orderUnknown(step, after) || (before && orderUnknown(step, before))))
        unknownOrder = true
      between.push(step)
    }
    if (before || between.length > 0 || undeclared) {
      const conclusion = conclude(
        world,
        fn.name,
        before,
        after,
        between,
        unknownOrder,
        undeclared,
        wasIntermittent,
        mine,
      )
      if (conclusion) mine.push(conclusion)
    }
    wasIntermittent = after.result.is === 'intermittent' || (wasIntermittent && after.result.is !== 'fail')
    before = after
  }
  found.push(...mine)
}

const nothing: readonly never[] = []

function conclude(
  world: World,
  fn: string,
  before: TestRecord | undefined,
  after: TestRecord,
  between: readonly Step[],
  unknownOrder: boolean,
  undeclared: boolean,
  wasIntermittent: boolean,
  earlier: readonly Conclusion[],
): Conclusion | undefined {
  const changes: NetChange[] = []
  const orDisturbed: NetChange[] = []
  for (const change of netChanges(between)) {
    if (change.reach === 'altered') changes.push(change)
    else if (change.reach === 'disturbed') orDisturbed.push(change)
  }
  const plainly = (verdict: Verdict, strength: Strength): Conclusion => ({
    fn,
    verdict,
    strength,
    before,
    after,
    changes,
    orDisturbed,
    weakened: nothing,
  })
  if (!before) {
    const untouched = changes.length === 0 && orDisturbed.length === 0 && !undeclared
    return goodness(after.result) === 2 || untouched ? undefined : plainly('cannot be known', 'shows nothing')
  }
  const compared = compareResults(before.result, after.result)
  if (compared === 'same good') return changes.length > 0 ? plainly('survived', 'shown') : undefined
  if (unknownOrder) return plainly('order not known', 'shows nothing')
  if (compared === 'same failure' && changes.length === 0) return undefined
  let verdict = verdicts[compared][Math.min(changes.length, 2) as 0 | 1 | 2]
  if (verdict === 'unexplained' && undeclared) verdict = 'outside what was declared'
  const only = changes.length === 1 ? changes[0] : undefined
  const weakened: Conclusion['weakened'][number][] = []
  if (!gearProved(world, after) || !gearProved(world, before)) weakened.push('gear not proved')
  if (orDisturbed.length > 0) weakened.push('disturbed too')
  if (wasIntermittent) weakened.push('was intermittent')
  const swappedIn =
    verdict === 'no effect' && only?.kind === 'swapped' ? provedThen(world, only.after, after) : undefined
  if (swappedIn === false) weakened.push('part put in not proved')
  const steps: readonly Strength[] = ['shown', 'presumed', 'shows nothing']
  const strength =
    swappedIn === false ? 'shows nothing' : (steps[Math.min(weakened.length, 2)] ?? 'shows nothing')
  const raised = verdict === 'caused by' && only ? swapBack(only, earlier) : undefined
  return {
    fn,
    verdict,
    strength: raised ? 'shown' : strength,
    before,
    after,
    changes,
    orDisturbed,
    weakened,
    raised,
    cleared: swappedIn === true ? only?.before : undefined,
  }
}

/** A change that is reversed and brings the fault back shows the cause as well as a single swap can. */
function swapBack(change: NetChange, earlier: readonly Conclusion[]): Conclusion['raised'] {
  const cured = earlier.at(-1)
  const was =
    cured?.verdict === 'cause shown' || cured?.verdict === 'cause not separated'
      ? cured.changes.find((c) => c.target.name === change.target.name)
      : undefined
  return was?.before !== undefined && was.before === change.after && was.after === change.before
    ? 'shown by swap-back'
    : undefined
}

/** Whether the part was proved good before the test: said so, or of proved origin. */
function provedThen(world: World, part: PartId | undefined, test: TestRecord): boolean {
  const state = part === undefined ? undefined : world.parts.get(part)
  return (
    state?.health === 'proved good' &&
    state.healthSaid !== undefined &&
    state.healthSaid.happenedAt.latest <= test.entry.happenedAt.latest
  )
}
