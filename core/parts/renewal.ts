/** Renewing a set of parts: the map by designator, what belongs in the set by the house's school, and what is to be ordered. */
import type { SpecSource } from '#core/history/bodies/spec.ts'
import { parseQuantity } from '#core/quantity/quantity.ts'
import type { SheetPosition } from '#core/type/sheet.ts'
import { allot, type Spare } from './buying.ts'
import { ratingTrouble, type RatingSaid, type RatingTrouble } from './markings/codes.ts'

export const schools = [
  'all, preventively',
  'only leaking or suspect',
  'only what measures bad',
  'never without a fault',
] as const
export type School = (typeof schools)[number]

export type Said = Readonly<Partial<Record<SpecSource, Readonly<Record<string, string>>>>>

/** What is done and what is verified are two things; each verification is its own. */
export const verifications = ['polarity', 'orientation', 'joint', 'bridging'] as const
export type Verification = (typeof verifications)[number]

export interface RenewalRow {
  readonly position: string
  readonly accepts: string
  readonly polarised: boolean
  /** Part, print and schematic apart. */
  readonly said: Said
  /** What the sheet asks, where nobody has read anything else. */
  readonly sheet: Readonly<Record<string, string>>
  readonly trouble?: RatingTrouble | undefined
  /** Value and least rating that a replacement needs, by all that was said. */
  readonly wants: { readonly value?: string | undefined; readonly leastVolts?: number | undefined }
  /** Why the school takes it into the set; absent for one that stays. */
  readonly because?: 'all' | 'leaking or suspect' | 'measured bad' | 'a function fails' | undefined
  /** The part that came in since the map was begun. */
  readonly done?: { readonly label: string; readonly part: string; readonly at: string } | undefined
  readonly verified: readonly Verification[]
  /** Where it is pinned on photographs, shares of their width and height. */
  readonly pins: readonly { readonly photo: string; readonly x: number; readonly y: number }[]
}

const volts = (text: string | undefined): number | undefined => {
  const match = /(\d+(?:[.,]\d+)?)\s*V/i.exec(text ?? '')
  return match ? Number((match[1] ?? '').replace(',', '.')) : undefined
}

/** Ratings by what said them: the part, the print, the schematic; the sheet stands for the schematic where nobody read one. */
export function ratingsSaid(said: Said, sheetVolts: number | undefined): RatingSaid[] {
  const read = (['part', 'print', 'schematic'] as const).flatMap((by): RatingSaid[] => {
    const v = volts(said[by]?.['rating'])
    return v === undefined ? [] : [{ by, volts: v }]
  })
  return read.some((r) => r.by === 'schematic') || sheetVolts === undefined
    ? read
    : [...read, { by: 'schematic', volts: sheetVolts }]
}

/**
 * What a replacement needs. The schematic decides the value, then the print, then the part that is in it, which may be an earlier
 * guess; of the ratings the highest counts. What somebody settled goes before all of them.
 */
export function wantsOf(
  said: Said,
  sheet: Readonly<Record<string, string>>,
  sheetVolts: number | undefined,
): { wants: RenewalRow['wants']; trouble: RatingTrouble | undefined } {
  const ratings = ratingsSaid(said, sheetVolts)
  const decided = { value: said.settled?.['value'], volts: volts(said.settled?.['rating']) }
  const value =
    decided.value ??
    said.schematic?.['value'] ??
    sheet['value'] ??
    said.print?.['value'] ??
    said.part?.['value']
  return {
    wants: {
      value,
      leastVolts:
        decided.volts ?? (ratings.length > 0 ? Math.max(...ratings.map((r) => r.volts)) : undefined),
    },
    trouble: ratings.length > 0 && decided.volts === undefined ? ratingTrouble(ratings) : undefined,
  }
}

export interface OrderLine {
  readonly kind: string
  readonly value: string
  readonly leastVolts: number | undefined
  readonly positions: readonly string[]
  /** How many are wanted, with spares. */
  readonly count: number
}

const valueKey = (text: string): string => {
  const read = parseQuantity(text.replace(/\s+/g, ''))
  return read?.value === undefined ? text.trim().toLowerCase() : String(read.value)
}

/** The sheet's line that a replacement has to fit, by all that was said of the position. */
const wantedPosition = ({ position, accepts, polarised, sheet, wants }: RenewalRow): SheetPosition => ({
  designator: position,
  accepts,
  polarised,
  assembly: false,
  mount: 'soldered',
  essential: false,
  lookAlikes: [],
  charged: false,
  asks: { ...sheet, ...(wants.value ? { value: wants.value } : {}) },
  ...(wants.leastVolts === undefined ? {} : { ratingVolts: wants.leastVolts }),
})

export interface StockedFor {
  readonly position: string
  /** Tag and place of what lies there. */
  readonly from: string
}

/** Which positions of the set what lies in the house can serve, each part counted once; they need not be bought. */
export function fromStockFor(
  rows: readonly RenewalRow[],
  spares: readonly (Spare & { readonly label: string })[],
): StockedFor[] {
  const open = rows.filter((r) => r.because !== undefined && !r.done && r.wants.value !== undefined)
  const positions = open.map(wantedPosition)
  return allot(positions, spares).flatMap((spare, i): StockedFor[] => {
    const row = open[i]
    return spare && row ? [{ position: row.position, from: spare.label }] : []
  })
}

/** What is still to be bought, grouped by kind, value and rating, what lies in the house left out; `spare` parts more of each (a share, rounded up). */
export function orderList(
  rows: readonly RenewalRow[],
  stocked: readonly StockedFor[] = [],
  spare = 0.1,
): OrderLine[] {
  const have = new Set(stocked.map((s) => s.position))
  const groups = new Map<string, RenewalRow[]>()
  for (const row of rows) {
    if (row.because === undefined || row.done || row.wants.value === undefined || have.has(row.position))
      continue
    const key = `${row.accepts}|${valueKey(row.wants.value)}|${row.wants.leastVolts ?? ''}`
    groups.set(key, [...(groups.get(key) ?? []), row])
  }
  return [...groups.values()]
    .map((group): OrderLine => {
      const [first] = group
      return {
        kind: first?.accepts ?? '',
        value: first?.wants.value ?? '',
        leastVolts: first?.wants.leastVolts,
        positions: group.map((r) => r.position),
        count: group.length + Math.ceil(group.length * spare),
      }
    })
    .sort((a, b) =>
      a.kind < b.kind ? -1 : a.kind > b.kind ? 1 : Number(valueKey(a.value)) - Number(valueKey(b.value)),
    )
}
