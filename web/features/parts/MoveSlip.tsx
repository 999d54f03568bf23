/** Moving one part from wherever it is: into a machine, a store, to somebody, or out of the house for good. */
import { say, shown } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useController, useForm, type UseFormReturn } from 'react-hook-form'
import { Link } from 'react-router'
import type { PartLife } from '#api/machines.ts'
import { remarkWords } from '#api/words/composer.ts'
import { refusalWords } from '#api/words/refusals.ts'
import type { PartId } from '#core/ids.ts'
import { movingBodies, wantsTag } from '#core/parts/destination.ts'
import type { Fit } from '#core/parts/fit.ts'
import { dayInterval } from '#core/quantity/time.ts'
import { FormCautions } from '#web/app/FormCautions.tsx'
import { keys } from '#web/app/keys.ts'
import { get } from '#web/app/http.ts'
import { useSend } from '#web/app/send.ts'
import { useDates } from '#web/app/session.tsx'
import { PlainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'
import { Tick } from '#web/ui/Tick.tsx'
import { MachineField, positionOptions, useNamedMachine, type NamedMachine } from '#web/app/MachineField.tsx'
import {
  destinationOf,
  emptyMove,
  fates,
  fitOf,
  isLent,
  mayBeLent,
  needsAuthority,
  slotOf,
  ways,
  type MoveForm,
} from './move-form.ts'

type Form = UseFormReturn<MoveForm>

export function MoveSlip({ part, onClose }: { part: PartLife; onClose: () => void }) {
  const { send, error, busy } = useSend()
  const [moved, setMoved] = useState(false)
  const form = useForm<MoveForm>({ defaultValues: emptyMove })
  const said = form.watch()
  const found = useNamedMachine(said.way === 'into a machine' ? said.number : '')
  const fit = fitOf(said, part, found.machine)
  const slot = slotOf(said, found.machine)
  const bodies = useBodies(part, said, found, fit)
  if (moved) return <Moved part={part.id} onClose={onClose} />
  const opened = [part.at, slot?.place].flatMap((place) =>
    place?.in.kind === 'machine' ? [place.in.id] : [],
  )
  const submit = form.handleSubmit(async () => {
    if (bodies.length > 0 && (await send(bodies.map((body) => ({ body }))))) setMoved(true)
  })
  const unsaid = fit !== undefined && 'refusal' in fit && said.reason.trim() === ''
  return (
    <Slip title={say('Move {label}', { label: part.label })} onClose={onClose}>
      <form onSubmit={(event) => void submit(event)}>
        <Ways form={form} part={part} />
        <div className="grid grid-cols-3 items-end gap-3 max-md:grid-cols-1">
          <Where form={form} found={found} />
          <OnWhoseWord form={form} />
        </div>
        <Fitting form={form} fit={fit} />
        {slot && slot.content !== 'empty' && (
          <p className="text-quiet mt-2">
            {say('What sits in {designator} comes out by the same act and is kept with that machine.', {
              designator: slot.position.designator,
            })}
          </p>
        )}
        <FormCautions machines={opened} bodies={bodies} />
        <p className="mt-3">
          <PlainButton type="submit" disabled={bodies.length === 0 || busy || fit?.fit === 'never' || unsaid}>
            {say('Record the move')}
          </PlainButton>
        </p>
        <Said error={error} />
      </form>
    </Slip>
  )
}

/** What is written by it; nothing while something is missing. */
function useBodies(part: PartLife, said: MoveForm, { machine }: NamedMachine, fit: Fit | undefined) {
  const { zone } = useDates()
  const { data: numbers } = useQuery({
    queryKey: keys.nextNumbers,
    queryFn: () => get('/next-numbers'),
    staleTime: 0,
    gcTime: 0,
  })
  const destination = destinationOf(said, part, machine)
  if (!destination) return []
  return movingBodies({
    part: part.id as PartId,
    from: part.at,
    destination,
    loan: isLent(said) ? { due: said.due ? dayInterval(said.due, zone).latest : undefined } : undefined,
    authority: (needsAuthority(said) && said.authority) || undefined,
    reason: fit && 'refusal' in fit ? said.reason.trim() || undefined : undefined,
    occupantTag: numbers?.tag,
    tag: !part.tag && wantsTag(part.at, destination) ? numbers?.tag : undefined,
  })
}

function Moved({ part, onClose }: { part: string; onClose: () => void }) {
  return (
    <Slip title={say('Moved')} onClose={onClose}>
      <p>
        {say('Both ends show it.')}{' '}
        <Link className="act" to={`/parts/tags?ids=${part}`}>
          {say('Print its tag')}
        </Link>
      </p>
    </Slip>
  )
}

function Ways({ form, part }: { form: Form; part: PartLife }) {
  return (
    <fieldset className="mb-3 flex flex-wrap gap-x-5 gap-y-1">
      <legend className="text-13 text-quiet mb-1">{say('From {place}', { place: part.place })}</legend>
      {ways
        .filter((w) => w !== 'kept with its machine' || part.foundIn)
        .map((w) => (
          <label key={w} className="flex min-h-9 items-center gap-1.5">
            <input type="radio" value={w} {...form.register('way')} /> {shown(w)}
          </label>
        ))}
    </fieldset>
  )
}

function Where({ form, found }: { form: Form; found: NamedMachine }) {
  const { register, control, watch } = form
  const number = useController({ control, name: 'number' }).field
  const people = usePeople()
  switch (watch('way')) {
    case 'into a machine':
      return (
        <>
          <MachineField value={number.value} onChange={number.onChange} missing={found.missing} autoFocus />
          <SelectField
            label={say('Position')}
            options={positionOptions(found.machine, 'which one?')}
            {...register('position')}
          />
        </>
      )
    case 'into a store':
      return (
        <>
          <TextField label={say('Store')} placeholder={say('drawer 4')} autoFocus {...register('store')} />
          <TextField label={say('Shelf or bag')} {...register('shelf')} />
        </>
      )
    case 'kept with its machine':
      return <TextField label={say('Bag or label')} placeholder={say('bag 2')} {...register('bag')} />
    case 'to somebody':
      return (
        <SelectField
          label={say('Who')}
          options={[
            { value: '', label: say('choose') },
            ...people.map((p) => ({ value: p.party as string, label: p.name })),
          ]}
          {...register('party')}
        />
      )
    case 'out of the house':
      return <SelectField label={say('What became of it')} options={fates} {...register('fate')} />
  }
}

/** Whether it is only lent, and who said that it may go. */
function OnWhoseWord({ form: { register, watch } }: { form: Form }) {
  const said = watch()
  const stewards = usePeople().filter((p) => p.role === 'steward')
  return (
    <>
      {mayBeLent(said) && <Tick label={say('only lent')} {...register('lent')} />}
      {isLent(said) && <TextField label={say('Home by')} type="date" className="num" {...register('due')} />}
      {needsAuthority(said) && (
        <SelectField
          label={say('On whose authority')}
          options={[
            { value: '', label: say('not recorded') },
            ...stewards.map((p) => ({ value: p.party as string, label: p.name })),
          ]}
          {...register('authority')}
        />
      )}
    </>
  )
}
const usePeople = () => useQuery({ queryKey: keys.people, queryFn: () => get('/people') }).data?.people ?? []

/** What speaks against it where it is to go, and the reason to fit it all the same. */
function Fitting({ form, fit }: { form: Form; fit: Fit | undefined }) {
  const { zone } = useDates()
  if (!fit) return null
  if ('refusal' in fit)
    return (
      <div className="mt-2">
        <p className="text-copper font-bold">{refusalWords(fit.refusal, { zone, labels: {} })}</p>
        {fit.fit === 'does not fit' && (
          <TextField label={say('Fitted all the same, because')} {...form.register('reason')} />
        )}
      </div>
    )
  return fit.remarks.length > 0 ? (
    <p className="text-quiet mt-2">{fit.remarks.map(remarkWords).join('; ')}</p>
  ) : null
}
