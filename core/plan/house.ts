/**
 * Who is busy, what lies where and until when, tick by tick, while a plan is laid: whether a step can begin at a tick, putting it there,
 * and taking it back.
 */
import { inOrder } from './groups.ts'
import { mostMinded, roundedUp, rulerOf, type PlanProblem, type PlanStep } from './problem.ts'

const never = Number.POSITIVE_INFINITY

export type House = ReturnType<typeof houseOf>

export function houseOf(problem: PlanProblem) {
  const { steps, people, places, sessions, tick } = problem
  const ruler = rulerOf(problem)
  const T = ruler.length
  const hands = Int32Array.from(steps, (s) => roundedUp(s.hands, tick) / tick)
  const runs = Float64Array.from(steps, (s) => s.runs?.minutes ?? 0)
  const able = steps.map((s) =>
    people.flatMap((p, i) => (s.authority === undefined || p.may.has(s.authority) ? [i] : [])),
  )
  const pieces: number[][] = []
  for (const i of inOrder(steps)) (pieces[steps[i]?.piece ?? 0] ??= []).push(i)
  const nth = new Int32Array(steps.length)
  for (const list of pieces) list?.forEach((i, n) => (nth[i] = n))
  const followers = steps.map((_, i) =>
    steps.flatMap((s, j) => s.after.flatMap((b) => (b.step === i ? [{ ...b, step: j }] : []))),
  )
  const present = people.map((_, p) => {
    const there = new Uint8Array(T)
    for (let t = 0; t < T; t++)
      if ((ruler.minute[t] ?? -1) >= 0 && sessions[ruler.session[t] ?? 0]?.people.includes(p)) there[t] = 1
    return there
  })

  const busy = people.map(() => new Uint8Array(T))
  const stiff = people.map(() => new Uint8Array(T))
  const mind = people.map(() => new Uint8Array(T))
  const used = places.map(() => new Int16Array(T))
  /** By machine: when somebody has it in hand. A machine is worked on at one place at a time. */
  const inHand = new Map(problem.jobs.map((j) => [j.id, new Uint8Array(T)] as const))
  const handOf = steps.map((s) => inHand.get(problem.jobs[s.job]?.id ?? '') ?? new Uint8Array(T))
  const gear = new Map(
    steps.flatMap((s) => (s.gear === undefined ? [] : [[s.gear, new Uint8Array(T)] as const])),
  )
  const gearOf = steps.map((s) => (s.gear === undefined ? undefined : gear.get(s.gear)))
  const start = new Int32Array(steps.length).fill(-1)
  const first = new Int32Array(steps.length).fill(-1)
  const second = new Int32Array(steps.length).fill(-1)
  const minder = new Int32Array(steps.length).fill(-1)
  /** By step: the minute at which it is over, what then runs included. */
  const over = new Float64Array(steps.length)
  /** By step: until when its piece stays where it lies. */
  const heldUntil = new Int32Array(steps.length)

  const step = (i: number) => steps[i] as PlanStep
  const handsOver = (i: number, t: number) => (ruler.minute[t] ?? 0) + (hands[i] ?? 1) * tick

  /** The tick after the last one of a span in which somebody cannot do it; −1 when they can. */
  function bars(p: number, t: number, to: number, yields: boolean): number {
    const [b, m, there] = [busy[p] as Uint8Array, mind[p] as Uint8Array, present[p] as Uint8Array]
    for (let k = to - 1; k >= t; k--) if (b[k] || !there[k] || (!yields && m[k])) return k + 1
    return -1
  }
  const looksAfter = (p: number, t: number, to: number): boolean => {
    const [s, m, there] = [stiff[p] as Uint8Array, mind[p] as Uint8Array, present[p] as Uint8Array]
    for (let k = t; k < to; k++) if (s[k] || !there[k] || (m[k] as number) >= mostMinded) return false
    return true
  }
  const add = (list: Int16Array | Uint8Array, from: number, to: number, n: number) => {
    for (let k = from; k < to; k++) list[k] = (list[k] as number) + n
  }

  const lies = (i: number) => steps[i]?.place !== undefined || steps[i]?.runsAt !== undefined
  /** The nearest step of its piece that is laid and lies somewhere, before it (−1) or after it (1). */
  function neighbour(i: number, way: 1 | -1): number {
    const list = pieces[step(i).piece] ?? []
    for (let n = (nth[i] as number) + way; n >= 0 && n < list.length; n += way) {
      const j = list[n] as number
      if ((start[j] as number) >= 0 && lies(j)) return j
    }
    return -1
  }
  /** Where its piece lies already; −1 for nowhere. */
  function ownPlace(before: number): number {
    const s = steps[before]
    return s?.stays ? (s.runsAt ?? s.place ?? -1) : -1
  }
  /** Where a step's hands lie, where it runs, and until when each is held. */
  function holdsOf(i: number, t: number) {
    const s = step(i)
    const ends = t + (hands[i] ?? 1)
    const runEnd = s.runs ? ruler.covering(handsOver(i, t) + s.runs.minutes - 1) + 1 : ends
    const last = s.runsAt ?? s.place
    const later = s.stays ? neighbour(i, 1) : -1
    return {
      ends,
      last,
      until: s.stays ? (later >= 0 ? (start[later] as number) : T) : Math.max(ends, runEnd),
    }
  }

  const usedAt = (place: number) => used[place] as Int16Array
  /** The last tick of a span at which a place is full; −1 for none. */
  function lastFull(place: number, from: number, to: number): number {
    const list = usedAt(place)
    const holds = places[place]?.holds ?? 0
    for (let k = to - 1; k >= from; k--) if ((list[k] as number) >= holds) return k
    return -1
  }

  let chosen = [-1, -1, -1]
  const choose = (p: number, q: number, minds: number) => {
    chosen = [p, q, minds]
  }

  /** Whether its length, its light and its place let a step begin at a tick: −1 when they do, else the next tick worth trying. */
  function barredByRoom(i: number, t: number): number {
    const s = step(i)
    const after = (ruler.ends[t] ?? 0) + 1
    if (t + (hands[i] ?? 1) >= after) return after
    const handsEnd = handsOver(i, t)
    const runEnd = handsEnd + (runs[i] ?? 0)
    const session = sessions[ruler.session[t] ?? 0]
    if (s.runs?.minded && session && runEnd > session.to) return after
    if (s.sun) {
      const [from, to] = s.runs ? [handsEnd, runEnd] : [handsEnd - (hands[i] ?? 1) * tick, handsEnd]
      if (!session?.sun.some((x) => x.from <= from && x.to >= to)) {
        const later = (session?.sun ?? []).map((x) => x.from).filter((x) => x > from)
        return later.length > 0 ? t + Math.ceil((Math.min(...later) - from) / tick) : after
      }
    }
    const hand = handOf[i] as Uint8Array
    for (let k = t + (hands[i] ?? 1) - 1; k >= t; k--) if (hand[k]) return k + 1
    const placed = lies(i) ? barredByPlace(i, t) : -1
    return placed >= 0 ? placed : barredByGear(i, t)
  }
  const gearUntil = (i: number, t: number): number =>
    runs[i] ? ruler.covering(handsOver(i, t) + (runs[i] as number) - 1) + 1 : t + (hands[i] ?? 1)
  function barredByGear(i: number, t: number): number {
    const taken = gearOf[i]
    if (taken) for (let k = gearUntil(i, t) - 1; k >= t; k--) if (taken[k]) return k + 1
    return -1
  }
  /** A span only moves on with its beginning: whatever begins before the last full tick is over covers it too. */
  function barredByPlace(i: number, t: number): number {
    const s = step(i)
    const own = ownPlace(neighbour(i, -1))
    const h = holdsOf(i, t)
    if (s.place !== undefined && s.place !== own) {
      const k = lastFull(s.place, t, h.last === s.place ? h.until : h.ends)
      if (k >= 0) return k + 1
    }
    if (h.last === undefined || h.last === s.place || h.last === own) return -1
    const k = lastFull(h.last, h.ends, h.until)
    return k < 0 ? -1 : k + 1 - (hands[i] ?? 1)
  }

  /** Whether people let it begin at a tick, and who they are; `wanted`, `beside`: nobody else. */
  function barredByPeople(i: number, t: number, wanted: number, beside: number): number {
    const s = step(i)
    const to = t + (hands[i] ?? 1)
    const yields = s.interruptible && !s.pair
    let next = never
    for (const p of wanted >= 0 ? [wanted] : (able[i] ?? [])) {
      const at = bars(p, t, to, yields)
      if (at > 0) {
        next = Math.min(next, at)
        continue
      }
      const [other, soon] = s.pair ? secondFor(p, t, to, beside) : [-1, never]
      if (s.pair && other < 0) {
        next = Math.min(next, soon)
        continue
      }
      if (!s.runs?.minded) return (choose(p, other, -1), -1)
      const runTo = to + Math.ceil((runs[i] ?? 0) / tick)
      // Whoever did it looks after it, where they can; else somebody else who may.
      const looks = looksAfter(p, to, runTo)
        ? p
        : ((able[i] ?? []).find((q) => looksAfter(q, to, runTo)) ?? -1)
      if (looks >= 0) return (choose(p, other, looks), -1)
      next = Math.min(next, t + 1)
    }
    return next === never ? T : Math.max(next, t + 1)
  }
  /** Somebody else who is free, or the tick from which somebody may be. */
  function secondFor(p: number, t: number, to: number, beside: number): [other: number, soon: number] {
    let soon = never
    for (let q = 0; q < people.length; q++) {
      if (q === p || (beside >= 0 && q !== beside)) continue
      const no = bars(q, t, to, false)
      if (no < 0) return [q, -1]
      soon = Math.min(soon, no)
    }
    return [-1, soon]
  }

  /** Whether a step can begin at a tick: −1 when it can, by those who are chosen then; else the next tick that is worth trying. */
  function barred(i: number, t: number, wanted: number, beside = -1): number {
    const room = barredByRoom(i, t)
    return room >= 0 ? room : barredByPeople(i, t, wanted, beside)
  }

  function put(i: number, t: number) {
    const to = t + (hands[i] ?? 1)
    const [p = -1, q = -1, m = -1] = chosen
    start[i] = t
    first[i] = p
    second[i] = q
    minder[i] = m
    over[i] = handsOver(i, t) + (runs[i] ?? 0)
    apply(i, t, to, 1)
    if (lies(i)) hold(i, t, 1)
  }
  function atWork(p: number, stiffly: boolean, t: number, to: number, n: number) {
    if (p < 0) return
    add(busy[p] as Uint8Array, t, to, n)
    if (stiffly) add(stiff[p] as Uint8Array, t, to, n)
  }
  function apply(i: number, t: number, to: number, n: number) {
    const s = step(i)
    const stiffly = !s.interruptible || s.pair
    atWork(first[i] as number, stiffly, t, to, n)
    atWork(second[i] as number, stiffly, t, to, n)
    add(handOf[i] as Uint8Array, t, to, n)
    const own = gearOf[i]
    if (own) add(own, t, gearUntil(i, t), n)
    const m = minder[i] as number
    if (m >= 0) add(mind[m] as Uint8Array, to, to + Math.ceil((runs[i] ?? 0) / tick), n)
  }
  /** Takes the place of a step, and lets go of the one before; or undoes both. */
  function hold(i: number, t: number, n: 1 | -1) {
    const s = step(i)
    const before = neighbour(i, -1)
    const own = ownPlace(before)
    const h = holdsOf(i, t)
    if (own >= 0) add(usedAt(own), t, heldUntil[before] as number, -n)
    if (s.place !== undefined) add(usedAt(s.place), t, h.last === s.place ? h.until : h.ends, n)
    if (h.last !== undefined && h.last !== s.place) add(usedAt(h.last), h.ends, h.until, n)
    heldUntil[i] = h.until
  }
  function take(i: number) {
    const t = start[i] as number
    if (lies(i)) hold(i, t, -1)
    apply(i, t, t + (hands[i] ?? 1), -1)
    start[i] = -1
  }

  /** Whether what is laid already and follows it has to wait for it: −1 when it need not, 1 when a later time may do, 0 when none. */
  function beforeOthers(i: number, t: number): number {
    const ends = handsOver(i, t) + (runs[i] ?? 0)
    for (const f of followers[i] ?? []) {
      const at = start[f.step] as number
      if (at < 0) continue
      const minute = ruler.minute[at] as number
      if (ends + f.least > minute) return 0
      if (f.most !== undefined && minute - ends > f.most) return 1
      if (step(i).tonight && ruler.session[at] !== ruler.session[t]) return 1
    }
    return -1
  }

  const everything = [...busy, ...stiff, ...mind, ...used, ...gear.values(), ...inHand.values()]
  const empty = () => {
    for (const list of everything) list.fill(0)
    start.fill(-1)
  }
  return {
    ruler,
    able,
    followers,
    start,
    first,
    second,
    minder,
    over,
    barred,
    choose,
    put,
    take,
    beforeOthers,
    empty,
  }
}
