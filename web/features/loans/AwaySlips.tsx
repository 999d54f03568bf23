/** What happens while it is away: it ran, or something went wrong. */
import type { MachineId } from '#core/ids.ts'
import type { LoanView } from '#core/views/loan-shape.ts'
import { useBasis } from './told.ts'
import { useSend } from '#web/app/send.ts'
import { typedIn } from '#web/app/typed.ts'
import { AreaField, MainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'
import { KeptForm, useKept } from '#web/ui/kept.tsx'

const machineOptions = (view: LoanView) => view.machines.map((m) => ({ value: m.id, label: m.name }))

export function RunSlip({ view, onClose }: { view: LoanView; onClose: () => void }) {
  const kept = useKept(`loan ${view.id} run`, onClose)
  const basis = useBasis()
  const { send, error, busy, setError } = useSend(kept.forget)
  const submit = async (event: React.FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const { text } = typedIn(event.currentTarget)
    const minutes = Number(text('minutes'))
    if (!text('minutes') || !Number.isInteger(minutes) || minutes < 0)
      return setError('Write how long it ran, in whole minutes.')
    if (!text('who')) return setError('Say who switched it on.')
    const written = await send([
      {
        basis: basis('them'),
        body: {
          kind: 'run',
          loan: view.id,
          machine: text('machine') as MachineId,
          minutes,
          who: text('who'),
          started: text('started') === 'yes',
          ...(text('symptom') ? { symptom: text('symptom') } : {}),
        },
      },
    ])
    if (written) kept.done()
  }
  return (
    <Slip title="It was switched on" onClose={onClose}>
      <KeptForm
        kept={kept}
        onSubmit={(event) => void submit(event)}
        className="grid grid-cols-3 items-end gap-3 max-sm:grid-cols-1"
      >
        <SelectField label="Which machine" name="machine" options={machineOptions(view)} />
        <TextField label="By whom" name="who" maxLength={80} />
        <TextField label="Minutes" name="minutes" className="num" inputMode="numeric" />
        <SelectField label="It started" name="started" options={['yes', 'no']} />
        <TextField label="What you saw, where something was odd" name="symptom" maxLength={400} />
        <MainButton type="submit" disabled={busy}>
          Record the run
        </MainButton>
      </KeptForm>
      <Said error={error} />
    </Slip>
  )
}

export function IncidentSlip({ view, onClose }: { view: LoanView; onClose: () => void }) {
  const kept = useKept(`loan ${view.id} incident`, onClose)
  const basis = useBasis()
  const { send, error, busy, setError } = useSend(kept.forget)
  const submit = async (event: React.FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = new FormData(event.currentTarget)
    const text = (name: string) => String(form.get(name) ?? '').trim()
    if (!text('words')) return setError('Say what happened.')
    const written = await send([
      {
        basis: basis('them'),
        body: {
          kind: 'incident',
          loan: view.id,
          machine: text('machine') as MachineId,
          words: text('words'),
          ...(text('atOnce') ? { madeSafe: text('atOnce') } : {}),
        },
      },
    ])
    if (written) kept.done()
  }
  return (
    <Slip title="Something went wrong" onClose={onClose}>
      <KeptForm kept={kept} onSubmit={(event) => void submit(event)} className="space-y-3">
        <p className="font-bold">
          Smoke, a smell or a spark: pull the mains plug first, then write. Do not switch it on again.
        </p>
        <SelectField label="Which machine" name="machine" options={machineOptions(view)} />
        <AreaField label="What happened" name="words" />
        <TextField label="What was done at once" name="atOnce" placeholder="plug pulled" maxLength={400} />
        <p>
          Will be written: the incident, and “do not power” until somebody of the collection has looked at the
          machine.
        </p>
        <MainButton type="submit" disabled={busy}>
          Report the incident
        </MainButton>
        <Said error={error} />
      </KeptForm>
    </Slip>
  )
}
