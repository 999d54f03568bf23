/**
 * Sums of mixing: how much of what was bought and how much water, and peroxide by volumes against per cent. One volume is one litre of
 * oxygen (0 °C, 101.325 kPa) out of a litre of solution: 2 H₂O₂ → 2 H₂O + O₂, 68.03 g for 22.41 litres, so 3.035 g a litre.
 */
import type { SumResult } from './sums.ts'

/** g in a litre for each volume: 2 × 34.0147 g/mol over 22.414 l/mol. */
const gramsAVolume = (2 * 34.0147) / 22.414

const figure = (text: string): number | undefined => {
  const n = Number(/^\s*(\d+(?:[.,]\d+)?)/.exec(text)?.[1]?.replace(',', '.'))
  return Number.isFinite(n) && n > 0 ? n : undefined
}
const round = (v: number) => Number(v.toPrecision(3))

/** "40 vol" in per cent, "12 %" in volumes; per cent is weight in volume here: grams in 100 ml. */
export function peroxideStrength(text: string): SumResult {
  const n = figure(text)
  if (n === undefined) return { wrong: 'strength' }
  if (/vol/i.test(text))
    return {
      is: `${round((n * gramsAVolume) / 10)} %, weight in volume`,
      by: `${n} × ${round(gramsAVolume)} g in a litre`,
    }
  if (!text.includes('%') || n > 100) return { wrong: 'strength' }
  return {
    is: `${round((n * 10) / gramsAVolume)} volumes`,
    by: `${n * 10} g in a litre / ${round(gramsAVolume)}`,
  }
}

/** Grams of peroxide in 100 ml, of a strength in volumes or per cent. */
const strengthOf = (text: string): number | undefined => {
  const n = figure(text)
  return n === undefined ? undefined : /vol/i.test(text) ? (n * gramsAVolume) / 10 : n
}

/** So much of the bought, the rest water; both strengths in the same measure, or in volumes. `amount`: ml or g of the mixture. */
export function dilution(bought: string, wanted: string, amount: string): SumResult {
  const [from, to, n] = [strengthOf(bought), strengthOf(wanted), figure(amount)]
  if (from === undefined) return { wrong: 'bought' }
  if (to === undefined || to > from) return { wrong: 'wanted' }
  if (n === undefined) return { wrong: 'amount' }
  const unit = /\bg\b/i.test(amount) ? 'g' : 'ml'
  const take = (n * to) / from
  return {
    is: `${round(take)} ${unit} and ${round(n - take)} ${unit} water`,
    by: `${n} ${unit} × ${round(to)} / ${round(from)}`,
  }
}
