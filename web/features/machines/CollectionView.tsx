/** The collection: every machine, dense, filtered by words, with its lifeline in one lane. */
import { say, shown } from '#api/words/say.ts'
import { CollectionHead } from './CollectionHead.tsx'
import { FilterRow } from './FilterRow.tsx'
import { useRef, useState } from 'react'
import { Navigate, useSearchParams } from 'react-router'
import {
  listColumns,
  listFilters,
  listSorts,
  usualColumns,
  type ListColumn,
  type ListFilter,
  type ListSort,
} from '#api/filters.ts'
import { useSigned } from '#web/app/session.tsx'
import { Act } from '#web/ui/Forms.tsx'
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
      <CollectionHead guest={guest} machines={machines} narrowed={narrowed} search={search} />
      {!(guest && !narrowed && machines.loaded && machines.total === 0) && (
        <FilterRow q={q} change={change} scroller={scroller} filters={filters} toggle={toggle} />
      )}
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
          <ListChoices onChange={change} pictures={pictures} sort={sort} />
        </SavedViews>
      )}
      {machines.loaded && machines.total === 0 ? (
        <NoMachine guest={guest} narrowed={narrowed} />
      ) : pictures ? (
        <MachinePictures list={machines} scroller={scroller} />
      ) : (
        <MachineGrid list={machines} shown={shown} zone={house.zone} scroller={scroller} />
      )}
    </main>
  )
}

function ListChoices({
  onChange,
  pictures,
  sort,
}: {
  onChange: (edit: (next: URLSearchParams) => void) => void
  pictures: boolean
  sort: 'number' | 'name' | 'grade' | 'came in' | 'last written'
}) {
  return (
    <div className="flex items-center gap-2">
      <Act
        className="mr-3"
        onClick={() => onChange((next) => (pictures ? next.delete('as') : next.set('as', 'pictures')))}
      >
        {pictures ? say('As a list') : say('As pictures')}
      </Act>
      <SelectInline
        label={say('in order of')}
        value={sort}
        options={listSorts}
        onChange={(value) =>
          onChange((next) => (value === 'name' ? next.delete('sort') : next.set('sort', value)))
        }
      />
    </div>
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
          <option key={o} value={o}>
            {shown(o)}
          </option>
        ))}
      </select>
    </label>
  )
}

/** What would stand in the list, for whoever reads it. */
const NoMachine = ({ guest, narrowed }: { guest: boolean; narrowed: boolean }) => (
  <p className="bg-sheet rounded-sm p-5">
    {narrowed
      ? say('No machine matches all of these words. Take one away.')
      : guest
        ? say(
            'No machine is shown to you. A machine of yours that is here stands in this list; for others a steward gives you sight.',
          )
        : say(
            'No machine is registered yet. The first one takes an entry number, a name and where it came from.',
          )}
  </p>
)
