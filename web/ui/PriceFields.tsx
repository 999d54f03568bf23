/** What something cost: an amount and its currency. */
import { say } from '#api/words/say.ts'
import type { ComponentProps } from 'react'
import { TextField } from '#web/ui/Forms.tsx'

type Field = Omit<ComponentProps<typeof TextField>, 'label'>

export function PriceFields({ label, amount, currency }: { label: string; amount: Field; currency: Field }) {
  return (
    <span className="grid grid-cols-[1fr_5rem] gap-2">
      <TextField label={label} className="num" inputMode="decimal" placeholder="12.50" {...amount} />
      <TextField label={say('Currency')} className="num" maxLength={3} {...currency} />
    </span>
  )
}
