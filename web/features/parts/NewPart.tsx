/** A part that is new to the record: bought, made or found; it gets a tag and a place. */
import { useQuery } from '@tanstack/react-query'
import type { PartId } from '#core/ids.ts'
import { keys } from '#web/app/keys.ts'
import { newId } from '#web/app/clock.ts'
import { get } from '#web/app/http.ts'
import { useSend } from '#web/app/send.ts'
import { attributesOf, noAmount, priceOf } from './part-form.ts'
import { PartFields } from './PartFields.tsx'
import { PriceFields } from '#web/ui/PriceFields.tsx'
import { useSigned } from '#web/app/session.tsx'
import { MainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'

export function NewPart({ onClose }: { onClose: () => void }) {
  const numbers = useQuery({
    queryKey: keys.nextNumbers,
    queryFn: () => get('/next-numbers'),
    staleTime: 0,
    gcTime: 0,
  })
  const { send, error, setError } = useSend()
  const { house } = useSigned()
  const submit = async (event: React.FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = new FormData(event.currentTarget)
    const text = (name: string) => String(form.get(name) ?? '').trim()
    const part = newId() as PartId
    const attributes = attributesOf(form)
    const price = priceOf(form)
    if (price === 'wrong') return setError(noAmount)
    const health = text('health') as 'unknown' | 'proved good'
    const bodies = [
      {
        kind: 'part' as const,
        what: 'identified' as const,
        part,
        partKind: text('kind'),
        tag: text('tag') || (numbers.data?.tag ?? ''),
        origin: text('origin') as 'bought',
        place: { in: { kind: 'store' as const, id: text('place') } },
        ...(text('marking') ? { marking: text('marking') } : {}),
        ...(Object.keys(attributes).length > 0 ? { attributes } : {}),
        ...(price ? { price } : {}),
      },
      ...(health === 'proved good'
        ? [
            {
              kind: 'part' as const,
              what: 'health' as const,
              part,
              health,
              because: 'said when it was written down',
            },
          ]
        : []),
    ]
    if (await send(bodies.map((body) => ({ body })))) onClose()
  }
  return (
    <Slip title="A part that is new to the record" onClose={onClose}>
      <form onSubmit={(event) => void submit(event)} className="grid grid-cols-4 gap-3 max-md:grid-cols-2">
        <TextField label="Kind" name="kind" placeholder="74LS374" required autoFocus />
        <TextField label="Tag" name="tag" className="num" placeholder={numbers.data?.tag} />
        <TextField label="Location" name="place" placeholder="drawer 4" required />
        <SelectField label="Origin" name="origin" options={['bought', 'made', 'gift', 'donor', 'unknown']} />
        <PartFields />
        <PriceFields label="It cost" currency={house.currency} />
        <SelectField label="Health" name="health" options={['unknown', 'proved good']} />
        <div className="flex items-end">
          <MainButton type="submit">Record the part</MainButton>
        </div>
      </form>
      <Said error={error} />
    </Slip>
  )
}
