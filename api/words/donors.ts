/** Donors in words: why a part costs what it costs, and why it may not be given. */
import { say } from './say.ts'
import type { Bar, Cost, Need, Appraisal } from '#core/parts/donors.ts'
import { refusalWords } from './refusals.ts'
import { remarkWords } from './composer.ts'

const costs: Readonly<Record<Cost['why'], string>> = {
  labour: say('labour'),
  revision: say('another revision'),
  risk: say('not proved good'),
  remarks: say('remarks'),
  purpose: say('what the donor is for'),
  completeness: say('the donor is whole'),
  works: say('the donor works'),
  grade: say('the donor’s condition'),
  rare: say('few of its type'),
  accessioned: say('accessioned donor'),
}
/** Each kind of cost, as one weighs it, and what its points are. */
export const weighing: readonly {
  readonly why: Cost['why']
  readonly label: string
  readonly hint: string
}[] = [
  { why: 'labour', label: say('Labour'), hint: say('a plug 1, a screw 2, solder 6, at each end') },
  { why: 'risk', label: say('Risk'), hint: say('proved good 0, unknown 3, suspect 12') },
  {
    why: 'remarks',
    label: say('Things to check for fit'),
    hint: say('1 for each thing to measure or check'),
  },
  { why: 'revision', label: say('Another revision'), hint: say('4 where donor and machine differ') },
  { why: 'purpose', label: say('What the donor is for'), hint: say('parts source 1 … working exhibit 24') },
  {
    why: 'completeness',
    label: say('How whole the donor is'),
    hint: say('up to 8 for an essential part, else 3'),
  },
  { why: 'works', label: say('A donor that works'), hint: '10' },
  { why: 'grade', label: say('Its condition'), hint: say('good 6, fair 3, poor 1') },
  { why: 'rare', label: say('How rare it is'), hint: say('the only one of its type 6, one of two 3') },
  { why: 'accessioned', label: say('Accessioned'), hint: '10' },
]

export const costWords = (cost: Cost): string => `${costs[cost.why]} ${Number(cost.points.toFixed(1))}`

const bars: Readonly<Record<Exclude<Bar, 'does not fit' | 'never'>, string>> = {
  bound: say('not free'),
  'owner’s consent': say(
    'it is an owner’s machine: ask them first, and write down what they say on its page',
  ),
  'the owner refused': say('its owner does not agree to give it'),
  'proved bad': say('proved bad'),
  'a steward decides': say('only a steward may let that machine give it'),
  'already here': say('it is in there already'),
}
export const needWhy: Readonly<Record<Need['why'], string>> = {
  empty: say('empty'),
  'out for now': say('its own part is out, in a tray or lent'),
  'unknown part': say('holds an unidentified part'),
  'proved bad': say('its part was proved bad'),
  suspect: say('its part is under suspicion'),
  asked: say('nothing is said against its part'),
}

/** What stands against it, or what to check with an instrument; empty when nothing does. */
export function appraisalWords({ fit, bar, candidate }: Appraisal): string {
  if ('refusal' in fit) return refusalWords(fit.refusal, { zone: 'UTC', labels: {} })
  if (bar === 'bound') return candidate.bound ?? bars.bound
  if (bar !== undefined && bar in bars) return bars[bar as keyof typeof bars]
  return fit.remarks.map((r) => remarkWords(r)).join('; ')
}
