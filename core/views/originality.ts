/** Originality as it is and over time, and what of the work on a machine cannot be undone. */
import type { Entry } from '#core/history/entry.ts'
import { fold } from '#core/history/fold.ts'
import type { MachineId } from '#core/ids.ts'
import type { Originality } from '#core/parts/originality.ts'
import { reversibilityOf, type Reversibility } from '#core/parts/reversibility.ts'
import { dayOf, type Instant } from '#core/quantity/time.ts'
import { arrivalView } from './arrival.ts'

export interface OriginalityPoint {
  readonly at: Instant
  readonly shownFactory: number
  readonly asFound: number
  readonly replaced: number
}
export interface OriginalityView {
  readonly now?: Originality | undefined
  /** One point a day on which a part moved, oldest first; the last `mostDays` of them. */
  readonly history: readonly OriginalityPoint[]
  readonly reversibility: Reversibility
}

/** Each day is a fold of its own; a machine with more days of moves shows the latest. */
const mostDays = 24

/** Undefined for a machine that the entries do not register. */
export function originalityView(
  entries: readonly Entry[],
  id: MachineId,
  now: Instant,
  zone: string,
): OriginalityView | undefined {
  const world = fold(entries, { now })
  const machine = world.machines.get(id)
  if (!machine?.registered) return undefined
  const lastOfDay = new Map<string, Instant>()
  for (const step of machine.steps)
    if (step.out !== undefined || step.in !== undefined)
      lastOfDay.set(dayOf(step.entry.happenedAt.latest, zone), step.entry.happenedAt.latest)
  const history = [...lastOfDay.values()].slice(-mostDays).flatMap((at): OriginalityPoint[] => {
    const then = arrivalView(fold(entries, { now, asOf: at }), id, zone)?.originality
    return then
      ? [{ at, shownFactory: then.shownFactory, asFound: then.asFound, replaced: then.replaced }]
      : []
  })
  return {
    now: arrivalView(world, id, zone)?.originality,
    history,
    reversibility: reversibilityOf(world, machine),
  }
}
