/** What passes between the two sides of a loan beside things: words, and what a repair costs. */
import { paragraph } from '#api/words/lists.ts'
import { say } from '#api/words/say.ts'
import { moneyWords } from '#api/words/money.ts'
import { loanBody } from '#core/history/bodies/loan.ts'
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { LoanView } from '#core/views/loan-shape.ts'
import { fieldOf, useBodyForm } from '#web/app/body-form.ts'
import { useSend } from '#web/app/send.ts'
import { useSigned } from '#web/app/session.tsx'
import { money, typed } from '#web/app/typed.ts'
import { AreaField, MainButton, Said, Slip, TextField } from '#web/ui/Forms.tsx'
import { KeptForm, useKept } from '#web/ui/kept.tsx'
import { PriceFields } from '#web/ui/PriceFields.tsx'
import { Tick } from '#web/ui/Tick.tsx'

interface Saying {
  readonly words: string
  readonly asks: boolean
}

/** A word to the other side. It stands in the loan, for both. */
export function SaySlip({ view, onClose }: { view: LoanView; onClose: () => void }) {
  const kept = useKept(`loan ${view.id} words`, onClose)
  const { me } = useSigned()
  const { send, error, busy } = useSend(kept.forget)
  const guest = me.role === 'guest'
  const bodyOf = ({ words, asks }: Saying): BodyOf<'loan'> => ({
    kind: 'loan',
    what: 'said',
    loan: view.id,
    by: guest ? view.withParty : 'house',
    words: words.trim(),
    asks,
  })
  const form = useBodyForm<Saying>({
    defaults: { words: '', asks: false },
    bodyOf,
    schema: loanBody,
    says: { words: say('Write something first.') },
    kept,
  })
  const submit = form.handleSubmit(async (said) => {
    if (await send([{ body: bodyOf(said) }])) kept.done()
  })
  return (
    <Slip
      title={guest ? say('Write to the collection') : say('Write to {with}', { with: view.with })}
      onClose={onClose}
    >
      <KeptForm kept={kept} onSubmit={(event) => void submit(event)} className="space-y-3">
        <AreaField label={say('What you want to say')} {...fieldOf(form, 'words')} />
        <Tick
          label={say('It is a question: it stays open until the other side has written')}
          {...form.register('asks')}
        />
        <MainButton type="submit" disabled={busy}>
          {say('Write it into the loan')}
        </MainButton>
        <Said error={error} />
      </KeptForm>
    </Slip>
  )
}

type Spent = Readonly<Record<'amount' | 'currency' | 'on' | 'although', string>>

/** What was spent on a repair. Past the owner’s limit only with what the owner said. */
export function SpentSlip({ view, onClose }: { view: LoanView; onClose: () => void }) {
  const kept = useKept(`loan ${view.id} spent`, onClose)
  const { house } = useSigned()
  const { send, error, busy } = useSend(kept.forget)
  const { limit, spent } = view.spending
  const bodyOf = ({ amount, currency, on, although }: Spent): BodyOf<'loan'> => ({
    kind: 'loan',
    what: 'spent',
    loan: view.id,
    amount: money(amount, currency),
    on: on.trim(),
    although: typed(although),
  })
  const form = useBodyForm<Spent>({
    defaults: { amount: '', currency: limit?.currency ?? house.currency, on: '', although: '' },
    bodyOf,
    schema: loanBody,
    says: {
      amount: say('Write the amount as 12.50, and a currency of three letters.'),
      on: say('Say on what it was spent.'),
    },
    kept,
  })
  const submit = form.handleSubmit(async (said) => {
    if (await send([{ body: bodyOf(said) }])) kept.done()
  })
  return (
    <Slip title={say('What was spent on it')} onClose={onClose}>
      <KeptForm
        kept={kept}
        onSubmit={(event) => void submit(event)}
        className="grid grid-cols-3 items-end gap-3 max-sm:grid-cols-1"
      >
        <PriceFields
          label={say('Amount')}
          amount={fieldOf(form, 'amount')}
          currency={form.register('currency')}
        />
        <TextField label={say('On what')} maxLength={400} {...fieldOf(form, 'on')} />
        <TextField
          label={say('What the owner said, past the limit')}
          maxLength={400}
          placeholder={say('by telephone, 3 March: go on')}
          {...fieldOf(form, 'although')}
        />
        <MainButton type="submit" disabled={busy}>
          {say('Record what was spent')}
        </MainButton>
      </KeptForm>
      <p className="text-quiet mt-2">
        {limit
          ? paragraph(
              spent
                ? say('The owner agreed to {limit}; {spent} is recorded as spent.', {
                    limit: moneyWords(limit),
                    spent: moneyWords(spent),
                  })
                : say('The owner agreed to {limit}; nothing is recorded as spent.', {
                    limit: moneyWords(limit),
                  }),
              say('Past that, ask the owner before anything is bought.'),
            )
          : say('No limit is agreed. It can be set in the terms.')}
      </p>
      <Said error={error} />
    </Slip>
  )
}
