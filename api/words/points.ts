/** Test points in words: what is expected, what was read, how far that is from when it was healthy. */
import { commas } from './lists.ts'
import { say } from './say.ts'
import type { PointReading, PointRow } from '#core/diagnosis/points.ts'

const scales = [
  { from: 1e9, by: 1e9, prefix: 'G' },
  { from: 1e6, by: 1e6, prefix: 'M' },
  { from: 1e3, by: 1e3, prefix: 'k' },
  { from: 1, by: 1, prefix: '' },
  { from: 1e-3, by: 1e-3, prefix: 'm' },
  { from: 1e-6, by: 1e-6, prefix: 'µ' },
  { from: 1e-9, by: 1e-9, prefix: 'n' },
  { from: 1e-12, by: 1e-12, prefix: 'p' },
] as const

const symbol = (unit: string) => (unit === 'ohm' ? 'Ω' : unit === 'C' ? '°C' : unit)

/** The scale in which a size is written; none for degrees and for nothing at all. Farads are written in µF however many, by common practice. */
const scaleOf = (size: number, unit: string) =>
  unit === 'C' || unit === '' || size === 0
    ? undefined
    : scales.find((s) => size >= s.from && !(unit === 'F' && s.by > 1e-6))

const digits = (value: number, by = 1) => Number((value / by).toPrecision(6))

/** 4.75, 5.25, "V" → "4.75 to 5.25 V": both in the scale of the larger. */
export function spanWords(low: number, high: number, unit: string): string {
  const scale = scaleOf(Math.max(Math.abs(low), Math.abs(high)), unit)
  const [from, to] = [digits(low, scale?.by), digits(high, scale?.by)]
  return say('{from} to {to} {unit}', {
    from,
    to,
    unit: `${scale?.prefix ?? ''}${symbol(unit)}`,
  })
    .trim()
    .replaceAll('-', '−')
}

/** 7159090, "Hz" → "7.15909 MHz"; six digits at most. */
export function valueWords(value: number, unit: string): string {
  const scale = scaleOf(Math.abs(value), unit)
  return `${digits(value, scale?.by)} ${scale?.prefix ?? ''}${symbol(unit)}`.trim()
}

export const readingWords = (r: PointReading): string =>
  r.value === undefined ? r.asWritten : valueWords(r.value, r.unit)

/** "4.75 V to 5.25 V", and from which point it is reckoned. */
export function bandWords({ expected, unit }: Pick<PointRow, 'expected' | 'unit'>): string {
  if (!expected) return say('not said')
  const low = valueWords(expected.nominal - expected.tolerance, unit)
  const high = valueWords(expected.nominal + expected.tolerance, unit)
  return commas(
    expected.tolerance === 0 ? low : say('{low} to {high}', { low, high }),
    expected.from && say('from {point}', { point: expected.from.point }),
  )
}

/** "−0.21 V (−4.2 %)"; empty where there is nothing to hold it against. */
export function driftWords({ drift, healthy, unit, last }: PointRow): string {
  if (drift === undefined || healthy?.value === undefined) return ''
  if (drift === 0) return say('none')
  const share =
    healthy.value === 0
      ? ''
      : ` (${drift > 0 ? '+' : '−'}${Math.abs((drift / healthy.value) * 100).toPrecision(2)} %)`
  return `${drift > 0 ? '+' : '−'}${valueWords(Math.abs(drift), last?.unit ?? unit)}${share}`
}
