/** What it is: type, aliases, marks, board and revision, serial, mains, television system. */
import type { Plate } from '#core/views/machine-shape.ts'
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

export function IdentityStep({ view }: { view: ArrivalView }) {
  const types = useQuery({ queryKey: keys.types, queryFn: () => get('/types') })
  const { plate } = view
  return (
    <>
      <p className="text-quiet">Read it from the plate and the board. What is not known stays empty.</p>
      <StepForm
        key={`${plate.serial}${plate.revision}${types.data ? 1 : 0}`}
        submit="Save the identity"
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
            ? 'Nothing was changed.'
            : [{ body: { kind: 'machine', what: 'stated', machine: view.machine, set } }]
        }}
      >
        <IdentityFields plate={plate} types={types.data?.types ?? []} view={view} />
      </StepForm>
    </>
  )
}

function IdentityFields({
  plate,
  types,
  view,
}: {
  plate: Plate
  types: readonly TypeRow[]
  view: ArrivalView
}) {
  return (
    <div className="grid grid-cols-2 gap-3 max-sm:grid-cols-1">
      <SelectField
        label="Type"
        name="type"
        defaultValue={plate.typeId ?? ''}
        options={[
          { value: '', label: 'type not known yet' },
          ...types.map((t) => ({ value: t.id, label: t.name })),
        ]}
      />
      <TextField label="Serial" name="serial" className="num" defaultValue={plate.serial} maxLength={80} />
      <TextField
        label="Board number and revision letter"
        name="revision"
        className="num"
        placeholder="240-118 rev B"
        defaultValue={plate.revision}
        maxLength={80}
      />
      <TextField
        label="Mains on its plate"
        name="mains"
        className="num"
        placeholder="230 V 50 Hz, 45 VA, class I"
        defaultValue={view.attributes['mains']}
        maxLength={80}
      />
      <TextField
        label="Television system"
        name="television"
        className="num"
        placeholder="B/G, PAL colour, RF channel 36"
        defaultValue={view.attributes['television']}
        maxLength={80}
      />
      <TextField
        label="Year on its plate"
        name="made"
        className="num"
        defaultValue={view.attributes['made']}
        maxLength={80}
      />
      <TextField
        label="Other names it goes by"
        name="aliases"
        hint={
          view.regionalAliases.length
            ? `The type is also known as ${view.regionalAliases.join(', ')}.`
            : 'Several with ; between them'
        }
        defaultValue={view.aliases.join('; ')}
      />
      <TextField
        label="Marks moulded, stamped or written on it"
        name="marks"
        hint="Several with ; between them"
        defaultValue={view.marks.join('; ')}
      />
    </div>
  )
}
