/** What the house has to buy: needs that no spare can serve, each spare counted once, and lots that are at their level. */
import type { SheetPosition } from '#core/type/sheet.ts'
import { assign } from './assignment.ts'
import { judgeFit, type PartFacts } from './fit.ts'

/** Something that lies in the house and is kept for nobody. */
export interface Spare {
  readonly facts: PartFacts
  /** How many of it: 1 for a part with a name of its own. */
  readonly free: number
}
export interface Wanted {
  readonly position: SheetPosition
  /** "IC4 of E2024-003". */
  readonly label: string
  /** Something is kept for it, or its own part comes back. */
  readonly kept: boolean
}
export interface BuyLine {
  readonly kind: string
  readonly asks?: string | undefined
  readonly count: number
  readonly because: 'needed' | 'lot at its level'
  readonly where: readonly string[]
}
export interface LowLot {
  readonly label: string
  readonly partKind?: string | undefined
  readonly asks?: string | undefined
  readonly free: number
  readonly reorderAt: number
}

/** Value and rating that a sheet's line asks for, as one writes them on an order. */
export function asksWords({ asks, ratingVolts }: Pick<SheetPosition, 'asks' | 'ratingVolts'>): string | undefined {
  const words = [asks?.['value'], asks?.['rating'] ?? (ratingVolts === undefined ? undefined : `${ratingVolts} V`)].filter((text) => text !== undefined)
  return words.length > 0 ? words.join(' ') : undefined
}

export const serves = (position: SheetPosition, facts: PartFacts): boolean => {
  const { fit } = judgeFit(position, facts, [position])
  return facts.health !== 'proved bad' && facts.health !== 'suspect' && (fit === 'fits' || fit === 'fits with remarks')
}

/** The spare that serves each position, as many positions served as can be; undefined for one that none is left for. */
export function allot<S extends Spare>(positions: readonly SheetPosition[], spares: readonly S[]): readonly (S | undefined)[] {
  // A spare is as many columns as could be wanted of it: each serves one position.
  const units = spares.flatMap((spare) => {
    const wanting = positions.filter((position) => serves(position, spare.facts)).length
    return Array.from({ length: Math.max(0, Math.min(spare.free, wanting)) }, () => spare)
  })
  const found = assign(positions.map((position) => units.map(({ facts }) => (serves(position, facts) ? 1 : Number.POSITIVE_INFINITY))))
  return positions.map((_, i) => units[found?.columns[i] ?? -1])
}

/**
 * Lines to buy, by kind and value, the most wanted first. Of a lot at its level twice that level is bought, what is free left
 * out: enough until the next time, by common practice.
 */
export function buyList(wanted: readonly Wanted[], spares: readonly Spare[], low: readonly LowLot[]): BuyLine[] {
  const open = wanted.filter((w) => !w.kept)
  const served = allot(
    open.map((w) => w.position),
    spares,
  )
  const lines = new Map<string, { kind: string; asks: string | undefined; where: string[] }>()
  open.forEach(({ position, label }, i) => {
    if (served[i]) return
    const asks = asksWords(position)
    const key = `${position.accepts}|${asks ?? ''}`
    const line = lines.get(key) ?? { kind: position.accepts, asks, where: [] }
    line.where.push(label)
    lines.set(key, line)
  })
  return [
    ...[...lines.values()].map((line): BuyLine => ({ ...line, count: line.where.length, because: 'needed' })).sort((a, b) => b.count - a.count || (a.kind < b.kind ? -1 : 1)),
    ...low.map((lot): BuyLine => ({
      kind: lot.partKind ?? lot.label,
      asks: lot.asks,
      count: Math.max(1, 2 * lot.reorderAt - lot.free),
      because: 'lot at its level',
      where: [lot.label],
    })),
  ]
}
