/** One row of the list; drawn anew only when its machine, its place or its columns change. */
import { memo } from 'react'
import { Link } from 'react-router'
import type { ListColumn } from '#api/filters.ts'
import type { MachineSummary } from '#core/views/summary.ts'
import { columns } from './columns.tsx'

export const ListRow = memo(function ListRow({
  index,
  top,
  height,
  machine,
  shown,
  zone,
  selected,
}: {
  index: number
  top: number
  height: number
  /** Absent while its page is on its way. */
  machine: MachineSummary | undefined
  shown: readonly ListColumn[]
  zone: string
  selected: boolean
}) {
  const place = { height, transform: `translateY(${top}px)` }
  if (!machine)
    return (
      <div role="row" aria-rowindex={index + 1} className="border-hair text-quiet absolute left-0 flex w-full items-center border-b px-3" style={place}>
        <span role="gridcell" className="num">{`${index + 1} …`}</span>
      </div>
    )
  return (
    <Link
      id={`row-${index}`}
      role="row"
      aria-rowindex={index + 1}
      tabIndex={-1}
      to={`/machines/${machine.id}`}
      aria-selected={selected}
      className={`border-hair hover:bg-next absolute left-0 flex w-full items-center border-b px-3 ${selected ? 'group-focus-visible/grid:bg-next group-focus-visible/grid:shadow-[inset_3px_0_0_var(--verdigris)]' : ''}`}
      style={place}
    >
      {shown.map((c) => (
        <span
          key={c}
          role="gridcell"
          style={{ width: columns[c].px }}
          className={`flex shrink-0 items-center overflow-hidden pr-3 whitespace-nowrap ${c === 'name' ? 'grow' : ''}`}
        >
          {columns[c].cell(machine, zone)}
        </span>
      ))}
    </Link>
  )
})
