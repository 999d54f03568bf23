/** What it is: type, aliases, marks, board and revision, serial, mains, television system. */
import { say } from '#api/words/say.ts'
import type { UseFormRegister } from 'react-hook-form'
import { useQuery } from '@tanstack/react-query'
import type { TypeRow } from '#api/machines.ts'
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { TypeId } from '#core/ids.ts'
import type { ArrivalView } from '#core/views/arrival.ts'
import { keys } from '#web/app/keys.ts'
import { get } from '#web/app/http.ts'
import { SelectField, TextField } from '#web/ui/Forms.tsx'
import { StepForm } from './StepForm.tsx'

const split = (text: string) =>
  text
    .split(/[;\n]/)
    .map((t) => t.trim().slice(0, 80))
    .filter(Boolean)

type Identity = Readonly<
  Record<
    'type' | 'serial' | 'revision' | 'mains' | 'television' | 'made' | 'boards' | 'aliases' | 'marks',
    string
  >
>

/** What the record has of it. */
const identityOf = ({ plate, attributes, aliases, marks }: ArrivalView): Identity => ({
  type: plate.typeId ?? '',
  serial: plate.serial ?? '',
  revision: plate.revision ?? '',
  mains: attributes['mains'] ?? '',
  television: attributes['television'] ?? '',
  made: attributes['made'] ?? '',
  boards: attributes['boards'] ?? '',
  aliases: aliases.join('; '),
  marks: marks.join('; '),
})

export function IdentityStep({ view }: { view: ArrivalView }) {
  const types = useQuery({ queryKey: keys.types, queryFn: () => get('/types') })
  const { plate } = view
  return (
    <>
      <p className="text-quiet">
        {say('Read it from the plate and the board. What is not known stays empty.')}
      </p>
      <StepForm<Identity>
        submit={say('Save the identity')}
        defaults={identityOf(view)}
        writings={(text) => {
          const set: Extract<BodyOf<'machine'>, { what: 'stated' }>['set'] = {}
          if (text('type') !== (plate.typeId ?? '')) set.type = (text('type') || null) as TypeId | null
          if (text('serial') && text('serial') !== plate.serial) set.serial = text('serial')
          if (text('revision') && text('revision') !== plate.revision) set.revision = text('revision')
          const attributes: Record<string, string> = {}
          for (const name of ['mains', 'made', 'television', 'boards'] as const)
            if (text(name) && text(name) !== view.attributes[name]) attributes[name] = text(name)
          if (Object.keys(attributes).length > 0) set.attributes = attributes
          if (text('aliases') !== view.aliases.join('; ')) set.aliases = split(text('aliases'))
          if (text('marks') !== view.marks.join('; ')) set.marks = split(text('marks'))
          return Object.keys(set).length === 0
            ? say('Nothing was changed.')
            : [{ body: { kind: 'machine', what: 'stated', machine: view.machine, set } }]
        }}
      >
        {(register) => <IdentityFields register={register} types={types.data?.types} view={view} />}
      </StepForm>
    </>
  )
}

function IdentityFields({
  register,
  types,
  view,
}: {
  register: UseFormRegister<Identity>
  types: readonly TypeRow[] | undefined
  view: ArrivalView
}) {
  return (
    <div className="grid grid-cols-2 gap-3 max-sm:grid-cols-1">
      <SelectField
        label={say('Type')}
        key={types ? 'known' : 'coming'}
        options={[
          { value: '', label: say('type not known yet') },
          ...(types ?? []).map((t) => ({ value: t.id, label: t.name })),
        ]}
        {...register('type')}
      />
      <TextField label={say('Serial')} {...register('serial')} className="num" maxLength={80} />
      <TextField
        label={say('Board number and revision letter')}
        {...register('revision')}
        className="num"
        placeholder={say('240-118 rev B')}
        maxLength={80}
      />
      <TextField
        label={say('Mains on its plate')}
        {...register('mains')}
        className="num"
        placeholder={say('230 V 50 Hz, 45 VA, class I')}
        maxLength={80}
      />
      <TextField
        label={say('Television system')}
        {...register('television')}
        className="num"
        placeholder={say('B/G, PAL colour, RF channel 36')}
        maxLength={80}
      />
      <TextField label={say('Year on its plate')} {...register('made')} className="num" maxLength={80} />
      <TextField
        label={say('Other names it goes by')}
        {...register('aliases')}
        hint={
          view.regionalAliases.length
            ? say('The type is also known as {regionalAliases}.', {
                regionalAliases: view.regionalAliases.join(', '),
              })
            : say('Several with ; between them')
        }
      />
      <TextField
        label={say('Marks moulded, stamped or written on it')}
        {...register('marks')}
        hint={say('Several with ; between them')}
      />
    </div>
  )
}
