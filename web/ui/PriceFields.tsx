/** What something cost: an amount and its currency. */
import type { Money } from '#core/quantity/quantity.ts'
import { TextField } from '#web/ui/Forms.tsx'

/** An amount as it is typed: "12.50". */
export const amountOf = ({ minor }: Money): string => (minor / 100).toFixed(2)

export function PriceFields({
  label,
  currency,
  amount,
}: {
  label: string
  currency: string
  /** What stands there already. */
  amount?: Money | undefined
}) {
  return (
    <span className="grid grid-cols-[1fr_5rem] gap-2">
      <TextField
        label={label}
        name="amount"
        className="num"
        inputMode="decimal"
        placeholder="12.50"
        defaultValue={amount ? amountOf(amount) : undefined}
      />
      <TextField label="Currency" name="currency" className="num" maxLength={3} defaultValue={currency} />
    </span>
  )
}
