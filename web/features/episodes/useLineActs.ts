/** What keys and buttons do with the line, by what it says now. */
import { say } from '#api/words/say.ts'
import { useLine } from './useLine.ts'
import {
  type RefObject,
  type Ref,
  useImperativeHandle,
  type KeyboardEvent,
  useRef,
  useLayoutEffect,
} from 'react'
import { type Meter, meterKey } from './useMeter.ts'
import { useParsed, useHistory } from './useComposer.ts'
import { wordsOf } from '#web/app/http.ts'
import { useCompletions } from './useCompletions.ts'

export interface ComposerHandle {
  readonly set: (line: string) => void
  readonly focus: () => void
  /** Takes the meter's reading into the line. */
  readonly take: () => void
}

export interface LineActing {
  readonly typed: ReturnType<typeof useLine>
  readonly input: RefObject<HTMLInputElement | null>
  readonly handle: Ref<ComposerHandle>
  readonly meter: Meter
  readonly composing: ReturnType<typeof useParsed>
  readonly history: ReturnType<typeof useHistory>
  /** What of the line was read so far, and reading the rest of it now. */
  readonly read: string
  readonly catchUp: () => void
  /** A word of it may mean several: Enter asks which. */
  readonly asksWhich: boolean
  readonly onWhich: () => void
  readonly send: () => Promise<void>
  readonly jot: () => Promise<void>
}

/** What keys and buttons do with the line: write it, keep it as a note, take the meter’s reading, go back in what was written. */
export function useLineActs({
  typed,
  input,
  handle,
  meter,
  composing: { parsed, completions },
  history,
  read,
  catchUp,
  asksWhich,
  onWhich,
  send,
  jot,
}: LineActing) {
  const { line, setHalt, setLine, put } = typed
  const take = () => {
    if (!meter.name) return
    // What was typed meanwhile is not overwritten.
    const arrived = (read: string) =>
      typed.isStill(line)
        ? put(read)
        : setHalt({ line: read, error: say('The meter’s reading came when the line had changed.') })
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
      if (asksWhich && !event.shiftKey) onWhich()
      else void (event.shiftKey ? jot() : send())
    } else if (event.key === meterKey && meter.name) {
      done()
      take()
    } else if (event.key === 'Escape') {
      setHalt(undefined)
      setLine('')
    } else if (event.key === 'ArrowUp') {
      const earlier = history.earlier()
      if (earlier === undefined) return
      done()
      setLine(earlier)
    }
  }
  const byTheLine = useByTheLine({ act, send, jot }, read === line ? undefined : catchUp)
  const keys = (event: KeyboardEvent) => {
    if (acting.has(event.key)) byTheLine((now) => now.act(event))
  }
  return { completing, byTheLine, keys }
}

/** What a key or a button does, by what the line says now: what is read of it catches up first. */
export function useByTheLine<T>(acts: T, catchUp: (() => void) | undefined) {
  const latest = useRef(acts)
  useLayoutEffect(() => {
    latest.current = acts
  })
  return (run: (now: T) => void) => {
    catchUp?.()
    run(latest.current)
  }
}

/** Keys that do something with what the line says; the others only write it. */
export const acting = new Set(['Enter', 'Tab', 'Escape', 'ArrowUp', 'ArrowDown', 'Home', 'End', meterKey])
