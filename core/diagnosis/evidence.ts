/** What was seen of a machine and what may explain it, as the problem whose shares are sought. */
import type { MachineId } from '#core/ids.ts'
import type { MachineState, World } from '#core/history/world.ts'
import { instantToMs } from '#core/quantity/time.ts'
import { Gathering, machinesAround, positionsOfOurs } from './gathering.ts'
import type { Instance, Timeline } from './instances.ts'
import { houseMasks, merged, type Observation } from './observations.ts'
import { mostOdds, oddsOf, type KindCounts, type Odds, type OddsAsked } from './odds.ts'
import type { Problem, Way } from './shares.ts'

/** Failures that are told apart; older ones are left out. */
const mostFailures = 10

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
  const counting = observations.filter((o) => !o.aside)
  const allFailures = counting.filter((o) => o.is !== 'pass')
  const failures = [...allFailures].sort((a, b) => b.order - a.order).slice(0, mostFailures)
  const kept = new Set(failures)
  const good = counting.filter((o) => o.is === 'pass')
  const nowHere = new Set(timeline.present(machine.id, Infinity))
  const suspects = new Set<Instance>(nowHere)
  for (const o of counting) for (const i of o.masks.keys()) suspects.add(i)
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
  const weakened = weakeningOf(failures)
  const problem: Problem = {
    slips: failures.map((f) => f.slip),
    suspects: list.map((instance, i) =>
      (odds[i]?.ways ?? []).map((way): Way => ({
        odds: way.odds,
        passed: passedAll(good, instance, way.from, weakened.get(instance)),
        fails: failures.flatMap((f, at) => {
          if (way.from >= f.first) return []
          const mask = f.masks.get(instance) ?? (mayReach(f, instance) ? houseMasks.unnamed : undefined)
          return mask === undefined ? [] : [[at, mask] as const]
        }),
      })),
    ),
  }
  return {
    machine,
    timeline,
    observations: observations.map((o) =>
      o.is === 'pass' || o.aside || kept.has(o) ? o : { ...o, left: true },
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

/** A failure may come from what no line names, in the machine that failed, if it was there then. */
const mayReach = (failure: Observation, instance: Instance): boolean =>
  instance.sort !== 'gear' &&
  instance.sort !== 'unknown' &&
  instance.machine === failure.machine &&
  instance.begins < failure.first

/** By how much passes of what a fault that comes and goes may lie in are weakened: 1 − k of n. */
function weakeningOf(failures: readonly Observation[]): Map<Instance, number> {
  const found = new Map<Instance, number>()
  for (const { goes, masks } of failures)
    if (goes) {
      const weak = 1 - goes.k / Math.max(goes.n, goes.k)
      for (const [instance] of masks) found.set(instance, Math.max(found.get(instance) ?? 0, weak))
    }
  return found
}

/** The chance that all passes since then would have passed with it bad: once for each function, at its deepest. */
function passedAll(
  good: readonly Observation[],
  instance: Instance,
  from: number,
  weak: number | undefined,
): number {
  const deepest = new Map<string, number>()
  for (const o of good) {
    const mask = o.masks.get(instance)
    if (mask === undefined || o.order <= from) continue
    const each = weak === undefined ? mask : (mask + (1 - mask) * weak) ** o.times
    const key = `${o.machine} ${o.sort} ${o.of}`
    deepest.set(key, Math.min(deepest.get(key) ?? 1, each))
  }
  let product = 1
  for (const mask of deepest.values()) product *= mask
  return product
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
