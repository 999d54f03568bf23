/** Lots: those there are, and a new one whose units are registered together. */
import { say } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { Link, useNavigate } from 'react-router'
import { sourceKinds } from '#api/choices.ts'
import { count } from '#api/words/lists.ts'
import { moneyWords } from '#api/words/money.ts'
import type { MachineId } from '#core/ids.ts'
import { following } from '#core/quantity/numbers.ts'
import { parseMoney } from '#core/quantity/quantity.ts'
import { equalShares } from '#core/quantity/shares.ts'
import { keys } from '#web/app/keys.ts'
import { usePartyNamed } from '#web/app/party.ts'
import { newId } from '#web/app/clock.ts'
import { get } from '#web/app/http.ts'
import { useSend } from '#web/app/send.ts'
import { useDates, useSigned } from '#web/app/session.tsx'
import { AreaField, MainButton, PlainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'
import { groupWritings, type GroupSaid } from './group-form.ts'

export function View() {
  const { short } = useDates()
  const { data } = useQuery({
    queryKey: keys.batches,
    queryFn: () => get('/batches'),
  })
  const [open, setOpen] = useState(false)
  return (
    <main className="flex-1 space-y-4 p-4 pb-16">
      <div className="flex items-end justify-between gap-6">
        <div>
          <h1 className="font-display text-24 font-semibold">{say('Groups received together')}</h1>
          <p className="text-quiet">
            {say('Many units that came together. Each is a machine of its own; here they stand in one grid.')}
          </p>
        </div>
        {!open && <MainButton onClick={() => setOpen(true)}>{say('Register a group')}</MainButton>}
      </div>
      {open && <NewLot onClose={() => setOpen(false)} />}
      {data && data.batches.length === 0 && !open && (
        <p className="bg-sheet rounded-sm p-5">
          {say(
            'No group yet. Fourteen calculators from one auction, or six terminals from one office, would be one.',
          )}
        </p>
      )}
      <ul>
        {data?.batches.map((b) => (
          <li key={b.id} className="border-hair border-b">
            <Link
              to={`/batches/${b.id}`}
              className="hover:bg-next flex min-h-11 items-center justify-between gap-4 px-2"
            >
              <strong>{b.name}</strong>
              <span className="text-quiet num">{`${count(b.units, 'unit')}, ${short(b.at)}`}</span>
            </Link>
          </li>
        ))}
      </ul>
    </main>
  )
}

function NewLot({ onClose }: { onClose: () => void }) {
  const { me, error, busy, numbers, types, register, formState, share, submit } = useRegisteringGroup()
  return (
    <Slip title={say('Register a group')} onClose={onClose}>
      <form onSubmit={(e) => void submit(e)} className="grid grid-cols-3 gap-4 max-sm:grid-cols-1">
        <TextField
          label={say('Name of the group')}
          placeholder={say('calculators from the Rosenby auction')}
          required
          maxLength={80}
          autoFocus
          {...register('name')}
        />
        <SelectField
          label={say('Type of every unit')}
          options={[
            { value: '', label: say('type not known yet') },
            ...(types.data?.types ?? []).map((t) => ({ value: t.id, label: t.name })),
          ]}
          {...register('type')}
        />
        <TextField
          label={say('What each unit is called')}
          placeholder={say('as the type')}
          maxLength={80}
          {...register('unitName')}
        />
        <TextField
          label={say('Units')}
          inputMode="numeric"
          className="num"
          error={formState.errors.units?.message}
          hint={
            numbers.data
              ? say('numbered from {entryNumber} on', { entryNumber: numbers.data.entryNumber })
              : ''
          }
          {...register('units', {
            validate: (v) =>
              (Number.isInteger(Number(v)) && Number(v) >= 2 && Number(v) <= 200) || say('From 2 to 200.'),
          })}
        />
        <SelectField label={say('How it came')} options={sourceKinds} {...register('how')} />
        <TextField label={say('From whom')} maxLength={80} {...register('from')} />
        {(me.role === 'restorer' || me.role === 'steward') && (
          <div className="grid grid-cols-[2fr_1fr] gap-2">
            <TextField
              label={say('Price of the group')}
              inputMode="decimal"
              className="num"
              hint={share ? say('{share} a unit', { share: moneyWords(share) }) : ''}
              {...register('amount')}
            />
            <TextField label={say('Currency')} className="num" maxLength={3} {...register('currency')} />
          </div>
        )}
        <div className="col-span-2 max-sm:col-span-1">
          <AreaField
            label={say('Said of all of them, when sold as dead')}
            placeholder={say('untested, no life')}
            maxLength={2000}
            {...register('claim')}
          />
        </div>
        <div className="flex items-center">
          <PlainButton type="submit" className="min-h-11" disabled={busy || !numbers.data}>
            {say('Register them all')}
          </PlainButton>
        </div>
      </form>
      <Said error={error} />
    </Slip>
  )
}

/** The form of a group, what one unit costs by its price, and registering all of them. */
function useRegisteringGroup() {
  const { house, me } = useSigned()
  const navigate = useNavigate()
  const { send, error, busy, setError } = useSend()
  const numbers = useQuery({
    queryKey: keys.nextNumbers,
    queryFn: () => get('/next-numbers'),
    staleTime: 0,
    gcTime: 0,
  })
  const types = useQuery({ queryKey: keys.types, queryFn: () => get('/types') })
  const { register, handleSubmit, watch, formState } = useForm<GroupSaid>({
    defaultValues: { how: 'lot', currency: house.currency, type: '', units: '2' },
  })
  const units = Number(watch('units'))
  const price = parseMoney(watch('amount') ?? '', (watch('currency') ?? '').toUpperCase())
  const share = price && Number.isInteger(units) && units > 0 ? equalShares(price, units)[0] : undefined
  const partyNamed = usePartyNamed()
  const submit = handleSubmit(async (form) => {
    if (form.amount.trim() && !price)
      return setError(say('Write an amount such as 91.00, and a currency of three letters.'))
    const writings = groupWritings(form, {
      type: types.data?.types.find((t) => t.id === form.type),
      giver: partyNamed(form.from, 'source'),
      price,
      machines: following(numbers.data?.entryNumber ?? 'E-1', Number(form.units)).map((entryNumber) => ({
        machine: newId() as MachineId,
        entryNumber,
      })),
    })
    const sent = await send(writings)
    const lot = sent?.find((d) => d.body.kind === 'batch')
    if (lot) await navigate(`/batches/${lot.id}`)
  })
  return { me, error, busy, numbers, types, register, formState, share, submit }
}
