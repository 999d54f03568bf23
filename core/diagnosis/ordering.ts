/** Acts in the order of the house’s approach: what is worth naming, and what stands back. */
import { policyOf } from '#core/history/policy.ts'
import type { MachineState, World } from '#core/history/world.ts'
import { actsFor, type ActTools, type FaultAct } from './acts.ts'
import type { Evidence } from './evidence.ts'
import { adviceOn, type Valued } from './next.ts'
import type { Candidate } from './sets.ts'

export interface RatedAct extends FaultAct, Omit<Valued, 'option' | 'minutes'> {
  /** Expected minutes until it works, this act first; and by mends alone. */
  readonly toTheEnd: number
  readonly without: number
}

const mostActs = 5
const fewActs = 2
/** A mend that leads to the end in so many times the minutes of mends in turn is no advice. */
const farOff = 1.25
/** So much of the share it has to mend to be named. */
const leastMended = 0.06
/** What mends so much of the share is named whatever it costs. */
const likely = 0.25

/** Acts as the house's approach orders them; what cannot be undone stands back while something else shortens the way. */
export function rated(
  world: World,
  machine: MachineState,
  evidence: Evidence,
  shares: readonly number[],
  sets: readonly Candidate[],
  target: string,
  tools: ActTools,
): { list: RatedAct[]; mendsOnly: number; all: readonly FaultAct[] } {
  const all = actsFor(world, evidence, shares, target, tools)
  const { acts, mendsOnly } = adviceOn(sets, all)
  const list = acts.flatMap((v): RatedAct[] => {
    const act = all[v.option]
    return act ? [{ ...act, passes: v.passes, bits: v.bits, toTheEnd: v.minutes, without: mendsOnly }] : []
  })
  const mended = (a: FaultAct) => (a.mends ?? []).reduce((sum, i) => sum + (shares[i] ?? 0), 0)
  const approach = policyOf(world, machine, 'fault approach')
  const useful = list.filter(
    (a) =>
      (a.mends !== undefined &&
        mended(a) >= leastMended &&
        (a.toTheEnd < mendsOnly * farOff || mended(a) >= likely)) ||
      a.toTheEnd < mendsOnly - (a.again ? 1 : 0) ||
      (approach === 'information a minute' && a.bits > 0.02),
  )
  const shortens = useful.some((a) => a.touches !== 'altered' && a.toTheEnd < mendsOnly - 0.5)
  const changed = changedSince(evidence)
  const rank = (a: RatedAct): number => {
    const back = shortens && a.touches === 'altered' ? 1 : 0
    if (approach === 'what changed first')
      return back * 10 + (concerns(a, changed) && a.mends ? 0 : concerns(a, changed) ? 1 : 2)
    if (approach === 'look and reseat first')
      return back * 10 + (a.touches === 'nothing' && a.mends === undefined ? 0 : a.sort === 'reseat' ? 1 : 2)
    return back
  }
  const inOrder = useful
    .map((a) => ({ a, rank: rank(a) }))
    .sort(
      (x, y) =>
        x.rank - y.rank ||
        (approach === 'information a minute'
          ? y.a.bits / (y.a.minutes + y.a.toll) - x.a.bits / (x.a.minutes + x.a.toll)
          : Math.round(x.a.toTheEnd) - Math.round(y.a.toTheEnd) ||
            Number(x.a.sort === 'look') - Number(y.a.sort === 'look') ||
            (x.a.sees?.size ?? 0) - (y.a.sees?.size ?? 0) ||
            x.a.toTheEnd - y.a.toTheEnd),
    )
    .map(({ a }) => a)
  // Where nothing shortens the way, the likeliest mends are named all the same.
  const named = inOrder.length > 0 ? inOrder : list.filter((a) => a.mends).slice(0, fewActs)
  return { list: varied(named).slice(0, mostActs), mendsOnly, all }
}

const mostLooks = 2
/** Of acts that tell the very same, the first; and not too many looks. */
function varied(acts: readonly RatedAct[]): RatedAct[] {
  const told = new Set<string>()
  let looks = 0
  return acts.filter((act) => {
    if (act.sort === 'look' && ++looks > mostLooks) return false
    if (!act.sees || act.sort === 'look') return true
    const key = [...act.sees].map(([i, mask]) => `${i} ${mask}`).join()
    if (told.has(key)) return false
    told.add(key)
    return true
  })
}

const concerns = (act: FaultAct, changed: ReadonlySet<number>): boolean =>
  [...(act.mends ?? act.sees?.keys() ?? [])].some((i) => changed.has(i))

/** Suspects that were touched, or came, after the last time that what fails had passed. */
function changedSince({ suspects, failures, observations }: Evidence): Set<number> {
  const failed = new Set(failures.map((f) => f.of))
  const lastPass = Math.max(
    -1,
    ...observations.filter((o) => o.is === 'pass' && failed.has(o.of)).map((o) => o.order),
  )
  return new Set(
    suspects.flatMap((s, i) =>
      (lastPass >= 0 && s.begins > lastPass) || s.happened.some((h) => h.order > lastPass) ? [i] : [],
    ),
  )
}
