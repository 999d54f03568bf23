/** At the door: entry number, what it is, where it came from, what was claimed. */
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useFieldArray, useForm } from 'react-hook-form'
import { useNavigate } from 'react-router'
import { legalStatuses, sourceKinds } from '#api/choices.ts'
import type { Claimed } from '#core/history/bodies/claim.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { MachineId, TypeId } from '#core/ids.ts'
import { dayInterval, dayOf, type Interval } from '#core/quantity/time.ts'
import { parseMoney } from '#core/quantity/quantity.ts'
import { keys } from '#web/app/keys.ts'
import { hereOnLoan } from './here-on-loan.ts'
import { usePartyNamed } from '#web/app/party.ts'
import { newId, nowInstant } from '#web/app/clock.ts'
import { get, wordsOf } from '#web/app/http.ts'
import { useDates, useDrafts, useSigned, useWrite } from '#web/app/session.tsx'
import { Act, AreaField, MainButton, Said, SelectField, TextField } from '#web/ui/Forms.tsx'

interface Form {
  entryNumber: string
  name: string
  type: string
  revision: string
  serial: string
  mains: string
  how: (typeof sourceKinds)[number]
  from: string
  words: string
  amount: string
  currency: string
  legal: (typeof legalStatuses)[number]
  /** Whose it is, and for what it is here where it is somebody else’s. */
  whose: 'house' | 'in' | 'repair'
  owner: string
  /** The day on which it came in; empty: today. */
  came: string
  general: string
  generalSays: Claimed
  claims: { fn: string; says: Claimed; words: string }[]
}

const claimOptions = [
  { value: 'works', label: 'work' },
  { value: 'now and then', label: 'work now and then' },
  { value: 'fails', label: 'fail' },
  { value: 'not said', label: 'not said' },
]

/** The day as an interval; one that is not over reaches to now. */
function dayOfComing(day: string, zone: string): Interval {
  const whole = dayInterval(day, zone)
  const now = nowInstant()
  return { earliest: whole.earliest, latest: whole.latest > now ? now : whole.latest }
}

export function View() {
  const { house, me } = useSigned()
  const { zone } = useDates()
  const today = dayOf(nowInstant(), zone)
  const navigate = useNavigate()
  const drafts = useDrafts()
  const write = useWrite()
  const [error, setError] = useState<string>()
  const numbers = useQuery({
    queryKey: keys.nextNumbers,
    queryFn: () => get('/next-numbers'),
    staleTime: 0,
    gcTime: 0,
  })
  const types = useQuery({ queryKey: keys.types, queryFn: () => get('/types') })
  const {
    register,
    control,
    handleSubmit,
    watch,
    setValue,
    setError: setField,
    formState,
  } = useForm<Form>({
    defaultValues: {
      how: 'gift',
      legal: 'entered, undecided',
      whose: 'house',
      owner: '',
      currency: house.currency,
      type: '',
      claims: [],
      came: '',
      generalSays: 'not said',
    },
  })
  const claims = useFieldArray({ control, name: 'claims' })
  const typeId = watch('type')
  const type = types.data?.types.find((t) => t.id === typeId)
  const usualName = type ? `${type.name} ${type.kind}`.trim() : ''
  const sheet = useQuery({
    queryKey: keys.type(typeId),
    queryFn: () => get('/types/:id', { id: typeId }),
    enabled: typeId !== '',
  })

  const partyNamed = usePartyNamed()
  const submit = handleSubmit(async (form) => {
    setError(undefined)
    const machine = newId() as MachineId
    const price = form.amount.trim() ? parseMoney(form.amount, form.currency.trim().toUpperCase()) : undefined
    if (form.amount.trim() && !price)
      return setField('amount', {
        message:
          'Write an amount such as 91.00, and a currency of three letters, or ? where it is not known.',
      })
    const giver = partyNamed(form.from, 'source')
    const party = giver?.party
    const theirs = form.whose !== 'house'
    // Whoever brings it need not own it; without another name it is theirs.
    const other =
      form.owner.trim().toLowerCase() !== form.from.trim().toLowerCase() && form.owner.trim() !== ''
    const owner = other ? partyNamed(form.owner, 'owner') : giver
    if (theirs && !owner) return setField('owner', { message: 'Say whose it is.' })
    const attributes = form.mains.trim() ? { mains: form.mains.trim() } : undefined
    const bodies: Body[] = [...(giver?.bodies ?? []), ...(other ? (owner?.bodies ?? []) : [])]
    const entryNumber = (form.entryNumber || numbers.data?.entryNumber || '').trim()
    const name = form.name.trim() || usualName
    bodies.push({
      kind: 'machine',
      what: 'registered',
      machine,
      entryNumber,
      name,
      type: (form.type || null) as TypeId | null,
      ...(form.revision.trim() ? { revision: form.revision.trim() } : {}),
      ...(form.serial.trim() ? { serial: form.serial.trim() } : {}),
      ...(attributes ? { attributes } : {}),
      ...(theirs && owner
        ? { owner: owner.party }
        : form.legal === 'owner’s' && party
          ? { owner: party }
          : {}),
      legal: theirs ? 'owner’s' : form.legal,
      guided: true,
      source: {
        how: form.how,
        ...(party ? { from: party } : {}),
        ...(form.words.trim() ? { words: form.words.trim() } : {}),
      },
      ...(price ? { price } : {}),
    })
    const said = [
      ...form.claims
        .filter((c) => c.fn)
        .map((c) => ({ fn: c.fn, says: c.says, words: c.words.trim() || c.says })),
      ...(form.general.trim() ? [{ says: form.generalSays, words: form.general.trim() }] : []),
    ]
    if (theirs && owner)
      bodies.push(
        ...hereOnLoan({
          way: form.whose as 'in' | 'repair',
          owner: owner.party,
          number: numbers.data?.loanNumber,
          item: `${entryNumber} ${name}`.slice(0, 80),
          machine,
          purpose: form.words.trim() || (form.whose === 'repair' ? 'repair' : 'a loan to this collection'),
        }),
      )
    if (said.length) bodies.push({ kind: 'claim', machine, claims: said, ...(party ? { by: party } : {}) })
    try {
      const written = await write(
        drafts(
          bodies.map((body) => ({
            body,
            ...(body.kind === 'claim' ? { basis: 'told' as const } : {}),
            // People are written down today; the machine came in on a day of its own.
            ...(body.kind === 'party' || form.came === ''
              ? {}
              : { happenedAt: dayOfComing(form.came, zone) }),
          })),
        ),
      )
      if (!written.sent)
        return setError('No connection. It is kept here and sent when the connection is back.')
      if (written.refused) return setError(written.refused.detail)
      await navigate(`/machines/${machine}/entry`)
    } catch (failure) {
      setError(wordsOf(failure))
    }
  })

  const functions = sheet.data?.sheet.functions.map((f) => f.name) ?? []
  return (
    <main className="mx-auto w-full max-w-4xl p-4 pb-16">
      <h1 className="font-display text-24 mb-1 font-semibold">Register a machine</h1>
      <p className="text-quiet mb-5">
        Before anything is touched: note seals, labels and what was said about it. What is not known stays
        empty.
      </p>
      <form onSubmit={(event) => void submit(event)} className="space-y-6">
        <fieldset className="grid grid-cols-3 gap-4 max-sm:grid-cols-1">
          <legend className="headrule mb-3 w-full">What stands there</legend>
          <SelectField
            label="Type"
            options={[
              { value: '', label: 'type not known yet' },
              ...(types.data?.types ?? []).map((t) => ({ value: t.id, label: t.name })),
            ]}
            {...register('type', { onChange: () => setValue('claims', []) })}
          />
          <TextField
            label="Name"
            placeholder={usualName || 'what people call it'}
            error={formState.errors.name?.message}
            {...register('name', {
              validate: (value) => value.trim() !== '' || type !== undefined || 'Give it a name.',
            })}
          />
          <TextField
            label="Entry number"
            placeholder={numbers.data?.entryNumber}
            className="num"
            {...register('entryNumber')}
          />
          <TextField label="Serial" className="num" {...register('serial')} />
          <TextField label="Board and revision" className="num" {...register('revision')} />
          <TextField
            label="Mains on its plate"
            placeholder="230 V 50 Hz"
            className="num"
            {...register('mains')}
          />
        </fieldset>
        <fieldset className="grid grid-cols-3 gap-4 max-sm:grid-cols-1">
          <legend className="headrule mb-3 w-full">Where it came from</legend>
          <SelectField label="How" options={sourceKinds} {...register('how')} />
          <TextField label="Came in on (empty: today)" type="date" max={today} {...register('came')} />
          <TextField label="From whom" placeholder="name, if it may be kept" {...register('from')} />
          <SelectField
            label="Whose it is"
            options={[
              { value: 'house', label: 'this collection’s, or to be decided' },
              { value: 'in', label: 'somebody else’s, lent to this collection' },
              { value: 'repair', label: 'somebody else’s, here for repair' },
            ]}
            {...register('whose')}
          />
          {watch('whose') !== 'house' && (
            <TextField
              label="Owner (empty: from whom it came)"
              error={formState.errors.owner?.message}
              {...register('owner')}
            />
          )}
          {me.role === 'steward' && watch('whose') === 'house' && (
            <SelectField label="Legal status" options={legalStatuses} {...register('legal')} />
          )}
          <div className="grid grid-cols-[2fr_1fr] gap-2">
            <TextField
              label="Price paid"
              inputMode="decimal"
              className="num"
              error={formState.errors.amount?.message}
              {...register('amount')}
            />
            <TextField label="Currency, or ?" className="num" maxLength={3} {...register('currency')} />
          </div>
          <div className="col-span-2 max-sm:col-span-1">
            <AreaField label="Circumstances, in their words" {...register('words')} />
          </div>
        </fieldset>
        <fieldset>
          <legend className="headrule mb-3 w-full">What was claimed</legend>
          <AreaField
            label="In general"
            placeholder="worked until recently; spares or repair"
            {...register('general')}
          />
          <div className="mt-2 max-w-60">
            <SelectField label="It is said to" options={claimOptions} {...register('generalSays')} />
          </div>
          {claims.fields.map((field, i) => (
            <div
              key={field.id}
              className="mt-3 grid grid-cols-[1fr_9rem_2fr_auto] items-end gap-3 max-sm:grid-cols-1"
            >
              <SelectField label="Function" options={functions} {...register(`claims.${i}.fn`)} />
              <SelectField
                label="Said to"
                options={claimOptions.slice(0, 3)}
                {...register(`claims.${i}.says`)}
              />
              <TextField label="Their words" {...register(`claims.${i}.words`)} />
              <Act className="h-9" onClick={() => claims.remove(i)}>
                Remove
              </Act>
            </div>
          ))}
          {functions.length > 0 && (
            <p className="mt-3">
              <Act
                onClick={() =>
                  claims.append({
                    fn: functions[claims.fields.length % functions.length] ?? '',
                    says: 'works',
                    words: '',
                  })
                }
              >
                Add a claim about one function
              </Act>
            </p>
          )}
        </fieldset>
        <Said error={error} />
        <MainButton type="submit" disabled={formState.isSubmitting}>
          Register
        </MainButton>
      </form>
    </main>
  )
}
