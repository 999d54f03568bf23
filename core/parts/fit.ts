/** Whether a part belongs in a position: fits, fits with remarks, does not fit, never; each with its reason. */
import { dependenciesOf, hangsOn } from '#core/type/depends.ts'
import type { PartId } from '#core/ids.ts'
import type { Health } from '#core/history/bodies/part.ts'
import type { Refusal } from '#core/history/refusal.ts'
import { positionsOf, structureOf } from '#core/history/layout.ts'
import { type MachineState, type World } from '#core/history/world.ts'
import { takesSupply } from '#core/type/part-kinds.ts'
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
  | 'tantalum: at least twice the rail'
  | 'switching supply: compare ripple current and ESR'
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
  const needVolts = leastRating(position, part)
  if (needVolts !== undefined && rating !== undefined && rating < needVolts)
    return {
      fit: 'does not fit',
      refusal: {
        rule: 'rating-below',
        position: position.designator,
        needVolts,
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
  if (isTantalum(position, part) && (rating === undefined || railOf(position) === undefined))
    remarks.push('tantalum: at least twice the rail')
  if (
    isElectrolytic(position, part) &&
    inSwitchingSupply(position, positions) &&
    part.foundIn !== position.designator
  )
    remarks.push('switching supply: compare ripple current and ESR')
  if (position.polarised) remarks.push('polarised: check print and part')
  if (part.health === 'proved bad') remarks.push('proved bad')
  if (part.health === 'not shown faulty') remarks.push('not shown faulty, not proved')
  return { fit: remarks.length > 0 ? 'fits with remarks' : 'fits', remarks }
}

const kindWords = (position: SheetPosition, part: PartFacts) =>
  `${part.partKind ?? position.accepts} ${Object.values(part.attributes).join(' ')}`
const isTantalum = (position: SheetPosition, part: PartFacts): boolean =>
  /\btantalum\b/i.test(kindWords(position, part))
const isElectrolytic = (position: SheetPosition, part: PartFacts): boolean =>
  /\b(?:electrolytic|polymer|tantalum)\b/i.test(kindWords(position, part))

/** The rail that a position sits on, V, where the sheet names it. */
const railOf = (position: SheetPosition): number | undefined => volts(position.asks?.['rail'])

/** Least rating that a part must carry: the position's, and for a tantalum on a named rail twice the rail (common practice). */
function leastRating(position: SheetPosition, part: PartFacts): number | undefined {
  const rail = isTantalum(position, part) ? railOf(position) : undefined
  const wanted = [position.ratingVolts, rail === undefined ? undefined : 2 * rail].filter(
    (v) => v !== undefined,
  )
  return wanted.length > 0 ? Math.max(...wanted) : undefined
}

/** Whether a position is part of a switching supply, however deep. */
function inSwitchingSupply(position: SheetPosition, positions: readonly SheetPosition[]): boolean {
  let on = position.on
  for (let hops = 0; on !== undefined && hops < 20; hops++) {
    const around = positions.find((p) => p.designator === on)
    if (!around) return false
    if (takesSupply(around) && /\bswitch(?:ing|ed|-mode)\b/i.test(around.accepts)) return true
    on = around.on
  }
  return false
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
