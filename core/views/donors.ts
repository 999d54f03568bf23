/** What a machine lacks, and what could serve it: spares of the house and parts that sit in other machines. */
import { calledAt } from '#core/type/sheet.ts'
import { conditionAt } from '#core/condition/condition.ts'
import { machineStanding } from '#core/history/status.ts'
import { positionsOf } from '#core/history/layout.ts'
import { type LotState, type MachineState, type World } from '#core/history/world.ts'
import { partAsFound, type PartId } from '#core/ids.ts'
import { whyNeeded } from '#core/parts/needed.ts'
import { kindMatch } from '#core/parts/designations.ts'
import type { Candidate, Donor, Need } from '#core/parts/donors.ts'
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
  const found = new Map<PartId, Candidate>()
  for (const machine of world.machines.values()) {
    if (!machine.registered || needy.has(machine.id)) continue
    const rows = contentsOf(world, machine)
    const completeness =
      rows.length === 0 ? 0 : rows.filter((r) => r.content !== 'empty').length / rows.length
    let working: boolean | undefined
    let grade: number | undefined
    for (const row of rows) {
      if (!row.part || row.content === 'empty' || row.content === 'unknown part') continue
      const facts: PartFacts = world.parts.has(row.part)
        ? factsOfPart(world, row.part)
        : {
            partKind: row.position.accepts,
            attributes: {},
            health: 'unknown',
            foundIn: row.position.designator,
          }
      if (!couldServe(needs, facts.partKind)) continue
      if (working === undefined) {
        working = machineStanding(world, machine).status === 'working'
        grade = conditionAt(world, machine, world.now).grade
      }
      const donor: Donor = {
        machine: machine.id,
        label: `${machineNumber(machine)} ${machine.name}`,
        purpose: machine.purpose,
        legal: machine.legal,
        revision: machine.revision,
        consent:
          machine.owner === 'house'
            ? undefined
            : consentOf(machine, 'give parts', world.now, row.position.designator),
        completeness,
        working,
        grade,
        ofItsType: machine.type ? (ofItsType.get(machine.type) ?? 1) : 1,
        essential: row.position.essential,
        mount: row.position.mount,
      }
      const loan = world.parts.get(row.part)?.loan
      found.set(row.part, {
        part: row.part,
        label: world.parts.has(row.part) ? partLabel(world, row.part) : calledAt(row.position),
        tag: world.parts.get(row.part)?.tag,
        place: row.place,
        placeLabel: placeLabel(world, row.place),
        facts,
        donor,
        bound:
          loan && !loan.closed
            ? `on loan from ${placeLabel(world, loan.home)}`
            : promisedWords(world, row.part, needy),
      })
    }
  }
  for (const part of world.parts.values()) {
    const { place } = part
    if (
      !place ||
      found.has(part.id) ||
      (place.in.kind !== 'store' && place.in.kind !== 'kept' && place.in.kind !== 'rig')
    )
      continue
    if (machineAround(world, place) || !couldServe(needs, partKindOf(world, part.id))) continue
    found.set(part.id, {
      part: part.id,
      label: partLabel(world, part.id),
      tag: part.tag,
      place,
      placeLabel: placeLabel(world, place),
      facts: factsOfPart(world, part.id),
      bound:
        part.loan && !part.loan.closed
          ? 'on loan'
          : withheld(world, part.id, place)
            ? 'it belongs to an owner'
            : promisedWords(world, part.id, needy),
    })
  }
  return [...found.values(), ...[...world.lots.values()].flatMap((lot) => ofLot(world, lot, needs, needy))]
}

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
