/** What a machine lacks, and what could serve it: spares of the house and parts that sit in other machines. */
import { calledAt } from '#core/type/sheet.ts'
import { conditionAt } from '#core/condition/condition.ts'
import { machineStanding } from '#core/history/status.ts'
import { positionsOf } from '#core/history/layout.ts'
import { type LotState, type MachineState, type PartState, type World } from '#core/history/world.ts'
import { partAsFound, type PartId } from '#core/ids.ts'
import { whyNeeded } from '#core/parts/needed.ts'
import { kindMatch } from '#core/parts/designations.ts'
import type { Candidate, Need } from '#core/parts/donors.ts'
import { chargeEnded, factsOfPart, type PartFacts } from '#core/parts/fit.ts'
import { keptForOthers, lies, tallyOf } from '#core/parts/lots.ts'
import { consentOf, ownerOf } from '#core/parts/ownership.ts'
import type { Place } from '#core/place.ts'
import type { SheetPosition } from '#core/type/sheet.ts'
import { contentsOf, machineAround, partKindOf } from '#core/history/presence.ts'
import { lotLabel, machineNumber, partLabel, placeLabel } from './labels.ts'
import { factsOfLot, fitFactsOfLot, reservationRow } from './lots.ts'

/** Positions that lack a good part: empty, held by something unknown, by a part proved bad or under suspicion. */
export function needsOf(world: World, machine: MachineState): Need[] {
  const positions = positionsOf(world, machine)
  const rows = contentsOf(world, machine)
  const empty = new Set(rows.filter((r) => r.content === 'empty').map((r) => r.position.designator))
  return rows.flatMap((row): Need[] => {
    // What belongs in an assembly that is not there is its matter.
    if (row.position.on !== undefined && empty.has(row.position.on)) return []
    const why = whyNeeded(world, row)
    if (!why) return []
    const held = row.content === 'empty' || row.content === 'unknown part' ? undefined : row.part
    return [
      {
        key: `${machine.id}/${row.position.designator}`,
        machine: machine.id,
        machineLabel: `${machineNumber(machine)} ${machine.name}`,
        place: row.place,
        position: row.position,
        positions,
        revision: machine.revision,
        why,
        occupant: held && occupantOf(world, held, row.position),
        chargeEnded: row.position.charged && chargeEnded(world, machine, row.position.designator),
      },
    ]
  })
}

/** What sits there; a part that nobody has touched yet is called by its position. */
const occupantOf = (
  world: World,
  part: PartId,
  { designator, accepts }: SheetPosition,
): NonNullable<Need['occupant']> => ({
  part,
  label: world.parts.has(part) ? partLabel(world, part) : `${designator} ${accepts}`,
  tag: world.parts.get(part)?.tag,
})

/** A need that a person asks about though nothing is wrong there: "what could replace IC4?" */
export function needAt(world: World, machine: MachineState, designator: string): Need | undefined {
  const row = contentsOf(world, machine).find((r) => r.position.designator === designator)
  if (!row) return undefined
  const held = row.content === 'empty' || row.content === 'unknown part' ? undefined : row.part
  return {
    key: `${machine.id}/${designator}`,
    machine: machine.id,
    machineLabel: `${machineNumber(machine)} ${machine.name}`,
    place: row.place,
    position: row.position,
    positions: positionsOf(world, machine),
    revision: machine.revision,
    why: whyNeeded(world, row) ?? 'asked',
    occupant: held && occupantOf(world, held, row.position),
    chargeEnded: row.position.charged && chargeEnded(world, machine, designator),
  }
}

/** Whether a kind could serve one of the needs at all; whether the very part does is judged later, with the reason. */
export const couldServe = (needs: readonly Need[], partKind: string | undefined): boolean =>
  partKind !== undefined &&
  needs.some(
    (n) =>
      n.position.accepts === 'part' || kindMatch(n.position.accepts, partKind).is !== 'does not stand in',
  )

/** `ofItsType`: machines of a type in the whole house, by type. */
export function candidatesFor(
  world: World,
  needs: readonly Need[],
  ofItsType: ReadonlyMap<string, number>,
): Candidate[] {
  const needy = new Set(needs.map((n) => n.machine))
  const sitting = [...world.machines.values()]
    .filter((machine) => machine.registered && !needy.has(machine.id))
    .flatMap((machine) => inMachine(world, machine, needs, needy, ofItsType))
  const found = new Set(sitting.map((c) => c.part))
  const lying = [...world.parts.values()]
    .filter((part) => !found.has(part.id))
    .flatMap((part) => onShelf(world, part, needs, needy))
  return [...sitting, ...lying, ...[...world.lots.values()].flatMap((lot) => ofLot(world, lot, needs, needy))]
}

/** Parts in the positions of a machine that none of the needs is of. */
function inMachine(
  world: World,
  machine: MachineState,
  needs: readonly Need[],
  needy: ReadonlySet<string>,
  ofItsType: ReadonlyMap<string, number>,
): Candidate[] {
  const rows = contentsOf(world, machine)
  const served = rows.flatMap((row) => {
    if (!row.part || row.content === 'empty' || row.content === 'unknown part') return []
    const facts = factsIn(world, row.part, row.position)
    return couldServe(needs, facts.partKind) ? [{ row, part: row.part, facts }] : []
  })
  if (served.length === 0) return []
  const whole = {
    machine: machine.id,
    label: `${machineNumber(machine)} ${machine.name}`,
    purpose: machine.purpose,
    legal: machine.legal,
    revision: machine.revision,
    completeness: rows.filter((r) => r.content !== 'empty').length / rows.length,
    working: machineStanding(world, machine).status === 'working',
    grade: conditionAt(world, machine, world.now).grade,
    ofItsType: machine.type ? (ofItsType.get(machine.type) ?? 1) : 1,
  }
  return served.map(({ row, part, facts }): Candidate => {
    const known = world.parts.get(part)
    const { designator, essential, mount } = row.position
    const consent =
      machine.owner === 'house' ? undefined : consentOf(machine, 'give parts', world.now, designator)
    const { loan } = known ?? {}
    return {
      part,
      label: known ? partLabel(world, part) : calledAt(row.position),
      tag: known?.tag,
      place: row.place,
      placeLabel: placeLabel(world, row.place),
      facts,
      donor: { ...whole, consent, essential, mount },
      bound:
        loan && !loan.closed
          ? `on loan from ${placeLabel(world, loan.home)}`
          : promisedWords(world, part, needy),
    }
  })
}

/** What is known of a part in a position; of one that nobody has touched, what the sheet says. */
const factsIn = (world: World, part: PartId, { accepts, designator }: SheetPosition): PartFacts =>
  world.parts.has(part)
    ? factsOfPart(world, part)
    : { partKind: accepts, attributes: {}, health: 'unknown', foundIn: designator }

/** A part that lies by itself: on a shelf, kept with a machine, in a rig. */
function onShelf(
  world: World,
  { id, tag, place, loan }: PartState,
  needs: readonly Need[],
  needy: ReadonlySet<string>,
): Candidate[] {
  if (!place || !shelved.has(place.in.kind) || machineAround(world, place)) return []
  if (!couldServe(needs, partKindOf(world, id))) return []
  return [
    {
      part: id,
      label: partLabel(world, id),
      tag,
      place,
      placeLabel: placeLabel(world, place),
      facts: factsOfPart(world, id),
      bound:
        loan && !loan.closed
          ? 'on loan'
          : withheld(world, id, place)
            ? 'it belongs to an owner'
            : promisedWords(world, id, needy),
    },
  ]
}
const shelved: ReadonlySet<string> = new Set(['store', 'kept', 'rig'])

/** Whether an owner's part lies here that the owner did not give. */
function withheld(world: World, id: PartId, from: Place): boolean {
  const { owner, machine, position } = ownerOf(world, id, from)
  return owner !== 'house' && !(machine && consentOf(machine, 'give parts', world.now, position) === 'given')
}

/** That a part is kept for a machine other than those in need. */
function promisedWords(world: World, part: PartId, needy: ReadonlySet<string>): string | undefined {
  const [kept] = keptForOthers(world, { part }, needy)
  return kept && `kept for ${reservationRow(world, kept).label}`
}

/** As many of a lot as could be wanted and are not kept for others; where several heaps lie, the largest. */
function ofLot(world: World, lot: LotState, needs: readonly Need[], needy: ReadonlySet<string>): Candidate[] {
  if (!lot.said || (lot.belongsTo && lot.belongsTo !== 'house') || !couldServe(needs, lot.partKind)) return []
  const heap = [...lot.places.values()].filter(lies).sort((a, b) => b.n - a.n)[0]
  if (!heap) return []
  const { here } = tallyOf(lot, world.reservations)
  const free = Math.min(
    heap.n,
    here - keptForOthers(world, { lot: lot.id }, needy).reduce((sum, r) => sum + r.n, 0),
  )
  const wanted = needs.filter((n) => couldServe([n], lot.partKind)).length
  return Array.from({ length: Math.max(0, Math.min(free, wanted)) }, (_, i) => ({
    part: partAsFound(lot.id, `one of it, ${i + 1}`),
    label: lotLabel(world, lot.id),
    tag: lot.tag,
    place: heap.place,
    placeLabel: `${placeLabel(world, heap.place)}, ${heap.about ? 'about ' : ''}${heap.n} there`,
    facts: fitFactsOfLot(lot),
    lot: { facts: factsOfLot(lot), place: heap.place },
  }))
}
