/** What a typed line will do, said before Enter; and what is missing in it. */
import { explainedWords } from './cells.ts'
import { matterWords } from './owners.ts'
import { spanWords } from './points.ts'
import type { Effect, Problem } from '#core/composer/index.ts'
import type { Question } from '#core/composer/ask.ts'
import { precautionTitle } from './checks.ts'
import { benchEffectWords, heed, isBenchEffect, plainEffect, type EffectWords, type When } from './effects.ts'
import { freelyWords, isFreelyEffect } from './freely.ts'
import { clockWords, durationWords, shortDay } from './dates.ts'
import { mannerWords as manner, resultWords } from './entries.ts'
import { list } from './lists.ts'
import { refusalWords } from './refusals.ts'

export type { EffectWords }

const remarks: Readonly<Record<string, string>> = {
  'part kind not known': 'the kind of this part is not recorded',
  'polarised: check print and part': 'polarised: check the print and the part apart, then verify',
  'proved bad': 'this part was proved bad',
  'not shown faulty, not proved': 'not shown faulty, but not proved either',
  'tantalum: at least twice the rail': 'a tantalum wants a rating of at least twice its rail',
  'switching supply: compare ripple current and ESR':
    'in a switching supply: low ESR, 105 °C, ripple current no less than the original’s',
  'another family: check levels, drive and speed': 'another family: check levels, drive and speed',
}
export const remarkWords = (remark: string): string => remarks[remark] ?? remark

const originWords: Readonly<Record<string, string>> = {
  factory: 'as the factory fitted it',
  'earlier repair': 'put in by an earlier repair',
  'this repair': 'put in by this repair',
  unknown: 'who put it in is not known',
}

export function effectWords(effect: Effect, { now, zone }: When): EffectWords {
  if (isBenchEffect(effect)) return benchEffectWords(effect, { now, zone })
  if (isFreelyEffect(effect)) return freelyWords(effect, { now, zone })
  switch (effect.does) {
    case 'takes out':
      return plainEffect(
        `takes ${effect.part} out of ${effect.from}, to ${effect.to.startsWith('tray') ? 'the ' : ''}${effect.to}`,
      )
    case 'puts in':
      return effect.remarks.length
        ? heed(
            `puts ${effect.part} into ${effect.to}, from ${effect.from}; ${effect.remarks.map(remarkWords).join('; ')}`,
          )
        : plainEffect(`puts ${effect.part} into ${effect.to}, from ${effect.from}`)
    case 'takes of lot':
      return effect.left < 0
        ? heed(
            `${effect.n} of ${effect.lot}, from ${effect.from}: that is ${-effect.left} more than were counted there. It is written all the same; count them`,
          )
        : plainEffect(
            `${effect.n} of ${effect.lot}, from ${effect.from}; ${effect.left} ${effect.left === 1 ? 'is' : 'are'} left there`,
          )
    case 'wants the owner’s word':
      return heed(
        effect.matter !== 'irreversible work'
          ? effect.refused
            ? `${effect.owner}, whose machine it is, did not agree to ${matterWords[effect.matter]}: ask them first`
            : `what ${effect.owner} agreed to does not cover ${matterWords[effect.matter]} here: ask them first, and write down what they say under Owner`
          : effect.refused
            ? `this cannot be undone, and ${effect.owner} did not agree to such work`
            : `this cannot be undone, and the machine belongs to ${effect.owner}: ask them first, and write down what they say under Owner`,
      )
    case 'says health':
      return plainEffect(
        `${effect.part}: ${effect.health}${effect.ground ? `, by ${effect.ground}` : ''}${effect.lacks ? '; from now on its position is among what the machine lacks, and donors are sought for it' : ''}`,
      )
    case 'wants a ground':
      return heed(
        `to call ${effect.part} proved ${effect.verb} say on what ground: “${effect.verb} … by reading: …”, “by test”, or a reason of your own`,
      )
    case 'is temporary':
      return heed(`${effect.part} is in for now: it comes out, or is named, before the episode closes`)
    case 'takes what is kept':
      return heed(`${effect.what} is kept for ${list(effect.machines)}, and too few are left`)
    case 'donor loses':
      return plainEffect(`its donor ${effect.machine} loses it by the same act`)
    case 'lends':
      return plainEffect(
        `lends ${effect.part} to ${effect.to}${effect.due ? `, home by ${shortDay(effect.due, now, zone)}` : ', with no date for its return'}`,
      )
    case 'comes home':
      return plainEffect(`${effect.part} comes home`)
    case 'asks for retest':
      return plainEffect(`${list(effect.functions, 5)} will want a test again`)
    case 'tests': {
      const all = effect.results
      const passed = all.filter((r) => r.result.is === 'pass' && !manner(r)).length
      const others = all.filter((r) => r.result.is !== 'pass' || manner(r))
      const words = others.length
        ? `${passed > 0 ? `${passed} pass; ` : ''}${others.map((r) => `${r.fn}: ${resultWords(r.result)}${manner(r)}`).join('; ')}`
        : all.length === 1
          ? `${all[0]?.fn ?? ''}: ${all[0] ? resultWords(all[0].result) : ''}`
          : `${all.length} pass`
      return plainEffect(
        `${effect.asFound ? 'as found, ' : ''}${effect.depth === 'full' ? '' : `${effect.depth} check, `}${words}`,
      )
    }
    case 'says needs':
      return plainEffect(
        `${effect.fn} needs ${list(effect.needs, 8)}: it stands for this machine, and can be kept on the sheet`,
      )
    case 'stands in':
      return plainEffect(`${effect.gear} stands in for ${effect.of}: this test says nothing of ${effect.of}`)
    case 'adds function':
      return heed(`“${effect.name}” is not on the sheet: it becomes a function of this machine`)
    case 'adds position':
      return heed(`${effect.name} is not on the sheet: it becomes a position of this machine`)
    case 'contradicts': {
      const names = list(effect.functions, 4)
      return heed(
        effect.by === 'part out'
          ? `${names} ${effect.functions.length === 1 ? 'needs' : 'need'} ${list(effect.positions)}, which by the record ${effect.positions.length === 1 ? 'is' : 'are'} empty`
          : effect.by === 'away'
            ? `by the record it is out of the house, with ${effect.place ?? 'somebody'}`
            : 'by the record it is switched off',
      )
    }
    case 'uses unfit gear':
      return heed(`${effect.gear} was found unfit: if that concerns this test, it proves nothing`)
    case 'gear disagrees':
      return heed(
        `the ${effect.attribute} of ${effect.gear} is ${effect.has}, the machine needs ${effect.needs}: the test of ${effect.fn} proves nothing`,
      )
    case 'is shallow':
      return heed(
        `${list(effect.functions, 4)}: something was altered, so a full test is asked; if it was one, write “test full …”`,
      )
    case 'reaches nothing yet':
      return heed(
        `“${effect.target}” is on no list of this machine, so no test is asked for it; say what it is part of, “… on ${effect.assemblies[0] ?? 'board'}”, or add it to the sheet`,
      )
    case 'found to hold': {
      const what = effect.kind ? `holds ${effect.kind}` : ''
      const who = effect.origin ? (originWords[effect.origin] ?? effect.origin) : ''
      const words = `${effect.position} ${[what, who].filter(Boolean).join(', ')}`
      return effect.instead ? heed(`${words}; ${effect.instead} belongs there`) : plainEffect(words)
    }
    case 'tags':
      return plainEffect(`it leaves the machine, so it gets the tag ${effect.tag}`)
    case 'works on many':
      return plainEffect(
        `${effect.verb}, ${effect.count} positions: ${list(effect.targets, 6)}; ${effect.reach}`,
      )
    case 'works on':
      return plainEffect(
        `${effect.verb} ${effect.target}${effect.reach === 'outside' ? ', outside only: no test is spoiled' : effect.reach === 'disturbed' ? ', disturbed: a short check will do' : effect.reach === 'altered' ? ', altered: a full test is needed' : ''}`,
      )
    case 'connects':
      return plainEffect(`${effect.connector} ${effect.way}`)
    case 'reads': {
      const unit = effect.unit ? ` ${effect.unit}` : ''
      const band =
        effect.low === undefined || effect.high === undefined
          ? ''
          : spanWords(effect.low, effect.high, effect.unit ?? '')
      const from = effect.from
        ? `, calculated from ${effect.from.point}${effect.from.read ? '' : ', which was not read yet'}`
        : ''
      const drift = effect.drift
        ? `; ${effect.drift.by === 0 ? 'as when healthy' : `${Math.abs(effect.drift.by)}${unit} ${effect.drift.by > 0 ? 'above' : 'below'} the healthy ${effect.drift.healthy.asWritten}`} of ${shortDay(effect.drift.healthy.at, now, zone)}`
        : effect.before
          ? `; ${effect.before.asWritten} on ${shortDay(effect.before.at, now, zone)}`
          : ''
      const how = `${effect.load ? `; ${effect.load === 'none' ? 'no load' : `load ${effect.load}`}` : ''}${effect.instrument ? `; with ${effect.instrument}, as before` : ''}`
      const more = `${effect.unjudged === undefined ? '' : `; the sheet says ${effect.unjudged}${unit} and no tolerance, so it is not judged`}${effect.asksLoad ? `; the sheet asks it with load ${effect.asksLoad}, and the line names none` : ''}`
      if (effect.above)
        return heed(
          `${effect.point}: more than ${effect.above.part} takes (${effect.above.volts} V): switch off, and look why${drift}${how}`,
        )
      return effect.within === false
        ? heed(`${effect.point} is outside ${band}${from}${drift}${how}${more}`)
        : plainEffect(
            `reading of ${effect.point}${effect.within ? `, within ${band}${from}` : ''}${drift}${how}${more}`,
          )
    }
    case 'keeps healthy':
      return effect.unwell.length > 0
        ? heed(
            `keeps ${list(effect.points, 6)} as the healthy set, though ${list(effect.unwell, 4)} ${effect.unwell.length === 1 ? 'does' : 'do'} not stand today`,
          )
        : plainEffect(`keeps ${list(effect.points, 6)} as the set that later readings are held against`)
    case 'counts cells': {
      const how = effect.symptom ? ` (${effect.symptom})` : ''
      const words = `${effect.fn}: ${effect.pass} pass, ${effect.fail} fail${how}, ${effect.stood ? `${effect.stood} carried over, ` : ''}${effect.untried} not tested; ${effect.of} in all`
      return effect.untried > 0 ? heed(words) : plainEffect(words)
    }
    case 'explains cells':
      return heed(explainedWords(effect))
    case 'shares a line':
      return heed(
        `all that failed are in ${effect.along} ${effect.n} of the layout: look for a line or a connector before single contacts`,
      )
    case 'takes over gear':
      return plainEffect(`with ${list(effect.gear)}, as before`)
    case 'follows method': {
      const words = `by ${effect.name}${effect.what.length ? ` (${effect.what.join(', ')})` : ''}${effect.needs ? `, for people authorised for ${effect.needs}` : ''}`
      return effect.caution || effect.needs ? heed(`${words}. ${effect.caution}`) : plainEffect(words)
    }
    case 'warns of material':
      return heed(`the card of ${effect.method} says: not on ${effect.material}`)
    case 'leaves the house’s school':
      return heed(`the house chose otherwise for ${effect.rule}: ${effect.option}`)
    case 'says of position':
      return plainEffect(`${effect.position}: the ${effect.by} says ${list(effect.what)}`)
    case 'judges method':
      return plainEffect(`verdict on ${effect.name}: ${effect.verdict}`)
    case 'waits':
      return plainEffect(
        `${effect.what}${effect.everyMinutes ? `: rings every ${durationWords(effect.everyMinutes)}` : ' waits'} until ${shortDay(effect.until, now, zone)}, ${clockWords(effect.until, zone)}`,
      )
    case 'jots':
      return plainEffect(`keeps it as a quick note, to be sorted later: ${effect.words}`)
    case 'ends wait':
      return plainEffect(`over: ${effect.words}`)
    case 'asks the machine':
      return plainEffect(`the practice machine answers: ${list(effect.of)}`)
    case 'says done':
      return plainEffect(`done: ${precautionTitle(effect.what).toLowerCase()}`)
    case 'asks':
      return plainEffect(`asks: ${effect.words}`)
    case 'answers':
      return plainEffect(`answers “${effect.words}”`)
    case 'notes':
      return plainEffect(`notes: ${effect.words}`)
    case 'powers on':
      return heed('switches it on. First see the cautions and who is authorised, at the right')
    case 'powers off':
      return plainEffect('switches it off')
    case 'bars power':
      return heed(`bars power until it is cleared: ${effect.words}`)
    case 'clears hazard':
      return plainEffect(`the hazard “${effect.words}” is over`)
    case 'states empty':
      return plainEffect(`${effect.words} was looked at and found empty`)
    case 'breaks evidence':
      return effect.unseen
        ? heed(
            `the ${effect.sort} at ${effect.where} was never photographed: what it shows is lost when it goes. Photograph it first`,
          )
        : plainEffect(`the ${effect.sort} at ${effect.where} goes; a photograph of it is kept`)
    case 'finds':
      return plainEffect(
        `finding: ${effect.sort} on ${effect.zone}, ${effect.severity}, ${effect.activity === 'not judged' ? 'activity not judged' : effect.activity}`,
      )
    case 'overrides fit':
      return heed(`fitted although it does not fit, because ${effect.reason}`)
  }
}

/** What an entry leaves unsaid, asked in one short sentence, with an example of an answer. */
export function questionWords({ asks, about }: Question): { readonly ask: string; readonly example: string } {
  switch (asks) {
    case 'how it fails':
      return { ask: `How does ${about} fail?`, example: 'only when warm' }
    case 'why not':
      return { ask: `Why could ${about} not be tried?`, example: 'lead missing' }
    case 'where it lies':
      return { ask: `Where are the ${about}?`, example: 'cup 2' }
    case 'from and to':
      return { ask: `${about}: from where to where?`, example: '3 to 5' }
  }
}

/** What is missing in a line. An empty line says nothing. */
export function problemWords(problem: Problem, zone: string): string {
  const known = (names: readonly string[]) => (names.length ? ` Known here: ${list(names, 8)}.` : '')
  switch (problem.why) {
    case 'empty':
      return ''
    case 'which task':
      return problem.known.length
        ? `Which of these: ${list(problem.known, 8)}? Write its number.`
        : 'No task of an earlier sitting is recorded as open.'
    case 'which advice':
      return problem.known.length
        ? `Which of these, and what came of it: ${list(problem.known, 8)}? became 1 held, did not hold, no difference or dropped.`
        : 'Nothing that was supposed or advised is open.'
    case 'no soak':
      return 'No soak test runs on it.'
    case 'which of':
      return `Which “${problem.word}”: ${list(problem.among, 8)}?`
    case 'nothing to correct':
      return 'You have written nothing in this episode that could be corrected.'
    case 'cannot correct':
      return 'This entry is not put right by a word. Write “scrap that”, then write it again; or point at it, Correct.'
    case 'unknown verb':
      return 'Not understood yet.'
    case 'which function':
      return `Which function is “${problem.word}”?${known(problem.known)}`
    case 'which position':
      return problem.word
        ? `No position is called “${problem.word}” here.${known(problem.known)}`
        : `Name a position.${known(problem.known)}`
    case 'which of these':
      return `${list(problem.known, 4)} came out of ${problem.position}: name the one, “in ${problem.position} < ${problem.known[0] ?? ''}”.`
    case 'which part':
      return `No part, tag or machine is called “${problem.word}”.${known(problem.known)}`
    case 'which lot':
      return `No counted stock is recorded as ${problem.word}, or none of it is left. It is recorded under Parts, Counted stock.`
    case 'which steward':
      return `No steward is called “${problem.word}”.${known(problem.known)}`
    case 'which machine':
      return `No machine has the number ${problem.word}.`
    case 'which evidence':
      return problem.known.length
        ? `Which of these: ${list(problem.known, 8)}?`
        : 'No seal, label or sticker is written down for this machine.'
    case 'which result':
      return `How did it go? pass, fail: …, 27 of 30, intermittent 1 of 3, inconclusive, not possible: …`
    case 'which cell':
      return `“${problem.word}” is no cell of ${problem.fn}. Write cells or ranges, then how they are: 1-50 ok, 31 open.`
    case 'which method':
      return `No house method is called “${problem.word}”.${known(problem.known)}`
    case 'no readings':
      return 'Nothing was read in this episode yet: read the test points first.'
    case 'nothing there':
      return `${problem.position} ${problem.content === 'empty' ? 'is empty' : 'holds an unidentified part'}.`
    case 'occupied':
      return `${problem.position} holds ${problem.by}. Write: ${problem.line}`
    case 'part is off':
      return `${problem.part} is off the machine.`
    case 'no such time':
      return `“${problem.word}” is no time. Write: at 19:02, at yesterday 20:10, at 3 Mar 20:10.`
    case 'needs an exact time':
      return 'A move needs its hour: at 3 Mar 19:02 …'
    case 'form':
      return `The form is: ${problem.form}`
    case 'refused':
      return `${refusalWords(problem.refusal, { zone, labels: {} })}${problem.overridable ? ' To fit it all the same, end the line with: because …' : ''}`
  }
}
