/** What the rules of checks are called on screen. Apart from what they saw: Bench names rules and explains none. */
import { say } from './say.ts'
import type { RuleName } from '#core/work/checks/index.ts'

/** What each rule is called on screen; one without a name does not compile. */
const ruleTitles: Readonly<Record<RuleName, string>> = {
  'tested before work': say('Tested before work'),
  'nothing bars power': say('Nothing bars power'),
  'mains agrees': say('Mains agrees'),
  'earth and insulation': say('Earth continuity and insulation'),
  'waits over': say('Waits over'),
  'found dealt with': say('Scorched, leaking, rusting: dealt with'),
  'supply proved first': say('Supply proved first'),
  'rail to ground compared': say('Rail to ground compared'),
  'sockets verified': say('Touched sockets verified'),
  'connections on': say('Connections on'),
  'weak parts dealt with': say('Known weak parts dealt with'),
  'switches set': say('Switches set'),
  attended: say('Attended'),
  'plug out': say('Mains plug pulled'),
  'cells out': say('Cells out'),
  'reservoir measured': say('Reservoir measured'),
  'tube discharged': say('Tube discharged'),
  'second person': say('Second person'),
  'tray empty': say('Tray empty'),
  'fasteners balance': say('Fasteners balance'),
  'temporary items out': say('Temporary items out'),
  'loans home': say('Loans home'),
  'adjusters noted': say('Adjusters noted from and to'),
  'work verified': say('Polarised work verified'),
  'cells as the house keeps them': say('Cells as the house keeps them'),
  'disturbed functions retested': say('What was touched is retested'),
  'jots sorted': say('Quick notes sorted'),
  'contested entries settled': say('Contested entries settled'),
  'next step handed on': say('Next step handed on'),
  'contents copied or given up': say('Contents copied or given up'),
  'memory switch off': say('Memory switch off'),
  'cards secured': say('Cards secured'),
  'heads parked': say('Heads parked'),
  'mains on the sheet': say('Mains on the sheet'),
  'lithium declared': say('Lithium declared'),
  'consent covers it': say('Consent covers it'),
  'handover sheet made': say('Handover sheet made'),
}

export const ruleTitle = (rule: string): string => ruleTitles[rule as RuleName] ?? rule
