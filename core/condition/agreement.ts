/**
 * Agreement of two graders beyond chance: weighted kappa after Cohen, Psychol. Bull. 70 (1968) 213–220, with the large-sample
 * standard error of Fleiss, Cohen & Everitt, Psychol. Bull. 72 (1969) 323–327.
 */

export type Weighting = 'linear' | 'quadratic' | 'unweighted'

export interface Kappa {
  readonly kappa: number
  /** Standard error for the interval (not that of the test against zero). */
  readonly standardError: number
  readonly low95: number
  readonly high95: number
  /** Share of pairs that are equal, 0–1. */
  readonly equal: number
  readonly pairs: number
}

/** From this many pairs on an interval is shown; below it only the disagreements are. */
export const leastPairs = 20

/** Disagreement weights for k ordered categories: |i − j|, or its square. */
export const disagreement = (k: number, weighting: Weighting): number[][] =>
  Array.from({ length: k }, (_, i) =>
    Array.from({ length: k }, (_, j) =>
      weighting === 'unweighted'
        ? i === j
          ? 0
          : 1
        : weighting === 'linear'
          ? Math.abs(i - j)
          : (i - j) ** 2,
    ),
  )

/**
 * Weighted kappa of a square table of counts or proportions. `weights` are disagreement weights (0 = agreement, any scale).
 * `n` is the number of pairs. Undefined when chance alone would agree fully (one category only).
 */
export function weightedKappa(
  table: readonly (readonly number[])[],
  weights: readonly (readonly number[])[],
  n: number,
): Kappa | undefined {
  const k = table.length
  const total = table.flat().reduce((a, b) => a + b, 0)
  const most = Math.max(...weights.flat())
  if (total <= 0 || n <= 0 || most <= 0) return undefined
  const p = table.map((row) => row.map((v) => v / total))
  // As agreement weights: 1 on the diagonal.
  const w = weights.map((row) => row.map((v) => 1 - v / most))
  const at = (m: readonly (readonly number[])[], i: number, j: number) => m[i]?.[j] ?? 0
  const rows = p.map((row) => row.reduce((a, b) => a + b, 0))
  const columns = Array.from({ length: k }, (_, j) => p.reduce((sum, row) => sum + (row[j] ?? 0), 0))
  let observed = 0
  let chance = 0
  for (let i = 0; i < k; i++)
    for (let j = 0; j < k; j++) {
      observed += at(w, i, j) * at(p, i, j)
      chance += at(w, i, j) * (rows[i] ?? 0) * (columns[j] ?? 0)
    }
  if (1 - chance < 1e-12) return undefined
  const rowMean = Array.from({ length: k }, (_, i) => columns.reduce((sum, c, j) => sum + c * at(w, i, j), 0))
  const columnMean = Array.from({ length: k }, (_, j) => rows.reduce((sum, r, i) => sum + r * at(w, i, j), 0))
  let sum = 0
  for (let i = 0; i < k; i++)
    for (let j = 0; j < k; j++)
      sum +=
        at(p, i, j) *
        (at(w, i, j) * (1 - chance) - ((rowMean[i] ?? 0) + (columnMean[j] ?? 0)) * (1 - observed)) ** 2
  const variance = (sum - (observed * chance - 2 * chance + observed) ** 2) / (n * (1 - chance) ** 4)
  const kappa = (observed - chance) / (1 - chance)
  const standardError = Math.sqrt(Math.max(0, variance))
  const reach = 1.959964 * standardError
  return {
    kappa,
    standardError,
    low95: Math.max(-1, kappa - reach),
    high95: Math.min(1, kappa + reach),
    equal: p.reduce((s, row, i) => s + (row[i] ?? 0), 0),
    pairs: n,
  }
}

/** Pairs of grades 1..categories given to the same zones → their table of counts. */
export function tableOf(pairs: readonly (readonly [number, number])[], categories = 4): number[][] {
  const table = Array.from({ length: categories }, () => Array.from({ length: categories }, () => 0))
  for (const [a, b] of pairs) {
    const row = table[a - 1]
    if (row?.[b - 1] !== undefined) row[b - 1] = (row[b - 1] ?? 0) + 1
  }
  return table
}

/** Agreement of pairs of grades with linear weights: being off by two counts twice as much as by one. Undefined below `leastPairs`. */
export const agreementOf = (pairs: readonly (readonly [number, number])[]): Kappa | undefined =>
  pairs.length < leastPairs
    ? undefined
    : weightedKappa(tableOf(pairs), disagreement(4, 'linear'), pairs.length)
