/** What a line said freely was understood as: its times, plans, corrections, sums, and what is asked of the record. */
import type { Effect } from '#core/composer/index.ts'
import type { Interval } from '#core/quantity/time.ts'
import { clockWords, durationWords, shortDay } from './dates.ts'
import { heed, plainEffect, type EffectWords, type When } from './effects.ts'
import { entryWords } from './entries.ts'
import { list } from './lists.ts'

export type FreelyEffect = Extract<
  Effect,
  {
    does:
      | 'reads as'
      | 'keeps as words'
      | 'at'
      | 'took'
      | 'takes noon'
      | 'claims'
      | 'plans'
      | 'lends gear'
      | 'gear is back'
      | 'sums'
      | 'closes'
      | 'takes back'
      | 'corrects'
      | 'asks the record'
      | 'counts stock'
      | 'buys'
      | 'makes part'
  }
>
const freely: Readonly<Record<FreelyEffect['does'], true>> = {
  'reads as': true,
  'keeps as words': true,
  at: true,
  took: true,
  'takes noon': true,
  claims: true,
  plans: true,
  'lends gear': true,
  'gear is back': true,
  sums: true,
  closes: true,
  'takes back': true,
  corrects: true,
  'asks the record': true,
  'counts stock': true,
  buys: true,
  'makes part': true,
}
export const isFreelyEffect = (effect: Effect): effect is FreelyEffect => Object.hasOwn(freely, effect.does)

const atWords = ({ earliest, latest }: Interval, { now, zone }: When): string =>
  earliest === latest
    ? `at ${clockWords(latest, zone)}${shortDay(latest, now, zone) === shortDay(now, now, zone) ? '' : `, ${shortDay(latest, now, zone)}`}`
    : `on ${shortDay(earliest ?? latest, now, zone)}`

const asked: Readonly<
  Record<Extract<FreelyEffect, { does: 'asks the record' }>['question']['asks'], string>
> = {
  where: 'where',
  when: 'when',
  who: 'who',
  what: 'what',
  'how many': 'how many',
  status: 'how it stands',
}

export function freelyWords(effect: FreelyEffect, when: When): EffectWords {
  const bodyWords = (body: Parameters<typeof entryWords>[0]) => {
    const { what, result } = entryWords(body, { labels: {}, zone: when.zone, now: when.now })
    return result ? `${what}: ${result}` : what
  }
  switch (effect.does) {
    case 'reads as':
      return effect.rest.length > 0
        ? heed(
            `${effect.acts} ${effect.acts === 1 ? 'act' : 'acts'} understood; kept as words: ${list(effect.rest.map((r) => `“${r}”`))}`,
          )
        : plainEffect(`${effect.acts} acts`)
    case 'keeps as words':
      return heed(
        {
          'is in already': `by the record ${effect.words} is in its place and never came out: kept as a note`,
          'is out already': `by the record nothing is in ${effect.words}: kept as a note`,
          'not understood': `kept as a note: ${effect.words}`,
        }[effect.because],
      )
    case 'at':
      return plainEffect(atWords(effect.when, when))
    case 'took':
      return plainEffect(`took ${durationWords(effect.minutes)}`)
    case 'takes noon':
      return plainEffect('a move needs an hour: noon is taken; begin with at 15:00 to say it better')
    case 'claims':
      return plainEffect(`${effect.by ?? 'somebody'} told it: “${effect.words}”. It proves nothing by itself`)
    case 'plans':
      return plainEffect(
        `a plan, nothing is done yet: ${effect.words}${effect.on ? `; from ${shortDay(effect.on, when.now, when.zone)}` : ''}`,
      )
    case 'lends gear':
      return plainEffect(
        `${effect.gear} goes to ${effect.to}${effect.due ? `, due back ${shortDay(effect.due, when.now, when.zone)}` : ''}`,
      )
    case 'gear is back':
      return plainEffect(`${effect.gear} is back`)
    case 'sums':
      return plainEffect(`= ${effect.value} ${effect.unit === 'ohm' ? 'Ω' : effect.unit}. Nothing is written`)
    case 'closes':
      return plainEffect('opens the closing check; nothing is closed yet')
    case 'takes back':
      return heed(`takes back: ${bodyWords(effect.what)}`)
    case 'corrects':
      return plainEffect(`corrects “${bodyWords(effect.what)}” to “${bodyWords(effect.to)}”`)
    case 'asks the record':
      return plainEffect(
        `asks the record ${asked[effect.question.asks]}${effect.question.about ? `: ${effect.question.about}` : ''}. Enter answers; nothing is written`,
      )
    case 'counts stock':
      return plainEffect(`${effect.n} ${effect.what} counted`)
    case 'buys':
      return plainEffect(`${effect.n} ${effect.what} bought`)
    case 'makes part':
      return plainEffect(`${effect.part} gets a record of its own, as ${effect.of}`)
  }
}
