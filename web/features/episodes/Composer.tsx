/** The sheet's next line: white, its time already printed; under it what the entry will do, before Enter. */
import {
  useEffect,
  useMemo,
  useImperativeHandle,
  useLayoutEffect,
  useRef,
  useState,
  type ChangeEvent,
  type KeyboardEvent,
  type Ref,
} from 'react'
import { clockWords } from '#api/words/dates.ts'
import type { ComposerContext } from '#core/composer/context.ts'
import type { CheckName } from '#core/work/checks/index.ts'
import { useSource } from '#web/app/source.tsx'
import { wordsOf } from '#web/app/http.ts'
import { useDates, useSigned } from '#web/app/session.tsx'
import { examples } from '#core/composer/examples.ts'
import { Spoken } from './Spoken.tsx'
import { Completions } from './Says.tsx'
import { useCompletions } from './useCompletions.ts'
import { useFollowing, useHistory, useParsed } from './useComposer.ts'
import { meterKey, type Meter } from './useMeter.ts'
import { useLine, useTabValue } from './useLine.ts'
import { useSending } from './useSending.ts'
import { useQuestion } from './useQuestion.ts'
import { VoiceJot } from './VoiceJot.tsx'
import { UnderLine, type Recorded } from './UnderLine.tsx'
import { useStaff, WhoRow } from './WhoRow.tsx'

/** Keys that do something with what the line says; the others only write it. */
const acting = new Set(['Enter', 'Tab', 'Escape', 'ArrowUp', 'ArrowDown', 'Home', 'End', meterKey])

export interface ComposerHandle {
  readonly set: (line: string) => void
  readonly focus: () => void
  /** Takes the meter's reading into the line. */
  readonly take: () => void
}

export function Composer({
  context,
  meter,
  handle,
  onPast,
  onClose,
}: {
  context: ComposerContext
  meter: Meter
  handle: Ref<ComposerHandle>
  /** The check that the line being typed goes past, so that it opens at the side. */
  onPast: (check: CheckName | undefined) => void
  /** “Close it”: the closing check opens. */
  onClose: () => void
}) {
  const { zone } = useDates()
  const { me } = useSigned()
  const { hints: hintsHere = examples } = useSource()
  const staff = useStaff()
  const input = useRef<HTMLInputElement>(null)
  const typed = useLine(context.episode, input)
  const { line, setHalt, setLine, put } = typed
  const [who, setWho] = useTabValue<string>(`anamnesis.who.${context.episode}`, me.party)
  const [basis, setBasis] = useTabValue<'seen' | 'from memory'>(`anamnesis.basis.${context.episode}`, 'seen')
  const [back, setBack] = useState(0)
  const history = useHistory()
  const question = useQuestion(context.episode)
  const { read, catchUp } = useFollowing(line)
  const composing = useParsed(read, context, zone, who)
  const { parsed, completions } = composing
  const [record, setRecord] = useState<Recorded>()
  const [written, setWritten] = useState<{ readonly line: string }>()
  const { send, jot, busy } = useSending(typed, { parsed, context, who, basis }, input, {
    written: (list) => {
      history.remember(line)
      setWritten({ line })
      setBack(0)
      setRecord(undefined)
      question.consider(list)
    },
    close: () => {
      setLine('')
      onClose()
    },
    ask: (what) => {
      history.remember(line)
      setLine('')
      setRecord({ line, question: what })
    },
  })
  const which =
    !parsed.ok && 'problem' in parsed && parsed.problem.why === 'which of' ? parsed.problem : undefined
  const [choosing, setChoosing] = useState<string>()
  const hints = useMemo(() => hintsHere(context), [context, hintsHere])

  const past = parsed.ok ? parsed.effects.find((e) => e.does === 'goes past')?.check : undefined
  useEffect(() => onPast(past), [past, onPast])
  const take = () => {
    if (!meter.name) return
    // What was typed meanwhile is not overwritten.
    const arrived = (read: string) =>
      typed.isStill(line)
        ? put(read)
        : setHalt({ line: read, error: 'The meter’s reading came when the line had changed.' })
    meter.take(line).then(arrived, (failure: unknown) => typed.stop(line, { error: wordsOf(failure) }))
  }
  useImperativeHandle(handle, () => ({ set: put, focus: () => input.current?.focus(), take }))

  const completing = useCompletions({ line, completions, readable: parsed.ok, onTake: put })
  const act = (event: KeyboardEvent) => {
    if (completing.takes(event)) return
    // What the line itself does with a key is not done by the list as well.
    Object.assign(event.nativeEvent, { preventDownshiftDefault: true })
    const done = () => event.preventDefault()
    if (event.key === 'Enter') {
      done()
      if (which && !event.shiftKey) setChoosing(line)
      else void (event.shiftKey ? jot() : send())
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
  const byTheLine = useByTheLine({ act, send, jot }, read === line ? undefined : catchUp)
  const keys = (event: KeyboardEvent) => {
    if (acting.has(event.key)) byTheLine((now) => now.act(event))
  }
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
      <div className="has-[input:focus-visible]:outline-verdigris flex min-h-9 items-center gap-3 rounded-sm has-[input:focus-visible]:outline-2">
        <Clock zone={zone} />
        <input
          {...completing.combobox.getInputProps({
            ref: input,
            'aria-label': 'Write one line: what was done, tried, measured, found or asked',
            'aria-describedby': 'line-says',
            onKeyDown: keys,
            onChange: (e: ChangeEvent<HTMLInputElement>) => setLine(e.target.value),
          })}
          className="num text-18 min-w-0 flex-1 bg-transparent outline-none"
          autoComplete="off"
          autoCapitalize="off"
          spellCheck={false}
          placeholder={hints[0] ? `e.g. ${hints[0]}` : 'what was done, tried, measured or found'}
        />
        <LineButtons
          empty={line.trim() === ''}
          readable={parsed.ok}
          asksWhich={which !== undefined}
          busy={busy}
          context={context}
          onJot={() => byTheLine((now) => void now.jot())}
          onWrite={() => byTheLine((now) => void now.send())}
          onSaid={(error) => setHalt(error ? { error } : undefined)}
        />
      </div>
      <div
        id="line-says"
        aria-busy={read !== line}
        className="min-h-10 pt-0.5 pl-[4.2rem] max-sm:max-h-[22dvh] max-sm:overflow-y-auto max-sm:pl-0"
      >
        <UnderLine
          {...{ typed, read, composing, question, hints }}
          which={which && choosing === line ? which : undefined}
          onWhich={() => setChoosing(undefined)}
          record={record}
          onRecord={setRecord}
          context={context}
          nameOf={(party) => staff.find((p) => p.party === party)?.name ?? 'Somebody'}
          onFocus={() => input.current?.focus()}
        />
        <Completions line={line} completing={completing} />
      </div>
      <Spoken line={line} written={written} />
    </div>
  )
}

/** What a key or a button does, by what the line says now: what is read of it catches up first. */
function useByTheLine<T>(acts: T, catchUp: (() => void) | undefined) {
  const latest = useRef(acts)
  useLayoutEffect(() => {
    latest.current = acts
  })
  return (run: (now: T) => void) => {
    catchUp?.()
    run(latest.current)
  }
}

/** The time of the line, as it would be written. */
function Clock({ zone }: { zone: string }) {
  const { nowMs } = useSource()
  const [now, setNow] = useState(nowMs)
  useEffect(() => {
    setNow(nowMs())
    const timer = setInterval(() => setNow(nowMs()), 20_000)
    return () => clearInterval(timer)
  }, [nowMs])
  return (
    <span className="num text-18 text-quiet max-sm:hidden">
      {clockWords(new Date(now).toISOString(), zone)}
    </span>
  )
}

function LineButtons({
  empty,
  readable,
  asksWhich,
  busy,
  context,
  onJot,
  onWrite,
  onSaid,
}: {
  empty: boolean
  readable: boolean
  asksWhich: boolean
  busy: boolean
  context: ComposerContext
  onJot: () => void
  onWrite: () => void
  onSaid: (error: string | undefined) => void
}) {
  const { practice } = useSource()
  return (
    <>
      {!empty && (
        <button
          type="button"
          className="act min-h-9 px-2"
          disabled={busy}
          title="Shift and Enter: kept as it is, sorted later"
          onClick={onJot}
        >
          {asksWhich ? 'Keep as it is' : 'Quick note'}
        </button>
      )}
      {empty && !practice && <VoiceJot machine={context.machine} episode={context.episode} onSaid={onSaid} />}
      {readable && (
        <button type="button" className="act min-h-9 px-2" disabled={busy} onClick={onWrite}>
          Write
        </button>
      )}
    </>
  )
}
