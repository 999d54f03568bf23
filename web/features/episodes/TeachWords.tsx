/** What the sorting of a jot may teach: the words that nothing knew, each taken by one tap. */
import { WordMeans } from '#web/ui/WordMeans.tsx'
import { say } from '#api/words/say.ts'
import { useQueryClient } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import { readingScene } from '#core/composer/freely/scene.ts'
import type { ComposerContext } from '#core/composer/context.ts'
import type { Instant } from '#core/quantity/time.ts'
import type { Taught } from '#core/work/reading/acts.ts'
import { useSendOne } from '#web/app/send.ts'
import { useDates } from '#web/app/session.tsx'
import { Act, Said } from '#web/ui/Forms.tsx'
import { useReading } from './useComposer.ts'

export function TeachWords({
  jot,
  lines,
  context,
  at,
}: {
  jot: string
  /** What was written from it. */
  lines: readonly string[]
  context: ComposerContext
  at: Instant
}) {
  const { zone } = useDates()
  const client = useQueryClient()
  const { send, error } = useSendOne()
  const reading = useReading()
  const [taken, setTaken] = useState<readonly string[]>([])
  /** Against the names as they were when the slip was opened: a word that was just taught is still offered as taken. */
  const [before] = useState(context)
  const offers = useMemo(
    () =>
      reading && lines.length > 0 ? reading.offeredWords(jot, lines, readingScene(before, at, zone)) : [],
    [reading, jot, lines, before, at, zone],
  )
  const teach = ({ word, as, means }: Taught) =>
    send({
      kind: 'word',
      what: 'taught',
      word,
      as,
      means,
      // A name is a name of this model; work is work everywhere.
      ...(as === 'name' && context.type ? { type: context.type } : {}),
    }).then(async (written) => {
      if (!written) return
      // It is taught once the line reads it so: whoever types at once is not read by yesterday's words.
      await client.invalidateQueries({ queryKey: ['episode'] })
      setTaken((before) => [...before, word])
    })
  if (offers.length === 0) return null
  return (
    <section aria-label={say('Words to teach')} className="border-hair my-3 border-t pt-3">
      <p className="text-quiet">{say('Read lines this way from now on?')}</p>
      <ul>
        {offers.map((offer) => (
          <li key={offer.word} className="flex items-baseline justify-between gap-4 py-1">
            <span>
              <WordMeans as={offer.as} word={offer.word} means={offer.means} />
            </span>
            {taken.includes(offer.word) ? (
              <span role="status" className="text-quiet">
                {say('Taught. The list stands under Types.')}
              </span>
            ) : (
              <Act onClick={() => void teach(offer)}>{say('Teach “{word}”', { word: offer.word })}</Act>
            )}
          </li>
        ))}
      </ul>
      <Said error={error} />
    </section>
  )
}
