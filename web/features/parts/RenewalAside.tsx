/** Beside the map: what is still to be bought, what it cost so far, and how to go about it. */
import { say } from '#api/words/say.ts'
import { type OrderLine, orderList } from '#core/parts/renewal.ts'
import { Link } from 'react-router'
import { count } from '#api/words/lists.ts'
import { moneyWords } from '#api/words/money.ts'
import { valueWords } from '#api/words/points.ts'
import { parseQuantity } from '#core/quantity/quantity.ts'
import type { RenewalAnswer } from '#api/parts.ts'

/** A value as one writes it on an order: "2200uF" and "2200 µF" are one. */
const tidyValue = (text: string): string => {
  const read = parseQuantity(text.replace(/\s+/g, ''))
  return read?.value === undefined ? text : valueWords(read.value, read.unit)
}

export function RenewalAside({ view, inSet, query }: { view: RenewalAnswer; inSet: number; query: string }) {
  const order = orderList(view.rows, view.stocked)
  const heaps = new Map<string, string[]>()
  for (const { from, position } of view.stocked) heaps.set(from, [...(heaps.get(from) ?? []), position])
  return (
    <aside className="space-y-5">
      <ToBuy order={order} inSet={inSet} view={view} query={query} />
      {heaps.size > 0 && (
        <section>
          <h2 className="headrule">{say('Lies in the house')}</h2>
          <ul>
            {[...heaps].map(([from, positions]) => (
              <li key={from} className="border-hair flex justify-between gap-3 border-b py-1.5">
                <span>{from}</span>
                <span className="num text-right">{positions.join(', ')}</span>
              </li>
            ))}
          </ul>
          <p className="text-quiet text-13 py-1">
            {say('Each counted once, by value and rating; the body is measured at the board.')}
          </p>
        </section>
      )}
      {(view.cost.sums.length > 0 || view.cost.unpriced > 0) && <CostSoFar view={view} />}
      <section>
        <h2 className="headrule">{say('One at a time')}</h2>
        <p className="text-quiet py-1.5">
          {say(
            'On a board without a drawing: photograph, read the print, take one out, put one in, verify it, then the next. The map is made as you go. The part that came out may be an earlier guess.',
          )}
        </p>
        {view.machine.openEpisode ? (
          <Link className="act" to={`/episodes/${view.machine.openEpisode}`}>
            {say('To the open episode')}
          </Link>
        ) : (
          <p className="text-quiet">
            {say('No episode is open: what is said here is kept all the same, moves belong in one.')}
          </p>
        )}
      </section>
    </aside>
  )
}

function ToBuy({
  order,
  inSet,
  view,
  query,
}: {
  order: OrderLine[]
  inSet: number
  view: RenewalAnswer
  query: string
}) {
  return (
    <section>
      <h2 className="headrule">{say('Still to be bought')}</h2>
      {order.length === 0 && (
        <p className="text-quiet py-2">
          {inSet === 0
            ? say('Nothing belongs to the set.')
            : view.stocked.length > 0
              ? say('Nothing: what is wanted is in store.')
              : say('Nothing whose value is known is missing.')}
        </p>
      )}
      <ul>
        {order.map((line) => (
          <li key={`${line.value}${line.leastVolts ?? ''}`} className="border-hair border-b py-1.5">
            <span className="flex justify-between gap-3">
              <span className="num font-bold">{`${line.count} × ${tidyValue(line.value)}`}</span>
              <span className="num">{line.leastVolts === undefined ? '' : `≥ ${line.leastVolts} V`}</span>
            </span>
            <span className="text-quiet text-13 block">
              {say('{positions}; with spares', { positions: line.positions.join(', ') })}
            </span>
          </li>
        ))}
      </ul>
      {order.length > 0 && (
        <a
          className="act mt-2 inline-block"
          href={`/api/machines/${view.machine.id}/renewal${query}${query ? '&' : '?'}as=csv`}
          download
        >
          {say('As a table (CSV)')}
        </a>
      )}
    </section>
  )
}

function CostSoFar({ view }: { view: RenewalAnswer }) {
  return (
    <section>
      <h2 className="headrule">{say('What it cost so far')}</h2>
      <ul>
        {view.cost.sums.map((sum) => (
          <li key={sum.currency} className="border-hair flex justify-between border-b py-1.5">
            <span>{say('Parts put in')}</span>
            <span className="num">{moneyWords(sum)}</span>
          </li>
        ))}
      </ul>
      {view.cost.unpriced > 0 && (
        <p className="text-quiet py-1">
          {say('{unpriced} with no price written down.', { unpriced: count(view.cost.unpriced, 'part') })}
        </p>
      )}
    </section>
  )
}
