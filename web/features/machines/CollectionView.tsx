/** The collection: every machine, dense, filtered by words, with its lifeline in one lane. */
import { useVirtualizer } from '@tanstack/react-virtual'
import { useRef, useState } from 'react'
import { Link, useNavigate, useSearchParams } from 'react-router'
import { listColumns, listFilters, listSorts, usualColumns, type ListColumn, type ListFilter, type ListSort } from '#api/filters.ts'
import { list } from '#api/words/lists.ts'
import { useSigned } from '#web/app/session.tsx'
import { MainButton } from '#web/ui/Forms.tsx'
import { columns } from './columns.tsx'
import { ListRow } from './ListRow.tsx'
import { SavedViews } from './SavedViews.tsx'
import { useMachineList } from './useMachineList.ts'

const rowPx = 33
const columnsKey = 'anamnesis.columns'

/** Columns last chosen on this device. */
function rememberedColumns(): readonly ListColumn[] {
  try {
    const held = JSON.parse(localStorage.getItem(columnsKey) ?? '[]') as string[]
    const known = listColumns.filter((c) => held.includes(c))
    return known.length > 0 ? known : usualColumns
  } catch {
    return usualColumns
  }
}

export function View() {
  const { me, house } = useSigned()
  const navigate = useNavigate()
  const [params, setParams] = useSearchParams()
  const q = params.get('q') ?? ''
  const filters = params.getAll('filter').filter((f): f is ListFilter => (listFilters as readonly string[]).includes(f))
  const sort = listSorts.find((s) => s === params.get('sort')) ?? 'name'
  const [shown, setShown] = useState(rememberedColumns)
  const [cursor, setCursor] = useState(0)
  const [range, setRange] = useState<readonly [number, number]>([0, 40])
  const scroller = useRef<HTMLDivElement>(null)
  const search = new URLSearchParams([...(q ? [['q', q]] : []), ...filters.map((f) => ['filter', f]), ...(sort === 'name' ? [] : [['sort', sort]])] as [
    string,
    string,
  ][]).toString()
  const machines = useMachineList(search, range[0], range[1])
  const virtual = useVirtualizer({
    count: machines.total,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowPx,
    overscan: 10,
    onChange: (v) => {
      const [a, b] = [v.range?.startIndex ?? 0, v.range?.endIndex ?? 0]
      setRange((held) => (held[0] === a && held[1] === b ? held : [a, b]))
    },
  })

  const change = (edit: (next: URLSearchParams) => void) => {
    const next = new URLSearchParams(params)
    edit(next)
    setCursor(0)
    scroller.current?.scrollTo({ top: 0 })
    setParams(next, { replace: true })
  }
  const choose = (next: readonly ListColumn[]) => {
    setShown(next)
    localStorage.setItem(columnsKey, JSON.stringify(next))
  }
  const toggle = (filter: ListFilter) => change((next) => (filters.includes(filter) ? next.delete('filter', filter) : next.append('filter', filter)))
  const move = (to: number) => {
    const at = Math.min(machines.total - 1, Math.max(0, to))
    setCursor(at)
    virtual.scrollToIndex(at)
  }
  const guest = me.role === 'guest'
  const width = shown.reduce((sum, c) => sum + columns[c].px, 24)
  const narrowed = q !== '' || filters.length > 0
  return (
    <main className="flex h-[calc(100vh-44px)] flex-col gap-2 p-4 pb-0">
      <div className="flex items-end justify-between gap-6">
        <div>
          <h1 className="font-display text-24 font-semibold">{guest ? 'What you may see' : 'Collection'}</h1>
          <p className="text-quiet" role="status">
            <span className="num">{machines.total}</span> {machines.total === 1 ? 'machine' : 'machines'}
            {narrowed && ' that match'}
            {machines.near.length > 0 && <strong className="text-ink">{`. Nothing is spelt “${list(machines.near)}”; shown is what comes near.`}</strong>}
          </p>
        </div>
        {!guest && (
          <div className="flex flex-wrap items-center gap-5">
            <Link className="act" to="/batches">
              Lots
            </Link>
            <Link className="act" to="/collection/table">
              Table in
            </Link>
            <a className="act" href={`/api/table?${search}`} download>
              Table out
            </a>
            <MainButton onClick={() => void navigate('/machines/new')}>Register a machine</MainButton>
          </div>
        )}
      </div>
      <div className="grid grid-cols-[17rem_minmax(0,1fr)] items-center gap-x-5 gap-y-1 max-md:grid-cols-1">
        <input
          type="search"
          aria-label="Filter by words"
          placeholder="number, serial, alias, maker, marking"
          className="field h-8"
          value={q}
          maxLength={120}
          onChange={(e) => change((next) => (e.target.value ? next.set('q', e.target.value) : next.delete('q')))}
          onKeyDown={(e) => {
            if (e.key !== 'ArrowDown') return
            e.preventDefault()
            scroller.current?.focus()
          }}
        />
        <ul className="flex flex-wrap gap-x-4 gap-y-0.5" aria-label="Filters">
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
      {!guest && (
        <SavedViews
          now={{ q, filter: filters, sort, columns: shown }}
          onTake={(view) => {
            choose(view.columns)
            setCursor(0)
            setParams(
              new URLSearchParams([...(view.q ? [['q', view.q]] : []), ...view.filter.map((f) => ['filter', f]), ...(view.sort === 'name' ? [] : [['sort', view.sort]])] as [
                string,
                string,
              ][]),
              { replace: true },
            )
          }}
          onColumns={choose}
        >
          <div className="flex items-center gap-2">
            <SelectInline
              label="in order of"
              value={sort}
              options={listSorts}
              onChange={(value) => change((next) => (value === 'name' ? next.delete('sort') : next.set('sort', value)))}
            />
          </div>
        </SavedViews>
      )}
      {machines.loaded && machines.total === 0 ? (
        <p className="bg-sheet rounded-sm p-5">
          {narrowed ? 'No machine matches all of these words. Take one away.' : 'No machine is registered yet. The first one takes an entry number, a name and where it came from.'}
        </p>
      ) : (
        <div
          ref={scroller}
          role="grid"
          tabIndex={0}
          aria-label="Machines"
          aria-rowcount={machines.total}
          aria-activedescendant={machines.at(cursor) ? `row-${cursor}` : undefined}
          className="group/grid bg-sheet min-h-0 flex-1 overflow-auto rounded-t-sm"
          onKeyDown={(event) => {
            const steps: Readonly<Record<string, number>> = {
              ArrowDown: cursor + 1,
              ArrowUp: cursor - 1,
              PageDown: cursor + 15,
              PageUp: cursor - 15,
              Home: 0,
              End: machines.total - 1,
            }
            const to = steps[event.key]
            const here = machines.at(cursor)
            if (to !== undefined) {
              event.preventDefault()
              move(to)
            } // While the list is still the one of the filter before, Enter would open a machine that nobody asked for.
            else if (event.key === 'Enter' && here && !machines.stale) void navigate(`/machines/${here.id}`)
          }}
        >
          <div style={{ width: '100%', minWidth: width }}>
            <div role="row" className="border-ink bg-sheet sticky top-0 z-[1] flex h-8 items-center border-b-2 px-3 font-bold">
              {shown.map((c) => (
                <span key={c} role="columnheader" style={{ width: columns[c].px }} className={`shrink-0 truncate pr-3 ${c === 'name' ? 'grow' : ''}`}>
                  {columns[c].header}
                </span>
              ))}
            </div>
            <div role="rowgroup" style={{ height: virtual.getTotalSize(), position: 'relative' }}>
              {virtual.getVirtualItems().map((item) => (
                <ListRow
                  key={item.index}
                  index={item.index}
                  top={item.start}
                  height={rowPx}
                  machine={machines.at(item.index)}
                  shown={shown}
                  zone={house.zone}
                  selected={item.index === cursor}
                />
              ))}
            </div>
          </div>
        </div>
      )}
    </main>
  )
}

function SelectInline({ label, value, options, onChange }: { label: string; value: ListSort; options: readonly ListSort[]; onChange: (value: ListSort) => void }) {
  return (
    <label className="flex items-center gap-2">
      <span className="text-13 text-quiet">{label}</span>
      <select className="field h-8 w-36" value={value} onChange={(e) => onChange(e.target.value as ListSort)}>
        {options.map((o) => (
          <option key={o}>{o}</option>
        ))}
      </select>
    </label>
  )
}
