/** One act for named units, written on each of them: a look, a test, work, a finding or a note. */
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import { useForm, type UseFormReturn } from 'react-hook-form'
import { parseUnits, unitsWords } from '#api/units.ts'
import type { BatchView } from '#api/batches.ts'
import { count } from '#api/words/lists.ts'
import { findingKinds } from '#core/history/bodies/condition.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { MachineId } from '#core/ids.ts'
import { FormCautions } from '#web/app/FormCautions.tsx'
import { useSend } from '#web/app/send.ts'
import { MainButton, PlainButton, Said, SelectField, TextField } from '#web/ui/Forms.tsx'
import { bodiesFor, emptyAct, lookResults, type ActForm } from './acts.ts'

const kinds: readonly { readonly value: ActForm['kind']; readonly label: string }[] = [
  { value: 'look', label: say('a look') },
  { value: 'test', label: say('a test') },
  { value: 'work', label: say('work done') },
  { value: 'finding', label: say('a finding') },
  { value: 'note', label: say('a note') },
]

/** The act on every unit, or what is wrong with it. */
function bodiesOfAll(units: BatchView['units'], act: ActForm): Body[] | string {
  const made = units.map((u) => bodiesFor(act, u.machine as MachineId))
  return made.find((m) => typeof m === 'string') ?? made.flatMap((m) => (typeof m === 'string' ? [] : m))
}

export function BatchAct({
  view,
  chosen,
  onChosen,
}: {
  view: BatchView
  chosen: ReadonlySet<number>
  onChosen: (units: ReadonlySet<number>) => void
}) {
  const { send, error, busy, setError } = useSend()
  const form = useForm<ActForm>({ defaultValues: emptyAct(view.functions[0]?.fn) })
  const [typed, setTyped] = useState<string>()
  const [written, setWritten] = useState<string>()
  const first = view.units.find((u) => chosen.has(u.unit))
  const text = typed ?? unitsWords([...chosen])
  const choose = (value: string) => {
    setTyped(value)
    setWritten(undefined)
    const units = parseUnits(value, view.units.length)
    if (units) onChosen(new Set(units))
  }
  // Units of a batch are of one type: what the first calls for, all call for.
  const about = first && bodiesFor(form.watch(), first.machine as MachineId)
  const submit = form.handleSubmit(async (said) => {
    const units = view.units.filter((u) => chosen.has(u.unit))
    if (units.length === 0) return setError(say('Name the units first: 1-5, 8.'))
    const bodies = bodiesOfAll(units, said)
    if (typeof bodies === 'string') return setError(bodies)
    const sent = await send(bodies.map((body) => ({ body })))
    if (sent) {
      setWritten(
        say('Written on {units}: {units2}.', {
          units: count(units.length, 'unit'),
          units2: unitsWords(units.map((u) => u.unit)),
        }),
      )
      onChosen(new Set())
      setTyped(undefined)
      form.reset({ ...emptyAct(view.functions[0]?.fn), kind: said.kind })
    }
  })
  const half = Math.ceil(view.units.length / 2)
  return (
    <form
      aria-label={say('One act for several units')}
      onSubmit={(e) => void submit(e)}
      className="noprint bg-next border-line flex flex-wrap items-end gap-x-4 gap-y-2 rounded-sm border p-3"
    >
      <UnitFields
        half={half}
        view={view}
        text={text}
        onChoose={choose}
        onTyped={setTyped}
        chosen={chosen}
        onChosen={onChosen}
      />
      <div className="w-36">
        <SelectField label={say('What')} options={kinds} {...form.register('kind')} />
      </div>
      <ActFields form={form} view={view} />
      <FormCautions
        machines={first ? [first.machine] : []}
        bodies={about === undefined || typeof about === 'string' ? [] : about}
      />
      <MainButton type="submit" disabled={busy || chosen.size === 0}>
        {chosen.size > 0
          ? say('Record it for {size}', { size: count(chosen.size, 'unit') })
          : say('Name units first')}
      </MainButton>
      {(error ?? written) !== undefined && <SaidOfIt error={error} written={written} />}
    </form>
  )
}

function SaidOfIt({ error, written }: { error: string | undefined; written: string | undefined }) {
  return (
    <div className="basis-full">
      <Said error={error} />
      {written && (
        <p role="status" className="text-13 text-quiet">
          {written}
        </p>
      )}
    </div>
  )
}

/** The units that the act is for. */
function UnitFields({
  half,
  view,
  text,
  onChoose,
  onTyped,
  chosen,
  onChosen,
}: {
  half: number
  view: BatchView
  text: string
  onChoose: (value: string) => void
  onTyped: (value: string | undefined) => void
  chosen: ReadonlySet<number>
  onChosen: (units: ReadonlySet<number>) => void
}) {
  return (
    <>
      <div className="w-44">
        <TextField
          label={say('Units')}
          className="num"
          placeholder={`1-${half}, ${view.units.length}`}
          value={text}
          onChange={(e) => onChoose(e.target.value)}
          onFocus={() => onTyped(unitsWords([...chosen]))}
          onBlur={() => onTyped(undefined)}
        />
      </div>
      <PlainButton
        className="min-h-9"
        onClick={() =>
          onChosen(new Set(chosen.size === view.units.length ? [] : view.units.map((u) => u.unit)))
        }
      >
        {chosen.size === view.units.length ? say('None') : say('All')}
      </PlainButton>
    </>
  )
}

/** What the act asks by its kind. */
function ActFields({ form, view }: { form: UseFormReturn<ActForm>; view: BatchView }) {
  const { register } = form
  const kind = form.watch('kind')
  return (
    <>
      {kind === 'look' && (
        <div className="w-44">
          <SelectField label={say('At a look')} {...register('look')} options={Object.keys(lookResults)} />
        </div>
      )}
      {kind === 'test' && (
        <>
          <div className="w-44">
            <SelectField
              label={say('Function')}
              {...register('fn')}
              options={view.functions.map((f) => f.fn)}
            />
          </div>
          <div className="w-28">
            <SelectField label={say('Result')} {...register('result')} options={['pass', 'fail']} />
          </div>
          <div className="w-44">
            <TextField label={say('Symptom, if it fails')} {...register('symptom')} maxLength={80} />
          </div>
        </>
      )}
      {kind === 'work' && (
        <>
          <div className="w-44">
            <TextField
              label={say('On what')}
              {...register('target')}
              placeholder={say('key contacts')}
              maxLength={80}
            />
          </div>
          <div className="w-60">
            <TextField
              label={say('What was done')}
              {...register('words')}
              placeholder={say('cleaned, isopropyl alcohol')}
              maxLength={200}
            />
          </div>
        </>
      )}
      {kind === 'finding' && (
        <>
          <div className="w-44">
            <SelectField label={say('Kind')} {...register('sort')} options={findingKinds} />
          </div>
          <div className="w-40">
            <TextField label={say('Zone')} {...register('zone')} placeholder={say('case')} maxLength={80} />
          </div>
          <div className="w-52">
            <TextField label={say('In words')} {...register('words')} maxLength={200} />
          </div>
        </>
      )}
      {kind === 'note' && (
        <div className="w-80">
          <TextField label={say('Note')} {...register('words')} maxLength={2000} />
        </div>
      )}
    </>
  )
}
