/** A row of a sheet as it is typed, and the row that it makes once it says enough. */
import type { Authority } from '#core/history/bodies/rule.ts'
import type { MachineId, PartyId } from '#core/ids.ts'
import { actKey } from '#core/plan/figures.ts'
import { clockAfter, type SheetRow } from '#core/plan/sheet.ts'
import type { TodoAct, TodoBrief } from '#core/work/todo/index.ts'
import { isClock } from './ClockField.tsx'

export interface RowSaid {
  readonly machine: string
  readonly what: string
  readonly people: readonly PartyId[]
  readonly from: string
  readonly minutes: string
  readonly place: string
  readonly authority: string
  readonly fetch: string
  readonly runs: string
  /** The act of its To do that the row stands for. */
  readonly act?: TodoAct | undefined
}

/** Minutes that a row begins with; a house figure, no source. */
const usualMinutes = 45
const leastMinutes = 5
const mostMinutes = { hands: 600, alone: 10_000 }

/** The first row begins when the evening does, another when the one before it ends. */
export const beginRow = (machine: string, after: SheetRow | undefined, begins: string): RowSaid => ({
  machine,
  what: '',
  people: [],
  from: after ? clockAfter(after.from, after.minutes) : begins,
  minutes: String(usualMinutes),
  place: '',
  authority: '',
  fetch: '',
  runs: '',
})

/** Undefined while something is missing: the machine, what is done, who, when, or from 5 to 600 minutes. */
export function rowOf(said: RowSaid, acts: readonly Pick<TodoBrief, 'act'>[]): SheetRow | undefined {
  const { machine, act, from } = said
  const [what, place, fetch] = [said.what.trim(), said.place.trim(), said.fetch.trim()]
  const [minutes, runs] = [Number(said.minutes), Number(said.runs)]
  if (machine === '' || what === '' || said.people.length === 0 || !isClock(from)) return undefined
  if (!Number.isInteger(minutes) || minutes < leastMinutes || minutes > mostMinutes.hands) return undefined
  const alone = Number.isInteger(runs) && runs >= leastMinutes && runs <= mostMinutes.alone
  return {
    machine: machine as MachineId,
    what,
    people: [...said.people],
    from,
    minutes,
    ...(act && acts.some((t) => t.act === act) ? { step: actKey(machine, act), own: true } : {}),
    ...(place ? { place } : {}),
    ...(fetch ? { fetch } : {}),
    ...(said.authority ? { authority: said.authority as Authority } : {}),
    ...(alone ? { runs } : {}),
  }
}

/** What stays for the next row: who, where and what is needed; it begins when this one ends. */
export const nextRow = (said: RowSaid, row: SheetRow): RowSaid => ({
  ...said,
  what: '',
  act: undefined,
  fetch: '',
  runs: '',
  from: clockAfter(row.from, row.minutes),
})
