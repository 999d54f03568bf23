/** The line that is being typed, and what stopped one: it outlives a reload of the tab, and what is typed meanwhile is never overwritten. */
import { useEffect, useRef, useState, type RefObject } from 'react'
import type { Warrant } from '#core/history/entry.ts'
import { lineKey, onBroughtBack } from '#web/app/line.ts'

/** What stands under the line instead of what it will do: it was refused, or waits for a PIN. */
export interface Halt {
  /** The line it is about, where another one is being typed already: it stays on screen until somebody looks at it. */
  readonly line?: string
  readonly error: string
  readonly keep?: () => void
  /** What keeping it means, on its button. */
  readonly keepAs?: string
  /** Somebody who may gives their PIN, or a reason is kept with it. */
  readonly warrant?: {
    readonly people: readonly { readonly party: string; readonly name: string }[]
    readonly give: (warrant: Warrant) => void
  }
  readonly pin?: { readonly party: string; readonly again: () => void }
}

/** Values that outlive a reload of the tab. */
export function useTabValue<T extends string>(key: string, first: T): [T, (value: T) => void] {
  const [value, setValue] = useState(() => (sessionStorage.getItem(key) as T | null) ?? first)
  return [
    value,
    (next) => {
      setValue(next)
      sessionStorage.setItem(key, next)
    },
  ]
}

export function useLine(episode: string, input: RefObject<HTMLInputElement | null>) {
  const [line, keepLine] = useTabValue<string>(lineKey(episode), '')
  const [halt, setHalt] = useState<Halt>()
  const latest = useRef(line)
  const setLine = (text: string) => {
    latest.current = text
    keepLine(text)
    setHalt((held) => (held?.line === undefined ? undefined : held))
  }
  useEffect(() => onBroughtBack(episode, (text) => setLine(text)))
  return {
    line,
    halt,
    setHalt,
    setLine,
    /** Whether the line is still the one that was asked about. */
    isStill: (text: string) => latest.current === text,
    /** Says what stopped a line; one that was typed over meanwhile is kept beside its reason. */
    stop: (text: string, why: Halt) => setHalt(latest.current === text ? why : { ...why, line: text }),
    /** Once it is written the line is empty, unless the next one is being typed already. */
    wrote: (text: string) => {
      if (latest.current === text) setLine('')
    },
    put: (text: string) => {
      setLine(text)
      input.current?.focus()
      // What is still to be filled in is selected, so that typing replaces it.
      const gap = text.indexOf('…')
      if (gap >= 0) requestAnimationFrame(() => input.current?.setSelectionRange(gap, gap + 1))
    },
  }
}
export type Line = ReturnType<typeof useLine>
