/** A case of a calculator photographed three times with cards beside it: yellowed, after one session, after two. Drawn, nothing real. */
import { labOf, fromLinear, luminanceOf, rgbOfHex, xyzOf, type Rgb } from '#core/colour/spaces.ts'
import type { MeasureMark } from '#server/features/treatments/measure.ts'

const yellowed = rgbOfHex('#cdb27c')
const whole = rgbOfHex('#e6e0d0')
const hex = (rgb: Rgb): string =>
  `#${rgb
    .map((v) =>
      Math.round(fromLinear(Math.min(Math.max(v, 0), 1)) * 255)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`
const mixed = (share: number): string =>
  hex(
    [0, 1, 2].map((c) => (whole[c] ?? 0) + share * ((yellowed[c] ?? 0) - (whole[c] ?? 0))) as unknown as Rgb,
  )
const neutral = (l: number): string => {
  const y = luminanceOf(l)
  return hex([y, y, y])
}

/** L* of the cards in the picture. */
export const cardLightness = { white: 92, grey: 60, dark: 25 } as const

/** Places of what is marked, as shares of the picture. */
const places = {
  grey1: [0.05, 0.06, 0.1, 0.1],
  grey2: [0.85, 0.06, 0.1, 0.1],
  grey3: [0.05, 0.84, 0.1, 0.1],
  white: [0.25, 0.06, 0.1, 0.1],
  dark: [0.45, 0.06, 0.1, 0.1],
  truth: [0.72, 0.84, 0.2, 0.1],
  lid: [0.1, 0.24, 0.8, 0.52],
} as const

const box = ([x, y, w, h]: readonly [number, number, number, number], fill: string) =>
  `<rect x="${x * 1600}" y="${y * 1200}" width="${w * 1600}" height="${h * 1200}" fill="${fill}"/>`

/** `share`: of the yellow that is left; `streaks`: how far single streaks are off from it. */
export const lidPicture = (share: number, streaks: number): string => {
  const [x, y, w, h] = places.lid
  const rows = Array.from({ length: 26 }, (_, i) => {
    const off = streaks * Math.sin(i * 1.7)
    return `<rect x="${x * 1600}" y="${(y + (h * i) / 26) * 1200}" width="${w * 1600}" height="${(h / 26) * 1200 + 1}" fill="${mixed(share + off)}"/>`
  }).join('')
  return `<svg xmlns="http://www.w3.org/2000/svg" width="1600" height="1200" viewBox="0 0 1600 1200">
<rect width="1600" height="1200" fill="#6f716c"/>
<rect x="60" y="230" width="1480" height="720" rx="40" fill="${mixed(share)}"/>
${rows}
${box(places.grey1, neutral(60))}${box(places.grey2, neutral(60))}${box(places.grey3, neutral(60))}
${box(places.white, neutral(92))}${box(places.dark, neutral(25))}
${box(places.truth, hex(whole))}
</svg>`
}

const mark = (
  role: MeasureMark['role'],
  name: string,
  at: readonly [number, number, number, number],
  lightness?: number,
): MeasureMark => ({
  role,
  name,
  x: at[0] + 0.01,
  y: at[1] + 0.01,
  w: at[2] - 0.02,
  h: at[3] - 0.02,
  ...(lightness === undefined ? {} : { lightness }),
})

/** As a volunteer marks it. */
export const lidMarks: readonly MeasureMark[] = [
  mark('card', 'grey, left', places.grey1, 60),
  mark('card', 'grey, right', places.grey2, 60),
  mark('card', 'grey, below', places.grey3, 60),
  mark('card', 'white', places.white, 92),
  mark('card', 'dark', places.dark, 25),
  mark('true colour', 'under the serial label', places.truth),
  mark('patch', 'lid', places.lid),
]

/** Δb* that the picture was drawn with, for its test. */
export const drawnYellow = (share: number): number =>
  labOf(xyzOf(rgbOfHex(mixed(share))))[2] - labOf(xyzOf(rgbOfHex(hex(whole))))[2]
