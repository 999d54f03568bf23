/** What is kept for which machine, and letting it go. */
import { commas } from '#api/words/lists.ts'
import { say } from '#api/words/say.ts'
import { Link } from 'react-router'
import type { ReservationRow } from '#core/views/lots.ts'
import { useDates } from '#web/app/session.tsx'
import { Act } from '#web/ui/Forms.tsx'

export function KeptFor({
  rows,
  onEnd,
}: {
  rows: readonly ReservationRow[]
  onEnd: (row: ReservationRow) => void
}) {
  const { short } = useDates()
  if (rows.length === 0) return null
  return (
    <>
      <h2 className="headrule mt-5">{say('Reserved for')}</h2>
      <ul>
        {rows.map((r) => (
          <li key={r.entry} className="border-hair flex items-baseline justify-between gap-3 border-b py-1">
            <span>
              <Link className="hover:underline" to={`/machines/${r.machine}?show=parts`}>
                {r.label}
              </Link>
              {r.position && (
                <>
                  , <span className="num">{r.position}</span>
                </>
              )}
              <span className="text-quiet text-13 block">
                {commas(
                  r.n > 1 && say('{n} of them', { n: r.n }),
                  say('since {since}', { since: short(r.since) }),
                  r.until && say('until {until}', { until: short(r.until) }),
                )}
              </span>
            </span>
            <Act
              className="whitespace-nowrap"
              onClick={() => onEnd(r)}
              aria-label={say('Release it, no longer reserved for {label}', { label: r.label })}
            >
              {say('Release')}
            </Act>
          </li>
        ))}
      </ul>
    </>
  )
}
