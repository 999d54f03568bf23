/**
 * The few words of SCPI-99 and IEEE 488.2 that a bench meter is asked in: headers with a short and a long form, numbers,
 * identification. Both ends of the line use them.
 */

/** Values that stand for "over range" and "not a number" (SCPI-99 volume 1, 7.2.1.4 and 7.2.1.5, from memory). */
const infinity = 9.9e37
const notANumber = 9.91e37

/**
 * Whether a header is one of a pattern such as `MEASure:VOLTage[:DC]?`: of every keyword the short form (its capitals) or the
 * long one, nothing between; case does not matter; what stands in brackets may be left out; a leading colon may be written.
 */
export function headerMatches(pattern: string, header: string): boolean {
  const source = pattern.replace(
    /\[:([A-Za-z]+)\]|([A-Za-z]+)|([:?*])/g,
    (_, optional?: string, word?: string, sign?: string) => {
      const forms = (keyword: string) => `(?:${keyword}|${keyword.replace(/[a-z]/g, '')})`
      if (optional !== undefined) return `(?::${forms(optional)})?`
      return word !== undefined ? forms(word) : `\\${sign ?? ''}`
    },
  )
  return new RegExp(`^:?${source}$`, 'i').test(header)
}

export type MeterNumber =
  | { readonly is: 'value'; readonly value: number }
  | { readonly is: 'over range' | 'not a number' | 'unreadable' }

/** A number as an instrument answers it: NR1 "5", NR2 "5.02", NR3 "+5.0200E+00"; over range and not-a-number by their reserved values. */
export function readNumber(text: string): MeterNumber {
  const trimmed = text.trim()
  if (!/^[+-]?(?:\d+\.?\d*|\.\d+)(?:E[+-]?\d+)?$/i.test(trimmed)) return { is: 'unreadable' }
  const value = Number(trimmed)
  if (Math.abs(value) === notANumber) return { is: 'not a number' }
  return Math.abs(value) >= infinity ? { is: 'over range' } : { is: 'value', value }
}

/** NR3 with eight decimals, as bench meters answer. */
export const writeNumber = (value: number): string => {
  const [mantissa = '0', exponent = '0'] = value.toExponential(8).split('e')
  const power = Number(exponent)
  return `${value < 0 ? '' : '+'}${mantissa}E${power < 0 ? '-' : '+'}${String(Math.abs(power)).padStart(2, '0')}`
}

export interface Identity {
  readonly maker: string
  readonly model: string
  readonly serial: string
  readonly firmware: string
}

/** The answer to `*IDN?`: four fields parted by commas (IEEE 488.2, 10.14, from memory). Undefined for anything else. */
export function readIdentity(text: string): Identity | undefined {
  const fields = text.trim().split(',')
  const [maker = '', model = '', serial = '', firmware = ''] = fields.map((f) => f.trim())
  return fields.length === 4 && model !== '' ? { maker, model, serial, firmware } : undefined
}

/** What a meter can be asked for, by the unit in which it answers. */
export const measures = {
  V: 'MEASure:VOLTage:DC?',
  A: 'MEASure:CURRent:DC?',
  ohm: 'MEASure:RESistance?',
  Hz: 'MEASure:FREQuency?',
  C: 'MEASure:TEMPerature?',
  F: 'MEASure:CAPacitance?',
} as const
export type MeterUnit = keyof typeof measures
export const meterUnits = Object.keys(measures) as readonly MeterUnit[]
