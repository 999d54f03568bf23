/** What a renewal teaches the type sheet: values, ratings and positions that were read on one machine and hold for its model. */
import type { SpecSource } from '#core/history/bodies/spec.ts'
import { parseQuantity } from '#core/quantity/quantity.ts'
import type { SheetPosition, TypeSheet } from '#core/type/sheet.ts'
import { isUsualRating } from './markings/codes.ts'
import type { RenewalRow } from './renewal.ts'

export type LearnedFact = 'position' | 'value' | 'rating' | 'temperature' | 'body'
export interface Learned {
  readonly position: string
  readonly fact: LearnedFact
  /** What the sheet says now; absent where it says nothing. */
  readonly was?: string | undefined
  readonly is: string
  readonly by: SpecSource | 'machine'
  /** Why it is not sure: only the part that was in it says so, and may be an earlier guess; or it is no usual rating. */
  readonly doubt?: 'by the part only' | 'no usual rating' | undefined
}

const facts = ['value', 'rating', 'temperature', 'body'] as const
/** The schematic is what the maker meant, the print what was built; the part may have been changed since. */
const trusted: readonly SpecSource[] = ['settled', 'schematic', 'print', 'part']

const number = (text: string) => parseQuantity(text.replace(/\s+/g, ''))
const same = (a: string, b: string): boolean => {
  const [x, y] = [number(a), number(b)]
  return x?.value !== undefined && y?.value !== undefined
    ? x.unit === y.unit && x.value === y.value
    : a.trim().toLowerCase() === b.trim().toLowerCase()
}
const saysNow = (position: SheetPosition, fact: (typeof facts)[number]): string | undefined =>
  position.asks?.[fact] ??
  (fact === 'rating' && position.ratingVolts !== undefined ? `${position.ratingVolts} V` : undefined)

/** What rows of a map add to a sheet, or say otherwise than it. `met`: positions that the machine wrote down for itself. */
export function learnedFrom(
  rows: readonly Pick<RenewalRow, 'position' | 'said'>[],
  sheet: TypeSheet,
  met: readonly SheetPosition[],
): Learned[] {
  return rows.flatMap(({ position: name, said }): Learned[] => {
    const known = sheet.positions.find((p) => p.designator === name)
    const own = met.find((p) => p.designator === name)
    if (!known && !own) return []
    const added: Learned[] =
      known || !own ? [] : [{ position: name, fact: 'position', is: own.accepts, by: 'machine' }]
    const read = facts.flatMap((fact): Learned[] => {
      const by = trusted.find((source) => said[source]?.[fact] !== undefined)
      const is = by && said[by]?.[fact]
      const was = known && saysNow(known, fact)
      if (by === undefined || is === undefined || (was !== undefined && same(was, is))) return []
      const volts = fact === 'rating' ? number(is)?.value : undefined
      const doubt =
        volts !== undefined && !isUsualRating(volts)
          ? ('no usual rating' as const)
          : by === 'part' && fact !== 'body'
            ? ('by the part only' as const)
            : undefined
      return [
        { position: name, fact, is, by, ...(was === undefined ? {} : { was }), ...(doubt ? { doubt } : {}) },
      ]
    })
    return [...added, ...read]
  })
}

/** The sheet with what was chosen written into it; positions that are new come at the end, as the machine had them. */
export function withLearned(
  sheet: TypeSheet,
  chosen: readonly Learned[],
  met: readonly SheetPosition[],
): TypeSheet {
  const known = new Set(sheet.positions.map((p) => p.designator))
  const added = met.filter(
    (p) =>
      !known.has(p.designator) && chosen.some((c) => c.fact === 'position' && c.position === p.designator),
  )
  const positions = [...sheet.positions, ...added].map((p): SheetPosition => {
    const mine = chosen.filter((c) => c.position === p.designator && c.fact !== 'position')
    if (mine.length === 0) return p
    const asks = { ...p.asks, ...Object.fromEntries(mine.map((c) => [c.fact, c.is])) }
    const volts = mine.find((c) => c.fact === 'rating')
    const ratingVolts = volts ? number(volts.is)?.value : undefined
    return { ...p, asks, ...(ratingVolts !== undefined && ratingVolts > 0 ? { ratingVolts } : {}) }
  })
  return { ...sheet, positions }
}
