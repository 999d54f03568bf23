import { say, shown } from '#api/words/say.ts'
import type { RefObject } from 'react'
import { type ListFilter, listFilters } from '#api/filters.ts'

/** Words and filters that narrow the collection. */
export function FilterRow({
  q,
  change,
  scroller,
  filters,
  toggle,
}: {
  q: string
  change: (edit: (next: URLSearchParams) => void) => void
  scroller: RefObject<HTMLDivElement | null>
  filters: readonly ListFilter[]
  toggle: (filter: ListFilter) => void
}) {
  return (
    <div className="grid grid-cols-[17rem_minmax(0,1fr)] items-center gap-x-5 gap-y-1 max-md:grid-cols-1">
      <input
        type="search"
        aria-label={say('Filter by words')}
        placeholder={say('number, serial, alias, maker, marking')}
        className="field h-8"
        value={q}
        maxLength={120}
        onChange={(e) =>
          change((next) => (e.target.value ? next.set('q', e.target.value) : next.delete('q')))
        }
        onKeyDown={(e) => {
          if (e.key !== 'ArrowDown') return
          e.preventDefault()
          scroller.current?.focus()
        }}
      />
      <ul className="flex flex-wrap gap-x-4 gap-y-0.5" aria-label={say('Filters')}>
        {listFilters.map((filter) => (
          <li key={filter}>
            <button
              type="button"
              aria-pressed={filters.includes(filter)}
              onClick={() => toggle(filter)}
              className={
                filters.includes(filter)
                  ? 'border-verdigris border-b-2 font-bold'
                  : 'text-quiet hover:text-ink border-b-2 border-transparent'
              }
            >
              {shown(filter)}
            </button>
          </li>
        ))}
      </ul>
    </div>
  )
}
