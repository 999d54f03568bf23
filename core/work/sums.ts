/**
 * Sums that people do by head at the bench, with units: memory by chips, the heat of a regulator, a divider, the least transformer,
 * what one of a lot cost. Units and their arithmetic are mathjs's. Each answers what was asked and what it rests on; none judges.
 */
import { unit, type Unit } from 'mathjs'
import { minorDigits } from '#core/quantity/quantity.ts'

export interface SumAnswer {
  /** The figure, with its unit: "7 W". */
  readonly is: string
  /** How it was reckoned, for those who check: "(12 V − 5 V) × 1 A". */
  readonly by: string
  /** What to heed with it. */
  readonly heed?: 'heat sink' | 'too little headroom' | 'remainder' | undefined
}
export type SumProblem = { readonly wrong: string }
export type SumResult = SumAnswer | SumProblem

/** Reads "12", "12 V", "1.5 A", "4k7" as a quantity of a kind; undefined for what is none of it, or not above zero. */
function quantity(text: string, base: string): Unit | undefined {
  const plain = text.trim().replace(',', '.')
  const rkm = /^(\d+)([RkM])(\d*)$/.exec(plain)
  const written = rkm ? `${rkm[1]}.${rkm[3] || '0'} ${rkm[2] === 'R' ? '' : rkm[2]}${base}` : plain
  try {
    const read = unit(
      /^[-+]?\d+(?:\.\d+)?$/.test(written)
        ? `${written} ${base}`
        : written.replace(/Ω/g, 'ohm').replace(/µ/g, 'u'),
    )
    return read.equalBase(unit(base)) && read.toNumber(base) > 0 ? read : undefined
  } catch {
    return undefined
  }
}
const written = (value: number, of: string): string => `${Number(value.toPrecision(4))} ${of}`

/** Heat of a linear regulator, (Vin − Vout)·I; it wants about 2 V of headroom, and a heat sink from about 1 W (common practice). */
export function regulatorHeat(input: string, output: string, current: string): SumResult {
  const [vin, vout, amps] = [quantity(input, 'V'), quantity(output, 'V'), quantity(current, 'A')]
  if (!vin) return { wrong: 'in' }
  if (!vout || vout.toNumber('V') >= vin.toNumber('V')) return { wrong: 'out' }
  if (!amps) return { wrong: 'current' }
  const drop = vin.toNumber('V') - vout.toNumber('V')
  const watts = drop * amps.toNumber('A')
  return {
    is: written(watts, 'W'),
    by: `(${written(vin.toNumber('V'), 'V')} − ${written(vout.toNumber('V'), 'V')}) × ${written(amps.toNumber('A'), 'A')}`,
    heed: drop < 2 ? 'too little headroom' : watts >= 1 ? 'heat sink' : undefined,
  }
}

/** Voltage of a divider, Vin·R2/(R1 + R2), unloaded. */
export function divider(input: string, upper: string, lower: string): SumResult {
  const [vin, r1, r2] = [quantity(input, 'V'), quantity(upper, 'ohm'), quantity(lower, 'ohm')]
  if (!vin) return { wrong: 'in' }
  if (!r1) return { wrong: 'upper' }
  if (!r2) return { wrong: 'lower' }
  const [a, b, v] = [r1.toNumber('ohm'), r2.toNumber('ohm'), vin.toNumber('V')]
  return {
    is: written((v * b) / (a + b), 'V'),
    by: `${written(v, 'V')} × ${written(b, 'ohm')} / (${written(a, 'ohm')} + ${written(b, 'ohm')})`,
  }
}

/** By how much a transformer is taken larger than the plate asks (common practice). */
const margin = 1.25

/** The least transformer for a plate, VA: what the plate asks (VA, or amperes at its volts) with a quarter more. */
export function transformer(plate: string, volts: string): SumResult {
  const va = /^\s*([\d.,]+)\s*VA\s*$/i.exec(plate)?.[1]
  const amps = va === undefined ? quantity(plate, 'A') : undefined
  const v = quantity(volts, 'V')
  if (!v) return { wrong: 'volts' }
  const asked =
    va === undefined
      ? amps
        ? amps.toNumber('A') * v.toNumber('V')
        : undefined
      : Number(va.replace(',', '.'))
  if (asked === undefined || !(asked > 0)) return { wrong: 'plate' }
  return {
    is: written(asked * margin, 'VA'),
    by: `${written(asked, 'VA')} × ${margin}; ${written(asked / v.toNumber('V'), 'A')} at ${written(v.toNumber('V'), 'V')}`,
  }
}

/** Memory by chips: "8", "16K x 1" → 16 KB. K is 1,024 words, M 1,048,576. */
export function memory(chips: string, organised: string): SumResult {
  const n = Number(chips.trim())
  const match = /^\s*(\d+)\s*([KM]?)\s*(?:x|×|\*|by)\s*(\d+)\s*$/i.exec(organised)
  if (!Number.isInteger(n) || n < 1) return { wrong: 'chips' }
  if (!match) return { wrong: 'organised' }
  const words = Number(match[1]) * (match[2]?.toUpperCase() === 'M' ? 1_048_576 : match[2] ? 1024 : 1)
  const bytes = (n * words * Number(match[3])) / 8
  const is =
    bytes >= 1_048_576
      ? `${Number((bytes / 1_048_576).toPrecision(4))} MB`
      : bytes >= 1024
        ? `${Number((bytes / 1024).toPrecision(4))} KB`
        : `${bytes} bytes`
  return { is, by: `${n} × ${words} words × ${match[3]} bit / 8` }
}

/** What one of so many cost, in its own currency; whole minor units, the remainder named. */
export function each(amount: string, currency: string, units: string): SumResult {
  const n = Number(units.trim())
  const money = Number(amount.trim().replace(',', '.'))
  const code = currency.trim().toUpperCase()
  if (!(money > 0)) return { wrong: 'amount' }
  if (!/^[A-Z]{3}$/.test(code)) return { wrong: 'currency' }
  if (!Number.isInteger(n) || n < 1) return { wrong: 'units' }
  const digits = minorDigits(code)
  const minor = Math.round(money * 10 ** digits)
  const share = Math.floor(minor / n)
  const left = minor - share * n
  const shown = (m: number) => (m / 10 ** digits).toFixed(digits)
  return {
    is: `${shown(share)} ${code}`,
    by: left === 0 ? `${shown(minor)} / ${n}` : `${shown(minor)} / ${n}, and ${shown(left)} over`,
    heed: left === 0 ? undefined : 'remainder',
  }
}
