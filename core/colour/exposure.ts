/**
 * How the yellow goes with light: d(D) = d∞ + (d0 − d∞)·e^(−(kD)^p), d being Δb* to the true colour and D UV-hours. Which k and which
 * shape p is not known: a posterior over a grid of both, in closed form for d0 and d∞ (they are linear in the model), from which
 * every answer is drawn. Constants are house rules until a house has measured its own.
 */

export interface Measured {
  /** UV-hours so far, and of those the ones in warm sessions, where sessions were warm and cool. */
  readonly dose: number
  readonly warm?: number | undefined
  /** Δb* to the true colour. */
  readonly distance: number
}

/** What is believed of k before anything is measured: centre a UV-hour, and how far off that may be (sd of ln k). */
export interface RatePrior {
  readonly k: number
  readonly tau: number
}
export const houseRate: RatePrior = { k: 0.12, tau: 0.6 }

/** How much faster warm sessions may go than cool ones, and how likely that is thought: by the usual rule, twice for 10 °C. */
const warmths = [0.7, 1, 1.4, 2, 2.8, 4] as const
const warmthOf = (r: number): number => -0.5 * (Math.log(r / 1.7) / 0.6) ** 2
const shapes = [0.6, 0.8, 1, 1.3, 1.7]
const steps = 25
const priorStart = 5
const priorEnd = { mean: 0.5, sd: 1.5 }

/** Error of a measured distance, sd. */
export const distanceError = (distance: number): number => Math.sqrt(0.45 ** 2 + (0.06 * distance) ** 2)

interface Node {
  readonly k: number
  readonly p: number
  readonly r: number
  readonly weight: number
  /** Posterior mean and covariance of (d0, d∞). */
  readonly mean: readonly [number, number]
  readonly cov: readonly [number, number, number]
}

export interface Draw {
  readonly k: number
  readonly p: number
  /** How much faster warm sessions go; 1 where all were alike. */
  readonly r?: number | undefined
  readonly start: number
  readonly end: number
}

/** Share of (d0 − d∞) that is left after a dose. */
const left = (k: number, p: number, dose: number): number => (dose <= 0 ? 1 : Math.exp(-((k * dose) ** p)))

export const distanceAfter = ({ k, p, start, end }: Draw, dose: number): number =>
  end + (start - end) * left(k, p, dose)

/** UV-hours as cool sessions would have needed them. */
const effective = ({ dose, warm = 0 }: Pick<Measured, 'dose' | 'warm'>, r: number): number =>
  dose + (r - 1) * warm

function nodeOf(
  measured: readonly Measured[],
  k: number,
  p: number,
  r: number,
  prior: number,
): Omit<Node, 'weight'> & { log: number } {
  const first = measured[0]?.distance ?? 0
  // Precision matrix and vector of the Gaussian in (d0, d∞), one measurement after the other.
  let [a, b, c] = [1 / priorStart ** 2, 0, 1 / priorEnd.sd ** 2]
  let [u, v] = [first / priorStart ** 2, priorEnd.mean / priorEnd.sd ** 2]
  let log = prior
  for (const { distance, ...session } of measured) {
    const w = left(k, p, effective(session, r))
    const s2 = distanceError(distance) ** 2
    const det = a * c - b * b
    const mean: [number, number] = [(c * u - b * v) / det, (a * v - b * u) / det]
    const variance = (w * w * c - 2 * w * (1 - w) * b + (1 - w) ** 2 * a) / det + s2
    const miss = distance - (w * mean[0] + (1 - w) * mean[1])
    log -= 0.5 * (Math.log(2 * Math.PI * variance) + miss ** 2 / variance)
    a += (w * w) / s2
    b += (w * (1 - w)) / s2
    c += (1 - w) ** 2 / s2
    u += (w * distance) / s2
    v += ((1 - w) * distance) / s2
  }
  const det = a * c - b * b
  return {
    k,
    p,
    r,
    log,
    mean: [(c * u - b * v) / det, (a * v - b * u) / det],
    cov: [c / det, -b / det, a / det],
  }
}

function nodesOf(measured: readonly Measured[], prior: RatePrior): Node[] {
  // Apart only where there were both.
  const last = measured.at(-1)
  const both = last?.warm !== undefined && last.warm > 0 && last.warm < last.dose
  const ratios = both ? warmths : ([1] as const)
  const nodes = shapes.flatMap((p) =>
    ratios.flatMap((r) =>
      Array.from({ length: steps }, (_, i) => {
        const z = (i / (steps - 1)) * 5.2 - 2.6
        const prejudice = -0.5 * z * z + (both ? warmthOf(r) : 0)
        return nodeOf(measured, prior.k * Math.exp(z * prior.tau), p, r, prejudice)
      }),
    ),
  )
  const highest = Math.max(...nodes.map((n) => n.log))
  const weights = nodes.map((n) => Math.exp(n.log - highest))
  const sum = weights.reduce((x, y) => x + y, 0)
  return nodes.map(({ k, p, r, mean, cov }, i) => ({ k, p, r, mean, cov, weight: (weights[i] ?? 0) / sum }))
}

/** Draws from what may be true. `chance`: numbers in [0, 1), seeded by the caller so that the same data tell the same. */
export function drawsOf(
  measured: readonly Measured[],
  chance: () => number,
  { prior = houseRate, n = 300 }: { readonly prior?: RatePrior; readonly n?: number } = {},
): Draw[] {
  const nodes = nodesOf(measured, prior)
  const normal = () => Math.sqrt(-2 * Math.log(1 - chance())) * Math.cos(2 * Math.PI * chance())
  return Array.from({ length: n }, (_, i) => {
    // One draw from each of n equal slices of the weights: no slice is missed by chance.
    let rest = (i + chance()) / n
    const node = nodes.find((candidate) => (rest -= candidate.weight) < 0) ?? (nodes.at(-1) as Node)
    const [va, vab, vb] = node.cov
    const [z1, z2] = [normal(), normal()]
    const sa = Math.sqrt(va)
    const along = vab / sa
    return {
      k: node.k,
      p: node.p,
      r: node.r,
      start: node.mean[0] + sa * z1,
      end: node.mean[1] + along * z1 + Math.sqrt(Math.max(vb - along ** 2, 0)) * z2,
    }
  })
}

export interface Range {
  readonly low: number
  readonly middle: number
  readonly high: number
}

const at = (sorted: readonly number[], q: number): number => {
  const place = q * (sorted.length - 1)
  const below = Math.floor(place)
  const low = sorted[below] ?? NaN
  return low + (place - below) * ((sorted[below + 1] ?? low) - low)
}

/** 5, 50 and 95 %. */
export const rangeOf = (values: readonly number[]): Range => {
  const sorted = [...values].sort((x, y) => x - y)
  return { low: at(sorted, 0.05), middle: at(sorted, 0.5), high: at(sorted, 0.95) }
}

export interface Outlook {
  /** Δb* to the true colour after so much more light. */
  readonly after: Range
  /** What that takes away. */
  readonly gain: Range
  /** Chance that what will never go is more than 3: it is not yellowing. */
  readonly notYellowing: number
  /** UV-hours more until it is within 2 of the true colour; null where that may never come. */
  readonly until: {
    readonly low: number | null
    readonly middle: number | null
    readonly high: number | null
  }
}

/** Below this nobody sees a difference; a photograph may see less. */
export const eyeStep = 1
/** Within this of its true colour it is done. */
export const doneWithin = 2

/** The same where some never come: nothing is reckoned between a number and never. */
function finiteOf(values: readonly number[]): Outlook['until'] {
  const sorted = [...values].sort((x, y) => x - y)
  const place = (q: number) => {
    const value = sorted[Math.round(q * (sorted.length - 1))] ?? Infinity
    return Number.isFinite(value) ? value : null
  }
  return { low: place(0.05), middle: place(0.5), high: place(0.95) }
}

/** UV-hours from now until a draw is within 2; 0 when it is. */
function doseUntil(draw: Draw, now: number): number {
  const share = (doneWithin - draw.end) / (draw.start - draw.end)
  if (distanceAfter(draw, now) <= doneWithin) return 0
  if (!(share > 0) || share >= 1) return Infinity
  return Math.max((-Math.log(share)) ** (1 / draw.p) / draw.k - now, 0)
}

/** What the model makes of the distance along the way, at each of these doses: 5, 50 and 95 %. */
export function fitAlong(
  measured: readonly Measured[],
  along: readonly Pick<Measured, 'dose' | 'warm'>[],
  chance: () => number,
): Range[] {
  const draws = drawsOf(measured, chance)
  return along.map((at) => rangeOf(draws.map((d) => distanceAfter(d, effective(at, d.r ?? 1)))))
}

/** What so many more UV-hours bring, from three measurements on; undefined before. */
export function outlook(
  measured: readonly Measured[],
  more: number,
  chance: () => number,
  { prior, warm = false }: { readonly prior?: RatePrior; readonly warm?: boolean } = {},
): Outlook | undefined {
  const last = measured.at(-1)
  if (measured.length < 3 || !last) return undefined
  const draws = drawsOf(measured, chance, prior ? { prior } : {})
  // In the draw's own cool UV-hours: those so far, and those of the next session.
  const now = (d: Draw) => effective(last, d.r ?? 1)
  const next = (d: Draw) => more * (warm ? (d.r ?? 1) : 1)
  return {
    after: rangeOf(draws.map((d) => distanceAfter(d, now(d) + next(d)))),
    gain: rangeOf(draws.map((d) => distanceAfter(d, now(d)) - distanceAfter(d, now(d) + next(d)))),
    notYellowing: draws.filter((d) => d.end > 3).length / draws.length,
    until: finiteOf(draws.map((d) => doseUntil(d, now(d)) / (warm ? (d.r ?? 1) : 1))),
  }
}
