/** What is in a position, in words. */
import { say } from '#api/words/say.ts'
import { Link } from 'react-router'
import type { PositionRow } from '#core/views/machine-parts.ts'
import { useDates, useSigned } from '#web/app/session.tsx'

const contentWords = {
  unseen: say('as found, not looked at'),
  empty: say('empty'),
  'unknown part': say('an unknown part'),
  part: '',
} as const

export function ContentOf({ row }: { row: PositionRow }) {
  const { short } = useDates()
  const { me } = useSigned()
  const { part } = row
  if (row.content !== 'part' || !part)
    return (
      <span className={row.content === 'empty' && row.essential ? 'text-copper font-bold' : 'text-quiet'}>
        {row.content === 'unseen' && row.worked
          ? say('as found, {verbs}, {at}', { verbs: row.worked.verbs.join(', '), at: short(row.worked.at) })
          : contentWords[row.content]}
      </span>
    )
  return (
    <>
      {me.role === 'guest' ? (
        part.label
      ) : (
        <Link className="hover:underline" to={`/parts/${part.id}`}>
          {part.label}
        </Link>
      )}
      <span className="text-quiet">
        {part.own
          ? `, ${say('its own')}`
          : `, ${say('from {from}', { from: part.from ?? part.origin ?? say('elsewhere') })}`}
        {part.since ? `, ${short(part.since)}` : ''}
        {row.worked ? `; ${row.worked.verbs.join(', ')}, ${short(row.worked.at)}` : ''}
      </span>
      {part.temporary && <strong className="text-copper">{`, ${say('for now')}`}</strong>}
    </>
  )
}
