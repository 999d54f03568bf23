/** A workshop as it truly is: parts, contacts, settings and gear with the states that nobody can see. The record is judged against it. */
import type { Dice } from '#core/quantity/dice.ts'
import { sheetSchema, type TypeSheet } from '#core/type/sheet.ts'

/** A function of the machines, with everything that it truly depends on. */
interface TrueFunction {
  readonly name: string
  readonly essential: boolean
  readonly needs: readonly string[]
  readonly gear?: 'display' | 'test tape'
}

/** Starts that the full procedure of every function asks for. */
export const startsAsked = 3

export const functions: readonly TrueFunction[] = [
  { name: 'feed', essential: true, needs: ['IC1', 'IC2', 'supply'] },
  { name: 'print', essential: true, needs: ['IC3', 'IC4', 'RV1', 'supply'], gear: 'display' },
  { name: 'count', essential: true, needs: ['IC7', 'IC8', 'RV2', 'supply'], gear: 'test tape' },
  { name: 'bell', essential: false, needs: ['IC5', 'LS1'] },
  { name: 'clock', essential: false, needs: ['IC6', 'IC3'] },
  { name: 'stamp', essential: false, needs: ['IC9', 'IC4'] },
]
const gearOf = (fn: TrueFunction) =>
  fn.gear
    ? [{ gearKind: fn.gear, ...(fn.gear === 'test tape' ? { attribute: 'code', standard: true } : {}) }]
    : []

const chips = ['IC1', 'IC2', 'IC3', 'IC4', 'IC5', 'IC6', 'IC7', 'IC8', 'IC9'] as const
export const trimmers: readonly string[] = ['RV1', 'RV2']
/** Whatever can be taken out by itself, put back, and exchanged for another of its kind. */
export const swappable: readonly string[] = [...chips, 'LS1']
export const targets: readonly string[] = [...swappable, ...trimmers]
export const kindOf = (position: string): string =>
  position === 'IC1'
    ? 'feed ROM'
    : position === 'IC2'
      ? 'line ROM'
      : position === 'LS1'
        ? 'loudspeaker'
        : position.startsWith('RV')
          ? 'trimmer'
          : '74LS374'

/** What the type sheet says; with `missing`, each thing that a function depends on is left out by that chance. */
export function sheetOf(dice: Dice, missing: number): TypeSheet {
  return sheetSchema.parse({
    name: 'Marrel 12 franking machine',
    attributes: {},
    functions: functions.map((fn) => {
      const known = fn.needs.filter(() => dice() >= missing)
      return {
        name: fn.name,
        essential: fn.essential,
        dependsOn: known.length > 0 ? known : fn.needs.slice(0, 1),
        needs: gearOf(fn),
        starts: startsAsked,
      }
    }),
    positions: [
      { designator: 'board', accepts: 'main board', assembly: true, mount: 'plug' },
      { designator: 'supply', accepts: 'power supply', assembly: true, mount: 'plug' },
      ...targets.map((designator) => ({
        designator,
        ...(designator === 'LS1' || designator === 'RV2' ? {} : { on: 'board' }),
        accepts: kindOf(designator),
        mount: designator.startsWith('RV') ? 'soldered' : 'socketed',
        essential: designator !== 'LS1',
        lookAlikes: designator === 'IC1' ? ['IC2'] : designator === 'IC2' ? ['IC1'] : [],
      })),
    ],
    zones: [{ name: 'case', material: 'ABS' }],
  })
}

/** How often something fails at a start: 0 never, 1 always, between them it comes and goes. */
export type FailRate = number

export interface TruePart {
  readonly token: string
  readonly kind: string
  fails: FailRate
}
export interface TrueGear {
  readonly name: string
  readonly kind: 'display' | 'test tape'
  /** Its attribute: only code A runs on these machines. */
  readonly code: string
  readonly fails: FailRate
}

export type MachineName = 'E-1' | 'E-2' | 'E-3'
export const machines: readonly MachineName[] = ['E-1', 'E-2', 'E-3']

/** A thing that fails, by where it is: a part or its contact at a position, a setting, a piece of gear. */
export type Fault = string

export class Shop {
  readonly parts = new Map<string, TruePart>()
  readonly slots = new Map<string, string | undefined>()
  readonly seats = new Map<string, FailRate>()
  /** Trimmers: where they are, and where they are right. */
  readonly settings = new Map<string, { at: number; right: number }>()
  readonly places = new Map<string, string>()
  readonly gear: readonly TrueGear[]

  constructor(
    readonly dice: Dice,
    marginalGear: boolean,
  ) {
    for (const machine of machines) {
      for (const position of targets) {
        const token = `${machine} ${position}`
        this.parts.set(token, { token, kind: kindOf(position), fails: 0 })
        this.put(machine, position, token)
        if (trimmers.includes(position)) this.settings.set(token, { at: 4, right: 4 })
      }
      const supply = `${machine} supply`
      this.parts.set(supply, { token: supply, kind: 'power supply', fails: 0 })
      this.put(machine, 'supply', supply)
    }
    this.gear = [
      { name: 'display one', kind: 'display', code: 'A', fails: marginalGear ? 0.5 : 0 },
      { name: 'display two', kind: 'display', code: 'A', fails: 0 },
      { name: 'tape one', kind: 'test tape', code: 'A', fails: 0 },
      { name: 'tape two', kind: 'test tape', code: 'B', fails: 1 },
    ]
  }

  slot = (machine: MachineName, position: string): string => `${machine}/${position}`
  partAt = (machine: MachineName, position: string): TruePart | undefined => {
    const token = this.slots.get(this.slot(machine, position))
    return token === undefined ? undefined : this.parts.get(token)
  }

  take(machine: MachineName, position: string, to: string): string | undefined {
    const token = this.slots.get(this.slot(machine, position))
    this.slots.set(this.slot(machine, position), undefined)
    if (token !== undefined) this.places.set(token, to)
    return token
  }
  /** A part that is put in sits well: whatever its contact was like, it was plugged anew. */
  put(machine: MachineName, position: string, token: string) {
    this.slots.set(this.slot(machine, position), token)
    this.places.set(token, this.slot(machine, position))
    this.seats.set(this.slot(machine, position), 0)
  }

  /** What makes a function fail now and then, or always, by where it is. */
  faults(machine: MachineName, fn: TrueFunction, gear: TrueGear | undefined): Map<Fault, FailRate> {
    const found = new Map<Fault, FailRate>()
    for (const position of fn.needs) {
      const part = this.partAt(machine, position)
      const setting = this.settings.get(`${machine} ${position}`)
      const rate = part ? 1 - (1 - part.fails) * (1 - (this.seats.get(this.slot(machine, position)) ?? 0)) : 1
      const wrong = setting && setting.at !== setting.right ? 1 : 0
      if (Math.max(rate, wrong) > 0) found.set(position, Math.max(rate, wrong))
    }
    if (gear && gear.fails > 0) found.set(gear.name, gear.fails)
    return found
  }

  /** One start: whether the function does what it should. */
  start(faults: ReadonlyMap<Fault, FailRate>): boolean {
    for (const rate of faults.values()) if (this.dice() < rate) return false
    return true
  }
}
