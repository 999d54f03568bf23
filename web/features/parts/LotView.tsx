/** One lot: how many lie where, what came and went, what is kept for whom, what was paid. */
import { say } from '#api/words/say.ts'
import type { LotAnswer } from '#api/parts.ts'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, useParams } from 'react-router'
import { count } from '#api/words/lists.ts'
import { moneyWords } from '#api/words/money.ts'
import type { LotLifeRow } from '#core/views/lots.ts'
import { keys } from '#web/app/keys.ts'
import { get, wordsOf } from '#web/app/http.ts'
import { useSend } from '#web/app/send.ts'
import { useDates } from '#web/app/session.tsx'
import { PlainButton, Said } from '#web/ui/Forms.tsx'
import { RuledTable } from '#web/ui/RuledTable.tsx'
import type { LotAct } from './lot-act.ts'
import { LotActs } from './LotActs.tsx'
import { PartsHead } from './PartsHead.tsx'
import { KeptFor } from './KeptFor.tsx'

const acts: readonly { readonly act: LotAct; readonly name: string }[] = [
  { act: 'count', name: say('Count') },
  { act: 'got', name: say('More came') },
  { act: 'move', name: say('Move some') },
  { act: 'one', name: say('Take one out') },
  { act: 'keep', name: say('Reserve some for a machine') },
  { act: 'say', name: say('Say more') },
]

const lifeWords = (row: LotLifeRow): string => {
  switch (row.what) {
    case 'got':
      return say('{n} came, to {to}', { n: row.n ?? 0, to: row.to ?? say('somewhere') })
    case 'counted':
      return say('counted {n} in {to}', { n: row.n ?? 0, to: row.to ?? say('somewhere') })
    case 'moved':
      return say('{n} from {from} to {to}', { n: row.n ?? 0, from: row.from ?? '', to: row.to ?? '' })
    case 'taken':
      return row.to
        ? say('one taken from {from}, for {to}', { from: row.from ?? '', to: row.to })
        : say('one taken from {from}', { from: row.from ?? '' })
    case 'kept':
      return say('{n} reserved for {to}', { n: row.n ?? 1, to: row.to ?? say('a machine') })
    case 'let go':
      return say('no longer reserved for {to}', { to: row.to ?? say('a machine') })
    case 'said':
      return say('written down')
  }
}

export function View() {
  const { id = '' } = useParams()
  const [act, setAct] = useState<LotAct>()
  const { send, error: refused } = useSend()
  const { data: lot, error } = useQuery({
    queryKey: keys.lot(id),
    queryFn: () => get('/lots/:id', { id }),
    retry: false,
  })
  if (error) return <p className="p-8">{wordsOf(error)}</p>
  if (!lot) return null
  return (
    <main className="mx-auto w-full max-w-5xl flex-1 p-4 pb-16">
      <PartsHead
        title={lot.label}
        right={
          lot.tag && (
            <Link className="act" to={`/parts/tags?ids=${lot.id}`}>
              {say('Print its tag')}
            </Link>
          )
        }
      />
      <LotCount lot={lot} />
      <LotActButtons act={act} onAct={setAct} />
      {act && <LotActs key={act} act={act} lot={lot} onClose={() => setAct(undefined)} />}
      <Said error={refused} />
      <div className="mt-4 grid grid-cols-[1fr_2fr] gap-6 max-md:grid-cols-1">
        <section>
          <Places lot={lot} />
          <KeptFor
            rows={lot.reserved}
            onEnd={(r) =>
              void send([
                {
                  body: {
                    kind: 'reservation',
                    what: 'ended',
                    machine: r.machine as never,
                    lot: lot.id,
                    reservation: r.entry as never,
                  },
                },
              ])
            }
          />
          <Attributes lot={lot} />
          {lot.paid.length > 0 && (
            <>
              <h2 className="headrule mt-5">{say('Paid')}</h2>
              <ul>
                {lot.paid.map((p) => (
                  <li key={p.currency} className="border-hair flex justify-between gap-3 border-b py-1">
                    <span>{say('for {n}', { n: p.n })}</span>
                    <span className="num">
                      {say('{price}, {each} each', {
                        price: moneyWords(p),
                        each: moneyWords({ ...p, minor: Math.round(p.minor / p.n) }),
                      })}
                    </span>
                  </li>
                ))}
              </ul>
            </>
          )}
        </section>
        <LotLife lot={lot} />
      </div>
    </main>
  )
}

function LotActButtons({
  act,
  onAct,
}: {
  act: LotAct | undefined
  onAct: (value: LotAct | undefined) => void
}) {
  return (
    <div className="mb-2 flex flex-wrap gap-2">
      {acts.map((a) => (
        <PlainButton
          key={a.act}
          aria-expanded={act === a.act}
          onClick={() => onAct(act === a.act ? undefined : a.act)}
        >
          {a.name}
        </PlainButton>
      ))}
    </div>
  )
}

/** How many there are, and whether more are to be bought. */
function LotCount({ lot }: { lot: LotAnswer }) {
  return (
    <p className="text-18 mb-2">
      <strong className={lot.below ? 'text-copper' : ''}>
        {lot.about ? say('About {here} here', { here: lot.here }) : say('{here} here', { here: lot.here })}
      </strong>
      {lot.promised > 0 &&
        `, ${say('{promised} of them reserved, {free} free', { promised: lot.promised, free: lot.free })}`}
      {lot.below && (
        <span className="text-copper"> {say('More went than were known to be there: count them.')}</span>
      )}
      {lot.reorder && (
        <span className="text-copper">
          {` ${say('To be bought again: the level is {reorderAt}.', { reorderAt: lot.reorderAt ?? 0 })}`}
        </span>
      )}
      <span className="text-quiet">
        {lot.taken > 0
          ? ` ${say('Got {got}, used {used}, {taken} of those as parts with a name of their own.', {
              got: lot.got,
              used: lot.used,
              taken: lot.taken,
            })}`
          : ` ${say('Got {got}, used {used}.', { got: lot.got, used: lot.used })}`}
      </span>
    </p>
  )
}

function Places({ lot }: { lot: LotAnswer }) {
  const { short } = useDates()
  return (
    <>
      <h2 className="headrule">{say('Where they are')}</h2>
      <ul>
        {lot.places.map((p) => (
          <li key={p.label} className="border-hair flex justify-between gap-3 border-b py-1">
            <span className={p.lies ? '' : 'text-quiet'}>
              {p.label}
              {p.counted && (
                <span className="text-quiet text-13 block">
                  {say('counted {counted}', { counted: short(p.counted) })}
                </span>
              )}
            </span>
            <span
              className={`num ${p.lies && p.n < 0 ? 'text-copper font-bold' : p.lies ? '' : 'text-quiet'}`}
            >
              {p.about ? say('about {n}', { n: p.n }) : p.n}
            </span>
          </li>
        ))}
      </ul>
    </>
  )
}

function Attributes({ lot }: { lot: LotAnswer }) {
  return (
    <>
      <h2 className="headrule mt-5">{say('What each one is')}</h2>
      <dl>
        {[
          [say('Kind'), lot.partKind],
          [say('Marking'), lot.marking],
          [say('Origin'), lot.origin],
          ...Object.entries(lot.attributes),
        ].map(([name, value]) => (
          <div key={name} className="border-hair flex justify-between gap-3 border-b py-1">
            <dt className="text-quiet">{name}</dt>
            <dd className={value ? (/\d/.test(value) ? 'num text-right' : 'text-right') : 'text-quiet'}>
              {value ?? say('not recorded')}
            </dd>
          </div>
        ))}
      </dl>
    </>
  )
}

function LotLife({ lot }: { lot: LotAnswer }) {
  const { short, clock } = useDates()
  return (
    <section>
      <h2 className="headrule">
        {say('Its life, {life}', { life: count(lot.life.length, 'entry', 'entries') })}
      </h2>
      <RuledTable
        label={say('Life of the stock')}
        heads={[say('When'), say('What'), `#${say('Change')}`, say('Who')]}
      >
        {lot.life.map((row, i) => (
          <tr key={`${row.entry}${i}`} className="border-hair border-b align-baseline">
            <td className="num text-13 py-1.5 pr-4 whitespace-nowrap">{`${short(row.at)} ${clock(row.at)}`}</td>
            <td className="pr-4">
              {row.part ? (
                <Link className="hover:underline" to={`/parts/${row.part}`}>
                  {lifeWords(row)}
                </Link>
              ) : (
                lifeWords(row)
              )}
              {row.words && <span className="text-quiet">{`, ${row.words}`}</span>}
              {row.price && <span className="text-quiet">{`, ${moneyWords(row.price)}`}</span>}
            </td>
            <td className="num pr-4 text-right">
              {row.by === undefined ? '' : row.by > 0 ? `+${row.by}` : row.by === 0 ? '0' : `−${-row.by}`}
            </td>
            <td className="text-quiet whitespace-nowrap">{row.who}</td>
          </tr>
        ))}
      </RuledTable>
    </section>
  )
}
