/** The words of checks: what each rule saw, and what would satisfy it. */
import { say } from './say.ts'
import type { Precaution } from '#core/history/bodies/precaution.ts'
import type { CheckName, CheckReport, RuleAnswer, RuleName } from '#core/work/checks/index.ts'
import { clockWords } from './dates.ts'
import { capital, count, list, paragraph, semicolons, sentence } from './lists.ts'

export const checkTitles: Readonly<Record<CheckName, string>> = {
  'as-found': say('As-found check'),
  'switch on': say('Before switching on'),
  'hands inside': say('Hands inside'),
  closing: say('Closing'),
  dispatch: say('Dispatch'),
}

const precautionTitles: Readonly<Partial<Record<Precaution, string>>> = {
  'supply on dummy load': say('Supply measured on a dummy load'),
  'current limit': say('First power through a current limit'),
  'protected outlet': say('Directly on a protected outlet'),
  'rail to ground compared': say('Rail to ground compared'),
}
export const precautionTitle = (what: Precaution): string => precautionTitles[what] ?? capital(what)

/** The rule saw, and what would satisfy it. */
interface RuleWords {
  readonly saw: string
  readonly satisfy: string
}

/** Rules that a person answers: what is asked of them. The usual cautions; none of them says that something is safe. */
const asked: Readonly<Partial<Record<RuleName, RuleWords>>> = {
  'supply proved first': {
    saw: say('This is the first power of this episode.'),
    satisfy: say(
      'Measure the supply on a dummy load (a switching supply needs its least load); where it cannot be separated, go through a current limit and read the rail within seconds.',
    ),
  },
  'rail to ground compared': {
    saw: say('Not recorded since it was worked on: rail compared to ground.'),
    satisfy: say(
      'Measure it and compare with a sister machine. Old logic may read tens of ohms; below about 2 Ω suspect a short.',
    ),
  },
  'switches set': {
    saw: say('Switch positions are not recorded.'),
    satisfy: say('Look at the mains selector, memory switch and power switch.'),
  },
  attended: {
    saw: say('It has been powered up, or not yet, with no person named beside it.'),
    satisfy: say('Stay with it while it runs, fused and on residual-current protection.'),
  },
  'plug out': {
    saw: say('The plug was not seen pulled since the last power-up.'),
    satisfy: say('Pull the plug and lay it where you can see it.'),
  },
  'second person': {
    saw: say('No person is named.'),
    satisfy: say('Have someone by who knows where the power is cut off. Name them.'),
  },
  'memory switch off': {
    saw: say('A memory that stays on empties its cells on the shelf.'),
    satisfy: say('Switch it off, or note that it has none.'),
  },
  'cards secured': {
    saw: say('A loose card can break itself and its slot on the road.'),
    satisfy: say('Screw, tie or pad every card and plug-in.'),
  },
  'heads parked': {
    saw: say('How heads and media are is not recorded.'),
    satisfy: say('Park heads, lock carriages, take media out.'),
  },
  'lithium declared': {
    saw: say('It holds a lithium cell.'),
    satisfy: say('Declare it as the carrier asks, or take the cell out.'),
  },
  'consent covers it': {
    saw: say('It belongs to someone else.'),
    satisfy: say('Name the consent that covers where it goes and what may be done.'),
  },
  'handover sheet made': {
    saw: say('Nothing is handed over with it yet.'),
    satisfy: say('Make the sheet that goes with it, and keep a copy.'),
  },
}

/** "In this episode: discharged once, powered up 3 times." */
const tallyWords = ({ tally }: RuleAnswer, done: string): string =>
  tally
    ? say('In this episode: {done} {times}, powered up {tallyTimes}.', {
        done,
        times: timesWords(tally.done),
        tallyTimes: timesWords(tally.powerUps),
      })
    : ''
const timesWords = (n: number): string =>
  n === 0 ? say('never') : n === 1 ? say('once') : say('{n} times', { n })

/** What the rule saw, and what would satisfy it. */
export function ruleWords(
  answer: RuleAnswer,
  depth?: string,
  names?: { readonly zone: string; readonly who: (party: string | undefined) => string },
): RuleWords {
  const about = list(answer.about, 5)
  if (answer.passed && names) {
    const plainly = ruleWords({ ...answer, passed: undefined }, depth)
    return {
      saw: `${sentence(say('passed over by {who} at {clock}, and still open', { who: names.who(answer.passed.by), clock: clockWords(answer.passed.at, names.zone) }))} ${plainly.saw}`,
      satisfy: plainly.satisfy,
    }
  }
  if (answer.override)
    return {
      saw: sentence(
        say('overridden by a {role}: {reason}', {
          role: answer.override.role,
          reason: answer.override.reason,
        }),
      ),
      satisfy: '',
    }
  const plain = asked[answer.rule]
  if (plain) return { saw: about ? sentence(about) : plain.saw, satisfy: plain.satisfy }
  switch (answer.rule) {
    case 'tested before work':
      if (answer.is === 'not known')
        return {
          saw: say('The sheet names no essential function.'),
          satisfy: say('Test what you can see, or name essential functions on the type sheet.'),
        }
      return {
        saw: sentence(
          semicolons(
            depth === 'full'
              ? say('the house asks for every function before the first change')
              : depth === 'look'
                ? say('the house asks for a look before the first change')
                : say('the house asks for the essential functions before the first change'),
            about && say('open: {about}', { about }),
          ),
        ),
        satisfy: say('Test them now, or say why not.'),
      }
    case 'nothing bars power':
      return { saw: sentence(about), satisfy: say('Deal with it, then say that it is over.') }
    case 'mains agrees':
      return answer.is === 'not known'
        ? {
            saw: about
              ? sentence(say('the plate says {about}', { about }))
              : say('No mains rating is written down.'),
            satisfy: say('Read the rating plate; or name the transformer that stands between.'),
          }
        : {
            saw: sentence(about),
            satisfy: say(
              'Name a step-down transformer of enough VA. A transformer made for 60 Hz may overheat on 50 Hz even at the right voltage; an autotransformer does not isolate.',
            ),
          }
    case 'earth and insulation':
      return {
        saw:
          answer.is === 'not known'
            ? say('Whether it is of class I or II is not written down.')
            : say('It is of class I and no measurement is recorded.'),
        satisfy: say(
          'Earth continuity and insulation by the local electrical code, by a person licensed for it.',
        ),
      }
    case 'found dealt with':
      return {
        saw: sentence(about),
        satisfy: say('Treat it, or judge it stable. Find the cause of a scorched part.'),
      }
    case 'sockets verified':
      return {
        saw: sentence(say('fitted, not verified: {about}', { about })),
        satisfy: say('Look again: which socket, which way round, no leg bent under.'),
      }
    case 'weak parts dealt with':
      return {
        saw: sentence(say('known to fail on this type: {about}', { about })),
        satisfy: say('Replace, disconnect or check them, and say which.'),
      }
    case 'cells out':
      return {
        saw: sentence(about ? say('may be in: {about}', { about }) : say('cells may be in')),
        satisfy: say(
          'Take them out; a backed-up memory loses what it holds, so copy it first or give it up by name.',
        ),
      }
    case 'reservoir measured':
      return {
        saw: paragraph(
          about ? sentence(about) : say('Not measured since the last power-up.'),
          tallyWords(answer, say('measured')),
        ),
        satisfy: say(
          'Wait, then measure across the reservoir: done reservoir measured 0.4 V. Above 60 V d.c. wait longer. A calculated value does not replace a measurement.',
        ),
      }
    case 'tube discharged':
      return {
        saw: paragraph(
          about ? sentence(about) : say('Not discharged since the last power-up.'),
          tallyWords(answer, say('discharged')),
        ),
        satisfy: say(
          'By an authorised person, by the proper procedure to the tube’s own earth braid, again after some minutes, lead left clipped. Never alone.',
        ),
      }
    case 'cells as the house keeps them':
      return {
        saw: sentence(say('the house takes cells out for good; in or unseen: {about}', { about })),
        satisfy: say('Take them out, or say why one stays.'),
      }
    case 'contents copied or given up':
      return {
        saw: say('What is in its memories and media is not recorded.'),
        satisfy: say('Copy it with a checksum, or give it up by name, before cells come out.'),
      }
    case 'mains on the sheet':
      return {
        saw: say('No mains rating is written down.'),
        satisfy: say('Write it on the machine or its type sheet, with the converter it needs.'),
      }
    case 'tray empty':
      return {
        saw: sentence(say('off the machine: {about}', { about })),
        satisfy: say('Put it back, or name it as left for later.'),
      }
    case 'fasteners balance':
      return {
        saw: sentence(about),
        satisfy: say('Count again, put the rest back, or name it as left for later.'),
      }
    case 'connections on':
      return { saw: sentence(say('still off: {about}', { about })), satisfy: say('Plug it in.') }
    case 'waits over':
      return {
        saw: sentence(say('still waiting: {about}', { about })),
        satisfy: say('Wait for it, or name it as left for later.'),
      }
    case 'temporary items out':
      return {
        saw: sentence(say('in the machine for diagnosis: {about}', { about })),
        satisfy: say('Take it out, or list it as left in.'),
      }
    case 'loans home':
      return {
        saw: sentence(say('away: {about}', { about })),
        satisfy: say('Bring it home, or carry it forward with a date.'),
      }
    case 'adjusters noted':
      return {
        saw: sentence(say('turned without from and to: {about}', { about })),
        satisfy: say('Correct the entry with both settings.'),
      }
    case 'work verified':
      return {
        saw: sentence(say('fitted, not verified: {about}', { about })),
        satisfy: say('Check print and part apart, then write: verify and the position.'),
      }
    case 'disturbed functions retested':
      return {
        saw: sentence(say('not tested since they were touched: {about}', { about })),
        satisfy: say('Test them, or say what makes it impossible.'),
      }
    case 'jots sorted':
      return {
        saw: sentence(say('kept, not sorted: {about}', { about })),
        satisfy: say('Sort them into entries, or name them as left for later.'),
      }
    case 'contested entries settled':
      return {
        saw: sentence(say('{about} contested', { about: count(answer.about.length, 'entry', 'entries') })),
        satisfy: say('Settle: it happened, or it did not.'),
      }
    case 'next step handed on':
      return {
        saw: about
          ? sentence(say('open questions go with it: {about}', { about }))
          : say('Nothing is said yet.'),
        satisfy: say('Say what comes next, or that nothing does.'),
      }
    default:
      return { saw: about, satisfy: '' }
  }
}

/** The head of a check: how many points are open. */
export const checkCount = (check: CheckReport): string =>
  check.unmet > 0
    ? count(check.unmet, 'open point')
    : check.rules.some((r) => r.is === 'not known')
      ? say('not known')
      : say('nothing open')
