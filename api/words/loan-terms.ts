/** The terms of a loan, line by line: on screen and on the agreement. */
import type { BodyOf } from '#core/history/bodies/index.ts'
import { dayOnly } from './dates.ts'
import { list } from './lists.ts'
import { moneyWords } from './money.ts'

type Terms = Extract<BodyOf<'loan'>, { what: 'terms' }>

/** Who covers it, where that is not the other side. */
const coverWords: Readonly<Record<string, string>> = {
  us: 'this collection',
  carrier: 'the carrier',
  indemnity: 'an indemnity',
}

/** The lines of one version of the terms, each a name and what was agreed; what is not said is left out. */
export function termsLines(body: Terms, borrower: string): readonly (readonly [string, string])[] {
  const { venue, run, cover } = body
  const wall = [
    venue?.volts === undefined ? '' : `${venue.volts} V`,
    venue?.hertz === undefined ? '' : `${venue.hertz} Hz`,
    venue?.earthed === undefined ? '' : venue.earthed ? 'earthed' : 'no earth',
    venue?.residualCurrent === undefined
      ? ''
      : venue.residualCurrent
        ? 'residual-current protection'
        : 'no residual-current protection',
  ].filter(Boolean)
  const watch = list([
    ...(venue?.supervised === undefined
      ? []
      : [venue.supervised ? 'somebody is with it' : 'nobody is with it']),
    ...(venue?.locked === undefined ? [] : [venue.locked ? 'locked' : 'not locked']),
  ])
  return [
    ['Dates', `${dayOnly(body.from)} to ${dayOnly(body.to)}; recalled with ${body.noticeDays} days’ notice`],
    ...(venue ? [['Place', `${venue.place}${watch ? `; ${watch}` : ''}`] as const] : []),
    ...(wall.length > 0 ? [['Mains there', list(wall)] as const] : []),
    ...(venue?.transformer ? [['Transformer', venue.transformer] as const] : []),
    ...(venue?.television ? [['Television there', venue.television] as const] : []),
    [
      'Switching on',
      `${run.who}${run.named.length ? `: ${list(run.named, 8)}` : ''}${run.minutesADay ? `; at most ${run.minutesADay} minutes a day` : ''}`,
    ],
    ...(run.instructions ? [['Instructions', run.instructions] as const] : []),
    [
      'Cover',
      cover.by === 'none'
        ? 'none'
        : `${coverWords[cover.by] ?? borrower}${cover.value ? `, ${moneyWords(cover.value)}` : ''}${cover.from ? `, from ${dayOnly(cover.from)}` : ''}${cover.until ? `, until ${dayOnly(cover.until)}` : ''}`,
    ],
    ['Opening it', body.opening ?? 'not allowed'],
    ['Copying what it holds', body.copying ?? 'not allowed'],
    ['Lending it on', body.lendingOn ?? 'not allowed'],
    ...(body.credit ? [['Credit line', body.credit] as const] : []),
    ...(body.photographs ? [['Photographs', body.photographs] as const] : []),
    ...(body.handling ? [['Handling', body.handling] as const] : []),
    ...(body.light ? [['Light', body.light] as const] : []),
    ...(body.consumables ? [['Consumables', body.consumables] as const] : []),
    ...(body.repairLimit
      ? [['Repairs', `up to ${moneyWords(body.repairLimit)}, then the owner is asked`] as const]
      : []),
  ]
}
