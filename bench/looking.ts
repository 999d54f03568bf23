/** Ways of looking for a fault on a simulated machine, minutes counted until its function passes. */
import type { Option } from '#core/diagnosis/next.ts'
import { adviceOn } from '#core/diagnosis/next.ts'
import { houseMasks } from '#core/diagnosis/observations.ts'
import { candidatesOf } from '#core/diagnosis/sets.ts'
import { sharesOf } from '#core/diagnosis/shares.ts'
import { Bench, type Trial } from './faulty.ts'

/** Who has not found it by then is counted with so many minutes. */
export const mostMinutes = 900
const mostAbout = 14
const leastShare = 0.004

export type Way = (bench: Bench, target: Trial) => void

const tryIt = (bench: Bench, trial: Trial): boolean => {
  bench.minutes += trial.minutes
  return bench.try(trial)
}
/** Mends and tries: true where it works. */
function mendAndTry(bench: Bench, i: number, target: Trial): boolean {
  const slot = bench.machine.slots[i]
  bench.minutes += (slot?.minutes ?? 0) + (slot?.toll ?? 0)
  bench.mend(i)
  return tryIt(bench, target)
}
const open = (bench: Bench): boolean => bench.minutes < mostMinutes

/** Shares of the slots as they are now. */
function sharesNow(bench: Bench): number[] {
  const { problem, suspects } = bench.problem()
  const { bad } = sharesOf(problem)
  const index = new Map(suspects.map((s, i) => [s, i]))
  return bench.instances.map((instance) => bad[index.get(instance) ?? -1] ?? 0)
}
const costOf = (bench: Bench, i: number, target: Trial): number => {
  const slot = bench.machine.slots[i]
  return (slot?.minutes ?? 0) + (slot?.toll ?? 0) + target.minutes
}

/** As the product advises: the act with the fewest expected minutes, two ahead. */
export const advised: Way = (bench, target) => {
  const { slots, trials } = bench.machine
  while (open(bench)) {
    const { problem, suspects, failures } = bench.problem()
    const { bad } = sharesOf(problem)
    const index = new Map(suspects.map((s, i) => [s, i]))
    const now = bench.instances.map((instance) => index.get(instance) ?? -1)
    const slotOf = new Map(now.map((at, slot) => [at, slot]))
    const failed = failures.find((f) => f.of === target.name)
    const through = suspects.map((s) => failed?.masks.has(s) ?? false)
    const sets = new Map<string, { bad: number[]; weight: number }>()
    for (const set of candidatesOf(problem, bad)) {
      const here = set.bad.filter((i) => slotOf.has(i) || suspects[i]?.sort === 'unknown')
      const own = here.filter((i) => through[i])
      const left = own.length > 0 ? own : here
      const held = sets.get(left.join())
      if (held) held.weight += set.weight
      else sets.set(left.join(), { bad: left, weight: set.weight })
    }
    const options: (Option & { readonly does: () => boolean })[] = []
    const about = slots
      .map((slot, i) => ({ slot, i, at: now[i] ?? -1, share: bad[now[i] ?? -1] ?? 0 }))
      .filter(({ share }) => share >= leastShare)
      .sort((a, b) => b.share - a.share)
      .slice(0, mostAbout)
    for (const { slot, i, at } of about)
      options.push({
        minutes: slot.minutes + target.minutes,
        toll: slot.toll,
        mends: slot.contact === undefined ? [at] : [at, now[slot.contact] ?? -1],
        does: () => mendAndTry(bench, i, target),
      })
    for (const trial of trials) {
      const listed = trial.listed.map((i) => bench.instances[i]).filter((i) => i !== undefined)
      const done = bench.observations.some((o) => o.of === trial.name && listed.every((i) => o.masks.has(i)))
      if (!done)
        options.push({
          minutes: trial.minutes,
          toll: 0,
          slip: houseMasks.slip,
          sees: new Map(listed.map((i) => [index.get(i) ?? -1, trial.mask])),
          proves: trial === target,
          does: () => tryIt(bench, trial) && trial === target,
        })
      else if (trial === target && failed?.times === 1)
        options.push({
          minutes: trial.minutes,
          toll: 0,
          slip: 0.1,
          sees: new Map(suspects.map((_, i) => [i, houseMasks.seenAgain])),
          proves: true,
          does: () => tryIt(bench, target),
        })
    }
    const first = adviceOn([...sets.values()], options).acts[0]
    const act = first && options[first.option]
    // Nothing is suspected any more that could be mended: all that is left is mended in turn.
    if (!act) return mendsInTurn(bench, target)
    if (act.does()) return
  }
}

/** Everything, likeliest for its minutes first. */
export const mendsInTurn: Way = (bench, target) => {
  const done = new Set<number>()
  while (open(bench)) {
    const shares = sharesNow(bench)
    const next = bench.machine.slots
      .map((slot, i) => ({
        i,
        rate:
          ((shares[i] ?? 0) + (slot.contact === undefined ? 0 : (shares[slot.contact] ?? 0))) /
          costOf(bench, i, target),
      }))
      .filter(({ i }) => !done.has(i))
      .sort((a, b) => b.rate - a.rate)[0]
    if (!next) return
    done.add(next.i)
    if (mendAndTry(bench, next.i, target)) return
  }
}

const changedFirstOrder = (bench: Bench, target: Trial): number[] => {
  const listed = new Set(target.listed)
  return bench.machine.slots.flatMap((slot, i) => (slot.changed && listed.has(i) ? [i] : []))
}

/** What changed first, then the largest share. */
export const changedFirst: Way = (bench, target) => {
  for (const i of changedFirstOrder(bench, target)) if (mendAndTry(bench, i, target)) return
  const done = new Set<number>()
  while (open(bench)) {
    const shares = sharesNow(bench)
    const next = shares
      .map((share, i) => ({ share, i }))
      .filter(({ i }) => !done.has(i))
      .sort((a, b) => b.share - a.share)[0]
    if (!next) return
    done.add(next.i)
    if (mendAndTry(bench, next.i, target)) return
  }
}

/** Anything that is on the machine, as it comes. */
export const anyhow: Way = (bench, target) => {
  const acts = [
    ...bench.machine.slots.map((_, i) => () => mendAndTry(bench, i, target)),
    ...bench.machine.trials.map((trial) => () => tryIt(bench, trial) && trial === target),
  ]
  while (open(bench) && acts.length > 0) {
    const [act] = acts.splice(Math.floor(bench.dice() * acts.length), 1)
    if (act?.()) return
  }
}

/** A fixed order: what changed, the bench, a look, the rails, reseat each, then swap the likeliest for its minutes. */
export const byTheBook: Way = (bench, target) => {
  const { slots, trials } = bench.machine
  const listed = target.listed.filter((i) => slots[i])
  for (const i of changedFirstOrder(bench, target)) if (mendAndTry(bench, i, target)) return
  for (const i of listed)
    if ((slots[i]?.sort === 'gear' || slots[i]?.sort === 'setting') && !slots[i]?.changed)
      if (mendAndTry(bench, i, target)) return
  // A look at each part of it shows one bad one in ten.
  for (const i of listed) {
    if (slots[i]?.sort !== 'part') continue
    bench.minutes += 2
    if (bench.bad.has(i) && bench.dice() >= houseMasks.cleanLook && mendAndTry(bench, i, target)) return
  }
  for (const trial of trials)
    if (trial.sort === 'reading' && trial.listed.some((i) => slots[i]?.sort !== 'gear' && listed.includes(i)))
      tryIt(bench, trial)
  for (const i of listed) if (slots[i]?.sort === 'seat' && open(bench) && mendAndTry(bench, i, target)) return
  mendsInTurn(bench, target)
}
