/**
 * One plan from an order: steps are laid one after the other, each as early as its people, its place, its waits and the light allow.
 * Steps that must not be apart (at most so long, or the same evening) are laid together or not at all.
 */
import { groupsOf, plainGenes, type Genes } from './groups.ts'
import { House } from './house.ts'
import type { Plan, PlanProblem, PlanStep } from './problem.ts'

const never = Number.POSITIVE_INFINITY

/** Where a step may begin: from a minute on, to a minute at most, and in one evening only (−1: in any). */
interface Window {
  readonly earliest: number
  readonly latest: number
  readonly session: number
}

export class Layer {
  /** Steps that are laid together, each in order. */
  readonly groups: readonly (readonly number[])[]
  /** Steps that find no room even in an empty house. */
  readonly hopeless: ReadonlySet<number>
  /** By step after `lay`: the tick where it begins, −1 where it is not laid. */
  readonly start: Int32Array
  readonly first: Int32Array
  readonly second: Int32Array
  readonly minder: Int32Array

  private readonly steps: readonly PlanStep[]
  private readonly house: House
  private readonly groupOf: Int32Array
  /** Groups that find no room in an empty house, with nothing but what they follow: they find none in any plan. */
  private readonly impossible = new Set<number>()
  /** Steps that stand before anything is laid: pinned, or told; the last first, so that each leaves its place where the next begins. */
  private readonly standingSteps: readonly { readonly i: number; readonly t: number }[]
  /** What was laid last: in what order the steps were put, each with its place in the order, and by which genes. */
  private readonly trail: { readonly i: number; readonly k: number }[] = []
  private last: Genes | undefined
  private failed: number[] = []

  /** `unsorted`: what cannot be laid at all is not looked for before; for one plan of a problem only. */
  constructor(problem: PlanProblem, { unsorted = false } = {}) {
    const { steps, jobs } = problem
    const house = new House(problem)
    this.steps = steps
    this.house = house
    this.groups = groupsOf(steps)
    this.start = house.start
    this.first = house.first
    this.second = house.second
    this.minder = house.minder
    this.groupOf = new Int32Array(steps.length)
    this.groups.forEach((group, g) => group.forEach((i) => (this.groupOf[i] = g)))
    this.standingSteps = steps
      .flatMap((s, i) => {
        const at = s.pinned?.at ?? s.told?.at
        return at === undefined ? [] : [{ i, t: house.ruler.from(at) }]
      })
      .filter(({ t }) => t < house.ruler.length)
      .sort((a, b) => b.t - a.t || b.i - a.i)
    if (!unsorted) jobs.forEach((_, j) => this.layAlone(j))
    this.hopeless = new Set([...this.impossible].flatMap((g) => this.groups[g] ?? []))
    this.clear()
  }

  /** Genes that were laid are not changed afterwards: what comes next is laid on from where it differs from them. */
  lay(genes: Genes) {
    const fixed = this.standingSteps.length > 0 ? (this.clear(), this.standing(genes)) : undefined
    for (let k = this.rewind(genes); k < genes.order.length; k++)
      if (!this.tries(genes, fixed, k, 0)) this.failed.push(k)
    // What waits for something that comes later in the order is tried again.
    for (let left = this.failed, round = 1; left.length > 0; round++) {
      const again = left.filter((k) => !this.tries(genes, fixed, k, round))
      if (again.length === left.length) break
      left = again
    }
  }

  plan(): Plan {
    const { ruler } = this.house
    return this.steps.map((_, i) => {
      const t = this.start[i] as number
      if (t < 0) return undefined
      const minder = this.minder[i] as number
      return {
        at: ruler.minute[t] as number,
        session: ruler.session[t] as number,
        people: [this.first[i] as number, this.second[i] as number].filter((p) => p >= 0),
        ...(minder >= 0 ? { minder } : {}),
      }
    })
  }

  private step(i: number): PlanStep {
    return this.steps[i] as PlanStep
  }

  /** When a step may begin, by what it follows; undefined where that is not laid, or bids two evenings. */
  private windowOf(i: number): Window | undefined {
    const { over, ruler, followers } = this.house
    const s = this.step(i)
    if (s.tonight && followers[i]?.length === 0) return undefined
    let earliest = s.notBefore ?? 0
    let latest = never
    let session = s.only?.session ?? -1
    for (const b of s.after) {
      const began = this.start[b.step] as number
      if (began < 0) return undefined
      earliest = Math.max(earliest, (over[b.step] as number) + b.least)
      if (b.most !== undefined) latest = Math.min(latest, (over[b.step] as number) + b.most)
      if (!this.step(b.step).tonight) continue
      const same = ruler.session[began] as number
      if (session >= 0 && session !== same) return undefined
      session = same
    }
    return { earliest, latest, session }
  }

  /** Lays the steps of a group from its `n`th on, the first not before the tick `floor`; whether all found room. */
  private layFrom(group: readonly number[], n: number, floor: number, genes: Genes): boolean {
    const i = group[n]
    if (i === undefined) return true
    const window = this.windowOf(i)
    if (!window) return false
    const { ruler, able } = this.house
    const s = this.step(i)
    const wanted = s.only?.person ?? (genes.person[i] as number)
    const who = wanted >= 0 && able[i]?.includes(wanted) ? wanted : -1
    const beside = s.only ? -1 : (genes.second[i] as number)
    let t = Math.max(ruler.from(window.earliest), floor)
    while (t < ruler.length) {
      const next = this.nextTick(i, t, window, who, beside)
      if (next === never) return false
      if (next > t) {
        t = next
        continue
      }
      this.house.put(i, t)
      if (this.layFrom(group, n + 1, 0, genes)) return true
      this.house.take(i)
      t++
    }
    return false
  }

  /** The tick itself where a step can begin at it, by those who are chosen then; else the next worth trying, `never` where none is. */
  private nextTick(i: number, t: number, window: Window, who: number, beside: number): number {
    const { ruler } = this.house
    const minute = ruler.minute[t] as number
    if (minute < 0) return t + 1
    const session = ruler.session[t] as number
    if (minute > window.latest || (window.session >= 0 && session > window.session)) return never
    if (window.session >= 0 && session < window.session) return ruler.first[window.session] as number
    const others = this.house.beforeOthers(i, t)
    if (others >= 0) return others === 0 ? never : t + 1
    const next = this.house.barred(i, t, who, beside)
    return next >= 0 ? next : t
  }

  /** Lays the groups of one job in an empty house, and notes those that find no room there. */
  private layAlone(job: number) {
    const { house } = this
    const plain = plainGenes({ groups: this.groups }, this.steps.length)
    house.empty()
    this.steps.forEach((s, i) => {
      const t = s.pinned && s.job === job ? house.ruler.from(s.pinned.at) : house.ruler.length
      if (t < house.ruler.length) this.stands(i, t, false)
    })
    this.groups.forEach((group, g) => {
      if (this.steps[group[0] ?? -1]?.job !== job) return
      const rest = group.filter((i) => (this.start[i] as number) < 0)
      if (!this.layFrom(rest, 0, 0, plain)) this.impossible.add(g)
    })
  }

  /** Puts what stands; the groups that do. What cannot stay as it was told is laid anew, with all that follows it. */
  private standing(genes: Genes): Set<number> {
    const loose = new Set(this.groups.flatMap((_, g) => (genes.kept[g] ? [] : [g])))
    for (;;) {
      this.groups.forEach((group, g) => {
        const free = group.some((i) =>
          this.step(i).after.some((b) => {
            const before = this.groupOf[b.step] as number
            return before !== g && loose.has(before)
          }),
        )
        if (free || group.some((i) => !this.step(i).told && !this.step(i).pinned)) loose.add(g)
      })
      this.house.empty()
      const failed = this.standingSteps.find(
        ({ i, t }) => !this.stands(i, t, loose.has(this.groupOf[i] as number)),
      )
      if (!failed) break
      loose.add(this.groupOf[failed.i] as number)
    }
    return new Set(this.groups.flatMap((_, g) => (loose.has(g) ? [] : [g])))
  }

  private stands(i: number, t: number, loose: boolean): boolean {
    const { house } = this
    const s = this.step(i)
    if (s.pinned) {
      const [p = -1, q = -1] = s.pinned.people
      house.choose(p, q, s.runs?.minded ? p : -1)
    } else {
      if (loose) return true
      const [p = -1, q = -1] = s.told?.people ?? []
      const early = (s.notBefore ?? 0) > (house.ruler.minute[t] as number)
      if (s.only || early || house.beforeOthers(i, t) >= 0) return false
      // The same people if they are there; else others, at the same time.
      if (house.barred(i, t, p, q) >= 0 && house.barred(i, t, -1) >= 0) return false
    }
    house.put(i, t)
    return true
  }

  /** Lays the group at a place in the order; whether it is laid, or need not be. */
  private tries(genes: Genes, fixed: ReadonlySet<number> | undefined, k: number, round: number): boolean {
    const g = genes.order[k] as number
    if (this.impossible.has(g) || fixed?.has(g)) return true
    const group = this.groups[g] ?? []
    const free = fixed ? group.filter((i) => (this.start[i] as number) < 0) : group
    if (!this.layFrom(free, 0, round === 0 ? (genes.floor[g] as number) : 0, genes)) return false
    for (const i of free) this.trail.push({ i, k: round === 0 ? k : never })
    return true
  }

  /** Takes back what was laid by other genes; the place in the order from which on it has to be laid. */
  private rewind(genes: Genes): number {
    const from = this.last ? firstChange(this.groups, this.last, genes) : 0
    for (let top = this.trail.at(-1); top && top.k >= from; top = this.trail.at(-1)) {
      this.house.take(top.i)
      this.trail.pop()
    }
    this.failed = this.failed.filter((k) => k < from)
    this.last = genes
    return from
  }

  private clear() {
    this.house.empty()
    this.trail.length = 0
    this.failed = []
    this.last = undefined
  }
}

/** The first place in an order where what is laid, by whom, or how long it is held back differs; its length where nothing does. */
function firstChange(groups: readonly (readonly number[])[], a: Genes, b: Genes): number {
  const same = (k: number) => {
    const g = b.order[k] as number
    return (
      a.order[k] === g &&
      a.floor[g] === b.floor[g] &&
      (groups[g] ?? []).every((i) => a.person[i] === b.person[i] && a.second[i] === b.second[i])
    )
  }
  let k = 0
  while (k < b.order.length && same(k)) k++
  return k
}
