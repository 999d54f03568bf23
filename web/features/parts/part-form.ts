/** What the fields of a part or a lot say: its attributes and its price. Pure. */
import { parseMoney, type Money } from '#core/quantity/quantity.ts'

const attributeNames = ['value', 'rating', 'temperature', 'package', 'body', 'safety class', 'cell'] as const

/** The attributes that a form with these fields says. */
export const attributesOf = (form: FormData): Record<string, string> =>
  Object.fromEntries(
    attributeNames.flatMap((name) => {
      const text = String(form.get(name) ?? '').trim()
      return text ? [[name, text]] : []
    }),
  )

export const noAmount = 'Write an amount such as 12.50, and a currency of three letters. Nothing was lost.'

/** The price a form says; undefined for none, 'wrong' for one that is no amount. */
export function priceOf(form: FormData): Money | undefined | 'wrong' {
  const amount = String(form.get('amount') ?? '').trim()
  if (!amount) return undefined
  return (
    parseMoney(
      amount,
      String(form.get('currency') ?? '')
        .trim()
        .toUpperCase(),
    ) ?? 'wrong'
  )
}
