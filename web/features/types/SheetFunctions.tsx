/** The functions of a type sheet, as rows of fields. */
import { type Part, Table, cell, Remove } from './SheetTable.tsx'
import { useFieldArray } from 'react-hook-form'

export function Functions({ control, register, mayEdit }: Part) {
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
        'Asks for',
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
          asks: '',
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
              placeholder="test tape (code agrees; standard)"
              title="The kind of gear. In brackets: the attribute that has to agree with the machine’s, and “standard” where the machine is measured against it."
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
          <td className="w-28 px-1">
            <input
              aria-label={`Function ${i + 1}: asks for starts and time`}
              className={`${cell} num`}
              placeholder="3 starts, 60 min"
              {...register(`functions.${i}.asks`)}
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
