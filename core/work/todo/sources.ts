/** Where each act of what is left to do comes from. */
import { calledAt } from '#core/type/sheet.ts'
import { conditionAt, reinspectDaysOf } from '#core/condition/condition.ts'
import { evidenceNeeds } from '#core/provenance/evidence.ts'
import { contentsOf, machineAround } from '#core/history/presence.ts'
import type { Standing } from '#core/history/standing.ts'
import { openEpisode, trayOf, type MachineStanding } from '#core/history/status.ts'
import { openQuestions } from '#core/history/void.ts'
import type { MachineState, World } from '#core/history/world.ts'
import { conflictsOf } from '#core/parts/conflicts.ts'
import { handsInsideCheck } from '../checks/hands-inside.ts'
import { switchOnCheck } from '../checks/switch-on.ts'
import { whyNeeded } from '#core/parts/needed.ts'
import { instantToMs, msToInstant, type Instant } from '#core/quantity/time.ts'
import { partName } from '../checks/model.ts'
import { refitMinutes, testMinutes } from './minutes.ts'

import type { Todo, TodoAct, TodoItem, WorksNow } from './acts.ts'

/** What a treatment asked to be looked at again: the day that was named. */
const rechecks = (machine: MachineState): TodoItem[] => {
  const last = new Map<string, TodoItem>()
  for (const { id, begun, ended } of machine.treatments)
    for (const on of begun.body.on) {
      last.delete(on)
      if (ended?.body.recheck)
        last.set(on, {
          name: begun.body.sort,
          of: on,
          due: `${ended.body.recheck}T00:00:00.000Z`,
          entry: id,
        })
    }
  return [...last.values()]
}

type Rows = (at: {
  readonly world: World
  readonly machine: MachineState
  readonly standing: MachineStanding
  readonly worksNow: WorksNow
}) => Todo | readonly TodoItem[]

const named = (standings: readonly Standing[], of?: (s: Standing) => string | undefined): TodoItem[] =>
  standings.map((s) => ({ name: s.fn, of: of?.(s), at: s.test?.entry.happenedAt.latest }))

/** It fails as it is: nothing was done about it since. */
const failsAsItIs = (s: Standing) =>
  (s.word === 'fails' || s.word === 'partly' || s.word === 'intermittent') && s.changes.length === 0

/** Another machine kept it from being tried, and that one works now. */
const unblocked = (s: Standing, worksNow: WorksNow): boolean => {
  const said = s.beside?.result
  return said?.is === 'not possible' && said.until !== undefined && worksNow(said.until.machine) === true
}
const wantsTestAgain = (s: Standing, worksNow: WorksNow): boolean =>
  s.word === 'retest' ||
  s.word === 'void' ||
  s.word === 'ageing' ||
  (s.changes.length > 0 && (s.word === 'fails' || s.word === 'partly' || s.word === 'intermittent')) ||
  unblocked(s, worksNow)

/** What each act finds. Those in `towardsWork` are asked only of a machine that somebody wants to work. */
export const always: Readonly<Partial<Record<TodoAct, Rows>>> = {
  'make harmless': ({ machine }) =>
    machine.hazards
      .filter((h) => !h.cleared)
      .map((h) => ({
        name: h.words,
        of: h.barsPower ? 'do not power' : undefined,
        at: h.entry.happenedAt.latest,
        entry: h.entry.id,
      })),
  settle: ({ machine }) =>
    machine.contested.map((c) => ({ name: c.body.kind, at: c.happenedAt.latest, entry: c.id })),
  'see to': ({ world, machine }) => [
    ...poorFindings(world, machine)
      .filter((f) => f.lift !== 're-inspect it' && f.lift !== 'judge whether it is active')
      .map(asItem),
    ...actBy(machine),
  ],
  judge: ({ world, machine }) =>
    poorFindings(world, machine)
      .filter((f) => f.lift === 'judge whether it is active')
      .map(asItem),
  'end wait': ({ machine }) =>
    machine.waits
      .filter((w) => !w.over && sittingOf(machine, w.entry.episode) !== 'closed')
      .map((w) => ({ name: w.what, due: w.until, entry: w.entry.id })),
  'look again': ({ world, machine }) => [
    ...poorFindings(world, machine)
      .filter((f) => f.lift === 're-inspect it')
      .map((f) => ({ ...asItem(f), due: recheckAt(world, machine, f) })),
    ...inQuarantine(machine),
    ...rechecks(machine),
  ],
  'give back': ({ world, machine }) =>
    world.loans
      .filter((l) => !l.closed && machineAround(world, l.home) !== machine)
      .filter((l) => {
        const place = world.parts.get(l.part)?.place
        return place !== undefined && machineAround(world, place) === machine
      })
      .map((l) => ({ name: partName(world, l.part), due: l.due, entry: l.entry.id })),
  'bring home': ({ world, machine }) =>
    world.loans
      .filter((l) => !l.closed && machineAround(world, l.home) === machine)
      .map((l) => ({ name: partName(world, l.part), due: l.due, entry: l.entry.id })),
  answer: ({ world, machine }) =>
    openQuestions(world, machine).map((q) => ({
      name: q.words,
      at: q.entry.happenedAt.latest,
      entry: q.entry.id,
    })),
  decide: ({ machine }) =>
    conflictsOf(machine).map((c) => ({
      name: `${c.position} ${c.fact}`,
      of: c.readings.map((r) => `${r.says} by the ${r.by}`).join(', '),
      at: c.readings[0]?.at,
      entry: c.readings[0]?.entry,
    })),
  try: ({ machine }) =>
    machine.advice
      .filter((a) => !a.became)
      .map((a) => ({
        name: a.said.words,
        of: a.said.sort,
        at: a.entry.happenedAt.latest,
        entry: a.entry.id,
      })),
  'clear up': ({ world, machine }) => [
    ...passedOver(world, machine),
    ...machine.overrides.flatMap((o) =>
      o.body.kind === 'override' && sittingOf(machine, o.episode) !== 'closed'
        ? [{ name: o.body.rule, of: o.body.reason, at: o.happenedAt.latest, entry: o.id }]
        : [],
    ),
  ],
  sort: ({ machine }) =>
    machine.jots
      .filter((j) => j.into === undefined)
      .map((j) => ({ name: j.words || 'a jot', at: j.entry.happenedAt.latest, entry: j.entry.id })),
  next: ({ machine }) =>
    machine.tasks
      .filter((t) => t.what === 'next' && !t.ended)
      .map((t) => ({ name: t.words, at: t.left.happenedAt.latest, entry: t.left.id })),
  later: ({ machine }) =>
    machine.tasks
      .filter((t) => t.what === 'put off' && !t.ended)
      .map((t) => ({ name: t.words, of: t.reason, due: t.until, entry: t.left.id })),
  'finish entry': ({ machine }) =>
    machine.guided
      ? [
          ...evidenceNeeds(machine)
            .filter((n) => n.is === 'not looked' || n.is === 'noted')
            .slice(0, 1)
            .map(() => ({ name: 'evidence' })),
          ...(machine.claims.length === 0 && !machine.noneThere.includes('claims')
            ? [{ name: 'claims' }]
            : []),
          ...(machine.arrival.contents.length === 0 && !machine.noneThere.includes('contents')
            ? [{ name: 'contents' }]
            : []),
          ...(machine.arrival.receipts.length === 0 && !machine.noneThere.includes('receipt')
            ? [{ name: 'receipt' }]
            : []),
        ]
      : [],
  'go on': ({ machine }) => {
    const open = openEpisode(machine)
    return open
      ? [{ name: open.title, of: open.state, at: open.lastStep.happenedAt.latest, entry: open.id }]
      : []
  },
}

export const towardsWork: Readonly<Partial<Record<TodoAct, Rows>>> = {
  'put back': ({ world, machine, standing }) => {
    const tray = trayOf(world, machine)
    const elsewhere = standing.off.filter((o) => o.part === undefined || !tray.includes(o.part))
    const screws = [...machine.fasteners.values()].filter((f) => f.off - f.lost > f.on)
    const items = [
      ...tray.map((id) => ({ name: partName(world, id) })),
      ...elsewhere.map((o) => ({ name: o.position })),
      ...screws.map((f) => ({
        name: `${f.off - f.lost - f.on} ${f.size}`,
        of: f.cups.join(', ') || undefined,
      })),
      ...[...machine.connections.keys()].map((name) => ({ name })),
      ...[...machine.fasteners.values()]
        .filter((f) => f.loose > 0)
        .map((f) => ({ name: `${f.loose} ${f.size}`, of: 'loosened' })),
    ]
    const minutes = refitMinutes(
      tray.length + elsewhere.length + machine.connections.size,
      screws.reduce((n, f) => n + f.off - f.lost - f.on, 0),
    )
    return { act: 'put back', items, minutes }
  },
  'find the fault': ({ standing }) => named(standing.standings.filter(failsAsItIs), symptomOf),
  fit: ({ world, machine }) => {
    const rows = contentsOf(world, machine)
    const empty = new Set(rows.filter((r) => r.content === 'empty').map((r) => r.position.designator))
    const gone = [...machine.fasteners.values()].filter((f) => f.missing > 0)
    const screws = gone.map((f) => ({ name: `${f.missing} ${f.size}`, of: 'missing' }))
    const parts = rows.flatMap((row): TodoItem[] => {
      if (row.position.on !== undefined && empty.has(row.position.on)) return []
      const why = whyNeeded(world, row)
      return why === undefined || why === 'out for now' ? [] : [{ name: calledAt(row.position), of: why }]
    })
    return [...parts, ...screws]
  },
  'test again': ({ world, machine, standing, worksNow }) => {
    const due = standing.standings.filter((s) => wantsTestAgain(s, worksNow))
    return {
      act: 'test again',
      items: named(due, (s) => (unblocked(s, worksNow) ? untilOf(s) : undefined)),
      minutes: testMinutes(world, machine, due),
    }
  },
  prove: ({ world, machine, standing }) => {
    const due = standing.standings.filter((s) => s.word === 'weakly' || s.word === 'unproved')
    return {
      act: 'prove',
      items: named(due, (s) =>
        s.word === 'unproved' && s.run ? String(Math.max(1, s.run.needed - s.run.clean)) : undefined,
      ),
      minutes: testMinutes(world, machine, due),
    }
  },
  test: ({ world, machine, standing, worksNow }) => {
    const due = standing.standings.filter(
      (s) =>
        !unblocked(s, worksNow) &&
        ((s.essential && (s.word === 'untested' || s.word === 'claimed')) ||
          s.word === 'inconclusive' ||
          s.word === 'blocked'),
    )
    return { act: 'test', items: named(due, blockOf), minutes: testMinutes(world, machine, due) }
  },
  'say what it does': ({ machine, standing }) =>
    standing.standings.some((s) => s.essential) ? [] : [{ name: machine.name }],
  'take out': ({ world, machine }) =>
    [...world.parts.values()]
      .filter((p) => p.temporary && p.place && machineAround(world, p.place) === machine)
      .map((p) => ({ name: partName(world, p.id) })),
}

function symptomOf({ test }: Standing): string | undefined {
  const result = test?.result
  return result && 'symptom' in result ? result.symptom : undefined
}
const untilOf = ({ beside }: Standing): string | undefined =>
  beside?.result.is === 'not possible' ? beside.result.until?.number : undefined
/** What keeps a function from being tried. */
function blockOf(s: Standing): string | undefined {
  if (s.heldUpBy) return s.heldUpBy.fn
  const said = s.beside?.result
  return said?.is === 'not possible' || said?.is === 'inconclusive' ? said.because : undefined
}

type Poor = ReturnType<typeof poorFindings>[number]
/** Findings that hold the grade at poor or worse. */
const poorFindings = (world: World, machine: MachineState) =>
  conditionAt(world, machine, world.now).zones.flatMap((z) =>
    z.findings.filter((f) => f.grade >= 3 && f.supposed !== 'withdrawn'),
  )
const asItem = (f: Poor): TodoItem => ({
  name: f.finding.noted.sort,
  of: [f.finding.noted.zone, f.finding.noted.place].filter(Boolean).join(', '),
  at: f.finding.said.happenedAt.latest,
  entry: f.finding.id,
})
function recheckAt(world: World, machine: MachineState, f: Poor): Instant | undefined {
  const treated = f.finding.looks.findLast((l) => l.change === 'treated')?.at
  return treated && msToInstant(instantToMs(treated) + reinspectDaysOf(world, machine) * 86_400_000)
}
function inQuarantine(machine: MachineState): TodoItem[] {
  const last = machine.arrival.quarantine.at(-1)
  return last?.body.kind === 'quarantine' && last.body.way === 'in'
    ? [{ name: 'quarantine', of: last.body.place, due: last.body.until, entry: last.id }]
    : []
}
function actBy(machine: MachineState): TodoItem[] {
  const said = machine.condition.priority
  return said?.body.kind === 'grade' && said.body.what === 'priority' && said.body.urgency !== 'nothing to do'
    ? [{ name: said.body.words || 'condition', of: said.body.urgency, due: said.body.by, entry: said.id }]
    : []
}

/** Rules of the sitting that goes on, which somebody went past and which are not met still. */
function passedOver(world: World, machine: MachineState): TodoItem[] {
  const open = openEpisode(machine)
  if (!open || machine.passedOver.length === 0) return []
  return [switchOnCheck(world, machine, open), handsInsideCheck(world, machine, open)].flatMap((check) =>
    check.rules.flatMap(({ rule, passed }) =>
      passed ? [{ name: rule, of: 'passed over', at: passed.at, entry: passed.entry }] : [],
    ),
  )
}

/** How the sitting stands in which something was written; open for what was written outside of any. */
const sittingOf = (machine: MachineState, episode: string | undefined) =>
  machine.episodes.find((e) => e.id === episode)?.state ?? 'open'
