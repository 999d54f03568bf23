/** What may be done with a lot: count it, write down that more came, move some, take one out, keep some for a machine. */
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import { useForm, type UseFormReturn } from 'react-hook-form'
import { useNavigate } from 'react-router'
import type { LotAnswer } from '#api/parts.ts'
import { lotOrigins } from '#core/history/bodies/lot.ts'
import type { PartId } from '#core/ids.ts'
import { newId } from '#web/app/clock.ts'
import { useSend } from '#web/app/send.ts'
import { useDates, useSigned } from '#web/app/session.tsx'
import { PlainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'
import { ends, lotActBody, lotForm, type LotAct, type LotForm } from './lot-act.ts'
import { MachineField, positionOptions, useNamedMachine } from '#web/app/MachineField.tsx'
import { PartFields } from './PartFields.tsx'
import { Tick } from '#web/ui/Tick.tsx'
import { PriceFields } from '#web/ui/PriceFields.tsx'

const titles: Readonly<Record<LotAct, string>> = {
  count: say('Count what is there'),
  got: say('More of it came'),
  move: say('Move some of it'),
  one: say('Take one out and give it a tag'),
  keep: say('Reserve some for a machine'),
  say: say('Say more about it'),
}

interface Part {
  readonly form: UseFormReturn<LotForm>
  readonly lot: LotAnswer
}

export function LotActs({ act, lot, onClose }: { act: LotAct; lot: LotAnswer; onClose: () => void }) {
  const { house } = useSigned()
  const { zone } = useDates()
  const navigate = useNavigate()
  const { send, error, busy, held, setError } = useSend()
  const [number, setNumber] = useState('')
  const form = useForm<LotForm>({ defaultValues: lotForm(act, lot, house.currency) })
  const { register } = form
  const heaps = lot.places.filter((p) => p.lies)
  const asksMachine = act === 'keep' || (act === 'move' && form.watch('end') === 'kept with a machine')
  const { machine, missing } = useNamedMachine(asksMachine ? number : '')
  const submit = form.handleSubmit(async (said) => {
    const newPart = newId() as PartId
    const body = lotActBody(act, lot, { form: said, machine: machine?.machine, newPart, zone })
    if (typeof body === 'string') return setError(body)
    if (!(await send([{ body }]))) return
    if (act === 'one') void navigate(`/parts/${newPart}`)
    else onClose()
  })
  const part: Part = { form, lot }
  return (
    <Slip title={titles[act]} onClose={onClose}>
      <form
        onSubmit={(event) => void submit(event)}
        className="grid grid-cols-4 items-end gap-3 max-md:grid-cols-2"
      >
        {act === 'count' && <CountFields {...part} />}
        {act === 'got' && <GotFields {...part} />}
        {act === 'move' && <MoveFields {...part} />}
        {act === 'one' && (
          <>
            <HeapField {...part} />
            <TextField
              label={say('Its tag')}
              className="num"
              placeholder={lot.nextTag}
              autoFocus
              {...register('tag')}
            />
          </>
        )}
        {act === 'keep' && <Many form={form} label={say('How many')} least={1} />}
        {asksMachine && <MachineField value={number} onChange={setNumber} missing={missing} />}
        {act === 'keep' && (
          <>
            <SelectField
              label={say('Position')}
              options={positionOptions(machine, 'not said')}
              {...register('position')}
            />
            <TextField label={say('Until')} type="date" className="num" {...register('until')} />
          </>
        )}
        {act === 'say' && <SayFields {...part} />}
        {act !== 'one' && act !== 'say' && <TextField label={say('Remark')} {...register('words')} />}
        <div>
          <PlainButton type="submit" disabled={busy || held}>
            {say('Record the change')}
          </PlainButton>
        </div>
        <datalist id="heaps">
          {heaps.map((h) => (
            <option key={h.label} value={h.label} />
          ))}
        </datalist>
      </form>
      <Said error={error} />
    </Slip>
  )
}

function CountFields({ form }: Part) {
  return (
    <>
      <Many form={form} label={say('Counted')} least={0} />
      <TextField label={say('Where')} list="heaps" required {...form.register('place')} />
      <Tick label={say('weighed or guessed')} {...form.register('about')} />
    </>
  )
}

function MoveFields({ form, lot }: Part) {
  return (
    <>
      <Many form={form} label={say('How many')} least={1} />
      <HeapField form={form} lot={lot} />
      <SelectField label={say('To')} options={ends} {...form.register('end')} />
      {form.watch('end') === 'another place' && (
        <TextField
          label={say('Place')}
          placeholder={say('drawer 9')}
          list="heaps"
          required
          {...form.register('place')}
        />
      )}
    </>
  )
}

function SayFields({ form }: Part) {
  const { register, setValue } = form
  return (
    <>
      <TextField label={say('Kind of each')} {...register('kind')} />
      <TextField label={say('Tag of the bag')} className="num" {...register('tag')} />
      <TextField
        label={say('Buy again when so many are free')}
        className="num"
        type="number"
        min={0}
        {...register('reorderAt')}
      />
      <PartFields register={register} onValue={(value) => setValue('value', value)} />
    </>
  )
}

function GotFields({ form }: Part) {
  const { register } = form
  return (
    <>
      <Many form={form} label={say('How many')} least={1} />
      <TextField label={say('Location')} list="heaps" required {...register('place')} />
      <SelectField label={say('Origin')} options={lotOrigins} {...register('origin')} />
      <PriceFields
        label={say('All of them cost')}
        amount={register('amount')}
        currency={register('currency')}
      />
    </>
  )
}

function HeapField({ form, lot }: Part) {
  const heaps = lot.places.filter((p) => p.lies)
  return (
    <SelectField
      label={say('From')}
      options={heaps.map((h) => ({
        value: h.label,
        label: say('{label}, {n} there', { label: h.label, n: h.n }),
      }))}
      {...form.register('heap')}
    />
  )
}

function Many({ form, label, least }: Pick<Part, 'form'> & { label: string; least: 0 | 1 }) {
  return (
    <TextField
      label={label}
      className="num"
      type="number"
      min={least}
      max={1_000_000}
      required
      autoFocus
      {...form.register('n')}
    />
  )
}
