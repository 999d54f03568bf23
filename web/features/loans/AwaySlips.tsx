/** What happens while it is away: it ran, or something went wrong. */
import { say } from '#api/words/say.ts'
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { MachineId } from '#core/ids.ts'
import type { LoanView } from '#core/views/loan-shape.ts'
import { useBasis } from './told.ts'
import { incidentBody } from '#core/history/bodies/bench.ts'
import { runBody } from '#core/history/bodies/loan.ts'
import { fieldOf, useBodyForm } from '#web/app/body-form.ts'
import { useSend } from '#web/app/send.ts'
import { figure, typed } from '#web/app/typed.ts'
import { AreaField, MainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'
import { KeptForm, useKept } from '#web/ui/kept.tsx'

const machineOptions = (view: LoanView) => view.machines.map((m) => ({ value: m.id, label: m.name }))

type Ran = Readonly<Record<'machine' | 'who' | 'minutes' | 'started' | 'symptom', string>>

export function RunSlip({ view, onClose }: { view: LoanView; onClose: () => void }) {
  const kept = useKept(`loan ${view.id} run`, onClose)
  const basis = useBasis()
  const { send, error, busy } = useSend(kept.forget)
  const bodyOf = (said: Ran): BodyOf<'run'> => ({
    kind: 'run',
    loan: view.id,
    machine: said.machine as MachineId,
    minutes: figure(said.minutes) ?? NaN,
    who: said.who.trim(),
    started: said.started === 'yes',
    symptom: typed(said.symptom),
  })
  const form = useBodyForm<Ran>({
    defaults: { machine: view.machines[0]?.id ?? '', who: '', minutes: '', started: 'yes', symptom: '' },
    bodyOf,
    schema: runBody,
    says: { minutes: say('Write how long it ran, in whole minutes.'), who: say('Say who switched it on.') },
    kept,
  })
  const submit = form.handleSubmit(async (said) => {
    if (await send([{ basis: basis('them'), body: bodyOf(said) }])) kept.done()
  })
  return (
    <Slip title={say('It was switched on')} onClose={onClose}>
      <KeptForm
        kept={kept}
        onSubmit={(event) => void submit(event)}
        className="grid grid-cols-3 items-end gap-3 max-sm:grid-cols-1"
      >
        <SelectField
          label={say('Which machine')}
          options={machineOptions(view)}
          {...fieldOf(form, 'machine')}
        />
        <TextField label={say('By whom')} maxLength={80} {...fieldOf(form, 'who')} />
        <TextField label={say('Minutes')} className="num" inputMode="numeric" {...fieldOf(form, 'minutes')} />
        <SelectField label={say('It started')} options={['yes', 'no']} {...fieldOf(form, 'started')} />
        <TextField
          label={say('What you saw, where something was odd')}
          maxLength={400}
          {...fieldOf(form, 'symptom')}
        />
        <MainButton type="submit" disabled={busy}>
          {say('Record the run')}
        </MainButton>
      </KeptForm>
      <Said error={error} />
    </Slip>
  )
}

type Happened = Readonly<Record<'machine' | 'words' | 'atOnce', string>>

export function IncidentSlip({ view, onClose }: { view: LoanView; onClose: () => void }) {
  const kept = useKept(`loan ${view.id} incident`, onClose)
  const basis = useBasis()
  const { send, error, busy } = useSend(kept.forget)
  const bodyOf = ({ machine, words, atOnce }: Happened): BodyOf<'incident'> => ({
    kind: 'incident',
    loan: view.id,
    machine: machine as MachineId,
    words: words.trim(),
    madeSafe: typed(atOnce),
  })
  const form = useBodyForm<Happened>({
    defaults: { machine: view.machines[0]?.id ?? '', words: '', atOnce: '' },
    bodyOf,
    schema: incidentBody,
    fields: { madeSafe: 'atOnce' },
    says: { words: say('Say what happened.') },
    kept,
  })
  const submit = form.handleSubmit(async (said) => {
    if (await send([{ basis: basis('them'), body: bodyOf(said) }])) kept.done()
  })
  return (
    <Slip title={say('Something went wrong')} onClose={onClose}>
      <KeptForm kept={kept} onSubmit={(event) => void submit(event)} className="space-y-3">
        <p className="font-bold">
          {say(
            'Smoke, a smell or a spark: pull the mains plug first, then write. Do not switch it on again.',
          )}
        </p>
        <SelectField
          label={say('Which machine')}
          options={machineOptions(view)}
          {...fieldOf(form, 'machine')}
        />
        <AreaField label={say('What happened')} {...fieldOf(form, 'words')} />
        <TextField
          label={say('What was done at once')}
          placeholder={say('plug pulled')}
          maxLength={400}
          {...fieldOf(form, 'atOnce')}
        />
        <p>
          {say(
            'Will be written: the incident, and “do not power” until somebody of the collection has looked at the machine.',
          )}
        </p>
        <MainButton type="submit" disabled={busy}>
          {say('Report the incident')}
        </MainButton>
        <Said error={error} />
      </KeptForm>
    </Slip>
  )
}
