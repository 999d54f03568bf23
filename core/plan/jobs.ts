/**
 * The problem of the next evenings, from what the record leaves to do on the machines that are wanted and from work that was planned
 * on them. It goes up to the next decision: after a fault that is to be found, minutes are reserved and nothing is made up.
 */
import { placeSorts } from '#core/history/bodies/job.ts'
import type { PartyId } from '#core/ids.ts'
import { instantToMs } from '#core/quantity/time.ts'
import type { Given, StepOf } from './given.ts'
import type { Laid, PlanJob, PlanProblem, PlanSession, PlanStep } from './problem.ts'
import { leaveAt, minutesOf } from './sheet.ts'
import { tickMinutes } from './figures.ts'
import { Steps } from './steps.ts'

/** What somebody tries without telling it: a step on another evening or by another person, somebody who is not there. */
export interface Trying {
  readonly only?: Readonly<Record<string, { readonly day?: string; readonly party?: PartyId }>> | undefined
  /** What is shown: it stays where nothing asks for more. By step. */
  readonly keep?: ReadonlyMap<string, Laid> | undefined
  /** Pinned when it was told, and not any more. */
  readonly freed?: ReadonlySet<string> | undefined
  readonly without?: readonly { readonly party: PartyId; readonly day?: string | undefined }[] | undefined
}

export interface PlanFrom {
  readonly problem: PlanProblem
  /** By step. */
  readonly steps: readonly StepOf[]
  /** By session. */
  readonly days: readonly string[]
  /** Epoch ms of minute 0. */
  readonly beganMs: number
  /** Rows of told sheets, by step; of those that are not done. */
  readonly told: ReadonlyMap<number, Laid>
}

/** How far ahead is planned where no day asks for more, and how many evenings at most. House figures. */
const horizonMinutes = 28 * 1440
const mostEvenings = 10

export function problemOf(given: Given, trying: Trying = {}): PlanFrom {
  const firstMs = Math.min(instantToMs(given.now), ...given.evenings.map((e) => instantToMs(e.begins)))
  // A whole hour, so that evenings begin at whole minutes.
  const beganMs = Math.floor(firstMs / 3_600_000) * 3_600_000
  const minute = (at: string) => Math.round((instantToMs(at) - beganMs) / 60_000)
  const now = Math.ceil(minute(given.now) / tickMinutes) * tickMinutes
  const ahead = given.evenings.filter((e) => !e.off && minute(e.ends) > now)
  const dues = given.machines.flatMap((m) => (m.wanted?.due === undefined ? [] : [minute(m.wanted.due)]))
  const horizon = Math.max(now + horizonMinutes, ...dues)
  // Beyond the last day that anything is wanted by nobody plans in steps.
  const evenings = ahead.filter((e) => minute(e.begins) <= horizon).slice(0, mostEvenings)
  const index = new Map(given.people.map((p, i) => [p.party, i]))
  const gone = (party: PartyId, day: string) =>
    trying.without?.some((w) => w.party === party && (w.day === undefined || w.day === day)) ?? false
  const sessions = evenings.map((e): PlanSession => ({
    from: minute(e.begins),
    // Then people begin to put things away.
    to: minute(e.begins) + minutesOf(e.told?.leave ?? leaveAt(e)) - minutesOf(e.from),
    people: e.people
      .filter((p) => p.comes !== 'not' && !gone(p.party, e.day))
      .flatMap((p) => index.get(p.party) ?? []),
    sun: e.sun.map((s) => ({ from: minute(s.from), to: minute(s.to) })),
  }))
  const builder = new Steps(given, now, minute)
  const jobs: PlanJob[] = []
  for (const machine of given.machines) {
    if (!machine.wanted && machine.jobs.length === 0) continue
    const before = builder.steps.length
    builder.add(machine, jobs.length)
    // What is to be looked at again after its day does not hold that day up.
    const later = builder.later
    if (builder.steps.length === before) continue
    const { wanted } = machine
    jobs.push({
      id: machine.id,
      weight: wanted?.matters ?? 1,
      due: wanted?.due === undefined ? undefined : minute(wanted.due),
      promised: wanted?.promised ?? false,
      open: machine.open,
    })
    if (later) jobs.push({ id: machine.id, weight: 1, promised: false, open: false })
  }
  const told = toldSteps(evenings, builder.infos, sessions, index)
  const byHand = evenings.flatMap((e, n) =>
    (e.told?.rows ?? [])
      .filter((r) => r.step === undefined)
      .map((row) => ({ row, evening: e, session: sessions[n] })),
  )
  for (const { row, evening, session } of byHand) {
    const people = row.people.flatMap((p) => index.get(p) ?? [])
    if (!session || people.length === 0) continue
    builder.written(row, jobs.length, session.from + minutesOf(row.from) - minutesOf(evening.from), people)
    jobs.push({ id: row.machine, weight: 0, promised: false, open: false })
  }
  return {
    problem: {
      tick: tickMinutes,
      sessions,
      people: given.people.map((p) => ({ id: p.party, may: new Set<string>(p.authorities) })),
      places: placeSorts.map((sort) => ({ sort, holds: given.workshop[sort] })),
      jobs,
      steps: builder.steps.map((s, i) =>
        placedBy(s, i, builder.infos[i], { told, sessions, evenings, now, index, trying }),
      ),
    },
    steps: builder.infos,
    days: evenings.map((e) => e.day),
    beganMs,
    told: new Map([...told].map(([i, t]) => [i, t.laid])),
  }
}

interface Told {
  readonly laid: Laid
  readonly pinned: boolean
}

function toldSteps(
  evenings: Given['evenings'],
  infos: readonly StepOf[],
  sessions: readonly PlanSession[],
  index: ReadonlyMap<PartyId, number>,
): Map<number, Told> {
  const byKey = new Map(infos.map((s, i) => [s.key, i]))
  const found = new Map<number, Told>()
  evenings.forEach((e, session) => {
    for (const row of e.told?.rows ?? []) {
      const i = row.step === undefined ? undefined : byKey.get(row.step)
      const from = sessions[session]?.from
      if (i === undefined || from === undefined) continue
      const at = from + minutesOf(row.from) - minutesOf(e.from)
      const people = row.people.flatMap((p) => index.get(p) ?? [])
      const laid = { at, session, people, ...(infos[i]?.minded ? { minder: people[0] } : {}) }
      found.set(i, { laid, pinned: row.pinned === true })
    }
  })
  return found
}

interface Placing {
  readonly told: ReadonlyMap<number, Told>
  readonly sessions: readonly PlanSession[]
  readonly evenings: Given['evenings']
  readonly now: number
  readonly index: ReadonlyMap<PartyId, number>
  readonly trying: Trying
}

/** A step with what was told of it: what is begun or pinned stays, as long as those who do it are there. */
function placedBy(one: PlanStep, i: number, info: StepOf | undefined, p: Placing): PlanStep {
  const kept = info && p.trying.keep?.get(info.key)
  const said = p.told.get(i)
  const told = kept ? { laid: kept, pinned: said?.pinned ?? false } : said
  // What two were told to do is for two.
  const step = { ...one, pair: one.pair || (told?.laid.people.length ?? 0) > 1 }
  const wish = info && p.trying.only?.[info.key]
  const session = wish?.day === undefined ? -1 : p.evenings.findIndex((e) => e.day === wish.day)
  if (wish)
    return {
      ...step,
      only: {
        ...(session >= 0 ? { session } : {}),
        ...(wish.party !== undefined ? { person: p.index.get(wish.party) } : {}),
      },
      ...(told ? { told: told.laid } : {}),
    }
  if (!told) return step
  const there = p.sessions[told.laid.session]?.people ?? []
  const stays = (told.pinned && !p.trying.freed?.has(info?.key ?? '')) || told.laid.at < p.now
  return stays && told.laid.people.length > 0 && told.laid.people.every((x) => there.includes(x))
    ? { ...step, told: told.laid, pinned: { at: told.laid.at, people: told.laid.people } }
    : { ...step, told: told.laid }
}
