/** The sentence beside a working status, and its coverage. */
import { say, shown } from './say.ts'
import type { Coverage } from '#core/history/status.ts'
import type { ChangeSummary } from '#core/views/rows.ts'
import type { FunctionRow, StatusView } from '#core/views/machine-shape.ts'
import { dayWords, shortDay } from './dates.ts'
import { capital, count, list, sentence, commas, colon, brackets } from './lists.ts'

export interface When {
  readonly now: string
  readonly zone: string
}

export const statusTitle = (status: StatusView): string => capital(shown(status.word))

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

/** Why the status is what it is, in one or two sentences. */
/** "3 of 8 work", and what is with the others: "2 to test again, 1 fails, 2 not known". */
export function coverageWords({ of, work, weakly, fail, due, unknown }: Coverage): {
  works: string
  rest: string
} {
  if (of === 0) return { works: say('no function listed'), rest: '' }
  const rest = [
    weakly > 0 ? say('{weakly} not proved', { weakly }) : '',
    fail > 0 ? `${fail} ${fail === 1 ? say('fails') : say('fail')}` : '',
    due > 0 ? say('{due} to test again', { due }) : '',
    unknown > 0 ? say('{unknown} not known', { unknown }) : '',
  ]
  return { works: say('{work} of {of} work', { work, of }), rest: rest.filter(Boolean).join(', ') }
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
            say('{position} is empty: its {partKind} is {more}', {
              position: m.position,
              partKind: m.partKind,
              more:
                m.where === 'missing'
                  ? say('missing')
                  : m.where === 'loan'
                    ? say('on loan, in {place}', { place: m.place ?? say('another place') })
                    : say('in {place}', { place: m.place ?? say('another place') }),
            }),
          ),
        )
        .join(' ')
    case 'in pieces':
      return sentence(
        status.off.length + status.missing.length === 1
          ? say('{x} is off the machine', {
              x: list([
                ...status.off.map((o) => o.position),
                ...status.missing.map((m) => `${m.position} ${m.partKind}`),
              ]),
            })
          : say('{x} are off the machine', {
              x: list([
                ...status.off.map((o) => o.position),
                ...status.missing.map((m) => `${m.position} ${m.partKind}`),
              ]),
            }),
      )
    case 'not working':
    case 'faulty':
      return sentence(`${list(status.because)} ${status.because.length === 1 ? say('fails') : say('fail')}`)
    case 'retest due':
      return status.change
        ? say('{more} {more2} {more3} {more4}been tested since.', {
            more: sentence(
              commas(
                changeWords(status.change, when),
                status.changes > 1 &&
                  (status.changes === 2
                    ? say('and {changes} was touched', { changes: count(status.changes - 1, 'other thing') })
                    : say('and {changes} were touched', {
                        changes: count(status.changes - 1, 'other thing'),
                      })),
              ),
            ),
            more2:
              status.because.length === status.coverage.of ? say('Nothing') : capital(list(status.because)),
            more3:
              status.because.length === 1 || status.because.length === status.coverage.of
                ? say('has')
                : say('have'),
            more4: status.because.length === status.coverage.of ? '' : say('not '),
          })
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
        : say('The house does not run it.')
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
