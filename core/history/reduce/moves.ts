/** Reducers for parts: one part, one place; each move is noted at both its ends. */
import type { MachineId } from '#core/ids.ts'
import { isSlot, placeKey, type Place } from '#core/place.ts'
import { sortKey } from '#core/quantity/time.ts'
import { around, machineDraft, noteInterval, partDraft, type WorldDraft } from '../draft.ts'
import type { BodyOf } from '../bodies/index.ts'
import type { Leg } from '../bodies/move.ts'
import type { PartLoan } from '../world.ts'
import { fulfil, reduceLotLeg, reduceTaken } from './lots.ts'
import type { Statement } from '../versions.ts'

export function reduceMove(world: WorldDraft, entry: Statement, body: BodyOf<'move'>, order: number) {
  const contested = entry.became === 'contested'
  if (!contested) for (const leg of body.lots ?? []) reduceLotLeg(world, leg)
  // Every leg leaves before any leg arrives, so that an exchange of two chips is whole.
  if (body.legs.length === 1) {
    const leg = body.legs[0]
    if (leg) reduceLeg(world, entry, body, leg, order, contested)
    return
  }
  for (const leg of body.legs) noteEnds(world, entry, leg, order, contested)
  if (contested) return
  for (const leg of body.legs) leave(world, leg)
  for (const leg of body.legs) arrive(world, entry, body, leg, order)
}

function reduceLeg(
  world: WorldDraft,
  entry: Statement,
  body: BodyOf<'move'>,
  leg: Leg,
  order: number,
  contested: boolean,
) {
  noteEnds(world, entry, leg, order, contested)
  if (contested) return
  leave(world, leg)
  arrive(world, entry, body, leg, order)
}

function noteEnds(world: WorldDraft, entry: Statement, leg: Leg, order: number, contested: boolean) {
  const from = around(world, leg.from)
  const to = around(world, leg.to)
  const toTrayOf = leg.to.in.kind === 'tray' ? world.episodeMachines.get(leg.to.in.id) : undefined
  const fromTrayOf = leg.from.in.kind === 'tray' ? world.episodeMachines.get(leg.from.in.id) : undefined
  if (from.machine !== undefined && leg.from.position !== undefined)
    noteStep(world, entry, order, from.machine, leg.from.position, from.within, contested, {
      out: leg.part,
      elsewhere: to.machine === from.machine || toTrayOf === from.machine ? undefined : leg.to,
    })
  if (to.machine !== undefined && leg.to.position !== undefined)
    noteStep(world, entry, order, to.machine, leg.to.position, to.within, contested, {
      in: leg.part,
      elsewhere: from.machine === to.machine || fromTrayOf === to.machine ? undefined : leg.from,
    })
  if (contested)
    for (const id of new Set([from.machine, to.machine]))
      if (id !== undefined) {
        const machine = machineDraft(world, id)
        if (!machine.contested.includes(entry)) machine.contested.push(entry)
      }
}

function noteStep(
  world: WorldDraft,
  entry: Statement,
  order: number,
  id: MachineId,
  position: string,
  within: readonly string[],
  contested: boolean,
  ends: { out?: Leg['part']; in?: Leg['part']; elsewhere: Place | undefined },
) {
  const machine = machineDraft(world, id)
  noteInterval(machine, entry)
  machine.steps.push({
    entry,
    order,
    target: { sort: 'position', name: position },
    reach: contested ? 'disturbed' : 'altered',
    verb: ends.out ? 'taken out' : 'put in',
    within,
    ...ends,
    ...(contested ? { contested } : {}),
  })
}

function leave(world: WorldDraft, leg: Leg) {
  if (!isSlot(leg.from)) return
  const key = placeKey(leg.from)
  world.slots.set(key, 'empty')
  world.lastOut.set(key, leg.part)
}

function arrive(world: WorldDraft, entry: Statement, body: BodyOf<'move'>, leg: Leg, order: number) {
  const part = partDraft(world, leg.part)
  if (part.start === undefined) part.start = leg.from
  part.legs.push({ entry, order, from: leg.from, to: leg.to })
  part.place = leg.to
  if (isSlot(leg.to)) world.slots.set(placeKey(leg.to), leg.part)
  const arrivedIn = around(world, leg.to).machine
  if (arrivedIn !== undefined) fulfil(world, { part: leg.part }, arrivedIn, 1)
  const open = part.loan
  if (open && !open.closed && isHome(world, open, leg.to)) endLoan(world, open, entry)
  else if (open && !open.closed && leg.to.in.kind === 'gone') endLoan(world, open, entry)
  if (body.loan && (body.legs.length === 1 || body.loan.home.in.id === leg.from.in.id)) {
    const loan: PartLoan = {
      entry,
      part: leg.part,
      from: leg.from,
      to: leg.to,
      home: body.loan.home,
      due: body.loan.due,
    }
    part.loan = loan
    world.loans.push(loan)
  }
}

/** Home is anywhere in the lending machine, or in the tray of one of its episodes. */
function isHome(world: WorldDraft, loan: PartLoan, to: Place): boolean {
  if (to.in.kind === loan.home.in.kind && to.in.id === loan.home.in.id) return true
  const lender = around(world, loan.home).machine
  if (lender === undefined) return false
  return to.in.kind === 'tray'
    ? world.episodeMachines.get(to.in.id) === lender
    : around(world, to).machine === lender
}

function endLoan(world: WorldDraft, loan: PartLoan, closed: Statement) {
  const ended = { ...loan, closed }
  const at = world.loans.indexOf(loan)
  if (at >= 0) world.loans[at] = ended
  partDraft(world, loan.part).loan = ended
}

export function reducePart(world: WorldDraft, entry: Statement, body: BodyOf<'part'>) {
  if (body.what === 'content') {
    world.slots.set(placeKey(body.place), body.content)
    return
  }
  const part = partDraft(world, body.part)
  if (body.what === 'health') {
    part.health = body.health
    part.healthSaid = entry
    return
  }
  part.identified = entry
  if (body.partKind !== undefined) part.partKind = body.partKind
  if (body.tag !== undefined) {
    part.tag = body.tag
    part.tagOf = entry.house
  }
  if (body.temporary !== undefined) part.temporary = body.temporary
  if (body.name !== undefined) part.name = body.name
  if (body.marking !== undefined) part.marking = body.marking
  if (body.dateCode !== undefined) part.dateCode = body.dateCode
  if (body.origin !== undefined) part.origin = body.origin
  if (body.price !== undefined) part.price = body.price
  if (body.outOf !== undefined) part.outOf = body.outOf.lot
  if (body.belongsTo !== undefined) part.belongsTo = body.belongsTo
  if (body.attributes !== undefined) part.attributes = { ...part.attributes, ...body.attributes }
  if (body.place) part.placed ??= { place: body.place, at: sortKey(entry.happenedAt), id: entry.id }
  if (body.place && part.place === undefined) {
    part.start = body.place
    part.place = body.place
    if (isSlot(body.place)) world.slots.set(placeKey(body.place), part.id)
  }
  reduceTaken(world, entry, body)
}
