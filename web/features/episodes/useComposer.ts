/** The composer's state: the line, what it parses to, what has to be looked up first. The reader is fetched by itself, once. */
import { useQueries } from '@tanstack/react-query'
import { startTransition, useEffect, useMemo, useState } from 'react'
import { flushSync } from 'react-dom'
import type { ComposerContext } from '#core/composer/context.ts'
import { completions, parseLine, type LineReader, type Parsed } from '#core/composer/index.ts'
import { msToInstant, type Instant } from '#core/quantity/time.ts'
import { keys } from '#web/app/keys.ts'
import { newId } from '#web/app/clock.ts'
import { useSource } from '#web/app/source.tsx'
import { useSigned } from '#web/app/session.tsx'

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

type ReadingModule = typeof import('#core/work/reading/index.ts')
let fetched: ReadingModule | undefined
/** The reader of freely said lines, with its words and dates: undefined until it is here. */
export function useReading(): ReadingModule | undefined {
  const [reading, setReading] = useState(fetched)
  useEffect(() => {
    if (reading) return
    let left = false
    void import('#core/work/reading/index.ts').then((module) => {
      fetched = module
      if (!left) setReading(module)
    })
    return () => {
      left = true
    }
  }, [reading])
  return reading
}

/** Reads a line as people say it; without it the fixed forms are read. */
export const useReader = (): LineReader | undefined => useReading()?.readLine

export function useParsed(
  line: string,
  context: ComposerContext,
  zone: string,
  doer: string | undefined,
  /** From when its times are told: of a jot, when it was jotted; else now. */
  from?: Instant,
): Composing {
  const reader = useReader()
  const { me } = useSigned()
  const { get, parse = parseLine, nowMs } = useSource()
  /** What the line was found to speak of, where it looks like no number: a lot by its name. */
  const [named, setNamed] = useState<string>()
  const numbers = [...numbersIn(line), ...(named !== undefined && line !== '' ? [named] : [])]
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
  const composing = useMemo(() => {
    const found = new Map(numbers.map((word, i) => [word, answers[i]]))
    const parsed = parse(line, context, {
      now: from ?? msToInstant(nowMs()),
      zone,
      newId,
      doer,
      account: me.account,
      reader,
      // A word without a figure is a name: it is asked for when the line turns out to need it.
      lookUp: (word) => (found.has(word) ? found.get(word) : /\d/.test(word) ? {} : undefined),
    })
    return { parsed, completions: completions(line, context), looking: !parsed.ok && 'needs' in parsed }
    // eslint-disable-next-line react-hooks/exhaustive-deps -- `key` stands for numbers and answers, which are new arrays every time
  }, [line, context, zone, key, doer, reader, me.account, from])
  const needs = !composing.parsed.ok && 'needs' in composing.parsed ? composing.parsed.needs : undefined
  useEffect(() => {
    if (needs !== undefined && !/\d/.test(needs) && needs !== named) setNamed(needs)
  }, [needs, named])
  return composing
}

/**
 * A line that follows the one being typed as soon as there is time: a key is on screen before the line is understood.
 * `catchUp` brings it level at once; whatever acts on what the line says does so first.
 */
export function useFollowing(line: string): { readonly read: string; readonly catchUp: () => void } {
  const [read, setRead] = useState(line)
  useEffect(() => startTransition(() => setRead(line)), [line])
  return { read, catchUp: () => flushSync(() => setRead(line)) }
}

/** Lines written before, newest last; the up key brings them back. */
export function useHistory() {
  const [lines, setLines] = useState<readonly string[]>([])
  const [back, setBack] = useState(0)
  return {
    remember: (line: string) => {
      setLines((old) => [...old.slice(-30), line])
      setBack(0)
    },
    /** The line before the one that was gone back to; undefined where there is none. */
    earlier: () => {
      if (lines.length > back) setBack(back + 1)
      return lines[lines.length - back - 1]
    },
  }
}
