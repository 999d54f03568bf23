/** What waits for a part: its home, the position it left, machines it is kept for; and keeping it for one. */
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import { Link } from 'react-router'
import type { PartLife } from '#api/machines.ts'
import type { EntryId, MachineId } from '#core/ids.ts'
import { useSend } from '#web/app/send.ts'
import { useDates } from '#web/app/session.tsx'
import { Act, Said } from '#web/ui/Forms.tsx'
import { KeepSlip } from './KeepSlip.tsx'

const waitWhy = {
  lent: say('it is lent from there'),
  'empty since': say('empty since it left'),
  'kept for it': say('reserved for it'),
} as const

/** What waits for this part, and keeping it for a machine. */
export function PartWaits({ part }: { part: PartLife }) {
  const { short } = useDates()
  const [keeping, setKeeping] = useState(false)
  const { send, error } = useSend()
  const end = (entry: string, machine: string) =>
    void send([
      {
        body: {
          kind: 'reservation',
          what: 'ended',
          machine: machine as MachineId,
          part: part.id,
          reservation: entry as EntryId,
        },
      },
    ])
  return (
    <div className="mb-5">
      <h2 className="headrule flex justify-between">
        {say('What waits for it')}
        {part.holder !== 'gone' && (
          <Act onClick={() => setKeeping(!keeping)}>{say('Reserve it for a machine')}</Act>
        )}
      </h2>
      {part.waits.length === 0 && !keeping && (
        <p className="text-quiet py-1.5">{say('Nothing is recorded as waiting for it.')}</p>
      )}
      <ul>
        {part.waits.map((w) => {
          const kept =
            w.why === 'kept for it'
              ? part.kept.find((k) => k.machine === w.machine && k.position === w.position)
              : undefined
          return (
            <li
              key={`${w.machine}${w.position ?? ''}${w.why}`}
              className="border-hair flex items-baseline justify-between gap-3 border-b py-1.5"
            >
              <span>
                <Link className="font-bold hover:underline" to={`/machines/${w.machine}?show=parts`}>
                  {w.position
                    ? say('{position} of {machine}', { position: w.position, machine: w.label })
                    : w.label}
                </Link>
                <span className="text-quiet">{`, ${w.since ? (w.why === 'empty since' ? say('{why} on {since}', { why: waitWhy[w.why], since: short(w.since) }) : say('{why} since {since}', { why: waitWhy[w.why], since: short(w.since) })) : waitWhy[w.why]}`}</span>
                {w.until && (
                  <span
                    className={w.why === 'lent' ? 'text-steel font-bold' : 'text-quiet'}
                  >{`, ${w.why === 'lent' ? say('due {day}', { day: short(w.until) }) : say('until {until}', { until: short(w.until) })}`}</span>
                )}
              </span>
              {kept && <Act onClick={() => end(kept.entry, kept.machine)}>{say('Release')}</Act>}
            </li>
          )
        })}
      </ul>
      {keeping && <KeepSlip part={part.id} onClose={() => setKeeping(false)} />}
      <Said error={error} />
    </div>
  )
}
