/** What something cost: an amount and its currency. */
import { parseMoney, type Money } from '#core/quantity/quantity.ts'
import { TextField } from '#web/ui/Forms.tsx'

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

export function PriceFields({ label, currency }: { label: string; currency: string }) {
  return (
    <span className="grid grid-cols-[1fr_5rem] gap-2">
      <TextField label={label} name="amount" className="num" inputMode="decimal" placeholder="12.50" />
      <TextField label="Currency" name="currency" className="num" maxLength={3} defaultValue={currency} />
    </span>
  )
}
