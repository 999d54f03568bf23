/** Where every part is, and who has what on loan. */
import { say } from '#api/words/say.ts'
import type { PartsAnswer, PartRow } from '#api/machines.ts'
import { queryOf } from '#api/endpoints.ts'
import { useInfiniteQuery } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { count } from '#api/words/lists.ts'
import { keys, whileSame } from '#web/app/keys.ts'
import { get, wordsOf } from '#web/app/http.ts'
import { useDates } from '#web/app/session.tsx'
import { Act, PlainButton } from '#web/ui/Forms.tsx'
import { SortTable, type TableColumn } from '#web/ui/SortTable.tsx'
import { NewPart } from './NewPart.tsx'
import { PartsHead } from './PartsHead.tsx'

const columnsFor = (short: (at: string) => string): readonly TableColumn<PartRow>[] => [
  {
    key: 'part',
    head: say('Part'),
    by: (p) => p.tag ?? p.label,
    cell: (p) => (
      <Link to={`/parts/${p.id}`} className="hover:underline">
        {p.tag ? <span className="num font-bold">{p.tag}</span> : <span>{p.label}</span>}
      </Link>
    ),
  },
  {
    key: 'kind',
    head: say('Kind'),
    by: (p) => p.partKind,
    look: 'whitespace-nowrap',
    cell: (p) => p.partKind ?? <span className="text-quiet">{say('not said')}</span>,
  },
  {
    key: 'value',
    head: say('Value'),
    by: rated,
    look: 'num text-13 whitespace-nowrap',
    cell: rated,
  },
  {
    key: 'where',
    head: say('Where it is'),
    by: (p) => p.place,
    look: (p) => `whitespace-nowrap ${p.loan ? 'text-steel font-bold' : ''}`,
    cell: (p) =>
      p.machine ? (
        <Link className="hover:underline" to={`/machines/${p.machine}?show=parts`}>
          {p.place}
        </Link>
      ) : (
        p.place
      ),
  },
  {
    key: 'since',
    head: say('Since'),
    by: (p) => p.since,
    look: 'num text-13 text-quiet whitespace-nowrap',
    cell: (p) => (p.since ? short(p.since) : ''),
  },
  { key: 'from', head: say('Came from'), by: cameFrom, look: 'text-quiet', cell: cameFrom },
  {
    key: 'health',
    head: say('Health'),
    by: (p) => (p.health === 'unknown' ? undefined : p.health),
    look: 'text-quiet whitespace-nowrap',
    cell: (p) => (p.health === 'unknown' ? '' : p.health),
  },
]
const rated = (p: PartRow) => [p.attributes['value'], p.attributes['rating']].filter(Boolean).join(' ')
const cameFrom = (p: PartRow) => (p.from && p.from !== p.place ? p.from : (p.origin ?? ''))

const noPartHas = say(
  'No part has been touched yet. The first “out” in an episode writes one down by itself.',
)

export function View() {
  const { short } = useDates()
  const [params, setParams] = useSearchParams()
  const [adding, setAdding] = useState(false)
  const [picked, setPicked] = useState<ReadonlySet<string>>(new Set())
  const q = params.get('q') ?? ''
  const gone = params.get('gone') === 'yes'
  const search = new URLSearchParams({ ...(q ? { q } : {}), gone: gone ? 'yes' : 'no' }).toString()
  const columns = useMemo(() => columnsFor(short), [short])
  const { data, error, fetchNextPage, hasNextPage } = useInfiniteQuery({
    queryKey: keys.parts(search),
    placeholderData: whileSame('list'),
    queryFn: ({ pageParam }) => get('/parts', { ...queryOf(search), cursor: pageParam }),
    initialPageParam: '',
    getNextPageParam: (last) => last.next,
  })
  if (error) return <p className="p-8">{wordsOf(error)}</p>
  if (!data) return null
  const first = data.pages[0]
  const parts = data.pages.flatMap((p) => p.parts)
  const set = (key: string, value: string) => {
    const next = new URLSearchParams(params)
    if (value) next.set(key, value)
    else next.delete(key)
    setParams(next, { replace: true })
  }
  return (
    <main className="grid flex-1 grid-cols-[minmax(0,1fr)_270px] gap-6 p-4 max-lg:grid-cols-1">
      <section>
        <PartsHead
          title={say('Parts')}
          right={
            <>
              {picked.size > 0 && (
                <Link className="act" to={`/parts/tags?ids=${[...picked].join(',')}`}>
                  {say('Print {size}', { size: count(picked.size, 'tag') })}
                </Link>
              )}
              <PlainButton onClick={() => setAdding(true)}>{say('Write down a part')}</PlainButton>
            </>
          }
        >
          {say('{parts}. Those that are only counted are under Counted stock.', {
            parts: count(first?.total ?? 0, 'named part'),
          })}
        </PartsHead>
        {adding && <NewPart onClose={() => setAdding(false)} />}
        <PartsFilter q={q} set={set} gone={gone} />
        <div className="bg-sheet rounded-sm px-3">
          <SortTable
            label={say('Parts')}
            rows={parts}
            columns={columns}
            idOf={(p) => p.id}
            picking={{
              picked,
              onPicked: setPicked,
              may: (p) => p.tag !== undefined,
              label: (p) => say('Print the tag of {tag}', { tag: p.tag ?? p.label }),
            }}
          />
          {parts.length === 0 && <p className="p-4">{q ? say('No part matches.') : noPartHas}</p>}
        </div>
        {hasNextPage && (
          <p className="py-3">
            <Act onClick={() => void fetchNextPage()}>{say('More')}</Act>{' '}
            <span className="text-quiet">
              {say('The heads sort the {parts} that are shown.', { parts: parts.length })}
            </span>
          </p>
        )}
      </section>
      <OpenLoans first={first} />
    </main>
  )
}

function PartsFilter({
  q,
  set,
  gone,
}: {
  q: string
  set: (key: string, value: string) => void
  gone: boolean
}) {
  return (
    <div className="mb-2 flex items-center gap-5">
      <input
        aria-label={say('Filter by words')}
        placeholder={say('tag, kind, marking, place')}
        className="field h-8 max-w-64"
        value={q}
        onChange={(e) => set('q', e.target.value)}
      />
      <label className="flex items-center gap-2">
        <input type="checkbox" checked={gone} onChange={(e) => set('gone', e.target.checked ? 'yes' : '')} />{' '}
        {say('Include disposed and lost')}
      </label>
    </div>
  )
}

function OpenLoans({ first }: { first: PartsAnswer | undefined }) {
  const { short, when } = useDates()
  return (
    <aside>
      <h2 className="headrule">{say('On loan, and to whom')}</h2>
      {(first?.loans.length ?? 0) === 0 && <p className="text-quiet py-2">{say('No loan is open.')}</p>}
      <ul>
        {first?.loans.map((l) => (
          <LoanLine key={l.id} loan={l} short={short} now={when.now} />
        ))}
      </ul>
    </aside>
  )
}

function LoanLine({ loan, short, now }: { loan: PartRow; short: (at: string) => string; now: string }) {
  const overdue = loan.loan?.due !== undefined && loan.loan.due < now
  return (
    <li className="border-hair border-b py-2">
      <Link to={`/parts/${loan.id}`} className="font-bold hover:underline">
        {loan.label}
      </Link>
      <span className="block">{say('in {place}', { place: loan.place })}</span>
      <span className="text-quiet block">
        {loan.loan &&
          say('home is {home}, out since {since}', { home: loan.loan.home, since: short(loan.loan.since) })}
      </span>
      {loan.loan?.due && (
        <span className={overdue ? 'text-copper font-bold' : 'text-quiet'}>
          {overdue
            ? say('overdue, was due {due}', { due: short(loan.loan.due) })
            : say('due {due}', { due: short(loan.loan.due) })}
        </span>
      )}
      {!loan.loan?.due && <span className="text-copper">{say('no date agreed')}</span>}
    </li>
  )
}
