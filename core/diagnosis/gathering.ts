/** Gathers observations from the record: tests, readings, looks, also in machines that parts of this one were tried in. */
import type { MachineId } from '#core/ids.ts'
import { gearMatters } from '#core/history/gear-matters.ts'
import { functionsOf, structureOf } from '#core/history/layout.ts'
import { machineAround } from '#core/history/presence.ts'
import { failuresOf, lookFunction, passes, startsOf } from '#core/history/results.ts'
import type { Statement } from '#core/history/versions.ts'
import { voidReason } from '#core/history/void.ts'
import { isConclusive } from '#core/history/weak.ts'
import type { MachineState, ReadingState, TestRecord, World } from '#core/history/world.ts'
import type { Place } from '#core/place.ts'
import { dependenciesOf, dependenciesWithout, type Dependencies, type Structure } from '#core/type/depends.ts'
import type { SheetFunction } from '#core/type/sheet.ts'
import { Timeline, type Instance } from './instances.ts'
import { houseMasks, type Observation } from './observations.ts'
import { chipsOf, memoryFaultIn } from './memory.ts'
import { valueOf } from './points.ts'

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

export class Gathering {
  readonly timeline: Timeline
  private readonly gear = new Map<string, Instance>()
  private readonly unknown = new Map<MachineId, Instance>()
  private readonly lastPresent = new Map<MachineId, ReadonlySet<Instance>>()
  readonly found: Observation[] = []

  constructor(
    readonly world: World,
    private readonly machine: MachineState,
    readonly machines: readonly MachineState[],
  ) {
    this.timeline = new Timeline(world, machines, (m) => namesNeeded(world, m))
  }

  /** The same set for all that was seen between two changes. */
  private presentIn(machine: MachineId, order: number): ReadonlySet<Instance> {
    const now = this.timeline.present(machine, order)
    const last = this.lastPresent.get(machine)
    if (last && last.size === now.length && now.every((i) => last.has(i))) return last
    const made = new Set(now)
    this.lastPresent.set(machine, made)
    return made
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
    const other = good ? noChips : otherChips(fn, 'symptom' in result ? result.symptom : undefined)
    for (const instance of this.timeline.exercised(machine.id, deps, order))
      if (!other.has(instance.name)) masks.set(instance, good ? mask : houseMasks.full)
    const stoodIn = new Set(body.inPlace?.map((s) => s.gear))
    for (const id of body.gear)
      if (stoodIn.has(id) || gearMatters(this.world, machine, fn, id))
        masks.set(this.gearOf(id), good ? mask : houseMasks.full)
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
      present: this.presentIn(machine.id, order),
      slip: houseMasks.slip,
      anything: deps.anything,
      empty: good ? undefined : this.timeline.emptied(machine.id, deps, order),
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
        present: this.presentIn(machine.id, order),
        slip: houseMasks.slip,
        anything: deps.anything,
        ...(aside.get(`${reading.entry.id} ${reading.point}`)
          ? { aside: aside.get(`${reading.entry.id} ${reading.point}`) }
          : {}),
      })
    }
  }
}

const noChips: ReadonlySet<string> = new Set()
/** Memory chips that a failure clears by naming the bits and addresses of others. */
function otherChips({ memory }: SheetFunction, symptom: string | undefined): ReadonlySet<string> {
  const fault = memory && symptom !== undefined ? memoryFaultIn(symptom) : undefined
  if (!fault || !memory) return noChips
  const { chips, select } = chipsOf(fault, memory)
  if (select || chips.length === 0) return noChips
  return new Set(memory.map((c) => c.chip).filter((chip) => !chips.includes(chip)))
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
export function loadsOf(structure: Structure, point: string): readonly string[] {
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

/** Places in other machines that parts of this one came from or went to. */
function* placesElsewhere(
  world: World,
  machine: MachineState,
): Generator<{ readonly place: Place; readonly other: MachineState }> {
  for (const { out, in: into } of machine.steps)
    for (const id of [out, into])
      for (const leg of (id && world.parts.get(id)?.legs) ?? [])
        for (const place of [leg.from, leg.to]) {
          const other = machineAround(world, place, { at: leg.entry.happenedAt.latest })
          if (other && other.id !== machine.id) yield { place, other }
        }
}

/** Machines that parts of this one were in, before or after. */
export const machinesAround = (world: World, machine: MachineState): MachineState[] => [
  ...new Set([...placesElsewhere(world, machine)].map(({ other }) => other)),
]

/** Positions of a host in which parts of the machine were. */
export const positionsOfOurs = (world: World, machine: MachineState, host: MachineState): Set<string> =>
  new Set(
    [...placesElsewhere(world, machine)].flatMap(({ place, other }) =>
      other.id === host.id && place.position !== undefined ? [place.position] : [],
    ),
  )
