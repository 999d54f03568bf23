/** What passes between the two sides of a loan beside things: words, and what a repair costs. */
import { moneyWords } from '#api/words/money.ts'
import { parseMoney } from '#core/quantity/quantity.ts'
import type { LoanView } from '#core/views/loan-shape.ts'
import { useSend } from '#web/app/send.ts'
import { useSigned } from '#web/app/session.tsx'
import { typedIn } from '#web/app/typed.ts'
import { AreaField, MainButton, Said, Slip, TextField } from '#web/ui/Forms.tsx'
import { KeptForm, useKept } from '#web/ui/kept.tsx'
import { PriceFields } from '#web/ui/PriceFields.tsx'

/** A word to the other side. It stands in the loan, for both. */
export function SaySlip({ view, onClose }: { view: LoanView; onClose: () => void }) {
  const kept = useKept(`loan ${view.id} words`, onClose)
  const { me } = useSigned()
  const { send, error, busy, setError } = useSend(kept.forget)
  const guest = me.role === 'guest'
  const submit = async (event: React.FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const { text, ticked } = typedIn(event.currentTarget)
    const words = text('words')
    if (!words) return setError('Write something first.')
    const written = await send([
      {
        body: {
          kind: 'loan',
          what: 'said',
          loan: view.id,
          by: guest ? view.withParty : 'house',
          words,
          asks: ticked('asks'),
        },
      },
    ])
    if (written) kept.done()
  }
  return (
    <Slip title={guest ? 'Write to the collection' : `Write to ${view.with}`} onClose={onClose}>
      <KeptForm kept={kept} onSubmit={(event) => void submit(event)} className="space-y-3">
        <AreaField label="What you want to say" name="words" />
        <label className="flex min-h-11 items-center gap-2">
          <input type="checkbox" className="size-5" name="asks" />
          It is a question: it stays open until the other side has written
        </label>
        <MainButton type="submit" disabled={busy}>
          Write it into the loan
        </MainButton>
        <Said error={error} />
      </KeptForm>
    </Slip>
  )
}

/** What was spent on a repair. Past the owner’s limit only with what the owner said. */
export function SpentSlip({ view, onClose }: { view: LoanView; onClose: () => void }) {
  const kept = useKept(`loan ${view.id} spent`, onClose)
  const { house } = useSigned()
  const { send, error, busy, setError } = useSend(kept.forget)
  const { limit, spent } = view.spending
  const submit = async (event: React.FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = new FormData(event.currentTarget)
    const text = (name: string) => String(form.get(name) ?? '').trim()
    const amount = text('amount') ? parseMoney(text('amount'), text('currency').toUpperCase()) : undefined
    if (!amount) return setError('Write the amount as 12.50, and a currency of three letters.')
    if (!text('on')) return setError('Say on what it was spent.')
    const written = await send([
      {
        body: {
          kind: 'loan',
          what: 'spent',
          loan: view.id,
          amount,
          on: text('on'),
          ...(text('although') ? { although: text('although') } : {}),
        },
      },
    ])
    if (written) kept.done()
  }
  return (
    <Slip title="What was spent on it" onClose={onClose}>
      <KeptForm
        kept={kept}
        onSubmit={(event) => void submit(event)}
        className="grid grid-cols-3 items-end gap-3 max-sm:grid-cols-1"
      >
        <PriceFields label="Amount" currency={limit?.currency ?? house.currency} />
        <TextField label="On what" name="on" maxLength={400} />
        <TextField
          label="What the owner said, past the limit"
          name="although"
          maxLength={400}
          placeholder="by telephone, 3 March: go on"
        />
        <MainButton type="submit" disabled={busy}>
          Record what was spent
        </MainButton>
      </KeptForm>
      <p className="text-quiet mt-2">
        {limit
          ? `The owner agreed to ${moneyWords(limit)}; ${spent ? moneyWords(spent) : 'nothing'} is recorded as spent. Past that, ask the owner before anything is bought.`
          : 'No limit is agreed. It can be set in the terms.'}
      </p>
      <Said error={error} />
    </Slip>
  )
}
