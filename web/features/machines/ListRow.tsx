/**
 * One row of the list. It is drawn anew only when what it shows changes, and then changes words in cells that are there.
 * Moved by transform and contained, it lays out nothing but itself (measured: bench/browser.ts).
 */
import { memo } from 'react'
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
  return (
    <div
      id={`row-${index}`}
      role="row"
      aria-rowindex={index + 1}
      data-machine={machine?.id}
      aria-selected={selected}
      className={`list-row border-hair hover:bg-next cursor-pointer ${selected ? 'group-focus-visible/grid:bg-next group-focus-visible/grid:shadow-[inset_3px_0_0_var(--verdigris)]' : ''}`}
      style={{ height, transform: `translateY(${top}px)` }}
    >
      {shown.map((c) => {
        const { px, cell, look } = columns[c]
        return (
          <span
            key={c}
            role="gridcell"
            style={{ width: px }}
            className={`list-cell ${c === 'name' ? 'grow' : ''} ${machine ? (typeof look === 'function' ? look(machine) : (look ?? '')) : 'text-quiet num'}`}
          >
            {machine ? cell(machine, zone) : c === shown[0] ? `${index + 1} …` : null}
          </span>
        )
      })}
    </div>
  )
})
