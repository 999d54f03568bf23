/** Honest intervals of a proportion k of n: Clopper & Pearson, Biometrika 26 (1934) 404–413; Wilson, JASA 22 (1927) 209–212. */

export interface Interval01 {
  readonly low: number
  readonly high: number
}

/** log Γ(x) by Lanczos' approximation (g = 7, nine terms), x > 0; good to about 15 digits. */
function logGamma(x: number): number {
  const terms = [
    0.99999999999980993, 676.5203681218851, -1259.1392167224028, 771.32342877765313, -176.61502916214059,
    12.507343278686905, -0.13857109526572012, 9.9843695780195716e-6, 1.5056327351493116e-7,
  ]
  const y = x - 1
  let sum = terms[0] ?? 0
  for (let i = 1; i < terms.length; i++) sum += (terms[i] ?? 0) / (y + i)
  const t = y + 7.5
  return 0.5 * Math.log(2 * Math.PI) + (y + 0.5) * Math.log(t) - t + Math.log(sum)
}

/** P(X ≥ k) of n trials with probability p. */
function upperTail(k: number, n: number, p: number): number {
  if (k <= 0) return 1
  if (p <= 0) return 0
  if (p >= 1) return 1
  let sum = 0
  for (let i = k; i <= n; i++)
    sum += Math.exp(
      logGamma(n + 1) - logGamma(i + 1) - logGamma(n - i + 1) + i * Math.log(p) + (n - i) * Math.log1p(-p),
    )
  return Math.min(1, sum)
}

/** The p at which a rising function of p reaches a level, by halving; 0..1. */
function where(rising: (p: number) => number, level: number): number {
  let [low, high] = [0, 1]
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2
    if (rising(middle) < level) low = middle
    else high = middle
  }
  return (low + high) / 2
}

function checked(k: number, n: number) {
  if (!Number.isInteger(k) || !Number.isInteger(n) || k < 0 || n < k || n < 1)
    throw new RangeError(`${k} of ${n} is no proportion`)
}

/** The exact interval: never narrower than its confidence says. Throws RangeError for what is no k of n. */
export function exactInterval(k: number, n: number, alpha = 0.05): Interval01 {
  checked(k, n)
  return {
    low: k === 0 ? 0 : where((p) => upperTail(k, n, p), alpha / 2),
    high: k === n ? 1 : where((p) => upperTail(k + 1, n, p), 1 - alpha / 2),
  }
}

/** Wilson's score interval; `z` 1.96 for 95 %. */
export function wilsonInterval(k: number, n: number, z = 1.959963984540054): Interval01 {
  checked(k, n)
  const p = k / n
  const middle = (p + (z * z) / (2 * n)) / (1 + (z * z) / n)
  const half = (z / (1 + (z * z) / n)) * Math.sqrt((p * (1 - p)) / n + (z * z) / (4 * n * n))
  return { low: Math.max(0, middle - half), high: Math.min(1, middle + half) }
}
