/**
 * The list itself, at any length: only what is in sight is in the document. A row that leaves at one end is used again at
 * the other, so that scrolling changes words instead of building and breaking down elements.
 */
import { say } from '#api/words/say.ts'
import { memo, useState } from 'react'
import { useNavigate } from 'react-router'
import type { ListColumn } from '#api/filters.ts'
import { columns } from './columns.tsx'
import { ListRow } from './ListRow.tsx'
import { useRowWindow } from './useRowWindow.ts'
import { useListPages, type ListHead } from './useMachineList.ts'

const rowPx = 33
const margin = 24

const pageRows = 15

/** The row that a key goes to; undefined for a key that goes nowhere. */
const cursorAfter = (key: string, cursor: number, total: number): number | undefined =>
  ({
    ArrowDown: cursor + 1,
    ArrowUp: cursor - 1,
    PageDown: cursor + pageRows,
    PageUp: cursor - pageRows,
    Home: 0,
    End: total - 1,
  })[key]

export function MachineGrid({
  list,
  shown,
  zone,
  scroller,
}: {
  list: ListHead
  shown: readonly ListColumn[]
  zone: string
  scroller: React.RefObject<HTMLDivElement | null>
}) {
  const navigate = useNavigate()
  const { search, total, stale } = list
  const { at, look } = useListPages(list)
  // With another question, the cursor is at the top again.
  const [held, setHeld] = useState({ search, at: 0 })
  const cursor = held.search === search ? held.at : 0
  const { start, slots, reveal } = useRowWindow(scroller, total, rowPx, look)
  const move = (to: number) => {
    const next = Math.min(total - 1, Math.max(0, to))
    setHeld({ search, at: next })
    reveal(next)
  }
  return (
    <div
      ref={scroller}
      role="grid"
      tabIndex={0}
      aria-label={say('Machines')}
      aria-rowcount={total}
      aria-activedescendant={at(cursor) ? `row-${cursor}` : undefined}
      className="group/grid bg-sheet min-h-0 flex-1 overflow-auto rounded-t-sm"
      onKeyDown={(event) => {
        const to = cursorAfter(event.key, cursor, total)
        const here = at(cursor)
        if (to !== undefined) {
          event.preventDefault()
          move(to)
        } // While the list is still the one of the filter before, Enter would open a machine that nobody asked for.
        else if (event.key === 'Enter' && here && !stale) void navigate(`/machines/${here.id}`)
      }}
      onClick={(event) => {
        // A click on the name with a key held opens it elsewhere, as links do.
        const to =
          event.target instanceof Element
            ? event.target.closest('[data-machine]')?.getAttribute('data-machine')
            : undefined
        if (!to || event.metaKey || event.ctrlKey || event.shiftKey || event.altKey) return
        event.preventDefault()
        void navigate(`/machines/${to}`)
      }}
    >
      <div style={{ width: '100%', minWidth: shown.reduce((sum, c) => sum + columns[c].px, margin) }}>
        <HeadRow shown={shown} />
        <div role="rowgroup" style={{ height: total * rowPx, position: 'relative' }}>
          {Array.from(
            { length: slots },
            (_, slot) => start + ((((slot - start) % slots) + slots) % slots),
          ).map((index, slot) => (
            <ListRow
              key={slot}
              index={index}
              top={index * rowPx}
              height={rowPx}
              machine={at(index)}
              shown={shown}
              zone={zone}
              selected={index === cursor}
            />
          ))}
        </div>
      </div>
    </div>
  )
}

/** The heads of the columns; scrolling does not draw them anew. */
const HeadRow = memo(function HeadRow({ shown }: { shown: readonly ListColumn[] }) {
  return (
    <div
      role="row"
      className="border-ink bg-sheet sticky top-0 z-[1] flex h-8 items-center border-b-2 px-3 font-bold"
    >
      {shown.map((c) => (
        <span
          key={c}
          role="columnheader"
          style={{ width: columns[c].px }}
          className={`shrink-0 truncate pr-3 ${c === 'name' ? 'grow' : ''}`}
        >
          {columns[c].header}
        </span>
      ))}
    </div>
  )
})
