/** Measured and written values: engineering notation, RKM code (IEC 60062), "about", ranges, "not recorded". */

export interface Quantity {
  /** Exact value in the base unit, or the range min..max; none of them when it was not recorded. */
  readonly value?: number | undefined
  readonly min?: number | undefined
  readonly max?: number | undefined
  readonly approx?: boolean | undefined
  /** Base unit: V, A, ohm, F, H, Hz, W, g, m, s, C or a plain word. */
  readonly unit: string
  readonly asWritten: string
}

const prefixes: Readonly<Record<string, number>> = {
  p: 1e-12,
  n: 1e-9,
  u: 1e-6,
  µ: 1e-6,
  μ: 1e-6,
  m: 1e-3,
  '': 1,
  k: 1e3,
  K: 1e3,
  M: 1e6,
  G: 1e9,
}
const units: Readonly<Record<string, string>> = {
  V: 'V',
  v: 'V',
  A: 'A',
  a: 'A',
  R: 'ohm',
  Ω: 'ohm',
  ohm: 'ohm',
  ohms: 'ohm',
  F: 'F',
  H: 'H',
  Hz: 'Hz',
  W: 'W',
  g: 'g',
  s: 's',
  C: 'C',
  '%': '%',
}

/** Avoids 4.7 * 1e-6 = 0.0000046999…: scaled values keep 12 significant digits. */
const scaled = (value: number, factor: number): number => Number((value * factor).toPrecision(12))

/**
 * Reads one written value. "4k7" → 4700 ohm, "2R2" → 2.2 ohm, "3n3" → 3.3e-9 F, "4.98V", "about 12 V", "4.9-5.1V", "not recorded".
 * Returns undefined for text that is no quantity.
 */
export function parseQuantity(text: string): Quantity | undefined {
  const asWritten = text.trim()
  if (asWritten === 'not recorded' || asWritten === 'unknown') return { unit: '', asWritten }
  const approx = /^(about|ca\.?|~)\s*/i.exec(asWritten)
  const body = (approx ? asWritten.slice(approx[0].length) : asWritten).trim()
  const base = approx ? { approx: true as const } : {}
  const rkm = /^(\d+)([pnuµμmRkKMG])(\d+)(F|H|Ω)?$/.exec(body)
  if (rkm) {
    const [, whole = '0', letter = 'R', fraction = '0', unit] = rkm
    const factor = letter === 'R' ? 1 : (prefixes[letter] ?? 1)
    const named = unit ? units[unit] : undefined
    return {
      ...base,
      value: scaled(Number(`${whole}.${fraction}`), factor),
      unit: named ?? ('pnuµμ'.includes(letter) ? 'F' : 'ohm'),
      asWritten,
    }
  }
  const range = /^([+\-−]?[\d.,]+)\s*(?:-|–|\.\.|to)\s*([+\-−]?[\d.,]+)\s*(.*)$/.exec(body)
  const single = /^([+\-−]?\d*[.,]?\d+(?:e[+-]?\d+)?)\s*(.*)$/i.exec(body)
  if (!range && !single) return undefined
  const unitText = (range ? range[3] : single?.[2]) ?? ''
  const unit = parseUnit(unitText)
  if (!unit) return undefined
  const number = (written: string) => Number(written.replace(',', '.').replace('−', '-'))
  if (range) {
    const min = scaled(number(range[1] ?? ''), unit.factor)
    const max = scaled(number(range[2] ?? ''), unit.factor)
    return Number.isNaN(min) || Number.isNaN(max) || min > max
      ? undefined
      : { ...base, min, max, unit: unit.unit, asWritten }
  }
  const value = number(single?.[1] ?? '')
  return Number.isNaN(value)
    ? undefined
    : { ...base, value: scaled(value, unit.factor), unit: unit.unit, asWritten }
}

function parseUnit(text: string): { unit: string; factor: number } | undefined {
  if (text === '') return { unit: '', factor: 1 }
  const direct = units[text]
  if (direct) return { unit: direct, factor: 1 }
  const prefix = prefixes[text[0] ?? '']
  if (prefix === undefined || text[0] === '') return undefined
  if (text.length === 1) return { unit: 'pnuµμ'.includes(text) ? 'F' : 'ohm', factor: prefix }
  const rest = units[text.slice(1)]
  return rest ? { unit: rest, factor: prefix } : undefined
}

/** A measured value as people type it, five significant digits: 5.0213 → "5.0213V", 14318180 "Hz" → "14.318MHz". `parseQuantity` reads it back. */
export function writeQuantity(value: number, unit: string): string {
  const size = Math.abs(value)
  const scaling = (
    [
      ['G', 1e9],
      ['M', 1e6],
      ['k', 1e3],
      ['', 1],
      ['m', 1e-3],
      ['u', 1e-6],
      ['n', 1e-9],
      ['p', 1e-12],
    ] as const
  ).find(([, by]) => size >= by)
  const [prefix, by] = unit === 'C' || !scaling ? (['', 1] as const) : scaling
  return `${Number((value / by).toPrecision(5))}${prefix}${unit}`
}

/** True when the value (or the whole range) lies within nominal ± tolerance, both in the base unit; undefined when nothing was recorded. */
export function withinTolerance(read: Quantity, nominal: number, tolerance: number): boolean | undefined {
  const low = read.min ?? read.value
  const high = read.max ?? read.value
  if (low === undefined || high === undefined) return undefined
  const band = Math.abs(tolerance) + Number.EPSILON * Math.abs(nominal) * 4
  return low >= nominal - band && high <= nominal + band
}

/** Money: integer minor units and an ISO 4217 code. Sums never mix currencies. */
export interface Money {
  readonly minor: number
  readonly currency: string
}

/** Digits after the decimal mark by ISO 4217 as the platform knows it (JPY 0, EUR 2, BHD 3). */
export const minorDigits = (currency: string): number =>
  new Intl.NumberFormat('en', { style: 'currency', currency }).resolvedOptions().maximumFractionDigits ?? 2

/** ISO 4217 for an amount of which nobody knows the currency. */
export const unknownCurrency = 'XXX'

/** "91.00", "EUR" → 9100 minor units; "?" is a currency that nobody knows. Undefined for text that is no amount or has more decimals than the currency. */
export function parseMoney(amount: string, said: string): Money | undefined {
  const currency = said.trim() === '?' ? unknownCurrency : said
  const match = /^(\d{1,9})(?:[.,](\d{1,3}))?$/.exec(amount.trim())
  if (!match || !/^[A-Z]{3}$/.test(currency)) return undefined
  const digits = minorDigits(currency)
  const fraction = match[2] ?? ''
  if (fraction.length > digits) return undefined
  return { minor: Number((match[1] ?? '0') + fraction.padEnd(digits, '0')), currency }
}

/** Sums per currency, in the order in which the currencies first appear. */
export function sumByCurrency(amounts: readonly Money[]): Money[] {
  const totals = new Map<string, number>()
  for (const amount of amounts) totals.set(amount.currency, (totals.get(amount.currency) ?? 0) + amount.minor)
  return [...totals].map(([currency, minor]) => ({ currency, minor }))
}
