/** Stock by kind, counted from where the parts are, and how often each kind was found bad, with honest intervals. */
import { say } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useRef, useState } from 'react'
import { Link } from 'react-router'
import type { StockAnswer, StockRow } from '#api/parts.ts'
import { exactInterval } from '#core/quantity/proportion.ts'
import { keys } from '#web/app/keys.ts'
import { get, wordsOf } from '#web/app/http.ts'
import type { IntervalRow } from '#web/ui/chart.ts'
import { SortTable, type TableColumn } from '#web/ui/SortTable.tsx'
import { PartsHead } from './PartsHead.tsx'

const columns = [
  [say('In store'), 'inStore'],
  [say('Reserved'), 'kept'],
  [say('In machines'), 'inMachines'],
  [say('Elsewhere'), 'elsewhere'],
  [say('Lent'), 'onLoan'],
  [say('Gone'), 'gone'],
  [say('Bought'), 'bought'],
  [say('Made'), 'otherwiseGot'],
  [say('Used'), 'used'],
] as const

const got = (r: StockRow) => r.bought + r.otherwiseGot
const runOut = (r: StockRow) => got(r) > 0 && r.inStore === 0

const stockColumns: readonly TableColumn<StockRow>[] = [
  {
    key: 'kind',
    head: say('Kind'),
    names: true,
    by: (r) => r.kind,
    look: 'whitespace-nowrap',
    cell: (r) => (
      <Link className="hover:underline" to={`/parts?q=${encodeURIComponent(r.kind)}`}>
        {r.kind}
      </Link>
    ),
  },
  ...columns.map(([name, key]): TableColumn<StockRow> => ({
    key,
    head: name,
    figures: true,
    by: (r) => r[key],
    look: (r) =>
      key === 'inStore' && runOut(r) ? 'text-copper font-bold' : r[key] === 0 ? 'text-quiet' : '',
    cell: (r) => (r[key] === 0 && !(key === 'inStore' && runOut(r)) ? '' : r[key]),
  })),
]

export function View() {
  const { data, error } = useQuery({
    queryKey: keys.stock,
    queryFn: () => get('/stock'),
  })
  if (error) return <p className="p-8">{wordsOf(error)}</p>
  if (!data) return null
  const out = data.rows.filter((r) => got(r) > 0 && r.inStore === 0)
  return (
    <main className="flex-1 p-4 pb-16">
      <PartsHead title={say('Stock and failures')}>
        {out.length > 0
          ? say('None in store: {out}. What to buy is under Needs.', {
              out: out.map((r) => r.kind).join(', '),
            })
          : say('Totals are counted from recorded places.')}
      </PartsHead>
      <div className="grid grid-cols-[minmax(0,1fr)_380px] gap-8 max-xl:grid-cols-1">
        <section>
          <SortTable label={say('Stock')} rows={data.rows} columns={stockColumns} idOf={(r) => r.kind} />
          {data.rows.length === 0 && <p className="text-quiet py-2">{say('No part is written down yet.')}</p>}
        </section>
        <Failures answer={data} />
      </div>
    </main>
  )
}

/** Kinds that somebody judged at least this often; fewer say nothing. */
const leastJudged = 2

interface Judged {
  readonly name: string
  readonly judged: number
  readonly bad: number
}

function Failures({ answer }: { answer: StockAnswer }) {
  const holder = useRef<HTMLDivElement>(null)
  const [by, setBy] = useState<'kind' | 'kind and type'>('kind')
  const all: readonly Judged[] =
    by === 'kind'
      ? answer.rows.map((r) => ({ ...r, name: r.kind }))
      : answer.byType.map((r) => ({ ...r, name: `${r.kind}, ${r.type}` }))
  const judged = all
    .filter((r) => r.judged >= leastJudged)
    .map((r): IntervalRow & { readonly row: Judged } => ({
      name: r.name,
      share: r.bad / r.judged,
      ...exactInterval(r.bad, r.judged),
      row: r,
    }))
    .sort((a, b) => b.share - a.share)
  const words = (r: (typeof judged)[number]) =>
    say('{name}: {bad} of {judged} bad; by chance {round} to {round2} %', {
      name: r.name,
      bad: r.row.bad,
      judged: r.row.judged,
      round: Math.round(r.low * 100),
      round2: Math.round(r.high * 100),
    })
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
    <section aria-label={say('Failures')}>
      <h2 className="headrule flex justify-between">
        {say('Found bad')}
        <span className="flex gap-4 font-normal">
          {(['kind', 'kind and type'] as const).map((b) => (
            <button
              key={b}
              type="button"
              aria-pressed={by === b}
              className={by === b ? 'font-bold' : 'act'}
              onClick={() => setBy(b)}
            >
              {b === 'kind' ? say('by kind') : say('by kind and type')}
            </button>
          ))}
        </span>
      </h2>
      {judged.length === 0 ? (
        <p className="text-quiet py-2">
          {say(
            'Nothing was judged twice yet. A part is judged when a test says that it is good, not shown faulty or bad.',
          )}
        </p>
      ) : (
        <>
          <div
            ref={holder}
            style={{ height: 50 + judged.length * (by === 'kind' ? 34 : 44) }}
            role="img"
            aria-label={judged.map(words).join('; ')}
          />
          <p className="text-quiet text-13">
            {say(
              'This counts only parts that were judged, and mostly suspects were judged. Lines are exact 95 % intervals (Clopper and Pearson).',
            )}
          </p>
        </>
      )}
    </section>
  )
}
