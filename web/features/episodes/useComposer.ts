/** The composer's state: the line, what it parses to, what has to be looked up first. */
import { useQueries } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import type { ComposerContext } from '#core/composer/context.ts'
import { completions, parseLine, type Parsed } from '#core/composer/index.ts'
import { keys } from '#web/app/keys.ts'
import { newId, nowInstant } from '#web/app/clock.ts'
import { get } from '#web/app/http.ts'

/** Words of a line that could be another machine's number or a tag: looked up once they are complete. */
const numbersIn = (line: string) => [
  ...new Set(
    (
      line
        .toUpperCase()
        .replace(/\s+/g, ' ')
        .match(/\b[A-Z]{1,5} \d+[.\-/][\w.\-/]*|\b[A-Z][A-Z0-9]*[-.][A-Z0-9.-]*\d\b/g) ?? []
    ).slice(0, 4),
  ),
]

export interface Composing {
  readonly parsed: Parsed
  readonly completions: readonly string[]
  readonly looking: boolean
}

export function useParsed(
  line: string,
  context: ComposerContext,
  zone: string,
  doer: string | undefined,
): Composing {
  const numbers = numbersIn(line)
  const looked = useQueries({
    queries: numbers.map((word) => ({
      queryKey: keys.lookUp(word, context.machine),
      queryFn: () => get('/lookup/:word', { word: word }),
      staleTime: 5_000,
      placeholderData: undefined,
    })),
  })
  const answers = looked.map((q) => q.data)
  const key = looked.map((q) => q.dataUpdatedAt).join() + numbers.join()
  return useMemo(() => {
    const found = new Map(numbers.map((word, i) => [word, answers[i]]))
    const parsed = parseLine(line, context, {
      now: nowInstant(),
      zone,
      newId,
      doer,
      lookUp: (word) => (found.has(word) ? found.get(word) : {}),
    })
    return { parsed, completions: completions(line, context), looking: !parsed.ok && 'needs' in parsed }
    // eslint-disable-next-line react-hooks/exhaustive-deps -- `key` stands for numbers and answers, which are new arrays every time
  }, [line, context, zone, key, doer])
}

/** Lines written before, newest last; the up key brings them back. */
export function useHistory() {
  const [lines, setLines] = useState<readonly string[]>([])
  return { lines, remember: (line: string) => setLines((old) => [...old.slice(-30), line]) }
}
