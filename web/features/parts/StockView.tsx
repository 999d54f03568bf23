/** Stock by kind, counted from where the parts are, and how often each kind was found bad, with honest intervals. */
import { useQuery } from '@tanstack/react-query'
import { useEffect, useRef } from 'react'
import { Link } from 'react-router'
import type { StockAnswer, StockRow } from '#api/parts.ts'
import { exactInterval } from '#core/quantity/proportion.ts'
import { get, wordsOf } from '#web/app/http.ts'
import type { IntervalRow } from '#web/ui/chart.ts'

const columns = [
  ['In store', 'inStore'],
  ['In machines', 'inMachines'],
  ['Elsewhere', 'elsewhere'],
  ['On loan', 'onLoan'],
  ['Gone', 'gone'],
] as const

export function View() {
  const { data, error } = useQuery({ queryKey: ['parts', 'stock'], queryFn: () => get<StockAnswer>('/stock') })
  useEffect(() => {
    document.title = 'Stock and failures'
  }, [])
  if (error) return <p className="p-8">{wordsOf(error)}</p>
  if (!data) return null
  const out = data.rows.filter((r) => r.acquired > 0 && r.inStore === 0)
  return (
    <main className="flex-1 space-y-7 p-4 pb-16">
      <div>
        <h1 className="font-display text-24 font-semibold">Stock and failures</h1>
        <p>
          {out.length > 0 ? `None left of ${out.map((r) => r.kind).join(', ')}: reorder if one may be wanted. ` : ''}
          <Link className="act" to="/parts">
            All parts
          </Link>
        </p>
      </div>
      <div className="grid grid-cols-[minmax(0,3fr)_minmax(0,2fr)] gap-8 max-lg:grid-cols-1">
        <section aria-label="Stock" className="overflow-x-auto">
          <h2 className="headrule">Counted from where they are</h2>
          <table className="w-full">
            <thead>
              <tr className="border-hair border-b text-left">
                <th scope="col" className="h-8 pr-4">
                  Kind
                </th>
                {columns.map(([name]) => (
                  <th key={name} scope="col" className="pr-4 text-right whitespace-nowrap">
                    {name}
                  </th>
                ))}
                <th scope="col" className="text-right whitespace-nowrap">
                  Got, used
                </th>
              </tr>
            </thead>
            <tbody>
              {data.rows.map((r) => (
                <tr key={r.kind} className="border-hair border-b">
                  <th scope="row" className="h-8 pr-4 text-left font-normal">
                    <Link className="hover:underline" to={`/parts?q=${encodeURIComponent(r.kind)}`}>
                      {r.kind}
                    </Link>
                  </th>
                  {columns.map(([name, key]) => (
                    <td
                      key={name}
                      className={`num pr-4 text-right ${key === 'inStore' && r.acquired > 0 && r.inStore === 0 ? 'text-copper font-bold' : r[key] === 0 ? 'text-quiet' : ''}`}
                    >
                      {r[key]}
                    </td>
                  ))}
                  <td className="num text-quiet text-right">{r.acquired > 0 ? `${r.acquired}, ${r.used}` : ''}</td>
                </tr>
              ))}
            </tbody>
          </table>
          {data.rows.length === 0 && <p className="text-quiet py-2">No part is written down yet.</p>}
        </section>
        <Failures rows={data.rows} />
      </div>
    </main>
  )
}

/** Kinds that somebody judged at least this often; fewer say nothing. */
const leastJudged = 2

function Failures({ rows }: { rows: readonly StockRow[] }) {
  const holder = useRef<HTMLDivElement>(null)
  const judged = rows
    .filter((r) => r.judged >= leastJudged)
    .map((r): IntervalRow & { readonly row: StockRow } => ({ name: r.kind, share: r.bad / r.judged, ...exactInterval(r.bad, r.judged), row: r }))
    .sort((a, b) => b.share - a.share)
  const words = (r: (typeof judged)[number]) => `${r.name}: ${r.row.bad} of ${r.row.judged} bad; by chance ${Math.round(r.low * 100)} to ${Math.round(r.high * 100)} %`
  useEffect(() => {
    const element = holder.current
    if (!element || judged.length === 0) return
    let gone = false
    let dispose: (() => void) | undefined
    void import('#web/ui/chart.ts').then(({ intervalChart }) => {
      if (!gone) dispose = intervalChart(element, judged, (row) => words(row as (typeof judged)[number]))
    })
    return () => {
      gone = true
      dispose?.()
    }
  }, [JSON.stringify(judged)]) // eslint-disable-line react-hooks/exhaustive-deps -- rows are compared by their text
  return (
    <section aria-label="Failures">
      <h2 className="headrule">How often a kind was found bad</h2>
      {judged.length === 0 ? (
        <p className="text-quiet py-2">No kind was judged twice yet. A part is judged when a test says that it is good, not shown faulty or bad.</p>
      ) : (
        <>
          <div ref={holder} style={{ height: 50 + judged.length * 34 }} role="img" aria-label={judged.map(words).join('; ')} />
          <p className="text-quiet text-13">
            Of those that somebody judged, which are mostly those that were suspected: not of all there are. Lines are exact 95 % intervals (Clopper and Pearson).
          </p>
        </>
      )}
    </section>
  )
}
