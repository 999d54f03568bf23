/** Colour bands of resistors (IEC 60062, table from memory): three to six bands → value, tolerance, temperature coefficient. */

export const colours = [
  'black',
  'brown',
  'red',
  'orange',
  'yellow',
  'green',
  'blue',
  'violet',
  'grey',
  'white',
  'gold',
  'silver',
  'pink',
] as const
export type Colour = (typeof colours)[number]

const digit: Partial<Record<Colour, number>> = {
  black: 0,
  brown: 1,
  red: 2,
  orange: 3,
  yellow: 4,
  green: 5,
  blue: 6,
  violet: 7,
  grey: 8,
  white: 9,
}
const exponent: Partial<Record<Colour, number>> = { ...digit, gold: -1, silver: -2, pink: -3 }
/** Per cent, both ways. */
const tolerance: Partial<Record<Colour, number>> = {
  brown: 1,
  red: 2,
  orange: 0.05,
  yellow: 0.02,
  green: 0.5,
  blue: 0.25,
  violet: 0.1,
  grey: 0.01,
  gold: 5,
  silver: 10,
}
/** Parts per million a kelvin. */
const coefficient: Partial<Record<Colour, number>> = {
  black: 250,
  brown: 100,
  red: 50,
  orange: 15,
  yellow: 25,
  green: 20,
  blue: 10,
  violet: 5,
  grey: 1,
}

export interface BandValue {
  readonly ohm: number
  readonly tolerancePercent: number
  readonly ppmPerKelvin?: number
}

/** Reads bands in the order given. Undefined for bands that say no value: a metal colour among the digits, a number of bands that is none. */
export function readBands(bands: readonly Colour[]): BandValue | undefined {
  if (bands.length < 3 || bands.length > 6) return undefined
  const digits = bands.length >= 5 ? 3 : 2
  let value = 0
  for (const band of bands.slice(0, digits)) {
    const d = digit[band]
    if (d === undefined) return undefined
    value = value * 10 + d
  }
  const power = exponent[bands[digits] ?? 'black']
  const last = bands[digits + 1]
  const percent = last === undefined ? 20 : tolerance[last]
  const ppm = bands.length === 6 ? coefficient[bands[5] ?? 'pink'] : undefined
  if (power === undefined || percent === undefined || (bands.length === 6 && ppm === undefined))
    return undefined
  return {
    ohm: Number((value * 10 ** power).toPrecision(12)),
    tolerancePercent: percent,
    ...(ppm === undefined ? {} : { ppmPerKelvin: ppm }),
  }
}

/** Both ways to hold the part, where both say something: the tolerance band is not always set apart. */
export function readEitherWay(bands: readonly Colour[]): readonly BandValue[] {
  const found = [readBands(bands), readBands([...bands].reverse())].filter((v) => v !== undefined)
  return found.length === 2 && found[0]?.ohm === found[1]?.ohm ? found.slice(0, 1) : found
}
