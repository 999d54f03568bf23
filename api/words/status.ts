/** The sentence beside a working status, and the words of standings and conclusions. */
import type { Coverage } from '#core/history/status.ts'
import type { ChangeSummary, LogRow, WeaknessRow } from '#core/views/rows.ts'
import type { FunctionRow, StatusView } from '#core/views/machine-shape.ts'
import { failureRateBound } from '#core/history/intermittent.ts'
import { lookFunction } from '#core/history/results.ts'
import { dayWords, durationWords, shortDay } from './dates.ts'
import { resultWords } from './entries.ts'
import { capital, count, list, sentence } from './lists.ts'

export interface When {
  readonly now: string
  readonly zone: string
}

export const statusTitle = (status: StatusView): string => capital(status.word)

export function changeWords(change: ChangeSummary, { now, zone }: When): string {
  const from = shortDay(change.from, now, zone)
  const to = shortDay(change.to, now, zone)
  const name = change.part ?? change.target.name
  if (change.kind === 'out and back') {
    if (change.elsewhere) return `${name} was out from ${from} (${change.elsewhere}) and came back on ${to}`
    return from === to ? `${name} was out and back on ${to}` : `${name} was out from ${from} to ${to}`
  }
  if (change.kind === 'swapped')
    return `${change.target.name}: ${change.part ?? 'a part'} gave way to ${change.partIn ?? 'another'} on ${to}`
  if (change.kind === 'taken out')
    return `${name} was taken out on ${from}${change.elsewhere ? ` (${change.elsewhere})` : ''}`
  if (change.kind === 'put in')
    return `${change.partIn ?? 'a part'} was put into ${change.target.name} on ${to}`
  return `${change.target.name} was ${list(change.verbs) || 'worked on'} on ${to}`
}

const cutWords: Readonly<Record<ChangeSummary['kind'], string>> = {
  'out and back': 'back',
  swapped: 'swapped',
  'taken out': 'out',
  'put in': 'in',
  worked: '',
}

/** The few words at the foot of the copper line: "16 Oct, supply back". */
export const cutLabel = (change: ChangeSummary, { now, zone }: When): string =>
  `${shortDay(change.to, now, zone)}, ${change.target.name} ${cutWords[change.kind] || (change.verbs[0] ?? '')}`.trim()

/** Why the status is what it is, in one or two sentences. */
/** "3 of 8 work", and what is with the others: "2 to test again, 1 fails, 2 not known". */
export function coverageWords({ of, work, weakly, fail, due, unknown }: Coverage): {
  works: string
  rest: string
} {
  if (of === 0) return { works: 'no function listed', rest: '' }
  const rest = [
    weakly > 0 ? `${weakly} not proved` : '',
    fail > 0 ? `${fail} ${fail === 1 ? 'fails' : 'fail'}` : '',
    due > 0 ? `${due} to test again` : '',
    unknown > 0 ? `${unknown} not known` : '',
  ]
  return { works: `${work} of ${of} work`, rest: rest.filter(Boolean).join(', ') }
}
export const coverageSentence = (coverage: Coverage): string => {
  const { works, rest } = coverageWords(coverage)
  return rest ? `${works}, ${rest}` : works
}

export function statusSentence(status: StatusView, when: When): string {
  switch (status.word) {
    case 'do not power':
      return sentence(list(status.because))
    case 'incomplete':
      return status.missing
        .filter((m) => m.where !== 'tray')
        .map((m) =>
          sentence(
            `${m.position} is empty: its ${m.partKind} is ${m.where === 'missing' ? 'missing' : m.where === 'loan' ? `on loan, in ${m.place ?? 'another place'}` : `in ${m.place ?? 'another place'}`}`,
          ),
        )
        .join(' ')
    case 'in pieces':
      return sentence(
        `${list([...status.off.map((o) => o.position), ...status.missing.map((m) => `${m.position} ${m.partKind}`)])} ${status.off.length + status.missing.length === 1 ? 'is' : 'are'} off the machine`,
      )
    case 'not working':
    case 'faulty':
      return sentence(`${list(status.because)} ${status.because.length === 1 ? 'fails' : 'fail'}`)
    case 'retest due':
      return status.change
        ? `${sentence(`${changeWords(status.change, when)}${status.changes > 1 ? `, and ${count(status.changes - 1, 'other thing')} ${status.changes === 2 ? 'was' : 'were'} touched` : ''}`)} ${status.because.length === status.coverage.of ? 'Nothing' : capital(list(status.because))} ${status.because.length === 1 || status.because.length === status.coverage.of ? 'has' : 'have'} ${status.because.length === status.coverage.of ? '' : 'not '}been tested since.`
        : sentence(
            `the last test of ${list(status.because)} proves nothing${status.voided ? `: ${voidWords(status.voided)}` : ''}`,
          )
    case 'not known':
      return status.because.length
        ? sentence(`never tested here: ${list(status.because)}`)
        : 'No function of it is called essential yet.'
    case 'unproved':
      return unprovedSentence(status)
    case 'check overdue':
      return sentence(`the last test of ${list(status.because)} is older than the house allows`)
    case 'not run':
      return status.notRun
        ? sentence(
            `by decision${status.notRun.by ? ` of ${status.notRun.by}` : ''}, ${dayWords(status.notRun.at, when.zone)}: ${status.notRun.reason}`,
          )
        : 'The house does not run it.'
    case 'working':
      return status.oldestProof
        ? `Every essential function was tested, and nothing it depends on has been touched since.`
        : ''
  }
}

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

type Voided = NonNullable<FunctionRow['voided']>

/** Why a test proves nothing: gear that was unfit, or that is not what the machine needs. */
export const voidWords = ({ gear, differs }: Pick<Voided, 'gear' | 'differs'>): string =>
  differs
    ? `the ${differs.attribute} of ${gear || 'its test gear'} is ${differs.has}, the machine needs ${differs.needs}`
    : `${gear || 'its test gear'} was unfit`

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

/** Functions that passed in a weak test, and those whose clean run is too short. */
function unprovedSentence({ because, weakly }: StatusView): string {
  const weak = because.filter((fn) => weakly.includes(fn))
  const short = because.filter((fn) => !weakly.includes(fn))
  return [
    weak.length > 0 ? sentence(`${list(weak)} passed in a weak test`) : '',
    short.length > 0
      ? sentence(`${list(short)} is known to come and go, and the clean run is still too short`)
      : '',
  ]
    .filter(Boolean)
    .join(' ')
}
