/**
 * The ledger: every part's chain is whole (each move starts where the last one ended) and no slot ever holds two parts.
 * Admission is judged in the move's true place in time, not at the end of the line.
 */
import { partAsFound, type EntryId, type PartId } from '#core/ids.ts'
import type { Refusal } from '#core/history/refusal.ts'
import { sortKey } from '#core/quantity/time.ts'
import type { Leg } from '#core/history/kinds.ts'
import type { Statement } from '#core/history/versions.ts'
import type { World } from '#core/history/world.ts'
import { isSlot, placeKey, samePlace, type Place } from './place.ts'
import { homeOf } from './presence.ts'

/** A move as it would stand: its place in the order and its legs. */
export interface MoveAt {
  readonly id: EntryId
  readonly at: string
  readonly legs: readonly Leg[]
}

interface ChainLink {
  readonly id: EntryId
  readonly at: string
  readonly from: Place
  readonly to: Place
}

export const moveAt = (entry: Pick<Statement, 'id' | 'happenedAt'>, legs: readonly Leg[]): MoveAt => ({ id: entry.id, at: sortKey(entry.happenedAt), legs })

const before = (a: { at: string; id: string }, b: { at: string; id: string }) => a.at < b.at || (a.at === b.at && a.id < b.id)

/**
 * Whether the ledger stays whole when `add` come into the line and the moves `remove` leave it.
 * Answers undefined, or the first thing that breaks. Moves that stood before and would break are all named.
 */
export function ledgerRefusal(world: World, add: readonly MoveAt[], remove: ReadonlySet<EntryId> = new Set()): Refusal | undefined {
  const newIds = new Set(add.map((m) => m.id))
  const gone = new Set([...remove, ...newIds])
  const parts = new Set<PartId>(add.flatMap((m) => m.legs.map((l) => l.part)))
  const slots = new Map<string, Place>()
  const noteSlots = (...places: Place[]) => places.forEach((p) => isSlot(p) && slots.set(placeKey(p), p))
  for (const move of add) for (const leg of move.legs) noteSlots(leg.to, leg.from)
  for (const part of world.parts.values())
    for (const leg of part.legs)
      if (remove.has(leg.entry.id)) {
        parts.add(part.id)
        noteSlots(leg.from, leg.to)
      }
  const broken = new Set<EntryId>()
  for (const id of parts) {
    const found = chainBreak(world, id, chainOf(world, id, add, gone))
    if (!found) continue
    if (newIds.has(found.link.id)) return found.refusal
    broken.add(found.link.id)
  }
  for (const slot of slots.values()) {
    const clash = slotClash(world, slot, add, gone)
    if (!clash) continue
    if (newIds.has(clash.later)) return { rule: 'position-occupied', place: slot, occupant: clash.occupant, asFound: clash.asFound, since: clash.since, by: clash.by }
    broken.add(clash.later)
  }
  return broken.size > 0 ? { rule: 'breaks-later-moves', moves: [...broken] } : undefined
}

function chainOf(world: World, id: PartId, add: readonly MoveAt[], gone: ReadonlySet<EntryId>): ChainLink[] {
  const links: ChainLink[] = (world.parts.get(id)?.legs ?? [])
    .filter((leg) => !gone.has(leg.entry.id))
    .map((leg) => ({ id: leg.entry.id, at: sortKey(leg.entry.happenedAt), from: leg.from, to: leg.to }))
  for (const move of add) for (const leg of move.legs) if (leg.part === id) links.push({ id: move.id, at: move.at, from: leg.from, to: leg.to })
  return links.sort((a, b) => (before(a, b) ? -1 : 1))
}

/** Where a part is before its first move: as identified, or the slot whose derived id it bears. */
function startOf(world: World, id: PartId, links: readonly ChainLink[]): Place | undefined {
  const said = world.parts.get(id)?.identified?.body
  if (said?.kind === 'part' && said.what === 'identified' && said.place) return said.place
  const first = links[0]?.from
  return first && isSlot(first) && partAsFound(first.in.id, first.position ?? '') === id ? first : undefined
}

function chainBreak(world: World, id: PartId, links: readonly ChainLink[]): { link: ChainLink; refusal: Refusal } | undefined {
  let at: Place | undefined = startOf(world, id, links)
  let last: ChainLink | undefined
  for (const link of links) {
    const nowhere: Place = { in: { kind: 'gone', id: 'never seen here' } }
    if (!at || !samePlace(at, link.from)) {
      const by = last ? world.line.find((s) => s.id === last?.id) : undefined
      return { link, refusal: { rule: 'part-not-there', part: id, claimed: link.from, actual: at ?? nowhere, by: last?.id, since: last?.at, who: by?.doneBy ?? undefined } }
    }
    at = link.to
    last = link
  }
  return undefined
}

interface Clash {
  readonly later: EntryId
  readonly occupant?: PartId | undefined
  readonly asFound: boolean
  readonly since?: string | undefined
  readonly by?: EntryId | undefined
}

/** The first two stays in a slot that overlap; an unseen slot counts as held by what the sheet says until it is taken out. */
function slotClash(world: World, slot: Place, add: readonly MoveAt[], gone: ReadonlySet<EntryId>): Clash | undefined {
  const key = placeKey(slot)
  const visitors = new Set<PartId>()
  for (const part of world.parts.values())
    if ((part.start && placeKey(part.start) === key) || part.legs.some((l) => placeKey(l.to) === key || placeKey(l.from) === key)) visitors.add(part.id)
  for (const move of add) for (const leg of move.legs) if (placeKey(leg.to) === key || placeKey(leg.from) === key) visitors.add(leg.part)
  const stays: { part: PartId; from: ChainLink | undefined; until: ChainLink | undefined }[] = []
  for (const id of visitors) {
    const links = chainOf(world, id, add, gone)
    const start = startOf(world, id, links)
    if (start && placeKey(start) === key) stays.push({ part: id, from: undefined, until: links.find((l) => placeKey(l.from) === key) })
    links.forEach((link, i) => {
      if (placeKey(link.to) === key) stays.push({ part: id, from: link, until: links[i + 1] })
    })
  }
  const asFound = partAsFound(slot.in.id, slot.position ?? '')
  if (!visitors.has(asFound) && assumedFilled(world, slot)) stays.push({ part: asFound, from: undefined, until: undefined })
  stays.sort((a, b) => (!a.from ? -1 : !b.from ? 1 : before(a.from, b.from) ? -1 : 1))
  for (let i = 1; i < stays.length; i++) {
    const first = stays[i - 1]
    const second = stays[i]
    if (!first || !second?.from) continue
    // Half-open stays: leaving and arriving in one act (or at one instant, in order) do not clash.
    if (first.until && (first.until.id === second.from.id || before(first.until, second.from))) continue
    return { later: second.from.id, occupant: first.part, asFound: first.from === undefined, since: first.from?.at, by: first.from?.id }
  }
  return undefined
}

/** A slot that a sheet describes and nobody has stated empty is assumed to hold what belongs there. */
function assumedFilled(world: World, slot: Place): boolean {
  const stated = world.slots.get(placeKey(slot))
  if (stated === 'unknown part') return true
  const emptyStated = world.line.some((s) => s.body.kind === 'part' && s.body.what === 'content' && placeKey(s.body.place) === placeKey(slot) && s.body.content === 'empty')
  if (emptyStated) return false
  return homeOf(world, slot) !== undefined
}
