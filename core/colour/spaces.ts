/**
 * Colour as numbers: sRGB (IEC 61966-2-1), XYZ, L*a*b* for D65 and the 2° observer (CIE 15), colour difference (CIEDE2000: Sharma, Wu,
 * Dalal, Color Res. Appl. 30 (2005) 21–30), yellowness (ASTM E313, D65 2°). Everything is D65: the reference light of CIEDE2000, and
 * of E313 here; nothing is adapted to D50.
 */

/** Linear red, green, blue, each 0 to 1 for what sRGB can show. */
export type Rgb = readonly [number, number, number]
/** X, Y, Z with white at Y = 1. */
export type Xyz = readonly [number, number, number]
/** L*, a*, b*. */
export type Lab = readonly [number, number, number]

/** White of D65, 2°, by its chromaticity in sRGB (x 0.3127, y 0.3290), so that a neutral of sRGB has no colour here. */
export const whiteD65: Xyz = [0.3127 / 0.329, 1, 0.3583 / 0.329]

/** One encoded value of sRGB, 0 to 1, to linear light. */
export const toLinear = (v: number): number => (v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4)
export const fromLinear = (v: number): number => (v <= 0.0031308 ? v * 12.92 : 1.055 * v ** (1 / 2.4) - 0.055)

/** Linear sRGB to XYZ, the matrix that the primaries and white of sRGB give. */
export const xyzOf = ([r, g, b]: Rgb): Xyz => [
  0.4123907992659595 * r + 0.35758433938387796 * g + 0.1804807884018343 * b,
  0.21263900587151036 * r + 0.7151686787677559 * g + 0.07219231536073371 * b,
  0.01933081871559185 * r + 0.11919477979462599 * g + 0.9505321522496606 * b,
]

const epsilon = 216 / 24389
const kappa = 24389 / 27
const f = (t: number): number => (t > epsilon ? Math.cbrt(t) : (kappa * t + 16) / 116)

export function labOf([x, y, z]: Xyz): Lab {
  const [fx, fy, fz] = [f(x / whiteD65[0]), f(y / whiteD65[1]), f(z / whiteD65[2])]
  return [116 * fy - 16, 500 * (fx - fy), 200 * (fy - fz)]
}

/** Luminance factor Y of a lightness L*. */
export function luminanceOf(lightness: number): number {
  const fy = (lightness + 16) / 116
  return fy ** 3 > epsilon ? fy ** 3 : (116 * fy - 16) / kappa
}

/** "#e8dfc8" to linear light. Throws for anything else. */
export function rgbOfHex(hex: string): Rgb {
  const found = /^#([0-9a-f]{2})([0-9a-f]{2})([0-9a-f]{2})$/i.exec(hex)
  if (!found) throw new Error(`${hex} is no colour of six signs`)
  const part = (i: number) => toLinear(parseInt(found[i] ?? '0', 16) / 255)
  return [part(1), part(2), part(3)]
}

/** Yellowness index after ASTM E313 for D65 and the 2° observer. White is 0, yellow above. Undefined for black. */
export const yellownessOf = ([x, y, z]: Xyz): number | undefined =>
  y > 0 ? (100 * (1.2985 * x - 1.1335 * z)) / y : undefined

const radians = (degrees: number) => (degrees * Math.PI) / 180
const degrees = (angle: number) => (angle * 180) / Math.PI

/** Hue angle, 0 to 360; 0 where there is no hue. */
const hue = (a: number, b: number): number => {
  if (a === 0 && b === 0) return 0
  const h = degrees(Math.atan2(b, a))
  return h < 0 ? h + 360 : h
}

/** CIEDE2000 with kL = kC = kH = 1. Symmetrical. */
export function differenceOf([l1, a1, b1]: Lab, [l2, a2, b2]: Lab): number {
  const c7 = ((Math.hypot(a1, b1) + Math.hypot(a2, b2)) / 2) ** 7
  const g = 0.5 * (1 - Math.sqrt(c7 / (c7 + 25 ** 7)))
  const [ap1, ap2] = [(1 + g) * a1, (1 + g) * a2]
  const [cp1, cp2] = [Math.hypot(ap1, b1), Math.hypot(ap2, b2)]
  const [hp1, hp2] = [hue(ap1, b1), hue(ap2, b2)]
  const grey = cp1 * cp2 === 0
  const turn = hp2 - hp1
  const dh = grey ? 0 : Math.abs(turn) <= 180 ? turn : turn > 180 ? turn - 360 : turn + 360
  const dL = l2 - l1
  const dC = cp2 - cp1
  const dH = 2 * Math.sqrt(cp1 * cp2) * Math.sin(radians(dh) / 2)
  const l = (l1 + l2) / 2
  const c = (cp1 + cp2) / 2
  const sum = hp1 + hp2
  const h = grey ? sum : Math.abs(hp1 - hp2) <= 180 ? sum / 2 : sum < 360 ? (sum + 360) / 2 : (sum - 360) / 2
  const t =
    1 -
    0.17 * Math.cos(radians(h - 30)) +
    0.24 * Math.cos(radians(2 * h)) +
    0.32 * Math.cos(radians(3 * h + 6)) -
    0.2 * Math.cos(radians(4 * h - 63))
  const sl = 1 + (0.015 * (l - 50) ** 2) / Math.sqrt(20 + (l - 50) ** 2)
  const sc = 1 + 0.045 * c
  const sh = 1 + 0.015 * c * t
  const rc = 2 * Math.sqrt(c ** 7 / (c ** 7 + 25 ** 7))
  const rt = -Math.sin(radians(60 * Math.exp(-(((h - 275) / 25) ** 2)))) * rc
  return Math.sqrt((dL / sl) ** 2 + (dC / sc) ** 2 + (dH / sh) ** 2 + rt * (dC / sc) * (dH / sh))
}
