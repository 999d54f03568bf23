/** The standing of one function in words, and the words of what its tests show. Apart from the machine's status, which Bench needs alone. */
import type { ChangeSummary, LogRow, WeaknessRow } from '#core/views/rows.ts'
import type { FunctionRow } from '#core/views/machine-shape.ts'
import { failureRateBound } from '#core/history/intermittent.ts'
import { lookFunction } from '#core/history/results.ts'
import { dayWords, durationWords, shortDay } from './dates.ts'
import { resultWords } from './entries.ts'
import { capital, count, list, sentence } from './lists.ts'
import { changeWords, voidWords, type When } from './status.ts'

/** Today's standing at the right of a lane. */
export function standingWords(row: FunctionRow, { now, zone }: When): string {
  const on = row.test ? `, ${shortDay(row.test.at, now, zone)}` : ''
  switch (row.word) {
    case 'retest':
      return 'test again'
    case 'works':
      return `works${on}`
    case 'fails':
      return row.changes.length ? 'fails, worked on since' : `fails${on}`
    case 'partly':
    case 'intermittent':
      return row.test
        ? `${row.test.result.is === 'partly' ? `${row.test.result.good} of ${row.test.result.of}` : 'now and then'}${row.changes.length ? ', worked on since' : on}`
        : row.word
    case 'weakly':
      return `works, weakly${on}`
    case 'unproved':
      return row.run ? `clean ${row.run.clean} of ${row.run.needed}` : 'unproved'
    case 'claimed':
      return 'only said'
    case 'untested':
      return 'never tested'
    case 'blocked':
      return row.heldUpBy ? 'not known now' : 'could not be tried'
    case 'void':
      return 'test is void'
    case 'ageing':
      return `test is old${on}`
    case 'inconclusive':
      return 'inconclusive'
  }
}

/** A longer account of a function's standing, for its tooltip and the list below. */
export function standingSentence(row: FunctionRow, when: When): string {
  const test = row.test
    ? `${resultWords(row.test.result)} on ${dayWords(row.test.at, when.zone)}${row.test.depth === 'full' ? '' : `, ${row.test.depth} check`}${row.minutes === undefined ? '' : `, ${durationWords(row.minutes)}`}${row.words ? ` (${row.words})` : ''}`
    : ''
  const limits = row.notExercised ? ` Does not exercise: ${row.notExercised}.` : ''
  const beside = row.beside
    ? ` Tried again on ${dayWords(row.beside.at, when.zone)}: ${resultWords(row.beside.result)}.`
    : ''
  if (row.voided && !row.test)
    return `The test of ${dayWords(row.voided.at, when.zone)} proves nothing: ${voidWords(row.voided)}.`
  if (row.changes.length)
    return `${sentence(test)} Since then ${list(row.changes.map((c) => changeWords(c, when)))}.${beside}`
  if (row.heldUpBy) return `${sentence(test)} ${heldUpWords(row.heldUpBy, when)}${beside}`
  const weak = row.weak.length > 0 ? ` Weak: ${list(row.weak.map(weaknessWords), 4)}.` : ''
  if (row.run && (row.word === 'unproved' || row.word === 'weakly'))
    return `${sentence(test)}${weak} ${runWords(row.run)}${limits}${beside}`
  if (row.claim && !row.test) return `Said on arrival: “${row.claim.words}”. Not tested here.${beside}`
  const said = row.claim?.says === 'works' || !row.claim ? '' : ` Said on arrival: “${row.claim.words}”.`
  return `${sentence(test)}${weak}${boundWords(row)}${limits}${said}${beside}`.trim()
}

/** "No failure in 9 starts: it may still fail in up to 28 of 100" (one-sided 95 %, core/history/intermittent). */
function boundWords({ test, run }: FunctionRow): string {
  const starts = test?.result.is === 'pass' ? test.result.starts : undefined
  return starts === undefined || starts < 2 || run
    ? ''
    : ` No failure in ${starts} starts: by that alone it may still fail in up to ${Math.round(failureRateBound(starts) * 100)} of 100.`
}

/** Beside a test in the log: "void for punch: the code of tape T1 is B, the machine needs A". */
export const voidRowWords = (voided: NonNullable<LogRow['voidBy']>): string =>
  `void for ${list(voided.functions, 4)}: ${voidWords(voided)}`

/** Other functions that fail, or a dead machine. A dead start does not say why. */
const heldUpWords = (by: NonNullable<FunctionRow['heldUpBy']>, when: When): string =>
  by.fn === lookFunction
    ? `Dead at the look of ${dayWords(by.at, when.zone)}, so nothing more is known of it. ${deadStart}`
    : `${capital(by.fn)}, which it needs, fails since ${dayWords(by.at, when.zone)}.`

/** What is not told apart when nothing happens at switch-on. */
export const deadStart = 'Supply, fuse, lead and switch are not told apart by a dead start.'

/** "9 clean of 9; if the old 1 of 3 still held, such luck has 25 %." */
export const runWords = ({
  clean,
  needed,
  failures,
  of,
  reckoned,
  luck,
}: NonNullable<FunctionRow['run']>): string =>
  reckoned
    ? `Said to work now and then, how often was not said: ${clean} clean so far, ${needed} are asked, as if one of two had failed.`
    : `${clean} clean of ${clean}; if the old ${failures} of ${of} still held, such luck has ${Math.round(luck * 100)} %.`

/** A net change in few words: "the IC4 swap", "keyboard cleaned". */
export const changeName = (c: ChangeSummary): string =>
  c.kind === 'swapped'
    ? `the ${c.target.name} swap`
    : c.kind === 'out and back'
      ? `${c.target.name} out and back`
      : c.kind === 'worked' && c.verbs.length > 0
        ? `${c.target.name} ${list(c.verbs)}`
        : c.target.name

/** Why a test ends nobody's doubt, in a few words. */
export function weaknessWords(weak: WeaknessRow): string {
  switch (weak.why) {
    case 'judged by':
      return `judged by ${weak.by}`
    case 'few starts':
      return `${count(weak.starts, 'start')} of ${weak.asked} that the sheet asks`
    case 'short time':
      return weak.minutes === undefined
        ? `for how long was not said; the sheet asks ${durationWords(weak.asked)}`
        : `${durationWords(weak.minutes)} of ${durationWords(weak.asked)} that the sheet asks`
    case 'less depth':
      return weak.enough === 'short'
        ? 'only a look'
        : `a full test is asked after ${list(weak.changes.map(changeName), 3)}`
    case 'part out':
      return `by the record ${list(weak.positions)} ${weak.positions.length === 1 ? 'was' : 'were'} out`
    case 'switched off':
      return 'by the record the machine was switched off'
    case 'gear not proved':
      return `${weak.gear} was not proved then`
    case 'gear not known':
      return `whether ${weak.gear} has the machine’s ${weak.attribute} is not written down`
  }
}

/** The mark beside an act that its doer was not authorised for. */
export const unauthorisedWords = ({ under, because }: NonNullable<LogRow['unauthorised']>): string =>
  under
    ? `not authorised, under ${under}`
    : because
      ? `not authorised, because ${because}`
      : 'not authorised, no reason given'
