/** The terms of a loan, line by line: on screen and on the agreement. */
import { say } from './say.ts'
import type { BodyOf } from '#core/history/bodies/index.ts'
import { dayOnly } from './dates.ts'
import { list, commas, semicolons, colon } from './lists.ts'
import { moneyWords } from './money.ts'

type Terms = Extract<BodyOf<'loan'>, { what: 'terms' }>

/** Who covers it, where that is not the other side. */
const coverWords: Readonly<Record<string, string>> = {
  us: say('this collection'),
  carrier: say('the carrier'),
  indemnity: say('an indemnity'),
}

/** The lines of one version of the terms, each a name and what was agreed; what is not said is left out. */
export function termsLines(body: Terms, borrower: string): readonly (readonly [string, string])[] {
  const { venue, run, cover } = body
  const wall = [
    venue?.volts === undefined ? '' : `${venue.volts} V`,
    venue?.hertz === undefined ? '' : say('{hertz} Hz', { hertz: venue.hertz }),
    venue?.earthed === undefined ? '' : venue.earthed ? say('earthed') : say('no earth'),
    venue?.residualCurrent === undefined
      ? ''
      : venue.residualCurrent
        ? say('residual-current protection')
        : say('no residual-current protection'),
  ].filter(Boolean)
  const watch = list([
    ...(venue?.supervised === undefined
      ? []
      : [venue.supervised ? say('somebody is with it') : say('nobody is with it')]),
    ...(venue?.locked === undefined ? [] : [venue.locked ? say('locked') : say('not locked')]),
  ])
  return [
    [
      say('Dates'),
      say('{from} to {to}; recalled with {noticeDays} days’ notice', {
        from: dayOnly(body.from),
        to: dayOnly(body.to),
        noticeDays: body.noticeDays,
      }),
    ],
    ...(venue ? [[say('Place'), `${venue.place}${watch ? `; ${watch}` : ''}`] as const] : []),
    ...(wall.length > 0 ? [[say('Mains there'), list(wall)] as const] : []),
    ...(venue?.transformer ? [[say('Transformer'), venue.transformer] as const] : []),
    ...(venue?.television ? [[say('Television there'), venue.television] as const] : []),
    [
      say('Switching on'),
      semicolons(
        colon(run.who, run.named.length && list(run.named, 8)),
        run.minutesADay && say('at most {minutesADay} minutes a day', { minutesADay: run.minutesADay }),
      ),
    ],
    ...(run.instructions ? [[say('Instructions'), run.instructions] as const] : []),
    [
      say('Cover'),
      cover.by === 'none'
        ? say('none')
        : commas(
            coverWords[cover.by] ?? borrower,
            cover.value && moneyWords(cover.value),
            cover.from && say('from {from}', { from: dayOnly(cover.from) }),
            cover.until && say('until {until}', { until: dayOnly(cover.until) }),
          ),
    ],
    [say('Opening it'), body.opening ?? say('not allowed')],
    [say('Copying what it holds'), body.copying ?? say('not allowed')],
    [say('Lending it on'), body.lendingOn ?? say('not allowed')],
    ...(body.credit ? [[say('Credit line'), body.credit] as const] : []),
    ...(body.photographs ? [[say('Photographs'), body.photographs] as const] : []),
    ...(body.handling ? [[say('Handling'), body.handling] as const] : []),
    ...(body.light ? [[say('Light'), body.light] as const] : []),
    ...(body.consumables ? [[say('Consumables'), body.consumables] as const] : []),
    ...(body.repairLimit
      ? [
          [
            say('Repairs'),
            say('up to {limit}, then the owner is asked', { limit: moneyWords(body.repairLimit) }),
          ] as const,
        ]
      : []),
  ]
}
