/** The sheet's next line: white, its time already printed; under it what the entry will do, before Enter. */
import { say } from '#api/words/say.ts'
import { useLineActs, type ComposerHandle } from './useLineActs.ts'
import {
  useEffect,
  useMemo,
  useRef,
  useState,
  type ChangeEvent,
  type KeyboardEvent,
  type Ref,
  type RefObject,
} from 'react'
import { clockWords } from '#api/words/dates.ts'
import type { ComposerContext } from '#core/composer/context.ts'
import type { Parsed } from '#core/composer/index.ts'
import type { CheckName } from '#core/work/checks/index.ts'
import { useSource } from '#web/app/source.tsx'
import { useDates, useSigned } from '#web/app/session.tsx'
import { examples } from '#core/composer/examples.ts'
import { Spoken } from './Spoken.tsx'
import { Completions } from './Says.tsx'
import { useCompletions } from './useCompletions.ts'
import { useFollowing, useHistory, useParsed } from './useComposer.ts'
import { type Meter } from './useMeter.ts'
import { useLine, useTabValue } from './useLine.ts'
import { useSending } from './useSending.ts'
import { useQuestion } from './useQuestion.ts'
import { VoiceJot } from './VoiceJot.tsx'
import { UnderLine, type Recorded } from './UnderLine.tsx'
import { useStaff, WhoRow } from './WhoRow.tsx'

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
  const { hints: hintsHere = examples } = useSource()
  const staff = useStaff()
  const { input, typed, said, read, catchUp, composing } = useSaid(context)
  const { line, setHalt, setLine } = typed
  const { who, basis } = said
  const { parsed } = composing
  const history = useHistory()
  const question = useQuestion(context.episode)
  const { record, setRecord, written, send, jot, busy } = useWritten(
    { typed, parsed, context, who, basis, input, history, question },
    onClose,
  )
  const which = whichOf(parsed)
  const [choosing, setChoosing] = useState<string>()
  const hints = useMemo(() => hintsHere(context), [context, hintsHere])

  usePast(parsed, onPast)
  const { completing, byTheLine, keys } = useLineActs({
    ...{ typed, input, handle, meter, composing, history, read, catchUp },
    ...{ asksWhich: which !== undefined, onWhich: () => setChoosing(line), send, jot },
  })
  return (
    <div className="bg-next border-verdigris border-t-[3px] px-3 py-1.5">
      <WhoRow
        staff={staff}
        who={who}
        onWho={said.setWho}
        fromMemory={basis === 'from memory'}
        onFromMemory={(on) => said.setBasis(on ? 'from memory' : 'seen')}
        context={context}
      />
      <div className="has-[input:focus-visible]:outline-verdigris flex min-h-9 items-center gap-3 rounded-sm has-[input:focus-visible]:outline-2">
        <Clock zone={zone} />
        <LineField completing={completing} input={input} hint={hints[0]} onKeyDown={keys} onLine={setLine} />
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
          nameOf={(party) => staff.find((p) => p.party === party)?.name ?? say('Somebody')}
          onFocus={() => input.current?.focus()}
        />
        <Completions line={line} completing={completing} />
      </div>
      <Spoken line={line} written={written} />
    </div>
  )
}

function LineField({
  completing,
  input,
  hint,
  onKeyDown,
  onLine,
}: {
  completing: ReturnType<typeof useCompletions>
  input: RefObject<HTMLInputElement | null>
  hint: string | undefined
  onKeyDown: (event: KeyboardEvent) => void
  onLine: (line: string) => void
}) {
  return (
    <input
      {...completing.combobox.getInputProps({
        ref: input,
        'aria-label': say('Write one line: what was done, tried, measured, found or asked'),
        'aria-describedby': 'line-says',
        onKeyDown,
        onChange: (e: ChangeEvent<HTMLInputElement>) => onLine(e.target.value),
      })}
      className="num text-18 min-w-0 flex-1 bg-transparent outline-none"
      autoComplete="off"
      autoCapitalize="off"
      spellCheck={false}
      placeholder={hint ? `e.g. ${hint}` : say('what was done, tried, measured or found')}
    />
  )
}

/** What stands in the line and of whom it speaks, and what is read of it. */
function useSaid(context: ComposerContext) {
  const { zone } = useDates()
  const { me } = useSigned()
  const input = useRef<HTMLInputElement>(null)
  const typed = useLine(context.episode, input)
  const [who, setWho] = useTabValue<string>(`anamnesis.who.${context.episode}`, me.party)
  const [basis, setBasis] = useTabValue<'seen' | 'from memory'>(`anamnesis.basis.${context.episode}`, 'seen')
  const { read, catchUp } = useFollowing(typed.line)
  const composing = useParsed(read, context, zone, who)
  return { input, typed, said: { who, setWho, basis, setBasis }, read, catchUp, composing }
}

function usePast(parsed: Parsed, onPast: (check: CheckName | undefined) => void) {
  const past = parsed.ok ? parsed.effects.find((e) => e.does === 'goes past')?.check : undefined
  useEffect(() => onPast(past), [past, onPast])
}

interface Sent {
  readonly typed: ReturnType<typeof useLine>
  readonly parsed: Parsed
  readonly context: ComposerContext
  readonly who: string
  readonly basis: 'seen' | 'from memory'
  readonly input: RefObject<HTMLInputElement | null>
  readonly history: ReturnType<typeof useHistory>
  readonly question: ReturnType<typeof useQuestion>
}

/** Sending the line, what was written last, and what the record answered instead. */
function useWritten(
  { typed, parsed, context, who, basis, input, history, question }: Sent,
  onClose: () => void,
) {
  const { line, setLine } = typed
  const [record, setRecord] = useState<Recorded>()
  const [written, setWritten] = useState<{ readonly line: string }>()
  const { send, jot, busy } = useSending(typed, { parsed, context, who, basis }, input, {
    written: (list) => {
      history.remember(line)
      setWritten({ line })
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
  return { record, setRecord, written, send, jot, busy }
}

/** Several things that a word of the line may mean. */
const whichOf = (parsed: Parsed) =>
  !parsed.ok && 'problem' in parsed && parsed.problem.why === 'which of' ? parsed.problem : undefined

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
          title={say('Shift and Enter: kept as it is, sorted later')}
          onClick={onJot}
        >
          {asksWhich ? say('Keep as it is') : say('Quick note')}
        </button>
      )}
      {empty && !practice && <VoiceJot machine={context.machine} episode={context.episode} onSaid={onSaid} />}
      {readable && (
        <button type="button" className="act min-h-9 px-2" disabled={busy} onClick={onWrite}>
          {say('Write')}
        </button>
      )}
    </>
  )
}
