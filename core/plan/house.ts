/**
 * Who is busy, what lies where and until when, tick by tick, while a plan is laid: whether a step can begin at a tick, putting it there,
 * and taking it back.
 */
import { inOrder } from './groups.ts'
import { mostMinded, roundedUp, rulerOf, type PlanProblem, type PlanStep, type Ruler } from './problem.ts'

const never = Number.POSITIVE_INFINITY

export class House {
  readonly ruler: Ruler
  /** By step: who may do it. */
  readonly able: readonly (readonly number[])[]
  /** By step: what waits for it, and how long at least and at most. */
  readonly followers: readonly (readonly Follower[])[]
  /** By step: the tick where it begins, −1 while it is not laid; who does it, beside whom, and who looks after what then runs. */
  readonly start: Int32Array
  readonly first: Int32Array
  readonly second: Int32Array
  readonly minder: Int32Array
  /** By step: the minute at which it is over, what then runs included. */
  readonly over: Float64Array

  private readonly problem: PlanProblem
  private readonly steps: readonly PlanStep[]
  private readonly T: number
  private readonly tick: number
  /** By step: ticks of hands, and minutes that it then runs. */
  private readonly hands: Int32Array
  private readonly runs: Float64Array
  /** By piece: its steps in order; and by step: which of them it is. */
  private readonly pieces: readonly (readonly number[] | undefined)[]
  private readonly nth: Int32Array
  /** By person and tick. */
  private readonly present: readonly Uint8Array[]
  private readonly busy: readonly Uint8Array[]
  private readonly stiff: readonly Uint8Array[]
  private readonly mind: readonly Uint8Array[]
  /** By place and tick: how many pieces lie there. */
  private readonly used: readonly Int16Array[]
  /** By step and tick: when somebody has its machine in hand (it is worked on at one place at a time), and its gear. */
  private readonly handOf: readonly Uint8Array[]
  private readonly gearOf: readonly (Uint8Array | undefined)[]
  /** By step: until when its piece stays where it lies. */
  private readonly heldUntil: Int32Array
  private readonly everything: readonly (Uint8Array | Int16Array)[]
  private chosen: readonly [person: number, beside: number, minder: number] = [-1, -1, -1]

  constructor(problem: PlanProblem) {
    const { steps, people, places, tick } = problem
    this.problem = problem
    this.steps = steps
    this.tick = tick
    this.ruler = rulerOf(problem)
    const T = this.ruler.length
    this.T = T
    this.hands = Int32Array.from(steps, (s) => roundedUp(s.hands, tick) / tick)
    this.runs = Float64Array.from(steps, (s) => s.runs?.minutes ?? 0)
    this.able = steps.map((s) =>
      people.flatMap((p, i) => (s.authority === undefined || p.may.has(s.authority) ? [i] : [])),
    )
    this.followers = steps.map((_, i) =>
      steps.flatMap((s, j) => s.after.flatMap((b) => (b.step === i ? [{ ...b, step: j }] : []))),
    )
    this.pieces = piecesOf(steps)
    this.nth = new Int32Array(steps.length)
    for (const list of this.pieces) list?.forEach((i, n) => (this.nth[i] = n))
    const steps32 = () => new Int32Array(steps.length).fill(-1)
    ;[this.start, this.first, this.second, this.minder] = [steps32(), steps32(), steps32(), steps32()]
    this.over = new Float64Array(steps.length)
    this.heldUntil = new Int32Array(steps.length)
    this.present = people.map((_, p) => presentAt(problem, this.ruler, p))
    const byPerson = () => people.map(() => new Uint8Array(T))
    ;[this.busy, this.stiff, this.mind] = [byPerson(), byPerson(), byPerson()]
    this.used = places.map(() => new Int16Array(T))
    const inHand = new Map(problem.jobs.map((j) => [j.id, new Uint8Array(T)] as const))
    this.handOf = steps.map((s) => inHand.get(problem.jobs[s.job]?.id ?? '') ?? new Uint8Array(T))
    const gear = new Map(
      steps.flatMap((s) => (s.gear === undefined ? [] : [[s.gear, new Uint8Array(T)] as const])),
    )
    this.gearOf = steps.map((s) => (s.gear === undefined ? undefined : gear.get(s.gear)))
    this.everything = [
      ...[...this.busy, ...this.stiff, ...this.mind],
      ...[...this.used, ...gear.values(), ...inHand.values()],
    ]
  }

  empty() {
    for (const list of this.everything) list.fill(0)
    this.start.fill(-1)
  }

  private step(i: number): PlanStep {
    return this.steps[i] as PlanStep
  }
  private handsOver(i: number, t: number): number {
    return (this.ruler.minute[t] ?? 0) + (this.hands[i] ?? 1) * this.tick
  }

  /** The tick after the last one of a span in which somebody cannot do it; −1 when they can. */
  private bars(p: number, t: number, to: number, yields: boolean): number {
    const [b, m, there] = [
      this.busy[p] as Uint8Array,
      this.mind[p] as Uint8Array,
      this.present[p] as Uint8Array,
    ]
    for (let k = to - 1; k >= t; k--) if (b[k] || !there[k] || (!yields && m[k])) return k + 1
    return -1
  }
  private looksAfter(p: number, t: number, to: number): boolean {
    const [s, m, there] = [
      this.stiff[p] as Uint8Array,
      this.mind[p] as Uint8Array,
      this.present[p] as Uint8Array,
    ]
    for (let k = t; k < to; k++) if (s[k] || !there[k] || (m[k] as number) >= mostMinded) return false
    return true
  }
  private lies(i: number): boolean {
    return this.steps[i]?.place !== undefined || this.steps[i]?.runsAt !== undefined
  }
  /** The nearest step of its piece that is laid and lies somewhere, before it (−1) or after it (1). */
  private neighbour(i: number, way: 1 | -1): number {
    const list = this.pieces[this.step(i).piece] ?? []
    for (let n = (this.nth[i] as number) + way; n >= 0 && n < list.length; n += way) {
      const j = list[n] as number
      if ((this.start[j] as number) >= 0 && this.lies(j)) return j
    }
    return -1
  }
  /** Where its piece lies already; −1 for nowhere. */
  private ownPlace(before: number): number {
    const s = this.steps[before]
    return s?.stays ? (s.runsAt ?? s.place ?? -1) : -1
  }
  /** Where a step's hands lie, where it runs, and until when each is held. */
  private holdsOf(i: number, t: number) {
    const s = this.step(i)
    const ends = t + (this.hands[i] ?? 1)
    const runEnd = s.runs ? this.ruler.covering(this.handsOver(i, t) + s.runs.minutes - 1) + 1 : ends
    const last = s.runsAt ?? s.place
    const later = s.stays ? this.neighbour(i, 1) : -1
    return {
      ends,
      last,
      until: s.stays ? (later >= 0 ? (this.start[later] as number) : this.T) : Math.max(ends, runEnd),
    }
  }

  private usedAt(place: number): Int16Array {
    return this.used[place] as Int16Array
  }
  /** The last tick of a span at which a place is full; −1 for none. */
  private lastFull(place: number, from: number, to: number): number {
    const list = this.usedAt(place)
    const holds = this.problem.places[place]?.holds ?? 0
    for (let k = to - 1; k >= from; k--) if ((list[k] as number) >= holds) return k
    return -1
  }

  /** Who does the step that is put next, who beside them, and who looks after what it leaves running; −1 for nobody. */
  choose(p: number, q: number, minds: number) {
    this.chosen = [p, q, minds]
  }

  /** Whether its length, its light and its place let a step begin at a tick: −1 when they do, else the next tick worth trying. */
  private barredByRoom(i: number, t: number): number {
    const s = this.step(i)
    const after = (this.ruler.ends[t] ?? 0) + 1
    if (t + (this.hands[i] ?? 1) >= after) return after
    const handsEnd = this.handsOver(i, t)
    const runEnd = handsEnd + (this.runs[i] ?? 0)
    const session = this.problem.sessions[this.ruler.session[t] ?? 0]
    if (s.runs?.minded && session && runEnd > session.to) return after
    if (s.sun) {
      const [from, to] = s.runs ? [handsEnd, runEnd] : [handsEnd - (this.hands[i] ?? 1) * this.tick, handsEnd]
      if (!session?.sun.some((x) => x.from <= from && x.to >= to)) {
        const later = (session?.sun ?? []).map((x) => x.from).filter((x) => x > from)
        return later.length > 0 ? t + Math.ceil((Math.min(...later) - from) / this.tick) : after
      }
    }
    const hand = this.handOf[i] as Uint8Array
    for (let k = t + (this.hands[i] ?? 1) - 1; k >= t; k--) if (hand[k]) return k + 1
    const placed = this.lies(i) ? this.barredByPlace(i, t) : -1
    return placed >= 0 ? placed : this.barredByGear(i, t)
  }
  private gearUntil(i: number, t: number): number {
    return this.runs[i]
      ? this.ruler.covering(this.handsOver(i, t) + (this.runs[i] as number) - 1) + 1
      : t + (this.hands[i] ?? 1)
  }
  private barredByGear(i: number, t: number): number {
    const taken = this.gearOf[i]
    if (taken) for (let k = this.gearUntil(i, t) - 1; k >= t; k--) if (taken[k]) return k + 1
    return -1
  }
  /** A span only moves on with its beginning: whatever begins before the last full tick is over covers it too. */
  private barredByPlace(i: number, t: number): number {
    const s = this.step(i)
    const own = this.ownPlace(this.neighbour(i, -1))
    const h = this.holdsOf(i, t)
    if (s.place !== undefined && s.place !== own) {
      const k = this.lastFull(s.place, t, h.last === s.place ? h.until : h.ends)
      if (k >= 0) return k + 1
    }
    if (h.last === undefined || h.last === s.place || h.last === own) return -1
    const k = this.lastFull(h.last, h.ends, h.until)
    return k < 0 ? -1 : k + 1 - (this.hands[i] ?? 1)
  }

  /** Whether people let it begin at a tick, and who they are; `wanted`, `beside`: nobody else. */
  private barredByPeople(i: number, t: number, wanted: number, beside: number): number {
    const s = this.step(i)
    const to = t + (this.hands[i] ?? 1)
    const yields = s.interruptible && !s.pair
    let next = never
    for (const p of wanted >= 0 ? [wanted] : (this.able[i] ?? [])) {
      const at = this.bars(p, t, to, yields)
      if (at > 0) {
        next = Math.min(next, at)
        continue
      }
      const [other, soon] = s.pair ? this.secondFor(p, t, to, beside) : [-1, never]
      if (s.pair && other < 0) {
        next = Math.min(next, soon)
        continue
      }
      if (!s.runs?.minded) {
        this.choose(p, other, -1)
        return -1
      }
      const runTo = to + Math.ceil((this.runs[i] ?? 0) / this.tick)
      // Whoever did it looks after it, where they can; else somebody else who may.
      const looks = this.looksAfter(p, to, runTo)
        ? p
        : ((this.able[i] ?? []).find((q) => this.looksAfter(q, to, runTo)) ?? -1)
      if (looks >= 0) {
        this.choose(p, other, looks)
        return -1
      }
      next = Math.min(next, t + 1)
    }
    return next === never ? this.T : Math.max(next, t + 1)
  }
  /** Somebody else who is free, or the tick from which somebody may be. */
  private secondFor(p: number, t: number, to: number, beside: number): [other: number, soon: number] {
    let soon = never
    for (let q = 0; q < this.problem.people.length; q++) {
      if (q === p || (beside >= 0 && q !== beside)) continue
      const no = this.bars(q, t, to, false)
      if (no < 0) return [q, -1]
      soon = Math.min(soon, no)
    }
    return [-1, soon]
  }

  /** Whether a step can begin at a tick: −1 when it can, by those who are chosen then; else the next tick that is worth trying. */
  barred(i: number, t: number, wanted: number, beside = -1): number {
    const room = this.barredByRoom(i, t)
    return room >= 0 ? room : this.barredByPeople(i, t, wanted, beside)
  }

  put(i: number, t: number) {
    const to = t + (this.hands[i] ?? 1)
    const [p = -1, q = -1, m = -1] = this.chosen
    this.start[i] = t
    this.first[i] = p
    this.second[i] = q
    this.minder[i] = m
    this.over[i] = this.handsOver(i, t) + (this.runs[i] ?? 0)
    this.apply(i, t, to, 1)
    if (this.lies(i)) this.hold(i, t, 1)
  }
  private atWork(p: number, stiffly: boolean, t: number, to: number, n: number) {
    if (p < 0) return
    add(this.busy[p] as Uint8Array, t, to, n)
    if (stiffly) add(this.stiff[p] as Uint8Array, t, to, n)
  }
  private apply(i: number, t: number, to: number, n: number) {
    const s = this.step(i)
    const stiffly = !s.interruptible || s.pair
    this.atWork(this.first[i] as number, stiffly, t, to, n)
    this.atWork(this.second[i] as number, stiffly, t, to, n)
    add(this.handOf[i] as Uint8Array, t, to, n)
    const own = this.gearOf[i]
    if (own) add(own, t, this.gearUntil(i, t), n)
    const m = this.minder[i] as number
    if (m >= 0) add(this.mind[m] as Uint8Array, to, to + Math.ceil((this.runs[i] ?? 0) / this.tick), n)
  }
  /** Takes the place of a step, and lets go of the one before; or undoes both. */
  private hold(i: number, t: number, n: 1 | -1) {
    const s = this.step(i)
    const before = this.neighbour(i, -1)
    const own = this.ownPlace(before)
    const h = this.holdsOf(i, t)
    if (own >= 0) add(this.usedAt(own), t, this.heldUntil[before] as number, -n)
    if (s.place !== undefined) add(this.usedAt(s.place), t, h.last === s.place ? h.until : h.ends, n)
    if (h.last !== undefined && h.last !== s.place) add(this.usedAt(h.last), h.ends, h.until, n)
    this.heldUntil[i] = h.until
  }
  take(i: number) {
    const t = this.start[i] as number
    if (this.lies(i)) this.hold(i, t, -1)
    this.apply(i, t, t + (this.hands[i] ?? 1), -1)
    this.start[i] = -1
  }

  /** Whether what is laid already and follows it has to wait for it: −1 when it need not, 1 when a later time may do, 0 when none. */
  beforeOthers(i: number, t: number): number {
    const ends = this.handsOver(i, t) + (this.runs[i] ?? 0)
    for (const f of this.followers[i] ?? []) {
      const at = this.start[f.step] as number
      if (at < 0) continue
      const minute = this.ruler.minute[at] as number
      if (ends + f.least > minute) return 0
      if (f.most !== undefined && minute - ends > f.most) return 1
      if (this.step(i).tonight && this.ruler.session[at] !== this.ruler.session[t]) return 1
    }
    return -1
  }
}

function add(list: Int16Array | Uint8Array, from: number, to: number, n: number) {
  for (let k = from; k < to; k++) list[k] = (list[k] as number) + n
}

type Follower = PlanStep['after'][number]

function piecesOf(steps: readonly PlanStep[]): (number[] | undefined)[] {
  const pieces: number[][] = []
  for (const i of inOrder(steps)) (pieces[steps[i]?.piece ?? 0] ??= []).push(i)
  return pieces
}

/** By tick: whether somebody is there. */
function presentAt({ sessions }: PlanProblem, ruler: Ruler, person: number): Uint8Array {
  const there = new Uint8Array(ruler.length)
  for (let t = 0; t < ruler.length; t++)
    if ((ruler.minute[t] ?? -1) >= 0 && sessions[ruler.session[t] ?? 0]?.people.includes(person)) there[t] = 1
  return there
}
