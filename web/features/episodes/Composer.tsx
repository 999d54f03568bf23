/** The sheet's next line: white, its time already printed; under it what the entry will do, before Enter. */
import {
  useEffect,
  useImperativeHandle,
  useRef,
  useState,
  type ChangeEvent,
  type KeyboardEvent,
  type Ref,
} from 'react'
import { clockWords } from '#api/words/dates.ts'
import type { Draft } from '#core/history/entry.ts'
import type { ComposerContext } from '#core/composer/context.ts'
import type { CheckName } from '#core/work/checks/index.ts'
import { nowMs } from '#web/app/clock.ts'
import { wordsOf } from '#web/app/http.ts'
import { lineKey, onBroughtBack } from '#web/app/line.ts'
import { useDates, useDrafts, useSigned, useWrite } from '#web/app/session.tsx'
import { Act } from '#web/ui/Forms.tsx'
import { PinStrip } from './PinStrip.tsx'
import { QuestionStrip } from './QuestionStrip.tsx'
import { Completions, Says } from './Says.tsx'
import { useCompletions } from './useCompletions.ts'
import { useHistory, useParsed } from './useComposer.ts'
import { meterKey, type Meter } from './useMeter.ts'
import { useQuestion } from './useQuestion.ts'
import { VoiceJot } from './VoiceJot.tsx'
import { useStaff, WhoRow } from './WhoRow.tsx'

export interface ComposerHandle {
  readonly set: (line: string) => void
  readonly focus: () => void
  /** Takes the meter's reading into the line. */
  readonly take: () => void
}

/** What stands under the line instead of what it will do: it was refused, or waits for a PIN. */
type Halt = {
  /** The line it is about, where another one is being typed already: it stays on screen until somebody looks at it. */
  readonly line?: string
  readonly error: string
  readonly keep?: () => void
  readonly pin?: { readonly party: string; readonly again: () => void }
}

/** Values that outlive a reload of the tab, by episode. */
function useKept<T extends string>(key: string, first: T): [T, (value: T) => void] {
  const [value, setValue] = useState(() => (sessionStorage.getItem(key) as T | null) ?? first)
  return [
    value,
    (next) => {
      setValue(next)
      sessionStorage.setItem(key, next)
    },
  ]
}

export function Composer({
  context,
  meter,
  handle,
  onPast,
}: {
  context: ComposerContext
  meter: Meter
  handle: Ref<ComposerHandle>
  /** The check that the line being typed goes past, so that it opens at the side. */
  onPast: (check: CheckName | undefined) => void
}) {
  const { zone } = useDates()
  const { me } = useSigned()
  const drafts = useDrafts()
  const write = useWrite()
  const staff = useStaff()
  const input = useRef<HTMLInputElement>(null)
  const [line, keepLine] = useKept<string>(lineKey(context.episode), '')
  const [who, setWho] = useKept<string>(`anamnesis.who.${context.episode}`, me.party)
  const [basis, setBasis] = useKept<'seen' | 'from memory'>(`anamnesis.basis.${context.episode}`, 'seen')
  const [halt, setHalt] = useState<Halt>()
  const [busy, setBusy] = useState(false)
  const [back, setBack] = useState(0)
  const history = useHistory()
  const question = useQuestion(context.episode)
  const [now, setNow] = useState(nowMs)
  const composing = useParsed(line, context, zone)
  const { parsed, completions } = composing

  const past = parsed.ok ? parsed.effects.find((e) => e.does === 'goes past')?.check : undefined
  useEffect(() => onPast(past), [past, onPast])
  useEffect(() => {
    const timer = setInterval(() => setNow(nowMs()), 20_000)
    return () => clearInterval(timer)
  }, [])
  useEffect(() => onBroughtBack(context.episode, (text) => setLine(text)))
  const latest = useRef(line)
  const setLine = (text: string) => {
    latest.current = text
    keepLine(text)
    setHalt((held) => (held?.line === undefined ? undefined : held))
  }
  /** Says what stopped a line; one that was typed over meanwhile is kept beside its reason. */
  const stop = (text: string, why: Halt) => setHalt(latest.current === text ? why : { ...why, line: text })
  /** Once it is written the line is empty, unless the next one is being typed already. */
  const wrote = (text: string) => {
    if (latest.current === text) setLine('')
  }
  const put = (text: string) => {
    setLine(text)
    input.current?.focus()
    // What is still to be filled in is selected, so that typing replaces it.
    const gap = text.indexOf('…')
    if (gap >= 0) requestAnimationFrame(() => input.current?.setSelectionRange(gap, gap + 1))
  }
  const take = () => {
    if (!meter.name) return
    // What was typed meanwhile is not overwritten.
    const arrived = (read: string) =>
      latest.current === line
        ? put(read)
        : setHalt({ line: read, error: 'The meter’s reading came when the line had changed.' })
    meter.take(line).then(arrived, (failure: unknown) => stop(line, { error: wordsOf(failure) }))
  }
  useImperativeHandle(handle, () => ({ set: put, focus: () => input.current?.focus(), take }))

  /** One writing after the other, however fast they are typed; the same line is not written twice while it is under way. */
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
      history.remember(line)
      setBack(0)
      wrote(line)
      question.consider(list)
    })
  const send = async () => {
    if (parsed.ok)
      await sendDrafts(
        drafts(
          parsed.entries.map((e) => ({
            ...e,
            basis: e.basis ?? basis,
            episode: context.episode,
            doneBy: who,
          })),
        ),
        'refuse',
      )
  }
  /** Whatever the line says, with nothing asked. */
  const jot = () =>
    writing(async () => {
      const words = line.trim().replace(/^jot\s+/i, '')
      if (!words) return
      await write(
        drafts([
          {
            body: { kind: 'jot', what: 'made', machine: context.machine, words },
            episode: context.episode,
            doneBy: who,
          },
        ]),
      )
      wrote(line)
    })

  const completing = useCompletions({ line, completions, readable: parsed.ok, onTake: put })
  const keys = (event: KeyboardEvent) => {
    if (completing.takes(event)) return
    // What the line itself does with a key is not done by the list as well.
    Object.assign(event.nativeEvent, { preventDownshiftDefault: true })
    const done = () => event.preventDefault()
    if (event.key === 'Enter') {
      done()
      void (event.shiftKey ? jot() : send())
    } else if (event.key === meterKey && meter.name) {
      done()
      take()
    } else if (event.key === 'Escape') {
      setHalt(undefined)
      setLine('')
    } else if (event.key === 'ArrowUp' && history.lines.length > back) {
      done()
      setBack(back + 1)
      setLine(history.lines[history.lines.length - back - 1] ?? '')
    }
  }
  const asked = line.trim() === '' ? question.asked : undefined
  const nameOf = (party: string) => staff.find((p) => p.party === party)?.name ?? 'Somebody'
  return (
    <div className="bg-next border-verdigris border-t-[3px] px-3 py-1.5">
      <WhoRow
        staff={staff}
        who={who}
        onWho={setWho}
        fromMemory={basis === 'from memory'}
        onFromMemory={(on) => setBasis(on ? 'from memory' : 'seen')}
        context={context}
      />
      <div className="flex min-h-9 items-center gap-3">
        <span className="num text-18 text-quiet">{clockWords(new Date(now).toISOString(), zone)}</span>
        <input
          {...completing.combobox.getInputProps({
            ref: input,
            'aria-label': 'Write one line: test, out, in, swap, read, clean, wait, ask',
            'aria-describedby': 'line-says',
            onKeyDown: keys,
            onChange: (e: ChangeEvent<HTMLInputElement>) => setLine(e.target.value),
          })}
          className="num text-18 min-w-0 flex-1 bg-transparent outline-none"
          autoComplete="off"
          autoCapitalize="off"
          spellCheck={false}
          placeholder="test screen pass"
        />
        {!parsed.ok && line.trim() !== '' && (
          <button
            type="button"
            className="act min-h-9 px-2"
            disabled={busy}
            title="Shift and Enter: kept as it is, sorted later"
            onClick={() => void jot()}
          >
            Jot
          </button>
        )}
        {line.trim() === '' && (
          <VoiceJot
            machine={context.machine}
            episode={context.episode}
            onSaid={(error) => setHalt(error ? { error } : undefined)}
          />
        )}
        {parsed.ok && (
          <button type="button" className="act min-h-9 px-2" disabled={busy} onClick={() => void send()}>
            Write
          </button>
        )}
      </div>
      <div id="line-says" aria-live="polite" className="min-h-10 pt-0.5 pl-[4.2rem]">
        {halt?.pin && halt.keep ? (
          <PinStrip
            party={halt.pin.party}
            name={nameOf(halt.pin.party)}
            onConfirmed={halt.pin.again}
            onKeep={halt.keep}
          />
        ) : halt ? (
          <p className="text-oxide font-bold">
            {halt.line !== undefined && <span className="num">{`“${halt.line}”: `}</span>}
            {halt.error} {halt.keep && <Act onClick={halt.keep}>It did happen: keep it as contested</Act>}{' '}
            {halt.line !== undefined && (
              <Act
                onClick={() => {
                  setHalt(undefined)
                  put(halt.line ?? '')
                }}
              >
                Bring it back
              </Act>
            )}
          </p>
        ) : asked ? (
          <QuestionStrip key={asked.id} asked={asked} onDone={question.done} />
        ) : (
          <Says line={line} composing={composing} />
        )}
        <Completions line={line} completing={completing} />
      </div>
    </div>
  )
}
