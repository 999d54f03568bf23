/** The collection: every machine, dense, filtered by words, with its lifeline in one lane. */
import { useInfiniteQuery } from '@tanstack/react-query'
import { columnSizingFeature, createColumnHelper, tableFeatures, useTable } from '@tanstack/react-table'
import { useVirtualizer } from '@tanstack/react-virtual'
import { useEffect, useRef, useState } from 'react'
import { Link, useNavigate, useSearchParams } from 'react-router'
import { listFilters, type ListFilter, type MachineList } from '#api/filters.ts'
import { statusTitle } from '#api/words/status.ts'
import type { MachineSummary } from '#core/views/summary.ts'
import { get } from '#web/app/http.ts'
import { useSigned } from '#web/app/session.tsx'
import { MainButton } from '#web/ui/Forms.tsx'
import { StatusMark, statusTone } from '#web/ui/Marks.tsx'
import { hazardWord } from '#web/ui/Plate.tsx'
import { Strip } from '#web/ui/Strip.tsx'

const features = tableFeatures({ columnSizingFeature })
const column = createColumnHelper<typeof features, MachineSummary>()
const columns = column.columns([
  column.accessor((m) => m.plate.number, { id: 'number', header: 'Number', size: 118, cell: (c) => <span className="num">{c.getValue()}</span> }),
  column.accessor((m) => m.plate.name, { id: 'name', header: 'Machine', size: 230, cell: (c) => <span className="truncate font-bold">{c.getValue()}</span> }),
  column.accessor((m) => m.plate.serial ?? '', { id: 'serial', header: 'Serial', size: 100, cell: (c) => <span className="num truncate">{c.getValue()}</span> }),
  column.display({
    id: 'status',
    header: 'Working status',
    size: 168,
    cell: ({ row: { original: m } }) => (
      <span className={`flex items-center gap-2 ${statusTone(m.status.word)}`}>
        <StatusMark status={m.status.word} size={15} />
        {statusTitle(m.status)}
      </span>
    ),
  }),
  column.display({ id: 'stand', header: 'Stand', size: 64, cell: ({ row: { original: m } }) => <span className="num text-quiet">{`${m.status.stand}/${m.status.of}`}</span> }),
  column.display({ id: 'life', header: 'The last 24 months', size: 236, cell: ({ row: { original: m } }) => <Strip segments={m.strip} width={220} /> }),
  column.display({
    id: 'hazards',
    header: 'Hazards',
    size: 130,
    cell: ({ row: { original: m } }) => <span className="text-13 text-quiet truncate">{m.plate.stamps.map((s) => hazardWord(s.kind)).join(', ')}</span>,
  }),
  column.display({
    id: 'where',
    header: 'Where',
    size: 130,
    cell: ({ row: { original: m } }) => (
      <span className={`truncate ${m.onLoan ? 'text-steel font-bold' : 'text-quiet'}`}>{m.onLoan ? 'on loan' : m.open ? `bench, episode ${m.open.number}` : m.plate.purpose}</span>
    ),
  }),
])

const rowPx = 33

export function View() {
  const { me } = useSigned()
  const navigate = useNavigate()
  const [params, setParams] = useSearchParams()
  const q = params.get('q') ?? ''
  const filters = params.getAll('filter').filter((f): f is ListFilter => (listFilters as readonly string[]).includes(f))
  const [cursor, setCursor] = useState(0)
  const scroller = useRef<HTMLDivElement>(null)
  const search = new URLSearchParams([...(q ? [['q', q]] : []), ...filters.map((f) => ['filter', f])] as [string, string][]).toString()
  const { data, fetchNextPage, hasNextPage, isFetching, isPlaceholderData } = useInfiniteQuery({
    queryKey: ['machines', search],
    queryFn: ({ pageParam }) => get<MachineList>(`/machines?${search}${pageParam ? `&cursor=${pageParam}` : ''}`),
    initialPageParam: '',
    getNextPageParam: (last) => last.next,
  })
  const machines = data?.pages.flatMap((p) => p.machines) ?? []
  const table = useTable({ features, data: machines, columns })
  const rows = table.getRowModel().rows
  const virtual = useVirtualizer({ count: rows.length, getScrollElement: () => scroller.current, estimateSize: () => rowPx, overscan: 12 })
  const items = virtual.getVirtualItems()
  const lastShown = items.at(-1)?.index ?? 0
  useEffect(() => {
    if (hasNextPage && !isFetching && lastShown > rows.length - 30) void fetchNextPage()
  }, [fetchNextPage, hasNextPage, isFetching, lastShown, rows.length])

  const change = (edit: (next: URLSearchParams) => void) => {
    const next = new URLSearchParams(params)
    edit(next)
    setCursor(0)
    setParams(next, { replace: true })
  }
  const toggle = (filter: ListFilter) => change((next) => (filters.includes(filter) ? next.delete('filter', filter) : next.append('filter', filter)))
  const move = (to: number) => {
    const at = Math.min(rows.length - 1, Math.max(0, to))
    setCursor(at)
    virtual.scrollToIndex(at)
  }
  const total = data?.pages[0]?.total ?? 0
  const width = columns.reduce((sum, c) => sum + (c.size ?? 120), 0)
  return (
    <main className="flex h-[calc(100vh-44px)] flex-col gap-3 p-4 pb-0">
      <div className="flex items-end justify-between gap-6">
        <div>
          <h1 className="font-display text-24 font-semibold">{me.role === 'guest' ? 'What you may see' : 'Collection'}</h1>
          <p className="text-quiet">
            <span className="num">{total}</span> {total === 1 ? 'machine' : 'machines'}
            {(q || filters.length > 0) && ' that match'}
          </p>
        </div>
        {me.role !== 'guest' && <MainButton onClick={() => void navigate('/machines/new')}>Register a machine</MainButton>}
      </div>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <input
          aria-label="Filter by words"
          placeholder="number, name, serial, type"
          className="field h-8 max-w-64"
          value={q}
          onChange={(e) => change((next) => (e.target.value ? next.set('q', e.target.value) : next.delete('q')))}
        />
        <ul className="flex flex-wrap gap-x-4 gap-y-1" aria-label="Filters">
          {listFilters.map((filter) => (
            <li key={filter}>
              <button
                type="button"
                aria-pressed={filters.includes(filter)}
                onClick={() => toggle(filter)}
                className={filters.includes(filter) ? 'border-verdigris border-b-2 font-bold' : 'text-quiet hover:text-ink border-b-2 border-transparent'}
              >
                {filter}
              </button>
            </li>
          ))}
        </ul>
      </div>
      {data && machines.length === 0 ? (
        <p className="bg-sheet rounded-sm p-5">
          {q || filters.length
            ? 'No machine matches all of these words. Take one away.'
            : 'No machine is registered yet. The first one takes an entry number, a name and where it came from.'}
        </p>
      ) : (
        <div
          ref={scroller}
          role="grid"
          tabIndex={0}
          aria-label="Machines"
          aria-rowcount={total}
          aria-activedescendant={rows[cursor] ? `row-${cursor}` : undefined}
          className="group/grid bg-sheet min-h-0 flex-1 overflow-auto rounded-t-sm"
          onKeyDown={(event) => {
            const steps: Readonly<Record<string, number>> = {
              ArrowDown: cursor + 1,
              ArrowUp: cursor - 1,
              PageDown: cursor + 15,
              PageUp: cursor - 15,
              Home: 0,
              End: rows.length - 1,
            }
            const to = steps[event.key]
            if (to !== undefined) {
              event.preventDefault()
              move(to)
            } // While the list is still the one of the filter before, Enter would open a machine that nobody asked for.
            else if (event.key === 'Enter' && rows[cursor] && !isPlaceholderData) void navigate(`/machines/${rows[cursor].original.id}`)
          }}
        >
          <div style={{ width: '100%', minWidth: width }}>
            <div role="row" className="border-ink bg-sheet sticky top-0 z-[1] flex h-8 items-center border-b-2 px-3 font-bold">
              {table.getFlatHeaders().map((h) => (
                <span key={h.id} role="columnheader" style={{ width: h.getSize() }} className={`shrink-0 truncate pr-3 ${h.id === 'name' ? 'grow' : ''}`}>
                  <table.FlexRender header={h} />
                </span>
              ))}
            </div>
            <div role="rowgroup" style={{ height: virtual.getTotalSize(), position: 'relative' }}>
              {items.map((item) => {
                const row = rows[item.index]
                if (!row) return null
                return (
                  <Link
                    key={row.id}
                    id={`row-${item.index}`}
                    role="row"
                    tabIndex={-1}
                    to={`/machines/${row.original.id}`}
                    aria-selected={item.index === cursor}
                    className={`border-hair hover:bg-next absolute left-0 flex w-full items-center border-b px-3 ${item.index === cursor ? 'group-focus-visible/grid:bg-next group-focus-visible/grid:shadow-[inset_3px_0_0_var(--verdigris)]' : ''}`}
                    style={{ height: rowPx, transform: `translateY(${item.start}px)` }}
                  >
                    {row.getAllCells().map((cell) => (
                      <span
                        key={cell.id}
                        role="gridcell"
                        style={{ width: cell.column.getSize() }}
                        className={`flex shrink-0 items-center overflow-hidden pr-3 whitespace-nowrap ${cell.column.id === 'name' ? 'grow' : ''}`}
                      >
                        <table.FlexRender cell={cell} />
                      </span>
                    ))}
                  </Link>
                )
              })}
            </div>
          </div>
        </div>
      )}
    </main>
  )
}
