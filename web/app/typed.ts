/** What is typed in the fields of a form. */

import { minorDigits, parseMoney, type Money } from '#core/quantity/quantity.ts'

/** What was typed, trimmed; undefined when that is nothing. */
export const typed = (text: string): string | undefined => text.trim() || undefined

/** A figure as it was typed, with a point or a comma: undefined when there is none, NaN when it is none. */
export const figure = (text: string): number | undefined =>
  text.trim() === '' ? undefined : Number(text.trim().replace(',', '.'))

/** An amount and its currency as they were typed: undefined for none, and what no schema takes for one that is no amount. */
export const money = (amount: string, currency: string): Money | undefined =>
  amount.trim() === ''
    ? undefined
    : (parseMoney(amount, currency.trim().toUpperCase()) ?? { minor: NaN, currency })

/** An amount as it is typed: "12.50". */
export function amountOf({ minor, currency }: Money): string {
  const digits = minorDigits(currency)
  return (minor / 10 ** digits).toFixed(digits)
}

export interface Typed<Name extends string = string> {
  /** Trimmed; '' where there is nothing. */
  readonly text: (name: Name) => string
  /** Trimmed; undefined where there is nothing. */
  readonly some: (name: Name) => string | undefined
  /** NaN where what is typed is no figure. */
  readonly figure: (name: Name) => number | undefined
  /** Of a choice of yes, no and not known. */
  readonly yesNo: (name: Name) => boolean | undefined
}

/** What is typed in the fields of a form that are text. */
export function typedIn<F extends object>(form: F): Typed<keyof F & string> {
  const text = (name: keyof F & string) => {
    const held: unknown = form[name]
    return typeof held === 'string' ? held.trim() : ''
  }
  return {
    text,
    some: (name) => typed(text(name)),
    figure: (name) => figure(text(name)),
    yesNo: (name) => (text(name) === '' ? undefined : text(name) === 'yes'),
  }
}
