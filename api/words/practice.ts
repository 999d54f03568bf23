/** The words of practice: what a case is, how it ended, what each act told. Nothing here says that anything is safe. */
import { say } from './say.ts'
import type { HiddenFault } from '#core/practice/case.ts'
import type { Outcome, Right } from '#core/practice/outcome.ts'
import type { Believed, ReviewRow } from '#core/practice/review.ts'
import type { Cause, CauseSort } from '#core/practice/run.ts'
import type { UnsafeAct } from '#core/practice/unsafe.ts'
import type { RuleName } from '#core/work/checks/index.ts'
import { checkTitles } from './checks.ts'
import { actTitle, shareWords, suspectName } from './fault.ts'
import { capital, count, list, paragraph, sentence } from './lists.ts'
import type { SuspectSort } from '#core/diagnosis/instances.ts'

export const causeTitles: Readonly<Record<CauseSort, string>> = {
  part: say('The part'),
  contact: say('Its contact or joint'),
  setting: say('A setting that is wrong'),
  gear: say('The test gear'),
  exchanged: say('It is in the wrong place'),
}

/** "the part at IC4", "the contact of IC4". */
export function causeWords({ sort, at }: Cause | Pick<HiddenFault, 'sort' | 'at'>): string {
  switch (sort) {
    case 'part':
      return say('the part at {at}', { at })
    case 'contact':
      return say('the contact of {at}', { at })
    case 'setting':
      return say('the setting of {at}', { at })
    case 'gear':
      return say('{at}, which was used for testing', { at })
    case 'exchanged':
      return say('what sits in {at}', { at })
  }
}

/** All that was wrong, with what was special about it. */
export const faultWords = (fault: HiddenFault): string => {
  const what =
    fault.sort === 'exchanged'
      ? say('what sits in {at} and in {with}: each was in the other’s place', {
          at: fault.at,
          with: fault.with,
        })
      : causeWords(fault)
  const how = [
    fault.shows < 1 ? say('failing about {round} starts in 10', { round: Math.round(fault.shows * 10) }) : '',
    fault.warm
      ? `${fault.warm.then === 'fails' ? say('only once it is warm') : say('only while it is cold')}`
      : '',
    fault.hiddenAtShort.length > 0
      ? say('not seen by the short test of {hiddenAtShort}', { hiddenAtShort: list(fault.hiddenAtShort) })
      : '',
    fault.sort === 'part' && fault.volts
      ? Object.entries(fault.volts)
          .map(([point, volts]) => say('it holds {point} at {volts} V', { point, volts }))
          .join(', ')
      : '',
  ].filter(Boolean)
  return how.length > 0 ? `${what} (${how.join(', ')})` : what
}

export const rightTitles: Readonly<Record<Right, string>> = {
  right: say('That was it.'),
  'right place': say('The place was right; the part and its contact were taken for each other.'),
  partly: say('Part of it was right.'),
  wrong: say('That was not it.'),
  'stopped rightly': say('Stopping was right.'),
  'stopped early': say('You stopped before the cause was found.'),
  unsafe: say('An act ended the case.'),
}

/** What it truly was, whatever was said. */
export const truthWords = ({ truth }: Outcome): string =>
  say('It was {truth}.', { truth: list(truth.map(faultWords)) })

/** What was said to be the cause; empty where nothing was. */
export const saidWords = ({ said }: Outcome): string =>
  said.length > 0 ? say('You said: {said}.', { said: list(said.map(causeWords)) }) : ''

export function stateWords({ failing }: Outcome): string {
  return failing.length === 0
    ? say('Everything does what it should now.')
    : failing.length === 1
      ? say('{failing} does not do what it should.', { failing: capital(list(failing)) })
      : say('{failing} do not do what they should.', { failing: capital(list(failing)) })
}

/** Minutes, held against the advice and against somebody who knows the case. */
export function minutesWords({ minutes, expectedMinutes, shortestMinutes }: Outcome): string {
  const expected =
    expectedMinutes === undefined
      ? ''
      : say('After the first failure the advice expected {expectedMinutes} minutes to the end.', {
          expectedMinutes,
        })
  return paragraph(
    sentence(say('{minutes} of work', { minutes: count(minutes, 'minute') })),
    expected,
    say('Mending what was wrong and trying it takes {shortestMinutes}.', { shortestMinutes }),
  )
}

export function partsWords({ parts }: Outcome): string {
  const used =
    parts.used === 0
      ? say('No spare was put in.')
      : say('{used} put in.', { used: capital(count(parts.used, 'spare')) })
  return parts.killed.length > 0
    ? say('{used} {killed}: killed by a rail that was too high.', {
        used,
        killed: capital(list(parts.killed)),
      })
    : used
}

export const evidenceWords = ({ disturbedUnseen }: Outcome): string =>
  disturbedUnseen.length === 0
    ? say('No place was disturbed before it had been looked at.')
    : say('Disturbed before a look: {disturbedUnseen}. What was to be seen there is gone.', {
        disturbedUnseen: list(disturbedUnseen),
      })

/** What an act could have done. */
const couldHave: Readonly<Partial<Record<RuleName, string>>> = {
  'nothing bars power': say(
    'Power was barred, and it was switched on all the same. Somebody had found that it must not be powered.',
  ),
  'mains agrees': say('The mains here is not what its plate asks for. A supply on the wrong mains burns.'),
  'earth and insulation': say(
    'No measurement of earth and insulation was recorded. Its metal may be live, and whoever touches it is the way to earth.',
  ),
  'waits over': say(
    'It was still wet. Water bridges what a board keeps apart, and mains can reach whoever touches the case.',
  ),
  'found dealt with': say(
    'Residue or a scorched part was recorded there, and not dealt with. What leaks across a supply carries its voltage.',
  ),
  'plug out': say('Hands went in while the plug was in. Parts at mains voltage are within reach in there.'),
  'reservoir measured': say(
    'The reservoir had not been read since there was power. It can hold more than 300 V for minutes.',
  ),
  'tube discharged': say(
    'The tube had not been discharged. Its anode can hold many thousand volts for days.',
  ),
  'second person': say('No second person was named who can switch the power off.'),
}
export const unsafeWords = ({ rule, about }: UnsafeAct): string =>
  paragraph(
    couldHave[rule] ?? say('A point of a check that keeps people from harm was open.'),
    about.length > 0 && say('On record: {about}.', { about: list(about) }),
  )
export const stoppedBy = ({ check, rule, also }: UnsafeAct): string =>
  say(
    'The check “{checkTitles}” names it: {rules}. It stays open until somebody does it and writes it down.',
    {
      checkTitles: checkTitles[check],
      rules: list([rule, ...also]),
    },
  )
export const practiceCaution = say(
  'Practice shows what is usual. At a real machine local rules and licensed practice come first.',
)

const believed = ({ likeliest }: Believed): string =>
  likeliest === undefined
    ? say('nothing was suspected')
    : `${suspectName({ sort: likeliest.sort as SuspectSort, name: likeliest.name })}, ${shareWords(likeliest.share)}`

/** So much more or less of the share is said to be a change. */
const toldShare = 0.04

/** What an act told of what was truly wrong. */
export function toldWords({ before, after, killed, unsafe, mended, saw }: ReviewRow): string {
  if (unsafe) return say('It ended the case.')
  const gain = after.ofTruth - before.ofTruth
  const lost = killed.length > 0 ? say('{killed} did not outlive it.', { killed: capital(list(killed)) }) : ''
  if (saw.length > 0) return say('It showed a mark of {saw}.', { saw: list(saw.map(causeWords)) })
  if (mended.length > 0)
    return paragraph(
      say('It mended {mended}; a test has to show it.', { mended: list(mended.map(causeWords)) }),
      lost,
    )
  if (before.likeliest === undefined && after.likeliest !== undefined)
    return paragraph(
      say('It showed that something is wrong; likeliest: {believed}.', { believed: believed(after) }),
      lost,
    )
  if (after.likeliest === undefined && before.likeliest !== undefined)
    return paragraph(say('After it no test on record fails.'), lost)
  if (gain > toldShare)
    return paragraph(
      say('It pointed to what was wrong: from {share} to {afterShare}.', {
        share: shareWords(before.ofTruth),
        afterShare: shareWords(after.ofTruth),
      }),
      lost,
    )
  if (gain < -toldShare)
    return paragraph(
      say('It took suspicion away from what was wrong: from {share} to {afterShare}.', {
        share: shareWords(before.ofTruth),
        afterShare: shareWords(after.ofTruth),
      }),
      lost,
    )
  return paragraph(say('It told nothing new of it.'), lost)
}

/** What would have told more at that moment; undefined where the act was that. */
export const betterWords = ({ advised, followed }: ReviewRow): string | undefined =>
  advised === undefined || followed
    ? undefined
    : say('The advice at that moment: {actTitle}, {round} minutes expected to the end.', {
        actTitle: actTitle(advised),
        round: Math.round(advised.toTheEnd),
      })
