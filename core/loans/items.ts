/** Where each item of a loan is, counted from what was released and received. */
import type { LoanFile, Received, Released, Side } from '#core/history/loan-state.ts'
import type { BodyOf } from '#core/history/bodies/index.ts'
import { leavesHouse } from '#core/history/loan-ways.ts'

export type LoanItem = Extract<BodyOf<'loan'>, { what: 'asked' }>['items'][number]

/** What was released and not received, short of which release, with whom. */
export interface UnderWay {
  readonly release: Released
  readonly n: number
  /** Something of that release has come: what is missing of it is short. */
  readonly short: boolean
}

export interface ItemState {
  readonly item: LoanItem
  /** How many stand where they belong, are with the other side, are accounted for. */
  readonly home: number
  readonly there: number
  readonly accounted: number
  /** With whom those are that are neither home nor on their way, the most first. */
  readonly at: readonly { readonly side: Side; readonly n: number }[]
  readonly underWay: readonly UnderWay[]
  readonly is:
    | 'listed'
    | 'packed'
    | 'there'
    | 'lent on'
    | 'under way'
    | 'short'
    | 'partly back'
    | 'back, unchecked'
    | 'home'
    | 'accounted'
}

const isRelease = (h: Released | Received): h is Released => h.body.what === 'released'
export const releasesOf = (file: LoanFile): Released[] => file.handovers.filter(isRelease)
export const receiptsOf = (file: LoanFile, release: string): Received[] =>
  file.handovers.filter((h): h is Received => h.body.what === 'received' && h.body.of === release)

const countIn = (items: readonly { readonly item: string; readonly n: number }[], item: string): number =>
  items.find((i) => i.item === item)?.n ?? 0

/** The side whose things they are: what leaves the house comes home to it, all else to the other side. */
export const homeSide = (file: LoanFile): Side =>
  file.asked && !leavesHouse(file.asked.body.way) ? file.asked.body.with : 'house'

/** Whether a side is one of the two of the loan; else it is somebody to whom it was lent on. */
export const isParty = (file: LoanFile, side: Side): boolean =>
  side === 'house' || side === file.asked?.body.with

/** Boxes of a release that have not come. */
export function missingBoxes(file: LoanFile, release: Released): number[] {
  const came = new Set(receiptsOf(file, release.id).flatMap((r) => r.body.boxes))
  return Array.from({ length: release.body.boxes }, (_, i) => i + 1).filter((box) => !came.has(box))
}

export function itemsOf(file: LoanFile): ItemState[] {
  return (file.asked?.body.items ?? []).map((item) => itemState(file, item))
}

/** Where the pieces of an item went, handover by handover. */
function walk(file: LoanFile, item: LoanItem) {
  const at = new Map<Side, number>([[homeSide(file), item.n]])
  const shift = (side: Side, n: number) => at.set(side, (at.get(side) ?? 0) + n)
  const underWay: UnderWay[] = []
  let moved = false
  for (const handover of file.handovers) {
    const n = countIn(handover.body.items, item.item)
    if (isRelease(handover)) {
      if (n === 0) continue
      moved = true
      shift(handover.body.from, -n)
      underWay.push({ release: handover, n, short: false })
      continue
    }
    const index = underWay.findIndex((u) => u.release.id === handover.body.of)
    const open = underWay[index]
    if (open) {
      const left = Math.max(open.n - n, 0)
      underWay.splice(index, 1, ...(left > 0 ? [{ ...open, n: left, short: true }] : []))
    } else if (n > 0) {
      // It arrived unannounced: it comes from whoever had it.
      const from = [...at].find(([side, held]) => side !== handover.body.by && held > 0)?.[0]
      if (from !== undefined) shift(from, -n)
    }
    if (n === 0) continue
    moved = true
    shift(handover.body.by, n)
  }
  const away = [...at].flatMap(([side, n]) => (side !== homeSide(file) && n > 0 ? [{ side, n }] : []))
  return {
    home: Math.max(at.get(homeSide(file)) ?? 0, 0),
    at: away.sort((a, b) => b.n - a.n),
    underWay,
    moved,
  }
}

/** What is still on its way when so many were accounted for: those that did not arrive first. */
function without(underWay: readonly UnderWay[], accounted: number): UnderWay[] {
  let left = accounted
  return underWay.flatMap((u) => {
    const taken = Math.min(left, u.n)
    left -= taken
    return u.n > taken ? [{ ...u, n: u.n - taken }] : []
  })
}

function itemState(file: LoanFile, item: LoanItem): ItemState {
  const { home, at, underWay: sent, moved } = walk(file, item)
  const said = file.accounted.filter((a) => a.body.item === item.item).reduce((sum, a) => sum + a.body.n, 0)
  const accounted = Math.min(said, item.n - home)
  const underWay = without(sent, accounted)
  const onTheWay = underWay.reduce((sum, u) => sum + u.n, 0)
  return {
    item,
    home,
    there: Math.max(item.n - home - accounted - onTheWay, 0),
    accounted,
    at,
    underWay,
    is: stateOf(file, item, { home, at, accounted, underWay, moved }),
  }
}

function stateOf(
  file: LoanFile,
  item: LoanItem,
  at: {
    readonly home: number
    readonly at: ItemState['at']
    readonly accounted: number
    readonly underWay: readonly UnderWay[]
    readonly moved: boolean
  },
): ItemState['is'] {
  if (!at.moved) return at.accounted >= item.n ? 'accounted' : packed(file, item) ? 'packed' : 'listed'
  if (at.home + at.accounted >= item.n) {
    if (at.home === 0) return 'accounted'
    return homeSide(file) === 'house' && item.machine && !lookedAtBack(file, item.machine)
      ? 'back, unchecked'
      : 'home'
  }
  if (at.underWay.some((u) => u.short)) return 'short'
  if (at.underWay.length > 0) return 'under way'
  if (at.home > 0) return 'partly back'
  return at.at.some(({ side }) => !isParty(file, side)) ? 'lent on' : 'there'
}

/** All of it lies in boxes, by the newest packing list. */
const packed = (file: LoanFile, item: LoanItem): boolean =>
  (packingOf(file)?.body.packed ?? []).filter((p) => p.item === item.item).reduce((sum, p) => sum + p.n, 0) >=
  item.n
export const packingOf = (file: LoanFile) => file.papers.findLast((p) => p.body.sort === 'packing list')

/** It has not moved yet. */
export const stillHere = ({ is }: Pick<ItemState, 'is'>): boolean => is === 'listed' || is === 'packed'

/** A look after it came back that left no zone out. */
function lookedAtBack(file: LoanFile, machine: string): boolean {
  const came = file.handovers.findLast(
    (h) =>
      h.body.what === 'received' && h.body.by === 'house' && (h.body.machines as string[]).includes(machine),
  )
  return file.looks.some(
    (l) =>
      l.body.machine === machine &&
      l.body.stage === 'back' &&
      l.body.zones.every((z) => z.is !== 'not looked at') &&
      (!came || l.happenedAt.latest >= came.happenedAt.latest),
  )
}

/** Items that are neither home nor accounted for: while there is one, the loan cannot be closed. */
export const notHome = (file: LoanFile): ItemState[] =>
  itemsOf(file).filter((s) => s.item.returns && !['home', 'accounted'].includes(s.is))
