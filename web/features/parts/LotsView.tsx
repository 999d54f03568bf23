/** Lots: how many of each lie where, what is kept, what is to be bought again. */
import { told } from '#web/ui/told.tsx'
import { say } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { count, paragraph } from '#api/words/lists.ts'
import type { LotRow } from '#core/views/lots.ts'
import { keys } from '#web/app/keys.ts'
import { get, wordsOf } from '#web/app/http.ts'
import { MainButton } from '#web/ui/Forms.tsx'
import { SortTable, type TableColumn } from '#web/ui/SortTable.tsx'
import { NewLot } from './NewLot.tsx'
import { PartsHead } from './PartsHead.tsx'

export const ratedWords = (attributes: Readonly<Record<string, string>>): string =>
  ['value', 'rating', 'temperature', 'package', 'body']
    .flatMap((name) => (attributes[name] ? [attributes[name]] : []))
    .join(', ')

const heapWords = (lot: LotRow): string =>
  lot.places
    .filter((p) => p.lies && p.n !== 0)
    .map((p) =>
      p.about
        ? say('about {n} in {label}', { n: p.n, label: p.label })
        : say('{n} in {label}', { n: p.n, label: p.label }),
    )
    .join('; ')

const columns: readonly TableColumn<LotRow>[] = [
  {
    key: 'lot',
    head: say('Counted stock'),
    names: true,
    by: (lot) => lot.tag,
    look: 'num whitespace-nowrap',
    cell: (lot) => (
      <Link className="hover:underline" to={`/parts/lots/${lot.id}`}>
        {lot.tag ?? say('no tag')}
      </Link>
    ),
  },
  {
    key: 'kind',
    head: say('Kind'),
    by: (lot) => lot.name ?? lot.partKind,
    cell: (lot) => lot.name ?? lot.partKind,
  },
  {
    key: 'rated',
    head: say('Value and rating'),
    by: (lot) => ratedWords(lot.attributes),
    look: 'num',
    cell: (lot) => ratedWords(lot.attributes),
  },
  {
    key: 'here',
    head: say('Here'),
    figures: true,
    by: (lot) => lot.here,
    look: (lot) => (lot.below ? 'text-copper font-bold' : ''),
    cell: (lot) => (lot.about ? say('about {n}', { n: lot.here }) : String(lot.here)),
  },
  {
    key: 'kept',
    head: say('Reserved'),
    figures: true,
    by: (lot) => lot.promised,
    cell: (lot) => lot.promised || '',
  },
  {
    key: 'free',
    head: say('Free'),
    figures: true,
    by: (lot) => lot.free,
    look: (lot) => (lot.reorder ? 'text-copper font-bold' : ''),
    cell: (lot) => lot.free,
  },
  {
    key: 'level',
    head: say('Buy at'),
    figures: true,
    by: (lot) => lot.reorderAt,
    look: 'text-quiet',
    cell: (lot) => lot.reorderAt ?? '',
  },
  {
    key: 'where',
    head: say('Location'),
    by: heapWords,
    cell: (lot) => heapWords(lot) || <span className="text-quiet">{say('none left')}</span>,
  },
  {
    key: 'used',
    head: say('Got, used'),
    figures: true,
    by: (lot) => lot.got,
    look: 'text-quiet whitespace-nowrap',
    cell: (lot) => `${lot.got}, ${lot.used}`,
  },
]

export function View() {
  const [params, setParams] = useSearchParams()
  const [adding, setAdding] = useState(false)
  const { data, error } = useQuery({ queryKey: keys.lots, queryFn: () => get('/lots') })
  if (error) return <p className="p-8">{wordsOf(error)}</p>
  if (!data) return null
  const words = (params.get('q') ?? '').toLowerCase().split(/\s+/).filter(Boolean)
  const shown = data.lots.filter((lot) => {
    const text =
      `${lot.label} ${lot.marking ?? ''} ${ratedWords(lot.attributes)} ${heapWords(lot)}`.toLowerCase()
    return words.every((word) => text.includes(word))
  })
  const low = data.lots.filter((lot) => lot.reorder)
  const below = data.lots.filter((lot) => lot.below)
  return (
    <main className="flex-1 p-4 pb-16">
      <PartsHead
        title={say('Counted stock')}
        right={!adding && <MainButton onClick={() => setAdding(true)}>{say('Add counted stock')}</MainButton>}
      >
        {data.lots.length === 0
          ? say('Parts that are counted instead of named: screws, resistors, a bag of latches.')
          : paragraph(
              say('{lots} of counted stock, calculated from what was counted, got and taken.', {
                lots: count(data.lots.length, 'kind', 'kinds'),
              }),
              low.length && say('{low} to buy again.', { low: count(low.length, 'kind') }),
              below.length &&
                (below.length === 1
                  ? say('{below} below zero: count it.', { below: count(below.length, 'kind') })
                  : say('{below} below zero: count them.', { below: count(below.length, 'kind') })),
            )}
      </PartsHead>
      {adding && <NewLot tag={data.nextTag} onClose={() => setAdding(false)} />}
      {data.lots.length > 0 && (
        <>
          <input
            aria-label={say('Filter by words')}
            placeholder={say('kind, value, place')}
            className="field mb-2 h-8 max-w-64"
            value={params.get('q') ?? ''}
            onChange={(e) => setParams(e.target.value ? { q: e.target.value } : {}, { replace: true })}
          />
          <SortTable label={say('Lots')} rows={shown} columns={columns} idOf={(lot) => lot.id} />
          {shown.length === 0 && <p className="py-3">{say('No counted stock matches.')}</p>}
        </>
      )}
      {data.lots.length === 0 && (
        <p className="py-2">
          {told(
            'The first one: what it is, how many came, and their location. From then on {line} in an episode takes one of them.',
            { line: <span className="num">in C14 L-0001</span> },
          )}
        </p>
      )}
    </main>
  )
}
