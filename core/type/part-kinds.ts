/**
 * What a position takes, by the noun that heads its words: "coin cell, CR2032" is a cell, "battery cover" a cover, "lead of the
 * battery" a lead. Names of positions say nothing: a position called "battery" may take a terminal.
 */
import type { SheetPosition } from './sheet.ts'

const units: ReadonlySet<string> = new Set(['mah', 'ah', 'va', 'mm', 'volt', 'volts'])

/** The last noun of a phrase before what it is for, of, on or with: lower case, singular. Empty for a text without words. */
export function headNoun(phrase: string): string {
  const [before = ''] = phrase.toLowerCase().split(/[,;:(/]|\s(?:for|of|on|with|from|to|in)\s/)
  const words = before.split(/\s+/).filter((w) => /^\p{L}[\p{L}-]+$/u.test(w) && !units.has(w))
  const last = words.at(-1) ?? ''
  return last === 'batteries' ? 'battery' : last.replace(/(?<=[^s])s$/, '')
}

const cells: ReadonlySet<string> = new Set(['cell', 'battery', 'accumulator'])

/** Whether a position takes a cell or a battery. */
export function takesCell({ accepts }: Pick<SheetPosition, 'accepts'>): boolean {
  const head = headNoun(accepts)
  return cells.has(head) || (head === 'pack' && /\b(?:battery|cell|nickel|lithium)\b/i.test(accepts))
}

/** Whether a position takes the machine's power supply. */
export const takesSupply = ({ accepts }: Pick<SheetPosition, 'accepts'>): boolean =>
  ['supply', 'psu'].includes(headNoun(accepts)) || /\bpower (?:unit|pack)s?$/i.test(accepts.trim())

const adjustable: ReadonlySet<string> = new Set([
  'trimmer',
  'potentiometer',
  'pot',
  'switch',
  'jumper',
  'selector',
  'rheostat',
])

/** Whether what a position takes can stand wrong though nothing in it is bad. */
export const takesSetting = ({ accepts }: Pick<SheetPosition, 'accepts'>): boolean =>
  adjustable.has(headNoun(accepts))

const polarisedHeads: ReadonlySet<string> = new Set([
  'diode',
  'led',
  'rectifier',
  'transistor',
  'thyristor',
  'regulator',
  'optocoupler',
  'chip',
  'processor',
  'eprom',
  'rom',
  'ram',
])
/** Logic, linear and memory parts by their numbers: they have a pin 1. */
const numbered =
  /^(?:\d{2}(?:LS|HCT?|ALS|AS|S|F|L|C|ACT?)?\d{2,4}|LM\d{2,4}|\d{4}[A-Z]?|27C?\d{2,4}|4\d{3})\b/i

/** Whether a part of a kind has a way round. Unknown kinds are taken by the letter of their designator (IEEE 315): C, D, Q, U, IC. */
export function hasWayRound({ accepts, designator }: Pick<SheetPosition, 'accepts' | 'designator'>): boolean {
  const head = headNoun(accepts)
  if (takesCell({ accepts }) || polarisedHeads.has(head) || numbered.test(accepts.trim())) return true
  if (head === 'capacitor' || head === 'electrolytic' || head === 'tantalum')
    return /\b(?:electrolytic|tantalum|aluminium|polymer)\b/i.test(accepts)
  return (head === '' || head === 'part') && /^(?:C|D|LED|Q|T|U|IC|BT|B)\d/i.test(designator)
}
