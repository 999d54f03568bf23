/** The words of practice: what a case is, how it ended, what each act told. Nothing here says that anything is safe. */
import type { HiddenFault } from '#core/practice/case.ts'
import type { Outcome, Right } from '#core/practice/outcome.ts'
import type { Believed, ReviewRow } from '#core/practice/review.ts'
import type { Cause, CauseSort } from '#core/practice/run.ts'
import type { UnsafeAct } from '#core/practice/unsafe.ts'
import type { RuleName } from '#core/work/checks/index.ts'
import { checkTitles } from './checks.ts'
import { actTitle, shareWords, suspectName } from './fault.ts'
import { capital, count, list } from './lists.ts'
import type { SuspectSort } from '#core/diagnosis/instances.ts'

export const causeTitles: Readonly<Record<CauseSort, string>> = {
  part: 'The part',
  contact: 'Its contact or joint',
  setting: 'A setting that is wrong',
  gear: 'The test gear',
  exchanged: 'It is in the wrong place',
}

/** "the part at IC4", "the contact of IC4". */
export function causeWords({ sort, at }: Cause | Pick<HiddenFault, 'sort' | 'at'>): string {
  switch (sort) {
    case 'part':
      return `the part at ${at}`
    case 'contact':
      return `the contact of ${at}`
    case 'setting':
      return `the setting of ${at}`
    case 'gear':
      return `${at}, which was used for testing`
    case 'exchanged':
      return `what sits in ${at}`
  }
}

/** All that was wrong, with what was special about it. */
export const faultWords = (fault: HiddenFault): string => {
  const what =
    fault.sort === 'exchanged'
      ? `what sits in ${fault.at} and in ${fault.with}: each was in the other’s place`
      : causeWords(fault)
  const how = [
    fault.shows < 1 ? `failing about ${Math.round(fault.shows * 10)} starts in 10` : '',
    fault.warm ? `${fault.warm.then === 'fails' ? 'only once it is warm' : 'only while it is cold'}` : '',
    fault.hiddenAtShort.length > 0 ? `not seen by the short test of ${list(fault.hiddenAtShort)}` : '',
    fault.sort === 'part' && fault.volts
      ? Object.entries(fault.volts)
          .map(([point, volts]) => `it holds ${point} at ${volts} V`)
          .join(', ')
      : '',
  ].filter(Boolean)
  return how.length > 0 ? `${what} (${how.join(', ')})` : what
}

export const rightTitles: Readonly<Record<Right, string>> = {
  right: 'That was it.',
  'right place': 'The place was right; the part and its contact were taken for each other.',
  partly: 'Part of it was right.',
  wrong: 'That was not it.',
  'stopped rightly': 'Stopping was right.',
  'stopped early': 'You stopped before the cause was found.',
  unsafe: 'An act ended the case.',
}

/** What it truly was, whatever was said. */
export const truthWords = ({ truth }: Outcome): string => `It was ${list(truth.map(faultWords))}.`

/** What was said to be the cause; empty where nothing was. */
export const saidWords = ({ said }: Outcome): string =>
  said.length > 0 ? `You said: ${list(said.map(causeWords))}.` : ''

export function stateWords({ failing }: Outcome): string {
  return failing.length === 0
    ? 'Everything does what it should now.'
    : `${capital(list(failing))} ${failing.length === 1 ? 'does' : 'do'} not do what ${failing.length === 1 ? 'it' : 'they'} should.`
}

/** Minutes, held against the advice and against somebody who knows the case. */
export function minutesWords({ minutes, expectedMinutes, shortestMinutes }: Outcome): string {
  const expected =
    expectedMinutes === undefined
      ? ''
      : ` After the first failure the advice expected ${expectedMinutes} minutes to the end.`
  return `${minutes} minutes of work.${expected} Mending what was wrong and trying it takes ${shortestMinutes}.`
}

export function partsWords({ parts }: Outcome): string {
  const used = parts.used === 0 ? 'No spare was put in.' : `${capital(count(parts.used, 'spare'))} put in.`
  return parts.killed.length > 0
    ? `${used} ${capital(list(parts.killed))}: killed by a rail that was too high.`
    : used
}

export const evidenceWords = ({ disturbedUnseen }: Outcome): string =>
  disturbedUnseen.length === 0
    ? 'No place was disturbed before it had been looked at.'
    : `Disturbed before a look: ${list(disturbedUnseen)}. What was to be seen there is gone.`

/** What an act could have done. */
const couldHave: Readonly<Partial<Record<RuleName, string>>> = {
  'nothing bars power':
    'Power was barred, and it was switched on all the same. Somebody had found that it must not be powered.',
  'mains agrees': 'The mains here is not what its plate asks for. A supply on the wrong mains burns.',
  'earth and insulation':
    'Nobody had measured earth and insulation. Its metal may be live, and whoever touches it is the way to earth.',
  'waits over':
    'It was still wet. Water bridges what a board keeps apart, and mains can reach whoever touches the case.',
  'found dealt with':
    'Residue or a scorched part lay there, and nobody had dealt with it. What leaks across a supply carries its voltage.',
  'plug out': 'Hands went in while the plug was in. Parts at mains voltage are within reach in there.',
  'reservoir measured':
    'The reservoir had not been read since there was power. It can hold more than 300 V for minutes.',
  'tube discharged': 'The tube had not been discharged. Its anode can hold many thousand volts for days.',
  'second person': 'Nobody was by who knows where the power is cut off.',
}
export const unsafeWords = ({ rule, about }: UnsafeAct): string =>
  `${couldHave[rule] ?? 'A point of a check that keeps people from harm was open.'}${about.length > 0 ? ` On record: ${list(about)}.` : ''}`
export const stoppedBy = ({ check, rule, also }: UnsafeAct): string =>
  `The check “${checkTitles[check]}” names it: ${list([rule, ...also])}. It stays open until somebody does it and writes it down.`
export const practiceCaution =
  'Practice shows what is usual. At a real machine local rules and licensed practice come first.'

const believed = ({ likeliest }: Believed): string =>
  likeliest === undefined
    ? 'nothing was suspected'
    : `${suspectName({ sort: likeliest.sort as SuspectSort, name: likeliest.name })}, ${shareWords(likeliest.share)}`

/** So much more or less of the share is said to be a change. */
const toldShare = 0.04

/** What an act told of what was truly wrong. */
export function toldWords({ before, after, killed, unsafe, mended, saw }: ReviewRow): string {
  if (unsafe) return 'It ended the case.'
  const gain = after.ofTruth - before.ofTruth
  const lost = killed.length > 0 ? ` ${capital(list(killed))} did not outlive it.` : ''
  if (saw.length > 0) return `It showed a mark of ${list(saw.map(causeWords))}.`
  if (mended.length > 0) return `It mended ${list(mended.map(causeWords))}; a test has to show it.${lost}`
  if (before.likeliest === undefined && after.likeliest !== undefined)
    return `It showed that something is wrong; likeliest: ${believed(after)}.${lost}`
  if (after.likeliest === undefined && before.likeliest !== undefined)
    return `After it no test on record fails.${lost}`
  if (gain > toldShare)
    return `It pointed to what was wrong: from ${shareWords(before.ofTruth)} to ${shareWords(after.ofTruth)}.${lost}`
  if (gain < -toldShare)
    return `It took suspicion away from what was wrong: from ${shareWords(before.ofTruth)} to ${shareWords(after.ofTruth)}.${lost}`
  return `It told nothing new of it.${lost}`
}

/** What would have told more at that moment; undefined where the act was that. */
export const betterWords = ({ advised, followed }: ReviewRow): string | undefined =>
  advised === undefined || followed
    ? undefined
    : `The advice at that moment: ${actTitle(advised)}, ${Math.round(advised.toTheEnd)} minutes expected to the end.`
