/** The sheet of an evening: rows of who does what, where and when; and what speaks against one of them. */
import type { PlanRow } from '#core/history/bodies/evening.ts'
import type { Authority } from '#core/history/bodies/rule.ts'
import type { PartyId } from '#core/ids.ts'
import type { Evening } from './evenings.ts'

export type SheetRow = PlanRow

/** Authorities whose work nobody does alone. */
export const neverAlone: ReadonlySet<string> = new Set(['mains', 'picture tube', 'chemicals'])

export type SheetRemark =
  /** They said that they do not come, or nobody says that they do. */
  | { readonly why: 'does not come' | 'not known to come'; readonly party: PartyId }
  | { readonly why: 'two at once'; readonly party: PartyId; readonly other: number }
  | { readonly why: 'place taken'; readonly place: string; readonly other: number }
  | { readonly why: 'machine elsewhere'; readonly other: number }
  | { readonly why: 'before it begins' | 'past its end' }
  | { readonly why: 'nobody authorised' | 'alone'; readonly authority: string }

export const minutesOf = (clock: string): number => {
  const [hours = 0, minutes = 0] = clock.split(':').map(Number)
  return hours * 60 + minutes
}
export const clockAfter = (clock: string, minutes: number): string => {
  const all = Math.max(0, Math.min(24 * 60 - 1, minutesOf(clock) + minutes))
  return `${String(Math.floor(all / 60)).padStart(2, '0')}:${String(all % 60).padStart(2, '0')}`
}

/** Minutes of the day, the end not included. */
export interface Span {
  readonly from: number
  readonly to: number
}
export const spanOf = ({ from, minutes }: SheetRow): Span => ({
  from: minutesOf(from),
  to: minutesOf(from) + minutes,
})
export const overlap = (a: Span, b: Span) => a.from < b.to && b.from < a.to

/** What speaks against each row of a sheet, in the order of the rows. Nothing is held back by it: people decide. */
export function sheetRemarks(
  evening: Pick<Evening, 'from' | 'to' | 'people'>,
  rows: readonly SheetRow[],
  authorised: (party: PartyId, authority: Authority) => boolean,
): SheetRemark[][] {
  const [began, ends] = [minutesOf(evening.from), minutesOf(evening.to)]
  const comes = new Map(evening.people.map((p) => [p.party, p.comes]))
  return rows.map((row, i) => {
    const span = spanOf(row)
    const found: SheetRemark[] = []
    const beside = rows.flatMap((other, n) => (n !== i && overlap(span, spanOf(other)) ? [{ other, n }] : []))
    for (const party of row.people) {
      const said = comes.get(party)
      if (said === 'not') found.push({ why: 'does not come', party })
      else if (said === undefined) found.push({ why: 'not known to come', party })
      const twice = beside.find(({ other }) => other.people.includes(party))
      if (twice) found.push({ why: 'two at once', party, other: twice.n })
    }
    const { place } = row
    const taken =
      place !== undefined &&
      beside.find(
        ({ other }) => other.machine !== row.machine && other.place?.toLowerCase() === place.toLowerCase(),
      )
    if (taken) found.push({ why: 'place taken', place, other: taken.n })
    const elsewhere = beside.find(
      ({ other }) => other.machine === row.machine && other.place !== undefined && other.place !== row.place,
    )
    if (elsewhere) found.push({ why: 'machine elsewhere', other: elsewhere.n })
    if (span.from < began) found.push({ why: 'before it begins' })
    if (span.to > ends) found.push({ why: 'past its end' })
    const { authority } = row
    if (authority !== undefined) {
      if (!row.people.some((party) => authorised(party, authority)))
        found.push({ why: 'nobody authorised', authority })
      if (neverAlone.has(authority) && row.people.length < 2 && present(evening).length < 2)
        found.push({ why: 'alone', authority })
    }
    return found
  })
}

const present = (evening: Pick<Evening, 'people'>) => evening.people.filter((p) => p.comes !== 'not')

/** Minutes before its end by which people begin to put things away; a house figure, no source. */
const leavingMinutes = 20
export const leaveAt = ({ to }: Pick<Evening, 'to'>): string => clockAfter(to, -leavingMinutes)
