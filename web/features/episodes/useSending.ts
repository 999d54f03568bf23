/** Writing lines one after the other, however fast they are typed; the same line is not written twice while it is under way. */
import { useRef, useState, type RefObject } from 'react'
import type { ComposerContext } from '#core/composer/context.ts'
import type { Parsed, ParsedEntry } from '#core/composer/index.ts'
import type { RecordQuestion } from '#core/history/record.ts'
import type { Draft, Warrant } from '#core/history/entry.ts'
import { wordsOf } from '#web/app/http.ts'
import { useDates, useDrafts, useWrite } from '#web/app/session.tsx'
import type { Line } from './useLine.ts'
import { whatFollows } from './what-follows.ts'

export interface Typed {
  readonly parsed: Parsed
  readonly context: ComposerContext
  readonly who: string
  readonly basis: 'seen' | 'from memory'
}

/** Work that waits for the work before it; the same line is not sent twice while it is under way. */
function useOneByOne(
  line: string,
  onFailure: (failure: unknown) => void,
  input: RefObject<HTMLInputElement | null>,
) {
  const [busy, setBusy] = useState(false)
  const queue = useRef<Promise<void>>(Promise.resolve())
  const underWay = useRef<string>(undefined)
  const writing = (work: () => Promise<void>): Promise<void> => {
    if (underWay.current === line) return queue.current
    underWay.current = line
    setBusy(true)
    const run = async () => {
      try {
        await work()
      } catch (failure) {
        onFailure(failure)
      } finally {
        if (underWay.current === line) underWay.current = undefined
        setBusy(false)
        input.current?.focus()
      }
    }
    queue.current = queue.current.then(run)
    return queue.current
  }
  return { busy, writing }
}

/** What an entry says for itself goes before what is said of the whole line. */
const onlySaid = ({ basis, doneBy, warrant, ...entry }: ParsedEntry) => ({
  ...entry,
  ...(basis ? { basis } : {}),
  ...(doneBy ? { doneBy } : {}),
  ...(warrant ? { warrant } : {}),
})

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
  const askedOnce = useRef<string>(undefined)
  const { when } = useDates()
  const { busy, writing } = useOneByOne(line, (failure) => stop(line, { error: wordsOf(failure) }), input)
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
    if (!parsed.ok) return
    const said = { ...by, basis, warrant }
    await sendDrafts(drafts(parsed.entries.map((e) => ({ ...said, ...onlySaid(e) }))), 'refuse')
  }
  return {
    busy,
    /**
     * Writes the line, whatever its wording: what is not understood is kept as it is. One that contradicts the record or would make
     * something new is asked about once, and Enter again writes it; what a rule forbids stays in the line.
     */
    send: async () => {
      const next = whatFollows(parsed, line, askedOnce.current === line, when)
      switch (next.does) {
        case 'jot':
          return jot()
        case 'close':
          return on.close()
        case 'ask the record':
          return on.ask(next.question)
        case 'ask once':
          askedOnce.current = line
          return stop(line, { error: next.words, keep: () => void writeIt(), keepAs: next.keepAs })
        case 'want authority':
          return stop(line, {
            error: next.words,
            warrant: { people: next.people, give: (warrant) => void writeIt(warrant) },
          })
        case 'write':
          return writeIt()
        case 'nothing':
      }
    },
    jot,
  }
}
