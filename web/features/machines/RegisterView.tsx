/** At the door: entry number, what it is, where it came from, what was claimed. */
import { sourceWords } from '#api/words/owners.ts'
import { say } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useFieldArray, useForm, type UseFormReturn } from 'react-hook-form'
import { useNavigate } from 'react-router'
import { legalStatuses, sourceKinds } from '#api/choices.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { MachineId } from '#core/ids.ts'
import { dayInterval, dayOf, type Interval } from '#core/quantity/time.ts'
import { keys } from '#web/app/keys.ts'
import { usePartyNamed } from '#web/app/party.ts'
import { newId, nowInstant } from '#web/app/clock.ts'
import { get, wordsOf } from '#web/app/http.ts'
import { useDates, useDrafts, useSigned, useWrite } from '#web/app/session.tsx'
import { Act, AreaField, MainButton, Said, SelectField, TextField } from '#web/ui/Forms.tsx'
import { emptyRegister, registeringBodies, type RegisterForm } from './register-form.ts'

interface Part {
  readonly form: UseFormReturn<RegisterForm>
}

export function View() {
  const { house } = useSigned()
  const navigate = useNavigate()
  const { write, error } = useRegistering()
  const { data: numbers } = useQuery({
    queryKey: keys.nextNumbers,
    queryFn: () => get('/next-numbers'),
    staleTime: 0,
    gcTime: 0,
  })
  const partyNamed = usePartyNamed()
  const form = useForm<RegisterForm>({ defaultValues: { ...emptyRegister, currency: house.currency } })
  const usualName = useUsualName(form)
  const submit = form.handleSubmit(async (said) => {
    const machine = newId() as MachineId
    const bodies = registeringBodies(said, { machine, next: numbers, usualName, partyNamed })
    if ('field' in bodies) return form.setError(bodies.field, { message: bodies.message })
    if (await write(bodies, said.came)) await navigate(`/machines/${machine}/entry`)
  })
  return (
    <main className="mx-auto w-full max-w-4xl p-4 pb-16">
      <h1 className="font-display text-24 mb-1 font-semibold">{say('Register a machine')}</h1>
      <p className="text-quiet mb-5">
        {say(
          'Before anything is touched: note seals, labels and what was said about it. What is not known stays empty.',
        )}
      </p>
      <form onSubmit={(event) => void submit(event)} className="space-y-6">
        <StandsThere form={form} usualName={usualName} entryNumber={numbers?.entryNumber} />
        <CameFrom form={form} />
        <WasClaimed form={form} />
        <Said error={error} />
        <MainButton type="submit" disabled={form.formState.isSubmitting}>
          {say('Register')}
        </MainButton>
      </form>
    </main>
  )
}

/** The day as an interval; one that is not over reaches to now. */
function dayOfComing(day: string, zone: string): Interval {
  const whole = dayInterval(day, zone)
  const now = nowInstant()
  return { earliest: whole.earliest, latest: whole.latest > now ? now : whole.latest }
}

/** Writes it, and answers whether the server has it. */
function useRegistering() {
  const { zone } = useDates()
  const drafts = useDrafts()
  const send = useWrite()
  const [error, setError] = useState<string>()
  const write = async (bodies: readonly Body[], came: string): Promise<boolean> => {
    setError(undefined)
    const writings = bodies.map((body) => ({
      body,
      ...(body.kind === 'claim' ? { basis: 'told' as const } : {}),
      // People are written down today; the machine came in on a day of its own.
      ...(body.kind === 'party' || came === '' ? {} : { happenedAt: dayOfComing(came, zone) }),
    }))
    try {
      const written = await send(drafts(writings))
      if (!written.sent) setError(say('No connection. It is kept here and sent when the connection is back.'))
      else if (written.refused) setError(written.refused.detail)
      else return true
    } catch (failure) {
      setError(wordsOf(failure))
    }
    return false
  }
  return { write, error }
}

const useTypes = () => useQuery({ queryKey: keys.types, queryFn: () => get('/types') }).data?.types ?? []

/** What machines of its type are called; '' where the type is not known. */
function useUsualName({ watch }: UseFormReturn<RegisterForm>): string {
  const chosen = watch('type')
  const type = useTypes().find((t) => t.id === chosen)
  return type ? `${type.name} ${type.kind}`.trim() : ''
}

function StandsThere({
  form,
  usualName,
  entryNumber,
}: Part & { usualName: string; entryNumber: string | undefined }) {
  const { register, setValue, formState } = form
  return (
    <fieldset className="grid grid-cols-3 gap-4 max-sm:grid-cols-1">
      <legend className="headrule mb-3 w-full">{say('What stands there')}</legend>
      <SelectField
        label={say('Type')}
        options={[
          { value: '', label: say('type not known yet') },
          ...useTypes().map((t) => ({ value: t.id as string, label: t.name })),
        ]}
        {...register('type', { onChange: () => setValue('claims', []) })}
      />
      <TextField
        label={say('Name')}
        placeholder={usualName || say('what people call it')}
        error={formState.errors.name?.message}
        {...register('name', {
          validate: (value) => value.trim() !== '' || usualName !== '' || say('Give it a name.'),
        })}
      />
      <TextField
        label={say('Entry number')}
        placeholder={entryNumber}
        className="num"
        {...register('entryNumber')}
      />
      <TextField label={say('Serial')} className="num" {...register('serial')} />
      <TextField label={say('Board and revision')} className="num" {...register('revision')} />
      <TextField
        label={say('Mains on its plate')}
        placeholder="230 V 50 Hz"
        className="num"
        {...register('mains')}
      />
    </fieldset>
  )
}

function CameFrom({ form }: Part) {
  const { me } = useSigned()
  const { zone } = useDates()
  const { register, watch, formState } = form
  const theirs = watch('whose') !== 'house'
  return (
    <fieldset className="grid grid-cols-3 gap-4 max-sm:grid-cols-1">
      <legend className="headrule mb-3 w-full">{say('Where it came from')}</legend>
      <SelectField
        label={say('How')}
        options={sourceKinds.map((how) => ({ value: how, label: sourceWords(how) }))}
        {...register('how')}
      />
      <TextField
        label={say('Came in on (empty: today)')}
        type="date"
        max={dayOf(nowInstant(), zone)}
        {...register('came')}
      />
      <TextField
        label={say('From whom')}
        placeholder={say('name, if it may be kept')}
        {...register('from')}
      />
      <SelectField
        label={say('Whose it is')}
        options={[
          { value: 'house', label: say('this collection’s, or to be decided') },
          { value: 'in', label: say('somebody else’s, lent to this collection') },
          { value: 'repair', label: say('somebody else’s, here for repair') },
        ]}
        {...register('whose')}
      />
      {theirs && (
        <TextField
          label={say('Owner (empty: from whom it came)')}
          error={formState.errors.owner?.message}
          {...register('owner')}
        />
      )}
      {me.role === 'steward' && !theirs && (
        <SelectField label={say('Legal status')} options={legalStatuses} {...register('legal')} />
      )}
      <div className="grid grid-cols-[2fr_1fr] gap-2">
        <TextField
          label={say('Price paid')}
          inputMode="decimal"
          className="num"
          error={formState.errors.amount?.message}
          {...register('amount')}
        />
        <TextField
          label={say('Currency (? if not known)')}
          className="num"
          maxLength={3}
          {...register('currency')}
        />
      </div>
      <div className="col-span-2 max-sm:col-span-1">
        <AreaField label={say('Circumstances, in their words')} {...register('words')} />
      </div>
    </fieldset>
  )
}

const claimOptions = [
  { value: 'works', label: say('work') },
  { value: 'now and then', label: say('work intermittently') },
  { value: 'fails', label: say('fail') },
  { value: 'not said', label: say('not said') },
]

function WasClaimed({ form }: Part) {
  const { register, control, watch } = form
  const claims = useFieldArray({ control, name: 'claims' })
  const type = watch('type')
  const { data } = useQuery({
    queryKey: keys.type(type),
    queryFn: () => get('/types/:id', { id: type }),
    enabled: type !== '',
  })
  const functions = data?.sheet.functions.map((f) => f.name) ?? []
  const add = () =>
    claims.append({ fn: functions[claims.fields.length % functions.length] ?? '', says: 'works', words: '' })
  return (
    <fieldset>
      <legend className="headrule mb-3 w-full">{say('What was claimed')}</legend>
      <AreaField
        label={say('In general')}
        placeholder={say('worked until recently; spares or repair')}
        {...register('general')}
      />
      <div className="mt-2 max-w-60">
        <SelectField label={say('It is said to')} options={claimOptions} {...register('generalSays')} />
      </div>
      {claims.fields.map((field, i) => (
        <div
          key={field.id}
          className="mt-3 grid grid-cols-[1fr_9rem_2fr_auto] items-end gap-3 max-sm:grid-cols-1"
        >
          <SelectField label={say('Function')} options={functions} {...register(`claims.${i}.fn`)} />
          <SelectField
            label={say('Said to')}
            options={claimOptions.slice(0, 3)}
            {...register(`claims.${i}.says`)}
          />
          <TextField label={say('Their words')} {...register(`claims.${i}.words`)} />
          <Act className="h-9" onClick={() => claims.remove(i)}>
            {say('Remove')}
          </Act>
        </div>
      ))}
      {functions.length > 0 && (
        <p className="mt-3">
          <Act onClick={add}>{say('Add a claim about one function')}</Act>
        </p>
      )}
    </fieldset>
  )
}
