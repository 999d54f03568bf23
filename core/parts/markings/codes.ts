/** Codes printed on small parts: three and four digits (EIA), RKM with its tolerance letter (IEC 60062), tables from memory. */
import { parseQuantity } from '#core/quantity/quantity.ts'

/** Below and above, in per cent; in picofarad for capacitors under 10 pF. */
export interface Tolerance {
  readonly below: number
  readonly above: number
  readonly unit?: 'pF'
}
const both = (percent: number): Tolerance => ({ below: percent, above: percent })
const letters: Readonly<Record<string, Tolerance>> = {
  B: both(0.1),
  C: both(0.25),
  D: both(0.5),
  F: both(1),
  G: both(2),
  J: both(5),
  K: both(10),
  M: both(20),
  N: both(30),
  Z: { below: 20, above: 80 },
}

/** Capacitors under 10 pF: the same letters are picofarad (IEC 60062, from memory). */
const picofarad: Readonly<Record<string, number>> = { B: 0.1, C: 0.25, D: 0.5, F: 1, G: 2 }
const smallFarad = 10e-12

/** What a letter says of a value; undefined for a letter that says nothing of it. */
function toleranceOf(letter: string | undefined, value: number, unit: 'F' | 'ohm'): Tolerance | undefined {
  if (letter === undefined) return undefined
  const small = unit === 'F' && value < smallFarad ? picofarad[letter] : undefined
  return small === undefined ? letters[letter] : { below: small, above: small, unit: 'pF' }
}

export interface CodeValue {
  /** Farad or ohm. */
  readonly value: number
  readonly unit: 'F' | 'ohm'
  readonly tolerance?: Tolerance
}

const scaled = (value: number): number => Number(value.toPrecision(12))

/**
 * "104K" → 100 nF ±10 %, "479" → 4.7 pF, "4R7" → 4.7 pF on a capacitor. The last digit counts zeros; 8 and 9 there mean ÷100
 * and ÷10. `unit`: what the part is; capacitors count in picofarad, resistors in ohm. Undefined for text that is no code.
 */
export function readCode(text: string, unit: 'F' | 'ohm'): CodeValue | undefined {
  const match = /^(\d{2,3})(\d)([A-Z])?$/.exec(text.trim()) ?? /^(\d*)R(\d+)([A-Z])?$/.exec(text.trim())
  const base = unit === 'F' ? 1e-12 : 1
  if (!match) return readRkm(text, unit)
  const [whole = '', first = '', second = '', letter] = match
  if (letter !== undefined && !letters[letter]) return undefined
  const decimal = whole.includes('R') ? Number(`${first || '0'}.${second}`) : undefined
  const power = second === '9' ? -1 : second === '8' ? -2 : Number(second)
  const value = scaled((decimal ?? Number(first) * 10 ** power) * base)
  const said = toleranceOf(letter, value, unit)
  return { value, unit, ...(said ? { tolerance: said } : {}) }
}

/** "4n7J", "2R2", "3n3K", "4k7F": RKM with or without its letter. */
function readRkm(text: string, unit: 'F' | 'ohm'): CodeValue | undefined {
  const match = /^(\d+[pnuµkKMGR]\d*|[pnuµR]\d+)([BCDFGJKMN])?$/.exec(text.trim())
  if (!match) return undefined
  const body = match[1] ?? ''
  const read = parseQuantity(/^[pnuµR]/.test(body) ? `0${body}` : /[A-Za-zµ]$/.test(body) ? `${body}0` : body)
  if (read?.value === undefined || read.unit !== unit) return undefined
  const said = toleranceOf(match[2], read.value, unit)
  return { value: read.value, unit, ...(said ? { tolerance: said } : {}) }
}

/** Rated voltages that makers used; others are worth a second look. Common practice, after the R5 and R10 steps. */
const usualVolts = [
  2.5, 3, 4, 6.3, 7.5, 10, 12, 15, 16, 20, 25, 30, 35, 40, 50, 60, 63, 75, 80, 100, 125, 150, 160, 200, 250,
  300, 315, 350, 385, 400, 450, 500, 630, 1000,
]
export const isUsualRating = (volts: number): boolean => usualVolts.includes(volts)

export interface RatingSaid {
  /** The part itself, the print on the board, the schematic, the part that came out before. */
  readonly by: 'part' | 'print' | 'schematic' | 'earlier part'
  readonly volts: number
}
export interface RatingTrouble {
  readonly differ: boolean
  readonly unusual: readonly number[]
  /** What a replacement must carry at least, by all that was said. */
  readonly leastVolts: number
}

/** "25 V here, 28 V there": flagged, never overwritten. Undefined when all agree on a usual rating. Throws for no ratings. */
export function ratingTrouble(said: readonly RatingSaid[]): RatingTrouble | undefined {
  if (said.length === 0) throw new RangeError('no rating was said')
  const volts = [...new Set(said.map((s) => s.volts))]
  const unusual = volts.filter((v) => !isUsualRating(v))
  return volts.length > 1 || unusual.length > 0
    ? { differ: volts.length > 1, unusual, leastVolts: Math.max(...volts) }
    : undefined
}
