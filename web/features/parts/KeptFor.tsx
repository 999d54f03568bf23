/** What is kept for which machine, and letting it go. */
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
      <h2 className="headrule mt-5">Kept for</h2>
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
              <span className="text-quiet text-13 block">{`${r.n > 1 ? `${r.n} of them, ` : ''}since ${short(r.since)}${r.until ? `, until ${short(r.until)}` : ''}`}</span>
            </span>
            <Act
              className="whitespace-nowrap"
              onClick={() => onEnd(r)}
              aria-label={`Let it go, no longer kept for ${r.label}`}
            >
              Let go
            </Act>
          </li>
        ))}
      </ul>
    </>
  )
}
