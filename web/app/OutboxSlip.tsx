/** What waits to be sent, and what was refused: nothing leaves here unless the server has it or its writer deletes it. */
import { entryWords } from '#api/words/entries.ts'
import { Act, Slip } from '#web/ui/Forms.tsx'
import { nowInstant } from './clock.ts'
import { discard, sendOutbox, useOutbox } from './outbox.ts'
import { useDates } from './session.tsx'

export default function OutboxSlip({ account, onClose }: { account: string; onClose: () => void }) {
  const waiting = useOutbox(account)
  const { zone, short, clock } = useDates()
  return (
    <div className="px-4">
      <Slip title={waiting.length ? `${waiting.length} not sent yet` : 'Everything is sent'} onClose={onClose}>
        <ul>
          {waiting.map(({ draft, refused }) => (
            <li key={draft.id} className="border-hair flex gap-4 border-b py-1.5">
              <span className="num text-quiet whitespace-nowrap">{`${short(draft.happenedAt.latest)} ${clock(draft.happenedAt.latest)}`}</span>
              <span className="flex-1">
                {entryWords(draft.body, { labels: {}, zone, now: nowInstant(), machine: 'machine' in draft.body ? draft.body.machine : undefined }).what}
                {refused && <span className="text-oxide block">{refused}</span>}
              </span>
              {refused && <Act onClick={() => discard(account, draft.id)}>Delete</Act>}
            </li>
          ))}
        </ul>
        <p className="mt-3">
          <Act onClick={() => void sendOutbox(account)}>Send now</Act>
        </p>
      </Slip>
    </div>
  )
}
