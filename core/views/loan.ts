/**
 * One loan as it is shown: to the house, and to the other side of it. What the other side reads is built here field by field:
 * their own loan, its terms with the value that they agreed to, what passed from hand to hand, looks and runs; nothing else of
 * the house.
 */
import type { LookStage } from '#core/history/bodies/loan.ts'
import type { LoanFile, Released, Side, Terms } from '#core/history/loan-state.ts'
import { machineStanding } from '#core/history/status.ts'
import { sheetOf } from '#core/history/layout.ts'
import type { World } from '#core/history/world.ts'
import type { EntryId, GearId, LoanId, MachineId, PartId, PartyId } from '#core/ids.ts'
import { answerOf, dueDay, recallDay, termsInForce } from '#core/loans/agreement.ts'
import { compareLooks, stretchesOf, zonesByStage, type Holder } from '#core/loans/compare.ts'
import { homeSide, itemsOf, missingBoxes, receiptsOf, releasesOf, type ItemState } from '#core/loans/items.ts'
import { releaseAnswers, type ReleaseAnswer } from '#core/loans/release.ts'
import { loanState, runsBeyond, type LoanMark, type LoanShown } from '#core/loans/state.ts'
import { dayAfter, dayOf, type Instant } from '#core/quantity/time.ts'

export interface LoanRow {
  readonly id: LoanId
  /** Its number in this house, and theirs. */
  readonly number?: string | undefined
  readonly theirNumber?: string | undefined
  readonly way: 'out' | 'in' | 'repair'
  readonly with: string
  readonly purpose: string
  readonly items: readonly string[]
  readonly shown: LoanShown
  readonly due?: string | undefined
  readonly marks: readonly LoanMark[]
}

/** What the other side of a loan is asked to do. */
export type LoanAsk = 'answer the terms' | 'confirm what arrived' | 'look on arrival' | 'send it back'

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

export interface LoanItemRow {
  readonly item: string
  readonly machine?: MachineId | undefined
  readonly part?: PartId | undefined
  readonly gear?: GearId | undefined
  /** Whether it is to come back. */
  readonly returns: boolean
  readonly n: number
  readonly home: number
  readonly there: number
  readonly accounted: number
  readonly is: ItemState['is']
}

export interface OpenRelease {
  readonly id: EntryId
  readonly at: Instant
  readonly from: Side
  readonly to: Side
  readonly carrier: string
  readonly items: readonly { readonly item: string; readonly n: number }[]
  readonly boxes: readonly number[]
  /** Something of it came. */
  readonly short: boolean
}

export interface LoanMachine {
  readonly id: MachineId
  readonly name: string
  readonly zones: readonly string[]
  readonly looks: readonly {
    readonly zone: string
    readonly at: Partial<Record<LookStage, 'same' | 'different' | 'not looked at'>>
  }[]
  readonly looked: readonly { readonly stage: LookStage; readonly at: Instant; readonly by: string }[]
  readonly differences: readonly {
    readonly look: EntryId
    readonly zone: string
    readonly index: number
    readonly how: 'new' | 'worse' | 'better' | 'gone'
    readonly words: string
    readonly found: LookStage
    readonly at: Instant
    readonly since?: LookStage | undefined
    readonly sinceAt?: Instant | undefined
    readonly holders: readonly Holder[]
    readonly judged: 'agreed' | 'disputed' | 'open'
  }[]
  readonly notKnown: readonly string[]
  /** Who had it when, from hand to hand. */
  readonly custody: readonly { readonly holder: Holder; readonly from?: Instant | undefined }[]
  /** For the house: what must be tested. */
  readonly status?: string | undefined
  readonly retest?: readonly string[] | undefined
}

export interface LoanTerms {
  readonly id: EntryId
  readonly version: number
  readonly at: Instant
  readonly body: Terms['body']
  readonly house?: boolean | undefined
  readonly party?: boolean | undefined
  readonly holds: boolean
}

export interface LoanView extends LoanRow {
  readonly withParty: PartyId
  readonly agreement: string
  readonly homeIs: Side
  readonly itemRows: readonly LoanItemRow[]
  readonly terms: readonly LoanTerms[]
  readonly release: readonly ReleaseAnswer[]
  readonly open: readonly OpenRelease[]
  readonly machines: readonly LoanMachine[]
  readonly runs: readonly {
    readonly id: EntryId
    readonly at: Instant
    readonly machine: string
    readonly minutes: number
    readonly who: string
    readonly started: boolean
    readonly symptom?: string | undefined
    readonly tooLong: boolean
    readonly notNamed: boolean
  }[]
  readonly incidents: readonly {
    readonly id: EntryId
    readonly at: Instant
    readonly machine: string
    readonly words: string
    readonly madeSafe?: string | undefined
    readonly cleared: boolean
  }[]
  readonly accounted: readonly {
    readonly item: string
    readonly n: number
    readonly as: string
    readonly words: string
  }[]
  /** The calendar day now, in the zone of the house. */
  readonly today: string
  readonly recallable?: string | undefined
  readonly line: readonly EntryId[]
  readonly names: Readonly<Record<string, string>>
}

export interface LoanAsked {
  readonly zone: string
  /** Who reads it: somebody of the house, or the other side. */
  readonly viewer: 'house' | PartyId
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
  const names: Record<string, string> = { [body.with]: row.with }
  const itemOf = (machine: string) => body.items.find((i) => i.machine === machine)?.item ?? 'a machine'
  return {
    ...row,
    withParty: body.with,
    agreement: state.agreement,
    homeIs: homeSide(file),
    itemRows: state.items.map(({ item, home, there, accounted, is }) => ({
      item: item.item,
      machine: item.machine,
      part: item.part,
      gear: item.gear,
      returns: item.returns,
      n: item.n,
      home,
      there,
      accounted,
      is,
    })),
    terms: file.terms.map((t, i) => ({
      id: t.id,
      version: i + 1,
      at: t.happenedAt.latest,
      body: t.body,
      house: answerOf(file, t.id, 'house'),
      party: answerOf(file, t.id, body.with),
      holds: t.id === inForce?.id,
    })),
    release: viewer === 'house' && body.way === 'out' ? releaseAnswers(world, file) : [],
    open: releasesOf(file).flatMap((release) => openRelease(file, release)),
    machines: body.items.flatMap((i) =>
      i.machine ? [loanMachine(world, file, i.machine, i.item, viewer)] : [],
    ),
    runs: runsBeyond(file, zone, dayOf).map(({ run, tooLong, notNamed }) => ({
      id: run.id,
      at: run.happenedAt.latest,
      machine: itemOf(run.body.machine),
      minutes: run.body.minutes,
      who: run.body.who,
      started: run.body.started,
      symptom: run.body.symptom,
      tooLong,
      notNamed,
    })),
    incidents: file.incidents.map((i) => ({
      id: i.id,
      at: i.happenedAt.latest,
      machine: itemOf(i.body.machine),
      words: i.body.words,
      madeSafe: i.body.madeSafe,
      cleared:
        world.machines.get(i.body.machine)?.hazards.find((h) => h.entry.id === i.id)?.cleared !== undefined,
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
    looks: zonesByStage(file, id),
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
  }
}
