/** On the evening itself who does what, first; on the days before it, a line that leads to the plan. */
import { say } from '#api/words/say.ts'
import { Link } from 'react-router'
import type { BenchEvening } from '#api/machines.ts'
import { eveningSentence, runsWords } from '#api/words/plan.ts'
import { colon, list } from '#api/words/lists.ts'
import { lazily } from '#web/ui/lazily.tsx'
import { clockAfter } from '#core/plan/sheet.ts'

const PromisedDays = lazily(async () => (await import('#web/app/PromisedDays.tsx')).PromisedDays)

export function Tonight({ evening }: { evening: BenchEvening }) {
  return (
    <>
      {evening.promised && <PromisedDays />}
      <Evening evening={evening} />
    </>
  )
}

function Evening({ evening }: { evening: BenchEvening }) {
  const rows = evening.today ? (evening.told?.rows ?? []) : []
  const name = (id: string) => evening.names[id] ?? say('somebody')
  if (rows.length === 0)
    return (
      <p className="mb-4">
        <Link className="act" to="/plan">
          {colon(evening.today ? say('Tonight') : say('Next evening'), eveningSentence(evening))}
        </Link>
      </p>
    )
  return (
    <section aria-label={say('Tonight')} className="bg-sheet mb-5 rounded-sm px-4 py-3">
      <h2 className="headrule">
        <Link to="/plan" className="hover:underline">
          {say('Tonight, begin leaving')} <span className="num">{evening.told?.leave}</span>
        </Link>
      </h2>
      <ol>
        {rows.map((row, i) => (
          <li
            key={i}
            className="border-hair grid grid-cols-[9rem_minmax(0,1fr)] gap-x-3 border-b py-1.5 max-sm:grid-cols-1"
          >
            <span className="num">
              {say('{from} to {clockAfter}', {
                from: row.from,
                clockAfter: clockAfter(row.from, row.minutes),
              })}
            </span>
            <span>
              <strong>{list(row.people.map(name))}</strong>: {row.what},{' '}
              <Link to={`/machines/${row.machine}`} className="hover:underline">
                {name(row.machine)}
              </Link>
              {row.place && (
                <span className="text-quiet">{`, ${say('at {place}', { place: row.place })}`}</span>
              )}
              {row.fetch && (
                <span className="block">{say('From the shelf: {fetch}', { fetch: row.fetch })}</span>
              )}
              {row.runs !== undefined && <span className="text-quiet block">{runsWords(row.runs)}</span>}
            </span>
          </li>
        ))}
      </ol>
    </section>
  )
}
