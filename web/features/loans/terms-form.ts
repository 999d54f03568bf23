/** What the slip of a loan's terms makes of what is typed in it. */
import { say } from '#api/words/say.ts'
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { LoanId } from '#core/ids.ts'
import { dayAfter } from '#core/quantity/time.ts'
import { amountOf, money, typedIn, type Typed } from '#web/app/typed.ts'

export type Terms = Extract<BodyOf<'loan'>, { what: 'terms' }>

type Name =
  | 'from'
  | 'to'
  | 'notice'
  | 'place'
  | 'volts'
  | 'hertz'
  | 'earthed'
  | 'residual'
  | 'transformer'
  | 'television'
  | 'supervised'
  | 'locked'
  | 'who'
  | 'named'
  | 'minutes'
  | 'coverBy'
  | 'coverFrom'
  | 'coverUntil'
  | 'amount'
  | 'currency'
  | 'opening'
  | 'copying'
  | 'lendingOn'
  | 'credit'
  | 'photographs'
  | 'instructions'
  | 'handling'
  | 'light'
  | 'consumables'
  | 'limit'
/** Everything as it is typed. */
export type TermsForm = Readonly<Record<Name, string>>

const answer = (is: boolean | undefined): string => (is === undefined ? '' : is ? 'yes' : 'no')

/** What stands in the fields at first: the version before, or what is usual. */
export function termsBefore(before: Terms | undefined, today: string, currency: string): TermsForm {
  const venue = before?.venue
  const cover = before?.cover
  return {
    from: before?.from ?? today,
    to: before?.to ?? dayAfter(today, 90),
    notice: String(before?.noticeDays ?? 14),
    place: venue?.place ?? '',
    volts: String(venue?.volts ?? ''),
    hertz: String(venue?.hertz ?? ''),
    earthed: answer(venue?.earthed),
    residual: answer(venue?.residualCurrent),
    transformer: venue?.transformer ?? '',
    television: venue?.television ?? '',
    supervised: answer(venue?.supervised),
    locked: answer(venue?.locked),
    who: before?.run.who ?? 'not to be run',
    named: before?.run.named.join(', ') ?? '',
    minutes: String(before?.run.minutesADay ?? ''),
    coverBy: cover?.by ?? 'them',
    coverFrom: cover?.from ?? '',
    coverUntil: cover?.until ?? '',
    amount: cover?.value ? amountOf(cover.value) : '',
    currency: cover?.value?.currency ?? currency,
    opening: before?.opening ?? '',
    copying: before?.copying ?? '',
    lendingOn: before?.lendingOn ?? '',
    credit: before?.credit ?? '',
    photographs: before?.photographs ?? '',
    instructions: before?.run.instructions ?? '',
    handling: before?.handling ?? '',
    light: before?.light ?? '',
    consumables: before?.consumables ?? '',
    limit: before?.repairLimit ? amountOf(before.repairLimit) : '',
  }
}

/** Where the parts of the terms that have other names are typed. */
export const termsFields = {
  noticeDays: 'notice',
  'venue.volts': 'volts',
  'venue.hertz': 'hertz',
  'run.minutesADay': 'minutes',
  'run.named': 'named',
  'cover.value': 'amount',
  'cover.from': 'coverFrom',
  'cover.until': 'coverUntil',
  repairLimit: 'limit',
} as const
export const termsSay = {
  from: say('Say from when.'),
  to: say('Say until when.'),
  amount: say('Write the value as 1250.00, and a currency of three letters.'),
  limit: say('Write the limit of repairs as 80.00.'),
} as const

/** The terms as they are typed; the kind’s schema says what of them cannot be written so. */
export function termsOf(form: TermsForm, loan: LoanId): Terms {
  const typed = typedIn(form)
  const { text, some, figure } = typed
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
    repairLimit: money(form.limit, form.currency),
    photographs: some('photographs'),
    credit: some('credit'),
    opening: some('opening'),
    lendingOn: some('lendingOn'),
    cover: {
      by: text('coverBy') as Terms['cover']['by'],
      value: money(form.amount, form.currency),
      from: some('coverFrom'),
      until: some('coverUntil'),
    },
  }
}

const venueOf = ({ text, some, figure, yesNo }: Typed<Name>): Terms['venue'] => ({
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
