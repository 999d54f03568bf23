/** The words of evenings and of their sheets. */
import { say } from './say.ts'
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { PlanRow } from '#core/history/bodies/evening.ts'
import type { Evening } from '#core/plan/evenings.ts'
import type { SheetRemark } from '#core/plan/sheet.ts'
import { dayOnly, durationWords } from './dates.ts'
import { colon, commas, count, list, plainEnd } from './lists.ts'
import { placeSorts, type PlaceSort } from '#core/history/bodies/job.ts'

const weekdays = [
  say('Monday'),
  say('Tuesday'),
  say('Wednesday'),
  say('Thursday'),
  say('Friday'),
  say('Saturday'),
  say('Sunday'),
] as const
/** ISO 8601: 1 is Monday. */
export const weekdayWords = (weekday: number): string => weekdays[weekday - 1] ?? say('some day')
export const weekdayChoices = weekdays.map((label, i) => ({ value: String(i + 1), label }))

const placesWords: Readonly<Record<PlaceSort, string>> = {
  bench: say('benches'),
  sink: say('sinks'),
  rack: say('rack places'),
  yard: say('places in the yard'),
}
/** "2 benches". */
export const placesCount = (sort: PlaceSort, n: number): string =>
  count(
    n,
    sort === 'rack' ? say('rack place') : sort === 'yard' ? say('place in the yard') : sort,
    placesWords[sort],
  )

/** "Thursdays", "every 2nd Thursday". */
export const seriesWords = (weekday: number, everyWeeks: number): string =>
  everyWeeks === 1
    ? `${weekdayWords(weekday)}s`
    : everyWeeks === 2
      ? say('every other {weekday}', { weekday: weekdayWords(weekday) })
      : say('every {everyWeeks} weeks on {weekday}', { everyWeeks, weekday: weekdayWords(weekday) })

/** "Thursday 3 Dec 2026". */
export const eveningTitle = (day: string): string =>
  `${weekdayWords(((new Date(`${day}T12:00:00.000Z`).getUTCDay() + 6) % 7) + 1)} ${dayOnly(day)}`

export function eveningEntryWords(body: BodyOf<'evening'>, name: (party: string) => string): string {
  switch (body.what) {
    case 'repeats':
      return say('evenings: {series} {from} to {to}, from {first}', {
        series: seriesWords(body.weekday, body.everyWeeks),
        from: body.from,
        to: body.to,
        first: dayOnly(body.first),
      })
    case 'ends':
      return say('evenings: these end after {after}', { after: dayOnly(body.after) })
    case 'planned':
      return say('evening of {day}: {from} to {to}', { day: dayOnly(body.day), from: body.from, to: body.to })
    case 'called off':
      return colon(say('evening of {day} called off', { day: dayOnly(body.day) }), body.because)
    case 'usually':
      return body.comes
        ? say('{name} usually comes to these evenings', { name: name(body.party) })
        : say('{name} does not usually come to these evenings', { name: name(body.party) })
    case 'comes':
      return body.comes
        ? say('{name} comes on {day}', { name: name(body.party), day: dayOnly(body.day) })
        : say('{name} does not come on {day}', { name: name(body.party), day: dayOnly(body.day) })
    case 'told':
      return say('sheet of {day}: {rows}, begin leaving {leave}', {
        day: dayOnly(body.day),
        rows: count(body.rows.length, 'row'),
        leave: body.leave,
      })
    case 'plan told': {
      const days = body.sheets.map((s) => dayOnly(s.day))
      return say('plan of {days}, {days2}: {flatMap}', {
        days: count(days.length, 'evening'),
        days2: list(days),
        flatMap: count(body.sheets.flatMap((s) => s.rows).length, 'row'),
      })
    }
    case 'workshop':
      return say('to work at: {placeSorts}', {
        placeSorts: list(placeSorts.map((sort) => placesCount(sort, body.places[sort]))),
      })
  }
}

/** "Thursday 3 Dec 2026, four people, five machines, begin leaving 21:40." */
export function eveningSentence({ day, off, people, told }: Evening): string {
  if (off) return plainEnd(commas(say('{evening}: no evening', { evening: eveningTitle(day) }), off.because))
  const here = people.filter((p) => p.comes !== 'not').length
  const who =
    here === 0
      ? say('none has said that they come')
      : say('{here} expected', { here: count(here, 'person', 'people') })
  if (!told) return `${eveningTitle(day)}, ${who}.`
  const machines = new Set(told.rows.map((r) => r.machine)).size
  return say('{eveningTitle}, {who}, {machines}, begin leaving {leave}.', {
    eveningTitle: eveningTitle(day),
    who,
    machines: count(machines, 'machine'),
    leave: told.leave,
  })
}

/** What speaks against a row; `row` numbers another one as the sheet shows it. */
export function remarkWords(remark: SheetRemark, name: (party: string) => string): string {
  switch (remark.why) {
    case 'does not come':
      return say('{name} does not come.', { name: name(remark.party) })
    case 'not known to come':
      return say('{name} has not said that they come.', { name: name(remark.party) })
    case 'two at once':
      return say('{name} is in row {other} at the same time.', {
        name: name(remark.party),
        other: remark.other + 1,
      })
    case 'place taken':
      return say('{place} is taken by row {other}.', { place: remark.place, other: remark.other + 1 })
    case 'machine elsewhere':
      return say('Row {other} has this machine at another place.', { other: remark.other + 1 })
    case 'before it begins':
      return say('That is before the evening begins.')
    case 'past its end':
      return say('That goes on past its end.')
    case 'nobody authorised':
      return say('None of them is authorised for {authority}.', { authority: remark.authority })
    case 'alone':
      return say('This is not done alone: {authority}.', { authority: remark.authority })
  }
}

/** "18:30 wash the case, the calculator C-12, at the sink." */
export const calendarRow = (
  { from, what, place }: Pick<PlanRow, 'from' | 'what' | 'place'>,
  machine: { readonly number: string; readonly name: string } | undefined,
): string =>
  commas(
    `${from} ${what}`,
    machine && `${machine.name} ${machine.number}`,
    place && say('at {place}', { place }),
  )

/** "Then it runs 2 h by itself: look in." */
export const runsWords = (minutes: number): string =>
  say('Then it runs {minutes} by itself: look in.', { minutes: durationWords(minutes) })
