/** Who did what to accounts and rights: a steward looks here when something is odd. */
import { say } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { keys } from '#web/app/keys.ts'
import { get, wordsOf } from '#web/app/http.ts'
import { useDates } from '#web/app/session.tsx'
import { Slip } from '#web/ui/Forms.tsx'
import { RuledTable } from '#web/ui/RuledTable.tsx'

export function SecurityNotes({ onClose }: { onClose: () => void }) {
  const { short, clock } = useDates()
  const { data, error } = useQuery({
    queryKey: keys.securityLog,
    queryFn: () => get('/security-log'),
    staleTime: 0,
  })
  return (
    <Slip title={say('Sign-ins and rights')} onClose={onClose}>
      {error && <p>{wordsOf(error)}</p>}
      {data && data.notes.length === 0 && <p className="text-quiet">{say('No sign-in is recorded yet.')}</p>}
      {data && data.notes.length > 0 && (
        <div
          className="max-h-96 overflow-auto"
          tabIndex={0}
          role="region"
          aria-label={say('Sign-ins and rights')}
        >
          <RuledTable
            label={say('Sign-ins and rights')}
            heads={[say('When'), say('Account'), say('What'), '', say('About'), say('From')]}
          >
            {data.notes.map((n) => (
              <tr key={n.n} className="border-hair border-b">
                <td className="num text-13 py-1 pr-3 whitespace-nowrap">{`${short(n.at)} ${clock(n.at)}`}</td>
                <td className="py-1 pr-3">{n.who ?? say('not known')}</td>
                <td className="py-1 pr-3">{n.did}</td>
                <td
                  className={`py-1 pr-3 ${n.outcome === 'refused' ? 'text-oxide font-bold' : 'text-quiet'}`}
                >
                  {n.outcome}
                </td>
                <td className="text-quiet py-1 pr-3">{n.about}</td>
                <td className="num text-13 text-quiet py-1">{n.network}</td>
              </tr>
            ))}
          </RuledTable>
        </div>
      )}
    </Slip>
  )
}
