/** Counted stock that is new to the record: what it is, how many came, from whom and for how much. */
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import { z } from 'zod'
import { lotBody, lotOrigins } from '#core/history/bodies/lot.ts'
import type { LotId } from '#core/ids.ts'
import { fieldOf, useBodyForm } from '#web/app/body-form.ts'
import { newId } from '#web/app/clock.ts'
import { useSend } from '#web/app/send.ts'
import { useSigned } from '#web/app/session.tsx'
import { MainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'
import { newLotOf, noAmount, noAttributes, type NewLotForm } from './part-form.ts'
import { PartFields } from './PartFields.tsx'
import { PriceFields } from '#web/ui/PriceFields.tsx'

const both = z.tuple([lotBody, lotBody])
/** Where the parts of the two entries are typed. */
const typedAt = {
  '0.partKind': 'kind',
  '0.tag': 'tag',
  '0.reorderAt': 'reorderAt',
  '1.n': 'n',
  '1.place': 'place',
  '1.price': 'amount',
  '1.words': 'words',
} as const

export function NewLot({ tag, onClose }: { tag: string; onClose: () => void }) {
  const { house } = useSigned()
  const { send, error, busy, held } = useSend()
  const [lot] = useState(() => newId() as LotId)
  const bodiesOf = (said: NewLotForm) => newLotOf(said, lot, tag)
  const form = useBodyForm<NewLotForm>({
    defaults: {
      ...noAttributes,
      ...{ kind: '', tag: '', n: '', place: '', words: '', reorderAt: '' },
      ...{ origin: 'bought', amount: '', currency: house.currency },
    },
    bodyOf: bodiesOf,
    schema: both,
    fields: typedAt,
    says: { amount: noAmount },
  })
  const submit = form.handleSubmit(async (said) => {
    if (await send(bodiesOf(said).map((body) => ({ body })))) onClose()
  })
  return (
    <Slip title={say('Counted stock that is new to the record')} onClose={onClose}>
      <form onSubmit={(event) => void submit(event)} className="grid grid-cols-4 gap-3 max-md:grid-cols-2">
        <TextField
          label={say('Kind of each')}
          placeholder={say('electrolytic capacitor')}
          aria-required
          autoFocus
          {...fieldOf(form, 'kind')}
        />
        <TextField
          label={say('Tag of the bag')}
          className="num"
          placeholder={tag}
          {...fieldOf(form, 'tag')}
        />
        <TextField
          label={say('How many')}
          className="num"
          type="number"
          min={1}
          max={1_000_000}
          aria-required
          {...fieldOf(form, 'n')}
        />
        <TextField
          label={say('Location')}
          placeholder={say('drawer 4')}
          aria-required
          {...fieldOf(form, 'place')}
        />
        <SelectField label={say('Origin')} options={lotOrigins} {...fieldOf(form, 'origin')} />
        <PriceFields
          label={say('All of them cost')}
          amount={fieldOf(form, 'amount')}
          currency={form.register('currency')}
        />
        <TextField label={say('From, order, remark')} {...fieldOf(form, 'words')} />
        <TextField
          label={say('Buy again when so many are free')}
          className="num"
          type="number"
          min={0}
          {...fieldOf(form, 'reorderAt')}
        />
        <PartFields register={form.register} onValue={(value) => form.setValue('value', value)} />
        <div className="flex items-end">
          <MainButton type="submit" disabled={busy || held}>
            {say('Record the stock')}
          </MainButton>
        </div>
      </form>
      <Said error={error ?? form.formState.errors.root?.message} />
    </Slip>
  )
}
