/** The private, mutable form of a world inside one fold. It leaves the fold as a readonly World. */
import {
  noArrival,
  noCondition,
  type ArrivalState,
  type ConditionState,
} from '#core/history/condition-state.ts'
import type { LotId, MachineId, PartId } from '#core/ids.ts'
import { homesIn } from '#core/history/homes.ts'
import type { Place } from '#core/place.ts'
import type { SheetPosition } from '#core/type/sheet.ts'
import { withOwn } from './layout.ts'
import { type LotState, type MachineState, type PartState, type World } from './world.ts'
import type { Statement } from './versions.ts'

type Unlocked<T> =
  T extends ReadonlyMap<infer K, infer V> ? Map<K, V> : T extends readonly (infer V)[] ? V[] : T
export type ConditionDraft = { -readonly [K in keyof ConditionState]: Unlocked<ConditionState[K]> }
export type ArrivalDraft = { -readonly [K in keyof ArrivalState]: Unlocked<ArrivalState[K]> }
export type MachineDraft = { -readonly [K in keyof MachineState]: Unlocked<MachineState[K]> }
export type PartDraft = { -readonly [K in keyof PartState]: Unlocked<PartState[K]> }

export type LotDraft = { -readonly [K in keyof LotState]: Unlocked<LotState[K]> }

export type WorldDraft = {
  -readonly [K in Exclude<keyof World, 'machines' | 'parts' | 'lots'>]: Unlocked<World[K]>
} & {
  machines: Map<MachineId, MachineDraft>
  parts: Map<PartId, PartDraft>
  lots: Map<LotId, LotDraft>
  /** Episode → its machine, for trays. */
  episodeMachines: Map<string, MachineId>
  /** What is drawn from the whole line before any of it is reduced; made when first asked for. */
  plans?: Plans
}

/**
 * How machines are laid out by all that the line says. A machine did not gain its boards when it was registered or its sheet
 * was published: what happened before concerns them too.
 */
interface Plans {
  readonly positions: ReadonlyMap<MachineId, readonly SheetPosition[]>
  /** Where assemblies that nobody has touched sit, by their derived id. */
  readonly homes: ReadonlyMap<string, Place>
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
  words: new Map(),
  eveningSeries: new Map(),
  singleEvenings: new Map(),
  attendance: new Map(),
  toldEvenings: new Map(),
  workshop: undefined,
  planned: new Map(),
  effort: new Map(),
  stepMinutes: new Map(),
  parties: new Map(),
  types: new Map(),
  policies: new Map(),
  authorisations: [],
  grants: [],
  loans: [],
  loanFiles: new Map(),
  now,
  episodeMachines: new Map(),
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
      tasks: [],
      advice: [],
      onsets: [],
      diagnoses: [],
      episodes: [],
      fasteners: new Map(),
      connections: new Map(),
      custody: [],
      readings: [],
      specs: [],
      consents: [],
      requests: [],
      treatments: [],
      colours: [],
      baselines: [],
      waits: [],
      powerUps: 0,
      powerUpOrder: -1,
      powerUpsIn: new Map(),
      precautions: [],
      passedOver: [],
      jots: [],
      overrides: [],
      policies: new Map(),
      contested: [],
      guided: false,
      noneThere: [],
      aliases: [],
      marks: [],
      face: undefined,
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
  if (machine.condition === noCondition)
    machine.condition = { findings: [], surveys: [], gradesSet: [], photos: [], pins: [], pairs: [] }
  return machine.condition as ConditionDraft
}

export function arrivalDraft(world: WorldDraft, id: MachineId): ArrivalDraft {
  const machine = machineDraft(world, id)
  if (machine.arrival === noArrival)
    machine.arrival = {
      evidence: [],
      noEvidence: [],
      contents: [],
      quarantine: [],
      receipts: [],
      links: [],
      values: [],
      markings: [],
      batches: [],
    }
  return machine.arrival as ArrivalDraft
}

export function partDraft(world: WorldDraft, id: PartId): PartDraft {
  let part = world.parts.get(id)
  if (!part) {
    part = { id, attributes: {}, temporary: false, health: 'unknown', legs: [] }
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

const plansOf = (world: WorldDraft): Plans => (world.plans ??= drawPlans(world.line))

function drawPlans(line: readonly Statement[]): Plans {
  const sheets = new Map<string, readonly SheetPosition[]>()
  const types = new Map<MachineId, string | null>()
  const met = new Map<MachineId, readonly SheetPosition[]>()
  for (const { body, became } of line) {
    if (became !== 'recorded') continue
    if (body.kind === 'type') sheets.set(body.type, body.sheet.positions)
    else if (body.kind === 'machine') {
      const type =
        body.what === 'registered' ? (body.type ?? null) : body.what === 'stated' ? body.set.type : undefined
      if (type !== undefined) types.set(body.machine, type)
      if (body.what === 'met') met.set(body.machine, [...(met.get(body.machine) ?? []), ...body.positions])
    }
  }
  const positions = new Map<MachineId, readonly SheetPosition[]>()
  const homes = new Map<string, Place>()
  for (const machine of new Set([...types.keys(), ...met.keys()])) {
    const all = withOwn(sheets.get(types.get(machine) ?? ''), met.get(machine) ?? [])
    positions.set(machine, all)
    for (const [id, place] of homesIn(machine, all)) homes.set(id, place)
  }
  return { positions, homes }
}

/** The positions of a machine by all that the line says of it. */
export const plannedPositions = (world: WorldDraft, machine: MachineId): readonly SheetPosition[] =>
  plansOf(world).positions.get(machine) ?? []

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
    const home: Place | undefined = world.parts.get(id)?.place ?? plansOf(world).homes.get(id)
    if (home?.position !== undefined) within.push(home.position)
    at = home
  }
  return at?.in.kind === 'machine'
    ? { machine: at.in.id as MachineId, within }
    : { machine: undefined, within }
}

/** Marks the machine as one whose order in time is only partly known. */
export function noteInterval(machine: MachineDraft, entry: Statement) {
  if (entry.happenedAt.earliest !== entry.happenedAt.latest) machine.fuzzy = true
}
