/** The receipt for the giver: what was handed over and on what terms, kept as issued and printed. */
import { commas } from '#api/words/lists.ts'
import { say } from '#api/words/say.ts'
import { Link } from 'react-router'
import type { PartyId } from '#core/ids.ts'
import type { ArrivalView } from '#core/views/arrival.ts'
import { useDates } from '#web/app/session.tsx'
import { AreaField } from '#web/ui/Forms.tsx'
import { Lines, NoneOf, StepForm } from './StepForm.tsx'

export const usualTerms = say(
  'Received for examination. Taking it in decides nothing about owning it: that is agreed in writing later, or it is returned.',
)

export function ReceiptStep({ view }: { view: ArrivalView }) {
  const { short } = useDates()
  const items = [
    commas(view.plate.name, view.plate.serial && say('serial {serial}', { serial: view.plate.serial })),
    ...view.box.map((b) => b.label),
  ]
  return (
    <>
      <p className="text-quiet">{say('Check the list with the giver. It is kept as it was issued.')}</p>
      <Lines
        items={view.receipts.map((r) => (
          <span key={r.entry} className="flex justify-between gap-4">
            {r.items.length === 1
              ? say('Given {at} for {items} thing', { at: short(r.at), items: r.items.length })
              : say('Given {at} for {items} things', { at: short(r.at), items: r.items.length })}
            <Link className="act" to={`/machines/${view.machine}/receipt/${r.entry}`}>
              {say('Open and print')}
            </Link>
          </span>
        ))}
      />
      <StepForm
        submit={say('Issue the receipt')}
        defaults={{ items: items.join('\n'), terms: usualTerms }}
        writings={(text) => {
          const lines = text('items')
            .split('\n')
            .map((t) => t.trim().slice(0, 80))
            .filter(Boolean)
          return lines.length === 0
            ? say('The list is empty.')
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
              label={say('Handed over, one a line')}
              {...register('items')}
              rows={Math.max(3, items.length + 1)}
            />
            <AreaField label={say('Terms')} {...register('terms')} rows={3} maxLength={2000} />
          </>
        )}
      </StepForm>
      <NoneOf
        machine={view.machine}
        what="receipt"
        words={say('No receipt was wanted')}
        done={view.receipts.length > 0}
      />
    </>
  )
}
