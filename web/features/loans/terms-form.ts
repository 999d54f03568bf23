/** What the slip of a loan's terms makes of what is typed in it. */
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { LoanId } from '#core/ids.ts'
import { parseMoney } from '#core/quantity/quantity.ts'
import type { Typed } from '#web/app/typed.ts'

export type Terms = Extract<BodyOf<'loan'>, { what: 'terms' }>

/** The terms, or why they cannot be written so. */
export function termsOf(typed: Typed, loan: LoanId): Terms | string {
  const { text, some, figure } = typed
  const trouble = troubleIn(typed)
  if (trouble) return trouble
  return {
    kind: 'loan',
    what: 'terms',
    loan,
    from: text('from'),
    to: text('to'),
    noticeDays: figure('notice') ?? 14,
    ...(text('place') ? { venue: venueOf(typed) } : {}),
    run: {
      who: text('who') as Terms['run']['who'],
      named: text('named')
        .split(/\s*,\s*/)
        .filter(Boolean),
      minutesADay: figure('minutes'),
      instructions: some('instructions'),
    },
    handling: some('handling'),
    light: some('light'),
    copying: some('copying'),
    consumables: some('consumables'),
    repairLimit: moneyOf(typed, 'limit'),
    photographs: some('photographs'),
    credit: some('credit'),
    opening: some('opening'),
    lendingOn: some('lendingOn'),
    cover: {
      by: text('coverBy') as Terms['cover']['by'],
      value: moneyOf(typed, 'amount'),
      from: some('coverFrom'),
      until: some('coverUntil'),
    },
  }
}

function troubleIn(typed: Typed): string | undefined {
  const { text, figure } = typed
  if (!text('from') || !text('to')) return 'Say from when until when.'
  if (text('from') > text('to')) return 'It is due back before it begins.'
  if (text('amount') && !moneyOf(typed, 'amount'))
    return 'Write the value as 1250.00, and a currency of three letters.'
  if (text('limit') && !moneyOf(typed, 'limit')) return 'Write the limit of repairs as 80.00.'
  if (['volts', 'hertz', 'minutes', 'notice'].some((name) => Number.isNaN(figure(name))))
    return 'Write days, volts, hertz and minutes as numbers.'
  return undefined
}

const moneyOf = ({ text }: Typed, name: string) =>
  text(name) ? parseMoney(text(name), text('currency').toUpperCase()) : undefined

const venueOf = ({ text, some, figure, yesNo }: Typed): Terms['venue'] => ({
  place: text('place'),
  volts: figure('volts'),
  hertz: figure('hertz'),
  earthed: yesNo('earthed'),
  residualCurrent: yesNo('residual'),
  television: some('television'),
  transformer: some('transformer'),
  supervised: yesNo('supervised'),
  locked: yesNo('locked'),
})
