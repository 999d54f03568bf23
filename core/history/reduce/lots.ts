/** Reducers for lots: a count at each place, reckoned from what was counted last; and for what is kept for a machine. */
import type { LotId, MachineId } from '#core/ids.ts'
import { placeKey, type Place } from '#core/place.ts'
import { lotDraft, type WorldDraft } from '../draft.ts'
import type { BodyOf } from '../bodies/index.ts'
import type { LotLeg } from '../bodies/lot.ts'
import type { Statement } from '../versions.ts'

function add(world: WorldDraft, id: LotId, place: Place, n: number) {
  const { places } = lotDraft(world, id)
  const key = placeKey(place)
  const held = places.get(key)
  places.set(key, held ? { ...held, n: held.n + n } : { place, n, about: false })
}

export function reduceLot(world: WorldDraft, entry: Statement, body: BodyOf<'lot'>) {
  const lot = lotDraft(world, body.lot)
  if (body.what === 'got') {
    lot.got.push({ entry, n: body.n, origin: body.origin, price: body.price })
    return add(world, body.lot, body.place, body.n)
  }
  lot.said = entry
  if (body.partKind !== undefined) lot.partKind = body.partKind
  if (body.tag !== undefined) {
    lot.tag = body.tag
    lot.tagOf = entry.house
  }
  if (body.name !== undefined) lot.name = body.name
  if (body.marking !== undefined) lot.marking = body.marking
  if (body.belongsTo !== undefined) lot.belongsTo = body.belongsTo
  if (body.reorderAt !== undefined) lot.reorderAt = body.reorderAt ?? undefined
  if (body.attributes !== undefined) lot.attributes = { ...lot.attributes, ...body.attributes }
}

export function reduceCount(world: WorldDraft, entry: Statement, body: BodyOf<'count'>) {
  lotDraft(world, body.lot).places.set(placeKey(body.place), {
    place: body.place,
    n: body.n,
    about: body.about === true,
    counted: entry,
  })
}

export function reduceLotLeg(world: WorldDraft, { lot, n, from, to }: LotLeg) {
  add(world, lot, from, -n)
  add(world, lot, to, n)
  if (to.in.kind === 'machine' || to.in.kind === 'kept') fulfil(world, { lot }, to.in.id as MachineId, n)
}

/** One of the lot becomes a part of its own, where the lot lay. */
export function reduceTaken(
  world: WorldDraft,
  entry: Statement,
  body: Extract<BodyOf<'part'>, { what: 'identified' }>,
) {
  if (!body.outOf || !body.place) return
  lotDraft(world, body.outOf.lot).taken.push({ entry, part: body.part, for: body.outOf.for })
  add(world, body.outOf.lot, body.place, -1)
  if (body.outOf.for) fulfil(world, { lot: body.outOf.lot }, body.outOf.for, 1)
}

export function reduceReservation(world: WorldDraft, entry: Statement, body: BodyOf<'reservation'>) {
  if (body.what === 'ended') {
    world.reservations = world.reservations.filter((r) => r.entry.id !== body.reservation)
    return
  }
  if (body.until !== undefined && body.until <= world.now) return
  world.reservations.push({
    entry,
    machine: body.machine,
    position: body.position,
    part: body.part,
    lot: body.lot,
    n: body.lot ? (body.n ?? 1) : 1,
    until: body.until,
  })
}

/** What was kept for a machine and now goes there is no longer kept. Oldest promise first. */
export function fulfil(
  world: WorldDraft,
  what: { readonly part?: string; readonly lot?: string },
  machine: MachineId,
  n: number,
) {
  if (world.reservations.length === 0) return
  let left = n
  world.reservations = world.reservations.flatMap((r) => {
    if (
      left <= 0 ||
      r.machine !== machine ||
      (what.part !== undefined ? r.part !== what.part : r.lot !== what.lot)
    )
      return [r]
    const used = Math.min(left, r.n)
    left -= used
    return used === r.n ? [] : [{ ...r, n: r.n - used }]
  })
}
