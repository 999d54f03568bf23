/** Small helpers of the measurements: medians, percentiles, one JSON object a line. */
export interface Figure {
  readonly name: string
  readonly value: number
  readonly unit: string
  readonly against?: string
  readonly ratio?: number
  readonly [more: string]: unknown
}

const rounded = (value: unknown) => (typeof value === 'number' ? Number(value.toPrecision(4)) : value)

export const print = (figure: Figure) => console.log(JSON.stringify(Object.fromEntries(Object.entries(figure).map(([key, value]) => [key, rounded(value)]))))

export function timeMs(work: () => unknown): number {
  const start = performance.now()
  work()
  return performance.now() - start
}

/** The p-th percentile, 0..100, nearest rank. NaN for no values. */
export function percentile(values: readonly number[], p: number): number {
  const ordered = [...values].sort((a, b) => a - b)
  return ordered[Math.max(0, Math.ceil((p / 100) * ordered.length) - 1)] ?? NaN
}

export const median = (values: readonly number[]): number => percentile(values, 50)
