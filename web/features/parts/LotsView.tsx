/** Lots: how many of each lie where, what is kept, what is to be bought again. */
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { count } from '#api/words/lists.ts'
import type { LotRow } from '#core/views/lots.ts'
import { keys } from '#web/app/keys.ts'
import { get, wordsOf } from '#web/app/http.ts'
import { MainButton } from '#web/ui/Forms.tsx'
import { RuledTable } from '#web/ui/RuledTable.tsx'
import { NewLot } from './NewLot.tsx'
import { PartsHead } from './PartsHead.tsx'

export const ratedWords = (attributes: Readonly<Record<string, string>>): string =>
  ['value', 'rating', 'temperature', 'package', 'body']
    .flatMap((name) => (attributes[name] ? [attributes[name]] : []))
    .join(', ')

const heapWords = (lot: LotRow): string =>
  lot.places
    .filter((p) => p.lies && p.n !== 0)
    .map((p) => `${p.about ? 'about ' : ''}${p.n} in ${p.label}`)
    .join('; ')

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
        title="Lots of parts"
        right={!adding && <MainButton onClick={() => setAdding(true)}>Write down a lot</MainButton>}
      >
        {data.lots.length === 0
          ? 'Parts that are counted instead of named: screws, resistors, a bag of latches.'
          : `${count(data.lots.length, 'lot')}, reckoned from what was counted, got and taken.${low.length ? ` ${count(low.length, 'lot')} to buy again.` : ''}${below.length ? ` ${count(below.length, 'lot')} below zero: count ${below.length === 1 ? 'it' : 'them'}.` : ''}`}
      </PartsHead>
      {adding && <NewLot tag={data.nextTag} onClose={() => setAdding(false)} />}
      {data.lots.length > 0 && (
        <>
          <input
            aria-label="Filter by words"
            placeholder="kind, value, place"
            className="field mb-2 h-8 max-w-64"
            value={params.get('q') ?? ''}
            onChange={(e) => setParams(e.target.value ? { q: e.target.value } : {}, { replace: true })}
          />
          <RuledTable
            label="Lots"
            heads={[
              'Lot',
              'Kind',
              'Value and rating',
              '#Here',
              '#Kept',
              '#Free',
              '#Buy at',
              'Where it lies',
              '#Got, used',
            ]}
          >
            {shown.map((lot) => (
              <tr key={lot.id} className="border-hair hover:bg-next border-b align-baseline">
                <th scope="row" className="num py-1.5 pr-4 text-left whitespace-nowrap">
                  <Link className="hover:underline" to={`/parts/lots/${lot.id}`}>
                    {lot.tag ?? 'no tag'}
                  </Link>
                </th>
                <td className="pr-4">{lot.name ?? lot.partKind}</td>
                <td className="num pr-4">{ratedWords(lot.attributes)}</td>
                <td
                  className={`num pr-4 text-right ${lot.below ? 'text-copper font-bold' : ''}`}
                >{`${lot.about ? 'about ' : ''}${lot.here}`}</td>
                <td className="num pr-4 text-right">{lot.promised || ''}</td>
                <td className={`num pr-4 text-right ${lot.reorder ? 'text-copper font-bold' : ''}`}>
                  {lot.free}
                </td>
                <td className="num text-quiet pr-4 text-right">{lot.reorderAt ?? ''}</td>
                <td className="pr-4">{heapWords(lot) || <span className="text-quiet">none left</span>}</td>
                <td className="num text-quiet pr-4 text-right whitespace-nowrap">{`${lot.got}, ${lot.used}`}</td>
              </tr>
            ))}
          </RuledTable>
          {shown.length === 0 && <p className="py-3">No lot matches.</p>}
        </>
      )}
      {data.lots.length === 0 && (
        <p className="py-2">
          The first one: what it is, how many came, where they lie. From then on{' '}
          <span className="num">in C14 L-0001</span> in an episode takes one of them.
        </p>
      )}
    </main>
  )
}
