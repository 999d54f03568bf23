/** Minutes of a house, from what people said that steps took. */
import type { HouseMinutes } from './given.ts'

/** A share of sorted numbers lies below it; between two of them by a straight line (Hyndman & Fan, Am. Stat. 50 (1996), type 7). */
export function quantile(sorted: readonly number[], share: number): number {
  const at = share * (sorted.length - 1)
  const [below, above] = [sorted[Math.floor(at)] ?? NaN, sorted[Math.ceil(at)] ?? NaN]
  return below + (above - below) * (at - Math.floor(at))
}

export function houseMinutesOf(seen: readonly number[]): HouseMinutes {
  const sorted = [...seen].sort((a, b) => a - b)
  return {
    n: sorted.length,
    median: quantile(sorted, 0.5),
    low: quantile(sorted, 0.2),
    high: quantile(sorted, 0.8),
  }
}
