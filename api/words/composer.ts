/** What a typed line will do, said before Enter; and what is missing in it. */
import { say } from './say.ts'
import { explainedWords } from './cells.ts'
import { matterWords } from './owners.ts'
import type { Effect } from '#core/composer/index.ts'
import { precautionTitle } from './checks.ts'
import { benchEffectWords, heed, isBenchEffect, plainEffect, type EffectWords, type When } from './effects.ts'
import { freelyWords, isFreelyEffect } from './freely.ts'
import { clockWords, durationWords, shortDay } from './dates.ts'
import { brackets, commas, list, semicolons } from './lists.ts'
import { isTestEffect, testEffectWords } from './test-effects.ts'

export type { EffectWords }

const remarks: Readonly<Record<string, string>> = {
  'part kind not known': say('the kind of this part is not recorded'),
  'polarised: check print and part': say('polarised: check the print and the part apart, then verify'),
  'proved bad': say('this part was proved bad'),
  'not shown faulty, not proved': say('no fault shown, not tested good'),
  'tantalum: at least twice the rail': say('a tantalum needs a rating of at least twice its rail'),
  'switching supply: compare ripple current and ESR': say(
    'in a switching supply: low ESR, 105 °C, ripple current no less than the original’s',
  ),
  'another family: check levels, drive and speed': say('another family: check levels, drive and speed'),
}
export const remarkWords = (remark: string): string => remarks[remark] ?? remark

export function effectWords(effect: Effect, { now, zone }: When): EffectWords {
  if (isBenchEffect(effect)) return benchEffectWords(effect, { now, zone })
  if (isTestEffect(effect)) return testEffectWords(effect, { now, zone })
  if (isFreelyEffect(effect)) return freelyWords(effect, { now, zone })
  switch (effect.does) {
    case 'takes out':
      return plainEffect(
        effect.to.startsWith('tray')
          ? say('takes {part} out of {from}, to the {to}', {
              part: effect.part,
              from: effect.from,
              to: effect.to,
            })
          : say('takes {part} out of {from}, to {to}', {
              part: effect.part,
              from: effect.from,
              to: effect.to,
            }),
      )
    case 'puts in':
      return effect.remarks.length
        ? heed(
            say('puts {part} into {to}, from {from}; {remarks}', {
              part: effect.part,
              to: effect.to,
              from: effect.from,
              remarks: effect.remarks.map(remarkWords).join('; '),
            }),
          )
        : plainEffect(
            say('puts {part} into {to}, from {from}', {
              part: effect.part,
              to: effect.to,
              from: effect.from,
            }),
          )
    case 'takes of lot':
      return effect.left < 0
        ? heed(
            say(
              '{n} of {lot}, from {from}: that is {over} more than were counted there. It is written all the same; count them',
              { n: effect.n, lot: effect.lot, from: effect.from, over: -effect.left },
            ),
          )
        : plainEffect(
            effect.left === 1
              ? say('{n} of {lot}, from {from}; {left} is left there', {
                  n: effect.n,
                  lot: effect.lot,
                  from: effect.from,
                  left: effect.left,
                })
              : say('{n} of {lot}, from {from}; {left} are left there', {
                  n: effect.n,
                  lot: effect.lot,
                  from: effect.from,
                  left: effect.left,
                }),
          )
    case 'wants the owner’s word':
      return heed(
        effect.matter !== 'irreversible work'
          ? effect.refused
            ? say('{owner}, whose machine it is, did not agree to {matterWords}: ask them first', {
                owner: effect.owner,
                matterWords: matterWords[effect.matter],
              })
            : say(
                'what {owner} agreed to does not cover {matterWords} here: ask them first, and write down what they say under Owner',
                { owner: effect.owner, matterWords: matterWords[effect.matter] },
              )
          : effect.refused
            ? say('this cannot be undone, and {owner} did not agree to such work', { owner: effect.owner })
            : say(
                'this cannot be undone, and the machine belongs to {owner}: ask them first, and write down what they say under Owner',
                { owner: effect.owner },
              ),
      )
    case 'says health':
      return plainEffect(
        semicolons(
          commas(
            `${effect.part}: ${effect.health}`,
            effect.ground && say('by {ground}', { ground: effect.ground }),
          ),
          effect.lacks &&
            say('from now on its position is among what the machine lacks, and donors are sought for it'),
        ),
      )
    case 'wants a ground':
      return heed(
        say(
          'to call {part} proved {verb} say on what ground: “{verb} … by reading: …”, “by test”, or a reason of your own',
          { part: effect.part, verb: effect.verb },
        ),
      )
    case 'is temporary':
      return heed(
        say('{part} is in for now: it comes out, or is named, before the episode closes', {
          part: effect.part,
        }),
      )
    case 'takes what is kept':
      return heed(
        say('{what} is reserved for {machines}, and too few are left', {
          what: effect.what,
          machines: list(effect.machines),
        }),
      )
    case 'donor loses':
      return plainEffect(say('its donor {machine} loses it by the same act', { machine: effect.machine }))
    case 'lends':
      return plainEffect(
        effect.due
          ? say('lends {part} to {to}, home by {due}', {
              part: effect.part,
              to: effect.to,
              due: shortDay(effect.due, now, zone),
            })
          : say('lends {part} to {to}, with no date for its return', { part: effect.part, to: effect.to }),
      )
    case 'comes home':
      return plainEffect(say('{part} comes home', { part: effect.part }))
    case 'asks for retest':
      return plainEffect(say('{functions} will want a test again', { functions: list(effect.functions, 5) }))
    case 'keeps healthy':
      return effect.unwell.length > 0
        ? heed(
            effect.unwell.length === 1
              ? say('keeps {points} as the healthy set, though {unwell} does not stand today', {
                  points: list(effect.points, 6),
                  unwell: list(effect.unwell, 4),
                })
              : say('keeps {points} as the healthy set, though {unwell} do not stand today', {
                  points: list(effect.points, 6),
                  unwell: list(effect.unwell, 4),
                }),
          )
        : plainEffect(
            say('keeps {points} as the set that later readings are held against', {
              points: list(effect.points, 6),
            }),
          )
    case 'counts cells': {
      const { fn, pass, fail, stood, untried, of } = effect
      const words = semicolons(
        commas(
          brackets(say('{fn}: {pass} pass, {fail} fail', { fn, pass, fail }), effect.symptom),
          stood && say('{stood} carried over', { stood }),
          say('{untried} not tested', { untried }),
        ),
        say('{of} in all', { of }),
      )
      return effect.untried > 0 ? heed(words) : plainEffect(words)
    }
    case 'explains cells':
      return heed(explainedWords(effect))
    case 'shares a line':
      return heed(
        say(
          'all that failed are in {along} {n} of the layout: look for a line or a connector before single contacts',
          { along: effect.along, n: effect.n },
        ),
      )
    case 'takes over gear':
      return plainEffect(say('with {gear}, as before', { gear: list(effect.gear) }))
    case 'follows method': {
      const words = commas(
        brackets(say('by {name}', { name: effect.name }), effect.what.join(', ')),
        effect.needs && say('for people authorised for {needs}', { needs: effect.needs }),
      )
      return effect.caution || effect.needs ? heed(`${words}. ${effect.caution}`) : plainEffect(words)
    }
    case 'warns of material':
      return heed(
        say('the card of {method} says: not on {material}', {
          method: effect.method,
          material: effect.material,
        }),
      )
    case 'leaves the house’s school':
      return heed(
        say('the house chose otherwise for {rule}: {option}', { rule: effect.rule, option: effect.option }),
      )
    case 'says of position':
      return plainEffect(
        say('{position}: the {by} says {what}', {
          position: effect.position,
          by: effect.by,
          what: list(effect.what),
        }),
      )
    case 'judges method':
      return plainEffect(say('verdict on {name}: {verdict}', { name: effect.name, verdict: effect.verdict }))
    case 'waits':
      return plainEffect(
        effect.everyMinutes
          ? say('{what}: rings every {everyMinutes} until {until}, {clock}', {
              what: effect.what,
              until: shortDay(effect.until, now, zone),
              clock: clockWords(effect.until, zone),
              everyMinutes: durationWords(effect.everyMinutes),
            })
          : say('{what} waits until {until}, {clock}', {
              what: effect.what,
              until: shortDay(effect.until, now, zone),
              clock: clockWords(effect.until, zone),
            }),
      )
    case 'jots':
      return plainEffect(
        say('keeps it as a quick note, to be sorted later: {words}', { words: effect.words }),
      )
    case 'ends wait':
      return plainEffect(say('over: {words}', { words: effect.words }))
    case 'asks the machine':
      return plainEffect(say('the practice machine answers: {of}', { of: list(effect.of) }))
    case 'says done':
      return plainEffect(
        say('done: {precautionTitle}', { precautionTitle: precautionTitle(effect.what).toLowerCase() }),
      )
    case 'asks':
      return plainEffect(say('asks: {words}', { words: effect.words }))
    case 'answers':
      return plainEffect(say('answers “{words}”', { words: effect.words }))
    case 'notes':
      return plainEffect(say('notes: {words}', { words: effect.words }))
    case 'powers on':
      return heed(say('switches it on. First see the cautions and who is authorised, at the right'))
    case 'powers off':
      return plainEffect(say('switches it off'))
    case 'bars power':
      return heed(say('bars power until it is cleared: {words}', { words: effect.words }))
    case 'clears hazard':
      return plainEffect(say('the hazard “{words}” is over', { words: effect.words }))
    case 'states empty':
      return plainEffect(say('{words} was looked at and found empty', { words: effect.words }))
    case 'breaks evidence':
      return effect.unseen
        ? heed(
            say(
              'no photograph of the {sort} at {where} is recorded. Removing it destroys what it shows. Photograph it first',
              { sort: effect.sort, where: effect.where },
            ),
          )
        : plainEffect(
            say('the {sort} at {where} goes; a photograph of it is kept', {
              sort: effect.sort,
              where: effect.where,
            }),
          )
    case 'finds':
      return plainEffect(
        commas(
          say('finding: {sort} on {zone}', { sort: effect.sort, zone: effect.zone }),
          effect.severity,
          effect.activity === 'not judged' ? say('activity not judged') : effect.activity,
        ),
      )
    case 'overrides fit':
      return heed(say('fitted against the fit check, because {reason}', { reason: effect.reason }))
  }
}
