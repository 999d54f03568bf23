/**
 * Suspects as instances in time. A part keeps its own wherever it goes; every plugging in makes a new seat, every soldering or
 * adjusting a new joint or setting. So an observation speaks of exactly what was there when it was made.
 */
import type { EntryId, GearId, MachineId, PartId } from '#core/ids.ts'
import { partAsFound } from '#core/ids.ts'
import { reachesFunction } from '#core/history/changes.ts'
import { positionsOf } from '#core/history/layout.ts'
import type { MachineState, Step, World } from '#core/history/world.ts'
import { inAssembly, inMachine, placeKey, type Place } from '#core/place.ts'
import type { Dependencies } from '#core/type/depends.ts'
import { takesSetting } from '#core/type/part-kinds.ts'
import type { SheetPosition } from '#core/type/sheet.ts'

export type SuspectSort = 'part' | 'seat' | 'joint' | 'wire' | 'setting' | 'place' | 'gear' | 'unknown'

/** What happened to an instance after it was there: another way in which it may have gone bad. */
export type HappeningWhy = 'disturbed' | 'was out' | 'incident' | 'worked on'
export interface Happening {
  readonly why: HappeningWhy
  readonly order: number
  readonly entry: EntryId
  readonly verb: string
}

export interface Instance {
  readonly key: string
  readonly sort: SuspectSort
  readonly machine: MachineId
  /** Designator or name of what it is at, or is. */
  readonly name: string
  readonly part?: PartId | undefined
  readonly gear?: GearId | undefined
  /** Order of the step that made it; −1: it was there as found. */
  readonly begins: number
  /** Made by soldering, adjusting or joining, not by plugging in. */
  readonly byWork: boolean
  readonly happened: readonly Happening[]
}

interface Draft extends Instance {
  readonly happened: Happening[]
}

/** What was in a slot from an order on; undefined: nothing. */
interface Row {
  readonly from: number
  readonly instance: Draft | undefined
}

const mounted: ReadonlySet<SheetPosition['mount']> = new Set(['socketed', 'plug'])
const looseSort = (sort: Step['target']['sort']): SuspectSort =>
  sort === 'wire' ? 'wire' : sort === 'adjuster' ? 'setting' : 'place'

/** A name that something depends on and that no sheet lists. */
const unlisted = (designator: string): SheetPosition => ({
  designator,
  accepts: designator,
  assembly: false,
  mount: 'soldered',
  essential: false,
  lookAlikes: [],
  polarised: false,
  charged: false,
})

/** Whether a part came into other hands, or into another circuit, in between. */
const wentAway = (place: Place | undefined): boolean =>
  place !== undefined && !['store', 'kept', 'tray', 'rig'].includes(place.in.kind)

/** Instances of some machines in time. */
export class Timeline {
  private readonly contents = new Map<string, PartId | 'empty'>()
  private readonly lastOut = new Map<string, PartId>()
  private readonly parts = new Map<PartId, Draft>()
  /** Rows of each slot, by machine and slot. */
  private readonly rows = new Map<string, Row[]>()
  private readonly layouts = new Map<MachineId, ReadonlyMap<string, SheetPosition>>()
  /** Targets beside positions, by machine, with a step that says what they reach. */
  private readonly loose = new Map<MachineId, Map<string, Step>>()

  constructor(
    private readonly world: World,
    machines: readonly MachineState[],
    /** Names that functions depend on and that no sheet lists, by machine. */
    named: (machine: MachineState) => Iterable<string>,
  ) {
    for (const machine of machines) {
      const layout = new Map(positionsOf(world, machine).map((p) => [p.designator, p]))
      for (const name of named(machine)) if (!layout.has(name)) layout.set(name, unlisted(name))
      this.layouts.set(machine.id, layout)
      this.loose.set(machine.id, new Map())
    }
    const steps = machines.flatMap((m) =>
      m.steps.filter((s) => s.reach !== 'outside' && !s.contested).map((step) => ({ id: m.id, step })),
    )
    // What leaves in an act leaves before anything arrives.
    steps.sort(
      (a, b) =>
        a.step.order - b.step.order || Number(a.step.out === undefined) - Number(b.step.out === undefined),
    )
    for (const { id } of machines) this.settle(id, -1)
    for (const { id, step } of steps) this.take(id, step)
  }

  /** Positions of a machine, those that only a name says among them. */
  positions(machine: MachineId): readonly SheetPosition[] {
    return [...(this.layouts.get(machine)?.values() ?? [])]
  }

  private place(machine: MachineId, designator: string, depth = 0): Place {
    const layout = this.layouts.get(machine)
    const on = layout?.get(designator)?.on
    if (on === undefined || depth > 20 || !layout?.has(on)) return inMachine(machine, designator)
    const around = this.place(machine, on, depth + 1)
    return inAssembly(this.holder(around), designator)
  }
  private holder(place: Place): PartId {
    const held = this.contents.get(placeKey(place))
    return held === undefined || held === 'empty'
      ? (this.lastOut.get(placeKey(place)) ?? partAsFound(place.in.id, place.position ?? ''))
      : held
  }

  private partAt(machine: MachineId, designator: string): Draft | undefined {
    const layout = this.layouts.get(machine)
    // What sits on an assembly that is off is off with it.
    for (
      let on = layout?.get(designator)?.on, n = 0;
      on !== undefined && n < 20;
      on = layout?.get(on)?.on, n++
    )
      if (layout?.has(on) && this.contents.get(placeKey(this.place(machine, on))) === 'empty')
        return undefined
    const place = this.place(machine, designator)
    const held = this.contents.get(placeKey(place))
    if (held === 'empty') return undefined
    return this.partOf(held ?? partAsFound(place.in.id, designator), machine, designator)
  }
  private partOf(part: PartId, machine: MachineId, name: string): Draft {
    const known = this.parts.get(part)
    if (known) return known
    const made: Draft = {
      key: `part:${part}`,
      sort: 'part',
      machine,
      name,
      part,
      begins: -1,
      byWork: false,
      happened: [],
    }
    this.parts.set(part, made)
    return made
  }

  private list(machine: MachineId, slot: string): Row[] {
    const key = `${machine} ${slot}`
    const held = this.rows.get(key)
    if (held) return held
    const made: Row[] = []
    this.rows.set(key, made)
    return made
  }
  private put(machine: MachineId, slot: string, from: number, instance: Draft | undefined) {
    const rows = this.list(machine, slot)
    if (rows.length === 0 || rows.at(-1)?.instance !== instance) rows.push({ from, instance })
  }

  /** Notes what every position holds from an order on. */
  private settle(machine: MachineId, from: number) {
    for (const [designator, position] of this.layouts.get(machine) ?? []) {
      this.put(machine, `part ${designator}`, from, this.partAt(machine, designator))
      if (from >= 0) continue
      if (mounted.has(position.mount)) this.contact(machine, designator, -1, false)
      if (takesSetting(position)) this.setting(machine, designator, -1)
    }
  }

  /** Where a trimmer, a switch or a jumper of the sheet stands: as found, or since it was put there. */
  private setting(machine: MachineId, designator: string, from: number) {
    this.put(machine, `set ${designator}`, from, {
      key: `setting:${machine}/${designator}@${from}`,
      sort: 'setting',
      machine,
      name: designator,
      begins: from,
      byWork: from >= 0,
      happened: [],
    })
  }

  /** A new seat, plugged or reseated; or a new joint, soldered. */
  private contact(machine: MachineId, designator: string, from: number, byWork: boolean) {
    const position = this.layouts.get(machine)?.get(designator)
    const slot = `seat ${designator}`
    const sort: SuspectSort = position && mounted.has(position.mount) ? 'seat' : 'joint'
    const make = (begins: number): Draft => ({
      key: `${sort}:${machine}/${designator}@${begins}`,
      sort,
      machine,
      name: designator,
      begins,
      byWork: begins >= 0 && byWork,
      happened: [],
    })
    // A joint that nobody has touched is not told apart from its part.
    if (from >= 0 && this.list(machine, slot).length === 0) this.put(machine, slot, -1, make(-1))
    this.put(machine, slot, from, make(from))
  }

  private take(machine: MachineId, step: Step) {
    const { target, order } = step
    const note = (instance: Draft | undefined, why: HappeningWhy) =>
      instance?.happened.push({ why, order, entry: step.entry.id, verb: step.verb })
    if (target.sort === 'machine') {
      const why: HappeningWhy = step.reach === 'altered' ? 'incident' : 'disturbed'
      for (const [key, rows] of this.rows) if (key.startsWith(`${machine} `)) note(rows.at(-1)?.instance, why)
      return
    }
    const { name } = target
    if (!this.layouts.get(machine)?.has(name)) {
      this.takeLoose(machine, step)
      return
    }
    if (step.out !== undefined) {
      const key = placeKey(this.place(machine, name))
      this.partOf(step.out, machine, name)
      this.contents.set(key, 'empty')
      this.lastOut.set(key, step.out)
      this.settle(machine, order)
      return
    }
    if (step.in !== undefined) {
      const part = this.partOf(step.in, machine, name)
      this.contents.set(placeKey(this.place(machine, name)), step.in)
      note(part, wentAway(step.elsewhere) ? 'was out' : 'disturbed')
      this.settle(machine, order)
      this.contact(machine, name, order, false)
      return
    }
    if (target.sort === 'adjuster') {
      this.setting(machine, name, order)
      return
    }
    const part = this.partAt(machine, name)
    note(part, step.verb === 'damaged' || step.verb === 'incident' ? 'incident' : 'disturbed')
    this.contact(machine, name, order, step.reach === 'altered')
  }

  /** A connector, an adjuster or a place that no sheet lists: its own, new with every work on it. */
  private takeLoose(machine: MachineId, step: Step) {
    const { name, sort: targetSort } = step.target
    const slot = `loose ${name}`
    const sort = looseSort(targetSort)
    const make = (begins: number): Draft => ({
      key: `${sort}:${machine}/${name}@${begins}`,
      sort,
      machine,
      name,
      begins,
      byWork: begins >= 0 && step.reach === 'altered',
      happened: [],
    })
    if (this.list(machine, slot).length === 0) this.put(machine, slot, -1, make(-1))
    this.put(machine, slot, step.order, make(step.order))
    this.loose.get(machine)?.set(name, step)
  }

  private at(machine: MachineId, slot: string, order: number): Draft | undefined {
    const rows = this.rows.get(`${machine} ${slot}`)
    return rows?.findLast((row) => row.from < order)?.instance
  }

  /** What a test exercised: everything that it hangs on, as it was at that moment. Passing `Infinity` asks for now. */
  exercised(machine: MachineId, deps: Dependencies, order: number): readonly Instance[] {
    const found = new Set<Instance>()
    const add = (slot: string) => {
      const instance = this.at(machine, slot, order)
      if (instance) found.add(instance)
    }
    const layout = this.layouts.get(machine) ?? new Map<string, SheetPosition>()
    for (const [designator, { on }] of layout) {
      const itself =
        deps.anything ||
        deps.declared.has(designator) ||
        (on !== undefined && sitsOn(layout, on, deps.declared))
      if (itself) add(`part ${designator}`)
      if (itself) add(`set ${designator}`)
      // Through an assembly that carries what is needed its connector is exercised, too.
      // An empty socket touches nothing.
      if ((itself || deps.around.has(designator)) && this.at(machine, `part ${designator}`, order))
        add(`seat ${designator}`)
    }
    for (const [name, step] of this.loose.get(machine) ?? [])
      if (reachesFunction(step, deps)) add(`loose ${name}`)
    return [...found]
  }

  /** Positions that a test hangs on by name and that were empty at that moment. */
  emptied(machine: MachineId, deps: Dependencies, order: number): readonly string[] {
    if (deps.anything) return []
    return [...(this.layouts.get(machine)?.keys() ?? [])].filter(
      (name) => deps.declared.has(name) && !this.at(machine, `part ${name}`, order),
    )
  }

  /** Everything that was in the machine at that moment. */
  present(machine: MachineId, order: number): readonly Instance[] {
    const found = new Set<Instance>()
    for (const [key, rows] of this.rows) {
      if (!key.startsWith(`${machine} `)) continue
      // The contact of an empty socket is none.
      const seat = /^\S+ seat (.+)$/.exec(key)?.[1]
      if (seat !== undefined && !this.at(machine, `part ${seat}`, order)) continue
      const instance = rows.findLast((row) => row.from < order)?.instance
      if (instance) found.add(instance)
    }
    return [...found]
  }

  /** The state of a part, where the record has one. */
  partState(instance: Instance) {
    return instance.part === undefined ? undefined : this.world.parts.get(instance.part)
  }
}

function sitsOn(
  layout: ReadonlyMap<string, SheetPosition>,
  on: string,
  declared: ReadonlySet<string>,
): boolean {
  let at: string | undefined = on
  for (let n = 0; at !== undefined && n < 20; n++) {
    if (declared.has(at)) return true
    at = layout.get(at)?.on
  }
  return false
}
