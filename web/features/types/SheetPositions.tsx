/** The positions of a type sheet, as rows of fields. */
import { type Part, Table, cell, Remove } from './SheetTable.tsx'
import { useFieldArray } from 'react-hook-form'
import { mounts } from '#api/choices.ts'

export function Positions({ control, register, mayEdit }: Part) {
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
        'Asks of the part',
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
          asks: '',
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
          <td className="px-1">
            <input
              aria-label={`Position ${i + 1}: asks of the part`}
              className={cell}
              placeholder="rail 12 V; esr 0.1 ohm"
              {...register(`positions.${i}.asks`)}
            />
          </td>
          {mayEdit && <Remove onClick={() => remove(i)} what={f.designator} />}
        </tr>
      ))}
    </Table>
  )
}
