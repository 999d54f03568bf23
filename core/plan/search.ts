/**
 * The search for a plan: annealing over the order of the steps, who does them and how long they are held back. The same seed and the
 * same number of iterations give the same plan on any machine; a clock may only say when to stop looking.
 */
import { dice } from '#core/quantity/dice.ts'
import { aims, better, differ, scorerOf, type Score } from './aim.ts'
import { plainGenes, type Genes } from './groups.ts'
import { Layer } from './lay.ts'
import { rulerOf, type Plan, type PlanProblem } from './problem.ts'

export interface Found {
  readonly plan: Plan
  readonly score: Score
  /** Plans that were tried. */
  readonly iterations: number
  /** Nothing was found to be better for so many of them. */
  readonly unchanged: number
}

/** By aim: how much worse a plan may be and still be taken, at the beginning; of ends as a share. */
const warmth = [0.3, 0.4, 1, 20, 0.3, 0.0015, 0.3] as const
const endsAt = aims.indexOf('ends')

/** Places of the order, and ticks, that are near. */
const nearby = 6

export interface Searching {
  readonly seed: number
  readonly iterations: number
  /** Looks at what was found so far every so many iterations. */
  readonly every?: number | undefined
}

/**
 * Rounds of cooling, of so many tries each where there are enough. The first half begin anew: one long search stays near where it began,
 * and what the seeds differ by is which machine comes before which. The others go on from the best, colder each time.
 */
const roundTries = 2500
const mostRounds = 8
const colder = 0.6

/** Genes with what they give. */
interface Tried {
  readonly genes: Genes
  readonly score: Score
  readonly plan: Plan
}

/** Yields what was found so far, the last one being the answer: the first after one plan, the others every so many iterations. */
export function* search(
  problem: PlanProblem,
  { seed, iterations, every = 500 }: Searching,
): Generator<Found, Found> {
  const roll = dice(seed)
  const layer = new Layer(problem)
  const score = scorerOf(problem)
  const told = problem.steps.some((s) => s.told)
  const tried = (genes: Genes): Tried => {
    layer.lay(genes)
    return { genes, score: score(layer), plan: layer.plan() }
  }
  const beginning = plainGenes(layer, problem.steps.length)
  urgentFirst(problem, layer.groups, beginning)
  if (told) beginning.kept.fill(1)
  const turning = turningOf(problem, layer.groups)
  let best = tried(beginning)
  let [n, since] = [1, 0]
  const scale = warmth.map((w, i) => (i === endsAt ? w * Math.max(1, best.score[endsAt] ?? 1) : w))
  const found = (): Found => ({ plan: best.plan, score: best.score, iterations: n, unchanged: since })
  yield found()

  /** One round from some genes; the best of it. */
  function* cool(from: Tried, tries: number, heat: number): Generator<Found, Tried> {
    let own = from
    let { genes, score: now } = from
    for (let k = 0; k < tries; k++) {
      const next = turned(genes, roll, turning)
      layer.lay(next)
      const s = score(layer)
      const at = differ(s, now)
      const worse = at < 0 ? 0 : (s[at] as number) - (now[at] as number)
      const warm = (scale[Math.max(0, at)] ?? 1) * (1 - k / tries) ** 2 * heat + 1e-9
      if (worse <= 0 || roll() < Math.exp(-worse / warm)) {
        genes = next
        now = s
        layer.groups.forEach((group, g) => (turning.begins[g] = layer.start[group[0] ?? 0] ?? 0))
      }
      n++
      since++
      if (better(s, own.score)) own = { genes: next, score: s, plan: layer.plan() }
      if (better(own.score, best.score)) {
        best = own
        since = 0
      }
      if (n % every === 0 && n < iterations) yield found()
    }
    return own
  }

  const rounds = Math.max(1, Math.min(mostRounds, Math.floor(iterations / roundTries)))
  // What was told is where every round begins: starting anew would only lose it.
  const anew = told ? 1 : Math.ceil(rounds / 2)
  for (let r = 0; r < rounds && layer.groups.length > 0; r++) {
    const own = yield* cool(
      r < anew ? tried(beginning) : best,
      Math.floor((iterations - n) / (rounds - r)),
      colder ** Math.max(0, r - anew + 1),
    )
    const shifted = leftShifted(problem, own)
    const again = tried({ ...genesOf(layer.groups, shifted.plan), kept: own.genes.kept })
    // An order by the hour does not always tell the same plan again: then the round's own genes are kept with it.
    const gained = better(shifted.score, again.score) ? shifted : again
    if (better(gained.score, best.score)) best = gained
  }
  best = leftShifted(problem, best)
  return { ...found(), iterations }
}

/** What is due first, then by weight, comes first; within that, in order. */
function urgentFirst({ jobs, steps }: PlanProblem, groups: readonly (readonly number[])[], genes: Genes) {
  const due = (g: number) => {
    const job = jobs[steps[groups[g]?.[0] ?? -1]?.job ?? -1]
    return (job?.due ?? 1e9) / (job?.promised ? 2 : 1) - (job?.weight ?? 0) * 100
  }
  genes.order.sort((a, b) => due(a) - due(b) || a - b)
}

interface Turning {
  readonly groups: readonly (readonly number[])[]
  /** By job: its groups. */
  readonly ofJob: readonly (readonly number[])[]
  readonly people: number
  readonly ticks: number
  readonly told: boolean
  /** By group: where it began when its order was laid last. */
  readonly begins: Int32Array
}
const turningOf = (problem: PlanProblem, groups: Turning['groups']): Turning => ({
  groups,
  ofJob: problem.jobs.map((_, j) =>
    groups.flatMap((group, g) => (problem.steps[group[0] ?? -1]?.job === j ? [g] : [])),
  ),
  people: problem.people.length,
  ticks: rulerOf(problem).length,
  told: problem.steps.some((s) => s.told),
  begins: new Int32Array(groups.length),
})

/** Chances of what is turned: one group's place in the order, a whole job's, who does a step; else how long a group is held back. */
const chances = { place: 0.26, job: 0.53, who: 0.105 } as const

/** A few things changed by chance: mostly the order, else who does it, or how long it is held back. */
function turned(genes: Genes, roll: () => number, turning: Turning): Genes {
  const { groups, ofJob, people, ticks, told, begins } = turning
  const next: Genes = {
    order: genes.order.slice(),
    person: genes.person.slice(),
    second: genes.second.slice(),
    floor: genes.floor.slice(),
    kept: genes.kept.slice(),
  }
  const any = (n: number) => Math.floor(roll() * n)
  for (let more = true; more; more = roll() < 0.3) {
    if (told && roll() < 0.4) {
      const g = any(next.kept.length)
      next.kept[g] = next.kept[g] ? 0 : 1
      continue
    }
    const kind = roll()
    if (kind < chances.place) {
      // Mostly not far: what lies apart has little to do with each other.
      const from = any(next.order.length)
      const far = roll() < 0.3 ? any(next.order.length) : from + any(2 * nearby + 1) - nearby
      moveOne(next.order, from, Math.max(0, Math.min(next.order.length - 1, far)))
    } else if (kind < chances.place + chances.job) {
      const own = ofJob[any(ofJob.length)] ?? []
      moveAll(next.order, new Set(own), roll() ** 2)
      const anybody = roll() < 0.5
      for (const g of own) {
        next.floor[g] = 0
        for (const i of anybody ? (groups[g] ?? []) : []) next.person[i] = next.second[i] = -1
      }
    } else if (kind < chances.place + chances.job + chances.who) {
      const list = roll() < 0.7 ? next.person : next.second
      list[any(list.length)] = roll() < 0.65 ? -1 : any(people)
    } else {
      const g = any(next.floor.length)
      const at = Math.max(0, begins[g] ?? 0)
      next.floor[g] = roll() < 0.5 ? 0 : roll() < 0.7 ? at + 1 + any(2 * nearby) : any(ticks)
    }
  }
  return next
}

/** Some of an order together to another place, by the share of the others that come before them. */
function moveAll(order: Int32Array, own: ReadonlySet<number>, share: number) {
  const rest = [...order].filter((g) => !own.has(g))
  const to = Math.floor(share * (rest.length + 1))
  order.set([...rest.slice(0, to), ...[...order].filter((g) => own.has(g)), ...rest.slice(to)])
}

/** One of an order to another place. */
function moveOne(order: Int32Array, from: number, to: number) {
  const moved = order[from] as number
  if (from < to) order.copyWithin(from, from + 1, to + 1)
  else order.copyWithin(to + 1, to, from)
  order[to] = moved
}

/** The same plan with every step as early as it may be, taken in the order of their beginnings, until nothing moves or helps. */
export function leftShifted<T extends { readonly plan: Plan; readonly score: Score }>(
  problem: PlanProblem,
  found: T,
): T {
  const layer = new Layer(problem)
  const score = scorerOf(problem)
  let best = found
  for (let n = 0; n < 20; n++) {
    const genes = genesOf(layer.groups, best.plan)
    // In turns by the same people, and by whoever is free.
    if (n % 2 === 1) {
      genes.person.fill(-1)
      genes.second.fill(-1)
    }
    layer.lay(genes)
    const s = score(layer)
    const plan = layer.plan()
    const gains = better(s, best.score) || (differ(s, best.score) < 0 && !sameTimes(plan, best.plan))
    if (!gains && n % 2 === 1) break
    if (gains) best = { ...best, plan, score: s }
  }
  return best
}

const sameTimes = (a: Plan, b: Plan) => a.every((x, i) => x?.at === b[i]?.at)

/** Genes that lay the steps in the order of a plan, by the same people. */
export function genesOf(groups: readonly (readonly number[])[], plan: Plan): Genes {
  const at = (g: number) => Math.min(...(groups[g] ?? []).map((i) => plan[i]?.at ?? Number.MAX_SAFE_INTEGER))
  return {
    order: Int32Array.from(groups, (_, g) => g).sort((a, b) => at(a) - at(b) || a - b),
    person: Int32Array.from(plan, (laid) => laid?.people[0] ?? -1),
    second: Int32Array.from(plan, (laid) => laid?.people[1] ?? -1),
    floor: new Int32Array(groups.length),
    kept: new Uint8Array(groups.length),
  }
}

/** The answer of a whole search. */
export function planned(problem: PlanProblem, how: Searching): Found {
  const run = search(problem, how)
  for (;;) {
    const { value, done } = run.next()
    if (done) return value
  }
}
