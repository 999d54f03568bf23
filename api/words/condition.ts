/** Words for condition: findings, grades with their reasons, dates of provenance, date codes. */
import { gradeWords, type Grade, type GradeReason } from '#core/condition/grade.ts'
import type { ChainGap, Contradiction } from '#core/provenance/chain.ts'
import type { DatedPart, DateDoubt, PlateRemark } from '#core/parts/datecodes.ts'
import { weekOfYear, yearOfWeek } from '#core/parts/datecodes.ts'
import type { FindingRow } from '#core/views/condition-shape.ts'

/** "2 Fair", or what is missing for one. */
export const gradeTitle = (grade: number | undefined): string =>
  grade === undefined ? 'not graded' : `${grade} ${gradeWords[grade as Grade]}`

/** "2 so far, 5 of 9 zones" until every zone was looked at. */
export function gradeSoFar(grade: number | undefined, looked: number, of: number): string {
  if (grade === undefined) return `not graded, 0 of ${of} zones`
  return looked < of ? `${grade} so far, ${looked} of ${of} zones` : `${gradeTitle(grade)}, all ${of} zones`
}

const reasonWords: Readonly<Record<GradeReason, string>> = {
  'danger not contained': 'a danger, and not contained',
  'actively damaging, not contained': 'damages as it stands, and not contained',
  'danger, contained': 'a danger, contained',
  'actively damaging, contained': 'damages, contained',
  active: 'active',
  'activity not judged': 'activity not judged',
  'too weak to handle': 'too weak to handle',
  'treated, not yet re-inspected': 'treated, not yet re-inspected after the house interval',
  damaged: 'damaged',
  disfigured: 'disfigured',
  'trace only': 'a trace only',
  gone: 'gone',
}
export const gradeReasonWords = (because: GradeReason): string => reasonWords[because]

export function findingWords(
  f: Pick<
    FindingRow,
    | 'sort'
    | 'place'
    | 'severity'
    | 'extentPercent'
    | 'activity'
    | 'danger'
    | 'contained'
    | 'supposed'
    | 'loaded'
  >,
): string {
  return [
    `${f.sort}${f.place ? `, ${f.place}` : ''}`,
    f.severity === 'trace' ? 'a trace' : f.severity,
    f.extentPercent !== undefined ? `about ${f.extentPercent} % of the zone` : '',
    f.activity === 'not judged' ? 'activity not judged' : f.activity,
    f.loaded ? 'carries load' : '',
    f.danger === 'none' ? '' : `a danger to ${f.danger}`,
    f.contained ? 'contained' : '',
    f.supposed === 'supposed'
      ? 'only supposed'
      : f.supposed === 'confirmed'
        ? 'confirmed'
        : f.supposed === 'withdrawn'
          ? 'withdrawn'
          : '',
  ]
    .filter(Boolean)
    .join('; ')
}

const year = (value: number, approx: boolean) => `${approx ? 'about ' : ''}${value}`
/** "1991 to about 2014: unknown". */
export const gapWords = (gap: ChainGap): string =>
  `${year(gap.fromYear, gap.fromApprox)} to ${year(gap.toYear, gap.toApprox)}: unknown`

export function contradictionWords(c: Contradiction): string {
  switch (c.why) {
    case 'two dates of making':
      return `Two dates of making: ${c.years.join(' and ')}.`
    case 'two owners at once':
      return `Two owners at once, ${c.years[0]} to ${c.years[1]}.`
    case 'before it was made':
      return `One link is older than the making in ${c.madeYear}.`
  }
}

/** "1984", "about 1984", "1981 to 1984", "from 1991", "the 1980s" for an EDTF date. */
export function edtfWords(text: string): string {
  const one = (part: string): string => {
    const bare = part.replace(/[?~%]$/, '')
    const about = /[~%]$/.test(part) ? 'about ' : ''
    const doubt = /[?%]$/.test(part) ? ', uncertain' : ''
    const decade = /^(\d{3})X$/.exec(bare)
    if (decade) return `the ${decade[1]}0s`
    const century = /^(\d{2})XX$/.exec(bare)
    if (century) return `between ${century[1]}00 and ${century[1]}99`
    // What is not known of a date is left out of it.
    return `${about}${bare.replace(/(?:-XX)+$/, '')}${doubt}`
  }
  const [from, to] = text.split('/')
  if (to === undefined) return one(text)
  const start = from === '' || from === '..' ? undefined : one(from ?? '')
  const end = to === '' || to === '..' ? undefined : one(to)
  return start === undefined
    ? `until ${end ?? 'unknown'}`
    : end === undefined
      ? `from ${start}`
      : `${start} to ${end}`
}

export const weekWords = (index: number): string => `week ${weekOfYear(index)} of ${yearOfWeek(index)}`

const doubtWords: Readonly<Record<DateDoubt, string>> = {
  'imitates a part number': 'or a part number',
  'decade not given': 'the decade is not given',
  'letter code, decade not given': 'a letter code, decade not given',
  'may be month or week': 'or a month',
  'week before year': 'read as week before year',
}
export const dateDoubtWords = (doubt: DateDoubt | undefined): string => (doubt ? doubtWords[doubt] : '')

/** What a date code may mean beside the others of its board. */
export function datedPartWords(part: DatedPart): string {
  if (part.stands === 'no date') return 'no date seen in it'
  if (part.stands === 'either')
    return `a part number, or ${part.weekIndex === undefined ? 'a week' : weekWords(part.weekIndex)}: says nothing either way`
  const when = part.weekIndex === undefined ? 'week known, year not' : weekWords(part.weekIndex)
  const doubt = dateDoubtWords(part.reading.dates[0]?.doubt)
  const stands = {
    'with the others': 'with the others: consistent with factory',
    later: 'later than the others',
    earlier: 'earlier than the others: old stock, or reused',
    apart: 'not of the time of the others',
    alone: 'nothing to compare with',
    either: '',
    'no date': '',
  }
  return [when, doubt, stands[part.stands]].filter(Boolean).join('; ')
}

export function plateRemarkWords(r: PlateRemark): string {
  switch (r.remark) {
    case 'cluster later than plate':
      return `Two dates: plate ${r.plateYear}, newest factory part ${weekWords(r.newest)}. Replaced, repaired under warranty, or the plate shows a design date.`
    case 'part later than plate':
      return `${r.designator ?? r.text}: ${weekWords(r.week)}, after the plate’s ${r.plateYear}. Replaced, a warranty repair, or the plate shows a design date.`
    case 'consistent with plate':
      return `Not assembled before ${weekWords(r.newest)}; that is consistent with the plate’s ${r.plateYear}.`
  }
}
