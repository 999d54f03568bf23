/** Parts that came out of a machine: where each is, since when, and who answers for what is gone. */
import { say } from '#api/words/say.ts'
import { Link } from 'react-router'
import type { MachineView } from '#core/views/machine-shape.ts'
import { useDates, useSigned } from '#web/app/session.tsx'
import { Row, Rows } from '#web/ui/Rows.tsx'

export function CameOut({ view }: { view: MachineView }) {
  const { short } = useDates()
  const { me } = useSigned()
  return (
    <Rows
      title={say('What came out, and where it is')}
      empty={view.given.length === 0 ? say('Nothing is recorded as waiting for it.') : undefined}
    >
      {view.given.map((g) => (
        <Row
          key={g.part}
          left={
            me.role === 'guest' ? (
              g.label
            ) : (
              <Link className="hover:underline" to={`/parts/${g.part}`}>
                {g.label}
              </Link>
            )
          }
          right={
            <>
              <span className={g.to === 'unknown' ? 'text-copper font-bold' : ''}>
                {g.to === 'unknown' ? say('its place is not recorded') : g.to}
              </span>
              {`, ${short(g.at)}`}
              {g.authority && (
                <span className="text-quiet block">
                  {say('allowed by {authority}', { authority: g.authority })}
                </span>
              )}
            </>
          }
        />
      ))}
    </Rows>
  )
}
