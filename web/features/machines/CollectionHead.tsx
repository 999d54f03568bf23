import { say } from '#api/words/say.ts'
import type { ListHead } from './useMachineList.ts'
import { Link, useNavigate } from 'react-router'
import { colon, commas, count, list } from '#api/words/lists.ts'
import { MainButton } from '#web/ui/Forms.tsx'

/** How many machines there are, and what can be done with all of them. */
export function CollectionHead({
  guest,
  machines,
  narrowed,
  search,
}: {
  guest: boolean
  machines: ListHead
  narrowed: boolean
  search: string
}) {
  const navigate = useNavigate()
  return (
    <div className="flex items-end justify-between gap-6 max-sm:flex-wrap max-sm:gap-2">
      <div>
        <h1 className="font-display text-24 font-semibold">
          {guest ? say('Your machines') : say('Collection')}
        </h1>
        <p className="text-quiet" role="status">
          {colon(
            narrowed
              ? machines.total === 1
                ? say('{n} machine matches', { n: machines.total })
                : say('{n} machines match', { n: machines.total })
              : count(machines.total, 'machine'),
            commas(
              machines.barred > 0 && say('{n} not to be powered', { n: machines.barred }),
              machines.retest > 0 && say('{n} to test again', { n: machines.retest }),
            ),
          )}
          .
          {machines.near.length > 0 && (
            <strong className="text-ink">
              {' '}
              {say('No machine has “{near}” as written. Near matches are shown.', {
                near: list(machines.near),
              })}
            </strong>
          )}
        </p>
      </div>
      {!guest && (
        <div className="flex min-w-0 flex-wrap items-center gap-x-5 gap-y-2">
          <Link className="act" to="/batches">
            {say('Groups received together')}
          </Link>
          <Link className="act" to="/collection/storage">
            {say('Storage round')}
          </Link>
          <Link className="act" to="/collection/table">
            {say('Import CSV')}
          </Link>
          <a className="act" href={`/api/table?${search}`} download>
            {say('Export CSV')}
          </a>
          <MainButton onClick={() => void navigate('/machines/new')}>{say('Register a machine')}</MainButton>
        </div>
      )}
    </div>
  )
}
