/** One type sheet, read and edited: functions, positions, zones, hazards. Every save is a new version; none is lost. */
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useFieldArray, useForm } from 'react-hook-form'
import { Link, useNavigate, useParams, useSearchParams } from 'react-router'
import { hazardKinds, mounts, authorities } from '#api/choices.ts'
import type { TypeId } from '#core/ids.ts'
import { keys } from '#web/app/keys.ts'
import { get, ProblemError, wordsOf } from '#web/app/http.ts'
import { useDates, useDrafts, useSigned, useWrite } from '#web/app/session.tsx'
import { MainButton, Said, TextField } from '#web/ui/Forms.tsx'
import type { TypeAnswer } from '#api/types.ts'
import { PointsTable } from './PointsTable.tsx'
import { cell, Remove, Table, type Part } from './SheetTable.tsx'
import { emptySheet, fromForm, toForm, type SheetForm } from './form.ts'

export function View() {
  const { id = '' } = useParams()
  const [params] = useSearchParams()
  const fresh = params.get('new') === '1'
  const { data, error } = useQuery({
    queryKey: keys.type(id),
    queryFn: () => get<TypeAnswer>(`/types/${id}`),
    enabled: !fresh,
    retry: false,
  })
  if (fresh) return <Editor key={id} id={id} form={emptySheet} />
  if (error) return <p className="p-8">{wordsOf(error)}</p>
  return data ? <Editor key={`${id}${data.version}`} id={id} form={toForm(data.sheet)} answer={data} /> : null
}

function Editor({ id, form, answer }: { id: string; form: SheetForm; answer?: TypeAnswer }) {
  const { me } = useSigned()
  const { short } = useDates()
  const navigate = useNavigate()
  const drafts = useDrafts()
  const write = useWrite()
  const [error, setError] = useState<string>()
  const mayEdit = me.role === 'restorer' || me.role === 'steward'
  const { register, control, handleSubmit, formState } = useForm<SheetForm>({
    defaultValues: form,
    disabled: !mayEdit,
  })
  const save = handleSubmit(async (values) => {
    setError(undefined)
    try {
      const written = await write(
        drafts([{ body: { kind: 'type', type: id as TypeId, sheet: fromForm(values) } }]),
      )
      if (written.sent && written.refused) setError(written.refused.detail)
      else await navigate(`/types/${id}`, { replace: true })
    } catch (failure) {
      setError(
        failure instanceof ProblemError && failure.problem.fields?.length
          ? failure.problem.fields.map((f) => f.message).join(' ')
          : wordsOf(failure),
      )
    }
  })
  return (
    <main className="flex-1 p-4 pb-20">
      <form onSubmit={(event) => void save(event)} className="space-y-7">
        <div className="flex flex-wrap items-end justify-between gap-4">
          <div>
            <h1 className="font-display text-24 font-semibold">
              {answer ? answer.sheet.name : 'A new type sheet'}
            </h1>
            <p className="text-quiet">
              {answer
                ? `Version ${answer.version}, ${short(answer.history.at(-1)?.at ?? '')}${answer.history.at(-1)?.by ? ` by ${answer.history.at(-1)?.by}` : ''}. Every machine of this type reads it.`
                : 'What every machine of this model can do, where its positions are, what is dangerous in it.'}
            </p>
          </div>
          {answer && <Versions answer={answer} />}
          {mayEdit && (
            <MainButton type="submit" disabled={formState.isSubmitting || !formState.isDirty}>
              {answer ? 'Save a new version' : 'Publish the sheet'}
            </MainButton>
          )}
        </div>
        <Said error={error} />
        <div className="grid grid-cols-6 gap-3 max-md:grid-cols-2">
          <TextField label="Name" {...register('name', { required: true })} />
          <TextField label="Kind" placeholder="data terminal" {...register('kind')} />
          <TextField label="Maker" {...register('maker')} />
          <TextField label="Other names" placeholder="separated by commas" {...register('aliases')} />
          <TextField label="Mains" className="num" placeholder="230 V 50 Hz" {...register('mains')} />
          <TextField label="Weight" className="num" placeholder="14 kg" {...register('weight')} />
        </div>
        <Functions control={control} register={register} mayEdit={mayEdit} />
        <PointsTable control={control} register={register} mayEdit={mayEdit} />
        <Positions control={control} register={register} mayEdit={mayEdit} />
        <div className="grid grid-cols-2 gap-8 max-lg:grid-cols-1">
          <Hazards control={control} register={register} mayEdit={mayEdit} />
          <WayIn control={control} register={register} mayEdit={mayEdit} />
          <WeakParts register={register} mayEdit={mayEdit} />
          <Zones control={control} register={register} mayEdit={mayEdit} />
        </div>
      </form>
    </main>
  )
}

/** Every version, the newest first, with the episode that taught it. */
function Versions({ answer }: { answer: TypeAnswer }) {
  const { short } = useDates()
  return (
    <details className="ml-auto">
      <summary className="act cursor-pointer">
        {answer.version === 1 ? 'One version' : `${answer.version} versions`}
      </summary>
      <ol className="bg-next border-line absolute right-4 z-10 mt-1 max-h-72 overflow-auto rounded-sm border p-3">
        {[...answer.history].reverse().map((v) => (
          <li key={v.entry} className="py-0.5">
            <span className="num">{`v${v.version}`}</span> {short(v.at)} {v.by}
            {v.learnedIn && (
              <>
                {', '}
                <Link className="act" to={`/episodes/${v.learnedIn}`}>
                  learned in an episode
                </Link>
              </>
            )}
          </li>
        ))}
      </ol>
    </details>
  )
}

function Functions({ control, register, mayEdit }: Part) {
  const { fields, append, remove } = useFieldArray({ control, name: 'functions' })
  return (
    <Table
      title={`Functions, ${fields.length}`}
      heads={[
        'Name',
        'Essential',
        'Depends on (positions)',
        'Needs gear',
        'Procedure',
        'Expected',
        'Does not exercise',
        'Cells, one row a line',
      ]}
      mayEdit={mayEdit}
      onAdd={() =>
        append({
          name: '',
          essential: false,
          dependsOn: '',
          needs: '',
          full: '',
          expected: '',
          notExercised: '',
          grid: '',
        })
      }
    >
      {fields.map((f, i) => (
        <tr key={f.id}>
          <td className="px-1 py-0.5">
            <input
              aria-label={`Function ${i + 1}: name`}
              className={cell}
              {...register(`functions.${i}.name`)}
            />
          </td>
          <td className="w-16 text-center">
            <input
              aria-label={`Function ${i + 1}: essential`}
              type="checkbox"
              {...register(`functions.${i}.essential`)}
            />
          </td>
          <td className="px-1">
            <input
              aria-label={`Function ${i + 1}: depends on`}
              className={`${cell} num`}
              placeholder="IC31, supply"
              {...register(`functions.${i}.dependsOn`)}
            />
          </td>
          <td className="px-1">
            <input
              aria-label={`Function ${i + 1}: needs gear`}
              className={cell}
              placeholder="test tape"
              {...register(`functions.${i}.needs`)}
            />
          </td>
          <td className="px-1">
            <input
              aria-label={`Function ${i + 1}: procedure`}
              className={cell}
              {...register(`functions.${i}.full`)}
            />
          </td>
          <td className="px-1">
            <input
              aria-label={`Function ${i + 1}: expected`}
              className={cell}
              {...register(`functions.${i}.expected`)}
            />
          </td>
          <td className="px-1">
            <input
              aria-label={`Function ${i + 1}: does not exercise`}
              className={cell}
              {...register(`functions.${i}.notExercised`)}
            />
          </td>
          <td className="w-44 px-1">
            <textarea
              aria-label={`Function ${i + 1}: cells, one row a line`}
              rows={f.grid ? Math.min(6, f.grid.split('\n').length) : 1}
              className="field num text-13 min-h-8 py-1"
              placeholder="1-50"
              {...register(`functions.${i}.grid`)}
            />
          </td>
          {mayEdit && <Remove onClick={() => remove(i)} what={f.name} />}
        </tr>
      ))}
    </Table>
  )
}

function Positions({ control, register, mayEdit }: Part) {
  const { fields, append, remove } = useFieldArray({ control, name: 'positions' })
  return (
    <Table
      title={`Positions, ${fields.length}`}
      heads={[
        'Designator',
        'Takes',
        'Sits on',
        'Mount',
        'Assembly',
        'Essential',
        'Polarised',
        'Charges',
        'Looks like',
        'Least V',
        'Mains class',
      ]}
      mayEdit={mayEdit}
      onAdd={() =>
        append({
          designator: '',
          accepts: '',
          on: '',
          mount: 'socketed',
          assembly: false,
          essential: false,
          polarised: false,
          charged: false,
          lookAlikes: '',
          ratingVolts: '',
          safetyClass: '',
        })
      }
    >
      {fields.map((f, i) => (
        <tr key={f.id}>
          <td className="w-32 px-1 py-0.5">
            <input
              aria-label={`Position ${i + 1}: designator`}
              className={`${cell} num`}
              {...register(`positions.${i}.designator`)}
            />
          </td>
          <td className="px-1">
            <input
              aria-label={`Position ${i + 1}: takes`}
              className={cell}
              {...register(`positions.${i}.accepts`)}
            />
          </td>
          <td className="w-32 px-1">
            <input
              aria-label={`Position ${i + 1}: sits on`}
              className={`${cell} num`}
              {...register(`positions.${i}.on`)}
            />
          </td>
          <td className="w-28 px-1">
            <select
              aria-label={`Position ${i + 1}: mount`}
              className={cell}
              {...register(`positions.${i}.mount`)}
            >
              {mounts.map((m) => (
                <option key={m}>{m}</option>
              ))}
            </select>
          </td>
          {(['assembly', 'essential', 'polarised', 'charged'] as const).map((flag) => (
            <td key={flag} className="w-16 text-center">
              <input
                aria-label={`Position ${i + 1}: ${flag}`}
                type="checkbox"
                {...register(`positions.${i}.${flag}`)}
              />
            </td>
          ))}
          <td className="w-32 px-1">
            <input
              aria-label={`Position ${i + 1}: looks like`}
              className={`${cell} num`}
              placeholder="IC32"
              {...register(`positions.${i}.lookAlikes`)}
            />
          </td>
          <td className="w-20 px-1">
            <input
              aria-label={`Position ${i + 1}: least volts`}
              className={`${cell} num`}
              inputMode="decimal"
              {...register(`positions.${i}.ratingVolts`)}
            />
          </td>
          <td className="w-20 px-1">
            <select
              aria-label={`Position ${i + 1}: mains class`}
              className={cell}
              {...register(`positions.${i}.safetyClass`)}
            >
              <option value="">no</option>
              <option>X</option>
              <option>Y</option>
            </select>
          </td>
          {mayEdit && <Remove onClick={() => remove(i)} what={f.designator} />}
        </tr>
      ))}
    </Table>
  )
}

function Hazards({ control, register, mayEdit }: Part) {
  const { fields, append, remove } = useFieldArray({ control, name: 'hazards' })
  return (
    <Table
      title={`Hazards, ${fields.length}`}
      heads={['Kind', 'Caution', 'Needs authorisation']}
      mayEdit={mayEdit}
      onAdd={() => append({ kind: 'mains', words: '', needs: 'mains' })}
    >
      {fields.map((f, i) => (
        <tr key={f.id}>
          <td className="w-36 px-1 py-0.5">
            <select aria-label={`Hazard ${i + 1}: kind`} className={cell} {...register(`hazards.${i}.kind`)}>
              {hazardKinds.map((k) => (
                <option key={k}>{k}</option>
              ))}
            </select>
          </td>
          <td className="px-1">
            <input
              aria-label={`Hazard ${i + 1}: caution`}
              className={cell}
              {...register(`hazards.${i}.words`)}
            />
          </td>
          <td className="w-36 px-1">
            <select
              aria-label={`Hazard ${i + 1}: needs`}
              className={cell}
              {...register(`hazards.${i}.needs`)}
            >
              <option value="">none</option>
              {authorities.map((a) => (
                <option key={a}>{a}</option>
              ))}
            </select>
          </td>
          {mayEdit && <Remove onClick={() => remove(i)} what={f.kind} />}
        </tr>
      ))}
    </Table>
  )
}

function WayIn({ control, register, mayEdit }: Part) {
  const { fields, append, remove } = useFieldArray({ control, name: 'wayIn' })
  return (
    <>
      <Table
        title={`Way in, ${fields.length} ${fields.length === 1 ? 'step' : 'steps'}`}
        heads={['What comes off', 'Count', 'Size', 'Head', 'To heed: catches, hidden screws, short wires']}
        mayEdit={mayEdit}
        onAdd={() => append({ what: '', count: '', size: '', head: '', heed: '' })}
      >
        {fields.map((f, i) => (
          <tr key={f.id}>
            {(['what', 'count', 'size', 'head', 'heed'] as const).map((key) => (
              <td
                key={key}
                className={`px-1 py-0.5 ${key === 'count' ? 'w-16' : key === 'size' || key === 'head' ? 'w-24' : key === 'what' ? 'w-44' : ''}`}
              >
                <input
                  aria-label={`Way in, step ${i + 1}: ${key}`}
                  readOnly={!mayEdit}
                  className={cell}
                  {...register(`wayIn.${i}.${key}`)}
                />
              </td>
            ))}
            {mayEdit && <Remove onClick={() => remove(i)} what={f.what} />}
          </tr>
        ))}
      </Table>
      <section>
        <h2 className="headrule">Going back together</h2>
        <p className="text-quiet text-13 py-1">
          One a line: “stabiliser before keyboard: its hooks are reached from below”. Without a line, what
          came off last goes back first.
        </p>
        <textarea
          aria-label="What goes back before what, one a line"
          rows={3}
          readOnly={!mayEdit}
          className="field"
          {...register('refit')}
        />
      </section>
    </>
  )
}

function WeakParts({ register, mayEdit }: Omit<Part, 'control'>) {
  return (
    <section>
      <h2 className="headrule">Known weak parts</h2>
      <p className="text-quiet text-13 py-1">
        One a line. Before the first power of an episode the check asks whether they were dealt with.
      </p>
      <textarea
        aria-label="Known weak parts, one a line"
        rows={3}
        readOnly={!mayEdit}
        className="field"
        {...register('weakParts')}
      />
    </section>
  )
}

function Zones({ control, register, mayEdit }: Part) {
  const { fields, append, remove } = useFieldArray({ control, name: 'zones' })
  return (
    <Table
      title={`Zones, ${fields.length}`}
      heads={['Name', 'Material', 'Expected colour', 'Structural']}
      mayEdit={mayEdit}
      onAdd={() => append({ name: '', material: '', colour: '', structural: false })}
    >
      {fields.map((f, i) => (
        <tr key={f.id}>
          {(['name', 'material', 'colour'] as const).map((key) => (
            <td key={key} className="px-1 py-0.5">
              <input
                aria-label={`Zone ${i + 1}: ${key}`}
                className={cell}
                {...register(`zones.${i}.${key}`)}
              />
            </td>
          ))}
          <td className="w-20 text-center">
            <input
              aria-label={`Zone ${i + 1}: structural`}
              type="checkbox"
              {...register(`zones.${i}.structural`)}
            />
          </td>
          {mayEdit && <Remove onClick={() => remove(i)} what={f.name} />}
        </tr>
      ))}
    </Table>
  )
}
