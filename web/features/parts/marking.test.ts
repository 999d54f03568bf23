import { expect, it } from 'vitest'
import { readMarking } from './MarkingReader.tsx'

// Codes by EIA and IEC 60062, from memory; see core/parts/markings.
it.each([
  ['104K', ['100 nF ±10 % on a capacitor', '100 kΩ ±10 % on a resistor']],
  ['104Z', ['100 nF +80 −20 % on a capacitor', '100 kΩ +80 −20 % on a resistor']],
  ['103', ['10 nF on a capacitor', '10 kΩ on a resistor']],
  ['4k7', ['4.7 kΩ on a resistor']],
  ['yellow violet red gold', ['4.7 kΩ ±5 %']],
  ['brown black orange red', ['10 kΩ ±2 %', '23 Ω ±1 %']],
  ['hello', []],
])('%s', (text, words) => expect(readMarking(text).map((r) => r.words)).toEqual(words))
