/** The few facts of a machine that lists need; stored as a projection and rebuilt from entries at will. */
import { conditionAt } from '#core/condition/condition.ts'
import type { EntryId, MachineId } from '#core/ids.ts'
import { openQuestions } from '#core/history/void.ts'
import { dueDay } from '#core/loans/agreement.ts'
import { itemsOf } from '#core/loans/items.ts'
import { machineStanding, openEpisode, openWaits, trayOf, waitRows, awayAt } from '#core/history/status.ts'
import { sheetOf } from '#core/history/layout.ts'
import { type EpisodeState, type MachineState, type World } from '#core/history/world.ts'
import type { Instant } from '#core/quantity/time.ts'
import type { WaitRow } from '#core/history/waits.ts'
import { cellsIn } from '#core/work/checks/fitted.ts'
import { brief, todoOf, waitsFor, type TodoBrief } from '#core/work/todo/index.ts'
import { arrivalOpen } from './arrival-open.ts'
import { functionLanes, stripOf, type StripSegment } from './lanes.ts'
import { machineNumber, partLabel, placeLabel } from './labels.ts'
import { plateOf, statusView } from './machine.ts'
import { type Plate, type StatusView } from './machine-shape.ts'

export interface MachineSummary {
  readonly id: MachineId
  readonly plate: Plate
  readonly kind: string
  readonly maker: string
  readonly status: StatusView
  readonly strip: readonly StripSegment[]
  readonly open?:
    | {
        readonly id: EntryId
        readonly number: number
        readonly title: string
        readonly state: 'open' | 'paused'
        readonly since: Instant
        readonly touched: Instant
        readonly next: string
        readonly lie: string
        readonly people: readonly string[]
        readonly off: number
      }
    | undefined
  readonly waits: readonly WaitRow[]
  /** Treatments that run. */
  readonly treating: readonly {
    readonly entry: EntryId
    readonly sort: string
    readonly on: readonly string[]
  }[]
  /** Things that need a person: questions, contested entries. */
  readonly needs: readonly {
    readonly kind: 'question' | 'contested' | 'void' | 'entry'
    readonly words: string
    readonly at: Instant
    readonly entry: EntryId
  }[]
  /** Things put away that fall due: deferred items, loans. */
  readonly due: readonly {
    readonly kind: 'deferred' | 'loan' | 'machine away' | 'condition' | 'quarantine'
    readonly words: string
    readonly at: Instant
  }[]
  /** The first of what is left to do, most urgent first. */
  readonly todo: readonly TodoBrief[]
  /** Functions that cannot be tried until another machine works. */
  readonly waitsFor: ReturnType<typeof waitsFor>
  /** Where a cell may still be in. */
  readonly cells: readonly string[]
  readonly onLoan: boolean
  readonly lendsParts: boolean
  readonly needsTest: number
  readonly registeredAt: Instant
  /** When something was last written of it. */
  readonly touchedAt: Instant
  readonly condition: { readonly grade?: number | undefined; readonly looked: number; readonly of: number }
  readonly place?: string | undefined
  readonly quarantine: boolean
  /** Steps of the guided entry that are still open. */
  readonly arrivalOpen: number
  readonly words: string
}

export interface SummaryOf {
  readonly summary: MachineSummary
  /** When it changes by time alone, epoch ms. */ readonly holdsUntilMs?: number | undefined
}

/** What is written on the parts that are in the machine or kept with it: a marking leads to the machine around it. */
const partMarkings = (world: World, id: MachineId): string[] =>
  [...world.parts.values()].flatMap((p) =>
    p.place && p.place.in.id === id
      ? [p.marking, p.dateCode, p.tag].filter((text) => text !== undefined)
      : [],
  )

/** Where a cell may be in: not where somebody said that cells are out, and nothing went in and no power came on since. */
function cellsLeft(world: World, machine: MachineState): readonly string[] {
  const out = machine.precautions.findLast((p) => p.what === 'cells out' && p.powerUps === machine.powerUps)
  return cellsIn(world, machine).filled.filter(
    (position) =>
      out === undefined ||
      machine.steps.some((s) => s.target.name === position && s.in !== undefined && s.order > out.order),
  )
}

/** The day on which a machine that is out on loan is due: noon of it, which is that day wherever the house is. */
function lentUntilOf(world: World, id: MachineId): string | undefined {
  const out = [...world.loanFiles.values()].find(
    (file) => !file.closed && itemsOf(file).some((s) => s.item.machine === id && s.home === 0),
  )
  const due = out && dueDay(out)
  return due === undefined ? undefined : `${due}T12:00:00.000Z`
}

/** What is being done at it, by whom, and what is off. */
function openRow(world: World, machine: MachineState, open: EpisodeState): MachineSummary['open'] {
  const mine = world.line.filter((s) => s.episode === open.id || s.id === open.id)
  return {
    id: open.id,
    number: open.number,
    title: open.title,
    state: open.state === 'paused' ? 'paused' : 'open',
    since: open.opened.happenedAt.latest,
    touched: mine.at(-1)?.happenedAt.latest ?? open.opened.happenedAt.latest,
    next: open.next,
    lie: open.lie,
    people: [
      ...new Set(mine.flatMap((s) => (s.doneBy ? [world.parties.get(s.doneBy)?.initials ?? ''] : []))),
    ].filter(Boolean),
    off:
      trayOf(world, machine).length +
      [...machine.fasteners.values()].reduce((sum, f) => sum + Math.max(0, f.off - f.on), 0),
  }
}

const needsOf = (world: World, machine: MachineState): MachineSummary['needs'] => [
  ...machine.contested.map((c) => ({
    kind: 'contested' as const,
    words: c.body.kind,
    at: c.happenedAt.latest,
    entry: c.id,
  })),
  ...openQuestions(world, machine).map((q) => ({
    kind: 'question' as const,
    words: q.words,
    at: q.entry.happenedAt.latest,
    entry: q.entry.id,
  })),
  ...(machine.registered && arrivalOpen(machine) > 0
    ? [
        {
          kind: 'entry' as const,
          words: String(arrivalOpen(machine)),
          at: machine.registered.happenedAt.latest,
          entry: machine.registered.id,
        },
      ]
    : []),
]

/** What has a day: what was put off, what is to come back, what is to be looked at again. */
function dueOf(world: World, machine: MachineState, loans: World['loans']): MachineSummary['due'] {
  const lastClosed = machine.episodes.at(-1)?.closed?.body
  const deferred = lastClosed?.kind === 'episode' && lastClosed.what === 'closed' ? lastClosed.deferred : []
  const priority = machine.condition.priority?.body
  const quarantine = machine.arrival.quarantine.at(-1)?.body
  const custody = machine.custody.at(-1)
  const away = awayAt(machine) !== undefined
  const lentUntil = away ? lentUntilOf(world, machine.id) : undefined
  return [
    ...deferred.flatMap((d) => (d.until ? [{ kind: 'deferred' as const, words: d.what, at: d.until }] : [])),
    ...loans.flatMap((l) =>
      l.due ? [{ kind: 'loan' as const, words: partLabel(world, l.part), at: l.due }] : [],
    ),
    ...(priority?.kind === 'grade' &&
    priority.what === 'priority' &&
    priority.by &&
    priority.urgency !== 'nothing to do'
      ? [{ kind: 'condition' as const, words: priority.words || 'condition', at: priority.by }]
      : []),
    ...(quarantine?.kind === 'quarantine' && quarantine.way === 'in' && quarantine.until
      ? [{ kind: 'quarantine' as const, words: quarantine.place, at: quarantine.until }]
      : []),
    ...(lentUntil !== undefined ? [{ kind: 'machine away' as const, words: 'loan out', at: lentUntil }] : []),
    ...(away && lentUntil === undefined && custody?.body.kind === 'custody' && custody.body.until
      ? [{ kind: 'machine away' as const, words: custody.body.purpose, at: custody.body.until }]
      : []),
  ]
}

/** Everything that a search for it may say, in small letters. */
function wordsOf(
  world: World,
  machine: MachineState,
  plate: MachineSummary['plate'],
  status: string,
): string {
  const sheet = sheetOf(world, machine)
  return [
    plate.name,
    machineNumber(machine),
    machine.entryNumber,
    machine.serial,
    plate.typeName,
    sheet?.maker,
    sheet?.kind,
    ...(sheet?.aliases ?? []),
    status,
    machine.purpose,
    machine.legal,
    ...machine.aliases,
    ...machine.marks,
    machine.revision,
    ...Object.values(machine.attributes),
    machine.source?.words,
    ...machine.claims.map((c) => c.words),
    ...machine.arrival.markings.flatMap((s) =>
      s.body.kind === 'marking' ? s.body.lines.map((l) => l.text) : [],
    ),
    ...machine.arrival.evidence.map((e) => e.says),
    ...partMarkings(world, machine.id),
  ]
    .filter(Boolean)
    .join(' ')
    .toLowerCase()
}

export function machineSummary(world: World, id: MachineId): SummaryOf | undefined {
  const machine = world.machines.get(id)
  if (!machine?.registered) return undefined
  const standing = machineStanding(world, machine)
  const sheet = sheetOf(world, machine)
  const plate = plateOf(world, machine)
  const open = openEpisode(machine)
  const waits = openWaits(world, machine)
  const custody = machine.custody.at(-1)
  const away = awayAt(machine) !== undefined
  const loans = world.loans.filter((l) => !l.closed && l.home.in.id === id)
  const standings = standing.standings
  const condition = conditionAt(world, machine, world.now)
  const quarantine = machine.arrival.quarantine.at(-1)?.body
  const summary: MachineSummary = {
    id,
    plate,
    kind: sheet?.kind ?? '',
    maker: sheet?.maker ?? '',
    status: statusView(world, machine, standing),
    strip: stripOf(functionLanes(world, machine, standings), world.now),
    open: open && openRow(world, machine, open),
    waits: waitRows(world, machine),
    treating: machine.treatments
      .filter((t) => !t.ended)
      .map(({ id, begun }) => ({ entry: id, sort: begun.body.sort, on: begun.body.on })),
    needs: needsOf(world, machine),
    due: dueOf(world, machine, loans),
    todo: brief(todoOf(world, machine)),
    waitsFor: waitsFor(world, machine),
    cells: cellsLeft(world, machine),
    onLoan: away,
    lendsParts: loans.length > 0,
    needsTest: standings.filter((s) => s.word === 'retest' || s.word === 'void').length,
    touchedAt:
      world.line.findLast((s) => s.about.some((a) => a.id === id))?.happenedAt.latest ??
      machine.registered.happenedAt.latest,
    registeredAt: machine.registered.happenedAt.latest,
    condition: { grade: condition.grade, looked: condition.looked, of: condition.of },
    place: custody?.body.kind === 'custody' ? placeLabel(world, custody.body.to, id) : undefined,
    quarantine: quarantine?.kind === 'quarantine' && quarantine.way === 'in',
    arrivalOpen: arrivalOpen(machine),
    words: wordsOf(world, machine, plate, standing.status),
  }
  const waitEnds = waits.map((w) => Date.parse(w.until) + 1)
  const ends = [...waitEnds, ...(standing.holdsUntilMs === undefined ? [] : [standing.holdsUntilMs])]
  return { summary, holdsUntilMs: ends.length > 0 ? Math.min(...ends) : undefined }
}
