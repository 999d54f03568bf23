/**
 * A simulated faulty machine: parts with contacts, rails and a clock that feed functions, two pieces of test gear, a setting. Its
 * sheet may miss lines. It answers tests and readings by the model that the engine reasons with.
 */
import type { MachineId } from '#core/ids.ts'
import type { Statement } from '#core/history/versions.ts'
import type { Instance, SuspectSort } from '#core/diagnosis/instances.ts'
import { houseMasks, merged, type Observation } from '#core/diagnosis/observations.ts'
import { newestFailures, problemOf } from '#core/diagnosis/problem.ts'
import type { Problem } from '#core/diagnosis/shares.ts'
import { oneOf, type Dice } from '#core/quantity/dice.ts'

export interface Slot {
  readonly sort: SuspectSort
  readonly name: string
  /** Odds as found, and times that what happened lately makes them more. */
  readonly odds: number
  readonly changed: boolean
  /** Minutes of mending it, the trial after it not counted, and the toll. */
  readonly minutes: number
  readonly toll: number
  /** The slot of its own contact. */
  readonly contact?: number
}
export interface Trial {
  readonly name: string
  readonly sort: 'test' | 'reading'
  readonly minutes: number
  /** Slots that it truly goes through, and those that the sheet lists. */
  readonly through: readonly number[]
  readonly listed: readonly number[]
  readonly mask: number
}
export interface Machine {
  readonly slots: readonly Slot[]
  readonly trials: readonly Trial[]
}

const house = 'simulated' as MachineId

export interface Making {
  readonly suspects: readonly [number, number]
  /** Share of the sheet's lines that are missing. */
  readonly missing?: number
  readonly changed?: number
}

const between = (dice: Dice, [from, to]: readonly [number, number]): number =>
  from + Math.floor(dice() * (to - from + 1))

/** Numbers without repeats. */
function some(dice: Dice, from: readonly number[], n: number): number[] {
  const left = [...from]
  const found: number[] = []
  while (found.length < n && left.length > 0) {
    const [one] = left.splice(Math.floor(dice() * left.length), 1)
    if (one !== undefined) found.push(one)
  }
  return found
}

export function machineOf(dice: Dice, { suspects, missing = 0, changed = 0 }: Making): Machine {
  const slots: Slot[] = []
  const aim = between(dice, suspects)
  const add = (slot: Omit<Slot, 'odds' | 'changed'>) =>
    slots.push({ ...slot, odds: 0.02, changed: dice() < changed }) - 1
  const gear = [0, 1].map((i) => add({ sort: 'gear', name: `gear ${i}`, minutes: 5, toll: 0 }))
  const setting = add({ sort: 'setting', name: 'setting', minutes: 3, toll: 3 })
  const parts: number[] = []
  while (slots.length < aim) {
    const soldered = dice() < 0.4
    const name = `P${slots.length}`
    const contact = soldered ? undefined : add({ sort: 'seat', name, minutes: 3, toll: 3 })
    parts.push(
      add({
        sort: 'part',
        name,
        minutes: soldered ? 35 : 6,
        toll: soldered ? 10 : 3,
        ...(contact === undefined ? {} : { contact }),
      }),
    )
  }
  const withContacts = (names: readonly number[]) =>
    names.flatMap((i) => {
      const contact = slots[i]?.contact
      return contact === undefined ? [i] : [i, contact]
    })
  const rails = [0, 1].map(() => some(dice, parts, between(dice, [2, 3])))
  const clock = [...some(dice, parts, 2), ...(rails[0] ?? [])]
  const onSheet = (through: readonly number[]) => {
    const kept = new Set(through.filter((i) => slots[i]?.sort !== 'part' || dice() >= missing))
    return through.filter((i) => kept.has(i) || slots[i]?.sort === 'gear')
  }
  const trial = (
    name: string,
    sort: Trial['sort'],
    minutes: number,
    fed: readonly number[],
    own: readonly number[],
    mask: number,
  ): Trial => {
    const all = [...new Set(withContacts(fed))]
    const listed = onSheet(all)
    // A line names a part with its contact.
    const names = new Set(listed.filter((i) => slots[i]?.sort === 'part').map((i) => slots[i]?.name))
    return {
      name,
      sort,
      minutes,
      through: [...all, ...own],
      listed: [
        ...all.filter((i) => {
          const slot = slots[i]
          return slot && (slot.sort === 'part' || slot.sort === 'seat' ? names.has(slot.name) : true)
        }),
        ...own,
      ],
      mask,
    }
  }
  const meter = gear[0] ?? 0
  const trials: Trial[] = [
    ...rails.map((fed, i) => trial(`rail ${i}`, 'reading', 3, fed, [meter], houseMasks.full)),
    trial('clock', 'reading', 3, clock, [meter], houseMasks.full),
  ]
  const functions = Math.max(3, Math.min(9, Math.round(slots.length / 5)))
  for (let i = 0; i < functions; i++) {
    const fed = some(dice, parts, between(dice, [2, 4]))
    if (dice() < 0.8) fed.push(...oneOf(dice, rails))
    if (dice() < 0.4) fed.push(...clock)
    const own = [...(dice() < 0.3 ? [oneOf(dice, gear)] : []), ...(dice() < 0.3 ? [setting] : [])]
    trials.push(trial(`function ${i}`, 'test', between(dice, [1, 4]), fed, own, houseMasks.full))
  }
  return { slots, trials }
}

export interface Believing {
  /** A failure reaches what is not listed, and there is something that no sheet names. */
  readonly undeclared?: boolean
}

/** A machine on the bench: what is bad, what was seen, how long it took. */
export class Bench {
  readonly observations: Observation[] = []
  readonly instances: Instance[]
  private readonly unknown: Instance
  private readonly shown = new Map<string, boolean>()
  private order = 0
  minutes = 0

  constructor(
    readonly dice: Dice,
    readonly machine: Machine,
    readonly bad: Set<number>,
    private readonly believing: Believing = {},
    /** Times that a bad one shows, of all tries; the mask belongs to the test where it is 1. */
    private readonly shows = 1,
    private readonly donorsBad = 0,
  ) {
    this.instances = machine.slots.map((slot, i) => this.instance(slot, i, -1))
    this.unknown = this.instance({ sort: 'unknown', name: '' }, -1, -1)
  }

  private instance({ sort, name }: Pick<Slot, 'sort' | 'name'>, i: number, begins: number): Instance {
    return {
      key: `${sort}:${name}:${i}:${begins}`,
      sort,
      name,
      machine: house,
      begins,
      byWork: false,
      happened: [],
    }
  }

  /** One try; true: it passed. */
  try(trial: Trial): boolean {
    const order = this.order++
    let fails = this.dice() < houseMasks.slip
    for (const i of trial.through) {
      if (!this.bad.has(i)) continue
      const key = `${trial.name} ${this.instances[i]?.key ?? ''}`
      const seen = this.shown.get(key) ?? this.dice() >= trial.mask
      this.shown.set(key, seen)
      if (seen && (this.shows === 1 || this.dice() < this.shows)) fails = true
    }
    const masks = new Map<Instance, number>()
    for (const i of trial.listed) {
      const instance = this.instances[i]
      if (instance) masks.set(instance, trial.mask)
    }
    if (this.believing.undeclared) masks.set(this.unknown, houseMasks.unknown)
    this.observations.push({
      entry: { id: String(order) } as Statement,
      machine: house,
      of: trial.name,
      sort: trial.sort,
      is: fails ? 'fail' : 'pass',
      first: order,
      order,
      times: 1,
      masks,
      present: new Set(this.believing.undeclared ? this.instances.filter((i) => i.sort !== 'gear') : []),
      slip: houseMasks.slip,
      anything: false,
    })
    return !fails
  }

  /** A part with its contact, or what else it is, is good after it; a donor may be bad. */
  mend(i: number): void {
    const slot = this.machine.slots[i]
    if (!slot) return
    for (const at of slot.contact === undefined ? [i] : [i, slot.contact]) {
      this.bad.delete(at)
      const its = this.machine.slots[at]
      if (its) this.instances[at] = this.instance(its, at, this.order)
    }
    if (slot.sort === 'part' && this.dice() < this.donorsBad) this.bad.add(i)
    this.order++
  }

  /** What the engine is given. */
  problem(): { problem: Problem; suspects: readonly Instance[]; failures: readonly Observation[] } {
    const seen = merged(this.observations)
    const failures = newestFailures(seen)
    const suspects = [...new Set([...this.instances, ...seen.flatMap((o) => [...o.masks.keys()])])]
    const odds = suspects.map((instance) => {
      if (instance === this.unknown) return { ways: [{ from: -1, odds: 0.03 }] }
      const slot = this.machine.slots.find((s) => s.name === instance.name && s.sort === instance.sort)
      const asFound = (slot?.odds ?? 0.02) / (instance.begins >= 0 ? 20 : 1)
      return {
        ways: [{ from: instance.begins, odds: asFound * (slot?.changed && instance.begins < 0 ? 3 : 1) }],
      }
    })
    const passes = seen.filter((o) => o.is === 'pass')
    return { problem: problemOf(failures, passes, suspects, odds), suspects, failures }
  }
}

/** Which slots are bad: by their odds each for itself. */
export const drawn = (dice: Dice, { slots }: Machine): Set<number> =>
  new Set(
    slots.flatMap((slot, i) => {
      const odds = slot.odds * (slot.changed ? 3 : 1)
      return dice() < odds / (1 + odds) ? [i] : []
    }),
  )
