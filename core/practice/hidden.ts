/**
 * What is truly so inside a simulated machine, and what it answers: tests by what they go through, points by what feeds them, looks
 * by what is there to be seen. It knows what the record does not: which part is bad, which contact is poor, where a setting is wrong.
 */
import { expectationOf } from '#core/diagnosis/points.ts'
import { slotOf } from '#core/history/presence.ts'
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { TestResult } from '#core/history/bodies/test.ts'
import type { MachineState, World } from '#core/history/world.ts'
import type { GearId, PartId } from '#core/ids.ts'
import type { Dice } from '#core/quantity/dice.ts'
import { dependenciesOf, dependenciesWithout, type Dependencies, type Structure } from '#core/type/depends.ts'
import { findPosition } from '#core/type/sheet.ts'
import { sparePart, sparesOf } from './beginning.ts'
import type { HiddenFault, PracticeCase } from './case.ts'
import type { CaseIds } from './ids.ts'

/** A supply that gives more than this much of its nominal kills what is plugged into it. House figure of practice, no source. */
const killsAbove = 1.15
/** A reading differs from what is there by so much of it. */
const readingNoise = 0.004

export interface Trying {
  readonly depth: BodyOf<'test'>['depth']
  readonly gear: readonly GearId[]
  readonly inPlace: readonly string[]
  /** Starts that were asked for; absent: as many as the procedure asks for in a full test, else one. */
  readonly starts?: number | undefined
  /** For how long there has been power, minutes. */
  readonly warmMinutes: number
}

/** A part that a rail killed after it was put in. */
export interface Killed {
  readonly part: PartId
  readonly at: string
  readonly point: string
  readonly volts: number
}

export class Hidden {
  /** Parts that are bad, wherever they go, by the fault that they carry. */
  private readonly parts = new Map<PartId, HiddenFault>()
  private readonly contacts = new Map<string, HiddenFault>()
  private readonly settings: Map<string, string>
  private readonly gear = new Map<string, HiddenFault>()
  /** What a part truly is, where that is not what its position takes. */
  private readonly kinds = new Map<PartId, string>()
  /** Places that somebody put a part into since it began. */
  private readonly filled = new Set<string>()
  private readonly structure: Structure

  /** `world`: what the record holds when it begins. */
  constructor(
    private readonly told: PracticeCase,
    private readonly ids: CaseIds,
    private readonly dice: Dice,
    world: World,
  ) {
    const truly = new Map(told.truly.map((t) => [t.of, t.dependsOn]))
    const { functions, points, positions } = told.sheet
    this.structure = {
      positions,
      functions: functions.map((f) => ({ ...f, dependsOn: truly.get(f.name) ?? f.dependsOn })),
      points: points.map((p) => (truly.has(p.name) ? { ...p, dependsOn: truly.get(p.name) ?? [] } : p)),
    }
    this.settings = new Map(Object.entries(told.settings))
    const machine = this.machineIn(world)
    for (const [n, spare] of sparesOf(told).entries())
      if (spare.bad) this.parts.set(sparePart(told.key, n), spareFault(spare.partKind))
    for (const fault of told.faults) this.put(fault, world, machine)
  }

  private machineIn(world: World): MachineState {
    const machine = world.machines.get(this.ids.machine)
    if (!machine) throw new Error('the machine of the case is not in its world')
    return machine
  }

  private put(fault: HiddenFault, world: World, machine: MachineState) {
    const partAt = (at: string) => slotOf(world, machine, at)?.part
    switch (fault.sort) {
      case 'part': {
        const part = partAt(fault.at)
        if (part) this.parts.set(part, fault)
        return
      }
      case 'contact':
        this.contacts.set(fault.at, fault)
        return
      case 'setting':
        if (!this.settings.has(fault.at)) this.settings.set(fault.at, 'as found')
        return
      case 'gear':
        this.gear.set(fault.at, fault)
        return
      case 'exchanged': {
        const kindAt = (at: string) => findPosition(this.told.sheet, at)?.accepts
        const [one, other] = [partAt(fault.at), partAt(fault.with)]
        const [kind, otherKind] = [kindAt(fault.at), kindAt(fault.with)]
        if (one && otherKind) this.kinds.set(one, otherKind)
        if (other && kind) this.kinds.set(other, kind)
      }
    }
  }

  /** Faults that are in the machine now, by the place where they act. */
  private active(world: World, machine: MachineState): Map<string, HiddenFault[]> {
    const found = new Map<string, HiddenFault[]>()
    const add = (at: string, fault: HiddenFault) => found.set(at, [...(found.get(at) ?? []), fault])
    for (const position of this.told.sheet.positions) {
      const at = position.designator
      const slot = slotOf(world, machine, at)
      const part = slot?.part
      const bad = part && this.parts.get(part)
      if (bad) add(at, bad)
      const contact = this.contacts.get(at)
      if (contact) add(at, contact)
      const kind = part && this.kinds.get(part)
      if (kind && kind !== position.accepts) add(at, exchangedAt(this.told, at))
      if (slot?.content === 'empty') add(at, emptyAt(at))
    }
    for (const fault of this.told.faults)
      if (fault.sort === 'setting' && this.settings.get(fault.at) !== fault.right) add(fault.at, fault)
    return found
  }

  /** Faults of the case that are still in the machine, or on the bench. */
  left(world: World): HiddenFault[] {
    const active = [...this.active(world, this.machineIn(world)).values()].flat()
    return this.told.faults.filter(
      (f) =>
        (f.sort === 'gear' && this.gear.get(f.at) === f) ||
        active.includes(f) ||
        (f.sort === 'exchanged' && active.some((a) => a.sort === 'exchanged' && a.at === f.at)),
    )
  }

  /** What truly fails a function now, whatever a short look would show. */
  faultsOf(world: World, fn: string, gear: readonly GearId[] = [], inPlace: readonly string[] = []) {
    const machine = this.machineIn(world)
    const active = this.active(world, machine)
    const own = this.structure.functions.find((f) => f.name === fn)
    const deps = own && this.reached(own, inPlace)
    const reached = deps ? [...active].flatMap(([at, faults]) => (goesThrough(deps, at) ? faults : [])) : []
    // Gear shows in what it is needed for, not in what was tried beside it.
    const needed = new Set(
      this.told.sheet.functions.find((f) => f.name === fn)?.needs.map((n) => n.gearKind) ?? [],
    )
    const used = gear.flatMap((id) => {
      const known = world.gear.get(id)
      const fault = this.gear.get(known?.name ?? '')
      return fault && needed.has(known?.gearKind ?? '') ? [fault] : []
    })
    const hidden = this.told.hide.find(
      ({ fn: where, faults }) =>
        where === fn && faults.every((i) => reached.includes(this.told.faults[i] as HiddenFault)),
    )
    return hidden
      ? reached.filter((f) => !hidden.faults.some((i) => this.told.faults[i] === f))
      : [...reached, ...used]
  }

  private reached(fn: Structure['functions'][number], inPlace: readonly string[]): Dependencies {
    return inPlace.length > 0
      ? dependenciesWithout(this.structure, fn, new Set(inPlace))
      : dependenciesOf(this.structure, fn)
  }

  /** What a trial of a function comes to. */
  trial(world: World, fn: string, trying: Trying): TestResult {
    const sheet = this.told.sheet.functions.find((f) => f.name === fn)
    const missing = sheet?.needs.find(
      (n) => !trying.gear.some((id) => world.gear.get(id)?.gearKind === n.gearKind),
    )
    if (missing) return { is: 'not possible', because: `no ${missing.gearKind} was used` }
    const wrongGear = sheet?.needs.some(
      (n) =>
        n.attribute !== undefined &&
        trying.gear.some((id) => {
          const gear = world.gear.get(id)
          const has = n.attribute === undefined ? undefined : gear?.attributes[n.attribute]
          const wants = n.attribute === undefined ? undefined : this.told.sheet.attributes[n.attribute]
          return gear?.gearKind === n.gearKind && has !== undefined && wants !== undefined && has !== wants
        }),
    )
    const shown = this.faultsOf(world, fn, trying.gear, trying.inPlace).filter(
      (f) =>
        (trying.depth === 'full' || !f.hiddenAtShort.includes(fn)) &&
        (!f.warm ||
          (f.warm.then === 'fails'
            ? trying.warmMinutes >= f.warm.minutes
            : trying.warmMinutes < f.warm.minutes)),
    )
    const starts = trying.starts ?? (trying.depth === 'full' ? (sheet?.starts ?? 1) : 1)
    let failed = 0
    for (let n = 0; n < starts; n++) if (wrongGear || shown.some((f) => this.dice() < f.shows)) failed++
    const symptom = wrongGear
      ? 'nothing fits together'
      : (shown.find((f) => f.symptom !== undefined)?.symptom ?? 'does nothing')
    const many = starts > 1 ? { starts } : {}
    if (failed === 0) return { is: 'pass', ...many }
    if (failed === starts) return { is: 'fail', symptom, ...many }
    return { is: 'intermittent', failures: failed, of: starts, symptom }
  }

  /** What is truly there at a point, in its unit; undefined for one that no sheet knows. */
  truth(world: World, point: string): number | undefined {
    const machine = this.machineIn(world)
    const { points } = this.told.sheet
    const own = points.find((p) => p.name.toLowerCase() === point.toLowerCase())
    const nominal = expectationOf(points, point, (other) => this.truth(world, other))?.nominal
    if (nominal === undefined) return undefined
    const fed = this.structure.points.find((p) => p.name === own?.name)
    const deps = dependenciesOf(this.structure, {
      name: point,
      dependsOn: fed ? [fed.name] : [],
    })
    const faults = [...this.active(world, machine)].flatMap(([at, found]) =>
      goesThrough(deps, at) || fed?.loads?.includes(at) ? found.map((fault) => ({ at, fault })) : [],
    )
    for (const { fault } of faults) {
      const volts = fault.sort === 'part' ? fault.volts?.[own?.name ?? point] : undefined
      if (volts !== undefined) return volts
    }
    return faults.some(({ at, fault }) => goesThrough(deps, at) && fault.shows === 1 && !fault.warm)
      ? 0
      : nominal
  }

  /** What an instrument shows there. */
  reading(world: World, point: string): number | undefined {
    const truth = this.truth(world, point)
    return truth === undefined
      ? undefined
      : Number((truth * (1 + (this.dice() - 0.5) * readingNoise)).toPrecision(3))
  }

  /** What a look at a place finds; undefined: nothing. */
  look(world: World, at: string): string | undefined {
    const active = this.active(world, this.machineIn(world))
    const name = [...active.keys()].find((key) => key.toLowerCase() === at.toLowerCase())
    return (active.get(name ?? '') ?? []).find((f) => f.look !== undefined)?.look
  }

  /** Parts that were put in since it began and that a rail kills when there is power. */
  power(world: World): Killed[] {
    const machine = this.machineIn(world)
    return this.told.sheet.points.flatMap((point) => {
      const volts = this.truth(world, point.name)
      const nominal = expectationOf(this.told.sheet.points, point.name, () => undefined)?.nominal
      if (point.unit !== 'V' || volts === undefined || nominal === undefined || volts <= nominal * killsAbove)
        return []
      return (point.loads ?? []).flatMap((at): Killed[] => {
        const part = slotOf(world, machine, at)?.part
        if (!part || !this.filled.has(at) || this.parts.has(part)) return []
        this.parts.set(part, { ...spareFault(at), at, look: 'a blister on its back' })
        return [{ part, at, point: point.name, volts }]
      })
    })
  }

  isUnfit = (gear: string): boolean => this.gear.has(gear)

  /** Where it stands, and where it is right. */
  setting(name: string): { readonly now: string; readonly right: string } | undefined {
    const now = this.settings.get(name)
    const fault = this.told.faults.find((f) => f.sort === 'setting' && f.at === name)
    return now === undefined ? undefined : { now, right: fault?.sort === 'setting' ? fault.right : now }
  }

  /** What was done changes what is so: contacts are new once they are plugged, cleaned or soldered anew; settings stand where they were put. */
  done(body: BodyOf<'move'> | BodyOf<'change'> | BodyOf<'connection'>): void {
    if (body.kind === 'move') {
      for (const { to } of body.legs) {
        if (to.position === undefined || (to.in.kind !== 'machine' && to.in.kind !== 'assembly')) continue
        this.contacts.delete(to.position)
        this.filled.add(to.position)
      }
    } else if (body.kind === 'connection') {
      if (body.way === 'on') this.contacts.delete(body.connector)
    } else if (body.target.sort === 'adjuster') {
      if (body.to !== undefined) this.settings.set(body.target.name, body.to)
    } else if (!body.failed && body.reach !== 'outside') this.contacts.delete(body.target.name)
  }
}

const goesThrough = (deps: Dependencies, at: string): boolean => deps.declared.has(at) || deps.around.has(at)

const plain = { shows: 1, hiddenAtShort: [] }
const spareFault = (kind: string): HiddenFault => ({ sort: 'part', at: kind, ...plain })
const emptyAt = (at: string): HiddenFault => ({ sort: 'part', at, ...plain, look: 'it is empty' })
function exchangedAt({ faults }: PracticeCase, at: string): HiddenFault {
  const told = faults.find((f) => f.sort === 'exchanged' && (f.at === at || f.with === at))
  return { ...(told ?? { sort: 'contact', ...plain }), at } as HiddenFault
}
