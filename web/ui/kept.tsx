/**
 * What is being typed into a slip outlives closing it and a reload of the tab. It is kept in the tab, apart for each account,
 * until it is written or thrown away.
 */
import { useLayoutEffect, useRef, useState, type ComponentProps } from 'react'
import { useSigned } from '#web/app/session.tsx'
import { Act } from './Forms.tsx'

export interface Kept {
  readonly key: string
  /** Something that was typed before is back. */
  readonly back: boolean
  /** It was written: nothing is kept of it any more, and the slip closes. */
  readonly done: () => void
  /** It waits in the outbox: said again from here, it would be there twice. */
  readonly forget: () => void
}

type Fields = Readonly<Record<string, string>>

/** Photographs cannot be written down as text: they are kept as long as the tab is not loaded anew. */
const held = new Map<string, unknown>()
const isFile = (value: unknown) => value instanceof Blob
const asText = (value: unknown): string =>
  JSON.stringify(value, (_, v: unknown) => (Array.isArray(v) ? v.filter((x) => !isFile(x)) : v))

const fieldsKey = (key: string) => `${key}/fields`
const statesOf = (key: string) =>
  [...new Set([...held.keys(), ...Object.keys(sessionStorage)])].filter((k) => k.startsWith(`${key}/`))

/** `of` names the slip and what it is about: "loan 0192… terms". */
export function useKept(of: string, onClose: () => void): Kept {
  const { me } = useSigned()
  const key = `anamnesis.kept.${me.account}.${of}`
  const [back] = useState(() => statesOf(key).length > 0)
  const forget = () => {
    for (const name of statesOf(key)) {
      held.delete(name)
      sessionStorage.removeItem(name)
    }
  }
  return {
    key,
    back,
    forget,
    done: () => {
      forget()
      onClose()
    },
  }
}

/** A value of the slip that no field holds by itself. */
export function useKeptState<T>(kept: Kept, name: string, first: T): [T, (value: T) => void] {
  const key = `${kept.key}/${name}`
  const [value, setValue] = useState<T>(() => {
    if (held.has(key)) return held.get(key) as T
    const text = sessionStorage.getItem(key)
    return text === null ? first : (JSON.parse(text) as T)
  })
  return [
    value,
    (next) => {
      held.set(key, next)
      sessionStorage.setItem(key, asText(next))
      setValue(next)
    },
  ]
}

const kinds =
  'input[name]:not([type=file]):not([type=password]):not([type=radio]), select[name], textarea[name]'
type FormField = HTMLInputElement | HTMLSelectElement | HTMLTextAreaElement
const fieldsOf = (form: HTMLFormElement): FormField[] => [...form.querySelectorAll<FormField>(kinds)]
const isTick = (field: FormField): field is HTMLInputElement => field.getAttribute('type') === 'checkbox'

/** A form whose named fields are kept while they are typed in. */
export function KeptForm({ kept, children, ...form }: { kept: Kept } & ComponentProps<'form'>) {
  const element = useRef<HTMLFormElement>(null)
  const key = fieldsKey(kept.key)
  useLayoutEffect(() => {
    const text = sessionStorage.getItem(key)
    if (!element.current || text === null) return
    const before = JSON.parse(text) as Fields
    for (const field of fieldsOf(element.current)) {
      const value = before[field.name]
      if (value === undefined) continue
      if (isTick(field)) field.checked = value === 'on'
      else field.value = value
    }
  }, [key])
  return (
    <>
      {kept.back && (
        <p className="mb-3">
          What was typed here before is back. <Act onClick={kept.done}>Discard what was typed</Act>
        </p>
      )}
      <form
        {...form}
        ref={element}
        onInput={(event) => {
          const now = fieldsOf(event.currentTarget).map((field) => [
            field.name,
            isTick(field) ? (field.checked ? 'on' : '') : field.value,
          ])
          sessionStorage.setItem(key, JSON.stringify(Object.fromEntries(now)))
        }}
      >
        {children}
      </form>
    </>
  )
}
