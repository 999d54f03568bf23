/**
 * Evenings of a simulated workshop, seeded: what truly fails, what people try, what they write of it. The mix of faults is fixed:
 * a quarter are contacts, a fifth come and go, a tenth are two at once, a tenth are marginal gear, one in twenty is a setting.
 */
import { dice, oneOf, type Dice } from '#core/quantity/dice.ts'
import { numberedId } from '../script.ts'
import type { EntryId, PartId } from '#core/ids.ts'
import { WrittenRecord, type Spare } from './record.ts'
import {
  functions,
  kindOf,
  sheetOf,
  Shop,
  startsAsked,
  swappable,
  targets,
  trimmers,
  type FailRate,
  type Fault,
  type TrueGear,
} from './shop.ts'

export interface Telling {
  readonly seed: number
  /** Chance that an act is not written down. */
  readonly unwritten: number
  /** Chance that something a function depends on is not on its sheet. */
  readonly missing: number
}

/** What was true of a function when a written test tried it. */
export interface TrueTest {
  readonly fn: string
  readonly entry: EntryId
  readonly faults: ReadonlyMap<Fault, FailRate>
  /** How many acts inside the machine there had been by then: all, and those that were written. */
  readonly acts: number
  readonly written: number
}

/** What the tests so far truly prove of a function. */
interface Proof {
  passed: boolean
  /** Something was altered since the last full test. */
  wantsFull: boolean
}

export interface Workshop {
  readonly telling: Telling
  readonly shop: Shop
  readonly record: WrittenRecord
  readonly spares: readonly Spare[]
  readonly tests: Map<string, TrueTest>
  readonly proofs: ReadonlyMap<string, Proof>
  /** Positions that gave a part to E-1, by the machine that lost it. */
  readonly gave: readonly string[]
}

interface Act {
  readonly line: string
  readonly touches: readonly string[]
  readonly alters: boolean
  readonly happens: () => void
}

const symptoms = ['dark', 'jams', 'silent', 'prints rubbish', 'stops half way']

/** One workshop from its first to its last evening on E-1; `seen` is asked after every line that was written. */
export async function evenings(telling: Telling, seen: (workshop: Workshop) => void): Promise<Workshop> {
  const teller = new Evenings(telling, seen)
  await teller.begin()
  for (let evening = 0; evening < 3; evening++) await teller.evening()
  return teller
}

class Evenings implements Workshop {
  readonly dice: Dice
  readonly shop: Shop
  readonly record = new WrittenRecord()
  readonly spares: Spare[] = []
  readonly tests = new Map<string, TrueTest>()
  readonly proofs = new Map(
    functions.map((f): [string, Proof] => [f.name, { passed: false, wantsFull: false }]),
  )
  readonly gave: string[] = []
  private acts = 0
  private written = 0
  private readonly sheet
  private readonly claimed: boolean
  private using = new Map<string, TrueGear>()

  constructor(
    readonly telling: Telling,
    private readonly seen: (workshop: Workshop) => void,
  ) {
    this.dice = dice(telling.seed)
    const kind = this.dice()
    const marginal = kind >= 0.55 && kind < 0.65
    this.shop = new Shop(this.dice, marginal)
    this.sheet = sheetOf(this.dice, telling.missing)
    this.claimed = this.break(kind)
    const tape = this.shop.gear[this.chance(0.04) ? 3 : 2]
    const display = this.shop.gear[marginal ? 0 : this.chance(0.5) ? 1 : 0]
    if (tape) this.using.set('test tape', tape)
    if (display) this.using.set('display', display)
  }

  private chance = (p: number): boolean => this.dice() < p

  /** Breaks what the mix says; answers whether the giver spoke of it as something that comes and goes. */
  private break(kind: number): boolean {
    const { shop } = this
    const chip = () => oneOf(this.dice, swappable)
    const part = (position: string, fails: FailRate) => {
      const found = shop.partAt('E-1', position)
      if (found) found.fails = fails
    }
    if (kind < 0.25) shop.seats.set(shop.slot('E-1', chip()), 1)
    else if (kind < 0.45) {
      const rate = 0.2 + 0.6 * this.dice()
      if (this.chance(0.3)) shop.seats.set(shop.slot('E-1', chip()), rate)
      else part(chip(), rate)
      return this.chance(0.3)
    } else if (kind < 0.55) {
      part(chip(), 1)
      part(chip(), 1)
    } else if (kind < 0.65) {
      // The gear is at fault, as often as not alone.
      if (this.chance(0.5)) part(chip(), 1)
    } else if (kind < 0.7) {
      const setting = shop.settings.get(`E-1 ${oneOf(this.dice, trimmers)}`)
      if (setting) setting.right = 6
    } else part(chip(), 1)
    return false
  }

  async begin() {
    for (let n = 0; n < 6; n++) {
      const kind = kindOf(oneOf(this.dice, swappable))
      const proved = this.chance(0.5)
      const token = `P-${100 + n}`
      const id = numberedId<PartId>(n + 1, 40)
      this.spares.push({ tag: token, token, id, kind, proved })
      this.shop.parts.set(token, { token, kind, fails: this.chance(proved ? 0.01 : 0.1) ? 1 : 0 })
      this.shop.places.set(token, 'drawer')
    }
    const proved = this.shop.gear.filter((g) => this.chance(g.fails > 0 ? 0.1 : 0.7)).map((g) => g.name)
    await this.record.found(this.shop, this.sheet, this.spares, this.claimed, proved)
  }

  async evening() {
    await this.record.open('E-1')
    await this.test(functions.map((f) => f.name))
    for (let step = 0; step < 9; step++) {
      const failing = functions.filter((f) => this.faultsOf(f.name).size > 0)
      const aim = failing.length > 0 ? oneOf(this.dice, failing) : oneOf(this.dice, functions)
      if (failing.length === 0 && this.chance(0.5)) break
      const several = this.chance(0.3) ? (this.chance(0.3) ? 3 : 2) : 1
      // Now and then somebody only tries once more.
      if (!this.chance(0.2)) for (let n = 0; n < several; n++) await this.actOn(aim.name)
      await this.test(this.chance(0.6) ? [aim.name] : functions.map((f) => f.name))
    }
  }

  private faultsOf(name: string): Map<Fault, FailRate> {
    const fn = functions.find((f) => f.name === name)
    if (!fn) throw new Error(`no function ${name}`)
    return this.shop.faults('E-1', fn, fn.gear ? this.using.get(fn.gear) : undefined)
  }

  /** Tries functions as a careful or a hasty person does, and writes what came of it. */
  private async test(names: readonly string[]) {
    if (this.chance(0.01)) this.dies()
    const careful = this.chance(0.6)
    const starts = careful ? startsAsked : 1
    const tried = names.map((name) => {
      const faults = this.faultsOf(name)
      let good = 0
      for (let n = 0; n < starts; n++) if (this.shop.start(faults)) good++
      return { name, faults, good }
    })
    const words = tried.map(({ name, good }) => `${name} ${this.resultWords(good, starts)}`)
    const kinds = new Set(names.flatMap((n) => functions.find((f) => f.name === n)?.gear ?? []))
    const gear = [...kinds].flatMap((kind) => this.using.get(kind)?.name ?? [])
    const withGear = gear.length > 0 ? ` with ${gear.join(', ')}` : ''
    const entry = await this.record.line(`test ${careful ? 'full ' : ''}${words.join(', ')}${withGear}`)
    if (!entry) return
    for (const { name, faults, good } of tried) {
      this.tests.set(`${entry} ${name}`, {
        fn: name,
        entry,
        faults,
        acts: this.acts,
        written: this.written,
      })
      this.proves(name, good === starts, careful)
    }
    this.seen(this)
  }

  private proves(name: string, good: boolean, careful: boolean) {
    const proof = this.proofs.get(name)
    const fn = functions.find((f) => f.name === name)
    // With gear of another code nothing is tested at all.
    if (!proof || (fn?.gear && this.using.get(fn.gear)?.code !== 'A')) return
    if (careful) proof.wantsFull = false
    proof.passed = good && careful && !proof.wantsFull
  }

  private resultWords(good: number, starts: number): string {
    if (good === starts) return starts === 1 ? 'pass' : `pass ${starts} starts`
    if (good > 0) return `intermittent ${starts - good} of ${starts}: ${oneOf(this.dice, symptoms)}`
    return `${starts === 1 ? 'fail' : `fails ${starts} of ${starts}`}: ${oneOf(this.dice, symptoms)}`
  }

  /** Something dies by itself. */
  private dies() {
    const part = this.shop.partAt('E-1', oneOf(this.dice, swappable))
    if (part) part.fails = 1
  }

  private async actOn(name: string) {
    if (this.chance(0.06)) return this.otherGear(name)
    const known = this.sheet.functions.find((f) => f.name === name)?.dependsOn ?? []
    const near = targets.filter((t) => known.includes(t))
    const position = near.length > 0 && this.chance(0.8) ? oneOf(this.dice, near) : oneOf(this.dice, targets)
    const writes = !this.chance(this.telling.unwritten)
    for (const act of trimmers.includes(position) ? this.turn(position) : this.work(position)) {
      if (writes) {
        const entry = await this.record.line(act.line)
        // What the record refuses, people do not do.
        if (!entry) return
      }
      act.happens()
      if (act.touches.length > 0) {
        this.acts++
        if (writes) this.written++
      }
      for (const fn of functions)
        if (fn.needs.some((p) => act.touches.includes(p))) {
          const proof = this.proofs.get(fn.name)
          if (!proof) continue
          proof.passed = false
          if (act.alters) proof.wantsFull = true
        }
      if (writes) this.seen(this)
    }
  }

  private otherGear(name: string) {
    const kind = functions.find((f) => f.name === name)?.gear
    const others = this.shop.gear.filter((g) => g.kind === kind && g !== this.using.get(g.kind))
    if (kind && others[0]) this.using.set(kind, others[0])
  }

  private turn(position: string): Act[] {
    const setting = this.shop.settings.get(`E-1 ${position}`)
    if (!setting) return []
    const to = this.chance(0.5) ? setting.right : oneOf(this.dice, [3, 4, 5, 6, 7])
    return [
      {
        line: `adjust ${position} from ${setting.at} to ${to}`,
        touches: [position],
        alters: true,
        happens: () => void (setting.at = to),
      },
    ]
  }

  private work(position: string): Act[] {
    const { shop } = this
    const slot = shop.slot('E-1', position)
    const empty = shop.partAt('E-1', position) === undefined
    const bag = `bag ${1 + Math.floor(this.dice() * 9)}`
    const seats = (fails: FailRate) => void shop.seats.set(slot, fails)
    // One time in fifty the work itself spoils the contact.
    const afterwards = () => seats(this.chance(0.02) ? 1 : 0)
    const act = (line: string, alters: boolean, happens: () => void): Act => ({
      line,
      touches: [position],
      alters,
      happens,
    })
    const own = `E-1 ${position}`
    const back = (token: string) =>
      act(`in ${position} < ${position} ${kindOf(position)}`, true, () => shop.put('E-1', position, token))
    if (empty) return [back(own)]
    const roll = this.dice()
    if (roll < 0.3) return [act(`reseat ${position}`, false, afterwards)]
    if (roll < 0.38) return [act(`clean ${position} alcohol`, false, afterwards)]
    if (roll < 0.45) return [act(`resolder ${position}`, true, afterwards)]
    if (roll < 0.48) return [{ line: 'wipe case', touches: [], alters: false, happens: () => undefined }]
    if (roll < 0.51)
      return [act('lift board', false, () => undefined)].map((a) => ({ ...a, touches: onBoard }))
    const out = act(`out ${position} ${bag}`, true, () => void shop.take('E-1', position, 'tray'))
    const inside = shop.slots.get(slot)
    if (roll < 0.6 && inside === own) return [out, back(own)]
    const spare = this.spares.find(
      (s) => s.kind === kindOf(position) && shop.places.get(s.token) === 'drawer',
    )
    const swapped = (token: string) => () => {
      shop.take('E-1', position, 'tray')
      shop.put('E-1', position, token)
    }
    if (roll < 0.66 && spare && inside === own)
      return [
        act(`swap ${position} < ${spare.tag} > ${bag}`, true, swapped(spare.token)),
        act(`out ${position} ${bag}`, true, () => void shop.take('E-1', position, 'tray')),
        back(own),
      ]
    if (roll < 0.82 && spare)
      return [act(`swap ${position} < ${spare.tag} > ${bag}`, true, swapped(spare.token))]
    const donor = this.chance(0.5) ? 'E-2' : 'E-3'
    const token = shop.slots.get(shop.slot(donor, position))
    if (token === undefined) return [act(`reseat ${position}`, false, afterwards)]
    return [
      act(`swap ${position} < ${donor} ${position} > ${bag}`, true, () => {
        shop.take(donor, position, 'on the way')
        swapped(token)()
        this.gave.push(shop.slot(donor, position))
      }),
    ]
  }
}

const onBoard: readonly string[] = targets.filter((t) => t !== 'LS1' && t !== 'RV2')
