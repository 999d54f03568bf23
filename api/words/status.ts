/** The sentence beside a working status, and its coverage. */
import { say, shown } from './say.ts'
import type { Coverage } from '#core/history/status.ts'
import type { ChangeSummary } from '#core/views/rows.ts'
import type { FunctionRow, StatusView } from '#core/views/machine-shape.ts'
import { dayWords, shortDay } from './dates.ts'
import { brackets, capital, colon, commas, list, paragraph, sentence } from './lists.ts'

export interface When {
  readonly now: string
  readonly zone: string
}

export const statusTitle = ({ word }: StatusView): string =>
  word === 'not run' ? say('Kept switched off') : capital(shown(word))

export function changeWords(change: ChangeSummary, { now, zone }: When): string {
  const from = shortDay(change.from, now, zone)
  const to = shortDay(change.to, now, zone)
  const name = change.part ?? change.target.name
  if (change.kind === 'out and back') {
    if (change.elsewhere)
      return say('{name} was out from {from} ({elsewhere}) and came back on {to}', {
        name,
        from,
        elsewhere: change.elsewhere,
        to,
      })
    return from === to
      ? say('{name} was out and back on {to}', { name, to })
      : say('{name} was out from {from} to {to}', { name, from, to })
  }
  if (change.kind === 'swapped')
    return say('{name}: {part} was replaced by {partIn} on {to}', {
      name: change.target.name,
      part: change.part ?? say('a part'),
      partIn: change.partIn ?? say('another'),
      to,
    })
  if (change.kind === 'taken out')
    return brackets(say('{name} was taken out on {from}', { name, from }), change.elsewhere)
  if (change.kind === 'put in')
    return say('{partIn} was put into {name} on {to}', {
      partIn: change.partIn ?? say('a part'),
      name: change.target.name,
      to,
    })
  return say('{name} was {verbs} on {to}', {
    name: change.target.name,
    verbs: list(change.verbs) || say('worked on'),
    to,
  })
}

const cutWords: Readonly<Record<ChangeSummary['kind'], string>> = {
  'out and back': say('back'),
  swapped: say('swapped'),
  'taken out': say('out'),
  'put in': say('in'),
  worked: '',
}

/** The few words at the foot of the copper line: "16 Oct, supply back". */
export const cutLabel = (change: ChangeSummary, { now, zone }: When): string =>
  `${shortDay(change.to, now, zone)}, ${change.target.name} ${cutWords[change.kind] || (change.verbs[0] ?? '')}`.trim()

/** "3 of 8 work", and what is with the others: "2 to test again, 1 fails, 2 not known". */
export function coverageWords({ of, work, weakly, fail, due, unknown }: Coverage): {
  works: string
  rest: string
} {
  if (of === 0) return { works: say('no function listed'), rest: '' }
  const rest = [
    weakly > 0 ? say('{weakly} not proved', { weakly }) : '',
    fail > 0 ? (fail === 1 ? say('{fail} fails', { fail }) : say('{fail} fail', { fail })) : '',
    due > 0 ? say('{due} to test again', { due }) : '',
    unknown > 0 ? say('{unknown} not known', { unknown }) : '',
  ]
  return { works: say('{work} of {of} work', { work, of }), rest: commas(...rest) }
}
export const coverageSentence = (coverage: Coverage): string => {
  const { works, rest } = coverageWords(coverage)
  return rest ? `${works}, ${rest}` : works
}

const missingPart = (m: StatusView['missing'][number]) => ({
  position: m.position,
  part: m.partKind,
  place: m.place ?? say('another place'),
})

/** What was touched and is not tested since: some of its functions, or none at all. */
function notTestedSince({ because, coverage }: StatusView): string {
  if (because.length === coverage.of) return say('No test is recorded since.')
  const what = capital(list(because))
  return because.length === 1
    ? say('{what} has not been tested since.', { what })
    : say('{what} have not been tested since.', { what })
}

/** Why the status is what it is, in one or two sentences. */
export function statusSentence(status: StatusView, when: When): string {
  switch (status.word) {
    case 'do not power':
      return sentence(list(status.because))
    case 'incomplete':
      return status.missing
        .filter((m) => m.where !== 'tray')
        .map((m) =>
          sentence(
            m.where === 'missing'
              ? say('{position} is empty: its {part} is missing', missingPart(m))
              : m.where === 'loan'
                ? say('{position} is empty: its {part} is on loan, in {place}', missingPart(m))
                : say('{position} is empty: its {part} is in {place}', missingPart(m)),
          ),
        )
        .join(' ')
    case 'in pieces': {
      const off = [
        ...status.off.map((o) => o.position),
        ...status.missing.map((m) => `${m.position} ${m.partKind}`),
      ]
      return sentence(
        off.length === 1
          ? say('{what} is off the machine', { what: list(off) })
          : say('{what} are off the machine', { what: list(off) }),
      )
    }
    case 'not working':
    case 'faulty':
      return sentence(
        status.because.length === 1
          ? say('{what} fails', { what: list(status.because) })
          : say('{what} fail', { what: list(status.because) }),
      )
    case 'retest due':
      return status.change
        ? paragraph(
            sentence(
              commas(
                changeWords(status.change, when),
                status.changes > 1 &&
                  (status.changes === 2
                    ? say('and one other thing was touched')
                    : say('and {n} other things were touched', { n: status.changes - 1 })),
              ),
            ),
            notTestedSince(status),
          )
        : sentence(
            colon(
              say('the last test of {because} proves nothing', { because: list(status.because) }),
              status.voided && voidWords(status.voided),
            ),
          )
    case 'not known':
      return status.because.length
        ? sentence(say('never tested here: {because}', { because: list(status.because) }))
        : say('No function of it is called essential yet.')
    case 'unproved':
      return unprovedSentence(status)
    case 'check overdue':
      return sentence(
        say('the last test of {because} is older than the house allows', { because: list(status.because) }),
      )
    case 'not run':
      return status.notRun
        ? sentence(
            status.notRun.by
              ? say('by decision of {by}, {at}: {reason}', {
                  at: dayWords(status.notRun.at, when.zone),
                  reason: status.notRun.reason,
                  by: status.notRun.by,
                })
              : say('by decision, {at}: {reason}', {
                  at: dayWords(status.notRun.at, when.zone),
                  reason: status.notRun.reason,
                }),
          )
        : say('By decision of the house it is kept switched off.')
    case 'working':
      return status.oldestProof
        ? say('Every essential function was tested, and nothing it depends on has been touched since.')
        : ''
  }
}

type Voided = NonNullable<FunctionRow['voided']>

/** Why a test proves nothing: gear that was unfit, or that is not what the machine needs. */
export const voidWords = ({ gear, differs }: Pick<Voided, 'gear' | 'differs'>): string =>
  differs
    ? say('the {attribute} of {gear} is {has}, the machine needs {needs}', {
        attribute: differs.attribute,
        gear: gear || say('its test gear'),
        has: differs.has,
        needs: differs.needs,
      })
    : say('{gear} was unfit', { gear: gear || say('its test gear') })

/** Functions that passed in a weak test, and those whose clean run is too short. */
function unprovedSentence({ because, weakly }: StatusView): string {
  const weak = because.filter((fn) => weakly.includes(fn))
  const short = because.filter((fn) => !weakly.includes(fn))
  return [
    weak.length > 0 ? sentence(say('{weak} passed in a weak test', { weak: list(weak) })) : '',
    short.length > 0
      ? sentence(
          say('{short} is known to come and go, and the clean run is still too short', {
            short: list(short),
          }),
        )
      : '',
  ]
    .filter(Boolean)
    .join(' ')
}
