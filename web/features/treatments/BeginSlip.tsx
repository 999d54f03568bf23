/** A treatment begins: what, on which places, with what, under what cover, in what light; and what lies there that must come off. */
import { say, shown } from '#api/words/say.ts'
import { useController, type UseFormReturn } from 'react-hook-form'
import { coverWords, yellowCaveats } from '#api/words/treatments.ts'
import { cautionTail, cautionWords } from '#api/words/cautions.ts'
import { capital, list } from '#api/words/lists.ts'
import type { TreatmentsAnswer } from '#api/treatments.ts'
import {
  carriedThings,
  cloudSteps,
  covers,
  forGoodSorts,
  treatmentBody,
  treatmentSorts,
} from '#core/history/bodies/treatment.ts'
import type { MachineId } from '#core/ids.ts'
import { agentsOf } from '#core/treatment/before.ts'
import { useBodyForm } from '#web/app/body-form.ts'
import { nowInstant } from '#web/app/clock.ts'
import { useSend } from '#web/app/send.ts'
import { AreaField, MainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'
import { Tick, Ticks } from '#web/ui/Tick.tsx'
import { asked, begunOf, emptyBegin, lights, waitOf, type BeginForm } from './begin-form.ts'
import { Cloud } from './Cloud.tsx'
import { Mixing } from './Mixing.tsx'

type Methods = TreatmentsAnswer['methods']
interface Part {
  readonly form: UseFormReturn<BeginForm>
  readonly card: Methods[number] | undefined
}

export function BeginSlip({
  machine,
  answer,
  onClose,
}: {
  machine: string
  answer: TreatmentsAnswer
  onClose: () => void
}) {
  const { send, error, busy } = useSend()
  const cardOf = ({ method }: BeginForm) => answer.methods.find((m) => m.id === method)
  const bodyOf = (form: BeginForm) => begunOf(form, machine as MachineId, cardOf(form))
  const form = useBodyForm<BeginForm>({
    defaults: emptyBegin,
    bodyOf,
    schema: treatmentBody,
    figures: ['hours', 'every'],
    fields: {
      'light.watts': 'watts',
      'light.distance': 'distance',
      'light.lamp': 'lamp',
      'counts.0.n': 'n',
      'counts.0.what': 'counted',
      words: 'words',
    },
  })
  const submit = form.handleSubmit(async (said) => {
    const body = bodyOf(said)
    const wait = waitOf(said, body, nowInstant())
    if (await send([{ body }, ...(wait ? [{ body: wait }] : [])])) onClose()
  })
  const part: Part = { form, card: cardOf(form.watch()) }
  return (
    <Slip title={say('Begin a treatment')} onClose={onClose}>
      <form onSubmit={(event) => void submit(event)} className="space-y-4">
        <What {...part} methods={answer.methods} />
        <Places {...part} zones={answer.zones} />
        <How {...part} />
        <Lying {...part} />
        <Tick label={say('A trial on a hidden spot first')} {...form.register('trial')} />
        <AreaField
          label={say('Remarks')}
          error={form.formState.errors.words?.message}
          {...form.register('words')}
        />
        <TextField
          label={say('Reason, where the house’s practice, the owner or the material speaks against it')}
          maxLength={400}
          {...form.register('although')}
        />
        <Cautions {...part} />
        <MainButton type="submit" disabled={busy}>
          {say('Begin it now')}
        </MainButton>
        <Said error={error ?? form.formState.errors.root?.message} />
      </form>
    </Slip>
  )
}

function What({ form, card, methods }: Part & { methods: Methods }) {
  const cards = methods.map((m) => ({ value: m.id as string, label: m.name }))
  return (
    <div className="grid grid-cols-3 items-end gap-3 max-sm:grid-cols-1">
      <SelectField label={say('Treatment')} options={treatmentSorts} {...form.register('sort')} />
      <SelectField
        label={say('House method, if you follow one')}
        options={[{ value: '', label: say('none') }, ...cards]}
        {...form.register('method')}
      />
      <TextField
        label={say('Agent')}
        maxLength={80}
        placeholder={card?.agent || say('peroxide cream')}
        {...form.register('agent')}
      />
    </div>
  )
}

function Places({ form, zones }: Part & { zones: TreatmentsAnswer['zones'] }) {
  const { on } = form.formState.errors
  return (
    <fieldset>
      <legend className="text-13 text-quiet mb-1">{say('On which places')}</legend>
      <span className="flex flex-wrap gap-x-5">
        <Ticks
          control={form.control}
          name="on"
          options={zones.map(({ name, material }) => ({
            value: name,
            label: `${name}${material ? ` (${material})` : ''}`,
          }))}
        />
      </span>
      <TextField
        label={say('Others, with commas: positions, pieces')}
        placeholder={say('IC4, left key row')}
        error={on && say('Say on which places: tick a zone, or name a position.')}
        {...form.register('others')}
      />
    </fieldset>
  )
}

/** With what, how strong, under what, in what light, how long. */
function How({ form, card }: Part) {
  const { register, setValue, watch } = form
  const { errors } = form.formState
  const sort = watch('sort')
  const figures = (name: 'temperature' | 'ph' | 'n' | 'hours' | 'every') => ({
    className: 'num',
    inputMode: 'decimal' as const,
    error: errors[name]?.message,
    ...register(name),
  })
  return (
    <div className="grid grid-cols-4 items-start gap-3 max-lg:grid-cols-2 max-sm:grid-cols-1">
      <div className="col-span-full">
        <Mixing
          onUse={(bought, mixed) => {
            setValue('bought', bought)
            setValue('mixed', mixed)
          }}
        />
      </div>
      <TextField
        label={say('Strength as bought')}
        maxLength={80}
        placeholder={say('12 % by weight')}
        {...register('bought')}
      />
      <TextField
        label={say('As mixed')}
        maxLength={80}
        placeholder={card?.strength || say('6 % by weight')}
        {...register('mixed')}
      />
      <SelectField
        label={say('Cover')}
        options={covers.map((c) => ({ value: c, label: coverWords[c] }))}
        {...register('cover')}
      />
      <TextField label={say('Temperature of the piece, °C')} {...figures('temperature')} />
      <Light form={form} />
      {sort === 'leak' && <TextField label={say('pH before')} {...figures('ph')} />}
      {(asked[sort] ?? []).map(({ label, usual }, i) => (
        <TextField
          key={label}
          label={label}
          placeholder={usual}
          maxLength={80}
          {...register(`asked.${i}`, { shouldUnregister: true })}
        />
      ))}
      {sort === 'springs and caps' && (
        <>
          <TextField
            label={say('What is counted')}
            maxLength={80}
            placeholder={say('springs')}
            {...register('counted')}
          />
          <TextField label={say('How many go in')} {...figures('n')} />
        </>
      )}
      <TextField
        label={say('It takes about, hours')}
        placeholder={card?.waitMinutes ? String(card.waitMinutes / 60) : '4'}
        {...figures('hours')}
      />
      <TextField
        label={say('Ring every, minutes')}
        placeholder={card?.everyMinutes ? String(card.everyMinutes) : ''}
        {...figures('every')}
      />
    </div>
  )
}

function Light({ form }: Pick<Part, 'form'>) {
  const { register, watch, control } = form
  const { errors } = form.formState
  const cloud = useController({ control, name: 'cloud' }).field
  const lit = watch('lit')
  return (
    <>
      <SelectField label={say('Light')} options={lights} {...register('lit')} />
      {lit === 'lamp' && (
        <>
          <TextField label={say('Which lamp')} maxLength={80} {...register('lamp')} />
          {(['watts', 'distance'] as const).map((name) => (
            <TextField
              key={name}
              label={name === 'watts' ? say('Watts') : say('Distance, cm')}
              className="num"
              inputMode="decimal"
              error={errors[name]?.message}
              {...register(name)}
            />
          ))}
        </>
      )}
      {lit !== 'none' && lit !== 'lamp' && (
        <fieldset className="col-span-full flex flex-wrap items-center gap-2">
          <legend className="text-13 text-quiet mb-1">{say('The sky now')}</legend>
          {cloudSteps.map((n) => (
            <Cloud key={n} eighths={n} chosen={cloud.value === n} onClick={() => cloud.onChange(n)} />
          ))}
        </fieldset>
      )}
    </>
  )
}

function Lying({ form }: Pick<Part, 'form'>) {
  return (
    <fieldset>
      <legend className="text-13 text-quiet mb-1">{say('What is there, and what becomes of it')}</legend>
      <ul className="grid grid-cols-2 gap-x-6 max-md:grid-cols-1">
        {carriedThings.map((what) => (
          <li key={what} className="border-hair flex min-h-11 items-center justify-between gap-3 border-b">
            <label htmlFor={`carries ${what}`}>{capital(shown(what))}</label>
            <select
              id={`carries ${what}`}
              className="field w-36"
              {...form.register(`carried.${what}`, { value: 'not there' })}
            >
              {carriedAs.map((is) => (
                <option key={is} value={is}>
                  {shown(is)}
                </option>
              ))}
            </select>
          </li>
        ))}
      </ul>
    </fieldset>
  )
}

const carriedAs = ['not there', 'taken off', 'masked', 'left on'] as const

function Cautions({ form, card }: Part) {
  const { sort, agent } = form.watch()
  const agents = agentsOf({
    sort,
    agent: agent || card?.agent,
    bought: undefined,
    mixed: undefined,
    words: undefined,
  })
  return (
    <div className="border-copper border-l-4 pl-3">
      {forGoodSorts.has(sort) && <p className="font-bold">{yellowCaveats.forGood}</p>}
      {agents.includes('peroxide') && <p>{cautionWords('peroxide')}</p>}
      {(agents.includes('acid') || agents.includes('alkali')) && <p>{cautionWords('acids and alkalis')}</p>}
      {card?.caution && <p>{card.caution}</p>}
      {card && card.notOn.length > 0 && (
        <p>{say('The card says: not on {notOn}.', { notOn: list(card.notOn, 8) })}</p>
      )}
      <p className="text-quiet">{cautionTail}</p>
    </div>
  )
}
