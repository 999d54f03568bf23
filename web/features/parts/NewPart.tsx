/** A part that is new to the record: bought, made or found; it gets a tag and a place. */
import { say } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { partBody } from '#core/history/bodies/part.ts'
import type { PartId } from '#core/ids.ts'
import { fieldOf, useBodyForm } from '#web/app/body-form.ts'
import { keys } from '#web/app/keys.ts'
import { newId } from '#web/app/clock.ts'
import { get } from '#web/app/http.ts'
import { useSend } from '#web/app/send.ts'
import { healthOf, newPartOf, noAmount, noAttributes, type NewPartForm } from './part-form.ts'
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
  const { send, error, busy, held } = useSend()
  const { house } = useSigned()
  const [part] = useState(() => newId() as PartId)
  const bodyOf = (said: NewPartForm) => newPartOf(said, part, numbers.data?.tag ?? '')
  const form = useBodyForm<NewPartForm>({
    defaults: {
      ...noAttributes,
      ...{ kind: '', tag: '', place: '', origin: 'bought', amount: '', currency: house.currency },
      health: 'unknown',
    },
    bodyOf,
    schema: partBody,
    fields: { partKind: 'kind', price: 'amount', 'place.in.id': 'place' },
    says: { amount: noAmount },
  })
  const submit = form.handleSubmit(async (said) => {
    if (await send([bodyOf(said), ...healthOf(said, part)].map((body) => ({ body })))) onClose()
  })
  return (
    <Slip title={say('A part that is new to the record')} onClose={onClose}>
      <form onSubmit={(event) => void submit(event)} className="grid grid-cols-4 gap-3 max-md:grid-cols-2">
        <TextField
          label={say('Kind')}
          placeholder="74LS374"
          aria-required
          autoFocus
          {...fieldOf(form, 'kind')}
        />
        <TextField
          label={say('Tag')}
          className="num"
          placeholder={numbers.data?.tag}
          {...fieldOf(form, 'tag')}
        />
        <TextField
          label={say('Location')}
          placeholder={say('drawer 4')}
          aria-required
          {...fieldOf(form, 'place')}
        />
        <SelectField
          label={say('Origin')}
          options={['bought', 'made', 'gift', 'donor', 'unknown']}
          {...fieldOf(form, 'origin')}
        />
        <PartFields register={form.register} onValue={(value) => form.setValue('value', value)} />
        <PriceFields
          label={say('It cost')}
          amount={fieldOf(form, 'amount')}
          currency={form.register('currency')}
        />
        <SelectField
          label={say('Health')}
          options={['unknown', 'proved good']}
          {...fieldOf(form, 'health')}
        />
        <div className="flex items-end">
          <MainButton type="submit" disabled={busy || held}>
            {say('Record the part')}
          </MainButton>
        </div>
      </form>
      <Said error={error ?? form.formState.errors.root?.message} />
    </Slip>
  )
}
