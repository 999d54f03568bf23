/** What the tests on either side of a set of changes show about them. */
import { once } from './once.ts'
import { dependenciesOf, type Dependencies } from '#core/type/depends.ts'
import type { GearId, PartId } from '#core/ids.ts'
import type { SheetFunction } from '#core/type/sheet.ts'
import { mayComeAfter, netChanges, orderUnknown, reachesFunction, type NetChange } from './changes.ts'
import type { TestResult } from './bodies/test.ts'
import { isConclusive } from './standing.ts'
import { gearProved, voidReason } from './void.ts'
import { functionsOf, structureOf } from './layout.ts'
import { type MachineState, type Step, type TestRecord, type World } from './world.ts'

export type Verdict =
  | 'cause shown'
  | 'cause presumed'
  | 'cause not separated'
  | 'better, not cured'
  | 'came back by itself'
  | 'outside what was declared'
  | 'no effect'
  | 'no lasting effect together'
  | 'survived'
  | 'caused by'
  | 'among'
  | 'failed on its own'
  | 'came again'
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
  /** Net alterations between the two of what the function depends on: the one cause, or the suspects. */
  readonly changes: readonly NetChange[]
  /** What it depends on was disturbed, or worked on to help: cleaned, reseated, refitted. Its seat or contact may be why. */
  readonly orDisturbed: readonly NetChange[]
  /** Altered in between, and on no list of the function. */
  readonly unlisted: readonly NetChange[]
  /** Test gear that the later test used and the earlier one did not. */
  readonly otherGear: readonly GearId[]
  /** Says the same failure in other words. */
  readonly otherWords: boolean
  readonly weakened: readonly ('gear not proved' | 'was intermittent' | 'part put in not proved')[]
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

type Comparison = 'better' | 'better, not cured' | 'same good' | 'same failure' | 'worse'

/** Other words are the same failure: only fewer or more failures are better or worse. */
export function compareResults(before: TestResult, after: TestResult): Comparison {
  const [was, is] = [goodness(before), goodness(after)]
  if (was === 2 && is === 2) return 'same good'
  if (is > was) return is === 2 ? 'better' : 'better, not cured'
  return is < was ? 'worse' : 'same failure'
}

/** What may have made the difference, each a net change; gear is one of them. */
interface Candidates {
  readonly altered: readonly NetChange[]
  readonly disturbed: readonly NetChange[]
  readonly gear: readonly GearId[]
  readonly unlisted: readonly NetChange[]
}

/** The verdict and how far it may be trusted at best, by what was changed in between. */
function judged(
  compared: Exclude<Comparison, 'same good'>,
  { altered, disturbed, gear, unlisted }: Candidates,
  comesAndGoes: boolean,
): readonly [Verdict, Strength] {
  const listed = altered.length + disturbed.length + gear.length
  const alone = listed === 1 && altered.length === 1 && unlisted.length === 0
  switch (compared) {
    case 'better':
      if (listed === 0)
        return [unlisted.length > 0 ? 'outside what was declared' : 'came back by itself', 'shows nothing']
      if (listed > 1) return ['cause not separated', 'shows nothing']
      return alone ? ['cause shown', 'shown'] : ['cause presumed', 'presumed']
    case 'better, not cured':
      return ['better, not cured', 'shows nothing']
    case 'same failure':
      return altered.length + disturbed.length > 1
        ? ['no lasting effect together', 'shown']
        : ['no effect', altered.length === 1 ? 'shown' : 'presumed']
    case 'worse':
      if (listed === 0) {
        if (unlisted.length > 0) return ['outside what was declared', 'shows nothing']
        return [comesAndGoes ? 'came again' : 'failed on its own', 'shown']
      }
      if (listed > 1) return ['among', 'shows nothing']
      return ['caused by', alone ? 'shown' : 'presumed']
  }
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
    const telling = before === undefined || goodness(before.result) !== 2 || goodness(after.result) !== 2
    const between: Step[] = []
    let unlisted: Step[] | undefined
    let unknownOrder = false
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
        // Most pairs are two passes, of which nobody asks what else was altered.
        if (step.reach === 'altered' && telling) (unlisted ??= []).push(step)
        continue
      }
      if (machine.fuzzy && (orderUnknown(step, after) || (before && orderUnknown(step, before))))
        unknownOrder = true
      between.push(step)
    }
    if (before || between.length > 0 || unlisted) {
      const tests = { fn: fn.name, before, after }
      const conclusion = conclude(
        world,
        tests,
        { between, unlisted: unlisted ?? none, unknownOrder },
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

const none: readonly never[] = []

interface Between {
  readonly between: readonly Step[]
  readonly unlisted: readonly Step[]
  readonly unknownOrder: boolean
}

const usesOtherGear = (before: TestRecord | undefined, after: TestRecord): readonly GearId[] =>
  before && before.body.gear.length > 0 ? after.body.gear.filter((g) => !before.body.gear.includes(g)) : []

function conclude(
  world: World,
  { fn, before, after }: { fn: string; before: TestRecord | undefined; after: TestRecord },
  { between, unlisted: unlistedSteps, unknownOrder }: Between,
  wasIntermittent: boolean,
  earlier: readonly Conclusion[],
): Conclusion | undefined {
  const net = netChanges(between)
  const changes = net.filter((c) => c.reach === 'altered')
  const orDisturbed = net.filter((c) => c.reach === 'disturbed')
  const plainly = (
    verdict: Verdict,
    strength: Strength,
    unlisted: readonly NetChange[] = none,
    otherGear: readonly GearId[] = none,
  ): Conclusion => ({
    fn,
    before,
    after,
    verdict,
    strength,
    changes,
    orDisturbed,
    unlisted,
    otherGear,
    otherWords: false,
    weakened: none,
  })
  const failed = goodness(after.result) !== 2
  // Most pairs are two passes: what they need is decided before anything else is gathered.
  const compared = before && compareResults(before.result, after.result)
  if (compared === 'same good') return changes.length > 0 ? plainly('survived', 'shown') : undefined
  if (compared === 'same failure' && net.length === 0 && !unknownOrder) return undefined
  if (!before && !failed) return undefined
  const unlisted = netChanges(unlistedSteps).filter((c) => c.reach === 'altered')
  if (!before || !compared)
    return changes.length + orDisturbed.length + unlisted.length === 0
      ? undefined
      : plainly('cannot be known', 'shows nothing', unlisted)
  const otherGear = usesOtherGear(before, after)
  if (unknownOrder) return plainly('order not known', 'shows nothing', unlisted, otherGear)
  if (compared === 'same failure' && changes.length + orDisturbed.length === 0) return undefined
  const is = symptomOf(after.result)
  const was = symptomOf(before.result)
  const candidates = { altered: changes, disturbed: orDisturbed, gear: otherGear, unlisted }
  const [verdict, most] = judged(compared, candidates, wasIntermittent)
  const only = changes.length === 1 ? changes[0] : undefined
  const weakened: Conclusion['weakened'][number][] = []
  if (!gearProved(world, after) || !gearProved(world, before)) weakened.push('gear not proved')
  if (wasIntermittent) weakened.push('was intermittent')
  const swappedIn =
    verdict === 'no effect' && only?.kind === 'swapped' ? provedThen(world, only.after, after) : undefined
  if (swappedIn === false) weakened.push('part put in not proved')
  const raised = verdict === 'caused by' && only ? swapBack(only, earlier) : undefined
  return {
    ...plainly(verdict, most, unlisted, otherGear),
    strength: raised ? 'shown' : swappedIn === false ? 'shows nothing' : weaker(most, weakened.length),
    otherWords: compared === 'same failure' && was !== undefined && is !== undefined && was !== is,
    weakened,
    raised,
    cleared: swappedIn === true ? only?.before : undefined,
  }
}

const strengths: readonly Strength[] = ['shown', 'presumed', 'shows nothing']
/** One step down for each thing that weakens it. */
const weaker = (strength: Strength, steps: number): Strength =>
  strengths[Math.min(strengths.indexOf(strength) + steps, 2)] ?? 'shows nothing'

/** A change that is reversed and brings the fault back shows the cause as well as a single swap can. */
function swapBack(change: NetChange, earlier: readonly Conclusion[]): Conclusion['raised'] {
  const cured = earlier.at(-1)
  const was =
    cured && ['cause shown', 'cause presumed', 'cause not separated'].includes(cured.verdict)
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
