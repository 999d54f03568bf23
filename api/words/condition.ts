/** Words for condition: findings, grades with their reasons, dates of provenance, date codes. */
import { commas } from './lists.ts'
import { say, shown } from './say.ts'
import { gradeWords, type Grade, type GradeReason } from '#core/condition/grade.ts'
import type { ChainGap, Contradiction } from '#core/provenance/chain.ts'
import type { DatedPart, DateDoubt, PlateRemark } from '#core/parts/datecodes.ts'
import { weekOfYear, yearOfWeek } from '#core/parts/datecodes.ts'
import type { FindingRow } from '#core/views/condition-shape.ts'

/** "2 Fair", or what is missing for one. */
export const gradeTitle = (grade: number | undefined): string =>
  grade === undefined ? say('not graded') : `${grade} ${shown(gradeWords[grade as Grade])}`

/** "2 so far, 5 of 9 zones" until every zone was looked at. */
export function gradeSoFar(grade: number | undefined, looked: number, of: number): string {
  if (grade === undefined) return say('not graded, 0 of {of} zones', { of })
  return looked < of
    ? say('{grade} so far, {looked} of {of} zones', { grade: gradeTitle(grade), looked, of })
    : say('{gradeTitle}, all {of} zones', { gradeTitle: gradeTitle(grade), of })
}

const reasonWords: Readonly<Record<GradeReason, string>> = {
  'danger not contained': say('a danger, and not contained'),
  'actively damaging, not contained': say('damages as it stands, and not contained'),
  'danger, contained': say('a danger, contained'),
  'actively damaging, contained': say('damages, contained'),
  active: say('active'),
  'activity not judged': say('activity not judged'),
  'too weak to handle': say('too weak to handle'),
  'treated, not yet re-inspected': say('treated, not yet re-inspected after the house interval'),
  damaged: say('damaged'),
  disfigured: say('disfigured'),
  'trace only': say('a trace only'),
  gone: say('gone'),
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
    f.severity === 'trace' ? say('a trace') : f.severity,
    f.extentPercent !== undefined
      ? say('about {extentPercent} % of the zone', { extentPercent: f.extentPercent })
      : '',
    f.activity === 'not judged' ? say('activity not judged') : f.activity,
    f.loaded ? say('carries load') : '',
    f.danger === 'none' ? '' : say('a danger to {danger}', { danger: f.danger }),
    f.contained ? say('contained') : '',
    f.supposed === 'supposed'
      ? say('only supposed')
      : f.supposed === 'confirmed'
        ? say('confirmed')
        : f.supposed === 'withdrawn'
          ? say('withdrawn')
          : '',
  ]
    .filter(Boolean)
    .join('; ')
}

const year = (value: number, approx: boolean) => (approx ? say('about {year}', { year: value }) : `${value}`)
/** "1991 to about 2014: unknown". */
export const gapWords = (gap: ChainGap): string =>
  say('{year} to {gapYear}: unknown', {
    year: year(gap.fromYear, gap.fromApprox),
    gapYear: year(gap.toYear, gap.toApprox),
  })

export function contradictionWords(c: Contradiction): string {
  switch (c.why) {
    case 'two dates of making':
      return say('Two dates of making: {years}.', { years: c.years.join(' and ') })
    case 'two owners at once':
      return say('Two owners at once, {years} to {years2}.', { years: c.years[0], years2: c.years[1] })
    case 'before it was made':
      return say('One link is older than the making in {madeYear}.', { madeYear: c.madeYear })
  }
}

/** "1984", "about 1984", "1981 to 1984", "from 1991", "the 1980s" for an EDTF date. */
export function edtfWords(text: string): string {
  const one = (part: string): string => {
    const bare = part.replace(/[?~%]$/, '')
    const decade = /^(\d{3})X$/.exec(bare)
    if (decade) return say('the {decade}0s', { decade: decade[1] ?? '' })
    const century = /^(\d{2})XX$/.exec(bare)
    if (century) return say('between {century}00 and {century}99', { century: century[1] ?? '' })
    // What is not known of a date is left out of it.
    const known = bare.replace(/(?:-XX)+$/, '')
    return commas(
      /[~%]$/.test(part) ? say('about {year}', { year: known }) : known,
      /[?%]$/.test(part) && say('uncertain'),
    )
  }
  const [from, to] = text.split('/')
  if (to === undefined) return one(text)
  const start = from === '' || from === '..' ? undefined : one(from ?? '')
  const end = to === '' || to === '..' ? undefined : one(to)
  return start === undefined
    ? say('until {end}', { end: end ?? say('unknown') })
    : end === undefined
      ? say('from {start}', { start })
      : say('{start} to {end}', { start, end })
}

export const weekWords = (index: number): string =>
  say('week {weekOfYear} of {yearOfWeek}', { weekOfYear: weekOfYear(index), yearOfWeek: yearOfWeek(index) })

const doubtWords: Readonly<Record<DateDoubt, string>> = {
  'imitates a part number': say('or a part number'),
  'decade not given': say('the decade is not given'),
  'letter code, decade not given': say('a letter code, decade not given'),
  'may be month or week': say('or a month'),
  'week before year': say('read as week before year'),
}
export const dateDoubtWords = (doubt: DateDoubt | undefined): string => (doubt ? doubtWords[doubt] : '')

/** What a date code may mean beside the others of its board. */
export function datedPartWords(part: DatedPart): string {
  if (part.stands === 'no date') return say('no date seen in it')
  if (part.stands === 'either')
    return part.weekIndex === undefined
      ? say('a part number, or a week: says nothing either way')
      : say('a part number, or {week}: says nothing either way', { week: weekWords(part.weekIndex) })
  const when = part.weekIndex === undefined ? say('week known, year not') : weekWords(part.weekIndex)
  const doubt = dateDoubtWords(part.reading.dates[0]?.doubt)
  const stands = {
    'with the others': say('with the others: consistent with factory'),
    later: say('later than the others'),
    earlier: say('earlier than the others: old stock, or reused'),
    apart: say('not of the time of the others'),
    alone: say('nothing to compare with'),
    either: '',
    'no date': '',
  }
  return [when, doubt, stands[part.stands]].filter(Boolean).join('; ')
}

export function plateRemarkWords(r: PlateRemark): string {
  switch (r.remark) {
    case 'cluster later than plate':
      return say(
        'Two dates: plate {plateYear}, newest factory part {week}. Replaced, repaired under warranty, or the plate shows a design date.',
        { plateYear: r.plateYear, week: weekWords(r.newest) },
      )
    case 'part later than plate':
      return say(
        '{designator}: {week}, after the plate’s {plateYear}. Replaced, a warranty repair, or the plate shows a design date.',
        { designator: r.designator ?? r.text, week: weekWords(r.week), plateYear: r.plateYear },
      )
    case 'consistent with plate':
      return say('Not assembled before {week}; that is consistent with the plate’s {plateYear}.', {
        week: weekWords(r.newest),
        plateYear: r.plateYear,
      })
  }
}
