/** What the tests on either side of a set of changes show about them. */
import { gearMatters } from './gear-matters.ts'
import { once } from './once.ts'
import { dependenciesOf, type Dependencies } from '#core/type/depends.ts'
import type { GearId, PartId } from '#core/ids.ts'
import type { SheetFunction } from '#core/type/sheet.ts'
import { mayComeAfter, netChanges, orderUnknown, reachesFunction, type NetChange } from './changes.ts'
import type { TestResult } from './bodies/test.ts'
import { failuresOf, lookFunction, passes, startsOf } from './results.ts'
import { Run, type ComesAndGoes } from './comes-and-goes.ts'
import { houseLuckLevel, luckOfCleanRun } from './intermittent.ts'
import { machineAround } from './presence.ts'
import { compareResults, judged, weaker, type Comparison, type Strength, type Verdict } from './verdicts.ts'
import { isConclusive, weaknessesOf, type Weakness } from './weak.ts'
import { voidReason } from './void.ts'
import { functionsOf, structureOf } from './layout.ts'
import { type MachineState, type Step, type TestRecord, type World } from './world.ts'

/** What is asked about: a function of a machine with all its tests. */
interface Asked {
  readonly world: World
  readonly machine: MachineState
  readonly fn: SheetFunction
  readonly deps: Dependencies
  readonly tests: readonly TestRecord[]
}

/** What was done between two tests. */
interface Between {
  readonly reached: readonly Step[]
  /** Touched, and on no list of the function. */
  readonly unlisted: readonly Step[]
  readonly unknownOrder: boolean
}

/**
 * What a pair of tests shows. Its verdict stands at once; what only a reader wants to know (how far it may be trusted, what else
 * was touched) is derived when it is first asked for.
 */
export class Conclusion {
  /** The verdict and how far it may be trusted at best. */
  readonly verdict: Verdict
  private readonly most: Strength
  /** Net alterations between the two of what the function depends on: the one cause, or the suspects. */
  readonly changes: readonly NetChange[]
  /** What it depends on was disturbed, or worked on to help: cleaned, reseated, refitted. Its seat or contact may be why. */
  readonly orDisturbed: readonly NetChange[]
  /** Test gear that the later test used and the earlier one did not. */
  readonly otherGear: readonly GearId[]

  constructor(
    private readonly asked: Asked,
    private readonly compared: Exclude<Comparison, 'same good'> | undefined,
    /** Absent for a function that was never tested before. */
    readonly before: TestRecord | undefined,
    readonly after: TestRecord,
    private readonly between: Between,
    /** The function was known to come and go, and no clean run had held yet. */
    readonly comesAndGoes: ComesAndGoes | undefined,
    private readonly previous: Conclusion | undefined,
  ) {
    const net = netChanges(between.reached)
    this.changes = net.filter((c) => c.reach === 'altered')
    this.orDisturbed = net.filter((c) => c.reach === 'disturbed')
    this.otherGear = before ? otherGearOf(asked, before, after) : none
    ;[this.verdict, this.most] = this.judge()
  }

  private judge(): readonly [Verdict, Strength] {
    const { before, after, between, compared } = this
    if (!before || !compared) return ['cannot be known', 'shows nothing']
    if (between.unknownOrder) return ['order not known', 'shows nothing']
    if (mayHaveBeenLuck(before, after)) return ['comes and goes', 'shows nothing']
    const { changes, orDisturbed, otherGear } = this
    return judged(
      compared,
      {
        altered: changes.length,
        disturbed: orDisturbed.length,
        gear: otherGear.length,
        unlisted: between.unlisted.length,
      },
      this.comesAndGoes !== undefined,
    )
  }

  get fn(): string {
    return this.asked.fn.name
  }

  private others: readonly NetChange[] | undefined
  /** Touched in between, and on no list of the function. */
  get unlisted(): readonly NetChange[] {
    return (this.others ??= netChanges(this.between.unlisted))
  }

  private weaknesses: readonly Weakness[] | undefined
  /** Why either test ends nobody's doubt. */
  get weak(): readonly Weakness[] {
    const { world, machine, fn, deps, tests } = this.asked
    return (this.weaknesses ??= this.before
      ? [this.before, this.after].flatMap((t) => weaknessesOf(world, machine, fn, deps, tests, t))
      : none)
  }

  get strength(): Strength {
    if (this.most === 'shows nothing') return this.most
    if (this.raised) return 'shown'
    if (this.partInNotProved) return 'shows nothing'
    return weaker(this.most, Number(this.weak.length > 0) + stepsForComing(this.comesAndGoes, this.after))
  }

  private get only(): NetChange | undefined {
    return this.changes.length === 1 ? this.changes[0] : undefined
  }

  get raised(): 'shown by swap-back' | 'fault follows the part' | undefined {
    const { world, machine } = this.asked
    return this.verdict === 'caused by' && this.only
      ? (swapBack(this.only, this.previous) ?? followsThePart(world, machine, this.only, this.after))
      : undefined
  }

  /** Whether the part that was put in was proved then; undefined where none was, or where it made a difference. */
  private get partInProved(): boolean | undefined {
    return this.verdict === 'no effect' && this.only?.kind === 'swapped'
      ? saidGoodThen(this.asked.world, this.only.after, this.after)
      : undefined
  }
  get partInNotProved(): boolean {
    return this.partInProved === false
  }
  /** The part that came out and is not shown faulty by this trial. */
  get cleared(): PartId | undefined {
    return this.partInProved === true ? this.only?.before : undefined
  }

  /** It may have come or gone by itself: it is known to, or too few starts were tried to tell. */
  get orByItself(): boolean {
    return (
      this.verdict === 'comes and goes' ||
      this.comesAndGoes !== undefined ||
      this.weak.some((w) => w.why === 'few starts' || w.why === 'short time')
    )
  }

  /** It fails in another way than before: somebody said so. */
  get anotherFailure(): boolean {
    return this.compared === 'another failure'
  }
  /** Says the same failure in other words. */
  get otherWords(): boolean {
    const was = this.before && symptomOf(this.before.result)
    const is = symptomOf(this.after.result)
    return this.compared === 'same failure' && was !== undefined && is !== undefined && was !== is
  }
}

const none: readonly never[] = []

const symptomOf = (result: TestResult): string | undefined =>
  'symptom' in result ? result.symptom : undefined

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

function pairwise(asked: Asked): Conclusion[] {
  const { world, machine, fn, tests } = asked
  const found: Conclusion[] = []
  const run = new Run(machine, fn)
  let before: TestRecord | undefined
  let cursor = 0
  for (const after of tests) {
    if (!isConclusive(after) || voidReason(world, machine, fn, after)) continue
    const goes = run.known(after)
    const [between, next] = stepsBetween(asked, before, after, cursor, goes !== undefined)
    cursor = next
    if (before || between.reached.length > 0 || between.unlisted.length > 0) {
      const conclusion = conclude(asked, before, after, between, goes, found)
      if (conclusion) found.push(conclusion)
    }
    run.take(after, between.reached)
    before = after
  }
  return found
}

const untouched: Between = { reached: none, unlisted: none, unknownOrder: false }

/** The first step from a place in the line on that is later than an order. */
function firstAfter(steps: readonly Step[], from: number, order: number): number {
  let at = from
  while (at < steps.length && (steps[at]?.order ?? order) <= order) at++
  return at
}

/** The steps between two tests, from a place in the line on, and the place where it ended. */
function stepsBetween(
  { machine, deps }: Asked,
  before: TestRecord | undefined,
  after: TestRecord,
  from: number,
  always: boolean,
): readonly [Between, number] {
  const { steps, fuzzy } = machine
  // Most pairs are two passes, of which nobody asks what was done between them.
  const telling = !before || !passes(before.result) || !passes(after.result)
  if (!telling && !always && !fuzzy) return [untouched, firstAfter(steps, from, after.order)]
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

/** Test gear that only the later test used and that can matter. */
function otherGearOf(
  { world, machine, fn }: Asked,
  before: TestRecord,
  after: TestRecord,
): readonly GearId[] {
  if (before.body.gear.length === 0 || after.body.gear.length === 0) return none
  return after.body.gear.filter((g) => !before.body.gear.includes(g) && gearMatters(world, machine, fn, g))
}

/** What the pair shows; undefined where there is nothing to say. */
function conclude(
  asked: Asked,
  before: TestRecord | undefined,
  after: TestRecord,
  between: Between,
  goes: ComesAndGoes | undefined,
  earlier: readonly Conclusion[],
): Conclusion | undefined {
  const { reached, unlisted } = between
  const compared = before && compareResults(before.result, after.result)
  // Two passes show nothing of what was done between them.
  if (compared === 'same good') return undefined
  if (compared === 'same failure' && reached.length === 0) return undefined
  if (!compared && (passes(after.result) || reached.length + unlisted.length === 0)) return undefined
  return new Conclusion(asked, compared, before, after, between, goes, earlier.at(-1))
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
  if (!passes(before) || after.is !== 'intermittent') return false
  const { failures, of } = failuresOf(after)
  return luckOfCleanRun(failures, of, startsOf(before)) >= houseLuckLevel
}

/** A change that is reversed and brings the fault back shows the cause as well as a single swap can. */
function swapBack(change: NetChange, cured: Conclusion | undefined): Conclusion['raised'] {
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
