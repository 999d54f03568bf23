/** The positions of a machine and what is in them. */
import type { MachineView } from '#core/views/machine-shape.ts'
import { useDates, useSigned } from '#web/app/session.tsx'
import { Rows } from '#web/ui/Rows.tsx'
import { Link } from 'react-router'
import { CameOut } from './CameOut.tsx'
import { lazily } from '#web/ui/lazily.tsx'

const OriginalitySection = lazily(async () => (await import('./OriginalitySection.tsx')).OriginalitySection)

const contentWords = {
  unseen: 'as found, not looked at',
  empty: 'empty',
  'unknown part': 'an unknown part',
  part: '',
} as const

export function Parts({ view }: { view: MachineView }) {
  const { short } = useDates()
  const { me } = useSigned()
  const staff = me.role !== 'guest'
  return (
    <div className="grid grid-cols-[2fr_1fr] gap-6 max-lg:grid-cols-1">
      <Rows
        title="Positions"
        right={
          staff && (
            <span className="flex gap-5">
              <Link className="act" to={`/machines/${view.id}/modifications`}>
                Changes
              </Link>
              <Link className="act" to={`/machines/${view.id}/renewal`}>
                Renew a set
              </Link>
              <Link className="act" to={`/machines/${view.id}/beside`}>
                Side by side
              </Link>
              <Link className="act" to={`/machines/${view.id}/donors`}>
                Find donors
              </Link>
            </span>
          )
        }
        empty={view.positions.length === 0 ? 'No position is listed yet.' : undefined}
      >
        {view.positions.map((p) => (
          <li
            key={p.designator}
            className="border-hair group grid min-h-8 grid-cols-[9rem_1fr_1.4fr_auto] items-baseline gap-3 border-b py-1"
          >
            <span className="num">
              {p.on && <span className="text-quiet">{p.on} / </span>}
              {p.designator}
            </span>
            <span className="text-quiet">{p.accepts}</span>
            <span>
              {p.content === 'part' && p.part ? (
                <>
                  <Link className="hover:underline" to={`/parts/${p.part.id}`}>
                    {p.part.label}
                  </Link>
                  <span className="text-quiet">
                    {p.part.own ? ', its own' : `, from ${p.part.from ?? p.part.origin ?? 'elsewhere'}`}
                    {p.part.since ? `, ${short(p.part.since)}` : ''}
                  </span>
                  {p.part.temporary && <strong className="text-copper">, for now</strong>}
                </>
              ) : (
                <span
                  className={p.content === 'empty' && p.essential ? 'text-copper font-bold' : 'text-quiet'}
                >
                  {contentWords[p.content]}
                </span>
              )}
            </span>
            {staff && (
              <Link
                className="act text-13 unseen"
                to={`/machines/${view.id}/donors?position=${encodeURIComponent(p.designator)}`}
                aria-label={`What could replace ${p.designator}`}
              >
                Replace
              </Link>
            )}
          </li>
        ))}
      </Rows>
      <div>
        <CameOut view={view} />
        {staff && <OriginalitySection machine={view.id} />}
      </div>
    </div>
  )
}
