/** What is wrong with a machine, as far as can be told: suspects with their shares, what nothing tells apart, what to do next. */
import { structureOf } from '#core/history/layout.ts'
import { lookFunction } from '#core/history/results.ts'
import { standingsOf } from '#core/history/standing.ts'
import type { MachineState, World } from '#core/history/world.ts'
import { dependenciesOf } from '#core/type/depends.ts'
import type { ActTools, FaultAct, FaultActSort } from './acts.ts'
import { evidenceOf, type Evidence } from './evidence.ts'
import type { Observation } from './observations.ts'
import type { Instance } from './instances.ts'
import { adviceOn } from './next.ts'
import { rated, type RatedAct } from './ordering.ts'
import type { KindCounts, Reason } from './odds.ts'
import { candidatesOf, type Candidate } from './sets.ts'
import { sharesOf, type Problem, type Ways } from './shares.ts'

/** No share is said to be higher: it holds only as far as the sheet is right. */
export const mostShare = 0.95

export interface Suspect {
  readonly instance: Instance
  /** Probability 0 to 1 that it is bad, by what was seen and if the sheet is right. */
  readonly share: number
  readonly reasons: readonly Reason[]
  /** What was seen made it likelier than it was before. */
  readonly likelier: boolean
  /** Suspects of one group met the same observations. */
  readonly group: number
  /** What would mend it in the fewest minutes, a trial at its end; absent where nothing is known that would. */
  readonly rid?: { readonly sort: FaultActSort; readonly minutes: number } | undefined
}

export interface Fault {
  /** Functions and test points that fail as they are. */
  readonly failing: readonly string[]
  /** The function that acts are valued for. */
  readonly target: string
  /** Likeliest first; only what is there now. */
  readonly suspects: readonly Suspect[]
  /** Names of parts that the target goes through and that what was seen made far less likely. */
  readonly cleared: readonly string[]
  /** Probability 0 to 1 that nothing is wrong now: what was bad is out, or a result was a slip. */
  readonly nothing: number
  readonly unnamed: number
  /** The likeliest two faults together, where that is as likely as one tenth of the likeliest. */
  readonly pair?: readonly [Instance, Instance] | undefined
  /** Positions that the target hangs on and that are empty: nothing is told before they hold a part. */
  readonly missing: readonly string[]
  readonly acts: readonly RatedAct[]
  /** Expected minutes until it works by mends alone. */
  readonly mendsOnly: number
  /** With other house figures another act would come first. */
  readonly close: boolean
  readonly observations: readonly Observation[]
  /** A failing function of which nobody has said what it needs: saying it would help most. */
  readonly sayNeeds?: string | undefined
  readonly evidence: Evidence
}

/** Functions that fail as the machine is now; and points whose last reading is out of its band. */
function failingOf(world: World, machine: MachineState): { functions: string[]; dead: boolean } {
  const functions = standingsOf(world, machine)
    .filter((s) => ['fails', 'partly', 'intermittent'].includes(s.word))
    .sort((a, b) => Number(b.essential) - Number(a.essential))
    .map((s) => s.fn)
  const look = machine.tests.get(lookFunction)?.at(-1)
  // What passed after it was found dead says that it lives.
  const lives = standingsOf(world, machine).some(
    (s) => s.test && look && s.test.order > look.order && s.word !== 'fails',
  )
  return { functions, dead: look?.result.is === 'fail' && !lives }
}

/** What is wrong, and what to do; undefined where nothing fails. */
export function faultOf(
  world: World,
  machine: MachineState,
  counts: KindCounts,
  tools: ActTools,
): Fault | undefined {
  const { functions, dead } = failingOf(world, machine)
  const evidence = evidenceOf(world, machine, counts)
  const points = outOfBand(evidence)
  const failing = [...functions, ...points]
  if (failing.length === 0 && dead) failing.push(lookFunction)
  const missingOf = (name: string) => emptyNow(world, machine, evidence, name)
  // What lacks a part cannot be judged: another failing function comes first.
  failing.sort((a, b) => Number(missingOf(a).length > 0) - Number(missingOf(b).length > 0))
  const [target] = failing
  if (target === undefined) return undefined
  const missing = missingOf(target)
  if (evidence.failures.length === 0 && missing.length === 0) return undefined
  const shares = sharesOf(evidence.problem)
  const candidates = candidatesOf(evidence.problem, shares.bad)
  const now = presentSets(candidates, evidence.here)
  const ofTarget = setsOfTarget(now, evidence, target)
  const acts = rated(world, machine, evidence, shares.bad, ofTarget, target, tools)
  const suspects = suspectsOf(evidence, shares.bad, acts.all)
  const unnamed = evidence.suspects.findIndex((s) => s.sort === 'unknown' && s.machine === machine.id)
  return {
    failing,
    target,
    suspects,
    cleared: clearedOf(evidence, shares.bad, target),
    nothing: now.find((c) => c.bad.length === 0)?.weight ?? 0,
    unnamed: shares.bad[unnamed] ?? 0,
    pair: likeliestPair(now, evidence.suspects),
    missing,
    acts: missing.length > 0 ? [] : acts.list,
    mendsOnly: acts.mendsOnly,
    close: isClose(evidence, target, acts.all),
    observations: evidence.observations,
    sayNeeds: failing.find(
      (name) =>
        name !== lookFunction &&
        evidence.failures.some((o) => o.of === name && o.anything && o.machine === machine.id),
    ),
    evidence,
  }
}

/** Positions that a function or a point hangs on by name and that are empty now. */
function emptyNow(
  world: World,
  machine: MachineState,
  { timeline }: Evidence,
  name: string,
): readonly string[] {
  const structure = structureOf(world, machine)
  const own = structure.functions.find((f) => f.name === name)
  const point = structure.points.some((p) => p.name === name)
  if (!own && !point) return []
  return timeline.emptied(machine.id, dependenciesOf(structure, own ?? { name, dependsOn: [name] }), Infinity)
}

const outOfBand = ({ machine, observations }: Evidence): string[] => {
  const last = new Map<string, Observation>()
  for (const o of observations)
    if (o.sort === 'reading' && o.machine === machine.id && !o.aside) last.set(o.of, o)
  return [...last.values()].filter((o) => o.is !== 'pass').map((o) => o.of)
}

/** Sets of what is still there: what has left the machine needs no mending. */
function presentSets(candidates: readonly Candidate[], here: readonly boolean[]): Candidate[] {
  const sets = new Map<string, { bad: readonly number[]; weight: number }>()
  for (const { bad, weight } of candidates) {
    const left = bad.filter((i) => here[i])
    const key = left.join()
    const held = sets.get(key)
    if (held) held.weight += weight
    else sets.set(key, { bad: left, weight })
  }
  return [...sets.values()].sort((a, b) => b.weight - a.weight)
}

/** The sets as far as the target hangs on them: what it does not go through need not be mended for it, where something else is bad. */
function setsOfTarget(
  sets: readonly Candidate[],
  { suspects, failures, machine }: Evidence,
  target: string,
): Candidate[] {
  const failure = failures.find((o) => o.of === target && o.machine === machine.id)
  if (!failure) return [...sets]
  const through = suspects.map((s) => failure.masks.has(s))
  const held = sets.map((set) => {
    const own = set.bad.filter((i) => through[i])
    return own.length > 0 ? { ...set, bad: own } : set
  })
  return presentSets(
    held,
    suspects.map(() => true),
  )
}

/** So many times its chance before anything was seen. */
const leastLift = 1.2
const priorOf = (ways: Ways): number => {
  const odds = ways.reduce((sum, way) => sum + way.odds, 0)
  return odds / (1 + odds)
}

/** What passed elsewhere takes away from a suspect: under so many times its chance before. */
const clearedLift = 0.5
function clearedOf(evidence: Evidence, bad: readonly number[], target: string): string[] {
  const failure = evidence.failures.find((o) => o.of === target && o.machine === evidence.machine.id)
  return [
    ...new Set(
      evidence.suspects.flatMap((s, i) =>
        s.sort === 'part' &&
        evidence.here[i] &&
        failure?.masks.has(s) &&
        (bad[i] ?? 0) < clearedLift * priorOf(evidence.problem.suspects[i] ?? [])
          ? [s.name]
          : [],
      ),
    ),
  ]
}

function ridOf(i: number, acts: readonly FaultAct[]): Suspect['rid'] {
  let best: FaultAct | undefined
  for (const act of acts)
    if (act.mends?.includes(i) && (!best || act.minutes + act.toll < best.minutes + best.toll)) best = act
  return best && { sort: best.sort, minutes: best.minutes }
}

function suspectsOf(evidence: Evidence, bad: readonly number[], acts: readonly FaultAct[]): Suspect[] {
  const groups = new Map<string, number>()
  return evidence.suspects
    .map((instance, i): Suspect & { here: boolean } => {
      const ways = evidence.problem.suspects[i] ?? []
      const newest = ways.at(-1)
      const key = `${instance.sort === 'unknown' ? instance.key : ''}${newest?.fails.flat().join() ?? ''}/${(newest?.passed ?? 1).toPrecision(6)}`
      const group = groups.get(key) ?? groups.size
      groups.set(key, group)
      return {
        instance,
        share: Math.min(mostShare, bad[i] ?? 0),
        reasons: evidence.odds[i]?.reasons ?? [],
        likelier: (bad[i] ?? 0) > leastLift * priorOf(ways),
        group,
        rid: ridOf(i, acts),
        here: evidence.here[i] === true,
      }
    })
    .filter((s) => s.here && s.instance.sort !== 'unknown')
    .sort((a, b) => b.share - a.share)
}

function likeliestPair(
  sets: readonly Candidate[],
  suspects: readonly Instance[],
): readonly [Instance, Instance] | undefined {
  const one = sets.find((c) => c.bad.length === 1)?.weight ?? 0
  for (const { bad, weight } of sets) {
    const [first, second] = [suspects[bad[0] ?? -1], suspects[bad[1] ?? -1]]
    // A part and its own contact are one place to look at.
    if (bad.length !== 2 || !first || !second || first.name === second.name) continue
    return weight >= one / 10 ? [first, second] : undefined
  }
  return undefined
}

/** Whether another act would come first with masks and odds halved, or doubled. One act ahead on both sides. */
function isClose(evidence: Evidence, target: string, acts: readonly FaultAct[]): boolean {
  const { problem, here } = evidence
  const firstWith = (times: number): number => {
    const other: Problem = {
      slips: problem.slips,
      suspects: problem.suspects.map((ways) =>
        ways.map((way) => ({
          odds: way.odds * times,
          passed: Math.min(1, way.passed * times),
          fails: way.fails.map(([f, mask]) => [f, Math.min(0.97, mask * times)] as const),
        })),
      ),
    }
    const sets = setsOfTarget(presentSets(candidatesOf(other), here), evidence, target)
    return adviceOn(sets, acts, { ahead: 1 }).acts[0]?.option ?? -1
  }
  const asItIs = firstWith(1)
  return firstWith(0.5) !== asItIs || firstWith(2) !== asItIs
}
