/** What was seen of a machine, told as passes and failures of exactly what each exercised, and what may explain it. */
import type { MachineId } from '#core/ids.ts'
import { functionsOf, structureOf } from '#core/history/layout.ts'
import { failuresOf, lookFunction, passes, startsOf } from '#core/history/results.ts'
import type { Statement } from '#core/history/versions.ts'
import { voidReason } from '#core/history/void.ts'
import { isConclusive } from '#core/history/weak.ts'
import type { MachineState, ReadingState, TestRecord, World } from '#core/history/world.ts'
import { machineAround } from '#core/history/presence.ts'
import { instantToMs } from '#core/quantity/time.ts'
import { dependenciesOf, dependenciesWithout, type Dependencies } from '#core/type/depends.ts'
import type { SheetFunction } from '#core/type/sheet.ts'
import { Timeline, type Instance } from './instances.ts'
import { mostOdds, oddsOf, type KindCounts, type Odds, type OddsAsked } from './odds.ts'
import { valueOf } from './points.ts'
import type { Problem, Way } from './shares.ts'

/** House figures: the chance that a bad one is not shown, and that a good one fails. */
export const houseMasks = {
  look: 0.5,
  short: 0.25,
  full: 0.05,
  /** The procedure does not try something: so much is added. */
  notExercised: 0.1,
  /** A pass of what nobody has declared, and a clean look at a place, tell little. */
  undeclared: 0.9,
  cleanLook: 0.9,
  /** A failure also reaches what is not named. */
  unnamed: 0.95,
  /** A rail that is low may be pulled down by what it feeds. */
  load: 0.8,
  /** Something that no sheet names. */
  unknown: 0.5,
  slip: 0.01,
  /** The same failure seen again. */
  seenAgain: 0.001,
} as const

/** Failures that are told apart; older ones are left out. */
const mostFailures = 10

export interface Observation {
  readonly entry: Statement
  readonly machine: MachineId
  /** The function, or the test point. */
  readonly of: string
  readonly sort: 'test' | 'reading' | 'look'
  readonly is: 'pass' | 'fail' | 'comes and goes'
  readonly symptom?: string | undefined
  /** First and last order at which it was seen on unchanged instances. */
  readonly first: number
  readonly order: number
  readonly times: number
  /** The chance that it passes though one of them is bad, by instance. */
  readonly masks: ReadonlyMap<Instance, number>
  readonly slip: number
  /** Nobody has said what it hangs on. */
  readonly anything: boolean
  /** Failures of how many starts, where it comes and goes. */
  readonly goes?: { readonly k: number; readonly n: number } | undefined
  /** A person set it aside: it counts for nothing. */
  readonly aside?: Statement | undefined
  /** There are too many failures: this one is left out of the sum. */
  readonly left?: boolean
}

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

/** What a test used in the stead of an assembly or a point. */
const insteadOf = (test: TestRecord): readonly string[] => (test.body.inPlace ?? []).map((p) => p.of)

const noFunction = (name: string): SheetFunction => ({ name, essential: false, dependsOn: [], needs: [] })

/** Observations that a person set aside, by entry and by what they are of. */
function asides(machine: MachineState): ReadonlyMap<string, Statement> {
  const found = new Map<string, Statement>()
  for (const said of machine.diagnoses) {
    const { body } = said
    if (body.kind !== 'diagnosis' || body.what === 'ended') continue
    const key = `${body.observation} ${body.of}`
    if (body.what === 'set aside') found.set(key, said)
    else found.delete(key)
  }
  return found
}

class Gathering {
  readonly timeline: Timeline
  private readonly gear = new Map<string, Instance>()
  private readonly unknown = new Map<MachineId, Instance>()
  readonly found: Observation[] = []

  constructor(
    readonly world: World,
    private readonly machine: MachineState,
    readonly machines: readonly MachineState[],
  ) {
    this.timeline = new Timeline(world, machines, (m) => namesNeeded(world, m))
  }

  unknownOf(machine: MachineId): Instance {
    const held = this.unknown.get(machine)
    if (held) return held
    const made = loose('unknown', machine, '')
    this.unknown.set(machine, made)
    return made
  }
  gearOf(id: TestRecord['body']['gear'][number]): Instance {
    const held = this.gear.get(id)
    if (held) return held
    const made: Instance = {
      ...loose('gear', this.machine.id, this.world.gear.get(id)?.name ?? ''),
      gear: id,
      key: `gear:${id}`,
    }
    this.gear.set(id, made)
    return made
  }

  tests(machine: MachineState, wanted: (deps: Dependencies) => boolean) {
    const structure = structureOf(this.world, machine)
    const known = new Map(functionsOf(this.world, machine).map((f) => [f.name, f]))
    const aside = asides(machine)
    for (const [name, tests] of machine.tests) {
      const fn = known.get(name) ?? noFunction(name)
      const deps = dependenciesOf(structure, fn)
      if (!wanted(deps)) continue
      for (const test of tests) {
        if (!isConclusive(test) || voidReason(this.world, machine, fn, test)) continue
        const instead = insteadOf(test)
        const walked = instead.length > 0 ? dependenciesWithout(structure, fn, new Set(instead)) : deps
        this.test(machine, fn, walked, test, aside.get(`${test.entry.id} ${name}`))
      }
    }
  }

  private test(
    machine: MachineState,
    fn: SheetFunction,
    deps: Dependencies,
    test: TestRecord,
    aside: Statement | undefined,
  ) {
    const { result, order, body } = test
    const good = passes(result)
    // A look that finds it dead is a failure of everything; one that finds it alive proves nothing.
    if (fn.name === lookFunction && good) return
    const depth = test.by === undefined ? body.depth : 'look'
    const notTried = body.notExercised !== undefined || fn.notExercised !== undefined
    const mask =
      deps.anything && good
        ? houseMasks.undeclared
        : Math.min(houseMasks.undeclared, houseMasks[depth] + (notTried ? houseMasks.notExercised : 0))
    const masks = new Map<Instance, number>()
    for (const instance of this.timeline.exercised(machine.id, deps, order))
      masks.set(instance, good ? mask : houseMasks.full)
    for (const id of body.gear) masks.set(this.gearOf(id), good ? mask : houseMasks.full)
    masks.set(this.unknownOf(machine.id), Math.max(houseMasks.unknown, good ? mask : 0))
    this.found.push({
      entry: test.entry,
      machine: machine.id,
      of: fn.name,
      sort: 'test',
      is: good ? 'pass' : result.is === 'intermittent' ? 'comes and goes' : 'fail',
      symptom: 'symptom' in result ? result.symptom : undefined,
      first: order,
      order,
      times: startsOf(result),
      masks,
      slip: houseMasks.slip,
      anything: deps.anything,
      goes:
        result.is === 'intermittent'
          ? { k: failuresOf(result).failures, n: failuresOf(result).of }
          : undefined,
      ...(aside ? { aside } : {}),
    })
  }

  readings(machine: MachineState) {
    const structure = structureOf(this.world, machine)
    const aside = asides(machine)
    const orders = new Map(this.world.line.map((s, i) => [s.id, i]))
    for (const reading of machine.readings) {
      const within = withinOf(reading)
      if (within === undefined) continue
      const order = orders.get(reading.entry.id) ?? 0
      const deps = dependenciesOf(structure, { ...noFunction(reading.point), dependsOn: [reading.point] })
      const masks = new Map<Instance, number>()
      // A point of which nobody has said what feeds it speaks of nothing by name.
      if (!deps.anything)
        for (const instance of this.timeline.exercised(machine.id, deps, order))
          masks.set(instance, houseMasks.full)
      if (within === 'low')
        for (const name of loadsOf(structure, reading.point))
          for (const instance of this.timeline.exercised(
            machine.id,
            { ...deps, anything: false, declared: new Set([name]), around: new Set() },
            order,
          ))
            if (instance.sort === 'part' && !masks.has(instance)) masks.set(instance, houseMasks.load)
      masks.set(this.unknownOf(machine.id), houseMasks.unknown)
      this.found.push({
        entry: reading.entry,
        machine: machine.id,
        of: reading.point,
        sort: 'reading',
        is: within === 'within' ? 'pass' : 'fail',
        symptom: within === 'within' ? undefined : reading.read.asWritten,
        first: order,
        order,
        times: 1,
        masks,
        slip: houseMasks.slip,
        anything: deps.anything,
        ...(aside.get(`${reading.entry.id} ${reading.point}`)
          ? { aside: aside.get(`${reading.entry.id} ${reading.point}`) }
          : {}),
      })
    }
  }
}

const loose = (sort: 'gear' | 'unknown', machine: MachineId, name: string): Instance => ({
  key: `${sort}:${machine}/${name}`,
  sort,
  machine,
  name,
  begins: -1,
  byWork: false,
  happened: [],
})

function withinOf({ read, nominal, tolerance }: ReadingState): 'within' | 'low' | 'high' | undefined {
  const value = valueOf(read)
  if (value === undefined || nominal === undefined || tolerance === undefined) return undefined
  if (Math.abs(value - nominal) <= tolerance * (1 + 1e-9)) return 'within'
  return Math.abs(value) < Math.abs(nominal) ? 'low' : 'high'
}

/** What hangs on a point directly: those that the sheet names as its loads, else what is named beside it. */
export function loadsOf(structure: ReturnType<typeof structureOf>, point: string): readonly string[] {
  const said = structure.points.find((p) => p.name === point)?.loads
  if (said && said.length > 0) return said
  const positions = new Set(structure.positions.map((p) => p.designator))
  const found = new Set<string>()
  for (const { dependsOn } of structure.functions)
    if (dependsOn.includes(point)) for (const name of dependsOn) if (positions.has(name)) found.add(name)
  return [...found]
}

/** Names that functions and points depend on and that are no position, point or function of the sheet. */
function namesNeeded(world: World, machine: MachineState): Set<string> {
  const structure = structureOf(world, machine)
  const known = new Set([
    ...structure.positions.map((p) => p.designator),
    ...structure.points.map((p) => p.name),
    ...structure.functions.map((f) => f.name),
  ])
  const names = new Set<string>()
  for (const { dependsOn = [] } of [...structure.functions, ...structure.points])
    for (const name of dependsOn) if (!known.has(name)) names.add(name)
  return names
}

/** Machines that parts of this one were in, before or after, or that tried gear on which this one failed. */
function machinesAround(world: World, machine: MachineState): MachineState[] {
  const found = new Set<MachineState>()
  for (const { out, in: into } of machine.steps)
    for (const id of [out, into])
      for (const leg of (id && world.parts.get(id)?.legs) ?? [])
        for (const place of [leg.from, leg.to]) {
          const other = machineAround(world, place, { at: leg.entry.happenedAt.latest })
          if (other && other.id !== machine.id) found.add(other)
        }
  return [...found]
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

/** Positions of a host in which parts of the machine were. */
function positionsOfOurs(world: World, machine: MachineState, host: MachineState): Set<string> {
  const found = new Set<string>()
  for (const { out, in: into } of machine.steps)
    for (const id of [out, into])
      for (const leg of (id && world.parts.get(id)?.legs) ?? [])
        for (const place of [leg.from, leg.to])
          if (
            place.position !== undefined &&
            machineAround(world, place, { at: leg.entry.happenedAt.latest })?.id === host.id
          )
            found.add(place.position)
  return found
}

const instancesKey = (o: Observation): string =>
  `${o.machine} ${o.sort} ${o.of} ${[...o.masks.keys()].map((i) => i.key).join('|')}`

/**
 * A mask belongs to the test, not to the try: the same function on unchanged instances counts once, at its deepest pass; the same
 * failure once, as seen again; pass and failure with nothing between as a fault that comes and goes.
 */
function merged(found: readonly Observation[]): Observation[] {
  const groups = new Map<string, Observation[]>()
  const out: Observation[] = []
  for (const o of found) {
    if (o.aside) {
      out.push(o)
      continue
    }
    const key = instancesKey(o)
    const held = groups.get(key)
    if (held) held.push(o)
    else groups.set(key, [o])
  }
  for (const group of groups.values()) {
    const fails = group.filter((o) => o.is !== 'pass')
    const good = group.filter((o) => o.is === 'pass')
    const last = group.at(-1)
    if (!last) continue
    if (fails.length === 0) {
      const deepest = good.reduce((a, b) => (maskOf(b) <= maskOf(a) ? b : a))
      out.push({
        ...deepest,
        order: last.order,
        first: good[0]?.first ?? deepest.first,
        times: sum(good, (o) => o.times),
      })
      continue
    }
    const newest = fails.at(-1) ?? last
    const goes = fails.some((o) => o.goes) || good.length > 0
    const k = sum(fails, (o) => o.goes?.k ?? o.times)
    const n = k + sum(fails, (o) => (o.goes ? o.goes.n - o.goes.k : 0)) + sum(good, (o) => o.times)
    out.push({
      ...newest,
      first: fails[0]?.first ?? newest.first,
      times: sum(fails, (o) => o.times),
      is: goes ? 'comes and goes' : 'fail',
      goes: goes ? { k, n } : undefined,
      slip: k > 1 ? houseMasks.seenAgain : houseMasks.slip,
    })
  }
  return out.sort((a, b) => a.order - b.order)
}

const sum = <T>(items: readonly T[], of: (item: T) => number): number =>
  items.reduce((n, item) => n + of(item), 0)
/** How deep a pass went: its mask for what it names. */
const maskOf = (o: Observation): number => Math.min(1, ...o.masks.values())

function asProblem(
  world: World,
  machine: MachineState,
  { timeline, machines, ...gathering }: Gathering,
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

/** Whether anything fails that nobody has mended: what there is to look for. */
export const failingNow = (evidence: Evidence, fails: ReadonlySet<string>): readonly Observation[] =>
  evidence.failures.filter((o) => o.machine === evidence.machine.id && fails.has(o.of))
