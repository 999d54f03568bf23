/** What was seen of a machine and what may explain it, as the problem whose shares are sought. */
import type { MachineId } from '#core/ids.ts'
import type { MachineState, World } from '#core/history/world.ts'
import { instantToMs } from '#core/quantity/time.ts'
import { Gathering, machinesAround, positionsOfOurs } from './gathering.ts'
import type { Instance, Timeline } from './instances.ts'
import { counts as isCounted, merged, type Observation } from './observations.ts'
import { mostOdds, oddsOf, type KindCounts, type Odds, type OddsAsked } from './odds.ts'
import { newestFailures, problemOf } from './problem.ts'
import type { Problem } from './shares.ts'

export interface Evidence {
  readonly machine: MachineState
  readonly timeline: Timeline
  readonly observations: readonly Observation[]
  readonly suspects: readonly Instance[]
  readonly odds: readonly Odds[]
  /** Whether a suspect is where it counts now: in the machine, or used to test it. */
  readonly here: readonly boolean[]
  readonly problem: Problem
  /** The failures of the problem, in its order. */
  readonly failures: readonly Observation[]
}

/** What is known of a machine that somebody looks for a fault in. `counts`: what the house counted of kinds of parts. */
export function evidenceOf(world: World, machine: MachineState, counts: KindCounts): Evidence {
  const hosts = machinesAround(world, machine)
  const gathering = new Gathering(world, machine, [machine, ...hosts])
  gathering.tests(machine, () => true)
  gathering.readings(machine)
  const ours = new Set(gathering.found.flatMap((o) => [...o.masks.keys()]))
  // Of a host counts what went through a part of ours, and the same functions with its own.
  for (const host of hosts) {
    const before = gathering.found.length
    const positions = positionsOfOurs(world, machine, host)
    gathering.tests(
      host,
      (deps) => deps.anything || [...positions].some((p) => deps.declared.has(p) || deps.around.has(p)),
    )
    const theirs = gathering.found.splice(before)
    if (theirs.some((o) => [...o.masks.keys()].some((i) => i.part !== undefined && ours.has(i))))
      gathering.found.push(...theirs.filter((o) => !o.anything))
  }
  const observations = merged(gathering.found)
  return asProblem(world, machine, gathering, observations, counts)
}

function asProblem(
  world: World,
  machine: MachineState,
  { timeline, machines }: Gathering,
  observations: readonly Observation[],
  counts: KindCounts,
): Evidence {
  const counting = observations.filter(isCounted)
  const failures = newestFailures(counting)
  const kept = new Set(failures)
  const good = counting.filter((o) => o.is === 'pass')
  const nowHere = new Set(timeline.present(machine.id, Infinity))
  const suspects = new Set<Instance>(nowHere)
  // What has left, and was in nothing that failed, bears on nothing.
  for (const o of failures) {
    for (const i of o.masks.keys()) suspects.add(i)
    for (const i of o.present) suspects.add(i)
  }
  for (const o of counting)
    for (const i of o.masks.keys()) if (i.sort === 'gear' || i.sort === 'unknown') suspects.add(i)
  const list = [...suspects]
  const counted = new Set<string>(counting.map((o) => o.entry.id))
  const stood = spansBetween(observations)
  const homes = new Map(machines.map((m) => [m.id, m]))
  const raw = list.map((instance) => {
    const asked: OddsAsked = {
      world,
      machine: homes.get(instance.machine) ?? machine,
      counts,
      counted,
      stood: instance.machine === machine.id ? stood : [],
    }
    return oddsOf(asked, instance)
  })
  // What a machine brings along adds up to an even chance at most.
  const asFound = new Map<MachineId, number>()
  list.forEach((instance, i) => {
    if (instance.sort === 'unknown' || instance.sort === 'gear') return
    asFound.set(instance.machine, (asFound.get(instance.machine) ?? 0) + (raw[i]?.ways[0]?.odds ?? 0))
  })
  const odds = raw.map((o, i): Odds => {
    const instance = list[i]
    const total =
      instance && instance.sort !== 'unknown' && instance.sort !== 'gear'
        ? (asFound.get(instance.machine) ?? 0)
        : 0
    const scale = total > mostOdds ? mostOdds / total : 1
    return { reasons: o.reasons, ways: o.ways.map((w) => ({ ...w, odds: w.odds * scale })) }
  })
  const problem = problemOf(failures, good, list, odds)
  return {
    machine,
    timeline,
    observations: observations.map((o) =>
      o.is === 'pass' || !isCounted(o) || kept.has(o) ? o : { ...o, left: true },
    ),
    suspects: list,
    odds,
    here: list.map(
      (i) => nowHere.has(i) || i.sort === 'gear' || (i.sort === 'unknown' && i.machine === machine.id),
    ),
    problem,
    failures,
  }
}

const daysThatCount = 60
/** Spans of time in which nothing was tried, each with the order at which it ended. */
function spansBetween(observations: readonly Observation[]): { years: number; order: number }[] {
  const spans: { years: number; order: number }[] = []
  let before: Observation | undefined
  for (const o of observations) {
    if (before) {
      const days =
        (instantToMs(o.entry.happenedAt.latest) - instantToMs(before.entry.happenedAt.latest)) / 86_400_000
      if (days >= daysThatCount) spans.push({ years: days / 365.25, order: o.first })
    }
    before = o
  }
  return spans
}

/** A contact that was made new and met a failure since is not made new once more. */
export const renewedInVain = ({ failures }: Evidence, { begins }: Instance): boolean =>
  begins >= 0 && failures.some((f) => f.order > begins)
