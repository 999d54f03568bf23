/** Hazards, ways in, weak parts and zones of a type sheet. */
import { type Part, Table, cell, Remove } from './SheetTable.tsx'
import { useFieldArray } from 'react-hook-form'
import { hazardKinds, authorities } from '#api/choices.ts'

export function Hazards({ control, register, mayEdit }: Part) {
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

export function WayIn({ control, register, mayEdit }: Part) {
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

export function WeakParts({ register, mayEdit }: Omit<Part, 'control'>) {
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

export function Zones({ control, register, mayEdit }: Part) {
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
