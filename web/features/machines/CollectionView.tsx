/** The collection: every machine, dense, filtered by words, with its lifeline in one lane. */
import { useRef, useState } from 'react'
import { Navigate, Link, useNavigate, useSearchParams } from 'react-router'
import {
  listColumns,
  listFilters,
  listSorts,
  usualColumns,
  type ListColumn,
  type ListFilter,
  type ListSort,
} from '#api/filters.ts'
import { list } from '#api/words/lists.ts'
import { useSigned } from '#web/app/session.tsx'
import { Act, MainButton } from '#web/ui/Forms.tsx'
import { MachineGrid } from './MachineGrid.tsx'
import { MachinePictures } from './MachinePictures.tsx'
import { SavedViews } from './SavedViews.tsx'
import { useListHead } from './useMachineList.ts'

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
  const filters = params
    .getAll('filter')
    .filter((f): f is ListFilter => (listFilters as readonly string[]).includes(f))
  const sort = listSorts.find((s) => s === params.get('sort')) ?? 'name'
  const [shown, setShown] = useState(rememberedColumns)
  const pictures = params.get('as') === 'pictures'
  const scroller = useRef<HTMLDivElement>(null)
  const search = new URLSearchParams([
    ...(q ? [['q', q]] : []),
    ...filters.map((f) => ['filter', f]),
    ...(sort === 'name' ? [] : [['sort', sort]]),
  ] as [string, string][]).toString()
  const machines = useListHead(search)

  // A list of one tells a guest nothing: they land on their machine.
  const [only] = machines.machines
  const lands = me.role === 'guest' && search === '' && machines.total === 1

  const change = (edit: (next: URLSearchParams) => void) => {
    const next = new URLSearchParams(params)
    edit(next)
    scroller.current?.scrollTo({ top: 0 })
    setParams(next, { replace: true })
  }
  const choose = (next: readonly ListColumn[]) => {
    setShown(next)
    localStorage.setItem(columnsKey, JSON.stringify(next))
  }
  const toggle = (filter: ListFilter) =>
    change((next) =>
      filters.includes(filter) ? next.delete('filter', filter) : next.append('filter', filter),
    )
  const guest = me.role === 'guest'
  const narrowed = q !== '' || filters.length > 0
  if (lands && only) return <Navigate to={`/machines/${only.id}`} replace />
  return (
    <main className="flex h-[calc(100dvh-var(--band)-var(--ring,0px)-var(--told,0px))] flex-col gap-2 p-4 pb-0">
      <div className="flex items-end justify-between gap-6 max-sm:flex-wrap max-sm:gap-2">
        <div>
          <h1 className="font-display text-24 font-semibold">{guest ? 'Your machines' : 'Collection'}</h1>
          <p className="text-quiet" role="status">
            <span className="num">{machines.total}</span> {machines.total === 1 ? 'machine' : 'machines'}
            {narrowed && ' that match'}
            {machines.near.length > 0 && (
              <strong className="text-ink">{`. No machine has “${list(machines.near)}” as written. Near matches are shown.`}</strong>
            )}
          </p>
        </div>
        {!guest && (
          <div className="flex min-w-0 flex-wrap items-center gap-x-5 gap-y-2">
            <Link className="act" to="/batches">
              Groups received together
            </Link>
            <Link className="act" to="/collection/storage">
              Storage round
            </Link>
            <Link className="act" to="/collection/table">
              Import CSV
            </Link>
            <a className="act" href={`/api/table?${search}`} download>
              Export CSV
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
          onChange={(e) =>
            change((next) => (e.target.value ? next.set('q', e.target.value) : next.delete('q')))
          }
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
                className={
                  filters.includes(filter)
                    ? 'border-verdigris border-b-2 font-bold'
                    : 'text-quiet hover:text-ink border-b-2 border-transparent'
                }
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
            setParams(
              new URLSearchParams([
                ...(view.q ? [['q', view.q]] : []),
                ...view.filter.map((f) => ['filter', f]),
                ...(view.sort === 'name' ? [] : [['sort', view.sort]]),
              ] as [string, string][]),
              { replace: true },
            )
          }}
          onColumns={choose}
        >
          <div className="flex items-center gap-2">
            <Act
              className="mr-3"
              onClick={() => change((next) => (pictures ? next.delete('as') : next.set('as', 'pictures')))}
            >
              {pictures ? 'As a list' : 'As pictures'}
            </Act>
            <SelectInline
              label="in order of"
              value={sort}
              options={listSorts}
              onChange={(value) =>
                change((next) => (value === 'name' ? next.delete('sort') : next.set('sort', value)))
              }
            />
          </div>
        </SavedViews>
      )}
      {machines.loaded && machines.total === 0 ? (
        <p className="bg-sheet rounded-sm p-5">
          {narrowed
            ? 'No machine matches all of these words. Take one away.'
            : 'No machine is registered yet. The first one takes an entry number, a name and where it came from.'}
        </p>
      ) : pictures ? (
        <MachinePictures list={machines} scroller={scroller} />
      ) : (
        <MachineGrid list={machines} shown={shown} zone={house.zone} scroller={scroller} />
      )}
    </main>
  )
}

function SelectInline({
  label,
  value,
  options,
  onChange,
}: {
  label: string
  value: ListSort
  options: readonly ListSort[]
  onChange: (value: ListSort) => void
}) {
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
