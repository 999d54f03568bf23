/** What the record answers to a line that asks: sentences, and the entries that they rest on. Nothing is written. */
import { say } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import type { RecordQuestion } from '#core/history/record.ts'
import type { Answered } from '#core/views/answers.ts'
import { whenWords } from '#api/words/dates.ts'
import { answerWords } from '#api/words/record.ts'
import { keys } from '#web/app/keys.ts'
import { wordsOf } from '#web/app/http.ts'
import { HouseLink, useSource } from '#web/app/source.tsx'
import { passes } from '#web/app/judging.ts'
import { useOutbox } from '#web/app/outbox.ts'
import { useDates, useSigned } from '#web/app/session.tsx'
import { Act } from '#web/ui/Forms.tsx'
import { useEntryWords } from '#web/ui/LogLine.tsx'
import { answerHere } from '#web/app/device-fold.ts'

export function AnswerStrip({
  episode,
  machine,
  question,
  onKeep,
  onClose,
}: {
  episode: string
  machine: string
  question: RecordQuestion
  /** The question stands for somebody to answer: it becomes a line of the log. */
  onKeep: () => void
  onClose: () => void
}) {
  const { when, short } = useDates()
  const { get } = useSource()
  const { asks, about } = question
  const {
    me: { account },
    house,
  } = useSigned()
  const outbox = useOutbox(account)
  const waiting = outbox.filter((w) => w.draft.episode === episode)
  const { data, error } = useQuery({
    queryKey: keys.answer(episode, asks, about),
    queryFn: async (): Promise<Answered & { readonly here?: boolean }> => {
      try {
        return await get('/episodes/:id/answer', { id: episode, asks, about })
      } catch (failure) {
        // Without a connection the entries that the device holds answer; where it holds none, the failure stands.
        const own =
          passes(failure) && (await answerHere({ id: episode, account, house: house.id, waiting }, question))
        if (!own) throw failure
        return { ...own, here: true }
      }
    },
    retry: false,
  })
  const words = useEntryWords({ labels: data?.labels ?? {}, machine })
  if (error) return <p className="text-oxide font-bold">{wordsOf(error)}</p>
  if (!data) return <p className="text-quiet">{say('Looking in the record …')}</p>
  return (
    <div className="flex items-start gap-x-6" role="status">
      <div className="max-h-40 min-w-0 flex-1 overflow-y-auto">
        {data.here && (
          <p className="text-quiet">{say('Without a connection: from what this device holds.')}</p>
        )}
        {data.facts.map((fact, i) => (
          <p key={i}>{answerWords(fact, when)}</p>
        ))}
        <ul>
          {data.rows.map((row) => {
            const { what, result } = words(row.body, row.happenedAt)
            return (
              <li key={row.id} className="text-13">
                <span className="num text-quiet">
                  {short(row.happenedAt.latest)}{' '}
                  {row.happenedAt.earliest === row.happenedAt.latest &&
                    whenWords(row.happenedAt, when.now, when.zone)}
                </span>{' '}
                <HouseLink className="underline" to={`/machines/${machine}?show=entries#entry-${row.id}`}>
                  {result ? `${what}: ${result}` : what}
                </HouseLink>
              </li>
            )
          })}
        </ul>
      </div>
      <div className="flex shrink-0 gap-x-4">
        <Act onClick={onKeep}>{say('Ask people instead')}</Act>
        <Act onClick={onClose}>{say('Close the answer')}</Act>
      </div>
    </div>
  )
}
