/**
 * One plan from an order: steps are laid one after the other, each as early as its people, its place, its waits and the light allow.
 * Steps that must not be apart (at most so long, or the same evening) are laid together or not at all.
 */
import { mostMinded, roundedUp, rulerOf, type Plan, type PlanProblem, type PlanStep } from './problem.ts'

/** What the search may turn. */
export interface Genes {
  /** Groups of steps in the order in which they are laid. */
  readonly order: Int32Array
  /** By step: who is to do it, or −1 for whoever is free first. */
  readonly person: Int32Array
  /** By group: not before this tick. */
  readonly floor: Int32Array
  /** By group: 1 stays as it was told, where that can be; what follows something that does not, does not. */
  readonly kept: Uint8Array
}

export interface Layer {
  /** Steps that are laid together, each in order. */
  readonly groups: readonly (readonly number[])[]
  /** Steps that find no room even in an empty house. */
  readonly hopeless: ReadonlySet<number>
  readonly lay: (genes: Genes) => void
  /** By step after `lay`: the tick where it begins, −1 where it is not laid. */
  readonly start: Int32Array
  readonly first: Int32Array
  readonly second: Int32Array
  readonly minder: Int32Array
  readonly plan: () => Plan
}

export const plainGenes = (layer: Pick<Layer, 'groups'>, steps: number): Genes => ({
  order: Int32Array.from(layer.groups, (_, i) => i),
  person: new Int32Array(steps).fill(-1),
  floor: new Int32Array(layer.groups.length),
  kept: new Uint8Array(layer.groups.length),
})

/** Steps in an order that no step comes before what it follows. Throws a RangeError on a circle. */
export function inOrder(steps: readonly PlanStep[]): number[] {
  const left = steps.map((s) => s.after.length)
  const next: number[][] = steps.map(() => [])
  steps.forEach((s, i) => s.after.forEach((b) => next[b.step]?.push(i)))
  const found = steps.flatMap((s, i) => (s.after.length === 0 ? [i] : []))
  for (let n = 0; n < found.length; n++)
    for (const i of next[found[n] ?? -1] ?? []) if (--(left[i] as number) === 0) found.push(i)
  if (found.length < steps.length) throw new RangeError('steps wait for each other in a circle')
  return found
}

/** Steps that are tied by a longest gap or by *tonight*. */
function groupsOf(steps: readonly PlanStep[]): number[][] {
  const of = steps.map((_, i) => i)
  const root = (i: number): number => (of[i] === i ? i : (of[i] = root(of[i] as number)))
  steps.forEach((s, i) => {
    for (const b of s.after) if (b.most !== undefined || steps[b.step]?.tonight) of[root(i)] = root(b.step)
  })
  const groups = new Map<number, number[]>()
  for (const i of inOrder(steps)) {
    const list = groups.get(root(i))
    if (list) list.push(i)
    else groups.set(root(i), [i])
  }
  return [...groups.values()]
}

const never = Number.POSITIVE_INFINITY

/** `unsorted`: what cannot be laid at all is not looked for before; for one plan of a problem only. */
export function layerOf(problem: PlanProblem, { unsorted = false } = {}): Layer {
  const { steps, people, places, sessions, jobs, tick } = problem
  const ruler = rulerOf(problem)
  const T = ruler.length
  const groups = groupsOf(steps)
  const hands = Int32Array.from(steps, (s) => roundedUp(s.hands, tick) / tick)
  const runs = Float64Array.from(steps, (s) => s.runs?.minutes ?? 0)
  const able = steps.map((s) =>
    people.flatMap((p, i) => (s.authority === undefined || p.may.has(s.authority) ? [i] : [])),
  )
  const everybody = people.map((_, i) => i)
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

  /** The first tick of a place's span that is full, + 1; −1 when there is room. */
  function full(place: number, from: number, to: number): number {
    const list = used[place] as Int16Array
    const holds = places[place]?.holds ?? 0
    for (let k = to - 1; k >= from; k--) if ((list[k] as number) >= holds) return k + 1
    return -1
  }

  let chosen = [-1, -1, -1]
  /** Whether a step can begin at a tick: −1 when it can, else the next tick that is worth trying. */
  function barred(i: number, t: number, wanted: number, beside = -1): number {
    const s = step(i)
    const n = hands[i] ?? 1
    const to = t + n
    if (to > (ruler.ends[t] ?? 0)) return (ruler.ends[t] ?? 0) + 1
    const handsEnd = handsOver(i, t)
    const runMinutes = runs[i] ?? 0
    const session = sessions[ruler.session[t] ?? 0]
    if (s.runs?.minded && session && handsEnd + runMinutes > session.to) return (ruler.ends[t] ?? 0) + 1
    if (s.sun) {
      const span = s.runs ? [handsEnd, handsEnd + runMinutes] : [handsEnd - n * tick, handsEnd]
      if (!session?.sun.some((x) => x.from <= (span[0] as number) && x.to >= (span[1] as number)))
        return t + 1
    }
    if (lies(i)) {
      const own = ownPlace(neighbour(i, -1))
      const h = holdsOf(i, t)
      if (s.place !== undefined && s.place !== own) {
        const until = h.last === s.place ? h.until : h.ends
        const at = full(s.place, t, until)
        if (at > 0) return s.stays && h.last === s.place ? t + 1 : Math.min(at, t + 1)
      }
      if (h.last !== undefined && h.last !== s.place && h.last !== own && full(h.last, h.ends, h.until) > 0)
        return t + 1
    }
    let next = never
    const candidates = wanted >= 0 ? [wanted] : (able[i] ?? [])
    const yields = s.interruptible && !s.pair
    for (const p of candidates) {
      const at = bars(p, t, to, yields)
      if (at > 0) {
        next = Math.min(next, at)
        continue
      }
      let other = -1
      if (s.pair) {
        let soon = never
        for (const q of everybody) {
          if (q === p || (beside >= 0 && q !== beside)) continue
          const no = bars(q, t, to, false)
          if (no < 0) {
            other = q
            break
          }
          soon = Math.min(soon, no)
        }
        if (other < 0) {
          next = Math.min(next, soon)
          continue
        }
      }
      let looks = -1
      if (s.runs?.minded) {
        const runTo = to + Math.ceil(runMinutes / tick)
        // Whoever did it looks after it, where they can; else somebody else who may.
        looks = looksAfter(p, to, runTo) ? p : ((able[i] ?? []).find((q) => looksAfter(q, to, runTo)) ?? -1)
        if (looks < 0) {
          next = Math.min(next, t + 1)
          continue
        }
      }
      chosen = [p, other, looks]
      return -1
    }
    return next === never ? T : Math.max(next, t + 1)
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
  function apply(i: number, t: number, to: number, n: number) {
    const s = step(i)
    for (const p of [first[i] as number, second[i] as number]) {
      if (p < 0) continue
      add(busy[p] as Uint8Array, t, to, n)
      if (!s.interruptible || s.pair) add(stiff[p] as Uint8Array, t, to, n)
    }
    const m = minder[i] as number
    if (m >= 0) add(mind[m] as Uint8Array, to, to + Math.ceil((runs[i] ?? 0) / tick), n)
  }
  /** Takes the place of a step, and lets go of the one before; or undoes both. */
  function hold(i: number, t: number, n: 1 | -1) {
    const s = step(i)
    const before = neighbour(i, -1)
    const own = ownPlace(before)
    const h = holdsOf(i, t)
    const list = (place: number) => used[place] as Int16Array
    if (own >= 0) add(list(own), t, heldUntil[before] as number, -n)
    if (s.place !== undefined) add(list(s.place), t, h.last === s.place ? h.until : h.ends, n)
    if (h.last !== undefined && h.last !== s.place) add(list(h.last), h.ends, h.until, n)
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

  function layFrom(group: readonly number[], n: number, floor: number, genes: Genes): boolean {
    const i = group[n]
    if (i === undefined) return true
    const s = step(i)
    if (s.tonight && followers[i]?.length === 0) return false
    let earliest = s.notBefore ?? 0
    let latest = never
    let sameSession = -1
    for (const b of s.after) {
      if ((start[b.step] as number) < 0) return false
      earliest = Math.max(earliest, (over[b.step] as number) + b.least)
      if (b.most !== undefined) latest = Math.min(latest, (over[b.step] as number) + b.most)
      if (step(b.step).tonight) sameSession = ruler.session[start[b.step] as number] as number
    }
    let t = Math.max(ruler.from(earliest), floor)
    const wanted = genes.person[i] as number
    const who = wanted >= 0 && able[i]?.includes(wanted) ? wanted : -1
    while (t < T) {
      const minute = ruler.minute[t] as number
      if (minute < 0) {
        t++
        continue
      }
      if (minute > latest || (sameSession >= 0 && (ruler.session[t] as number) !== sameSession)) return false
      const others = beforeOthers(i, t)
      if (others === 0) return false
      if (others > 0) {
        t++
        continue
      }
      const next = barred(i, t, who)
      if (next >= 0) {
        t = next
        continue
      }
      put(i, t)
      if (layFrom(group, n + 1, 0, genes)) return true
      take(i)
      t++
    }
    return false
  }

  const empty = () => {
    for (const list of [...busy, ...stiff, ...mind, ...used]) list.fill(0)
    start.fill(-1)
  }
  const plain = plainGenes({ groups }, steps.length)
  /** Groups that find no room in an empty house, with nothing but what they follow: they find none in any plan. */
  const impossible = new Set<number>()
  jobs.forEach((_, j) => {
    if (unsorted || steps.some((s) => s.pinned)) return
    empty()
    groups.forEach((group, g) => {
      if (steps[group[0] ?? -1]?.job === j && !layFrom(group, 0, 0, plain)) impossible.add(g)
    })
  })

  const groupOf = new Int32Array(steps.length)
  groups.forEach((group, g) => group.forEach((i) => (groupOf[i] = g)))
  /** Steps that stand before anything is laid: pinned, or told; the last first, so that each leaves its place where the next begins. */
  const standingSteps = steps
    .flatMap((s, i) => {
      const at = s.pinned?.at ?? s.told?.at
      return at === undefined ? [] : [{ i, t: ruler.from(at) }]
    })
    .filter(({ t }) => t < T)
    .sort((a, b) => b.t - a.t || b.i - a.i)

  /** Puts what stands; the groups that do. What cannot stay as it was told is laid anew, with all that follows it. */
  function standing(genes: Genes): Set<number> {
    const loose = new Set(groups.flatMap((_, g) => (genes.kept[g] ? [] : [g])))
    for (;;) {
      groups.forEach((group, g) => {
        const free = group.some((i) =>
          step(i).after.some((b) => groupOf[b.step] !== g && loose.has(groupOf[b.step] as number)),
        )
        if (free || group.some((i) => !step(i).told && !step(i).pinned)) loose.add(g)
      })
      empty()
      const failed = standingSteps.find(({ i, t }) => !stands(i, t, loose.has(groupOf[i] as number)))
      if (!failed) break
      loose.add(groupOf[failed.i] as number)
    }
    return new Set(groups.flatMap((_, g) => (loose.has(g) ? [] : [g])))
  }
  function stands(i: number, t: number, loose: boolean): boolean {
    const s = step(i)
    if (s.pinned) {
      const [p = -1, q = -1] = s.pinned.people
      chosen = [p, q, s.runs?.minded ? p : -1]
    } else {
      if (loose) return true
      const [p = -1, q = -1] = s.told?.people ?? []
      if ((s.notBefore ?? 0) > (ruler.minute[t] as number) || beforeOthers(i, t) >= 0) return false
      // The same people if they are there; else others, at the same time.
      if (barred(i, t, p, q) >= 0 && barred(i, t, -1) >= 0) return false
    }
    put(i, t)
    return true
  }

  function lay(genes: Genes) {
    const fixed = standing(genes)
    let left = [...genes.order].filter((g) => !fixed.has(g) && !impossible.has(g))
    // What waits for something that comes later in the order is tried again.
    for (let rounds = 0; left.length > 0; rounds++) {
      const again = left.filter((g) => {
        const group = (groups[g] ?? []).filter((i) => (start[i] as number) < 0)
        return !layFrom(group, 0, rounds === 0 ? (genes.floor[g] as number) : 0, genes)
      })
      if (again.length === left.length) break
      left = again
    }
  }

  const plan = (): Plan =>
    steps.map((_, i) => {
      const t = start[i] as number
      if (t < 0) return undefined
      const minder_ = minder[i] as number
      return {
        at: ruler.minute[t] as number,
        session: ruler.session[t] as number,
        people: [first[i] as number, second[i] as number].filter((p) => p >= 0),
        ...(minder_ >= 0 ? { minder: minder_ } : {}),
      }
    })
  const hopeless = new Set([...impossible].flatMap((g) => groups[g] ?? []))
  return { hopeless, groups, lay, start, first, second, minder, plan }
}
