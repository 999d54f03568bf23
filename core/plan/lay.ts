/**
 * One plan from an order: steps are laid one after the other, each as early as its people, its place, its waits and the light allow.
 * Steps that must not be apart (at most so long, or the same evening) are laid together or not at all.
 */
import { groupsOf, plainGenes, type Genes } from './groups.ts'
import { houseOf } from './house.ts'
import type { Plan, PlanProblem, PlanStep } from './problem.ts'

export interface Layer {
  /** Steps that are laid together, each in order. */
  readonly groups: readonly (readonly number[])[]
  /** Steps that find no room even in an empty house. */
  readonly hopeless: ReadonlySet<number>
  /** Genes that were laid are not changed afterwards: what comes next is laid on from where it differs from them. */
  readonly lay: (genes: Genes) => void
  /** By step after `lay`: the tick where it begins, −1 where it is not laid. */
  readonly start: Int32Array
  readonly first: Int32Array
  readonly second: Int32Array
  readonly minder: Int32Array
  readonly plan: () => Plan
}

const never = Number.POSITIVE_INFINITY

/** `unsorted`: what cannot be laid at all is not looked for before; for one plan of a problem only. */
export function layerOf(problem: PlanProblem, { unsorted = false } = {}): Layer {
  const { steps, jobs } = problem
  const groups = groupsOf(steps)
  const house = houseOf(problem)
  const { ruler, able, followers, start, first, second, minder, over } = house
  const T = ruler.length
  const step = (i: number) => steps[i] as PlanStep

  function layFrom(group: readonly number[], n: number, floor: number, genes: Genes): boolean {
    const i = group[n]
    if (i === undefined) return true
    const s = step(i)
    if (s.tonight && followers[i]?.length === 0) return false
    let earliest = s.notBefore ?? 0
    let latest = never
    let sameSession = s.only?.session ?? -1
    for (const b of s.after) {
      if ((start[b.step] as number) < 0) return false
      earliest = Math.max(earliest, (over[b.step] as number) + b.least)
      if (b.most !== undefined) latest = Math.min(latest, (over[b.step] as number) + b.most)
      const session = ruler.session[start[b.step] as number] as number
      if (!step(b.step).tonight) continue
      if (sameSession >= 0 && sameSession !== session) return false
      sameSession = session
    }
    let t = Math.max(ruler.from(earliest), floor)
    const wanted = s.only?.person ?? (genes.person[i] as number)
    const who = wanted >= 0 && able[i]?.includes(wanted) ? wanted : -1
    while (t < T) {
      const minute = ruler.minute[t] as number
      if (minute < 0) {
        t++
        continue
      }
      const session = ruler.session[t] as number
      if (minute > latest || (sameSession >= 0 && session > sameSession)) return false
      if (sameSession >= 0 && session < sameSession) {
        t = ruler.first[sameSession] as number
        continue
      }
      const others = house.beforeOthers(i, t)
      if (others === 0) return false
      if (others > 0) {
        t++
        continue
      }
      const next = house.barred(i, t, who, s.only ? -1 : (genes.second[i] as number))
      if (next >= 0) {
        t = next
        continue
      }
      house.put(i, t)
      if (layFrom(group, n + 1, 0, genes)) return true
      house.take(i)
      t++
    }
    return false
  }

  const plain = plainGenes({ groups }, steps.length)
  /** Groups that find no room in an empty house, with nothing but what they follow: they find none in any plan. */
  const impossible = new Set<number>()
  const alone = (j: number) => {
    house.empty()
    steps.forEach((s, i) => {
      const t = s.pinned && s.job === j ? ruler.from(s.pinned.at) : T
      if (t < T) stands(i, t, false)
    })
    groups.forEach((group, g) => {
      if (steps[group[0] ?? -1]?.job !== j) return
      const rest = group.filter((i) => (start[i] as number) < 0)
      if (!layFrom(rest, 0, 0, plain)) impossible.add(g)
    })
  }
  if (!unsorted) jobs.forEach((_, j) => alone(j))

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
      house.empty()
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
      house.choose(p, q, s.runs?.minded ? p : -1)
    } else {
      if (loose) return true
      const [p = -1, q = -1] = s.told?.people ?? []
      if (s.only || (s.notBefore ?? 0) > (ruler.minute[t] as number) || house.beforeOthers(i, t) >= 0)
        return false
      // The same people if they are there; else others, at the same time.
      if (house.barred(i, t, p, q) >= 0 && house.barred(i, t, -1) >= 0) return false
    }
    house.put(i, t)
    return true
  }

  /** What was laid last: in what order the steps were put, each with its place in the order, and by which genes. */
  const trail: { readonly i: number; readonly k: number }[] = []
  let last: Genes | undefined
  let failed: number[] = []

  /** Takes back what was laid by other genes; the place in the order from which on it has to be laid. */
  function rewind(genes: Genes): number {
    const from = last ? firstChange(groups, last, genes) : 0
    for (let top = trail.at(-1); top && top.k >= from; top = trail.at(-1)) {
      house.take(top.i)
      trail.pop()
    }
    failed = failed.filter((k) => k < from)
    last = genes
    return from
  }
  function clear() {
    house.empty()
    trail.length = 0
    failed = []
    last = undefined
  }
  clear()

  function lay(genes: Genes) {
    const fixed = standingSteps.length > 0 ? (clear(), standing(genes)) : undefined
    const tries = (k: number, round: number): boolean => {
      const g = genes.order[k] as number
      if (impossible.has(g) || fixed?.has(g)) return true
      const group = groups[g] ?? []
      const free = fixed ? group.filter((i) => (start[i] as number) < 0) : group
      if (!layFrom(free, 0, round === 0 ? (genes.floor[g] as number) : 0, genes)) return false
      for (const i of free) trail.push({ i, k: round === 0 ? k : never })
      return true
    }
    for (let k = rewind(genes); k < genes.order.length; k++) if (!tries(k, 0)) failed.push(k)
    // What waits for something that comes later in the order is tried again.
    for (let left = failed, round = 1; left.length > 0; round++) {
      const again = left.filter((k) => !tries(k, round))
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
