/** The working status of a machine: one word, derived, with what it rests on. */
import { once } from './once.ts'
import { instantToMs, type Instant } from '#core/quantity/time.ts'
import type { PartId } from '#core/ids.ts'
import type { Place } from '#core/place.ts'
import { missingEssentials, offAssemblies, type Missing, type OffAssembly } from '#core/history/presence.ts'
import type { WaitRow } from '#core/history/waits.ts'
import { policyOf } from '#core/history/policy.ts'
import { standingsOf, type Standing, type StandingWord } from './standing.ts'
import type { EpisodeState, HazardState, MachineState, World } from './world.ts'

export type WorkingStatus =
  | 'do not power'
  | 'incomplete'
  | 'in pieces'
  | 'not working'
  | 'faulty'
  | 'retest due'
  | 'not known'
  | 'unproved'
  | 'check overdue'
  | 'working'
  | 'not run'

/** How many of a machine's functions work, fail, were touched since they were tested, or are not known. */
export interface Coverage {
  readonly of: number
  readonly work: number
  readonly fail: number
  readonly due: number
  /** Passed in a test that ends nobody's doubt, or in a clean run that is still too short. */
  readonly weakly: number
  readonly unknown: number
}

function coverageOf(standings: readonly Standing[]): Coverage {
  const count = (...words: StandingWord[]) => among(standings, ...words).length
  const [work, fail, due, weakly] = [
    count('works', 'ageing'),
    count('fails', 'partly', 'intermittent'),
    count('retest', 'void'),
    count('weakly', 'unproved'),
  ]
  const unknown = standings.length - work - fail - due - weakly
  return { of: standings.length, work, fail, due, weakly, unknown }
}

export interface MachineStanding {
  readonly status: WorkingStatus
  readonly standings: readonly Standing[]
  readonly coverage: Coverage
  /** When the oldest test was made that shows something working. */
  readonly oldestProof?: Instant | undefined
  readonly missing: readonly Missing[]
  readonly off: readonly OffAssembly[]
  readonly bars: readonly HazardState[]
  /** The functions that made the status what it is. */
  readonly because: readonly string[]
  /** When the status changes by time alone, epoch ms; undefined = only by an entry. */
  readonly holdsUntilMs?: number | undefined
}

const among = (standings: readonly Standing[], ...words: StandingWord[]) =>
  standings.filter((s) => words.includes(s.word))
const names = (standings: readonly Standing[]) => standings.map((s) => s.fn)

export const machineStanding = once((world, machine): MachineStanding => {
  const standings = standingsOf(world, machine)
  const essential = standings.filter((s) => s.essential)
  const bars = machine.hazards.filter((h) => h.barsPower && !h.cleared)
  const missing = missingEssentials(world, machine)
  const off = offAssemblies(world, machine)
  const proofs = among(standings, 'works', 'ageing')
    .flatMap((s) => (s.test ? [s.test.entry.happenedAt.latest] : []))
    .sort()
  const expiries = standings.flatMap((s) =>
    s.word === 'works' && s.standsUntilMs !== undefined ? [s.standsUntilMs + 1] : [],
  )
  const base = {
    standings,
    coverage: coverageOf(standings),
    oldestProof: proofs[0],
    missing,
    off,
    bars,
    holdsUntilMs: expiries.length ? Math.min(...expiries) : undefined,
  }
  const say = (status: WorkingStatus, because: readonly string[] = []): MachineStanding => ({
    ...base,
    status,
    because,
  })

  if (bars.length > 0)
    return say(
      'do not power',
      bars.map((h) => h.words),
    )
  if (policyOf(world, machine, 'run') === 'not run') return say('not run')
  const away = missing.filter((m) => m.where !== 'tray')
  if (away.length > 0)
    return say(
      'incomplete',
      away.map((m) => m.position),
    )
  if (off.length > 0 || missing.length > 0)
    return say('in pieces', [...off.map((a) => a.position), ...missing.map((m) => m.position)])
  const dead = among(essential, 'fails')
  if (dead.length > 0) return say('not working', names(dead))
  const faults = among(standings, 'fails', 'partly', 'intermittent')
  if (faults.length > 0) return say('faulty', names(faults))
  const retest = among(essential, 'retest', 'void')
  if (retest.length > 0) return say('retest due', names(retest))
  const unknown = among(essential, 'untested', 'claimed', 'blocked', 'inconclusive')
  if (essential.length === 0 || unknown.length > 0) return say('not known', names(unknown))
  const unproved = among(essential, 'unproved', 'weakly')
  if (unproved.length > 0) return say('unproved', names(unproved))
  const ageing = among(essential, 'ageing')
  if (ageing.length > 0) return say('check overdue', names(ageing))
  return say('working')
})

/** The latest episode that is not closed, if any. */
export const openEpisode = (machine: MachineState): EpisodeState | undefined =>
  machine.episodes.findLast((e) => e.state !== 'closed')

/** Where the machine is, by the record, when it is out of the house: with an owner, a borrower, a person. */
export function awayAt(machine: MachineState): Place | undefined {
  const last = machine.custody.at(-1)?.body
  return last?.kind === 'custody' && (last.to.in.kind === 'party' || last.to.in.kind === 'person')
    ? last.to
    : undefined
}

/** Parts that lie in the tray of one of this machine's episodes. */
export const trayOf = once((world, machine): readonly PartId[] => {
  const episodes = new Set<string>(machine.episodes.map((e) => e.id))
  return [...world.parts.values()]
    .filter((p) => p.place?.in.kind === 'tray' && episodes.has(p.place.in.id))
    .map((p) => p.id)
})

/** Waits that are not over at `now`: their time has not run out and nobody ended them. */
export const openWaits = (world: World, machine: MachineState) =>
  machine.waits.filter((w) => !w.over && instantToMs(w.until) > instantToMs(world.now))

/** Open waits, and those that ran out within half a day and that nobody has ended: they want a hand. */
export const waitRows = (world: World, machine: MachineState): WaitRow[] =>
  machine.waits
    .filter((w) => !w.over && instantToMs(w.until) > instantToMs(world.now) - 43_200_000)
    .map((w) => ({
      entry: w.entry.id,
      what: w.what,
      from: w.entry.happenedAt.latest,
      until: w.until,
      everyMinutes: w.everyMinutes,
    }))
