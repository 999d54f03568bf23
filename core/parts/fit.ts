/** Whether a part belongs in a position: fits, fits with remarks, does not fit, never; each with its reason. */
import type { PartId } from '#core/ids.ts'
import type { Health } from '#core/history/kinds.ts'
import type { Refusal } from '#core/history/refusal.ts'
import { functionsOf, positionsOf, type World } from '#core/history/world.ts'
import type { SheetPosition } from '#core/type/sheet.ts'
import { homeOf, machineAround, partKindOf } from './presence.ts'
import type { Place } from './place.ts'

export type FitRemark = 'part kind not known' | 'polarised: check print and part' | 'proved bad' | 'not shown faulty, not proved'

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
  return { partKind: partKindOf(world, id), attributes: part?.attributes ?? {}, health: part?.health ?? 'unknown', foundIn: part?.start?.position }
}

/** Judges one part against one slot of a world. A slot that no sheet describes takes anything. */
export function fitOf(world: World, partId: PartId, to: Place): Fit {
  const machine = machineAround(world, to)
  const position = homeOf(world, to)
  if (!machine || !position) return { fit: 'fits', remarks: [] }
  return judgeFit(position, factsOfPart(world, partId), positionsOf(world, machine))
}

/** Judges a part against a position; `positions` are those of the same machine, for look-alikes. */
export function judgeFit(position: SheetPosition, part: PartFacts, positions: readonly SheetPosition[]): Fit {
  const never = neverFits(position, part)
  if (never) return { fit: 'never', refusal: never }
  const { partKind } = part
  if (partKind !== undefined && position.accepts !== anyPart && !same(partKind, position.accepts)) {
    const alike = positions.filter((p) => same(p.accepts, partKind) && (p.lookAlikes.includes(position.designator) || position.lookAlikes.includes(p.designator)))
    return alike.length > 0
      ? { fit: 'does not fit', refusal: { rule: 'look-alike-socket', position: position.designator, takes: position.accepts, partKind, belongsIn: alike.map((p) => p.designator) } }
      : { fit: 'does not fit', refusal: { rule: 'wrong-kind', position: position.designator, takes: position.accepts, partKind } }
  }
  const rating = volts(part.attributes['rating'])
  if (position.ratingVolts !== undefined && rating !== undefined && rating < position.ratingVolts)
    return { fit: 'does not fit', refusal: { rule: 'rating-below', position: position.designator, needVolts: position.ratingVolts, hasVolts: rating } }
  const remarks: FitRemark[] = []
  if (partKind === undefined) remarks.push('part kind not known')
  if (position.polarised) remarks.push('polarised: check print and part')
  if (part.health === 'proved bad') remarks.push('proved bad')
  if (part.health === 'not shown faulty') remarks.push('not shown faulty, not proved')
  return { fit: remarks.length > 0 ? 'fits with remarks' : 'fits', remarks }
}

function neverFits(position: SheetPosition, part: PartFacts): Refusal | undefined {
  // The part that was found in the position may go back, whatever is written on it.
  const foundHere = part.foundIn === position.designator
  if (position.safetyClass !== undefined && part.attributes['safety class'] !== position.safetyClass && !foundHere)
    return { rule: 'safety-class', position: position.designator, needs: position.safetyClass, has: part.attributes['safety class'] ?? 'none' }
  // A holder that charges bursts a primary cell; cutting the charge path is work that changes the sheet's line first.
  if (position.charged && part.attributes['cell'] === 'primary') return { rule: 'primary-cell', position: position.designator }
  return undefined
}

/** Functions of a machine that depend on a slot, directly or through the assembly around it. */
export function functionsAt(world: World, to: Place): string[] {
  const machine = machineAround(world, to)
  const position = homeOf(world, to)
  if (!machine || !position) return []
  return functionsOf(world, machine)
    .filter((f) => f.dependsOn.includes(position.designator) || (position.on !== undefined && f.dependsOn.includes(position.on)))
    .map((f) => f.name)
}
