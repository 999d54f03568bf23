/** What the tests on either side of a set of changes show about them. */
import { once } from './once.ts'
import { dependenciesOf, type Dependencies } from '#core/type/depends.ts'
import type { GearId, PartId } from '#core/ids.ts'
import type { SheetFunction } from '#core/type/sheet.ts'
import { mayComeAfter, netChanges, orderUnknown, reachesFunction, type NetChange } from './changes.ts'
import { lookFunction, passes, startsOf, type TestResult } from './bodies/test.ts'
import { Run, type ComesAndGoes } from './comes-and-goes.ts'
import { houseLuckLevel, luckOfCleanRun } from './intermittent.ts'
import { machineAround } from './presence.ts'
import { isConclusive, weaknessesOf, type Weakness } from './weak.ts'
import { voidReason } from './void.ts'
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
  | 'comes and goes'
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
  /** Touched in between, and on no list of the function. */
  readonly unlisted: readonly NetChange[]
  /** Test gear that the later test used and the earlier one did not. */
  readonly otherGear: readonly GearId[]
  /** Says the same failure in other words. */
  readonly otherWords: boolean
  /** It fails in another way than before: somebody said so. */
  readonly anotherFailure: boolean
  /** Why either test ends nobody's doubt. */
  readonly weak: readonly Weakness[]
  /** The function was known to come and go, and no clean run had held yet. */
  readonly comesAndGoes?: ComesAndGoes | undefined
  readonly partInNotProved: boolean
  /** It may have come or gone by itself: it is known to, or too few starts were tried to tell. */
  readonly orByItself: boolean
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

type Comparison = 'better' | 'better, not cured' | 'same good' | 'same failure' | 'another failure' | 'worse'

/** Other words are the same failure unless a person says another: only fewer or more failures are better or worse. */
export function compareResults(before: TestResult, after: TestResult): Comparison {
  const [was, is] = [goodness(before), goodness(after)]
  if (was === 2 && is === 2) return 'same good'
  if (after.is === 'fail' && after.another && was !== 2) return 'another failure'
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
  goes: boolean,
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
    case 'another failure':
    case 'worse':
      // What comes and goes comes again by itself, whatever was done meanwhile.
      if (goes) return ['came again', 'shows nothing']
      if (listed === 0)
        return unlisted.length > 0
          ? ['outside what was declared', 'shows nothing']
          : ['failed on its own', 'shown']
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
    if (name === lookFunction) continue
    const fn: SheetFunction = known.get(name) ?? { name, essential: false, dependsOn: [], needs: [] }
    const asked = { world, machine, fn, deps: dependenciesOf(structure, fn), tests }
    found.push(...pairwise(asked))
  }
  return found.sort((a, b) => a.after.order - b.after.order)
})

/** A function of a machine with all its tests: what is asked about. */
interface Asked {
  readonly world: World
  readonly machine: MachineState
  readonly fn: SheetFunction
  readonly deps: Dependencies
  readonly tests: readonly TestRecord[]
}

function pairwise(asked: Asked): Conclusion[] {
  const { world, machine, fn, tests } = asked
  const found: Conclusion[] = []
  const run = new Run(machine, fn)
  let before: TestRecord | undefined
  let cursor = 0
  for (const after of tests) {
    if (!isConclusive(after) || voidReason(world, machine, fn, after)) continue
    const [between, next] = stepsBetween(asked, before, after, cursor)
    cursor = next
    if (before || between.reached.length > 0 || between.unlisted.length > 0) {
      const conclusion = conclude(asked, before, after, between, run.known(after), found)
      if (conclusion) found.push(conclusion)
    }
    run.take(after, between.reached)
    before = after
  }
  return found
}

const none: readonly never[] = []

/** What was done between two tests. */
interface Between {
  readonly reached: readonly Step[]
  /** Touched, and on no list of the function. */
  readonly unlisted: readonly Step[]
  readonly unknownOrder: boolean
}

/** The steps between two tests, from a place in the line on, and the place where it ended. */
function stepsBetween(
  { machine, deps }: Asked,
  before: TestRecord | undefined,
  after: TestRecord,
  from: number,
): readonly [Between, number] {
  const { steps, fuzzy } = machine
  // Most pairs are two passes, of which nobody asks what else was touched.
  const telling = !before || !passes(before.result) || !passes(after.result)
  const reached: Step[] = []
  let unlisted: Step[] | undefined
  let unknownOrder = false
  let at = fuzzy ? 0 : from
  for (; at < steps.length; at++) {
    const step = steps[at]
    if (!step) continue
    if (!fuzzy && step.order > after.order) break
    if (
      fuzzy &&
      ((mayComeAfter(step, after) && !orderUnknown(step, after)) || (before && !mayComeAfter(step, before)))
    )
      continue
    if (!reachesFunction(step, deps)) {
      if (telling && step.reach !== 'outside') (unlisted ??= []).push(step)
      continue
    }
    if (fuzzy && (orderUnknown(step, after) || (before && orderUnknown(step, before)))) unknownOrder = true
    reached.push(step)
  }
  return [{ reached, unlisted: unlisted ?? none, unknownOrder }, at]
}

/** Test gear that only the later test used and that can matter: of a kind that the function needs, or that none is said to need. */
function otherGearOf(
  { world, machine, fn }: Asked,
  before: TestRecord,
  after: TestRecord,
): readonly GearId[] {
  if (before.body.gear.length === 0 || after.body.gear.length === 0) return none
  const other = after.body.gear.filter((g) => !before.body.gear.includes(g))
  if (other.length === 0) return none
  const needed = functionsOf(world, machine).flatMap((f) => f.needs.map((n) => n.gearKind))
  return other.filter((id) => {
    const kind = world.gear.get(id)?.gearKind
    return fn.needs.some((n) => n.gearKind === kind) || !needed.some((k) => k === kind)
  })
}

function conclude(
  asked: Asked,
  before: TestRecord | undefined,
  after: TestRecord,
  between: Between,
  goes: ComesAndGoes | undefined,
  earlier: readonly Conclusion[],
): Conclusion | undefined {
  const { world, machine, fn, deps, tests } = asked
  const net = netChanges(between.reached)
  const changes = net.filter((c) => c.reach === 'altered')
  const orDisturbed = net.filter((c) => c.reach === 'disturbed')
  const plainly = (verdict: Verdict, strength: Strength): Conclusion => ({
    fn: fn.name,
    before,
    after,
    verdict,
    strength,
    changes,
    orDisturbed,
    unlisted: netChanges(between.unlisted).filter((c) => c.reach !== 'outside'),
    otherGear: before ? otherGearOf(asked, before, after) : none,
    otherWords: false,
    anotherFailure: false,
    weak: none,
    partInNotProved: false,
    orByItself: false,
  })
  // Most pairs are two passes: what they need is decided before anything else is gathered.
  const compared = before && compareResults(before.result, after.result)
  if (compared === 'same good') return changes.length > 0 ? plainly('survived', 'shown') : undefined
  if (!before || !compared) return passes(after.result) ? undefined : unlessUntouched(plainly)
  if (compared === 'same failure' && net.length === 0) return undefined
  const found = plainly('order not known', 'shows nothing')
  if (between.unknownOrder) return found
  const { unlisted, otherGear } = found
  const [verdict, most] = judged(
    compared,
    { altered: changes, disturbed: orDisturbed, gear: otherGear, unlisted },
    goes !== undefined,
  )
  if (mayHaveBeenLuck(before, after)) return { ...found, verdict: 'comes and goes', orByItself: true }
  const only = changes.length === 1 ? changes[0] : undefined
  const weak = [before, after].flatMap((test) => weaknessesOf(world, machine, fn, deps, tests, test))
  const swappedIn =
    verdict === 'no effect' && only?.kind === 'swapped' ? saidGoodThen(world, only.after, after) : undefined
  const raised =
    verdict === 'caused by' && only
      ? (swapBack(only, earlier) ?? followsThePart(world, machine, only, after))
      : undefined
  const [was, is] = [symptomOf(before.result), symptomOf(after.result)]
  return {
    ...found,
    verdict,
    strength: raised
      ? 'shown'
      : swappedIn === false
        ? 'shows nothing'
        : weaker(most, Number(weak.length > 0) + stepsForComing(goes, after)),
    otherWords: compared === 'same failure' && was !== undefined && is !== undefined && was !== is,
    anotherFailure: compared === 'another failure',
    weak,
    comesAndGoes: goes,
    partInNotProved: swappedIn === false,
    orByItself: goes !== undefined || weak.some((w) => w.why === 'few starts' || w.why === 'short time'),
    raised,
    cleared: swappedIn === true ? only?.before : undefined,
  }
}

/**
 * A function that is known to come and go passes by itself, too: until so many good starts are no luck any more, passing shows
 * nothing of what was done.
 */
const stepsForComing = (goes: ComesAndGoes | undefined, { result }: TestRecord): number =>
  goes === undefined
    ? 0
    : passes(result) && luckOfCleanRun(goes.failures, goes.of, startsOf(result)) < houseLuckLevel
      ? 1
      : 2

/** A pass, and then a fault that comes and goes: so few good starts it may have had before, too. */
function mayHaveBeenLuck({ result: before }: TestRecord, { result: after }: TestRecord): boolean {
  return (
    passes(before) &&
    after.is === 'intermittent' &&
    luckOfCleanRun(after.failures, after.of, startsOf(before)) >= houseLuckLevel
  )
}

/** A first test that fails: whether work caused it cannot be known, if there was any. */
function unlessUntouched(
  plainly: (verdict: Verdict, strength: Strength) => Conclusion,
): Conclusion | undefined {
  const found = plainly('cannot be known', 'shows nothing')
  return found.changes.length + found.orDisturbed.length + found.unlisted.length > 0 ? found : undefined
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

/**
 * The part brought its fault along: in the machine that it came from, a function that depends on its place there failed when it
 * left, and here one fails that worked until it was put in.
 */
function followsThePart(
  world: World,
  host: MachineState,
  { after: part }: NetChange,
  test: TestRecord,
): Conclusion['raised'] {
  const legs = (part && world.parts.get(part)?.legs) ?? none
  for (const leg of legs) {
    if (leg.order > test.order) break
    const from = machineAround(world, leg.from, { at: leg.entry.happenedAt.latest })
    const position = leg.from.position
    if (!from || from.id === host.id || position === undefined) continue
    const structure = structureOf(world, from)
    for (const fn of functionsOf(world, from)) {
      const { anything, declared } = dependenciesOf(structure, fn)
      if (anything || !declared.has(position)) continue
      const last = from.tests
        .get(fn.name)
        ?.findLast((t) => t.order < leg.order && isConclusive(t) && !voidReason(world, from, fn, t))
      if (last && !passes(last.result)) return 'fault follows the part'
    }
  }
  return undefined
}

/** Whether the part was said to be proved good before the test. */
function saidGoodThen(world: World, part: PartId | undefined, test: TestRecord): boolean {
  const state = part === undefined ? undefined : world.parts.get(part)
  return (
    state?.health === 'proved good' &&
    state.healthSaid !== undefined &&
    state.healthSaid.happenedAt.latest <= test.entry.happenedAt.latest
  )
}
