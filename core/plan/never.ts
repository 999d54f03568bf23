/** Why a step finds no room in any of these evenings. */
import { roundedUp, type PlanProblem } from './problem.ts'

/** Why a step finds no room even with nothing else to do. */
export type Never =
  | { readonly why: 'not before'; readonly until: number }
  | { readonly why: 'nobody authorised'; readonly authority: string }
  | { readonly why: 'second person' }
  | { readonly why: 'too long' }
  | { readonly why: 'no sun' }
  | { readonly why: 'no place'; readonly place: number }
  /** What it follows finds none. */
  | { readonly why: 'follows'; readonly step: number }
  | { readonly why: 'together' }

/** Names the first thing that no session has; `together`: each is there, but not at once. */
export function whyNever(
  { steps, people, places, sessions, tick }: PlanProblem,
  step: number,
  never: ReadonlySet<number>,
): Never {
  const s = steps[step]
  if (!s) return { why: 'together' }
  const before = s.after.find((b) => never.has(b.step))
  if (before) return { why: 'follows', step: before.step }
  const last = sessions.at(-1)?.to ?? 0
  if (s.notBefore !== undefined && s.notBefore >= last) return { why: 'not before', until: s.notBefore }
  const { authority } = s
  const able = (p: number) => authority === undefined || (people[p]?.may.has(authority) ?? false)
  if (authority !== undefined && !sessions.some((x) => x.people.some(able)))
    return { why: 'nobody authorised', authority }
  if (s.pair && !sessions.some((x) => x.people.some(able) && x.people.length > 1))
    return { why: 'second person' }
  const hands = roundedUp(s.hands, tick) + (s.runs?.minded ? s.runs.minutes : 0)
  if (!sessions.some((x) => x.to - x.from >= hands)) return { why: 'too long' }
  const sunny = s.runs?.minutes ?? roundedUp(s.hands, tick)
  if (s.sun && !sessions.some((x) => x.sun.some((span) => span.to - span.from >= sunny)))
    return { why: 'no sun' }
  const place = [s.place, s.runsAt].find((p) => p !== undefined && (places[p]?.holds ?? 0) === 0)
  return place === undefined ? { why: 'together' } : { why: 'no place', place }
}
