/**
 * What a guest sees of a machine: plate, standing, condition, episodes and custody of that machine within the grant. No
 * price, value, other parties or internal notes; people as roles; another machine is "another machine of the house".
 * Everything shown is named here, one by one: what a view gains later is not shown until it is named too.
 */
import { guestLifeline, custodyOf, withTheHouse } from './guest-life.ts'
import { type MachineStanding, machineStanding } from '#core/history/status.ts'
import type { World } from '#core/history/world.ts'
import type { Place } from '#core/place.ts'
import type { MachineId, PartyId } from '#core/ids.ts'
import { machineAround } from '#core/history/presence.ts'
import type { PhotoRow } from './photos.ts'
import type { MachineView, EpisodeRow, FunctionRow } from './machine-shape.ts'
import { type LogRow, type ChangeSummary, changeSummary } from './rows.ts'
import { guestResult } from '#core/history/results.ts'
import { guestBody } from '#core/history/sight.ts'
import type { Body } from '#core/history/bodies/index.ts'
import { machineView } from './machine.ts'
import type { NetChange } from '#core/history/changes.ts'
import { guestPlate } from './guest-list.ts'

const anotherMachine = 'another machine of the house'

/** Where something is, in words for a guest; told by what the place is, never by how it is called. */
function placeForGuest(world: World, place: Place, machine: MachineId, viewer: PartyId): string {
  switch (place.in.kind) {
    case 'machine':
    case 'assembly': {
      const around = machineAround(world, place)
      return around?.id === machine ? (place.position ?? 'in it') : anotherMachine
    }
    case 'kept':
      return place.in.id === machine ? 'kept with it' : withTheHouse
    case 'tray':
      return world.machines.get(machine)?.episodes.some((e) => e.id === place.in.id) ? 'tray' : withTheHouse
    case 'party':
    case 'person':
      return place.in.id === viewer ? (world.parties.get(viewer)?.name ?? withTheHouse) : withTheHouse
    case 'gone':
      return 'no longer here'
    default:
      return withTheHouse
  }
}

/** Weaknesses of a test that name nothing of the house: no gear, no part, no work. */
const toldToGuests: ReadonlySet<string> = new Set(['judged by', 'few starts', 'short time', 'switched off'])

export const guestPhoto = (p: PhotoRow): PhotoRow => ({
  entry: p.entry,
  at: p.at,
  by: '',
  words: p.words,
  of: p.of,
  zone: p.zone,
  finding: p.finding,
  evidence: p.evidence,
  on: p.on,
  width: p.width,
  height: p.height,
  pins: p.pins.map((pin) => ({
    entry: pin.entry,
    x: pin.x,
    y: pin.y,
    finding: pin.finding,
    position: pin.position,
    label: pin.label,
  })),
})

const guestCondition = (c: MachineView['condition']): MachineView['condition'] => ({
  grade: c.grade,
  looked: c.looked,
  of: c.of,
  findings: c.findings,
})

const guestEpisode = (e: EpisodeRow): EpisodeRow => ({
  id: e.id,
  number: e.number,
  title: e.title,
  state: e.state,
  from: e.from,
  to: e.to,
  entries: e.entries,
  next: '',
  tests: e.tests,
})

/** A line of the log with what a guest may read of it, as its kind says; none where the kind is hidden, contested or taken back. */
function guestLogRow(row: LogRow, viewer: PartyId): LogRow[] {
  const body = row.withdrawn || row.contested !== undefined ? undefined : guestBody(row.body, viewer)
  return body === undefined ? [] : [shownRow(row, body)]
}

const shownRow = (row: LogRow, body: Body): LogRow => ({
  id: row.id,
  happenedAt: row.happenedAt,
  recordedAt: row.recordedAt,
  doneBy: undefined,
  recordedBy: '',
  basis: row.basis,
  episode: row.episode,
  body,
  versions: [],
  latestAmendments: row.latestAmendments,
  withdrawn: false,
  clockUncertain: row.clockUncertain,
  onVoid: row.onVoid,
  voidBy: row.voidBy && { functions: row.voidBy.functions, gear: '' },
  photos: row.photos,
})

/** Projects a Machine view for a guest, who is a party of the house. Undefined when there is no such machine. */
export function guestView(world: World, id: MachineId, viewer: PartyId): MachineView | undefined {
  const view = machineView(world, id)
  const machine = world.machines.get(id)
  if (!view || !machine) return undefined
  const mine = machine.owner === viewer
  const owner = machine.owner === 'house' ? 'the house' : mine ? view.plate.owner : 'an owner'
  const standing = machineStanding(world, machine)
  const place = (at: Place | undefined) => (at ? placeForGuest(world, at, id, viewer) : undefined)
  const change = (c: NetChange): ChangeSummary => ({
    ...changeSummary(world, machine, c),
    elsewhere: place(c.elsewhere),
  })
  const changesOf = new Map(standing.standings.map((s) => [s.fn, s.changes.map(change)]))
  const behind = view.status.change
  const ownParts = new Set<string>(view.positions.flatMap((p) => (p.part ? [p.part.id] : [])))
  return {
    id: view.id,
    plate: guestPlate(view.plate, owner),
    status: guestStatus(view, standing, place, changesOf, behind),
    functions: guestFunctions(view, changesOf),
    lifeline: guestLifeline(view, machine, viewer, place),
    positions: guestPositions(view, place, world),
    given: guestGiven(view, place, world),
    consents: view.consents.filter((c) =>
      machine.consents.some((s) => s.id === c.entry && s.body.kind === 'consent' && s.body.by === viewer),
    ),
    // What they are asked stands in their home.
    requests: [],
    // Their own loans stand in their home.
    lent: [],
    ownerParty: mine ? view.ownerParty : undefined,
    loans: guestLoans(view),
    episodes: view.episodes.map(guestEpisode),
    open: view.open && guestEpisode(view.open),
    todo: view.todo.flatMap((t) =>
      t.act === 'test again' || t.act === 'test' || t.act === 'prove'
        ? [{ act: t.act, items: t.items.map(({ name, at }) => ({ name, at })) }]
        : [],
    ),
    claims: [],
    custody: custodyOf(machine).map((c) => ({
      where: c.to.in.id === viewer ? (place(c.to) ?? withTheHouse) : withTheHouse,
      at: c.at,
      purpose: c.purpose,
      carriage: c.carriage,
      until: c.until,
    })),
    hazards: view.hazards.map((h) => ({
      entry: h.entry,
      words: h.words,
      barsPower: h.barsPower,
      at: h.at,
      cleared: h.cleared,
    })),
    overrides: [],
    photos: view.photos.map(guestPhoto),
    pairs: view.pairs.map((p) => ({ entry: p.entry, before: p.before, after: p.after })),
    condition: guestCondition(view.condition),
    history: view.history.map((h) => ({ at: h.at, grade: h.grade, looked: h.looked, of: h.of })),
    provenance: { links: 0, gaps: 0 },
    arrivalOpen: 0,
    policies: [],
    attributes: {},
    points: [],
    grids: view.grids.map((g) => ({
      fn: g.fn,
      rows: g.rows,
      cells: g.cells.map((c) => ({ cell: c.cell, is: c.is, symptom: c.symptom, at: c.at, stands: c.stands })),
    })),
    log: view.log.flatMap((row) => guestLogRow(row, viewer)),
    labels: Object.fromEntries(
      Object.entries(view.labels).filter(([key]) => key === view.id || ownParts.has(key)),
    ),
    now: view.now,
  }
}

function guestStatus(
  view: MachineView,
  standing: MachineStanding,
  place: (at: Place | undefined) => string | undefined,
  changesOf: Map<string, ChangeSummary[]>,
  behind: ChangeSummary | undefined,
) {
  return {
    word: view.status.word,
    because: view.status.because,
    weakly: view.status.weakly,
    coverage: view.status.coverage,
    oldestProof: view.status.oldestProof,
    missing: standing.missing.map((m) => ({
      position: m.position,
      partKind: m.partKind,
      where: m.where,
      place: place(m.place),
    })),
    off: standing.off.map((o) => ({ position: o.position, place: place(o.place) })),
    change: [...changesOf.values()]
      .flat()
      .find((c) => c.entries[0] === behind?.entries[0] && c.target.name === behind?.target.name),
    changes: view.status.changes,
    lastTest: view.status.lastTest,
    notRun: view.status.notRun && { reason: '', at: view.status.notRun.at },
  }
}

function guestFunctions(view: MachineView, changesOf: Map<string, ChangeSummary[]>) {
  return view.functions.map((f): FunctionRow => ({
    fn: f.fn,
    essential: f.essential,
    word: f.word,
    test: f.test && {
      at: f.test.at,
      entry: f.test.entry,
      result: guestResult(f.test.result),
      depth: f.test.depth,
    },
    changes: changesOf.get(f.fn) ?? [],
    beside: f.beside && { at: f.beside.at, result: guestResult(f.beside.result) },
    voided: f.voided && { at: f.voided.at, gear: '' },
    run: f.run,
    // Whoever borrows it may know that a test was weak, not what was done beside it.
    weak: f.weak.filter((w) => toldToGuests.has(w.why)),
    heldUpBy: f.heldUpBy && { fn: f.heldUpBy.fn, at: f.heldUpBy.at },
    notExercised: f.notExercised,
    minutes: f.minutes,
  }))
}

function guestPositions(
  view: MachineView,
  place: (at: Place | undefined) => string | undefined,
  world: World,
) {
  return view.positions.map((p) => ({
    designator: p.designator,
    on: p.on,
    accepts: p.accepts,
    assembly: p.assembly,
    essential: p.essential,
    content: p.content,
    part: p.part && {
      id: p.part.id,
      label: p.part.label,
      own: p.part.own,
      ...(p.part.temporary ? { temporary: true } : {}),
      origin: p.part.origin,
      since: p.part.since,
      from: p.part.from === undefined ? undefined : place(world.parts.get(p.part.id as never)?.start),
    },
  }))
}

function guestGiven(view: MachineView, place: (at: Place | undefined) => string | undefined, world: World) {
  return view.given.map((g) => ({
    part: g.part,
    label: g.label,
    position: g.position,
    to: place(world.parts.get(g.part as never)?.place) ?? withTheHouse,
    at: g.at,
    kept: g.kept,
    gone: g.gone,
    tray: g.tray,
  }))
}

function guestLoans(view: MachineView) {
  return view.loans.map((l) => ({
    part: l.part,
    label: l.label,
    home: l.lends ? l.home : anotherMachine,
    at: l.lends ? anotherMachine : l.at,
    since: l.since,
    due: l.due,
    closed: l.closed,
    lends: l.lends,
  }))
}
