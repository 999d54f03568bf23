/** What was changed on a machine, by designator: first and present state, what was kept, and the way back. */
import { say, shown } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { Link, useParams } from 'react-router'
import { colon, count } from '#api/words/lists.ts'
import { undoList, type ModificationRow } from '#core/views/modifications.ts'
import { keys } from '#web/app/keys.ts'
import { get, wordsOf } from '#web/app/http.ts'
import { SortTable, type TableColumn } from '#web/ui/SortTable.tsx'
import { useDates } from '#web/app/session.tsx'

const columnsFor = (short: (at: string) => string): readonly TableColumn<ModificationRow>[] => [
  {
    key: 'target',
    head: say('Designator'),
    names: true,
    by: (r) => r.target,
    look: 'num py-1.5 font-bold',
    cell: (r) => r.target,
  },
  { key: 'first', head: say('First'), by: (r) => r.first, cell: (r) => r.first },
  { key: 'now', head: say('Now'), by: (r) => r.now, look: 'font-bold', cell: (r) => r.now },
  {
    key: 'steps',
    head: say('Touched'),
    by: (r) => r.steps,
    look: 'num',
    cell: (r) => (r.steps === 1 ? say('once') : `${r.steps} ×`),
  },
  {
    key: 'to',
    head: say('Since'),
    by: (r) => r.to,
    look: 'num text-13 whitespace-nowrap',
    cell: (r) => short(r.to),
  },
  { key: 'original', head: say('Its original is'), by: (r) => r.original, cell: (r) => r.original ?? '' },
  {
    key: 'verified',
    head: say('Verified'),
    by: (r) => (r.verified ? 1 : 0),
    look: (r) => (r.verified ? '' : 'text-copper'),
    cell: (r) => (r.verified ? say('verified') : say('not yet')),
  },
  {
    key: 'undo',
    head: say('To undo it'),
    by: (r) => r.undo,
    look: (r) => (r.undo === 'cannot be undone' ? 'font-bold' : 'text-quiet'),
    cell: (r) => r.undo,
  },
]

export function View() {
  const { id = '' } = useParams()
  const { short } = useDates()
  const columns = useMemo(() => columnsFor(short), [short])
  const { data, error } = useQuery({
    queryKey: keys.modifications(id),
    queryFn: () => get('/machines/:id/modifications', { id }),
    retry: false,
  })
  if (error) return <p className="p-8">{wordsOf(error)}</p>
  if (!data) return null
  const { rows } = data
  const back = undoList(rows)
  return (
    <main className="flex-1 space-y-5 p-4 pb-16">
      <div className="flex flex-wrap items-end justify-between gap-4">
        <div>
          <h1 className="font-display text-24 font-semibold">
            {say('Changes by designator')} <span className="text-quiet">{say('of')}</span>{' '}
            <Link className="hover:underline" to={`/machines/${id}?show=parts`}>
              {data.label}
            </Link>
          </h1>
          <p>
            {rows.length === 0
              ? say(
                  'No recorded work has altered it: no position, adjuster or wire, or each is back as it was.',
                )
              : say(
                  '{rows} differ from their first state. {back} of them can be put back. Not verified: {rows2}.',
                  {
                    rows: count(rows.length, 'designator'),
                    back: back.length,
                    rows2: rows.filter((r) => !r.verified).length,
                  },
                )}
          </p>
        </div>
        {rows.length > 0 && (
          <a className="act" href={`/api/machines/${id}/modifications?as=csv`} download>
            {say('As a table (CSV)')}
          </a>
        )}
      </div>
      {rows.length > 0 && (
        <SortTable label={say('Changes')} rows={rows} columns={columns} idOf={(r) => r.target} />
      )}
      {back.length > 0 && (
        <section aria-label={say('The way back')}>
          <h2 className="headrule">{say('The way back, last change first')}</h2>
          <ol className="max-w-3xl">
            {back.map((r, i) => (
              <li key={r.target} className="border-hair grid grid-cols-[2rem_8rem_1fr] gap-3 border-b py-1">
                <span className="num text-quiet">{i + 1}</span>
                <span className="num">{r.target}</span>
                <span>
                  {r.undo === 'put the original back' && r.original
                    ? colon(shown(r.undo), `${r.first}, ${r.original}`)
                    : r.undo === 'set it back'
                      ? say('set it back to {first}', { first: r.first })
                      : shown(r.undo)}
                </span>
              </li>
            ))}
          </ol>
        </section>
      )}
    </main>
  )
}
