/** A contested entry is settled by a person: it happened, or it did not. */
import { say } from '#api/words/say.ts'
import type { LogRow } from '#core/views/rows.ts'
import { useDrafts, useWrite } from '#web/app/session.tsx'
import { useState } from 'react'
import { wordsOf } from '#web/app/http.ts'
import { Slip, TextField, Said, MainButton, Act } from './Forms.tsx'

export function SettleSlip({ row, onClose }: { row: LogRow; onClose: () => void }) {
  const drafts = useDrafts()
  const write = useWrite()
  const [words, setWords] = useState('')
  const [error, setError] = useState<string>()
  const settle = async (outcome: 'happened' | 'did not happen') => {
    try {
      const written = await write(
        drafts([
          {
            body: {
              kind: 'settle',
              entry: row.id,
              outcome,
              ...(words.trim() ? { words: words.trim() } : {}),
            },
            episode: row.episode,
          },
        ]),
      )
      if (written.sent && written.refused)
        setError(
          say('{detail} Correct the later moves first, then it can be settled as having happened.', {
            detail: written.refused.detail,
          }),
        )
      else onClose()
    } catch (failure) {
      setError(wordsOf(failure))
    }
  }
  return (
    <Slip title={say('Settle: did it happen?')} onClose={onClose}>
      <TextField
        label={say('How you know')}
        value={words}
        autoFocus
        onChange={(e) => setWords(e.target.value)}
      />
      <Said error={error} />
      <p className="mt-3 flex gap-6">
        <MainButton onClick={() => void settle('did not happen')}>{say('It did not happen')}</MainButton>
        <Act onClick={() => void settle('happened')}>{say('It happened')}</Act>
      </p>
    </Slip>
  )
}
