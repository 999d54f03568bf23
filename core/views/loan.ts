/**
 * One loan as it is shown: to the house, and to the other side of it. What the other side reads is built here field by field:
 * their own loan, its terms with the value that they agreed to, what passed from hand to hand, looks and runs; nothing else of
 * the house.
 */
import { type LoanState, loanState, runsBeyond } from '#core/loans/state.ts'
import { photosOf } from '#core/history/bodies/loan.ts'
import { leavesHouse } from '#core/history/loan-ways.ts'
import type { LoanFile, Look, Released } from '#core/history/loan-state.ts'
import type { Standing } from '#core/history/standing.ts'
import { machineStanding } from '#core/history/status.ts'
import { sheetOf } from '#core/history/layout.ts'
import type { World } from '#core/history/world.ts'
import type { EntryId, LoanId, MachineId, PartyId } from '#core/ids.ts'
import { answerOf, dueDay, recallDay, termsInForce } from '#core/loans/agreement.ts'
import { compareLooks, stretchesOf, zonesByStage } from '#core/loans/compare.ts'
import { homeSide, isParty, itemsOf, missingBoxes, receiptsOf, releasesOf } from '#core/loans/items.ts'
import { releaseAnswers } from '#core/loans/release.ts'
import { spentOn } from '#core/loans/spending.ts'
import { dayAfter, dayOf, type Instant } from '#core/quantity/time.ts'
import type { LoanAsked, LoanMachine, LoanRow, LoanView, LookPhoto, OpenRelease } from './loan-shape.ts'

/** What the other side of a loan is asked to do. */
export type LoanAsk =
  'answer the terms' | 'confirm what arrived' | 'look on arrival' | 'answer their question' | 'send it back'

/** What the other side is asked for now, the first thing first. */
export function asksOf(file: LoanFile, zone: string, now: Instant): LoanAsk[] {
  const party = file.asked?.body.with
  if (!party || file.closed) return []
  const state = loanState(file, now, zone)
  const newest = file.terms.at(-1)
  const toThem = releasesOf(file).some((r) => r.body.to === party && openRelease(file, r).length > 0)
  const there = state.items.filter((s) => s.is === 'there' && homeSide(file) === 'house')
  const soon = state.due !== undefined && dayAfter(dayOf(now, zone), 7) >= state.due
  return [
    ...(newest && answerOf(file, newest.id, party) === undefined ? (['answer the terms'] as const) : []),
    ...(state.marks.some((m) => m.mark === 'question' && m.of === party)
      ? (['answer their question'] as const)
      : []),
    ...(toThem ? (['confirm what arrived'] as const) : []),
    ...(there.some(
      (s) =>
        s.item.machine &&
        !file.looks.some((l) => l.body.machine === s.item.machine && l.body.stage === 'there'),
    )
      ? (['look on arrival'] as const)
      : []),
    ...(there.length > 0 && soon ? (['send it back'] as const) : []),
  ]
}

export function loanRow(world: World, file: LoanFile, zone: string): LoanRow | undefined {
  if (!file.asked) return undefined
  const { body } = file.asked
  const state = loanState(file, world.now, zone)
  return {
    id: file.id,
    number: body.number,
    theirNumber: body.theirNumber,
    way: body.way,
    with: world.parties.get(body.with)?.name ?? 'the other side',
    purpose: body.purpose,
    items: body.items.map((i) => (i.n === 1 ? i.item : `${i.n} × ${i.item}`)),
    shown: state.shown,
    due: state.due,
    marks: state.marks,
  }
}

/** Newest trouble first: overdue, then by due day; what is over last. */
export const byUrgency = (a: LoanRow, b: LoanRow): number =>
  rank(a) - rank(b) || (a.due ?? '9999').localeCompare(b.due ?? '9999') || a.id.localeCompare(b.id)
/** Whether somebody of the house has something to do with it now: it is late or soon due, or a mark stands on it. */
export function pressing({ shown, due, marks }: LoanRow, today: string): boolean {
  if (shown === 'closed' || shown === 'declined' || shown === 'asked') return false
  const soon = due !== undefined && shown !== 'back' && shown !== 'agreed' && due <= dayAfter(today, 14)
  return soon || marks.some((m) => m.mark !== 'incident' && !(m.mark === 'question' && m.of !== 'house'))
}

const rank = ({ shown, marks }: LoanRow): number =>
  shown === 'overdue' ? 0 : shown === 'closed' || shown === 'declined' ? 3 : marks.length > 0 ? 1 : 2

/** Undefined where there is no such loan, or it is not the viewer's. */
export function loanView(world: World, id: LoanId, { zone, viewer }: LoanAsked): LoanView | undefined {
  const file = world.loanFiles.get(id)
  const row = file && loanRow(world, file, zone)
  if (!file?.asked || !row) return undefined
  const { body } = file.asked
  if (viewer !== 'house' && body.with !== viewer) return undefined
  const state = loanState(file, world.now, zone)
  const inForce = termsInForce(file)
  const names = namesOf(world, file, row.with)
  const itemOf = (machine: string) => body.items.find((i) => i.machine === machine)?.item ?? 'a machine'
  return {
    ...row,
    withParty: body.with,
    agreement: state.agreement,
    homeIs: homeSide(file),
    itemRows: itemRows(state),
    terms: file.terms.map((t, i) => ({
      id: t.id,
      version: i + 1,
      at: t.happenedAt.latest,
      body: t.body,
      house: answerOf(file, t.id, 'house'),
      party: answerOf(file, t.id, body.with),
      holds: t.id === inForce?.id,
    })),
    release: viewer === 'house' && leavesHouse(body.way) ? releaseAnswers(world, file) : [],
    open: releasesOf(file).flatMap((release) => openRelease(file, release)),
    machines: body.items.flatMap((i) =>
      i.machine ? [loanMachine(world, file, i.machine, i.item, viewer)] : [],
    ),
    runs: runRows(file, zone, itemOf),
    incidents: incidentRows(file, itemOf, world),
    spending: {
      ...limits(file),
      rows: file.spent.map((s) => ({
        id: s.id,
        at: s.happenedAt.latest,
        amount: s.body.amount,
        on: s.body.on,
        although: s.body.although,
      })),
    },
    said: file.said.map((s) => ({
      id: s.id,
      at: s.happenedAt.latest,
      by: s.body.by,
      words: s.body.words,
      asks: s.body.asks,
    })),
    accounted: file.accounted.map(({ body: { item, n, as, words } }) => ({ item, n, as, words })),
    today: dayOf(world.now, zone),
    recallable:
      viewer === 'house' && dueDay(file) !== undefined && state.out
        ? recallDay(file, dayOf(world.now, zone))
        : undefined,
    line: lineOf(file),
    names,
  }
}

function itemRows(state: LoanState) {
  return state.items.map(({ item, home, there, at, accounted, is }) => ({
    item: item.item,
    machine: item.machine,
    part: item.part,
    gear: item.gear,
    returns: item.returns,
    n: item.n,
    home,
    there,
    at,
    accounted,
    is,
  }))
}

function runRows(file: LoanFile, zone: string, itemOf: (machine: string) => string) {
  return runsBeyond(file, zone, dayOf).map(({ run, tooLong, notNamed }) => ({
    id: run.id,
    at: run.happenedAt.latest,
    machine: itemOf(run.body.machine),
    minutes: run.body.minutes,
    who: run.body.who,
    started: run.body.started,
    symptom: run.body.symptom,
    tooLong,
    notNamed,
  }))
}

function incidentRows(file: LoanFile, itemOf: (machine: string) => string, world: World) {
  return file.incidents.map((i) => ({
    id: i.id,
    at: i.happenedAt.latest,
    machine: itemOf(i.body.machine),
    words: i.body.words,
    madeSafe: i.body.madeSafe,
    cleared:
      world.machines.get(i.body.machine)?.hazards.find((h) => h.entry.id === i.id)?.cleared !== undefined,
  }))
}

const limits = (file: LoanFile) => {
  const { limit, spent, beyond } = spentOn(file)
  return { limit, spent, beyond }
}

/** The other side, and everybody to whom it was lent on, by name. */
function namesOf(world: World, file: LoanFile, borrower: string): Record<string, string> {
  const sides = file.handovers.flatMap((h) =>
    h.body.what === 'released' ? [h.body.from, h.body.to] : [h.body.by],
  )
  const others = sides.filter((side) => !isParty(file, side))
  return {
    ...(file.asked ? { [file.asked.body.with]: borrower } : {}),
    ...Object.fromEntries(
      others.map((side) => [side, world.parties.get(side as PartyId)?.name ?? 'a third hand']),
    ),
  }
}

/** Everything written of the loan, in its order. */
const lineOf = (file: LoanFile): EntryId[] =>
  [
    ...(file.asked ? [file.asked] : []),
    ...file.terms,
    ...file.answers,
    ...file.recalls,
    ...file.handovers,
    ...file.looks,
    ...file.differences,
    ...file.runs,
    ...file.incidents,
    ...file.papers,
    ...file.signed,
    ...file.spent,
    ...file.said,
    ...file.accounted,
    ...(file.closed ? [file.closed] : []),
  ]
    .sort((a, b) => a.happenedAt.latest.localeCompare(b.happenedAt.latest) || a.id.localeCompare(b.id))
    .map((s) => s.id)

function openRelease(file: LoanFile, release: Released): OpenRelease[] {
  const items = itemsOf(file).flatMap(({ item, underWay }) =>
    underWay.filter((u) => u.release.id === release.id).map(({ n }) => ({ item: item.item, n })),
  )
  if (items.length === 0) return []
  return [
    {
      id: release.id,
      at: release.happenedAt.latest,
      from: release.body.from,
      to: release.body.to,
      carrier: release.body.carrier ?? release.body.carriage,
      items,
      boxes: missingBoxes(file, release),
      short: receiptsOf(file, release.id).length > 0,
    },
  ]
}

const photosOfZone = (looks: readonly Look[], zone: string): LookPhoto[] =>
  looks.flatMap((l) =>
    photosOf(l.body).flatMap((photo, n) =>
      photo.zone === zone ? [{ look: l.id, n, stage: l.body.stage, at: l.happenedAt.latest }] : [],
    ),
  )

/** What failed since it was carried, what carried it last, and how long it ran while it was away. */
function failedAfter(file: LoanFile, id: MachineId, standings: readonly Standing[]): LoanMachine['failed'] {
  const carried = file.handovers.findLast(
    (h) => h.body.what === 'released' && h.body.carriage !== 'by hand' && h.body.machines.includes(id),
  )?.happenedAt.latest
  if (carried === undefined) return undefined
  const fns = standings
    .filter((s) => ['fails', 'partly', 'intermittent'].includes(s.word))
    .filter((s) => (s.test?.entry.happenedAt.latest ?? '') > carried)
    .map((s) => s.fn)
  const ran = file.runs.filter((r) => r.body.machine === id).reduce((sum, r) => sum + r.body.minutes, 0)
  return fns.length > 0 ? { fns, carried, ran } : undefined
}

/** The first photograph of a look, and the last one before it. */
function besides(photos: readonly LookPhoto[], look: EntryId) {
  const first = photos.findIndex((p) => p.look === look)
  const at = first < 0 ? undefined : photos[first]
  return { before: first < 0 ? photos.at(-1) : photos[first - 1], after: at }
}

function loanMachine(
  world: World,
  file: LoanFile,
  id: MachineId,
  name: string,
  viewer: LoanAsked['viewer'],
): LoanMachine {
  const machine = world.machines.get(id)
  const { differences, notKnown } = compareLooks(file, id)
  const said = file.looks.filter((l) => l.body.machine === id)
  const zones = machine ? (sheetOf(world, machine)?.zones ?? []).map((z) => z.name) : []
  const known = [...new Set([...zones, ...said.flatMap((l) => l.body.zones.map((z) => z.zone))])]
  const standing = viewer === 'house' && machine ? machineStanding(world, machine) : undefined
  return {
    id,
    name,
    zones: known.length > 0 ? known : ['whole machine'],
    looks: zonesByStage(file, id).map((row) => ({ ...row, photos: photosOfZone(said, row.zone) })),
    looked: said.map((l) => ({
      stage: l.body.stage,
      at: l.happenedAt.latest,
      by: viewer === 'house' ? (world.parties.get(l.doneBy as never)?.name ?? '') : '',
    })),
    differences: differences.map((d) => ({
      look: d.look.id,
      zone: d.zone,
      index: d.index,
      how: d.how,
      words: d.words,
      found: d.look.body.stage,
      photos: besides(photosOfZone(said, d.zone), d.look.id),
      at: d.look.happenedAt.latest,
      since: d.since?.body.stage,
      sinceAt: d.since?.happenedAt.latest,
      holders: d.holders,
      judged: d.judged,
    })),
    notKnown,
    custody: stretchesOf(file, id).map(({ holder, from }) => ({ holder, from: from || undefined })),
    status: standing?.status,
    retest: standing?.standings.filter((s) => s.word === 'retest').map((s) => s.fn),
    failed: standing && failedAfter(file, id, standing.standings),
  }
}
