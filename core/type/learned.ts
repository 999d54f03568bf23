/** Positions that no sheet lists, learned from the designator by which somebody calls them. */
import type { SheetPosition } from './sheet.ts'

/** What a designator's letters stand for, by the common reference designations (after IEEE 315, from memory). */
const kindOfLetters: Readonly<Record<string, string>> = {
  C: 'capacitor',
  R: 'resistor',
  D: 'diode',
  Q: 'transistor',
  L: 'coil',
  IC: 'integrated circuit',
  U: 'integrated circuit',
  RN: 'resistor network',
  F: 'fuse',
  K: 'relay',
}

/** A position that no sheet knows, as its designator and what is said of it make it: the map is learned as it is read. */
export function learnPosition(word: string, rest = ''): SheetPosition | undefined {
  const match = /^([A-Za-z]{1,3})\d{1,4}[A-Za-z]?$/.exec(word)
  const kind = match && kindOfLetters[(match[1] ?? '').toUpperCase()]
  if (!kind) return undefined
  const polarised = kind === 'capacitor' && /\b(?:electrolytic|tantalum|plus|minus)\b/i.test(rest)
  const accepts = !polarised
    ? kind
    : /\btantalum\b/i.test(rest)
      ? 'tantalum capacitor'
      : 'electrolytic capacitor'
  return {
    designator: word.toUpperCase(),
    accepts,
    assembly: false,
    mount: 'soldered',
    essential: false,
    lookAlikes: [],
    polarised,
    charged: false,
  }
}
