/** A table of a type sheet that is edited in place, as its columns say: heads, rows of fields, a row added or taken away. */
import { say, shown } from '#api/words/say.ts'
import {
  useFieldArray,
  type Control,
  type FieldArray,
  type Path,
  type UseFormRegister,
} from 'react-hook-form'
import { Act } from '#web/ui/Forms.tsx'
import { sheetRows, type Column, type ListName } from './columns.ts'
import type { SheetForm } from './form.ts'

export interface Part {
  readonly control: Control<SheetForm>
  readonly register: UseFormRegister<SheetForm>
  readonly mayEdit: boolean
}
const cell = 'field h-8'
const th = 'text-13 text-quiet px-1 pb-1 text-left font-normal'

export function SheetTable({ list, control, register, mayEdit }: Part & { list: ListName }) {
  const { title, one, columns, blank } = sheetRows[list]
  const { fields, append, remove } = useFieldArray({ control, name: list })
  const rows = fields as unknown as readonly (Readonly<Record<string, unknown>> & { readonly id: string })[]
  return (
    <section aria-label={title} className="overflow-x-auto">
      <h2 className="headrule mb-2">{`${title}, ${rows.length}`}</h2>
      <table className="w-full">
        <thead>
          <tr>
            {columns.map(({ key, head }) => (
              <th key={key} scope="col" className={th}>
                {head}
              </th>
            ))}
            <th>
              <span className="sr-only">{say('Remove')}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row, i) => (
            <tr key={row.id}>
              {columns.map((column) => (
                <Cell
                  key={column.key}
                  column={column}
                  label={`${one} ${i + 1}: ${column.head.toLowerCase()}`}
                  held={row[column.key]}
                  fresh={!row[columns[0]?.key ?? '']}
                  field={register(`${list}.${i}.${column.key}` as Path<SheetForm>)}
                  readOnly={!mayEdit}
                />
              ))}
              {mayEdit && (
                <Remove onClick={() => remove(i)} what={String(row[columns[0]?.key ?? ''] ?? '')} />
              )}
            </tr>
          ))}
        </tbody>
      </table>
      <div className="mt-2 flex flex-wrap items-start gap-x-6">
        {mayEdit && (
          <Act onClick={() => append({ ...blank } as unknown as FieldArray<SheetForm, ListName>)}>
            {say('Add a {one}', { one: one.toLowerCase() })}
          </Act>
        )}
        <details>
          <summary className="act text-13 cursor-pointer">{say('What each column is for')}</summary>
          <dl className="text-13 my-1 grid max-w-3xl grid-cols-[auto_1fr] gap-x-4 gap-y-1">
            {columns.map(({ key, head, about, example }) => (
              <div key={key} className="contents">
                <dt className="text-quiet">{head}</dt>
                <dd>
                  {about}
                  {example && (
                    <>
                      {' '}
                      {say('Such as')} <span className="num">{example}</span>.
                    </>
                  )}
                </dd>
              </div>
            ))}
          </dl>
        </details>
      </div>
    </section>
  )
}

function Cell({
  column: { fill, open, about, example, figures, width },
  label,
  held,
  fresh,
  field,
  readOnly,
}: {
  column: Column
  label: string
  held: unknown
  /** Nothing is filled in yet: an example stands in it. */
  fresh: boolean
  field: ReturnType<UseFormRegister<SheetForm>>
  readOnly: boolean
}) {
  const shared = { 'aria-label': label, title: about, ...field }
  if (fill === 'tick')
    return (
      <td className="w-16 text-center">
        <input type="checkbox" {...shared} />
      </td>
    )
  return (
    <td className={`px-1 py-0.5 ${width ?? ''}`}>
      {fill === 'lines' ? (
        <textarea
          rows={typeof held === 'string' && held ? Math.min(6, held.split('\n').length) : 1}
          className="field num text-13 min-h-8 py-1"
          placeholder={fresh ? example : undefined}
          readOnly={readOnly}
          {...shared}
        />
      ) : fill === 'text' ? (
        <input
          className={`${cell} ${figures ? 'num' : ''}`}
          placeholder={fresh ? example : undefined}
          readOnly={readOnly}
          {...shared}
        />
      ) : (
        <select className={cell} {...shared}>
          {open && <option value="">{say('none')}</option>}
          {fill.map((option) => (
            <option key={option} value={option}>
              {shown(option)}
            </option>
          ))}
        </select>
      )}
    </td>
  )
}

const Remove = ({ onClick, what }: { onClick: () => void; what: string }) => (
  <td className="w-16 px-1">
    <button
      type="button"
      className="text-quiet hover:text-ink text-13 min-h-6"
      onClick={onClick}
      aria-label={say('Remove {what}', { what })}
    >
      {say('Remove')}
    </button>
  </td>
)
