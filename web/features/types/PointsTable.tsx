/** Test points of a type: where an instrument is put, what it should show, and from which other point that is reckoned. */
import { useFieldArray } from 'react-hook-form'
import { cell, Remove, Table, type Part } from './SheetTable.tsx'

const units = ['V', 'A', 'ohm', 'Hz', 's', 'C', 'W'] as const
const fields = [
  { key: 'name', label: 'name', width: 'w-36', hint: '' },
  { key: 'nominal', label: 'nominal', width: 'w-28', hint: '14.318M' },
  { key: 'tolerancePercent', label: 'tolerance in per cent', width: 'w-20', hint: '5' },
  { key: 'from', label: 'reckoned from', width: 'w-44', hint: '5V less 0.3-0.5' },
  { key: 'load', label: 'load', width: '', hint: 'running' },
  { key: 'dependsOn', label: 'fed by', width: '', hint: 'supply' },
  { key: 'instrument', label: 'instrument', width: '', hint: '' },
] as const

export function PointsTable({ control, register, mayEdit }: Part) {
  const { fields: lines, append, remove } = useFieldArray({ control, name: 'points' })
  return (
    <div>
      <Table
        title={`Test points, ${lines.length}`}
        heads={['Name', 'Unit', 'Nominal', '± %', 'Reckoned from', 'Load', 'Fed by', 'Instrument']}
        mayEdit={mayEdit}
        onAdd={() =>
          append({
            name: '',
            unit: 'V',
            nominal: '',
            tolerancePercent: '',
            from: '',
            load: '',
            dependsOn: '',
            instrument: '',
          })
        }
      >
        {lines.map((line, i) => (
          <tr key={line.id}>
            {fields.map(({ key, label, width, hint }, column) => [
              <td key={key} className={`px-1 py-0.5 ${width}`}>
                <input
                  aria-label={`Test point ${i + 1}: ${label}`}
                  placeholder={hint}
                  className={`${cell} ${key === 'load' || key === 'instrument' || key === 'dependsOn' ? '' : 'num'}`}
                  {...register(`points.${i}.${key}`)}
                />
              </td>,
              column === 0 && (
                <td key="unit" className="w-20 px-1">
                  <select
                    aria-label={`Test point ${i + 1}: unit`}
                    className={cell}
                    {...register(`points.${i}.unit`)}
                  >
                    {units.map((unit) => (
                      <option key={unit}>{unit}</option>
                    ))}
                  </select>
                </td>
              ),
            ])}
            {mayEdit && <Remove onClick={() => remove(i)} what={line.name} />}
          </tr>
        ))}
      </Table>
      <p className="text-quiet text-13 mt-1">
        Reckoned from another point: “5V less 0.3-0.5” behind a series diode, “X1 / 4” down a clock tree. What
        was read there counts before its nominal.
      </p>
    </div>
  )
}
