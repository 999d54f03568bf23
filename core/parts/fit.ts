/** Whether a part belongs in a position: fits, fits with remarks, does not fit, never; each with its reason. */
import { dependenciesOf, hangsOn } from '#core/type/depends.ts'
import type { PartId } from '#core/ids.ts'
import type { Health } from '#core/history/bodies/part.ts'
import type { Refusal } from '#core/history/refusal.ts'
import { positionsOf, structureOf } from '#core/history/layout.ts'
import { type MachineState, type World } from '#core/history/world.ts'
import type { SheetPosition } from '#core/type/sheet.ts'
import { homeOf, machineAround, partKindOf } from '#core/history/presence.ts'
import { kindMatch } from './designations.ts'
import { findings, type FitAttribute } from './fit-rules.ts'
import type { Place } from '#core/place.ts'

export type FitRemark =
  | 'part kind not known'
  | 'polarised: check print and part'
  | 'proved bad'
  | 'not shown faulty, not proved'
  | 'another family: check levels, drive and speed'
  | 'charge path cut, current measured as zero'
  | `${FitAttribute} to be measured`
  | `${FitAttribute} differs`

export type Fit =
  | { readonly fit: 'fits' | 'fits with remarks'; readonly remarks: readonly FitRemark[] }
  /** Refused unless overridden with a reason. */
  | { readonly fit: 'does not fit'; readonly refusal: Refusal }
  /** Refused whatever the reason. */
  | { readonly fit: 'never'; readonly refusal: Refusal }

/** What a position accepts while nobody knows what belongs there. */
export const anyPart = 'part'

const same = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase()

/** Volts in an attribute such as "25 V" or "25V"; undefined when there is none. */
const volts = (text: string | undefined): number | undefined => {
  const match = /(\d+(?:[.,]\d+)?)\s*V\b/i.exec(text ?? '')
  return match ? Number((match[1] ?? '').replace(',', '.')) : undefined
}

/** What fitting looks at in a part; enough to judge before anything is written. */
export interface PartFacts {
  readonly partKind?: string | undefined
  readonly attributes: Readonly<Record<string, string>>
  readonly health: Health
  /** Designator it was found in, when it came from a machine. */
  readonly foundIn?: string | undefined
}

export const factsOfPart = (world: World, id: PartId): PartFacts => {
  const part = world.parts.get(id)
  return {
    partKind: partKindOf(world, id),
    attributes: part?.attributes ?? {},
    health: part?.health ?? 'unknown',
    foundIn: part?.start?.position,
  }
}

/** Judges one part against one slot of a world. A slot that no sheet describes takes anything. */
export function fitOf(world: World, partId: PartId, to: Place): Fit {
  const machine = machineAround(world, to)
  const position = homeOf(world, to)
  if (!machine || !position) return { fit: 'fits', remarks: [] }
  return judgeFit(
    position,
    factsOfPart(world, partId),
    positionsOf(world, machine),
    chargeEnded(world, machine, position.designator),
  )
}

/**
 * Whether the charge path of a holder was cut and, after that and whatever else was done there, the current into it read as
 * zero: "cut BT1 charge path …", then "read BT1 charge 0A".
 */
export function chargeEnded(world: World, machine: MachineState, designator: string): boolean {
  const cut = machine.steps.findLast((s) => s.target.name === designator && s.verb === 'cut')
  const undone =
    cut &&
    machine.steps.some(
      (s) =>
        s.target.name === designator &&
        s.order > cut.order &&
        s.reach === 'altered' &&
        s.out === undefined &&
        s.in === undefined,
    )
  if (!cut || undone) return false
  const point = `${designator} charge`.toLowerCase()
  const read = machine.readings.findLast(
    (r) => r.point.toLowerCase() === point && world.line.indexOf(r.entry) > cut.order,
  )
  const amps = read?.read.unit === 'A' ? (read.read.max ?? read.read.value) : undefined
  return amps !== undefined && Math.abs(amps) < noAmps
}

/** What an ordinary meter shows as no current, A. */
const noAmps = 1e-6

/** Judges a part against a position; `positions` are those of the same machine, for look-alikes. */
export function judgeFit(
  position: SheetPosition,
  part: PartFacts,
  positions: readonly SheetPosition[],
  chargeEnded = false,
): Fit {
  const never = neverFits(position, part, chargeEnded)
  if (never) return { fit: 'never', refusal: never }
  const { partKind } = part
  const match =
    partKind === undefined || position.accepts === anyPart ? undefined : kindMatch(position.accepts, partKind)
  if (partKind !== undefined && match && (match.is === 'does not stand in' || match.slower)) {
    const alike = positions.filter(
      (p) =>
        same(p.accepts, partKind) &&
        (p.lookAlikes.includes(position.designator) || position.lookAlikes.includes(p.designator)),
    )
    return alike.length > 0
      ? {
          fit: 'does not fit',
          refusal: {
            rule: 'look-alike-socket',
            position: position.designator,
            takes: position.accepts,
            partKind,
            belongsIn: alike.map((p) => p.designator),
          },
        }
      : {
          fit: 'does not fit',
          refusal: { rule: 'wrong-kind', position: position.designator, takes: position.accepts, partKind },
        }
  }
  const rating = volts(part.attributes['rating'])
  if (position.ratingVolts !== undefined && rating !== undefined && rating < position.ratingVolts)
    return {
      fit: 'does not fit',
      refusal: {
        rule: 'rating-below',
        position: position.designator,
        needVolts: position.ratingVolts,
        hasVolts: rating,
      },
    }
  const found = part.foundIn === position.designator ? [] : findings(position, part.attributes)
  const refused = found.find((f) => f.level === 'refuse')
  if (refused)
    return {
      fit: 'does not fit',
      refusal: {
        rule: 'attribute-differs',
        position: position.designator,
        attribute: refused.attribute,
        asks: refused.asks,
        has: refused.has,
      },
    }
  const remarks: FitRemark[] = found.map((f): FitRemark =>
    f.has === 'not written down' ? `${f.attribute} to be measured` : `${f.attribute} differs`,
  )
  if (match && match.is !== 'same') remarks.push('another family: check levels, drive and speed')
  if (partKind === undefined) remarks.push('part kind not known')
  if (position.charged && part.attributes['cell'] === 'primary')
    remarks.push('charge path cut, current measured as zero')
  if (position.polarised) remarks.push('polarised: check print and part')
  if (part.health === 'proved bad') remarks.push('proved bad')
  if (part.health === 'not shown faulty') remarks.push('not shown faulty, not proved')
  return { fit: remarks.length > 0 ? 'fits with remarks' : 'fits', remarks }
}

function neverFits(position: SheetPosition, part: PartFacts, chargeEnded: boolean): Refusal | undefined {
  // The part that was found in the position may go back, whatever is written on it.
  const foundHere = part.foundIn === position.designator
  if (
    position.safetyClass !== undefined &&
    part.attributes['safety class'] !== position.safetyClass &&
    !foundHere
  )
    return {
      rule: 'safety-class',
      position: position.designator,
      needs: position.safetyClass,
      has: part.attributes['safety class'] ?? 'none',
    }
  // A holder that charges can burst a primary cell, until its charge path is cut and no current flows into it.
  if (position.charged && part.attributes['cell'] === 'primary' && !chargeEnded)
    return { rule: 'primary-cell', position: position.designator }
  return undefined
}

/** Functions of a machine that depend on a slot, directly or through the assembly around it. */
export function functionsAt(world: World, to: Place): string[] {
  const machine = machineAround(world, to)
  const position = homeOf(world, to)
  if (!machine || !position) return []
  const structure = structureOf(world, machine)
  return structure.functions.filter((f) => hangsOn(dependenciesOf(structure, f), position)).map((f) => f.name)
}
