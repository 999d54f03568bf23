/** Writing lines one after the other, however fast they are typed; the same line is not written twice while it is under way. */
import { useRef, useState, type RefObject } from 'react'
import type { ComposerContext } from '#core/composer/context.ts'
import { ofWording, type Parsed } from '#core/composer/index.ts'
import type { RecordQuestion } from '#core/history/record.ts'
import type { Draft, Warrant } from '#core/history/entry.ts'
import { effectWords } from '#api/words/composer.ts'
import { wordsOf } from '#web/app/http.ts'
import { useDates, useDrafts, useWrite } from '#web/app/session.tsx'
import type { Line } from './useLine.ts'

export interface Typed {
  readonly parsed: Parsed
  readonly context: ComposerContext
  readonly who: string
  readonly basis: 'seen' | 'from memory'
}

export function useSending(
  { line, stop, setHalt, wrote }: Line,
  { parsed, context, who, basis }: Typed,
  input: RefObject<HTMLInputElement | null>,
  on: {
    readonly written: (list: readonly Draft[]) => void
    /** Nothing is written: the closing check opens, or the record answers. */
    readonly close: () => void
    readonly ask: (question: RecordQuestion) => void
  },
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
      on.written(list)
    })
  const by = { episode: context.episode, doneBy: who }
  /** Whatever the line says, with nothing asked. */
  const jot = () =>
    writing(async () => {
      const words = line.trim().replace(/^jot\s+/i, '')
      if (!words) return
      await write(drafts([{ body: { kind: 'jot', what: 'made', machine: context.machine, words }, ...by }]))
      wrote(line)
    })
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
    /**
     * Writes the line, whatever its wording: what is not understood is kept as it is. One that contradicts the record or would make
     * something new is asked about once, and Enter again writes it; what a rule forbids stays in the line.
     */
    send: async () => {
      if (!parsed.ok) {
        // “?” asks what can be written.
        if ('problem' in parsed && ofWording.has(parsed.problem.why) && line.trim() !== '?') await jot()
        return
      }
      if (parsed.effects.some((e) => e.does === 'closes')) return on.close()
      const question = parsed.effects.find((e) => e.does === 'asks the record')
      if (question && parsed.entries.length === 0) return on.ask(question.question)
      if (parsed.entries.length === 0) return
      const against = parsed.effects.filter((e) => e.does === 'contradicts')
      const fresh = /\bnew\b/i.test(line) ? [] : parsed.effects.filter((e) => e.does === 'adds function')
      if ((against.length > 0 || fresh.length > 0) && askedOnce.current !== line) {
        askedOnce.current = line
        const why = [...against, ...fresh].map((e) => effectWords(e, when).text).join(' ')
        return stop(
          line,
          against.length > 0
            ? { error: `${why} Was it so?`, keep: () => void writeIt(), keepAs: 'Yes, write it' }
            : { error: why, keep: () => void writeIt(), keepAs: 'Add and write' },
        )
      }
      const wanting = parsed.effects.find((e) => e.does === 'wants authority')
      if (wanting && !wanting.warranted)
        return stop(line, {
          error: effectWords(wanting, when).text,
          warrant: { people: wanting.people, give: (warrant) => void writeIt(warrant) },
        })
      await writeIt()
    },
    jot,
  }
}
