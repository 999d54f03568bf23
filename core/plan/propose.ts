/**
 * Rows for the sheet of an evening, proposed from what is left to do: the most urgent of every machine first, each as early as a person,
 * a place and the machine are free, nobody where they are not authorised. People tell it, or change it first.
 */
import type { Authority } from '#core/history/bodies/rule.ts'
import type { MachineId, PartyId } from '#core/ids.ts'
import type { Todo } from '#core/work/todo/index.ts'
import type { Evening } from './evenings.ts'
import { acts, lookAgain, tickMinutes } from './figures.ts'
import { clockAfter, minutesOf, overlap, spanOf, type SheetRow, type Span } from './sheet.ts'

export interface Proposing {
  readonly evening: Pick<Evening, 'from' | 'people'>
  /** By when it has to be over. */
  readonly leave: string
  /** Rows that stand already. */
  readonly rows: readonly SheetRow[]
  /** Machines with what is left to do, most urgent first. */
  readonly machines: readonly { readonly id: MachineId; readonly todo: readonly Todo[] }[]
  readonly people: readonly { readonly party: PartyId; readonly authorities: readonly Authority[] }[]
  readonly places: readonly string[]
  /** What is written of a job. */
  readonly words: (todo: Todo) => string
}

const jobs: typeof acts = { ...acts, 'look again': lookAgain }
const tick = tickMinutes
const most = 40

interface Job {
  readonly machine: MachineId
  readonly todo: Todo
  readonly minutes: number
  readonly authority?: Authority | undefined
}

/** The first thing of each machine, then the second; nothing that needs power where something has to be made harmless. */
function jobsOf({ machines, people, rows }: Proposing): Job[] {
  const goes = people.some((p) => p.authorities.includes('switch on'))
  const planned = new Set(rows.map((r) => r.machine))
  const own = machines
    .filter((m) => !planned.has(m.id))
    .map(({ id, todo }) => {
      const barred = todo.some((t) => t.act === 'make harmless')
      return todo.flatMap((t): Job[] => {
        const job = jobs[t.act]
        if (!job || (barred && job.powered)) return []
        const minutes = Math.min(180, Math.ceil(Math.max(10, t.minutes ?? job.minutes) / tick) * tick)
        // A house that names nobody for switching on does not go by it.
        return [{ machine: id, todo: t, minutes, authority: job.powered && goes ? 'switch on' : undefined }]
      })
    })
  const deepest = Math.max(0, ...own.map((list) => list.length))
  return Array.from({ length: deepest }, (_, n) => own.flatMap((list) => list[n] ?? [])).flat()
}

export function proposeRows(ask: Proposing): SheetRow[] {
  const { evening, leave, words } = ask
  const coming = evening.people.filter((p) => p.comes !== 'not').map((p) => p.party)
  const staff = ask.people.filter((p) => coming.includes(p.party))
  const found: SheetRow[] = [...ask.rows]
  for (const job of jobsOf(ask)) {
    if (found.length >= most) break
    const row = placed(job, found, staff, ask, minutesOf(evening.from), minutesOf(leave))
    if (row) found.push({ ...row, what: words(job.todo) })
  }
  return found.sort((a, b) => a.from.localeCompare(b.from))
}

/** Where a job fits first; undefined where it does not any more. */
function placed(
  job: Job,
  rows: readonly SheetRow[],
  staff: Proposing['people'],
  { places, evening }: Proposing,
  begins: number,
  ends: number,
): SheetRow | undefined {
  const kept = rows.find((r) => r.machine === job.machine)?.place
  for (let at = begins; at + job.minutes <= ends; at += tick) {
    const span: Span = { from: at, to: at + job.minutes }
    const beside = rows.filter((r) => overlap(span, spanOf(r)))
    if (beside.some((r) => r.machine === job.machine)) continue
    const taken = new Set(beside.flatMap((r) => (r.place === undefined ? [] : [r.place.toLowerCase()])))
    const place = (kept === undefined ? places : [kept]).find((p) => !taken.has(p.toLowerCase()))
    if (place === undefined) continue
    const people = who(
      job,
      rows,
      staff.filter((p) => !beside.some((r) => r.people.includes(p.party))),
    )
    if (!people) continue
    return {
      machine: job.machine,
      what: '',
      people,
      from: clockAfter(evening.from, at - begins),
      minutes: job.minutes,
      place,
      ...(job.authority ? { authority: job.authority } : {}),
    }
  }
  return undefined
}

/** Whoever is at this machine already, else whoever has least to do; with somebody who may, where that is asked. */
function who(job: Job, rows: readonly SheetRow[], free: Proposing['people']): PartyId[] | undefined {
  const load = (party: PartyId) =>
    rows.reduce((sum, r) => sum + (r.people.includes(party) ? r.minutes : 0), 0) -
    (rows.some((r) => r.machine === job.machine && r.people.includes(party)) ? 10_000 : 0)
  const ranked = [...free].sort((a, b) => load(a.party) - load(b.party))
  const { authority } = job
  const able = authority === undefined ? ranked : ranked.filter((p) => p.authorities.includes(authority))
  const [first] = able
  return first && [first.party]
}
