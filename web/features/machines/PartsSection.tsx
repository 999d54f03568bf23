/** The positions of a machine and what is in them: on the picture of its board, then as a list. What nobody has touched is told once. */
import { say } from '#api/words/say.ts'
import type { PositionRow } from '#core/views/machine-parts.ts'
import type { MachineView } from '#core/views/machine-shape.ts'
import { useSigned } from '#web/app/session.tsx'
import { Rows } from '#web/ui/Rows.tsx'
import { Link } from 'react-router'
import { BoardPicture } from './BoardPicture.tsx'
import { CameOut } from './CameOut.tsx'
import { ContentOf } from './ContentOf.tsx'
import { lazily } from '#web/ui/lazily.tsx'

const OriginalitySection = lazily(async () => (await import('./OriginalitySection.tsx')).OriginalitySection)

export function Parts({ view }: { view: MachineView }) {
  const { me } = useSigned()
  const staff = me.role !== 'guest'
  const known = (p: PositionRow) => p.content !== 'unseen' || p.worked !== undefined
  const touched = view.positions.filter(known)
  const unseen = view.positions.filter((p) => !known(p))
  return (
    <>
      <BoardPicture view={view} />
      <div className="grid grid-cols-[2fr_1fr] gap-6 max-lg:grid-cols-1">
        <div className="space-y-5">
          <Rows
            title={say('Positions')}
            right={staff && <Ways view={view} />}
            empty={
              view.positions.length === 0
                ? say('No position is listed yet.')
                : touched.length === 0
                  ? say('Nothing has been taken out or put in, as far as is written down.')
                  : undefined
            }
          >
            {touched.map((p) => (
              <li
                key={p.designator}
                className="border-hair group grid min-h-8 grid-cols-[9rem_1fr_1.4fr_auto] items-baseline gap-3 border-b py-1 max-sm:grid-cols-[6rem_1fr]"
              >
                <Designator row={p} />
                <span className="text-quiet">{p.accepts}</span>
                <span>
                  <ContentOf row={p} />
                </span>
                {staff && <Replace view={view} row={p} />}
              </li>
            ))}
          </Rows>
          {unseen.length > 0 && <AsFound view={view} rows={unseen} staff={staff} />}
        </div>
        <div>
          <CameOut view={view} />
          {staff && <OriginalitySection machine={view.id} />}
        </div>
      </div>
    </>
  )
}

function Ways({ view }: { view: MachineView }) {
  return (
    <span className="flex flex-wrap gap-x-5">
      <Link className="act" to={`/machines/${view.id}/modifications`}>
        {say('Changes')}
      </Link>
      <Link className="act" to={`/machines/${view.id}/renewal`}>
        {say('Renew a set')}
      </Link>
      <Link className="act" to={`/machines/${view.id}/beside`}>
        {say('Side by side')}
      </Link>
      <Link className="act" to={`/machines/${view.id}/donors`}>
        {say('Find donors')}
      </Link>
    </span>
  )
}

/** Positions that nobody has touched: it is assumed that they hold what the type sheet says. */
function AsFound({ view, rows, staff }: { view: MachineView; rows: readonly PositionRow[]; staff: boolean }) {
  return (
    <Rows title={say('Not examined')} right={<span className="num">{rows.length}</span>}>
      <li>
        <ul className="columns-2 gap-6 max-sm:columns-1">
          {rows.map((p) => (
            <li
              key={p.designator}
              className="border-hair group flex min-h-8 break-inside-avoid items-baseline gap-3 border-b py-1"
            >
              <Designator row={p} />
              <span className="text-quiet min-w-0 flex-1 truncate">{p.accepts}</span>
              {staff && <Replace view={view} row={p} />}
            </li>
          ))}
        </ul>
      </li>
    </Rows>
  )
}

const Designator = ({ row }: { row: PositionRow }) => (
  <span className="num">
    {row.on && <span className="text-quiet">{row.on} / </span>}
    {row.designator}
  </span>
)

const Replace = ({ view, row }: { view: MachineView; row: PositionRow }) => (
  <Link
    className="act text-13 unseen"
    to={`/machines/${view.id}/donors?position=${encodeURIComponent(row.designator)}`}
    aria-label={say('What could replace {designator}', { designator: row.designator })}
  >
    {say('Replace')}
  </Link>
)
