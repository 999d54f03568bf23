/** The evenings of a house between two days, with who comes: those that repeat, single ones, those that are off. */
import type { Often } from '#core/history/bodies/evening.ts'
import type { EveningSeries, ToldSheet } from '#core/history/evening-state.ts'
import type { World } from '#core/history/world.ts'
import type { EntryId, PartyId } from '#core/ids.ts'
import { dayAfter } from '#core/quantity/time.ts'

export type Attendance =
  /** They said so for this evening. */
  | 'comes'
  | 'not'
  /** They come to this series, and said nothing else. */
  | 'usually'

export interface Evening {
  /** "2026-12-03". */
  readonly day: string
  readonly from: string
  readonly to: string
  readonly series?: EntryId | undefined
  readonly off?: { readonly because?: string | undefined } | undefined
  readonly people: readonly {
    readonly party: PartyId
    readonly comes: Attendance
    /** How surely, of who usually comes. */
    readonly often?: Often | undefined
  }[]
  readonly told?: ToldSheet | undefined
}

const dayMs = 86_400_000
const noonOf = (day: string) => Date.parse(`${day}T12:00:00.000Z`)
/** ISO 8601: 1 is Monday, 7 Sunday. */
export const weekdayOf = (day: string): number => ((new Date(noonOf(day)).getUTCDay() + 6) % 7) + 1
const daysBetween = (from: string, to: string) => Math.round((noonOf(to) - noonOf(from)) / dayMs)

/** The first day of a series that is on its weekday. */
const firstDay = ({ first, weekday }: Pick<EveningSeries, 'first' | 'weekday'>): string =>
  dayAfter(first, (weekday - weekdayOf(first) + 7) % 7)

/** Whether an evening of a series falls on a day. */
export function fallsOn(series: Omit<EveningSeries, 'usual' | 'id'>, day: string): boolean {
  const days = daysBetween(firstDay(series), day)
  return (
    days >= 0 && days % (7 * series.everyWeeks) === 0 && (series.until === undefined || day <= series.until)
  )
}

/** Evenings from a day to another, both included, in order; those that are off stand among them. */
export function eveningsOf(world: World, from: string, to: string): Evening[] {
  const found: Evening[] = []
  for (let day = from, n = 0; day <= to && n < 800; day = dayAfter(day, 1), n++) {
    const evening = eveningOn(world, day)
    if (evening) found.push(evening)
  }
  return found
}

/** The evening of a day; undefined where there is none. The series that was begun last counts where several fall on it. */
export function eveningOn(world: World, day: string): Evening | undefined {
  const series = [...world.eveningSeries.values()].findLast((s) => fallsOn(s, day))
  const single = world.singleEvenings.get(day)
  const hours = single?.hours ?? series
  if (!hours) return undefined
  return {
    day,
    from: hours.from,
    to: hours.to,
    series: series?.id,
    off: single?.off,
    people: attendance(world, day, series),
    told: world.toldEvenings.get(day),
  }
}

function attendance(world: World, day: string, series: EveningSeries | undefined): Evening['people'] {
  const said = [...world.attendance].flatMap(([key, comes]) => {
    const [on, party = ''] = key.split(' ')
    return on === day
      ? [{ party: party as PartyId, comes: comes ? ('comes' as const) : ('not' as const) }]
      : []
  })
  const spoke = new Set(said.map((s) => s.party))
  const usual = [...(series?.usual ?? [])].filter(([party]) => !spoke.has(party))
  return [...said, ...usual.map(([party, often]) => ({ party, comes: 'usually' as const, often }))]
}
