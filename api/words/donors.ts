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
  rare: 'few of its type',
  accessioned: 'accessioned donor',
}
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
  'unknown part': 'holds something nobody knows',
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
