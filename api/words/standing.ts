/** The standing of one function in words, and the words of what its tests show. Apart from the machine's status, which Bench needs alone. */
import { say, shown } from './say.ts'
import type { ChangeSummary, LogRow, WeaknessRow } from '#core/views/rows.ts'
import type { FunctionRow } from '#core/views/machine-shape.ts'
import type { TestResult } from '#core/history/bodies/test.ts'
import { failureRateBound } from '#core/history/intermittent.ts'
import { lookFunction } from '#core/history/results.ts'
import { dayWords, durationWords, shortDay } from './dates.ts'
import { resultWords } from './results.ts'
import { brackets, capital, commas, count, list, paragraph, sentence } from './lists.ts'
import { changeWords, voidWords, type When } from './status.ts'

/** Today's standing at the right of a lane. */
export function standingWords(row: FunctionRow, { now, zone }: When): string {
  const on = row.test && shortDay(row.test.at, now, zone)
  switch (row.word) {
    case 'retest':
      return say('test again')
    case 'works':
      return commas(say('works'), on)
    case 'fails':
      return row.changes.length ? say('fails, worked on since') : commas(say('fails'), on)
    case 'partly':
    case 'intermittent':
      return row.test
        ? commas(partWords(row.test.result), row.changes.length ? say('worked on since') : on)
        : row.word
    case 'weakly':
      return commas(say('works, weakly'), on)
    case 'unproved':
      return row.run
        ? say('clean {clean} of {needed}', { clean: row.run.clean, needed: row.run.needed })
        : say('unproved')
    case 'claimed':
      return say('only said')
    case 'untested':
      return say('never tested')
    case 'blocked':
      return row.heldUpBy ? say('not known now') : say('could not be tried')
    case 'void':
      return say('test is void')
    case 'ageing':
      return commas(say('test is old'), on)
    case 'inconclusive':
      return say('inconclusive')
  }
}

/** How much of it works: as counted, else only that a part does; or that it comes and goes. */
function partWords(result: TestResult): string {
  if (result.is !== 'partly') return say('intermittent')
  const { good, of } = result
  return good === undefined || of === undefined ? say('partly good') : say('{good} of {of}', { good, of })
}

/** “pass on 3 Mar 2026, short check, 40 min (with the lid off)”. */
function testWords({ test, minutes, words }: FunctionRow, when: When): string {
  if (!test) return ''
  const on = say('{result} on {at}', {
    result: resultWords(test.result),
    at: dayWords(test.at, when.zone),
  })
  return brackets(
    commas(
      on,
      test.depth !== 'full' && say('{depth} check', { depth: shown(test.depth) }),
      minutes !== undefined && durationWords(minutes),
    ),
    words,
  )
}

/** A longer account of a function's standing, for its tooltip and the list below. */
export function standingSentence(row: FunctionRow, when: When): string {
  const test = testWords(row, when)
  const limits = row.notExercised
    ? say('Does not exercise: {notExercised}.', { notExercised: row.notExercised })
    : ''
  const beside = row.beside
    ? say('Tried again on {at}: {result}.', {
        at: dayWords(row.beside.at, when.zone),
        result: resultWords(row.beside.result),
      })
    : ''
  if (row.voided && !row.test)
    return say('The test of {at} proves nothing: {void}.', {
      at: dayWords(row.voided.at, when.zone),
      void: voidWords(row.voided),
    })
  if (row.changes.length)
    return paragraph(
      say('{test} Since then {changes}.', {
        test: sentence(test),
        changes: list(row.changes.map((c) => changeWords(c, when))),
      }),
      beside,
    )
  if (row.heldUpBy) return paragraph(sentence(test), heldUpWords(row.heldUpBy, when), beside)
  const weak = row.weak.length > 0 ? say('Weak: {weak}.', { weak: list(row.weak.map(weaknessWords), 4) }) : ''
  if (row.run && (row.word === 'unproved' || row.word === 'weakly'))
    return paragraph(sentence(test), weak, runWords(row.run), limits, beside)
  if (row.claim && !row.test)
    return paragraph(say('Said on arrival: “{words}”. Not tested here.', { words: row.claim.words }), beside)
  const said =
    row.claim?.says === 'works' || !row.claim
      ? ''
      : say('Said on arrival: “{words}”.', { words: row.claim.words })
  return paragraph(sentence(test), weak, boundWords(row), limits, said, beside)
}

/** "No failure in 9 starts: it may still fail in up to 28 of 100" (one-sided 95 %, core/history/intermittent). */
function boundWords({ test, run }: FunctionRow): string {
  const starts = test?.result.is === 'pass' ? test.result.starts : undefined
  return starts === undefined || starts < 2 || run
    ? ''
    : say('No failure in {starts} starts: by that alone it may still fail in up to {round} of 100.', {
        starts,
        round: Math.round(failureRateBound(starts) * 100),
      })
}

/** Beside a test in the log: "void for punch: the code of tape T1 is B, the machine needs A". */
export const voidRowWords = (voided: NonNullable<LogRow['voidBy']>): string =>
  say('void for {functions}: {void}', { functions: list(voided.functions, 4), void: voidWords(voided) })

/** Other functions that fail, or a dead machine. A dead start does not say why. */
const heldUpWords = (by: NonNullable<FunctionRow['heldUpBy']>, when: When): string =>
  by.fn === lookFunction
    ? say('Dead at the look of {at}, so nothing more is known of it. {deadStart}', {
        at: dayWords(by.at, when.zone),
        deadStart,
      })
    : say('{fn}, which it needs, fails since {at}.', { fn: capital(by.fn), at: dayWords(by.at, when.zone) })

/** What is not told apart when nothing happens at switch-on. */
export const deadStart = say('Supply, fuse, lead and switch are not told apart by a dead start.')

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
    ? say(
        'Said to be intermittent, how often was not said: {clean} clean so far, {needed} are asked, as if one of two had failed.',
        { clean, needed },
      )
    : say(
        '{clean} clean of {clean}. If it still failed {failures} of {of}, the chance of this by luck alone is {round} %.',
        {
          clean,
          failures,
          of,
          round: Math.round(luck * 100),
        },
      )

/** A net change in few words: "the IC4 swap", "keyboard cleaned". */
export const changeName = (c: ChangeSummary): string =>
  c.kind === 'swapped'
    ? say('the {name} swap', { name: c.target.name })
    : c.kind === 'out and back'
      ? say('{name} out and back', { name: c.target.name })
      : c.kind === 'worked' && c.verbs.length > 0
        ? `${c.target.name} ${list(c.verbs)}`
        : c.target.name

/** Why a test ends nobody's doubt, in a few words. */
export function weaknessWords(weak: WeaknessRow): string {
  switch (weak.why) {
    case 'judged by':
      return say('judged by {by}', { by: weak.by })
    case 'few starts':
      return say('{starts} of {asked} that the sheet asks', {
        starts: count(weak.starts, 'start'),
        asked: weak.asked,
      })
    case 'short time':
      return weak.minutes === undefined
        ? say('for how long was not said; the sheet asks {asked}', { asked: durationWords(weak.asked) })
        : say('{minutes} of {asked} that the sheet asks', {
            minutes: durationWords(weak.minutes),
            asked: durationWords(weak.asked),
          })
    case 'less depth':
      return weak.enough === 'short'
        ? say('only a look')
        : say('a full test is asked after {changes}', { changes: list(weak.changes.map(changeName), 3) })
    case 'part out':
      return weak.positions.length === 1
        ? say('by the record {positions} was out', { positions: list(weak.positions) })
        : say('by the record {positions} were out', { positions: list(weak.positions) })
    case 'switched off':
      return say('by the record the machine was switched off')
    case 'gear not proved':
      return say('{gear} was not proved then', { gear: weak.gear })
    case 'gear not known':
      return say('whether {gear} has the machine’s {attribute} is not written down', {
        gear: weak.gear,
        attribute: weak.attribute,
      })
  }
}

/** The mark beside an act that its doer was not authorised for. */
export const unauthorisedWords = ({ under, because }: NonNullable<LogRow['unauthorised']>): string =>
  under
    ? say('not authorised, under {under}', { under })
    : because
      ? say('not authorised, because {because}', { because })
      : say('not authorised, no reason given')
