/**
 * What to do next: the act after which, with the cheapest known way on, the fewest minutes are expected until it works. A way on
 * is a row of mends, those with the largest share for their minutes first. One act ahead for all, two for the best few.
 */
import type { Candidate } from './sets.ts'

/** Something that can be done; what it tells and what it mends. */
export interface Option {
  /** Minutes of hands, and those that are added for what it touches. */
  readonly minutes: number
  readonly toll: number
  /**
   * What it would show, before anything is mended: the chance 0 to 1 that it passes though a suspect is bad, by the suspect's
   * number; a suspect that is not named cannot be seen by it.
   */
  readonly sees?: ReadonlyMap<number, number> | undefined
  /** Chance that it fails though nothing is bad. */
  readonly slip?: number | undefined
  /** Suspects that are good once it is done; the function is tried at its end. */
  readonly mends?: readonly number[] | undefined
  /** It tries the very function that is to work: a pass is the end. */
  readonly proves?: boolean | undefined
}

export interface Valued {
  readonly option: number
  /** Expected minutes until the function works, this act first; the way on chosen for each result. */
  readonly minutes: number
  /** Chance 0 to 1 that what it shows is right, or that it works after it. */
  readonly passes: number
  /** What would be learned, in bits. */
  readonly bits: number
}

export interface Advice {
  /** All options, fewest minutes first. */
  readonly acts: readonly Valued[]
  /** Expected minutes by mends alone, without looking at anything before. */
  readonly mendsOnly: number
}

/** Minutes of finding out that are reckoned with where no mend is worth its cost any more, or none reaches the fault. House figure. */
export const beyondMinutes = 90
/** Of mends and of other acts each, so many are looked at twice. */
const lookedAtTwice = 5
/** Looks that may come second: the best by themselves. */
const secondLooks = 16
/** Sets that the second look ahead reckons with. */
const setsAhead = 120

interface Weighted {
  readonly bad: readonly number[]
  readonly weight: number
}

const costOf = (option: Option): number => option.minutes + option.toll
const total = (sets: readonly Weighted[]): number => sets.reduce((sum, s) => sum + s.weight, 0)

/**
 * Expected minutes, times the weight of the sets, when the mends are made in the order of share for their cost, as far as that is
 * worth more than giving up on them.
 */
function byMends(sets: readonly Weighted[], mends: readonly Option[], beyond: number): number {
  if (sets.length === 0) return 0
  const share = new Map<number, number>()
  for (const { bad, weight } of sets) for (const s of bad) share.set(s, (share.get(s) ?? 0) + weight)
  const order = mends
    .map((mend) => ({
      mend,
      rate: (mend.mends ?? []).reduce((sum, s) => sum + (share.get(s) ?? 0), 0) / costOf(mend),
    }))
    .filter(({ rate }) => rate > 0)
    .sort((a, b) => b.rate - a.rate)
  const mended = new Set<number>()
  // Where nothing may be wrong any more, only the trial after the first mend says so.
  let left = sets
  let weight = total(left)
  let minutes = 0
  // Whoever mends on and on where little is left stops, and looks deeper.
  let least = weight * beyond
  for (const { mend } of order) {
    if (weight <= 1e-12) break
    // What has been mended on the way already is not done again.
    if (mend.mends?.every((s) => mended.has(s))) continue
    minutes += costOf(mend) * weight
    for (const s of mend.mends ?? []) mended.add(s)
    left = left.filter((set) => !set.bad.every((s) => mended.has(s)))
    weight = total(left)
    least = Math.min(least, minutes + weight * beyond)
  }
  return least
}

const chanceOfPass = ({ bad }: Weighted, option: Option): number =>
  bad.reduce((p, s) => p * (option.sees?.get(s) ?? 1), 1 - (option.slip ?? 0.01))

const split = (sets: readonly Weighted[], option: Option): [Weighted[], Weighted[]] => {
  const pass: Weighted[] = []
  const fail: Weighted[] = []
  for (const set of sets) {
    const p = chanceOfPass(set, option)
    if (p > 1e-9) pass.push({ bad: set.bad, weight: set.weight * p })
    if (p < 1 - 1e-9) fail.push({ bad: set.bad, weight: set.weight * (1 - p) })
  }
  return [pass, fail]
}

/** The sets that are left after a mend: what it made good is out of them, what it cured is gone. */
const afterMend = (sets: readonly Weighted[], option: Option): Weighted[] =>
  sets.flatMap(({ bad, weight }) => {
    const left = bad.filter((s) => !option.mends?.includes(s))
    return left.length > 0 ? [{ bad: left, weight }] : []
  })

type WayOn = (sets: readonly Weighted[]) => number

function valueOf(sets: readonly Weighted[], option: Option, on: WayOn): number {
  const cost = costOf(option) * total(sets)
  if (option.mends) return cost + on(afterMend(sets, option))
  const [pass, fail] = split(sets, option)
  return cost + (option.proves ? 0 : on(pass)) + on(fail)
}

const plogp = (p: number): number => (p > 0 ? -p * Math.log2(p) : 0)
const entropy = (sets: readonly Weighted[]): number => {
  const sum = total(sets)
  return sum > 0 ? sets.reduce((h, s) => h + plogp(s.weight / sum), 0) : 0
}

/**
 * Values every option. `candidates` are the sets that may be bad, with their weights; the empty one counts as working already.
 * `beyond`: minutes that are reckoned with where no mend reaches the fault.
 */
export function adviceOn(
  candidates: readonly Candidate[],
  options: readonly Option[],
  { beyond = beyondMinutes, ahead = 2 }: { beyond?: number; ahead?: 1 | 2 } = {},
): Advice {
  const sets = candidates.filter((c) => c.weight > 0)
  const mends = options.filter((o) => o.mends)
  const mendsOn: WayOn = (s) => byMends(s, mends, beyond)
  const all = total(sets) || 1
  const before = entropy(sets)
  const acts = options.map((option, i): Valued => {
    const [pass, fail] = option.mends
      ? [sets.filter((s) => s.bad.every((b) => option.mends?.includes(b))), afterMend(sets, option)]
      : split(sets, option)
    return {
      option: i,
      minutes: valueOf(sets, option, mendsOn) / all,
      passes: total(pass) / all,
      bits: before - (entropy(pass) * total(pass) + entropy(fail) * total(fail)) / all,
    }
  })
  acts.sort((a, b) => a.minutes - b.minutes)
  if (ahead === 2) {
    const fewer = sets.slice(0, setsAhead)
    const second = acts
      .flatMap((a) => options[a.option] ?? [])
      .filter((o) => !o.mends)
      .slice(0, secondLooks)
    const some = total(fewer) || 1
    // A second act that looks is chosen after each result; mends alone are the other way on.
    const twoOn: WayOn = (s) =>
      Math.min(
        mendsOn(s),
        ...second.map((look) => valueOf(s, look, mendsOn)),
        ...firstMends(s, mends, mendsOn),
      )
    const looked = { mends: 0, others: 0 }
    acts.forEach((act, i) => {
      const option = options[act.option]
      const sort = option?.mends ? 'mends' : 'others'
      if (!option || looked[sort]++ >= lookedAtTwice) return
      acts[i] = { ...act, minutes: Math.min(act.minutes, valueOf(fewer, option, twoOn) / some) }
    })
    acts.sort((a, b) => a.minutes - b.minutes)
  }
  return { acts, mendsOnly: mendsOn(sets) / all }
}

/** The few mends that hold the largest share: one of them may be the better second act. */
function firstMends(sets: readonly Weighted[], mends: readonly Option[], on: WayOn): number[] {
  const share = new Map<number, number>()
  for (const { bad, weight } of sets) for (const s of bad) share.set(s, (share.get(s) ?? 0) + weight)
  return mends
    .map((mend) => ({ mend, held: (mend.mends ?? []).reduce((sum, s) => sum + (share.get(s) ?? 0), 0) }))
    .sort((a, b) => b.held - a.held)
    .slice(0, 3)
    .map(({ mend }) => valueOf(sets, mend, on))
}
