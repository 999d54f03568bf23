/** The receipt for the giver: what was handed over and on what terms, kept as issued and printed. */
import { Link } from 'react-router'
import type { PartyId } from '#core/ids.ts'
import type { ArrivalView } from '#core/views/arrival.ts'
import { useDates } from '#web/app/session.tsx'
import { AreaField } from '#web/ui/Forms.tsx'
import { Lines, NoneOf, StepForm } from './StepForm.tsx'

export const usualTerms =
  'Received for examination. Taking it in decides nothing about owning it: that is agreed in writing later, or it is returned.'

export function ReceiptStep({ view }: { view: ArrivalView }) {
  const { short } = useDates()
  const items = [
    `${view.plate.name}${view.plate.serial ? `, serial ${view.plate.serial}` : ''}`,
    ...view.box.map((b) => b.label),
  ]
  return (
    <>
      <p className="text-quiet">Check the list with the giver. It is kept as it was issued.</p>
      <Lines
        items={view.receipts.map((r) => (
          <span key={r.entry} className="flex justify-between gap-4">
            {`Given ${short(r.at)} for ${r.items.length} ${r.items.length === 1 ? 'thing' : 'things'}`}
            <Link className="act" to={`/machines/${view.machine}/receipt/${r.entry}`}>
              Open and print
            </Link>
          </span>
        ))}
      />
      <StepForm
        submit="Issue the receipt"
        defaults={{ items: items.join('\n'), terms: usualTerms }}
        writings={(text) => {
          const lines = text('items')
            .split('\n')
            .map((t) => t.trim().slice(0, 80))
            .filter(Boolean)
          return lines.length === 0
            ? 'The list is empty.'
            : [
                {
                  body: {
                    kind: 'receipt',
                    machine: view.machine,
                    items: lines.slice(0, 60),
                    terms: text('terms'),
                    ...(view.source?.fromId ? { to: view.source.fromId as PartyId } : {}),
                  },
                },
              ]
        }}
      >
        {(register) => (
          <>
            <AreaField
              label="Handed over, one a line"
              {...register('items')}
              rows={Math.max(3, items.length + 1)}
            />
            <AreaField label="Terms" {...register('terms')} rows={3} maxLength={2000} />
          </>
        )}
      </StepForm>
      <NoneOf
        machine={view.machine}
        what="receipt"
        words="No receipt was wanted"
        done={view.receipts.length > 0}
      />
    </>
  )
}
