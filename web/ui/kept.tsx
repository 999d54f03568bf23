/**
 * What is being typed into a slip outlives closing it and a reload of the tab. It is kept in the tab, apart for each account,
 * until it is written or thrown away.
 */
import { say } from '#api/words/say.ts'
import { useEffect, useState, type ComponentProps } from 'react'
import { useForm, type DefaultValues, type FieldValues, type UseFormProps } from 'react-hook-form'
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

/** Photographs cannot be written down as text: they are kept as long as the tab is not loaded anew. */
const held = new Map<string, unknown>()
const isFile = (value: unknown) => value instanceof Blob || value instanceof FileList
const asText = (value: unknown): string =>
  JSON.stringify(value, (_, v: unknown) =>
    isFile(v) ? undefined : Array.isArray(v) ? v.filter((x) => !isFile(x)) : v,
  )

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

type KeptProps<F extends FieldValues> = Omit<UseFormProps<F>, 'defaultValues'> & { readonly defaultValues: F }

/** Fields held by react-hook-form, as they were typed before where the slip is a kept one. */
export function useKeptForm<F extends FieldValues>(
  kept: Kept | undefined,
  { defaultValues, ...more }: KeptProps<F>,
) {
  const key = kept && fieldsKey(kept.key)
  const form = useForm<F>({
    ...more,
    defaultValues: { ...defaultValues, ...(key ? fieldsAt<F>(key) : {}) } as DefaultValues<F>,
  })
  const { subscribe } = form
  useEffect(() => {
    if (!key) return undefined
    return subscribe({
      formState: { values: true },
      callback: ({ values }) => sessionStorage.setItem(key, asText(values)),
    })
  }, [key, subscribe])
  return form
}

const fieldsAt = <F,>(key: string): Partial<F> =>
  JSON.parse(sessionStorage.getItem(key) ?? '{}') as Partial<F>

/** A form that says that what was typed in it before is back. */
export function KeptForm({ kept, children, ...form }: { kept: Kept } & ComponentProps<'form'>) {
  return (
    <>
      {kept.back && (
        <p className="mb-3">
          {say('What was typed here before is back.')}{' '}
          <Act onClick={kept.done}>{say('Discard what was typed')}</Act>
        </p>
      )}
      <form {...form}>{children}</form>
    </>
  )
}
