/** What a line said freely was understood as: its times, plans, corrections, sums, and what is asked of the record. */
import { say } from './say.ts'
import type { Effect } from '#core/composer/index.ts'
import type { Interval } from '#core/quantity/time.ts'
import { clockWords, durationWords, shortDay } from './dates.ts'
import { heed, plainEffect, type EffectWords, type When } from './effects.ts'
import { entryWords } from './entries.ts'
import { colon, commas, list } from './lists.ts'

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
    ? commas(
        say('at {clock}', { clock: clockWords(latest, zone) }),
        shortDay(latest, now, zone) !== shortDay(now, now, zone) && shortDay(latest, now, zone),
      )
    : say('on {earliest}', { earliest: shortDay(earliest ?? latest, now, zone) })

const asked: Readonly<
  Record<Extract<FreelyEffect, { does: 'asks the record' }>['question']['asks'], string>
> = {
  where: say('where'),
  when: say('when'),
  who: say('who'),
  what: say('what'),
  'how many': say('how many'),
  status: say('how it stands'),
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
            effect.acts === 1
              ? say('{acts} act understood; kept as words: {words}', {
                  acts: effect.acts,
                  words: list(effect.rest.map((r) => `“${r}”`)),
                })
              : say('{acts} acts understood; kept as words: {words}', {
                  acts: effect.acts,
                  words: list(effect.rest.map((r) => `“${r}”`)),
                }),
          )
        : plainEffect(say('{acts} acts', { acts: effect.acts }))
    case 'keeps as words':
      return heed(
        {
          'is in already': say('by the record {words} is in its place and never came out: kept as a note', {
            words: effect.words,
          }),
          'is out already': say('by the record nothing is in {words}: kept as a note', {
            words: effect.words,
          }),
          'not understood': say('kept as a note: {words}', { words: effect.words }),
        }[effect.because],
      )
    case 'at':
      return plainEffect(atWords(effect.when, when))
    case 'took':
      return plainEffect(say('took {minutes}', { minutes: durationWords(effect.minutes) }))
    case 'takes noon':
      return plainEffect(say('a move needs an hour: noon is taken; begin with at 15:00 to say it better'))
    case 'claims':
      return plainEffect(
        say('{by} told it: “{words}”. It proves nothing by itself', {
          by: effect.by ?? say('somebody'),
          words: effect.words,
        }),
      )
    case 'plans':
      return plainEffect(
        effect.on
          ? say('a plan, nothing is done yet: {words}; from {on}', {
              words: effect.words,
              on: shortDay(effect.on, when.now, when.zone),
            })
          : say('a plan, nothing is done yet: {words}', { words: effect.words }),
      )
    case 'lends gear':
      return plainEffect(
        effect.due
          ? say('{gear} goes to {to}, due back {due}', {
              gear: effect.gear,
              to: effect.to,
              due: shortDay(effect.due, when.now, when.zone),
            })
          : say('{gear} goes to {to}', { gear: effect.gear, to: effect.to }),
      )
    case 'gear is back':
      return plainEffect(say('{gear} is back', { gear: effect.gear }))
    case 'sums':
      return plainEffect(
        say('= {value} {unit}. Nothing is written', {
          value: effect.value,
          unit: effect.unit === 'ohm' ? 'Ω' : effect.unit,
        }),
      )
    case 'closes':
      return plainEffect(say('opens the closing check; nothing is closed yet'))
    case 'takes back':
      return heed(say('takes back: {body}', { body: bodyWords(effect.what) }))
    case 'corrects':
      return plainEffect(
        say('corrects “{body}” to “{effectBody}”', {
          body: bodyWords(effect.what),
          effectBody: bodyWords(effect.to),
        }),
      )
    case 'asks the record':
      return plainEffect(
        say('asks the record {question}. Enter answers; nothing is written', {
          question: colon(asked[effect.question.asks], effect.question.about),
        }),
      )
    case 'counts stock':
      return plainEffect(say('{n} {what} counted', { n: effect.n, what: effect.what }))
    case 'buys':
      return plainEffect(say('{n} {what} bought', { n: effect.n, what: effect.what }))
    case 'makes part':
      return plainEffect(
        say('{part} gets a record of its own, as {of}', { part: effect.part, of: effect.of }),
      )
  }
}
