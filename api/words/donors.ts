/** Donors in words: why a part costs what it costs, and why it may not be given. */
import type { Bar, Cost, Need, Appraisal } from '#core/parts/donors.ts'
import { refusalWords } from './refusals.ts'
import { remarkWords } from './composer.ts'

const costs: Readonly<Record<Cost['why'], string>> = {
  labour: 'labour',
  revision: 'another revision',
  risk: 'not proved good',
  remarks: 'remarks',
  purpose: 'what the donor is for',
  completeness: 'the donor is whole',
  works: 'the donor works',
  grade: 'the donor’s condition',
  rare: 'few of its type',
  accessioned: 'accessioned donor',
}
/** Each kind of cost, as one weighs it, and what its points are. */
export const weighing: readonly {
  readonly why: Cost['why']
  readonly label: string
  readonly hint: string
}[] = [
  { why: 'labour', label: 'Labour', hint: 'a plug 1, a screw 2, solder 6, at each end' },
  { why: 'risk', label: 'Risk', hint: 'proved good 0, unknown 3, suspect 12' },
  { why: 'remarks', label: 'Things to check for fit', hint: '1 for each thing to measure or check' },
  { why: 'revision', label: 'Another revision', hint: '4 where donor and machine differ' },
  { why: 'purpose', label: 'What the donor is for', hint: 'parts source 1 … working exhibit 24' },
  { why: 'completeness', label: 'How whole the donor is', hint: 'up to 8 for an essential part, else 3' },
  { why: 'works', label: 'A donor that works', hint: '10' },
  { why: 'grade', label: 'Its condition', hint: 'good 6, fair 3, poor 1' },
  { why: 'rare', label: 'How rare it is', hint: 'the only one of its type 6, one of two 3' },
  { why: 'accessioned', label: 'Accessioned', hint: '10' },
]

export const costWords = (cost: Cost): string => `${costs[cost.why]} ${Number(cost.points.toFixed(1))}`

const bars: Readonly<Record<Exclude<Bar, 'does not fit' | 'never'>, string>> = {
  bound: 'not free',
  'owner’s consent': 'it is an owner’s machine: ask them first, and write down what they say on its page',
  'the owner refused': 'its owner does not agree to give it',
  'proved bad': 'proved bad',
  'a steward decides': 'only a steward may let that machine give it',
  'already here': 'it is in there already',
}
export const needWhy: Readonly<Record<Need['why'], string>> = {
  empty: 'empty',
  'out for now': 'its own part is out, in a tray or lent',
  'unknown part': 'holds an unidentified part',
  'proved bad': 'its part was proved bad',
  suspect: 'its part is under suspicion',
  asked: 'nothing is said against its part',
}

/** What stands against it, or what to check with an instrument; empty when nothing does. */
export function appraisalWords({ fit, bar, candidate }: Appraisal): string {
  if ('refusal' in fit) return refusalWords(fit.refusal, { zone: 'UTC', labels: {} })
  if (bar === 'bound') return candidate.bound ?? bars.bound
  if (bar !== undefined && bar in bars) return bars[bar as keyof typeof bars]
  return fit.remarks.map((r) => remarkWords(r)).join('; ')
}
