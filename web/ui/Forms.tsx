/** Fields, buttons and the slip: editing happens on a slip that opens under the row, not in a dialog. */
import { say, shown } from '#api/words/say.ts'
import type {
  ButtonHTMLAttributes,
  InputHTMLAttributes,
  ReactNode,
  SelectHTMLAttributes,
  TextareaHTMLAttributes,
} from 'react'
import { useEffect, useId, useRef, useState } from 'react'

export function Field({
  label,
  hint,
  error,
  children,
}: {
  label: string
  hint?: string | undefined
  error?: string | undefined
  /** `told`: what describes the field, its hint or what is wrong with it. */
  children: (id: string, told: { 'aria-describedby': string | undefined }) => ReactNode
}) {
  const id = useId()
  const told = useId()
  return (
    <div>
      <label htmlFor={id} className="text-13 text-quiet mb-1 block">
        {label}
      </label>
      {children(id, { 'aria-describedby': (error ?? hint) ? told : undefined })}
      {hint && !error && (
        <p id={told} className="text-13 text-quiet mt-1">
          {hint}
        </p>
      )}
      {error && (
        <p id={told} role="alert" className="text-13 text-oxide mt-1 font-bold">
          {error}
        </p>
      )}
    </div>
  )
}

type TextProps = {
  label: string
  hint?: string
  error?: string | undefined
} & InputHTMLAttributes<HTMLInputElement>
export function TextField({ label, hint, error, className = '', ...input }: TextProps) {
  return (
    <Field label={label} hint={hint} error={error}>
      {(id, told) => (
        <input
          id={id}
          className={`field ${className}`}
          aria-invalid={error ? true : undefined}
          {...told}
          {...input}
        />
      )}
    </Field>
  )
}

export function AreaField({
  label,
  hint,
  error,
  ...area
}: {
  label: string
  hint?: string
  error?: string | undefined
} & TextareaHTMLAttributes<HTMLTextAreaElement>) {
  return (
    <Field label={label} hint={hint} error={error}>
      {(id, told) => (
        <textarea
          id={id}
          rows={2}
          className="field"
          aria-invalid={error ? true : undefined}
          {...told}
          {...area}
        />
      )}
    </Field>
  )
}

export function SelectField({
  label,
  hint,
  error,
  options,
  ...select
}: {
  label: string
  hint?: string
  error?: string | undefined
  options: readonly (string | { readonly value: string; readonly label: string })[]
} & SelectHTMLAttributes<HTMLSelectElement>) {
  return (
    <Field label={label} hint={hint} error={error}>
      {(id, told) => (
        <select id={id} className="field" aria-invalid={error ? true : undefined} {...told} {...select}>
          {options.map((o) =>
            typeof o === 'string' ? (
              <option key={o} value={o}>
                {shown(o)}
              </option>
            ) : (
              <option key={o.value} value={o.value}>
                {o.label}
              </option>
            ),
          )}
        </select>
      )}
    </Field>
  )
}

/** The one filled button of a view. */
export function MainButton({ className = '', ...button }: ButtonHTMLAttributes<HTMLButtonElement>) {
  return (
    <button
      type="button"
      className={`bg-verdigris text-on-verdigris min-h-10 rounded-sm px-5 font-bold whitespace-nowrap hover:brightness-110 disabled:opacity-50 ${className}`}
      {...button}
    />
  )
}

export function PlainButton({ className = '', ...button }: ButtonHTMLAttributes<HTMLButtonElement>) {
  return (
    <button
      type="button"
      className={`border-line hover:border-verdigris min-h-9 rounded-sm border px-3 font-bold whitespace-nowrap disabled:opacity-50 ${className}`}
      {...button}
    />
  )
}

export function Act({ className = '', ...button }: ButtonHTMLAttributes<HTMLButtonElement>) {
  return <button type="button" className={`act ${className}`} {...button} />
}

export function Slip({
  title,
  children,
  onClose,
}: {
  title: string
  children: ReactNode
  onClose: () => void
}) {
  const slip = useRef<HTMLElement>(null)
  // Whatever opened it has the focus again once it is gone, unless something else has taken it meanwhile.
  const [opener] = useState(() => document.activeElement)
  useEffect(() => {
    const here = slip.current
    return () => {
      if (
        opener instanceof HTMLElement &&
        (here?.contains(document.activeElement) || document.activeElement === document.body)
      )
        queueMicrotask(() => opener.isConnected && opener.focus())
    }
  }, [opener])
  return (
    <section
      ref={slip}
      data-slip
      aria-label={title}
      className="bg-next border-verdigris my-2 border-l-4 p-4"
      onKeyDown={(event) => {
        if (event.key !== 'Escape') return
        event.stopPropagation()
        onClose()
      }}
    >
      <div className="mb-3 flex items-baseline justify-between">
        <h3 className="font-display text-18 font-semibold">{title}</h3>
        <Act onClick={onClose}>{say('Cancel')}</Act>
      </div>
      {children}
    </section>
  )
}

export function Said({ error }: { error: string | undefined }) {
  return error ? (
    <p role="alert" className="text-oxide my-2 font-bold">
      {error}
    </p>
  ) : null
}
