/** A table ruled by hairlines under a heavy head, scrolling sideways where it must. Heads that begin with "#" stand over figures. */
import type { ReactNode } from 'react'

export function RuledTable({
  label,
  heads,
  children,
}: {
  label?: string
  heads: readonly string[]
  children: ReactNode
}) {
  return (
    <div className="overflow-x-auto">
      <table className="w-full" aria-label={label}>
        <thead>
          <tr className="border-ink border-b-2 text-left">
            {heads.map((head, i) => (
              <th
                key={head || i}
                scope="col"
                className={`h-8 pr-4 whitespace-nowrap ${head.startsWith('#') ? 'text-right' : ''}`}
              >
                {head.replace(/^#/, '')}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>{children}</tbody>
      </table>
    </div>
  )
}
