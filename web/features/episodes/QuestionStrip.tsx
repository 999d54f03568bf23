/** The one question that an entry may leave: a word answers it, *later* puts it with what is to be said later. */
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import { questionWords } from '#api/words/composer-asks.ts'
import type { EntryId } from '#core/ids.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { Interval } from '#core/quantity/time.ts'
import { answered, questionOf } from '#core/composer/ask.ts'
import type { Basis } from '#core/history/entry.ts'
import { useSend } from '#web/app/send.ts'
import { Act, PlainButton, Said } from '#web/ui/Forms.tsx'

/** An entry as it was written, or as its row shows it. */
export interface Asked {
  readonly id: string
  readonly body: Body
  readonly happenedAt: Interval
  readonly basis: Basis
  readonly doneBy?: string | undefined
  readonly episode?: string | undefined
  readonly latestAmendments?: readonly EntryId[]
}

export function QuestionStrip({
  asked,
  onAnswered,
  onLater,
  laterWords = 'Later',
}: {
  asked: Asked
  onAnswered: () => void
  onLater: () => void
  laterWords?: string
}) {
  const [words, setWords] = useState('')
  const { send, error, busy, setError } = useSend()
  const question = questionOf(asked.body)
  if (!question) return null
  const { ask, example } = questionWords(question)
  const answer = async () => {
    const body = answered(asked.body, words)
    if (!body) return setError(say('Write it like this: {example}', { example }))
    const { id, happenedAt, basis, doneBy, episode, latestAmendments = [] } = asked
    const made = await send([
      {
        body,
        happenedAt,
        basis,
        doneBy,
        episode,
        amends: { entry: id as EntryId, seen: latestAmendments, how: 'correct', reason: 'said later' },
      },
    ])
    if (made) onAnswered()
  }
  return (
    <form
      className="flex flex-wrap items-center gap-x-3 gap-y-1"
      onKeyDown={(event) => {
        if (event.key !== 'Escape') return
        event.stopPropagation()
        onLater()
      }}
      onSubmit={(event) => {
        event.preventDefault()
        void answer()
      }}
    >
      <label className="font-bold" htmlFor={`ask-${asked.id}`}>
        {ask}
      </label>
      <input
        id={`ask-${asked.id}`}
        className="field h-9 w-52"
        placeholder={example}
        autoComplete="off"
        value={words}
        onChange={(e) => setWords(e.target.value)}
      />
      <PlainButton type="submit" disabled={busy || words.trim() === ''}>
        {say('Answer')}
      </PlainButton>
      <Act onClick={onLater}>{laterWords}</Act>
      <Said error={error} />
    </form>
  )
}
