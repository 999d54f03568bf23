/** A finding: kind first, the rest has an answer preset, so that two taps and Enter are enough. */
import { say } from '#api/words/say.ts'
import { type UseFormRegister, type FormState, useForm } from 'react-hook-form'
import { activities, dangers, findingKinds, severities } from '#core/history/bodies/condition.ts'
import { bases } from '#core/history/entry.ts'
import type { EntryId, MachineId } from '#core/ids.ts'
import type { ConditionView, ZoneRow } from '#core/views/condition-shape.ts'
import { useSend } from '#web/app/send.ts'
import { useDates } from '#web/app/session.tsx'
import { MainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'
import { Tick } from '#web/ui/Tick.tsx'
import { findingUnsaid, findingWritings, type FindingSaid } from './finding-form.ts'
import { photoTitle } from '#web/ui/photos/src.ts'

const dangerWords: Readonly<Record<(typeof dangers)[number], string>> = {
  none: say('no danger'),
  neighbours: say('to neighbouring objects'),
  people: say('to people'),
}

export function FindingForm({
  view,
  zone,
  onClose,
}: {
  view: ConditionView
  zone: ZoneRow
  onClose: () => void
}) {
  const { send, error, busy } = useSend()
  const { short } = useDates()
  const { register, handleSubmit, watch, formState } = useForm<FindingSaid>({
    defaultValues: findingUnsaid,
  })
  const sort = watch('sort')
  const submit = handleSubmit(async (form) => {
    const survey = view.open?.id as EntryId | undefined
    if (await send(findingWritings(view.machine as MachineId, zone, survey, form))) onClose()
  })
  return (
    <Slip title={say('A finding on {zone}', { zone: zone.zone })} onClose={onClose}>
      <form onSubmit={(e) => void submit(e)} className="grid grid-cols-2 gap-3 max-sm:grid-cols-1">
        <SelectField label={say('Kind')} options={findingKinds} autoFocus {...register('sort')} />
        <TextField
          label={say('Place')}
          placeholder={say('rear edge, left of the switch')}
          maxLength={80}
          {...register('place')}
        />
        <Judged register={register} formState={formState} />
        <SelectField
          label={say('New against a photograph')}
          options={[
            { value: '', label: say('not compared') },
            ...view.photos.map((p) => ({ value: p.entry, label: photoTitle(p, short) })),
          ]}
          {...register('newSince')}
        />
        <div className="col-span-2 max-sm:col-span-1">
          <TextField
            label={sort === 'earlier work' ? say('What somebody did before') : say('In words')}
            placeholder={
              sort === 'earlier work' ? say('an oversize capacitor, its leads bent; no seal broken') : ''
            }
            maxLength={2000}
            {...register('words')}
          />
        </div>
        <div className="col-span-2 flex flex-wrap gap-x-6 gap-y-2 max-sm:col-span-1">
          <Tick label={say('only supposed: to be confirmed or withdrawn')} {...register('hypothesis')} />
          <Tick label={say('contained')} {...register('contained')} />
          {sort === 'crack' && <Tick label={say('the crack carries load')} {...register('loaded')} />}
        </div>
        <div className="flex items-center gap-4">
          <MainButton type="submit" disabled={busy}>
            {say('Save the finding')}
          </MainButton>
        </div>
        <Said error={error} />
      </form>
    </Slip>
  )
}

/** How bad it is, whether it goes on, how much of the zone it covers. */
function Judged({
  register,
  formState,
}: {
  register: UseFormRegister<FindingSaid>
  formState: FormState<FindingSaid>
}) {
  return (
    <>
      <SelectField
        label={say('Severity')}
        options={severities.map((s) => ({
          value: s,
          label: s === 'trace' ? say('a trace') : s === 'too weak to handle' ? s : say('{s} it', { s }),
        }))}
        {...register('severity')}
      />
      <SelectField label={say('Active or stable')} options={activities} {...register('activity')} />
      <TextField
        label={say('Extent, % of the zone')}
        inputMode="numeric"
        className="num"
        error={formState.errors.extent?.message}
        {...register('extent', {
          validate: (v) =>
            v.trim() === '' ||
            (Number(v) >= 0 && Number(v) <= 100) ||
            say('Write a number from 0 to 100, or nothing.'),
        })}
      />
      <SelectField
        label={say('Danger')}
        options={dangers.map((d) => ({ value: d, label: dangerWords[d] }))}
        {...register('danger')}
      />
      <SelectField label={say('Basis')} options={bases} {...register('basis')} />
    </>
  )
}
