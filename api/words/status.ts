/** The sentence beside a working status, and its coverage. */
import type { Coverage } from '#core/history/status.ts'
import type { ChangeSummary } from '#core/views/rows.ts'
import type { FunctionRow, StatusView } from '#core/views/machine-shape.ts'
import { dayWords, shortDay } from './dates.ts'
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
    return `${change.target.name}: ${change.part ?? 'a part'} was replaced by ${change.partIn ?? 'another'} on ${to}`
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

type Voided = NonNullable<FunctionRow['voided']>

/** Why a test proves nothing: gear that was unfit, or that is not what the machine needs. */
export const voidWords = ({ gear, differs }: Pick<Voided, 'gear' | 'differs'>): string =>
  differs
    ? `the ${differs.attribute} of ${gear || 'its test gear'} is ${differs.has}, the machine needs ${differs.needs}`
    : `${gear || 'its test gear'} was unfit`

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
