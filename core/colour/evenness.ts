/**
 * How even a surface is: b* in cells less a plane and less the noise. Spread (5 to 95 %), the slope that was taken out, and whether
 * what is left runs in streaks (structure tensor). Two photographs are compared by blocks, so that one blotch is not taken for all.
 */

/** b* of each cell, row by row; NaN where a cell was left out (vents, print, glare). */
export interface Cells {
  readonly across: number
  readonly down: number
  readonly b: readonly number[]
}

export const leastCells = { across: 24, down: 18 } as const

export interface Evenness {
  /** Spread of b* without slope and noise, 5 to 95 %. */
  readonly spread: number
  /** Change of b* across the zone and down it. */
  readonly slope: readonly [number, number]
  /** Noise of a cell, sd. */
  readonly noise: number
  /** 0 blotches, 1 streaks. */
  readonly coherence: number
  /** Along which way streaks run, degrees from across, 0 to 180. */
  readonly direction: number
  /** What is left of each cell. */
  readonly rest: readonly number[]
}

/** Width of the middle 90 % of a normal distribution, in sd. */
const middle = 3.29

const known = (values: readonly number[]) => values.filter((v) => !Number.isNaN(v))

function quantile(sorted: readonly number[], q: number): number {
  const place = q * (sorted.length - 1)
  const below = Math.floor(place)
  const low = sorted[below] ?? 0
  return low + (place - below) * ((sorted[below + 1] ?? low) - low)
}

function spreadOf(values: readonly number[]): number {
  const sorted = known(values).sort((a, b) => a - b)
  return sorted.length === 0 ? 0 : quantile(sorted, 0.95) - quantile(sorted, 0.05)
}

/** The plane through the cells by least squares, as change across, change down and middle. */
function planeOf({ across, down, b }: Cells) {
  let [n, sx, sy, sv, sxx, sxy, syy, sxv, syv] = [0, 0, 0, 0, 0, 0, 0, 0, 0]
  for (const [i, v] of b.entries()) {
    if (Number.isNaN(v)) continue
    const x = (i % across) / Math.max(across - 1, 1) - 0.5
    const y = Math.floor(i / across) / Math.max(down - 1, 1) - 0.5
    n++
    sx += x
    sy += y
    sv += v
    sxx += x * x
    sxy += x * y
    syy += y * y
    sxv += x * v
    syv += y * v
  }
  const [cxx, cxy, cyy] = [sxx - (sx * sx) / n, sxy - (sx * sy) / n, syy - (sy * sy) / n]
  const [cxv, cyv] = [sxv - (sx * sv) / n, syv - (sy * sv) / n]
  const det = cxx * cyy - cxy * cxy
  const p = det > 0 ? (cxv * cyy - cyv * cxy) / det : 0
  const q = det > 0 ? (cyv * cxx - cxv * cxy) / det : 0
  return { p, q, mean: (sv - p * sx - q * sy) / n }
}

/** Noise of a cell from second differences along rows and columns: what is smooth leaves none there. */
function noiseOf({ across, down }: Cells, rest: readonly number[]): number {
  const seconds: number[] = []
  for (let y = 0; y < down; y++)
    for (let x = 0; x < across; x++) {
      const here = rest[y * across + x] ?? NaN
      if (x > 0 && x < across - 1)
        seconds.push((rest[y * across + x - 1] ?? NaN) - 2 * here + (rest[y * across + x + 1] ?? NaN))
      if (y > 0 && y < down - 1)
        seconds.push((rest[(y - 1) * across + x] ?? NaN) - 2 * here + (rest[(y + 1) * across + x] ?? NaN))
    }
  // By the middle of their sizes: edges of streaks are few, and must not pass for noise. Variance of a second difference is 6σ².
  const sizes = known(seconds.map(Math.abs)).sort((a, b) => a - b)
  return sizes.length === 0 ? 0 : quantile(sizes, 0.5) / (0.6745 * Math.sqrt(6))
}

/** Smoothed by the eight around it, so that the direction of noise does not count. */
function smooth(across: number, down: number, rest: readonly number[]): number[] {
  return rest.map((_, i) => {
    const [x, y] = [i % across, Math.floor(i / across)]
    let [sum, n] = [0, 0]
    for (let dy = -1; dy <= 1; dy++)
      for (let dx = -1; dx <= 1; dx++) {
        if (x + dx < 0 || x + dx >= across || y + dy < 0 || y + dy >= down) continue
        const v = rest[(y + dy) * across + x + dx] ?? NaN
        if (Number.isNaN(v)) continue
        sum += v
        n++
      }
    return n === 0 ? 0 : sum / n
  })
}

function structure(across: number, down: number, rest: readonly number[]) {
  const even = smooth(across, down, rest)
  let [xx, xy, yy] = [0, 0, 0]
  for (let y = 1; y < down - 1; y++)
    for (let x = 1; x < across - 1; x++) {
      const gx = ((even[y * across + x + 1] ?? 0) - (even[y * across + x - 1] ?? 0)) / 2
      const gy = ((even[(y + 1) * across + x] ?? 0) - (even[(y - 1) * across + x] ?? 0)) / 2
      xx += gx * gx
      xy += gx * gy
      yy += gy * gy
    }
  const sum = xx + yy
  const apart = Math.hypot(xx - yy, 2 * xy)
  // The gradient runs across the streaks; they run at a right angle to it.
  const gradient = (0.5 * Math.atan2(2 * xy, xx - yy) * 180) / Math.PI
  return { coherence: sum > 0 ? apart / sum : 0, direction: (((gradient + 90) % 180) + 180) % 180 }
}

/** The 5 to 95 % of what is left when noise of a known size is taken away. */
const lessNoise = (spread: number, noise: number): number =>
  middle * Math.sqrt(Math.max((spread / middle) ** 2 - noise ** 2, 0))

/** Undefined where there are too few cells to judge. */
export function evennessOf(cells: Cells): Evenness | undefined {
  const { across, down, b } = cells
  if (across < leastCells.across || down < leastCells.down || known(b).length < across * down * 0.5)
    return undefined
  const { p, q, mean } = planeOf(cells)
  const rest = b.map((v, i) => {
    const x = (i % across) / Math.max(across - 1, 1) - 0.5
    const y = Math.floor(i / across) / Math.max(down - 1, 1) - 0.5
    return v - mean - p * x - q * y
  })
  const noise = noiseOf(cells, rest)
  return {
    spread: lessNoise(spreadOf(rest), noise),
    slope: [p, q],
    noise,
    ...structure(across, down, rest),
    rest,
  }
}

export type Change = 'more even' | 'no change' | 'more uneven'

const blocks = 8
const draws = 300

/** Cells by blocks of an eighth of each side. */
function blocksOf({ across, down }: Cells, rest: readonly number[]): number[][] {
  const found: number[][] = Array.from({ length: blocks * blocks }, () => [])
  for (const [i, v] of rest.entries()) {
    const bx = Math.min(Math.floor(((i % across) / across) * blocks), blocks - 1)
    const by = Math.min(Math.floor((Math.floor(i / across) / down) * blocks), blocks - 1)
    if (!Number.isNaN(v)) found[by * blocks + bx]?.push(v)
  }
  return found.filter((block) => block.length > 0)
}

const bins = 256

/** The 5 to 95 % of counts in bins of a width, without sorting: blocks are drawn hundreds of times. */
function spreadOfCounts(counts: Float64Array, width: number): number {
  const total = counts.reduce((sum, n) => sum + n, 0)
  const place = (q: number) => {
    let before = 0
    for (const [i, n] of counts.entries()) {
      if (before + n >= q * total && n > 0) return (i + (q * total - before) / n) * width
      before += n
    }
    return counts.length * width
  }
  return total === 0 ? 0 : place(0.95) - place(0.05)
}

/** How far the spread may differ from block to block, by drawing blocks anew. `chance`: seeded by the caller. */
function spreads(cells: Cells, { rest, noise }: Evenness, chance: () => number): number[] {
  const all = blocksOf(cells, rest)
  const values = known(rest)
  const least = values.reduce((a, b) => Math.min(a, b), Infinity)
  const width = (values.reduce((a, b) => Math.max(a, b), -Infinity) - least) / bins || 1
  const counted = all.map((block) => {
    const counts = new Float64Array(bins + 1)
    for (const v of block) {
      const bin = Math.floor((v - least) / width)
      counts[bin] = (counts[bin] ?? 0) + 1
    }
    return counts
  })
  return Array.from({ length: draws }, () => {
    const drawn = new Float64Array(bins + 1)
    for (let n = 0; n < counted.length; n++) {
      const block = counted[Math.floor(chance() * counted.length)]
      if (block) for (let i = 0; i <= bins; i++) drawn[i] = (drawn[i] ?? 0) + (block[i] ?? 0)
    }
    return lessNoise(spreadOfCounts(drawn, width), noise)
  })
}

/** A difference of spread below this nobody sees. */
const leastSeen = 0.5

/** Whether a zone got more even, by two photographs of it; undefined where one is too small to judge. */
export function evennessChange(before: Cells, after: Cells, chance: () => number): Change | undefined {
  const [first, second] = [evennessOf(before), evennessOf(after)]
  if (!first || !second) return undefined
  const [a, b] = [spreads(before, first, chance), spreads(after, second, chance)]
  const gaps = b.map((v, i) => v - (a[i] ?? 0)).sort((x, y) => x - y)
  const [low, high] = [quantile(gaps, 0.025), quantile(gaps, 0.975)]
  if (low > 0 && second.spread - first.spread > leastSeen) return 'more uneven'
  if (high < 0 && first.spread - second.spread > leastSeen) return 'more even'
  return 'no change'
}
