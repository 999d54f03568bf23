/** The sentence beside a working status, and the words of standings and conclusions. */
import type { Coverage } from '#core/history/status.ts'
import type { Bracket, ChangeSummary } from '#core/views/rows.ts'
import type { FunctionRow, StatusView } from '#core/views/machine-shape.ts'
import { dayWords, shortDay } from './dates.ts'
import { resultWords } from './entries.ts'
import { capital, count, list, sentence } from './lists.ts'

interface When {
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
export function coverageWords({ of, work, fail, due, unknown }: Coverage): { works: string; rest: string } {
  if (of === 0) return { works: 'no function listed', rest: '' }
  const rest = [
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
        : sentence(`the last test of ${list(status.because)} proves nothing: its gear was unfit`)
    case 'not known':
      return status.because.length
        ? sentence(`never tested here: ${list(status.because)}`)
        : 'No function of it is called essential yet.'
    case 'unproved':
      return sentence(`${list(status.because)} failed now and then before; the clean run is still too short`)
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
    case 'unproved':
      return row.run ? `clean ${row.run.clean} of ${row.run.needed}` : 'unproved'
    case 'claimed':
      return 'only said'
    case 'untested':
      return 'never tested'
    case 'blocked':
      return 'could not be tried'
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
    ? `${resultWords(row.test.result)} on ${dayWords(row.test.at, when.zone)}${row.test.depth === 'full' ? '' : `, ${row.test.depth} check`}`
    : ''
  const beside = row.beside
    ? ` Tried again on ${dayWords(row.beside.at, when.zone)}: ${resultWords(row.beside.result)}.`
    : ''
  if (row.voided && !row.test)
    return `The test of ${dayWords(row.voided.at, when.zone)} proves nothing: ${row.voided.gear} was unfit.`
  if (row.changes.length)
    return `${sentence(test)} Since then ${list(row.changes.map((c) => changeWords(c, when)))}.${beside}`
  if (row.run && row.word === 'unproved')
    return `${sentence(test)} ${row.run.clean} clean of ${row.run.clean}; if the old ${row.run.failures} of ${row.run.of} still held, such luck has ${Math.round(row.run.luck * 100)} %.${beside}`
  if (row.claim && !row.test) return `Said on arrival: “${row.claim.words}”. Not tested here.${beside}`
  return `${sentence(test)}${beside}`.trim()
}

/** The bracket's conclusion: its title, and the suspects or the reason below it. */
interface BracketWords {
  readonly title: string
  readonly detail: string
  readonly strong: boolean
}

/** A net change in few words: "the IC4 swap", "keyboard cleaned". */
const changeName = (c: Bracket['changes'][number]): string =>
  c.kind === 'swapped'
    ? `the ${c.target.name} swap`
    : c.kind === 'out and back'
      ? `${c.target.name} out and back`
      : c.kind === 'worked' && c.verbs.length > 0
        ? `${c.target.name} ${list(c.verbs)}`
        : c.target.name

/** Everything that was changed between the two tests, by how near it is: altered, disturbed, gear, on no list. */
function inBetween({ changes, orDisturbed, otherGear, unlisted }: Bracket): string {
  const said = [
    ...changes.map(changeName),
    ...orDisturbed.map(changeName),
    ...otherGear.map((g) => `tried with ${g}`),
  ]
  const off = unlisted.map(changeName)
  return [list(said, 6), off.length > 0 ? `${list(off, 4)} (not on its list)` : ''].filter(Boolean).join('; ')
}

/** The one act that would settle it, where there is one. */
function settles({ changes, orDisturbed, otherGear }: Bracket): string {
  const [only] = changes
  if (changes.length === 1 && orDisturbed.length === 0 && only)
    return only.kind === 'swapped'
      ? ` The part or its ${only.target.sort === 'position' ? 'contact' : 'seat'}: swapping back, or a pass in a proved machine, tells them apart.`
      : ' Undoing it, and testing again, would settle it.'
  if (otherGear.length > 0) return ' The same test with the gear of before would settle it.'
  return changes.length + orDisturbed.length > 1
    ? ' Undone one by one, with a test after each, they would come apart.'
    : ''
}

const strengthWords: Readonly<Record<Bracket['strength'], string>> = {
  shown: '',
  presumed: ', presumed',
  'shows nothing': ', weakly',
}

/** What the tests on either side of some work show about it; never more than was seen. */
export function bracketWords(bracket: Bracket, when: When): BracketWords {
  const fns = list(bracket.functions)
  const among = inBetween(bracket)
  const weak = [
    bracket.weakened.includes('gear not proved') ? ' Test gear was not proved.' : '',
    bracket.weakened.includes('was intermittent') ? ' It is known to come and go.' : '',
  ].join('')
  const say = (title: string, detail: string, strong: boolean, more = ''): BracketWords => ({
    title,
    detail: `${sentence(detail)}${more}${weak}`,
    strong,
  })
  const names = bracket.changes.map(changeName)
  switch (bracket.verdict) {
    case 'cause shown':
      return say(
        `Cause shown${strengthWords[bracket.strength]}`,
        `${fns} passed after ${names.join(', ')}, the only change written down`,
        false,
        settles(bracket),
      )
    case 'cause presumed':
      return say(presumedTitle(bracket), `${fns} passed after ${among}`, false, settles(bracket))
    case 'cause not separated':
      return say('Cause not separated', `${fns} passed after ${among}`, true, settles(bracket))
    case 'better, not cured':
      return say(
        'Better, not cured',
        `${fns} fails less${among ? ` after ${among}` : ', with nothing written down in between'}`,
        true,
      )
    case 'came back by itself':
      return say(
        'Came back by itself',
        `${fns} passed with nothing written down in between; it may go again`,
        true,
      )
    case 'outside what was declared':
      return say(
        'Outside what was declared',
        `${fns} changed after ${among}, which the sheet does not connect with it`,
        true,
        ' Does it depend on that? Add it to the list.',
      )
    case 'no effect':
      return say(
        bracket.strength === 'shows nothing' ? 'Shows nothing' : 'No effect',
        `${fns} fails as before after ${among}${otherWords(bracket)}`,
        false,
        bracket.cleared
          ? ` ${sentence(`${bracket.cleared} is not shown faulty`)}`
          : bracket.weakened.includes('part put in not proved')
            ? ' The part put in was not proved.'
            : '',
      )
    case 'no lasting effect together':
      return say(
        'No lasting effect together',
        `${fns} fails as before after ${among}${otherWords(bracket)}`,
        false,
      )
    case 'caused by':
      return say(
        bracket.raised ? 'Shown by swap-back' : `Caused by the change${strengthWords[bracket.strength]}`,
        `${fns} got worse after ${among}${bracket.raised || bracket.strength !== 'shown' ? '' : ', the only change written down'}`,
        true,
        settles(bracket),
      )
    case 'among':
      return say('Caused among these', `${fns} got worse after ${among}`, true, settles(bracket))
    case 'failed on its own':
      return say('Failed on its own', `${fns} got worse with nothing written down in between`, false)
    case 'came again':
      return say('It came again', `${fns} fails again, with nothing written down in between`, false)
    case 'cannot be known':
      return say(
        'Was it us? Cannot be known',
        `${fns} had never been tested before ${dayWords(bracket.testedOn, when.zone)}`,
        true,
      )
    case 'order not known':
      return say('Order not known', `the times of work and test on ${fns} overlap`, true)
    case 'survived':
      return say('Survived', `${fns} still passes`, false)
  }
}

/** A seat or contact, other gear, or a change beside which something else was altered. */
function presumedTitle({ changes, orDisturbed }: Bracket): string {
  if (changes.length > 0) return 'Cause presumed'
  return orDisturbed.length > 0 ? 'Seat or contact, presumed' : 'The gear, presumed, not the machine'
}

const otherWords = ({ otherWords: other }: Bracket): string => (other ? ', in other words' : '')
