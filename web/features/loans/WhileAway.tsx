/** What happened while it was away, and what the house must test after it. */
import { say } from '#api/words/say.ts'
import { stillHere } from '#core/loans/items.ts'
import { Link } from 'react-router'
import { durationWords } from '#api/words/dates.ts'
import { brackets, colon, commas, count, list, plainEnd, sentence } from '#api/words/lists.ts'
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
        <Rows title={say('Incidents there')}>
          {view.incidents.map((i) => (
            <Row
              key={i.id}
              left={
                <>
                  <strong className="text-oxide">{`${i.machine}: ${plainEnd(i.words)}`}</strong>
                  {i.madeSafe && (
                    <span>{` ${sentence(say('done at once: {madeSafe}', { madeSafe: i.madeSafe }))}`}</span>
                  )}
                  <span className="block">
                    {i.cleared
                      ? say('The collection has looked at it since.')
                      : say('Do not power until somebody of the collection has looked at it.')}
                  </span>
                </>
              }
              right={`${short(i.at)}, ${clock(i.at)}`}
            />
          ))}
        </Rows>
      )}
      {view.runs.length > 0 && (
        <Rows
          title={say('Switched on there, {runs}, {minutes} min', {
            runs: count(view.runs.length, 'time'),
            minutes,
          })}
        >
          {view.runs.map((r) => (
            <Row
              key={r.id}
              left={
                <>
                  {brackets(
                    colon(
                      view.machines.length > 1 && r.machine,
                      commas(
                        say('{minutes} min, by {who}', { minutes: r.minutes, who: r.who }),
                        !r.started && say('did not start'),
                      ),
                    ),
                    r.symptom,
                  )}
                  {r.tooLong && (
                    <strong className="text-copper"> {say('Longer that day than agreed.')}</strong>
                  )}
                  {r.notNamed && (
                    <strong className="text-copper"> {say('By somebody the terms do not name.')}</strong>
                  )}
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
    <Rows title={say('To be tested')}>
      {due.map((m) => (
        <li key={m.id} className="border-hair border-b py-1">
          <Link className="act" to={`/machines/${m.id}`}>
            {m.name}
          </Link>
          <span className="block">
            {m.status === 'do not power' && (
              <strong className="text-oxide">
                {say('Do not power: an incident is open. Clear it on the machine’s page first.')}{' '}
              </strong>
            )}
            {m.failed && (
              <strong className="block">
                {m.failed.ran > 0
                  ? say(
                      '{fns}: failed in a test after it was carried on {carried} and ran there for {ran}.',
                      {
                        fns: list(m.failed.fns, 8),
                        carried: short(m.failed.carried),
                        ran: durationWords(m.failed.ran),
                      },
                    )
                  : say('{fns}: failed in a test after it was carried on {carried}.', {
                      fns: list(m.failed.fns, 8),
                      carried: short(m.failed.carried),
                    })}
              </strong>
            )}
            {m.retest && m.retest.length > 0
              ? say('{retest} to test again since it was away: {retest2}.', {
                  retest: count(m.retest.length, 'function'),
                  retest2: list(m.retest, 8),
                })
              : ''}
          </span>
        </li>
      ))}
    </Rows>
  )
}
