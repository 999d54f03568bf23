/** What something cost: an amount and its currency. */
import { TextField } from '#web/ui/Forms.tsx'

export function PriceFields({ label, currency }: { label: string; currency: string }) {
  return (
    <span className="grid grid-cols-[1fr_5rem] gap-2">
      <TextField label={label} name="amount" className="num" inputMode="decimal" placeholder="12.50" />
      <TextField label="Currency" name="currency" className="num" maxLength={3} defaultValue={currency} />
    </span>
  )
}
