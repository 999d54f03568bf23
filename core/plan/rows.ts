/** A plan as sheets of its evenings: rows in the order of the hour, each place by its name. */
import type { PlanRow } from '#core/history/bodies/evening.ts'
import type { PartyId } from '#core/ids.ts'
import { clockAfter, leaveAt } from './sheet.ts'
import type { Given, StepOf } from './given.ts'
import type { PlanFrom } from './jobs.ts'
import { roundedUp, type Plan } from './problem.ts'
import { lyings } from './why.ts'

export interface PlannedSheet {
  readonly day: string
  readonly rows: readonly PlanRow[]
  readonly leave: string
}

/** "bench 2" where there are several, "sink" where there is one; by step, where its hands are. */
export function placeNames({ problem }: PlanFrom, plan: Plan): Map<number, string> {
  const names = new Map<number, string>()
  const taken: { place: number; slot: number; piece: number; to: number; from: number }[] = []
  const all = lyings(problem, plan)
  // What stays where it is comes before what is put down in the same minute.
  const goesOn = (l: (typeof all)[number]) =>
    all.some((x) => x.piece === l.piece && x.place === l.place && x.to === l.from)
  for (const l of all.sort((a, b) => a.from - b.from || Number(goesOn(b)) - Number(goesOn(a)))) {
    const place = problem.places[l.place]
    if (!place) continue
    const beside = taken.filter((t) => t.place === l.place && t.to > l.from && t.piece !== l.piece)
    const own = taken.findLast((t) => t.place === l.place && t.piece === l.piece && t.to >= l.from)
    const kept = own && !beside.some((t) => t.slot === own.slot)
    let slot = kept ? own.slot : 0
    if (!kept) while (beside.some((t) => t.slot === slot)) slot++
    taken.push({ ...l, slot })
    if (plan[l.step]?.at === l.from)
      names.set(l.step, place.holds > 1 ? `${place.sort} ${slot + 1}` : place.sort)
  }
  return names
}

/** The sheets of the evenings that a plan has something on; rows that were written by hand stay on theirs. */
export function sheetsOf(
  given: Pick<Given, 'evenings' | 'people'>,
  from: PlanFrom,
  plan: Plan,
  words: (step: StepOf) => string,
  pinned: (step: StepOf) => boolean = () => false,
): PlannedSheet[] {
  const places = placeNames(from, plan)
  return from.days.flatMap((day, session): PlannedSheet[] => {
    const evening = given.evenings.find((e) => e.day === day)
    const began = from.problem.sessions[session]?.from
    if (!evening || began === undefined) return []
    const byHand = (evening.told?.rows ?? []).filter((r) => r.step === undefined)
    const rows = from.steps.flatMap((step, i): PlanRow[] => {
      const laid = plan[i]
      if (laid?.session !== session || 'hand' in step.is) return []
      const party = (p: number): PartyId[] => given.people.slice(p, p + 1).map((x) => x.party)
      return [
        {
          machine: step.machine,
          what: step.own ?? words(step),
          ...(step.own === undefined ? {} : { own: true as const }),
          people: laid.people.flatMap(party),
          from: clockAfter(evening.from, laid.at - began),
          minutes: roundedUp(step.minutes, from.problem.tick),
          step: step.key,
          ...(places.has(i) ? { place: places.get(i) } : {}),
          ...(step.fetch ? { fetch: step.fetch } : {}),
          ...(step.authority ? { authority: step.authority } : {}),
          ...(step.runs !== undefined ? { runs: step.runs } : {}),
          ...(pinned(step) ? { pinned: true as const } : {}),
        },
      ]
    })
    const all = [...byHand, ...rows].sort((a, b) => a.from.localeCompare(b.from))
    return all.length > 0 || evening.told
      ? [{ day, rows: all, leave: evening.told?.leave ?? leaveAt(evening) }]
      : []
  })
}

/** What is another evening or another person than it was. */
export interface Moved {
  readonly step: number
  readonly from: Plan[number]
  readonly to: Plan[number]
}
const whoOf = (laid: Plan[number]) => [...(laid?.people ?? [])].sort((a, b) => a - b).join()
export const movedBetween = (before: Plan | ReadonlyMap<number, Plan[number]>, after: Plan): Moved[] =>
  after.flatMap((to, step): Moved[] => {
    const from = before instanceof Map ? before.get(step) : (before as Plan)[step]
    if (before instanceof Map && from === undefined) return []
    const same = from?.session === to?.session && whoOf(from) === whoOf(to)
    return same ? [] : [{ step, from, to }]
  })
