/** What the workshop has to work at: so many machines at once, at each. */
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import type { PlanAnswer } from '#api/plan.ts'
import { list } from '#api/words/lists.ts'
import { placesCount } from '#api/words/plan.ts'
import { placeSorts } from '#core/history/bodies/job.ts'
import { useSendOne } from '#web/app/send.ts'
import { Act, PlainButton, Said, TextField } from '#web/ui/Forms.tsx'

const labels = {
  bench: say('Benches'),
  sink: say('Sinks'),
  rack: say('Places on racks'),
  yard: say('Places in the yard'),
} as const

export function WorkshopPlaces({ data, plans }: { data: PlanAnswer; plans: boolean }) {
  const [open, setOpen] = useState(false)
  const [typed, setTyped] = useState(() => placeSorts.map((s) => String(data.workshop[s])))
  const { send, error } = useSendOne()
  const numbers = typed.map(Number)
  const holds = numbers.every((n) => Number.isInteger(n) && n >= 0 && n <= 40)
  const [bench = 0, sink = 0, rack = 0, yard = 0] = numbers
  return (
    <section aria-label={say('Places to work at')} className="space-y-2">
      <h2 className="headrule">{say('Places to work at')}</h2>
      <p className="flex flex-wrap items-baseline gap-x-6">
        <span>
          {list(placeSorts.map((s) => placesCount(s, data.workshop[s])))}
          {data.workshopSaid ? '' : ` (${say('house figures: what there is, is not recorded yet')})`}.
        </span>
        {plans && !open && <Act onClick={() => setOpen(true)}>{say('Change the places')}</Act>}
      </p>
      {open && (
        <form
          className="flex flex-wrap items-end gap-3"
          onSubmit={(e) => {
            e.preventDefault()
            void send({ kind: 'evening', what: 'workshop', places: { bench, sink, rack, yard } }).then(
              (sent) => sent && setOpen(false),
            )
          }}
        >
          {placeSorts.map((sort, i) => (
            <TextField
              key={sort}
              label={labels[sort]}
              inputMode="numeric"
              className="num"
              value={typed[i] ?? ''}
              onChange={(e) => setTyped(typed.map((t, n) => (n === i ? e.target.value : t)))}
            />
          ))}
          <PlainButton type="submit" disabled={!holds}>
            {say('Keep these places')}
          </PlainButton>
          <Act onClick={() => setOpen(false)}>{say('Cancel')}</Act>
          <Said error={error} />
        </form>
      )}
    </section>
  )
}
