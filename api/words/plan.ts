/** The words of evenings and of their sheets. */
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { PlanRow } from '#core/history/bodies/evening.ts'
import type { Evening } from '#core/plan/evenings.ts'
import type { SheetRemark } from '#core/plan/sheet.ts'
import { dayOnly, durationWords } from './dates.ts'
import { count, list } from './lists.ts'
import { placeSorts, type PlaceSort } from '#core/history/bodies/job.ts'

const weekdays = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'] as const
/** ISO 8601: 1 is Monday. */
export const weekdayWords = (weekday: number): string => weekdays[weekday - 1] ?? 'some day'
export const weekdayChoices = weekdays.map((label, i) => ({ value: String(i + 1), label }))

const placesWords: Readonly<Record<PlaceSort, string>> = {
  bench: 'benches',
  sink: 'sinks',
  rack: 'rack places',
  yard: 'places in the yard',
}
/** "2 benches". */
export const placesCount = (sort: PlaceSort, n: number): string =>
  count(n, sort === 'rack' ? 'rack place' : sort === 'yard' ? 'place in the yard' : sort, placesWords[sort])

/** "Thursdays", "every 2nd Thursday". */
export const seriesWords = (weekday: number, everyWeeks: number): string =>
  everyWeeks === 1
    ? `${weekdayWords(weekday)}s`
    : everyWeeks === 2
      ? `every other ${weekdayWords(weekday)}`
      : `every ${everyWeeks} weeks on ${weekdayWords(weekday)}`

/** "Thursday 3 Dec 2026". */
export const eveningTitle = (day: string): string =>
  `${weekdayWords(((new Date(`${day}T12:00:00.000Z`).getUTCDay() + 6) % 7) + 1)} ${dayOnly(day)}`

export function eveningEntryWords(body: BodyOf<'evening'>, name: (party: string) => string): string {
  switch (body.what) {
    case 'repeats':
      return `evenings: ${seriesWords(body.weekday, body.everyWeeks)} ${body.from} to ${body.to}, from ${dayOnly(body.first)}`
    case 'ends':
      return `evenings: these end after ${dayOnly(body.after)}`
    case 'planned':
      return `evening of ${dayOnly(body.day)}: ${body.from} to ${body.to}`
    case 'called off':
      return `evening of ${dayOnly(body.day)} called off${body.because ? `: ${body.because}` : ''}`
    case 'usually':
      return `${name(body.party)} ${body.comes ? 'usually comes' : 'does not usually come'} to these evenings`
    case 'comes':
      return `${name(body.party)} ${body.comes ? 'comes' : 'does not come'} on ${dayOnly(body.day)}`
    case 'told':
      return `sheet of ${dayOnly(body.day)}: ${count(body.rows.length, 'row')}, begin leaving ${body.leave}`
    case 'plan told': {
      const days = body.sheets.map((s) => dayOnly(s.day))
      return `plan of ${count(days.length, 'evening')}, ${list(days)}: ${count(body.sheets.flatMap((s) => s.rows).length, 'row')}`
    }
    case 'workshop':
      return `to work at: ${list(placeSorts.map((sort) => placesCount(sort, body.places[sort])))}`
  }
}

/** "Thursday 3 Dec 2026, four people, five machines, begin leaving 21:40." */
export function eveningSentence({ day, off, people, told }: Evening): string {
  if (off) return `${eveningTitle(day)}: no evening${off.because ? `, ${off.because}` : ''}.`
  const here = people.filter((p) => p.comes !== 'not').length
  const who = here === 0 ? 'nobody has said that they come' : `${count(here, 'person', 'people')} expected`
  if (!told) return `${eveningTitle(day)}, ${who}.`
  const machines = new Set(told.rows.map((r) => r.machine)).size
  return `${eveningTitle(day)}, ${who}, ${count(machines, 'machine')}, begin leaving ${told.leave}.`
}

/** What speaks against a row; `row` numbers another one as the sheet shows it. */
export function remarkWords(remark: SheetRemark, name: (party: string) => string): string {
  switch (remark.why) {
    case 'does not come':
      return `${name(remark.party)} does not come.`
    case 'not known to come':
      return `${name(remark.party)} has not said that they come.`
    case 'two at once':
      return `${name(remark.party)} is in row ${remark.other + 1} at the same time.`
    case 'place taken':
      return `${remark.place} is taken by row ${remark.other + 1}.`
    case 'machine elsewhere':
      return `Row ${remark.other + 1} has this machine at another place.`
    case 'before it begins':
      return 'That is before the evening begins.'
    case 'past its end':
      return 'That goes on past its end.'
    case 'nobody authorised':
      return `None of them is authorised for ${remark.authority}.`
    case 'alone':
      return `Nobody works at ${remark.authority} alone.`
  }
}

/** "18:30 wash the case, the calculator C-12, at the sink." */
export const calendarRow = (
  { from, what, place }: Pick<PlanRow, 'from' | 'what' | 'place'>,
  machine: { readonly number: string; readonly name: string } | undefined,
): string =>
  `${from} ${what}${machine ? `, ${machine.name} ${machine.number}` : ''}${place ? `, at ${place}` : ''}`

/** "Then it runs 2 h by itself: look in." */
export const runsWords = (minutes: number): string =>
  `Then it runs ${durationWords(minutes)} by itself: look in.`
