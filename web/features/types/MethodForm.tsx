/** One recipe card, written or changed; every save is a new version. */
import { say } from '#api/words/say.ts'
import { type UseFormRegister, useForm } from 'react-hook-form'
import { useQuery } from '@tanstack/react-query'
import type { MethodRow } from '#api/types.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { MethodId } from '#core/ids.ts'
import { keys } from '#web/app/keys.ts'
import { newId } from '#web/app/clock.ts'
import { get } from '#web/app/http.ts'
import { AreaField, PlainButton, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'
import { emptyCard, fromCard, toCard, type CardForm } from './card.ts'

const verbs = ['clean', 'wash', 'wipe', 'paint', 'mend', 'oil', 'solder', 'work']

export function MethodForm({
  method,
  onSend,
  onClose,
}: {
  method?: MethodRow
  onSend: (body: Body) => Promise<boolean>
  onClose: () => void
}) {
  const { register, handleSubmit, formState } = useForm<CardForm>({
    defaultValues: method ? toCard(method.recipe) : emptyCard,
  })
  const rules = useQuery({
    queryKey: keys.policies,
    queryFn: () => get('/policies'),
  })
  const schools =
    rules.data?.policies.flatMap((p) =>
      p.options.map((o) => ({ value: `${p.key}: ${o}`, label: `${p.key}: ${o}` })),
    ) ?? []
  const save = handleSubmit(async (form) => {
    if (
      await onSend({
        kind: 'method',
        what: 'written',
        method: (method?.id ?? newId()) as MethodId,
        recipe: fromCard(form),
      })
    )
      onClose()
  })
  return (
    <Slip title={method ? method.recipe.name : say('A recipe card')} onClose={onClose}>
      <form onSubmit={(event) => void save(event)} className="grid grid-cols-4 gap-3 max-md:grid-cols-2">
        <CardFields register={register} />
        {schools.length > 0 && (
          <SelectField
            label={say('Follows the practice')}
            options={[{ value: '', label: say('none') }, ...schools]}
            {...register('school')}
          />
        )}
        <div className="col-span-full">
          <AreaField label={say('Steps')} rows={3} {...register('steps')} />
        </div>
        <div className="col-span-full">
          <AreaField
            label={say('Caution')}
            hint={say('What hurts people or the thing; local codes and the label of the agent come first.')}
            {...register('caution')}
          />
        </div>
        <div>
          <PlainButton type="submit" disabled={formState.isSubmitting}>
            {method ? say('Save a new version') : say('Write the card')}
          </PlainButton>
        </div>
      </form>
    </Slip>
  )
}

function CardFields({ register }: { register: UseFormRegister<CardForm> }) {
  return (
    <>
      <TextField label={say('Name')} autoFocus {...register('name', { required: true })} />
      <SelectField label={say('Written as')} options={verbs} {...register('verb')} />
      <TextField label={say('Agent')} placeholder={say('washing-up liquid')} {...register('agent')} />
      <TextField label={say('Strength')} className="num" placeholder="1 %" {...register('strength')} />
      <TextField
        label={say('Temperature')}
        className="num"
        placeholder="30 °C"
        {...register('temperature')}
      />
      <TextField label={say('Light')} placeholder={say('none')} {...register('light')} />
      <TextField label={say('Area')} placeholder={say('both faces')} {...register('area')} />
      <TextField
        label={say('Waits, minutes')}
        className="num"
        inputMode="numeric"
        {...register('waitMinutes')}
      />
      <TextField
        label={say('Again every, minutes')}
        className="num"
        inputMode="numeric"
        {...register('everyMinutes')}
      />
      <TextField label={say('For')} placeholder={say('ABS, rubber')} {...register('materials')} />
      <TextField label={say('Not on')} placeholder={say('paper, printed legends')} {...register('notOn')} />
      <SelectField
        label={say('Authorisation needed')}
        options={[{ value: '', label: say('none') }, 'chemicals', 'mains', 'picture tube', 'lithium'].map(
          (o) => (typeof o === 'string' ? { value: o, label: o } : o),
        )}
        {...register('needs')}
      />
    </>
  )
}
