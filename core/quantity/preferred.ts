/** Preferred numbers for resistors and capacitors (IEC 60063, tables from memory; E48–E192 by its rounding rule). */

const e24 = [
  1.0, 1.1, 1.2, 1.3, 1.5, 1.6, 1.8, 2.0, 2.2, 2.4, 2.7, 3.0, 3.3, 3.6, 3.9, 4.3, 4.7, 5.1, 5.6, 6.2, 6.8,
  7.5, 8.2, 9.1,
] as const
const every = (step: number): readonly number[] => e24.filter((_, i) => i % step === 0)

/** Three digits, the n-th root rounded; the standard writes 9.20 where the root gives 9.19. */
const rounded = (count: number): readonly number[] =>
  Array.from({ length: count }, (_, i) => {
    const value = Number((10 ** (i / count)).toFixed(2))
    return count === 192 && value === 9.19 ? 9.2 : value
  })

export const series = {
  E3: every(8),
  E6: every(4),
  E12: every(2),
  E24: e24,
  E48: rounded(48),
  E96: rounded(96),
  E192: rounded(192),
} as const
export type Series = keyof typeof series

const tidy = (value: number): number => Number(value.toPrecision(12))

/** The preferred value nearest to a value by ratio; at a tie the lower one. `value` > 0. */
export function nearestPreferred(value: number, name: Series): number {
  const decade = Math.floor(Math.log10(value))
  let best = Number.NaN
  let distance = Number.POSITIVE_INFINITY
  for (const d of [decade - 1, decade, decade + 1])
    for (const digit of series[name]) {
      const candidate = tidy(digit * 10 ** d)
      const off = Math.abs(Math.log(candidate / value))
      if (off < distance - 1e-12) {
        best = candidate
        distance = off
      }
    }
  return best
}

/** Whether a value is one of the series, to 12 digits. */
export const isPreferred = (value: number, name: Series): boolean =>
  value > 0 && Math.abs(nearestPreferred(value, name) / value - 1) < 1e-9

/** All values of a series from one power of ten to another, rising. */
export const decades = (name: Series, from: number, to: number): number[] =>
  Array.from({ length: to - from }, (_, i) =>
    series[name].map((digit) => tidy(digit * 10 ** (from + i))),
  ).flat()
