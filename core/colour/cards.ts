/**
 * Colour from a photograph by cards: light levelled by a grey at three places, each channel's curve through cards of known
 * lightness, intervals that say what a camera cannot know. Good for differences under one card and one light; no spectrophotometer.
 */
import type { Trust } from './camera.ts'
import { labOf, luminanceOf, xyzOf, yellownessOf, type Lab, type Rgb, type Xyz } from './spaces.ts'

/** A marked region as it was measured: linear RGB by the file's profile. Stored; everything else is derived. */
export interface Region {
  /** Middle of it, 0 to 1 across and down. */
  readonly at: readonly [number, number]
  readonly mean: Rgb
  /** Standard deviation of each channel. */
  readonly sd: Rgb
  readonly pixels: number
  /** Share of its pixels with a channel at an end of its range. */
  readonly clipped: number
}

export interface Card extends Region {
  /** L* as the house measured it, or its maker says. */
  readonly lightness: number
}

export type Trouble =
  | { readonly why: 'no card' }
  /** A lighter card reads darker than a darker one: the marks are not where the cards are. */
  | { readonly why: 'cards out of order'; readonly light: number; readonly dark: number }
  | { readonly why: 'clipped'; readonly name: string; readonly share: number }
  | { readonly why: 'too few pixels'; readonly name: string; readonly pixels: number }
  /** Brighter or darker than the cards by more than 5 %. */
  | { readonly why: 'beyond the cards'; readonly name: string }
  /** Blue against red differs between the places of the grey: two lights. */
  | { readonly why: 'two lights'; readonly apart: number }
  /** A fourth grey lies off the plane through the others: a shadow. */
  | { readonly why: 'shadow'; readonly off: number }

export const mostClipped = 0.01
export const leastPixels = 400
const mostApart = 0.1
const mostOffPlane = 0.03
const beyond = Math.log(1.05)

/** What a number can be off by, as a share of Δb*: the camera's contrast, by how many neutrals see it. House rules. */
export const contrastError = (neutrals: number): number =>
  neutrals >= 3 ? 0.12 : neutrals === 2 ? 0.18 : 0.3
const floor = 0.4
/** What is taken until the house has checked its camera; these come from rendered photographs. */
export const rendered = (neutrals: number): Trust => ({ contrast: contrastError(neutrals), floor })

export const troubleOf = (name: string, { clipped, pixels }: Region): Trouble | undefined =>
  clipped > mostClipped
    ? { why: 'clipped', name, share: clipped }
    : pixels < leastPixels
      ? { why: 'too few pixels', name, pixels }
      : undefined

/** A plane a + bx + cy through values at places, by least squares; flat where there are fewer than three places. */
export function planeThrough(
  points: readonly { readonly at: readonly [number, number]; readonly value: number }[],
): (at: readonly [number, number]) => number {
  const n = points.length
  const mean = points.reduce((s, p) => s + p.value, 0) / Math.max(n, 1)
  if (n < 3) return () => mean
  const mx = points.reduce((s, p) => s + p.at[0], 0) / n
  const my = points.reduce((s, p) => s + p.at[1], 0) / n
  let [sxx, sxy, syy, sxv, syv] = [0, 0, 0, 0, 0]
  for (const { at, value } of points) {
    const [x, y, v] = [at[0] - mx, at[1] - my, value - mean]
    sxx += x * x
    sxy += x * y
    syy += y * y
    sxv += x * v
    syv += y * v
  }
  const det = sxx * syy - sxy * sxy
  // Places on one line say nothing of the other way.
  if (Math.abs(det) < 1e-6 * (sxx + syy) ** 2) return () => mean
  const b = (sxv * syy - syv * sxy) / det
  const c = (syv * sxx - sxv * sxy) / det
  return ([x, y]) => mean + b * (x - mx) + c * (y - my)
}

/** Straight pieces through points in rising x, and a little beyond the ends along the last piece; undefined further out. */
function curve(points: readonly (readonly [number, number])[], x: number): number | undefined {
  const [first, last] = [points[0], points.at(-1)]
  if (!first || !last) return undefined
  if (points.length === 1) return first[1] + (x - first[0])
  if (x < first[0] - beyond || x > last[0] + beyond) return undefined
  const i = Math.max(
    1,
    points.findIndex(([px]) => px >= x),
  )
  const [a, b] = x > last[0] ? [points.at(-2), last] : [points[i - 1], points[i]]
  if (!a || !b) return undefined
  return a[1] + ((x - a[0]) * (b[1] - a[1])) / (b[0] - a[0])
}

export interface Calibration {
  /** How many lightnesses of neutral are known: 1, 2 or 3 and more. */
  readonly neutrals: number
  readonly warnings: readonly Trouble[]
  /** Linear RGB of a region as under even light on this curve; undefined beyond the cards. */
  readonly rgbOf: (region: Pick<Region, 'at' | 'mean'>) => Rgb | undefined
}

const channels = [0, 1, 2] as const

/**
 * From the cards of a photograph: those of the lightness that stands at most places level the light; the others, and it, give the
 * curve. Answers what is wrong where nothing can be said.
 */
export function calibrate(cards: readonly Card[]): Calibration | Trouble {
  for (const [i, card] of cards.entries()) {
    const trouble = troubleOf(`card ${i + 1}`, card)
    if (trouble) return trouble
  }
  const byLightness = new Map<number, Card[]>()
  for (const card of cards)
    byLightness.set(card.lightness, [...(byLightness.get(card.lightness) ?? []), card])
  const steps = [...byLightness]
    .map(([lightness, same]) => ({ lightness, green: same.reduce((s, c) => s + c.mean[1], 0) / same.length }))
    .sort((a, b) => a.lightness - b.lightness)
  for (const [i, step] of steps.entries()) {
    const lighter = steps[i + 1]
    if (lighter && lighter.green <= step.green)
      return { why: 'cards out of order', light: lighter.lightness, dark: step.lightness }
  }
  // The grey is the card that lies at most places; of several, the one in the middle of the scale.
  const [grey] = [...byLightness.values()].sort(
    (a, b) =>
      b.length - a.length || Math.abs((a[0]?.lightness ?? 0) - 60) - Math.abs((b[0]?.lightness ?? 0) - 60),
  )
  const [greyCard] = grey ?? []
  if (!grey || !greyCard) return { why: 'no card' }
  const ratios = grey.map((g) => g.mean[2] / g.mean[0])
  const apart = Math.max(...ratios) / Math.min(...ratios) - 1
  if (apart > mostApart) return { why: 'two lights', apart }
  const planes = channels.map((c) => planeThrough(grey.map((g) => ({ at: g.at, value: g.mean[c] }))))
  const level = (at: readonly [number, number], c: 0 | 1 | 2) => planes[c]?.(at) ?? 1
  const off = Math.max(...grey.map((g) => Math.abs(g.mean[1] / level(g.at, 1) - 1)))
  const yGrey = luminanceOf(greyCard.lightness)
  const curves = channels.map((c) =>
    [...byLightness.values()]
      .map((same): [number, number] => {
        const x = same.reduce((s, card) => s + Math.log(card.mean[c] / level(card.at, c)), 0) / same.length
        return same === grey ? [0, 0] : [x, Math.log(luminanceOf(same[0]?.lightness ?? 0) / yGrey)]
      })
      .sort((a, b) => a[0] - b[0]),
  )
  return {
    neutrals: byLightness.size,
    warnings: grey.length > 3 && off > mostOffPlane ? [{ why: 'shadow', off }] : [],
    rgbOf: ({ at, mean }) => {
      const found = channels.map((c) => curve(curves[c] ?? [], Math.log(mean[c] / level(at, c))))
      const [r, g, b] = found
      if (r === undefined || g === undefined || b === undefined) return undefined
      return [yGrey * Math.exp(r), yGrey * Math.exp(g), yGrey * Math.exp(b)]
    },
  }
}

export interface Colour {
  readonly xyz: Xyz
  readonly lab: Lab
  readonly yellowness: number | undefined
}

export function colourOf({ rgbOf }: Calibration, region: Pick<Region, 'at' | 'mean'>): Colour | undefined {
  const rgb = rgbOf(region)
  if (!rgb) return undefined
  const xyz = xyzOf(rgb)
  return { xyz, lab: labOf(xyz), yellowness: yellownessOf(xyz) }
}

/** A value and the 95 % interval around it. */
export interface Estimate {
  readonly is: number
  readonly low: number
  readonly high: number
}
const around = (is: number, sd: number): Estimate => ({ is, low: is - 1.96 * sd, high: is + 1.96 * sd })

/** Error of Δb* in one photograph, sd. */
export const yellowError = (db: number, by: Trust): number => Math.hypot(by.floor, by.contrast * Math.abs(db))

/** Δb* of a patch against the place of true colour, in one photograph. */
export const yellowOf = (patch: Lab, truth: Lab, by: Trust): Estimate => {
  const db = patch[2] - truth[2]
  return around(db, yellowError(db, by))
}

/**
 * Share of the yellow left by an untreated piece in the same photograph, 0 to 1: one camera, one light, so that only the floor of each
 * place and a quarter of the contrast is left of the error.
 */
export function shareBeside(db: number, untreated: number, by: Trust): Estimate | undefined {
  if (untreated < 2) return undefined
  const share = db / untreated
  return around(
    share,
    Math.hypot(by.floor / untreated, (share * by.floor) / untreated, (share * by.contrast) / 4),
  )
}

/**
 * Share of the yellow left, now against the first photograph, 0 to 1. The contrast of one camera is much the same in both
 * photographs and cancels in good part; what is left of it is taken as half.
 */
export function shareLeft(
  first: { readonly db: number; readonly by: Trust },
  now: { readonly db: number; readonly by: Trust },
): Estimate | undefined {
  // Where there was hardly any yellow, no share of it can be said.
  if (first.db < 2) return undefined
  const share = now.db / first.db
  const half = (x: typeof first) => x.by.contrast / 2
  const sd = Math.hypot(
    now.by.floor / first.db,
    (share * first.by.floor) / first.db,
    share * Math.hypot(half(first), half(now)),
  )
  return around(share, sd)
}
