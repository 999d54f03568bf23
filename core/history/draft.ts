/** The private, mutable form of a world inside one fold. It leaves the fold as a readonly World. */
import { noArrival, noCondition, type ArrivalState, type ConditionState } from '#core/condition/state.ts'
import type { LotId, MachineId, PartId } from '#core/ids.ts'
import { partAsFound } from '#core/ids.ts'
import { inAssembly, inMachine, type Place } from '#core/parts/place.ts'
import { functionsOf, positionsOf, type LotState, type MachineState, type PartState, type World } from './world.ts'
import type { Statement } from './versions.ts'

type Unlocked<T> = T extends ReadonlyMap<infer K, infer V> ? Map<K, V> : T extends readonly (infer V)[] ? V[] : T
export type ConditionDraft = { -readonly [K in keyof ConditionState]: Unlocked<ConditionState[K]> }
export type ArrivalDraft = { -readonly [K in keyof ArrivalState]: Unlocked<ArrivalState[K]> }
export type MachineDraft = { -readonly [K in keyof MachineState]: Unlocked<MachineState[K]> }
export type PartDraft = { -readonly [K in keyof PartState]: Unlocked<PartState[K]> }

export type LotDraft = { -readonly [K in keyof LotState]: Unlocked<LotState[K]> }

export type WorldDraft = { -readonly [K in Exclude<keyof World, 'machines' | 'parts' | 'lots'>]: Unlocked<World[K]> } & {
  machines: Map<MachineId, MachineDraft>
  parts: Map<PartId, PartDraft>
  lots: Map<LotId, LotDraft>
  /** Episode → its machine, for trays. */
  episodeMachines: Map<string, MachineId>
  /** Where assemblies that nobody has touched sit, by their derived id. */
  assemblyHomes: Map<string, Place>
  homesStale: boolean
}

export const emptyDraft = (now: string): WorldDraft => ({
  line: [],
  withdrawn: [],
  machines: new Map(),
  parts: new Map(),
  lots: new Map(),
  reservations: [],
  slots: new Map(),
  lastOut: new Map(),
  gear: new Map(),
  methods: new Map(),
  parties: new Map(),
  types: new Map(),
  policies: new Map(),
  authorisations: [],
  grants: [],
  loans: [],
  now,
  episodeMachines: new Map(),
  assemblyHomes: new Map(),
  homesStale: true,
})

/** The machine's draft; made when an entry speaks of a machine whose registration is not among the entries. */
export function machineDraft(world: WorldDraft, id: MachineId): MachineDraft {
  let machine = world.machines.get(id)
  if (!machine) {
    machine = {
      id,
      entryNumber: '',
      name: '',
      type: null,
      owner: 'house',
      legal: 'entered, undecided',
      purpose: 'undecided',
      attributes: {},
      metFunctions: [],
      metPositions: [],
      claims: [],
      tests: new Map(),
      steps: [],
      fuzzy: false,
      hazards: [],
      questions: [],
      episodes: [],
      fasteners: new Map(),
      connections: new Map(),
      custody: [],
      readings: [],
      specs: [],
      consents: [],
      baselines: [],
      waits: [],
      powerUps: 0,
      powerUpOrder: -1,
      powerUpsIn: new Map(),
      precautions: [],
      jots: [],
      overrides: [],
      policies: new Map(),
      contested: [],
      guided: false,
      aliases: [],
      marks: [],
      condition: noCondition,
      arrival: noArrival,
    }
    world.machines.set(id, machine)
  }
  return machine
}

/** The machine's condition, made its own at the first entry that speaks of it. */
export function conditionDraft(world: WorldDraft, id: MachineId): ConditionDraft {
  const machine = machineDraft(world, id)
  if (machine.condition === noCondition) machine.condition = { findings: [], surveys: [], gradesSet: [], photos: [], pins: [], pairs: [] }
  return machine.condition as ConditionDraft
}

export function arrivalDraft(world: WorldDraft, id: MachineId): ArrivalDraft {
  const machine = machineDraft(world, id)
  if (machine.arrival === noArrival)
    machine.arrival = { evidence: [], noEvidence: [], contents: [], quarantine: [], receipts: [], links: [], values: [], markings: [], batches: [] }
  return machine.arrival as ArrivalDraft
}

export function partDraft(world: WorldDraft, id: PartId): PartDraft {
  let part = world.parts.get(id)
  if (!part) {
    part = { id, attributes: {}, health: 'unknown', legs: [] }
    world.parts.set(id, part)
  }
  return part
}

export function lotDraft(world: WorldDraft, id: LotId): LotDraft {
  let lot = world.lots.get(id)
  if (!lot) {
    lot = { id, attributes: {}, places: new Map(), got: [], taken: [] }
    world.lots.set(id, lot)
  }
  return lot
}

/** Fills `assemblyHomes` from the sheets: every assembly position, nested ones too, by the id its part would have. */
function findHomes(world: WorldDraft) {
  world.homesStale = false
  for (const machine of world.machines.values()) {
    const positions = positionsOf(world, machine).filter((p) => p.assembly)
    const ids = new Map<string, string>()
    let pending = positions
    while (pending.length > 0) {
      const rest = pending.filter((position) => {
        const holder = position.on === undefined ? machine.id : ids.get(position.on)
        if (holder === undefined) return true
        const id = partAsFound(holder, position.designator)
        ids.set(position.designator, id)
        world.assemblyHomes.set(id, position.on === undefined ? inMachine(holder, position.designator) : inAssembly(holder, position.designator))
        return false
      })
      if (rest.length === pending.length) break
      pending = rest
    }
  }
}

export interface Surroundings {
  readonly machine: MachineId | undefined
  /** Designators of the assemblies around the place, nearest first. */
  readonly within: readonly string[]
}

const nowhere: Surroundings = { machine: undefined, within: [] }
const alone: readonly string[] = []

/** Walks a place up to the machine around it. A tray is not inside its machine. */
export function around(world: WorldDraft, place: Place): Surroundings {
  if (place.in.kind === 'machine') return { machine: place.in.id as MachineId, within: alone }
  if (place.in.kind !== 'assembly') return nowhere
  const within: string[] = []
  let at: Place | undefined = place
  for (let hops = 0; at && at.in.kind === 'assembly' && hops < 20; hops++) {
    const id = at.in.id as PartId
    if (world.homesStale && !world.parts.has(id)) findHomes(world)
    const home: Place | undefined = world.parts.get(id)?.place ?? world.assemblyHomes.get(id)
    if (home?.position !== undefined) within.push(home.position)
    at = home
  }
  return at?.in.kind === 'machine' ? { machine: at.in.id as MachineId, within } : { machine: undefined, within }
}

/** Marks the machine as one whose order in time is only partly known. */
export function noteInterval(machine: MachineDraft, entry: Statement) {
  if (entry.happenedAt.earliest !== entry.happenedAt.latest) machine.fuzzy = true
}

export { functionsOf, positionsOf }
