/** The words of checks: what each rule saw, and what would satisfy it. */
import type { Precaution } from '#core/history/bodies/precaution.ts'
import type { CheckName, CheckReport, RuleAnswer, RuleName } from '#core/work/checks/index.ts'
import { clockWords } from './dates.ts'
import { capital, count, list, sentence } from './lists.ts'

export const checkTitles: Readonly<Record<CheckName, string>> = {
  'as-found': 'As-found check',
  'switch on': 'Before switching on',
  'hands inside': 'Hands inside',
  closing: 'Closing',
  dispatch: 'Dispatch',
}

const precautionTitles: Readonly<Partial<Record<Precaution, string>>> = {
  'supply on dummy load': 'Supply measured on a dummy load',
  'current limit': 'First power through a current limit',
  'protected outlet': 'Straight on a protected outlet',
  'rail to ground compared': 'Rail to ground compared',
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
    saw: 'This is the first power of this episode.',
    satisfy:
      'Measure the supply on a dummy load (a switching supply needs its least load); where it cannot be separated, go through a current limit and read the rail within seconds.',
  },
  'rail to ground compared': {
    saw: 'Not recorded since it was worked on: rail compared to ground.',
    satisfy:
      'Measure it and compare with a sister machine. Old logic may read tens of ohms; below about 2 Ω suspect a short.',
  },
  'switches set': {
    saw: 'Switch positions are not recorded.',
    satisfy: 'Look at the mains selector, memory switch and power switch.',
  },
  attended: {
    saw: 'It has been powered up, or not yet, with no person named beside it.',
    satisfy: 'Stay with it while it runs, fused and on residual-current protection.',
  },
  'plug out': { saw: 'Not seen since the last power-up.', satisfy: 'Pull the plug, and see it lying there.' },
  'second person': {
    saw: 'No person is named.',
    satisfy: 'Have someone by who knows where the power is cut off. Name them.',
  },
  'memory switch off': {
    saw: 'A memory that stays on empties its cells on the shelf.',
    satisfy: 'Switch it off, or note that it has none.',
  },
  'cards secured': {
    saw: 'A loose card can break itself and its slot on the road.',
    satisfy: 'Screw, tie or pad every card and plug-in.',
  },
  'heads parked': {
    saw: 'How heads and media are is not recorded.',
    satisfy: 'Park heads, lock carriages, take media out.',
  },
  'lithium declared': {
    saw: 'It holds a lithium cell.',
    satisfy: 'Declare it as the carrier asks, or take the cell out.',
  },
  'consent covers it': {
    saw: 'It belongs to someone else.',
    satisfy: 'Name the consent that covers where it goes and what may be done.',
  },
  'handover sheet made': {
    saw: 'Nothing is handed over with it yet.',
    satisfy: 'Make the sheet that goes with it, and keep a copy.',
  },
}

/** " In this episode: discharged once, powered up 3 times." */
const tallyWords = ({ tally }: RuleAnswer, done: string): string =>
  tally
    ? ` In this episode: ${done} ${timesWords(tally.done)}, powered up ${timesWords(tally.powerUps)}.`
    : ''
const timesWords = (n: number): string => (n === 0 ? 'never' : n === 1 ? 'once' : `${n} times`)

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
      saw: `${sentence(`passed over by ${names.who(answer.passed.by)} at ${clockWords(answer.passed.at, names.zone)}, and still open`)} ${plainly.saw}`,
      satisfy: plainly.satisfy,
    }
  }
  if (answer.override)
    return {
      saw: sentence(`overridden by a ${answer.override.role}: ${answer.override.reason}`),
      satisfy: '',
    }
  const plain = asked[answer.rule]
  if (plain) return { saw: about ? sentence(about) : plain.saw, satisfy: plain.satisfy }
  switch (answer.rule) {
    case 'tested before work':
      if (answer.is === 'not known')
        return {
          saw: 'The sheet names no essential function.',
          satisfy: 'Test what you can see, or name essential functions on the type sheet.',
        }
      return {
        saw: sentence(
          `the house asks for ${depth === 'full' ? 'every function' : depth === 'look' ? 'a look' : 'the essential functions'} before the first change${about ? `; open: ${about}` : ''}`,
        ),
        satisfy: 'Test them now, or say why not.',
      }
    case 'nothing bars power':
      return { saw: sentence(about), satisfy: 'Deal with it, then say that it is over.' }
    case 'mains agrees':
      return answer.is === 'not known'
        ? {
            saw: about ? sentence(`the plate says ${about}`) : 'No mains rating is written down.',
            satisfy: 'Read the rating plate; or name the transformer that stands between.',
          }
        : {
            saw: sentence(about),
            satisfy:
              'Name a step-down transformer of enough VA. One from 60 Hz may run hot on 50 Hz even at the right voltage; an autotransformer does not isolate.',
          }
    case 'earth and insulation':
      return {
        saw:
          answer.is === 'not known'
            ? 'Whether it is of class I or II is not written down.'
            : 'It is of class I and no measurement is recorded.',
        satisfy: 'Earth continuity and insulation by the local electrical code, by a person licensed for it.',
      }
    case 'found dealt with':
      return {
        saw: sentence(about),
        satisfy: 'Treat it, or judge it stable; a scorched part wants its cause.',
      }
    case 'sockets verified':
      return {
        saw: sentence(`fitted, not verified: ${about}`),
        satisfy: 'Look again: which socket, which way round, no leg bent under.',
      }
    case 'weak parts dealt with':
      return {
        saw: sentence(`known to fail on this type: ${about}`),
        satisfy: 'Replace, disconnect or check them, and say which.',
      }
    case 'cells out':
      return {
        saw: sentence(about ? `may be in: ${about}` : 'cells may be in'),
        satisfy:
          'Take them out; a backed-up memory loses what it holds, so copy it first or give it up by name.',
      }
    case 'reservoir measured':
      return {
        saw: `${about ? sentence(about) : 'Not measured since the last power-up.'}${tallyWords(answer, 'measured')}`,
        satisfy:
          'Wait, then measure across the reservoir: done reservoir measured 0.4 V. Above 60 V d.c. wait longer. A calculated value does not replace a measurement.',
      }
    case 'tube discharged':
      return {
        saw: `${about ? sentence(about) : 'Not discharged since the last power-up.'}${tallyWords(answer, 'discharged')}`,
        satisfy:
          'By an authorised person, by the proper procedure to the tube’s own earth braid, again after some minutes, lead left clipped. Never alone.',
      }
    case 'cells as the house keeps them':
      return {
        saw: sentence(`the house takes cells out for good; in or unseen: ${about}`),
        satisfy: 'Take them out, or say why one stays.',
      }
    case 'contents copied or given up':
      return {
        saw: 'What is in its memories and media is not recorded.',
        satisfy: 'Copy it with a checksum, or give it up by name, before cells come out.',
      }
    case 'mains on the sheet':
      return {
        saw: 'No mains rating is written down.',
        satisfy: 'Write it on the machine or its type sheet, with the converter it needs.',
      }
    case 'tray empty':
      return {
        saw: sentence(`off the machine: ${about}`),
        satisfy: 'Put it back, or name it as left for later.',
      }
    case 'fasteners balance':
      return {
        saw: sentence(about),
        satisfy: 'Count again, put the rest back, or name it as left for later.',
      }
    case 'connections on':
      return { saw: sentence(`still off: ${about}`), satisfy: 'Plug it in.' }
    case 'waits over':
      return {
        saw: sentence(`still waiting: ${about}`),
        satisfy: 'Wait for it, or name it as left for later.',
      }
    case 'temporary items out':
      return {
        saw: sentence(`in the machine for diagnosis: ${about}`),
        satisfy: 'Take it out, or list it as left in.',
      }
    case 'loans home':
      return { saw: sentence(`away: ${about}`), satisfy: 'Bring it home, or carry it forward with a date.' }
    case 'adjusters noted':
      return {
        saw: sentence(`turned without from and to: ${about}`),
        satisfy: 'Correct the entry with both settings.',
      }
    case 'work verified':
      return {
        saw: sentence(`fitted, not verified: ${about}`),
        satisfy: 'Check print and part apart, then write: verify and the position.',
      }
    case 'disturbed functions retested':
      return {
        saw: sentence(`not tested since they were touched: ${about}`),
        satisfy: 'Test them, or say what makes it impossible.',
      }
    case 'jots sorted':
      return {
        saw: sentence(`kept, not sorted: ${about}`),
        satisfy: 'Sort them into entries, or name them as left for later.',
      }
    case 'contested entries settled':
      return {
        saw: sentence(`${count(answer.about.length, 'entry', 'entries')} contested`),
        satisfy: 'Settle: it happened, or it did not.',
      }
    case 'next step handed on':
      return {
        saw: about ? sentence(`open questions go with it: ${about}`) : 'Nothing is said yet.',
        satisfy: 'Say what comes next, or that nothing does.',
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
      ? 'not known'
      : 'nothing open'
