/** A lot that is new to the record: what it is, how many came, from whom and for how much. */
import { lotOrigins } from '#core/history/bodies/lot.ts'
import type { LotId } from '#core/ids.ts'
import { newId } from '#web/app/clock.ts'
import { useSend } from '#web/app/send.ts'
import { useSigned } from '#web/app/session.tsx'
import { MainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'
import { attributesOf, noAmount, priceOf } from './part-form.ts'
import { PartFields } from './PartFields.tsx'
import { PriceFields } from '#web/ui/PriceFields.tsx'

export function NewLot({ tag, onClose }: { tag: string; onClose: () => void }) {
  const { house } = useSigned()
  const { send, error, busy, held, setError } = useSend()
  const submit = async (event: React.FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = new FormData(event.currentTarget)
    const text = (name: string) => String(form.get(name) ?? '').trim()
    const price = priceOf(form)
    if (price === 'wrong') return setError(noAmount)
    const lot = newId() as LotId
    const n = Number(text('n'))
    const attributes = attributesOf(form)
    const done = await send([
      {
        body: {
          kind: 'lot',
          what: 'identified',
          lot,
          partKind: text('kind'),
          tag: text('tag') || tag,
          ...(text('marking') ? { marking: text('marking') } : {}),
          ...(Object.keys(attributes).length > 0 ? { attributes } : {}),
          ...(text('reorderAt') ? { reorderAt: Number(text('reorderAt')) } : {}),
        },
      },
      {
        body: {
          kind: 'lot',
          what: 'got',
          lot,
          n,
          place: { in: { kind: 'store', id: text('place') } },
          origin: text('origin') as (typeof lotOrigins)[number],
          ...(price ? { price } : {}),
          ...(text('words') ? { words: text('words') } : {}),
        },
      },
    ])
    if (done) onClose()
  }
  return (
    <Slip title="A lot that is new to the record" onClose={onClose}>
      <form onSubmit={(event) => void submit(event)} className="grid grid-cols-4 gap-3 max-md:grid-cols-2">
        <TextField label="Kind of each" name="kind" placeholder="electrolytic capacitor" required autoFocus />
        <TextField label="Tag of the bag" name="tag" className="num" placeholder={tag} />
        <TextField label="How many" name="n" className="num" type="number" min={1} max={1_000_000} required />
        <TextField label="Location" name="place" placeholder="drawer 4" required />
        <SelectField label="Origin" name="origin" options={lotOrigins} />
        <PriceFields label="All of them cost" currency={house.currency} />
        <TextField label="From, order, remark" name="words" />
        <TextField
          label="Buy again when so many are free"
          name="reorderAt"
          className="num"
          type="number"
          min={0}
        />
        <PartFields />
        <div className="flex items-end">
          <MainButton type="submit" disabled={busy || held}>
            Record the stock
          </MainButton>
        </div>
      </form>
      <Said error={error} />
    </Slip>
  )
}
