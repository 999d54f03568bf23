/** What the machines of the house lack, what is kept for them, what lies there to serve them, and what has to be bought. */
import { say } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import type { HouseNeed, NeedsAnswer } from '#api/parts.ts'
import { needWhy } from '#api/words/donors.ts'
import { count } from '#api/words/lists.ts'
import { asksWords } from '#core/parts/buying.ts'
import { keys } from '#web/app/keys.ts'
import { get, wordsOf } from '#web/app/http.ts'
import { SortTable, type TableColumn } from '#web/ui/SortTable.tsx'
import { PartsHead } from './PartsHead.tsx'

const unservedBy = (n: HouseNeed) => n.spare === 0 && n.kept.length === 0 && n.why !== 'out for now'

const columns: readonly TableColumn<HouseNeed>[] = [
  {
    key: 'position',
    head: say('Position'),
    names: true,
    by: (n) => n.position.designator,
    look: (n) => `font-bold whitespace-nowrap ${/\d/.test(n.position.designator) ? 'num' : ''}`,
    cell: (n) => <strong>{n.position.designator}</strong>,
  },
  {
    key: 'machine',
    head: say('Machine'),
    by: (n) => n.label,
    cell: (n) => (
      <Link className="hover:underline" to={`/machines/${n.machine}?show=parts`}>
        {n.label}
      </Link>
    ),
  },
  {
    key: 'takes',
    head: say('Takes'),
    by: (n) => n.position.accepts,
    cell: (n) => (
      <>
        {n.position.accepts} <span className="num text-quiet">{asksWords(n.position)}</span>
      </>
    ),
  },
  {
    key: 'why',
    head: say('Why'),
    by: (n) => needWhy[n.why],
    look: (n) => (n.why === 'out for now' ? 'text-quiet' : n.position.essential ? 'text-copper' : ''),
    cell: (n) => (n.position.essential ? say('{why}, essential', { why: needWhy[n.why] }) : needWhy[n.why]),
  },
  {
    key: 'kept',
    head: say('Reserved'),
    by: (n) => n.kept.length,
    cell: (n) =>
      n.kept.map((k) => (
        <Link
          key={k.entry}
          className="block hover:underline"
          to={k.lot ? `/parts/lots/${k.lot}` : `/parts/${k.part ?? ''}`}
        >
          {`${k.n > 1 ? `${k.n} × ` : ''}${k.what}`}
        </Link>
      )),
  },
  {
    key: 'spare',
    head: say('Spare'),
    figures: true,
    by: (n) => n.spare,
    look: (n) => (unservedBy(n) ? 'text-copper font-bold' : ''),
    cell: (n) => n.spare,
  },
  {
    key: 'find',
    head: '',
    look: 'text-right whitespace-nowrap',
    cell: (n) => (
      <Link
        className="act"
        to={`/machines/${n.machine}/donors?position=${encodeURIComponent(n.position.designator)}`}
        aria-label={say('What could serve {designator} of {label}', {
          designator: n.position.designator,
          label: n.label,
        })}
      >
        {say('Find one')}
      </Link>
    ),
  },
]

/** How much is lacking, and whether it lies in the house. */
function needsSentence(needs: NeedsAnswer['needs']): string {
  const lacking = needs.filter((n) => n.why !== 'out for now')
  const unserved = lacking.filter((n) => n.kept.length === 0 && n.spare === 0).length
  const outForNow = needs.length - lacking.length
  const slots = {
    positions: count(lacking.length, 'position'),
    machines: count(new Set(lacking.map((n) => n.machine)).size, 'machine'),
  }
  const sentences = [
    lacking.length === 0
      ? say('No machine is known to lack a good part.')
      : unserved > 0
        ? say(
            '{positions} of {machines} need a good part. For {unserved} of them there is nothing in the house.',
            {
              ...slots,
              unserved,
            },
          )
        : say('{positions} of {machines} need a good part. There is something in the house for each.', slots),
    outForNow > 0 ? say('Empty only for now: {n} more.', { n: outForNow }) : '',
    say('Donor machines are left out.'),
  ]
  return sentences.filter(Boolean).join(' ')
}

export function View() {
  const { data, error } = useQuery({
    queryKey: keys.needs,
    queryFn: () => get('/needs'),
  })
  if (error) return <p className="p-8">{wordsOf(error)}</p>
  if (!data) return <p className="text-quiet p-8">{say('Reckoning what every machine lacks …')}</p>
  return (
    <main className="grid flex-1 grid-cols-[minmax(0,1fr)_300px] gap-6 p-4 pb-16 max-lg:grid-cols-1">
      <section>
        <PartsHead title={say('Needs')}>{needsSentence(data.needs)}</PartsHead>
        {data.needs.length > 0 && (
          <SortTable
            label={say('Needs')}
            rows={data.needs}
            columns={columns}
            idOf={(n) => `${n.machine}${n.position.designator}`}
          />
        )}
        {data.total > data.needs.length && (
          <p className="text-quiet py-2">
            {say(
              '{total} more positions are not listed here. What is to be bought is calculated from all of them.',
              { total: data.total - data.needs.length },
            )}
          </p>
        )}
      </section>
      <aside>
        <h2 className="headrule">{say('To be bought')}</h2>
        {data.buy.length === 0 && (
          <p className="text-quiet py-2">
            {say(
              'Nothing: what is needed is in the house or reserved, and no counted stock is at its level.',
            )}
          </p>
        )}
        <ul>
          {data.buy.map((line) => (
            <li key={`${line.kind}${line.asks ?? ''}${line.because}`} className="border-hair border-b py-1.5">
              <span className="flex justify-between gap-3">
                <span className="font-bold">{`${line.count} × ${line.kind}`}</span>
                <span className="num">{line.asks}</span>
              </span>
              <span className="text-quiet text-13 block">
                {line.because === 'needed'
                  ? say('for {where}', { where: line.where.join(', ') })
                  : say('at its level: {where}', { where: line.where.join(', ') })}
              </span>
            </li>
          ))}
        </ul>
        {data.buy.length > 0 && (
          <a className="act mt-2 inline-block" href="/api/needs?as=csv" download>
            {say('As a table (CSV)')}
          </a>
        )}
        <p className="text-quiet text-13 mt-3">
          {say(
            'A spare serves one need. Of counted stock at its level, twice the level is bought. Donor machines are not counted here: see each need’s donors first.',
          )}
        </p>
      </aside>
    </main>
  )
}
