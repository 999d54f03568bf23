/** What the record answers to a line that asks: sentences, and the entries that they rest on. Nothing is written. */
import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import type { RecordQuestion } from '#core/history/record.ts'
import { whenWords } from '#api/words/dates.ts'
import { answerWords } from '#api/words/record.ts'
import { keys } from '#web/app/keys.ts'
import { get, wordsOf } from '#web/app/http.ts'
import { useDates } from '#web/app/session.tsx'
import { Act } from '#web/ui/Forms.tsx'
import { useEntryWords } from '#web/ui/LogLine.tsx'

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
  const { asks, about } = question
  const { data, error } = useQuery({
    queryKey: keys.answer(episode, asks, about),
    queryFn: () => get('/episodes/:id/answer', { id: episode, asks, about }),
    retry: false,
  })
  const words = useEntryWords({ labels: data?.labels ?? {}, machine })
  if (error) return <p className="text-oxide font-bold">{wordsOf(error)}</p>
  if (!data) return <p className="text-quiet">Looking in the record …</p>
  return (
    <div className="flex items-start gap-x-6" role="status">
      <div className="max-h-40 min-w-0 flex-1 overflow-y-auto">
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
                <Link className="underline" to={`/machines/${machine}?show=entries#entry-${row.id}`}>
                  {result ? `${what}: ${result}` : what}
                </Link>
              </li>
            )
          })}
        </ul>
      </div>
      <div className="flex shrink-0 gap-x-4">
        <Act onClick={onKeep}>Ask people instead</Act>
        <Act onClick={onClose}>Close the answer</Act>
      </div>
    </div>
  )
}
