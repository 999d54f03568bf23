/**
 * Reflectances, an observer and a camera by wavelength, so that what a camera cannot see of a colour is in the trial: colour matching
 * functions after Wyman, Sloan and Shirley (J. Comput. Graph. Tech. 2 (2013) 2, multi-lobe fit of the 1931 2° observer, coefficients from
 * memory), equal-energy light told as D65, cameras of Gaussian sensitivities with a matrix fitted to smooth reflectances.
 */
import type { Rgb } from '#core/colour/spaces.ts'

/** Linear sRGB of XYZ (IEC 61966-2-1). */
const fromXyz = ([x, y, z]: Rgb): Rgb => [
  3.2406255 * x - 1.537208 * y - 0.4986286 * z,
  -0.9689307 * x + 1.8757561 * y + 0.0415175 * z,
  0.0557101 * x - 0.2040211 * y + 1.0569959 * z,
]

export const waves = Array.from({ length: 31 }, (_, i) => 400 + 10 * i)
export type Spectrum = readonly number[]

const lobe = (l: number, middle: number, below: number, above: number) =>
  Math.exp(-0.5 * ((l - middle) / (l < middle ? below : above)) ** 2)
const observer = waves.map((l): Rgb => [
  1.056 * lobe(l, 599.8, 37.9, 31) + 0.362 * lobe(l, 442, 16, 26.7) - 0.065 * lobe(l, 501.1, 20.4, 26.2),
  0.821 * lobe(l, 568.8, 46.9, 40.5) + 0.286 * lobe(l, 530.9, 16.3, 31.1),
  1.217 * lobe(l, 437, 11.8, 36) + 0.681 * lobe(l, 459, 26, 13.8),
])
const total = [0, 1, 2].map((c) => observer.reduce((s, o) => s + (o[c as 0 | 1 | 2] ?? 0), 0))
const d65 = [0.95047, 1, 1.08883] as const

/** XYZ of a reflectance, white told as D65. */
export const xyzOfSpectrum = (r: Spectrum): Rgb =>
  [0, 1, 2].map(
    (c) =>
      ((d65[c] ?? 1) * r.reduce((s, v, i) => s + v * (observer[i]?.[c as 0 | 1 | 2] ?? 0), 0)) /
      (total[c] ?? 1),
  ) as unknown as Rgb
/** Linear sRGB of a reflectance, as the observer sees it. */
export const rgbOfSpectrum = (r: Spectrum): Rgb => fromXyz(xyzOfSpectrum(r))

/** Solves a 3 by 3 system by Cramer's rule. */
function solve(a: readonly (readonly number[])[], b: readonly number[]): number[] {
  const det = (m: readonly (readonly number[])[]) =>
    (m[0]?.[0] ?? 0) * ((m[1]?.[1] ?? 0) * (m[2]?.[2] ?? 0) - (m[1]?.[2] ?? 0) * (m[2]?.[1] ?? 0)) -
    (m[0]?.[1] ?? 0) * ((m[1]?.[0] ?? 0) * (m[2]?.[2] ?? 0) - (m[1]?.[2] ?? 0) * (m[2]?.[0] ?? 0)) +
    (m[0]?.[2] ?? 0) * ((m[1]?.[0] ?? 0) * (m[2]?.[1] ?? 0) - (m[1]?.[1] ?? 0) * (m[2]?.[0] ?? 0))
  const whole = det(a)
  return [0, 1, 2].map((c) => det(a.map((row, i) => row.map((v, k) => (k === c ? (b[i] ?? 0) : v)))) / whole)
}

/** A camera: what it makes of a reflectance, in linear sRGB by its own matrix. `spread` 0: the one in the middle; 1: any. */
export function spectralCamera(
  between: (low: number, high: number) => number,
  spread = 1,
): (r: Spectrum) => Rgb {
  const about = (middle: number, reach: number) => middle + spread * between(-reach, reach)
  const peaks = [about(600, 10), about(540, 9), about(460, 8)]
  const widths = [about(40, 6), about(42, 6), about(31, 5)]
  const sense = peaks.map((p, c) => waves.map((l) => Math.exp(-0.5 * ((l - p) / (widths[c] ?? 40)) ** 2)))
  const white = sense.map((s) => s.reduce((a, b) => a + b, 0))
  const raw = (r: Spectrum) =>
    sense.map((s, c) => s.reduce((sum, v, i) => sum + v * (r[i] ?? 0), 0) / (white[c] ?? 1))
  // Smooth reflectances, as such matrices are fitted by; and white itself, many times over.
  const learn = [
    ...Array.from({ length: 200 }, () => {
      const [base, slope, dip, at] = [
        between(0.1, 0.8),
        between(-0.3, 0.3),
        between(-0.4, 0.4),
        between(430, 670),
      ]
      return waves.map((l) =>
        Math.min(
          Math.max(base + (slope * (l - 550)) / 300 + dip * Math.exp(-0.5 * ((l - at) / 40) ** 2), 0.02),
          1,
        ),
      )
    }),
    ...Array.from({ length: 200 }, () => waves.map(() => 0.8)),
  ]
  const seen = learn.map(raw)
  const real = learn.map(rgbOfSpectrum)
  const normal = [0, 1, 2].map((i) =>
    [0, 1, 2].map((k) => seen.reduce((s, v) => s + (v[i] ?? 0) * (v[k] ?? 0), 0)),
  )
  const rows = [0, 1, 2].map((c) =>
    solve(
      normal,
      [0, 1, 2].map((i) => seen.reduce((s, v, n) => s + (v[i] ?? 0) * (real[n]?.[c as 0 | 1 | 2] ?? 0), 0)),
    ),
  )
  return (r) => {
    const v = raw(r)
    return rows.map((row) => row.reduce((s, m, i) => s + m * (v[i] ?? 0), 0)) as unknown as Rgb
  }
}

/** A plastic, and the same with so much of its yellow: it takes light away at the blue end first. */
export function spectralPlastic(between: (low: number, high: number) => number) {
  const base = between(0.28, 0.72)
  const warm = between(0, 0.12)
  const depth = between(0.3, 1.1)
  const reach = between(45, 75)
  const truth = waves.map((l) => base * (1 + (warm * (l - 550)) / 300))
  return {
    truth,
    at: (share: number): Spectrum =>
      truth.map((r, i) => r * Math.exp(-depth * share * Math.exp(-((waves[i] ?? 0) - 400) / reach))),
  }
}
