/** Positions that no sheet knows, written to this machine's own map: the board is learned as it is looked at. */
import { say } from '#api/words/say.ts'
import { useForm, type UseFormReturn } from 'react-hook-form'
import { takeDesignators } from '#core/type/designators.ts'
import type { MachineId } from '#core/ids.ts'
import type { RenewalView } from '#core/views/renewal.ts'
import { useSend } from '#web/app/send.ts'
import { PlainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'

type Adding = Readonly<Record<'designators' | 'kind' | 'on' | 'polarised', string>>

export function AddPositions({ view, onClose }: { view: RenewalView; onClose: () => void }) {
  const { send, error, busy, setError } = useSend()
  const form = useForm<Adding>({
    defaultValues: {
      designators: '',
      kind: view.kind,
      on: '',
      polarised: /electrolytic|tantalum|diode/i.test(view.kind) ? 'yes' : 'no',
    },
  })
  const submit = form.handleSubmit(async ({ designators, kind, on, polarised }) => {
    const read = takeDesignators(designators.trim())
    if (!read || read.rest !== '')
      return setError(say('Write designators: C9, or C31-C36, separated by commas. Nothing was lost.'))
    const fresh = read.names.filter(
      (name) => !view.designators.some((d) => d.toLowerCase() === name.toLowerCase()),
    )
    if (fresh.length === 0) return setError(say('All of these are on the map already.'))
    const positions = fresh.map((designator) => ({
      designator,
      accepts: kind.trim(),
      ...(on ? { on } : {}),
      assembly: false,
      mount: 'soldered' as const,
      essential: false,
      lookAlikes: [],
      polarised: polarised === 'yes',
      charged: false,
    }))
    if (
      await send([
        {
          body: {
            kind: 'machine',
            what: 'met',
            machine: view.machine.id as MachineId,
            functions: [],
            positions,
          },
          episode: view.machine.openEpisode,
        },
      ])
    )
      onClose()
  })
  return (
    <Slip title={say('Positions that are not on the map yet')} onClose={onClose}>
      <form
        onSubmit={(event) => void submit(event)}
        className="grid grid-cols-5 items-end gap-3 max-md:grid-cols-2"
      >
        <PositionFields view={view} form={form} />
        <PlainButton type="submit" disabled={busy}>
          {say('Add them')}
        </PlainButton>
      </form>
      <p className="text-quiet mt-2">
        {say(
          'They are written to this machine only. What was read of them can go into the sheet of its type afterwards.',
        )}
      </p>
      <Said error={error} />
    </Slip>
  )
}

function PositionFields({ view, form }: { view: RenewalView; form: UseFormReturn<Adding> }) {
  const { register } = form
  return (
    <>
      <TextField
        label={say('Designators')}
        {...register('designators')}
        className="num"
        placeholder="C9, C31-C36"
        required
        autoFocus
      />
      <TextField label={say('Kind of part')} {...register('kind')} required />
      <SelectField
        label={say('On')}
        {...register('on')}
        options={[
          { value: '', label: say('the machine itself') },
          ...view.assemblies.map((a) => ({ value: a, label: a })),
        ]}
      />
      <SelectField
        label={say('Polarised')}
        {...register('polarised')}
        options={[
          { value: 'yes', label: say('yes') },
          { value: 'no', label: say('no') },
        ]}
      />
    </>
  )
}
