/** Numbers as people write and say them, and the units beside them. Unit symbols by ISO 80000; "uF" and "ohm" as typed. */

const small: Readonly<Record<string, number>> = {
  zero: 0,
  nought: 0,
  one: 1,
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  seven: 7,
  eight: 8,
  nine: 9,
  ten: 10,
  eleven: 11,
  twelve: 12,
  thirteen: 13,
  fourteen: 14,
  fifteen: 15,
  sixteen: 16,
  seventeen: 17,
  eighteen: 18,
  nineteen: 19,
  dozen: 12,
}
const tens: Readonly<Record<string, number>> = {
  twenty: 20,
  thirty: 30,
  forty: 40,
  fourty: 40,
  fifty: 50,
  sixty: 60,
  seventy: 70,
  eighty: 80,
  ninety: 90,
}
const ordinals: Readonly<Record<string, number>> = {
  first: 1,
  second: 2,
  third: 3,
  fourth: 4,
  fifth: 5,
  sixth: 6,
  seventh: 7,
  eighth: 8,
  ninth: 9,
  tenth: 10,
  eleventh: 11,
  twelfth: 12,
}
export const ordinalOf = (word: string): number | undefined => ordinals[word]

/** The number that a run of words says ("fifteen point three", "twenty two", "a hundred", "minus four"), and how many words it took. */
export function spokenNumber(
  words: readonly string[],
): { readonly value: number; readonly took: number } | undefined {
  let at = 0
  const minus = words[0] === 'minus' || words[0] === 'negative'
  if (minus) at++
  const whole = spokenWhole(words, at)
  if (!whole) return undefined
  at += whole.took
  let value = whole.value
  if (words[at] === 'point' || words[at] === 'comma') {
    let digits = ''
    let next = at + 1
    for (
      let digit = small[words[next] ?? ''];
      digit !== undefined && digit < 10;
      digit = small[words[next] ?? '']
    ) {
      digits += String(digit)
      next++
    }
    if (digits === '') {
      const tail = spokenWhole(words, at + 1)
      if (tail && tail.value < 100) {
        digits = String(tail.value)
        next = at + 1 + tail.took
      }
    }
    if (digits !== '') {
      value = Number(`${value}.${digits}`)
      at = next
    }
  }
  return { value: minus ? -value : value, took: at }
}

function spokenWhole(words: readonly string[], from: number): { value: number; took: number } | undefined {
  let at = from
  let total = 0
  let found = false
  for (;;) {
    const word = words[at] ?? ''
    if (tens[word] !== undefined) {
      total += tens[word]
      at++
      const one = small[words[at] ?? '']
      if (one !== undefined && one < 10 && one > 0) {
        total += one
        at++
      }
    } else if (small[word] !== undefined) {
      total += small[word]
      at++
    } else break
    found = true
    if (words[at] === 'hundred' || words[at] === 'thousand') {
      total *= words[at] === 'hundred' ? 100 : 1000
      at++
      if (words[at] === 'and') {
        const next = words[at + 1] ?? ''
        if (tens[next] === undefined && small[next] === undefined) break
        at++
      }
      continue
    }
    break
  }
  return found ? { value: total, took: at - from } : undefined
}

/**
 * "4.98", "2,1", "-12". A comma with exactly three figures after it may mean thousands: `either`, asked of the person who wrote it.
 * A point is a decimal point: meters show three figures behind it.
 */
export function writtenNumber(
  text: string,
): { readonly value: number; readonly either?: number } | undefined {
  const bare = text.replace(/^[−–]/, '-')
  if (/^[+-]?\d+$/.test(bare)) return { value: Number(bare) }
  const decimal = /^([+-]?\d+)[.,](\d+)$/.exec(bare)
  if (decimal) {
    const value = Number(`${decimal[1]}.${decimal[2]}`)
    return decimal[2]?.length === 3 && bare.includes(',') && decimal[1] !== '0' && decimal[1] !== '-0'
      ? { value, either: Number(`${decimal[1]}${decimal[2]}`) }
      : { value }
  }
  if (/^[+-]?[.,]\d+$/.test(bare)) return { value: Number(bare.replace(',', '.')) }
  return undefined
}

export interface Unit {
  readonly unit: string
  readonly of:
    | 'electrical'
    | 'time'
    | 'length'
    | 'mass'
    | 'volume'
    | 'temperature'
    | 'percent'
    | 'money'
    | 'frequency'
    | 'speed'
}

const unitLists: readonly (readonly [Unit['of'], string, string])[] = [
  ['electrical', 'V', 'v volt volts vdc vac vcc'],
  ['electrical', 'mV', 'mv millivolt millivolts'],
  ['electrical', 'kV', 'kv kilovolt kilovolts'],
  ['electrical', 'A', 'a amp amps ampere amperes'],
  ['electrical', 'mA', 'ma milliamp milliamps milliampere milliamperes'],
  ['electrical', 'uA', 'ua µa μa microamp microamps'],
  ['electrical', 'W', 'w watt watts'],
  ['electrical', 'mW', 'mw'],
  ['electrical', 'ohm', 'ohm ohms ω Ω r'],
  ['electrical', 'kohm', 'kohm kohms kω kΩ kiloohm kiloohms kilohm kilohms'],
  ['electrical', 'Mohm', 'mohm megohm megohms megaohm megaohms'],
  ['electrical', 'uF', 'uf µf μf mfd microfarad microfarads'],
  ['electrical', 'nF', 'nf nanofarad nanofarads'],
  ['electrical', 'pF', 'pf picofarad picofarads'],
  ['electrical', 'F', 'farad farads'],
  ['electrical', 'mH', 'mh'],
  ['electrical', 'uH', 'uh µh'],
  ['frequency', 'Hz', 'hz hertz cps'],
  ['frequency', 'kHz', 'khz kilohertz'],
  ['frequency', 'MHz', 'mhz megahertz'],
  ['speed', 'baud', 'baud bd'],
  ['speed', 'rpm', 'rpm'],
  ['time', 's', 's sec secs second seconds'],
  ['time', 'ms', 'ms millisecond milliseconds'],
  ['time', 'us', 'us µs μs microsecond microseconds'],
  ['time', 'min', 'min mins minute minutes'],
  ['time', 'h', 'h hr hrs hour hours'],
  ['time', 'd', 'd day days'],
  ['time', 'week', 'week weeks'],
  ['length', 'mm', 'mm millimetre millimetres millimeter millimeters'],
  ['length', 'cm', 'cm centimetre centimetres centimeter centimeters'],
  ['length', 'm', 'm metre metres meter meters'],
  ['length', 'inch', 'inch inches in'],
  ['mass', 'g', 'g gram grams'],
  ['mass', 'kg', 'kg kilo kilos kilogram kilograms'],
  ['mass', 'N', 'newton newtons'],
  ['volume', 'ml', 'ml millilitre millilitres'],
  ['volume', 'l', 'l litre litres liter liters'],
  ['temperature', 'C', '°c degc celsius degrees deg °'],
  ['percent', '%', '% percent'],
  ['money', 'EUR', 'euro euros eur €'],
  ['money', 'GBP', 'pound pounds gbp £ quid'],
  ['money', 'USD', 'dollar dollars usd $'],
  ['money', '', 'cent cents p crowns kroner'],
]
const units = new Map<string, Unit>(
  unitLists.flatMap(([of, unit, words]) => words.split(' ').map((w): [string, Unit] => [w, { unit, of }])),
)
/** "mA" and "MA", "mohm" and "Mohm": people do not keep to capitals, so none is told apart by them. */
export const unitOf = (word: string): Unit | undefined => units.get(word) ?? units.get(word.toLowerCase())
/** Letters that are units only right beside their number: "5 in", "3 s" are words elsewhere. */
export const shyUnits = new Set([
  'a',
  'in',
  'm',
  's',
  'r',
  'd',
  'p',
  'l',
  'g',
  'w',
  'h',
  'v',
  'us',
  'ma',
  '$',
  '£',
  '€',
])
