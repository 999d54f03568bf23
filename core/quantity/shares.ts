/** Sharing one amount over several units to the last minor unit. */
import type { Money } from './quantity.ts'

/**
 * Equal shares whose sum is exactly the amount: what does not divide goes, one minor unit each, to the first ones.
 * Throws RangeError for fewer than one unit.
 */
export function equalShares(amount: Money, units: number): Money[] {
  if (!Number.isInteger(units) || units < 1) throw new RangeError('units is a whole number from 1 on')
  const base = Math.floor(amount.minor / units)
  const rest = amount.minor - base * units
  return Array.from({ length: units }, (_, i) => ({
    minor: base + (i < rest ? 1 : 0),
    currency: amount.currency,
  }))
}
