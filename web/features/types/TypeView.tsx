/** One type sheet, read and edited: functions, positions, zones, hazards. Every save is a new version; none is lost. */
import { say } from '#api/words/say.ts'
import { type FormState, type UseFormRegister, useForm, type UseFormReturn } from 'react-hook-form'
import { useParams, useSearchParams, useNavigate, Link } from 'react-router'
import { useQuery } from '@tanstack/react-query'
import { keys } from '#web/app/keys.ts'
import { get, wordsOf, ProblemError } from '#web/app/http.ts'
import type { TypeAnswer } from '#api/types.ts'
import { fieldWords } from './field-words.ts'
import { emptySheet, fromForm, toForm, type SheetForm } from './form.ts'
import { useSigned, useDates, useDrafts, useWrite } from '#web/app/session.tsx'
import { useEffect, useState } from 'react'
import type { TypeId } from '#core/ids.ts'
import { MainButton, Said, TextField } from '#web/ui/Forms.tsx'
import { Refit, WeakParts } from './SheetLines.tsx'
import { SheetTable } from './SheetTable.tsx'
import { TellSheet } from './TellSheet.tsx'

export function View() {
  const { id = '' } = useParams()
  const [params] = useSearchParams()
  const fresh = params.get('new') === '1'
  const { data, error } = useQuery({
    queryKey: keys.type(id),
    queryFn: () => get('/types/:id', { id }),
    enabled: !fresh,
    retry: false,
  })
  if (fresh) return <Editor key={id} id={id} form={emptySheet} />
  if (error) return <p className="p-8">{wordsOf(error)}</p>
  return data ? <Editor key={`${id}${data.version}`} id={id} form={toForm(data.sheet)} answer={data} /> : null
}

function Editor({ id, form, answer }: { id: string; form: SheetForm; answer?: TypeAnswer }) {
  const { me } = useSigned()
  const navigate = useNavigate()
  const drafts = useDrafts()
  const write = useWrite()
  const [error, setError] = useState<string>()
  const mayEdit = me.role === 'restorer' || me.role === 'steward'
  const { register, control, handleSubmit, formState, reset, watch, getValues } = useForm<SheetForm>({
    defaultValues: form,
    disabled: !mayEdit,
  })
  const kept = useKeptDraft(answer ? id : 'new', answer?.version ?? 0, { watch, reset, form, mayEdit })
  const save = handleSubmit(async (values) => {
    setError(undefined)
    try {
      const written = await write(
        drafts([{ body: { kind: 'type', type: id as TypeId, sheet: fromForm(values) } }]),
      )
      if (written.sent && written.refused) setError(written.refused.detail)
      else {
        kept.forget()
        await navigate(`/types/${id}`, { replace: true })
      }
    } catch (failure) {
      setError(
        failure instanceof ProblemError && failure.problem.fields?.length
          ? failure.problem.fields
              .map((f) => `${fieldWords(f.path, fromForm(values))}: ${f.message}`)
              .join(' ')
          : wordsOf(failure),
      )
    }
  })
  const part = { control, register, mayEdit }
  return (
    <main className="flex-1 p-4 pb-20">
      <form onSubmit={(event) => void save(event)} className="space-y-7">
        <SheetHead answer={answer} id={id} mayEdit={mayEdit} formState={formState} />
        <Said error={error} />
        {kept.shown && <KeptHere kept={kept} />}
        <SheetFacts register={register} />
        {mayEdit && (
          <TellSheet
            values={getValues}
            onTake={(sheet) => reset(toForm(sheet), { keepDefaultValues: true })}
          />
        )}
        <SheetTable list="functions" {...part} />
        <SheetTable list="points" {...part} />
        <SheetTable list="positions" {...part} />
        <div className="grid grid-cols-2 gap-8 max-lg:grid-cols-1">
          <SheetTable list="hazards" {...part} />
          <div className="space-y-4">
            <SheetTable list="wayIn" {...part} />
            <Refit register={register} mayEdit={mayEdit} />
          </div>
          <WeakParts register={register} mayEdit={mayEdit} />
          <SheetTable list="zones" {...part} />
        </div>
      </form>
    </main>
  )
}

function SheetHead({
  answer,
  id,
  mayEdit,
  formState,
}: {
  answer: TypeAnswer | undefined
  id: string
  mayEdit: boolean
  formState: FormState<SheetForm>
}) {
  const { short } = useDates()
  return (
    <div className="flex flex-wrap items-end justify-between gap-4">
      <div>
        <h1 className="font-display text-24 font-semibold">
          {answer ? answer.sheet.name : say('A new type sheet')}
        </h1>
        <p className="text-quiet">
          {answer
            ? answer.history.at(-1)?.by
              ? say('Version {version}, {at} by {by}. Every machine of this type reads it.', {
                  version: answer.version,
                  at: short(answer.history.at(-1)?.at ?? ''),
                  by: answer.history.at(-1)?.by ?? '',
                })
              : say('Version {version}, {at}. Every machine of this type reads it.', {
                  version: answer.version,
                  at: short(answer.history.at(-1)?.at ?? ''),
                })
            : say(
                'What every machine of this model can do, where its positions are, what is dangerous in it.',
              )}
        </p>
      </div>
      {answer && <Versions answer={answer} />}
      {answer && (
        <Link className="act self-center" to={`/practice?type=${id}`}>
          {say('Practise on this type')}
        </Link>
      )}
      {mayEdit && (
        <MainButton type="submit" disabled={formState.isSubmitting || !formState.isDirty}>
          {answer ? say('Save a new version') : say('Publish the sheet')}
        </MainButton>
      )}
    </div>
  )
}

function KeptHere({ kept }: { kept: ReturnType<typeof useKeptDraft> }) {
  return (
    <p role="status" className="bg-straw flex flex-wrap gap-x-4 rounded-sm px-3 py-2 text-black">
      {kept.shown === 'of this version'
        ? say('What you had typed and not published is here again.')
        : say(
            'What you had typed is here again, and somebody has published a version since: publishing yours would take the place of theirs. Compare first.',
          )}
      <button type="button" className="font-bold underline" onClick={kept.putAway}>
        {say('Put it away, show the sheet as it is')}
      </button>
    </p>
  )
}

function SheetFacts({ register }: { register: UseFormRegister<SheetForm> }) {
  return (
    <div className="grid grid-cols-6 gap-3 max-md:grid-cols-2">
      <TextField label={say('Name')} {...register('name', { required: true })} />
      <TextField label={say('Kind')} placeholder={say('data terminal')} {...register('kind')} />
      <TextField label={say('Maker')} {...register('maker')} />
      <TextField
        label={say('Other names')}
        placeholder={say('separated by commas')}
        {...register('aliases')}
      />
      <TextField label={say('Mains')} className="num" placeholder="230 V 50 Hz" {...register('mains')} />
      <TextField label={say('Weight')} className="num" placeholder="14 kg" {...register('weight')} />
    </div>
  )
}

interface Keeping {
  readonly watch: UseFormReturn<SheetForm>['watch']
  readonly reset: UseFormReturn<SheetForm>['reset']
  readonly form: SheetForm
  readonly mayEdit: boolean
}

/** A draft of a sheet outlives leaving the page: it is kept on this device until it is published or put away. */
function useKeptDraft(id: string, version: number, { watch, reset, form, mayEdit }: Keeping) {
  const key = `anamnesis.sheet-draft.${id}`
  const [shown, setShown] = useState<'of this version' | 'of an earlier one'>()
  const forget = () => localStorage.removeItem(key)
  useEffect(() => {
    if (!mayEdit) return undefined
    const held = localStorage.getItem(key)
    let basis = version
    if (held) {
      const draft = JSON.parse(held) as { readonly version: number; readonly values: SheetForm }
      basis = draft.version
      reset(draft.values, { keepDefaultValues: true })
      setShown(draft.version === version ? 'of this version' : 'of an earlier one')
    }
    const watching = watch((values) => localStorage.setItem(key, JSON.stringify({ version: basis, values })))
    return () => watching.unsubscribe()
  }, [key, version, mayEdit, reset, watch])
  return {
    shown,
    forget,
    putAway: () => {
      reset(form)
      setShown(undefined)
      forget()
    },
  }
}

/** Every version, the newest first, with the episode that taught it. */
function Versions({ answer }: { answer: TypeAnswer }) {
  const { short } = useDates()
  return (
    <details className="ml-auto">
      <summary className="act cursor-pointer">
        {answer.version === 1 ? say('One version') : say('{version} versions', { version: answer.version })}
      </summary>
      <ol className="bg-next border-line absolute right-4 z-10 mt-1 max-h-72 overflow-auto rounded-sm border p-3">
        {[...answer.history].reverse().map((v) => (
          <li key={v.entry} className="py-0.5">
            <span className="num">{`v${v.version}`}</span> {short(v.at)} {v.by}
            {v.learnedIn && (
              <>
                {', '}
                <Link className="act" to={`/episodes/${v.learnedIn}`}>
                  {say('learned in an episode')}
                </Link>
              </>
            )}
          </li>
        ))}
      </ol>
    </details>
  )
}
