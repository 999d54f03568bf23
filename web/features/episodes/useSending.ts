/** Writing lines one after the other, however fast they are typed; the same line is not written twice while it is under way. */
import { useRef, useState, type RefObject } from 'react'
import type { ComposerContext } from '#core/composer/context.ts'
import type { Parsed } from '#core/composer/index.ts'
import type { Draft, Warrant } from '#core/history/entry.ts'
import { effectWords } from '#api/words/composer.ts'
import { wordsOf } from '#web/app/http.ts'
import { useDates, useDrafts, useWrite } from '#web/app/session.tsx'
import type { Line } from './useLine.ts'

export interface Typed {
  readonly parsed: Parsed | { readonly ok: false }
  readonly context: ComposerContext
  readonly who: string
  readonly basis: 'seen' | 'from memory'
}

export function useSending(
  { line, stop, setHalt, wrote }: Line,
  { parsed, context, who, basis }: Typed,
  input: RefObject<HTMLInputElement | null>,
  onWritten: (list: readonly Draft[]) => void,
) {
  const drafts = useDrafts()
  const write = useWrite()
  const [busy, setBusy] = useState(false)
  const queue = useRef<Promise<void>>(Promise.resolve())
  const underWay = useRef<string>(undefined)
  const askedOnce = useRef<string>(undefined)
  const { when } = useDates()
  const writing = (work: () => Promise<void>): Promise<void> => {
    if (underWay.current === line) return queue.current
    underWay.current = line
    setBusy(true)
    const run = async () => {
      try {
        await work()
      } catch (failure) {
        stop(line, { error: wordsOf(failure) })
      } finally {
        if (underWay.current === line) underWay.current = undefined
        setBusy(false)
        input.current?.focus()
      }
    }
    queue.current = queue.current.then(run)
    return queue.current
  }
  const sendDrafts = (list: readonly Draft[], contested: 'refuse' | 'keep'): Promise<void> =>
    writing(async () => {
      const written = await write(list, { contested, line })
      const refused = written.sent ? written.refused : undefined
      if (refused) {
        const { refusal, detail, mayKeep } = refused
        const keep = mayKeep ? { keep: () => void sendDrafts(list, 'keep') } : {}
        const pin =
          refusal.rule === 'pin-needed'
            ? { pin: { party: refusal.party, again: () => void sendDrafts(list, 'refuse') } }
            : {}
        return stop(line, { error: detail, ...keep, ...pin })
      }
      setHalt((held) => (held?.line === line ? undefined : held))
      wrote(line)
      onWritten(list)
    })
  const by = { episode: context.episode, doneBy: who }
  const writeIt = async (warrant?: Warrant) => {
    if (parsed.ok)
      await sendDrafts(
        drafts(
          parsed.entries.map((e) => ({
            ...e,
            basis: e.basis ?? basis,
            ...by,
            doneBy: e.doneBy ?? who,
            warrant: e.warrant ?? warrant,
          })),
        ),
        'refuse',
      )
  }
  return {
    busy,
    /** Writes the line; one that contradicts the record is asked about once, and Enter again writes it. */
    send: async () => {
      if (!parsed.ok) return
      const against = parsed.effects.filter((e) => e.does === 'contradicts')
      if (against.length > 0 && askedOnce.current !== line) {
        askedOnce.current = line
        const why = against.map((e) => effectWords(e, when).text).join(' ')
        return stop(line, { error: `${why} Was it so?`, keep: () => void writeIt(), keepAs: 'Yes, write it' })
      }
      const wanting = parsed.effects.find((e) => e.does === 'wants authority')
      if (wanting && !wanting.warranted)
        return stop(line, {
          error: effectWords(wanting, when).text,
          warrant: { people: wanting.people, give: (warrant) => void writeIt(warrant) },
        })
      await writeIt()
    },
    /** Whatever the line says, with nothing asked. */
    jot: () =>
      writing(async () => {
        const words = line.trim().replace(/^jot\s+/i, '')
        if (!words) return
        await write(drafts([{ body: { kind: 'jot', what: 'made', machine: context.machine, words }, ...by }]))
        wrote(line)
      }),
  }
}
