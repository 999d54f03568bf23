/** A table of a type sheet that is edited in place: heads, lines, a line added or taken away. */
import type { Control, UseFormRegister } from 'react-hook-form'
import { Act } from '#web/ui/Forms.tsx'
import type { SheetForm } from './form.ts'

export interface Part {
  readonly control: Control<SheetForm>
  readonly register: UseFormRegister<SheetForm>
  readonly mayEdit: boolean
}
export const cell = 'field h-8'
const th = 'text-13 text-quiet px-1 pb-1 text-left font-normal'

export function Table({
  title,
  heads,
  mayEdit,
  onAdd,
  children,
}: {
  title: string
  heads: readonly string[]
  mayEdit: boolean
  onAdd: () => void
  children: React.ReactNode
}) {
  return (
    <section className="overflow-x-auto">
      <h2 className="headrule mb-2">{title}</h2>
      <table className="w-full">
        <thead>
          <tr>
            {heads.map((h) => (
              <th key={h} scope="col" className={th}>
                {h}
              </th>
            ))}
            <th>
              <span className="sr-only">Remove</span>
            </th>
          </tr>
        </thead>
        <tbody>{children}</tbody>
      </table>
      {mayEdit && (
        <p className="mt-2">
          <Act onClick={onAdd}>Add a line</Act>
        </p>
      )}
    </section>
  )
}

export const Remove = ({ onClick, what }: { onClick: () => void; what: string }) => (
  <td className="w-16 px-1">
    <button
      type="button"
      className="text-quiet hover:text-ink text-13"
      onClick={onClick}
      aria-label={`Remove ${what}`}
    >
      Remove
    </button>
  </td>
)
