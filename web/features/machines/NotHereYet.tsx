/** A day before a machine came in: where it was then, as far as its provenance says. */
import { sourceWords } from '#api/words/owners.ts'
import { say } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { dayWords } from '#api/words/dates.ts'
import { capital, commas, sentence } from '#api/words/lists.ts'
import type { ChainLink } from '#core/provenance/chain.ts'
import { keys } from '#web/app/keys.ts'
import { get } from '#web/app/http.ts'
import { useDates } from '#web/app/session.tsx'
import { Act } from '#web/ui/Forms.tsx'

export function NotHereYet({
  machine,
  day,
  until,
  onBack,
}: {
  machine: string
  day: string
  /** The last moment of that day. */
  until: string
  onBack: () => void
}) {
  const { zone } = useDates()
  const { data: arrival } = useQuery({
    queryKey: keys.arrival(machine),
    queryFn: () => get('/machines/:id/arrival', { id: machine }),
    retry: false,
  })
  const then = (arrival?.chain.rows ?? []).filter(
    (row): row is ChainLink =>
      row.is === 'link' && (row.at.earliest ?? '') <= until && row.at.latest >= `${day}T00:00:00.000Z`,
  )
  return (
    <main className="max-w-2xl space-y-3 p-8">
      <h1 className="text-18 font-bold">
        {say('Not here yet on {until}', { until: dayWords(until, zone) })}
      </h1>
      {arrival && (
        <p>
          {sentence(
            commas(
              say('it came in on {registeredAt}', { registeredAt: dayWords(arrival.registeredAt, zone) }),
              arrival.source &&
                (arrival.source.from
                  ? say('{how} from {from}', {
                      how: sourceWords(arrival.source.how),
                      from: arrival.source.from,
                    })
                  : sourceWords(arrival.source.how)),
            ),
          )}
        </p>
      )}
      {then.map((link) => (
        <p key={link.entry}>
          {`${capital(link.body.sort)}${link.body.words ? `: ${link.body.words}` : ''}, ${link.body.when}.`}
        </p>
      ))}
      {arrival && then.length === 0 && (
        <p className="text-quiet">{say('Where it was on that day is not written down.')}</p>
      )}
      <Act onClick={onBack}>{say('Back to today')}</Act>
    </main>
  )
}
