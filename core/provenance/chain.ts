/** The chain of provenance: links in order of time, gaps between them, and dates that contradict each other. */
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { Statement } from '#core/history/versions.ts'
import type { EntryId } from '#core/ids.ts'
import { edtfToInterval, type Instant, type Interval } from '#core/quantity/time.ts'

export type LinkBody = BodyOf<'link'>

export interface ChainLink {
  readonly is: 'link'
  readonly entry: EntryId
  readonly body: LinkBody
  readonly at: Interval
  readonly approx: boolean
  readonly basis: string
}
export interface ChainGap {
  readonly is: 'gap'
  readonly fromYear: number
  readonly toYear: number
  readonly fromApprox: boolean
  readonly toApprox: boolean
}
export type Contradiction =
  | {
      readonly why: 'two dates of making'
      readonly years: readonly string[]
      readonly entries: readonly EntryId[]
    }
  | {
      readonly why: 'two owners at once'
      readonly years: readonly [number, number]
      readonly entries: readonly EntryId[]
    }
  | { readonly why: 'before it was made'; readonly madeYear: number; readonly entry: EntryId }

export interface Chain {
  readonly rows: readonly (ChainLink | ChainGap)[]
  readonly gaps: number
  readonly contradictions: readonly Contradiction[]
}

/** Links that say where or with whom it was over a time; the others are moments. */
const spans: ReadonlySet<LinkBody['sort']> = new Set(['owned by', 'used at', 'stood at'])
const yearOf = (at: Instant | null): number | undefined => (at === null ? undefined : Number(at.slice(0, 4)))
/** The last year of an interval, its end being the last millisecond of a day, month or year in some zone. */
const lastYear = (at: Interval): number =>
  Number(new Date(Date.parse(at.latest) - 86_400_000 / 2).toISOString().slice(0, 4))
const firstYear = (at: Interval): number | undefined =>
  at.earliest === null
    ? undefined
    : (yearOf(new Date(Date.parse(at.earliest) + 86_400_000 / 2).toISOString()) ?? undefined)

/**
 * Chain of a machine up to the day it came in. `until`: when it was registered. A gap is a year or more of which no link of
 * owning, use or place says anything; it begins at the making or at the end of the link before.
 */
export function chainOf(links: readonly Statement[], zone: string, now: Instant, until: Instant): Chain {
  const read = links.flatMap((s): ChainLink[] => {
    if (s.body.kind !== 'link') return []
    const at = edtfToInterval(s.body.when, zone, now)
    return at
      ? [{ is: 'link', entry: s.id, body: s.body, at, approx: /[?~%X]/.test(s.body.when), basis: s.basis }]
      : []
  })
  read.sort((a, b) =>
    (a.at.earliest ?? '') < (b.at.earliest ?? '')
      ? -1
      : (a.at.earliest ?? '') > (b.at.earliest ?? '')
        ? 1
        : a.at.latest < b.at.latest
          ? -1
          : 1,
  )
  const rows: (ChainLink | ChainGap)[] = []
  let covered: { year: number; approx: boolean } | undefined
  const gapBefore = (from: number, approx: boolean) => {
    if (covered && from - covered.year > 1)
      rows.push({
        is: 'gap',
        fromYear: covered.year,
        toYear: from,
        fromApprox: covered.approx,
        toApprox: approx,
      })
  }
  for (const link of read) {
    const from = firstYear(link.at)
    if (
      from !== undefined &&
      (spans.has(link.body.sort) || link.body.sort === 'made' || link.body.sort === 'sold')
    )
      gapBefore(from, link.approx)
    rows.push(link)
    const to = spans.has(link.body.sort)
      ? lastYear(link.at)
      : link.body.sort === 'made' || link.body.sort === 'sold'
        ? (from ?? lastYear(link.at))
        : undefined
    if (to !== undefined && (!covered || to > covered.year)) covered = { year: to, approx: link.approx }
  }
  const arrived = Number(until.slice(0, 4))
  if (read.length > 0) gapBefore(arrived, false)
  return { rows, gaps: rows.filter((r) => r.is === 'gap').length, contradictions: contradictionsOf(read) }
}

function contradictionsOf(links: readonly ChainLink[]): Contradiction[] {
  const found: Contradiction[] = []
  const made = links.filter((l) => l.body.sort === 'made')
  const apart = made.some((a) => made.some((b) => (a.at.earliest ?? '') > b.at.latest))
  if (apart)
    found.push({
      why: 'two dates of making',
      years: [...new Set(made.map((m) => m.body.when))],
      entries: made.map((m) => m.entry),
    })
  const owners = links.filter((l) => l.body.sort === 'owned by')
  owners.forEach((a, i) => {
    for (const b of owners.slice(i + 1)) {
      const same = a.body.who !== undefined && a.body.who === b.body.who
      const from = firstYear(b.at)
      if (same || from === undefined) continue
      // An owner's last year may well be the next one's first.
      if (from < lastYear(a.at) && (a.at.earliest ?? '') <= b.at.latest)
        found.push({
          why: 'two owners at once',
          years: [from, Math.min(lastYear(a.at), lastYear(b.at))],
          entries: [a.entry, b.entry],
        })
    }
  })
  const first = made.reduce<number | undefined>((year, m) => {
    const from = firstYear(m.at)
    return from !== undefined && (year === undefined || from < year) ? from : year
  }, undefined)
  if (first !== undefined)
    for (const link of links)
      if (link.body.sort !== 'made' && lastYear(link.at) < first)
        found.push({ why: 'before it was made', madeYear: first, entry: link.entry })
  return found
}
