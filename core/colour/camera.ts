/**
 * What a camera is worth, checked once by the house: chips of known colour beside the cards. b* as read is held against b* as known;
 * the slope is the camera's contrast (and saturation), the scatter about it what one photograph cannot see. Least squares of a line,
 * Student's t for so few chips.
 */
import type { Lab } from './spaces.ts'

export interface Chip {
  readonly name: string
  /** L*a*b* D65 2°, as its maker or an instrument says. */
  readonly known: Lab
  /** As this photograph gave it. */
  readonly read: Lab
}

/** How far a difference of b* in one photograph may be off: a share of it, and a floor; both sd. */
export interface Trust {
  readonly contrast: number
  readonly floor: number
}

export interface CameraCheck extends Trust {
  /** How many lightnesses of card it was checked with: it holds for as many or more. */
  readonly neutrals: number
  readonly chips: number
  /** b* as read, per b* as known: 1.08 is 8 % too strong. */
  readonly slope: number
  /** Scatter of b* about the line, sd. */
  readonly scatter: number
  /** The chip that lies furthest off. */
  readonly worst: { readonly name: string; readonly off: number }
}

/** 97.5 % of Student's t by degrees of freedom from 4, as handbooks print it; above 30 the normal law is near enough. */
const student = [
  2.776, 2.571, 2.447, 2.365, 2.306, 2.262, 2.228, 2.201, 2.179, 2.16, 2.145, 2.131, 2.12, 2.11, 2.101, 2.093,
  2.086, 2.08, 2.074, 2.069, 2.064, 2.06, 2.056, 2.052, 2.048, 2.045, 2.042,
] as const
export const studentAt = (freedom: number): number => student[freedom - 4] ?? 1.96

/** Fewer chips, or chips that hardly differ in b*, tell no slope. */
export const leastChips = 6
const leastReach = 10

/** No check of so few chips makes a photograph better than this. House rule. */
const bestFloor = 0.2
const bestContrast = 0.02

export type CheckTrouble = { readonly why: 'too few chips' } | { readonly why: 'chips too alike' }

/** Undefined trust never comes of it: either what the check found, or why it found nothing. */
export function checkCamera(chips: readonly Chip[], neutrals: number): CameraCheck | CheckTrouble {
  if (chips.length < leastChips) return { why: 'too few chips' }
  const known = chips.map((c) => c.known[2])
  if (Math.max(...known) - Math.min(...known) < leastReach) return { why: 'chips too alike' }
  const n = chips.length
  const mean = (of: readonly number[]) => of.reduce((s, v) => s + v, 0) / n
  const [mx, my] = [mean(known), mean(chips.map((c) => c.read[2]))]
  const sxx = known.reduce((s, x) => s + (x - mx) ** 2, 0)
  const slope = chips.reduce((s, c) => s + (c.known[2] - mx) * (c.read[2] - my), 0) / sxx
  const off = chips.map((c) => c.read[2] - my - slope * (c.known[2] - mx))
  const scatter = Math.sqrt(off.reduce((s, e) => s + e * e, 0) / (n - 2))
  // So few chips: their scatter is known less well than a normal law would have it.
  const wider = studentAt(n - 2) / 1.96
  const worstAt = off.reduce((best, e, i) => (Math.abs(e) > Math.abs(off[best] ?? 0) ? i : best), 0)
  return {
    neutrals,
    chips: n,
    slope,
    scatter,
    contrast: Math.max(Math.hypot(slope - 1, (wider * scatter) / Math.sqrt(sxx)), bestContrast),
    // A difference is of two places.
    floor: Math.max(Math.SQRT2 * wider * scatter, bestFloor),
    worst: { name: chips[worstAt]?.name ?? '', off: off[worstAt] ?? 0 },
  }
}
