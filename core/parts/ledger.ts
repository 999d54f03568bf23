/**
 * The ledger: every part's chain is whole (each move starts where the last one ended) and no slot ever holds two parts.
 * Admission is judged in the move's true place in time, not at the end of the line.
 */
import { partAsFound, type EntryId, type PartId } from '#core/ids.ts'
import type { Refusal } from '#core/history/refusal.ts'
import { sortKey } from '#core/quantity/time.ts'
import type { Leg } from '#core/history/bodies/move.ts'
import type { Statement } from '#core/history/versions.ts'
import type { World } from '#core/history/world.ts'
import { isSlot, placeKey, samePlace, type Place } from '#core/place.ts'
import { homeOf, machineAround, placeOfPart } from '#core/history/presence.ts'

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

export const moveAt = (entry: Pick<Statement, 'id' | 'happenedAt'>, legs: readonly Leg[]): MoveAt => ({
  id: entry.id,
  at: sortKey(entry.happenedAt),
  legs,
})

const before = (a: { at: string; id: string }, b: { at: string; id: string }) =>
  a.at < b.at || (a.at === b.at && a.id < b.id)

/**
 * Whether the ledger stays whole when `add` come into the line and the moves `remove` leave it.
 * Answers undefined, or the first thing that breaks. Moves that stood before and would break are all named. `whole`: the one
 * machine whose every entry is here; of others nothing is assumed. Absent: all are.
 */
export function ledgerRefusal(
  world: World,
  add: readonly MoveAt[],
  remove: ReadonlySet<EntryId> = new Set(),
  whole?: string,
): Refusal | undefined {
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
    const clash = slotClash(world, slot, add, gone, whole)
    if (!clash) continue
    if (newIds.has(clash.later))
      return {
        rule: 'position-occupied',
        place: slot,
        occupant: clash.occupant,
        asFound: clash.asFound,
        since: clash.since,
        by: clash.by,
      }
    broken.add(clash.later)
  }
  if (broken.size > 0) return { rule: 'breaks-later-moves', moves: [...broken] }
  const loop = firstLoop(world, add, gone)
  if (!loop) return undefined
  return newIds.has(loop.id)
    ? { rule: 'holds-itself', part: loop.part }
    : { rule: 'breaks-later-moves', moves: [loop.id] }
}

/** Parts within parts within parts: more than any machine has. */
const mostHops = 50

/** Whether `to` lies inside the part itself, by way of whatever assemblies are around it. */
export function liesInside(part: PartId, to: Place, placeOf: (id: PartId) => Place | undefined): boolean {
  let at: Place | undefined = to
  for (let hops = 0; at && at.in.kind === 'assembly' && hops < mostHops; hops++) {
    if (at.in.id === part) return true
    at = placeOf(at.in.id as PartId)
  }
  return false
}

/** The first act in the whole line after which a part would lie inside itself. */
function firstLoop(
  world: World,
  add: readonly MoveAt[],
  gone: ReadonlySet<EntryId>,
): { id: EntryId; part: PartId } | undefined {
  if (!add.some((move) => move.legs.some((leg) => leg.to.in.kind === 'assembly')) && gone.size === add.length)
    return undefined
  const acts = new Map<EntryId, MoveAt>(add.map((move) => [move.id, move]))
  const places = new Map<PartId, Place>()
  for (const part of world.parts.values()) {
    if (part.start) places.set(part.id, part.start)
    for (const { entry, from, to } of part.legs) {
      if (gone.has(entry.id)) continue
      const act = acts.get(entry.id) ?? { id: entry.id, at: sortKey(entry.happenedAt), legs: [] }
      acts.set(entry.id, { ...act, legs: [...act.legs, { part: part.id, from, to }] })
    }
  }
  for (const act of [...acts.values()].sort((a, b) => (before(a, b) ? -1 : 1))) {
    for (const leg of act.legs) places.set(leg.part, leg.to)
    const looped = act.legs.find((leg) =>
      liesInside(leg.part, leg.to, (id) => places.get(id) ?? placeOfPart(world, id)),
    )
    if (looped) return { id: act.id, part: looped.part }
  }
  return undefined
}

/** The first move of a part that does not start where the part was: a fault in what is stored, never to be admitted. */
export function brokenChain(world: World, id: PartId): EntryId | undefined {
  return chainBreak(world, id, chainOf(world, id, [], new Set()))?.link.id
}

function chainOf(world: World, id: PartId, add: readonly MoveAt[], gone: ReadonlySet<EntryId>): ChainLink[] {
  const links: ChainLink[] = (world.parts.get(id)?.legs ?? [])
    .filter((leg) => !gone.has(leg.entry.id))
    .map((leg) => ({ id: leg.entry.id, at: sortKey(leg.entry.happenedAt), from: leg.from, to: leg.to }))
  for (const move of add)
    for (const leg of move.legs)
      if (leg.part === id) links.push({ id: move.id, at: move.at, from: leg.from, to: leg.to })
  return links.sort((a, b) => (before(a, b) ? -1 : 1))
}

/**
 * Where a part is before its first move: where it was first said to stand, or the slot whose derived id it bears. What is
 * said of it later (a tag, a marking, another look at it) moves nothing.
 */
function startOf(world: World, id: PartId, links: readonly ChainLink[]): Place | undefined {
  const placed = world.parts.get(id)?.placed
  const first = links[0]
  const asFound =
    first && isSlot(first.from) && partAsFound(first.from.in.id, first.from.position ?? '') === id
      ? first.from
      : undefined
  if (asFound && first && placed && before(first, placed)) return asFound
  return placed?.place ?? asFound
}

function chainBreak(
  world: World,
  id: PartId,
  links: readonly ChainLink[],
): { link: ChainLink; refusal: Refusal } | undefined {
  let at: Place | undefined = startOf(world, id, links)
  let last: ChainLink | undefined
  for (const link of links) {
    const nowhere: Place = { in: { kind: 'gone', id: 'never seen here' } }
    if (!at || !samePlace(at, link.from)) {
      const by = last ? world.line.find((s) => s.id === last?.id) : undefined
      return {
        link,
        refusal: {
          rule: 'part-not-there',
          part: id,
          claimed: link.from,
          actual: at ?? nowhere,
          by: last?.id,
          since: last?.at,
          who: by?.doneBy ?? undefined,
        },
      }
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
function slotClash(
  world: World,
  slot: Place,
  add: readonly MoveAt[],
  gone: ReadonlySet<EntryId>,
  whole: string | undefined,
): Clash | undefined {
  const key = placeKey(slot)
  const visitors = new Set<PartId>()
  for (const part of world.parts.values())
    if (
      (part.start && placeKey(part.start) === key) ||
      part.legs.some((l) => placeKey(l.to) === key || placeKey(l.from) === key)
    )
      visitors.add(part.id)
  for (const move of add)
    for (const leg of move.legs)
      if (placeKey(leg.to) === key || placeKey(leg.from) === key) visitors.add(leg.part)
  const stays: { part: PartId; from: ChainLink | undefined; until: ChainLink | undefined }[] = []
  for (const id of visitors) {
    const links = chainOf(world, id, add, gone)
    const start = startOf(world, id, links)
    if (start && placeKey(start) === key)
      stays.push({ part: id, from: undefined, until: links.find((l) => placeKey(l.from) === key) })
    links.forEach((link, i) => {
      if (placeKey(link.to) === key) stays.push({ part: id, from: link, until: links[i + 1] })
    })
  }
  const asFound = partAsFound(slot.in.id, slot.position ?? '')
  const mayAssume = whole === undefined || machineAround(world, slot)?.id === whole
  if (!visitors.has(asFound) && mayAssume && assumedFilled(world, slot))
    stays.push({ part: asFound, from: undefined, until: undefined })
  stays.sort((a, b) => (!a.from ? -1 : !b.from ? 1 : before(a.from, b.from) ? -1 : 1))
  for (let i = 1; i < stays.length; i++) {
    const first = stays[i - 1]
    const second = stays[i]
    if (!first || !second?.from) continue
    // Half-open stays: leaving and arriving in one act (or at one instant, in order) do not clash.
    if (first.until && (first.until.id === second.from.id || before(first.until, second.from))) continue
    return {
      later: second.from.id,
      occupant: first.part,
      asFound: first.from === undefined,
      since: first.from?.at,
      by: first.from?.id,
    }
  }
  return undefined
}

/** A slot that a sheet describes and nobody has stated empty is assumed to hold what belongs there. */
function assumedFilled(world: World, slot: Place): boolean {
  const stated = world.slots.get(placeKey(slot))
  if (stated === 'unknown part') return true
  const emptyStated = world.line.some(
    (s) =>
      s.body.kind === 'part' &&
      s.body.what === 'content' &&
      placeKey(s.body.place) === placeKey(slot) &&
      s.body.content === 'empty',
  )
  if (emptyStated) return false
  return homeOf(world, slot) !== undefined
}
