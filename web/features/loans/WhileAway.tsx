/** What happened while it was away, and what the house must test after it. */
import { stillHere } from '#core/loans/items.ts'
import { Link } from 'react-router'
import { durationWords } from '#api/words/dates.ts'
import { count, list, plainEnd, sentence } from '#api/words/lists.ts'
import type { LoanView } from '#core/views/loan-shape.ts'
import { useDates } from '#web/app/session.tsx'
import { Row, Rows } from '#web/ui/Rows.tsx'

export function WhileAway({ view }: { view: LoanView }) {
  const { short, clock } = useDates()
  if (view.runs.length + view.incidents.length === 0) return null
  const minutes = view.runs.reduce((sum, r) => sum + r.minutes, 0)
  return (
    <div className="space-y-4">
      {view.incidents.length > 0 && (
        <Rows title="Incidents there">
          {view.incidents.map((i) => (
            <Row
              key={i.id}
              left={
                <>
                  <strong className="text-oxide">{`${i.machine}: ${plainEnd(i.words)}`}</strong>
                  {i.madeSafe && <span>{` ${sentence(`done at once: ${i.madeSafe}`)}`}</span>}
                  <span className="block">
                    {i.cleared
                      ? 'The collection has looked at it since.'
                      : 'Do not power until somebody of the collection has looked at it.'}
                  </span>
                </>
              }
              right={`${short(i.at)}, ${clock(i.at)}`}
            />
          ))}
        </Rows>
      )}
      {view.runs.length > 0 && (
        <Rows title={`Switched on there, ${count(view.runs.length, 'time')}, ${minutes} min`}>
          {view.runs.map((r) => (
            <Row
              key={r.id}
              left={
                <>
                  {`${view.machines.length > 1 ? `${r.machine}: ` : ''}${r.minutes} min, by ${r.who}${r.started ? '' : ', did not start'}${r.symptom ? ` (${r.symptom})` : ''}`}
                  {r.tooLong && <strong className="text-copper"> Longer that day than agreed.</strong>}
                  {r.notNamed && <strong className="text-copper"> By somebody the terms do not name.</strong>}
                </>
              }
              right={short(r.at)}
            />
          ))}
        </Rows>
      )}
    </div>
  )
}

/** What the house must do to the machines after their way. */
export function Tested({ view }: { view: LoanView }) {
  const { short } = useDates()
  const due = view.machines.filter(
    (m) => (m.retest?.length ?? 0) > 0 || m.failed !== undefined || m.status === 'do not power',
  )
  if (due.length === 0 || view.itemRows.every(stillHere)) return null
  return (
    <Rows title="To be tested">
      {due.map((m) => (
        <li key={m.id} className="border-hair border-b py-1">
          <Link className="act" to={`/machines/${m.id}`}>
            {m.name}
          </Link>
          <span className="block">
            {m.status === 'do not power' && (
              <strong className="text-oxide">
                Do not power: an incident is open. Clear it on the machine’s page first.{' '}
              </strong>
            )}
            {m.failed && (
              <strong className="block">
                {`${list(m.failed.fns, 8)}: failed in a test after it was carried on ${short(m.failed.carried)}${m.failed.ran > 0 ? ` and ran there for ${durationWords(m.failed.ran)}` : ''}.`}
              </strong>
            )}
            {m.retest && m.retest.length > 0
              ? `${count(m.retest.length, 'function')} to test again since it was away: ${list(m.retest, 8)}.`
              : ''}
          </span>
        </li>
      ))}
    </Rows>
  )
}
