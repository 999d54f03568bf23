/** What the steps share: a form that sends, and the tap that says there is nothing of the kind. */
import type { ReactNode } from 'react'
import type { MachineId } from '#core/ids.ts'
import { useSend } from '#web/app/send.ts'
import type { Writing } from '#web/app/session.tsx'
import { Act, PlainButton, Said } from '#web/ui/Forms.tsx'

export type Text = (name: string) => string

/** A form read once, at sending; cleared when the server has it. `writings` answers a sentence when something is wrong. */
export function StepForm({
  submit,
  writings,
  children,
}: {
  submit: string
  writings: (text: Text, form: FormData) => readonly Writing[] | string
  children: ReactNode
}) {
  const { send, error, busy, setError } = useSend()
  return (
    <form
      className="mt-3 space-y-3"
      onSubmit={(event) => {
        event.preventDefault()
        const element = event.currentTarget
        const form = new FormData(element)
        const made = writings((name) => String(form.get(name) ?? '').trim(), form)
        if (typeof made === 'string') return setError(made)
        if (made.length === 0) return setError('Nothing was filled in.')
        void send(made).then((sent) => sent && element.reset())
      }}
    >
      {children}
      <PlainButton type="submit" className="min-h-11" disabled={busy}>
        {submit}
      </PlainButton>
      <Said error={error} />
    </form>
  )
}

/** "Nothing of the kind": kept as a fact of the machine, so that the step is done and the answer is dated. */
export function NoneOf({
  machine,
  what,
  words,
  done,
}: {
  machine: string
  what: string
  words: string
  done: boolean
}) {
  const { send, error, busy } = useSend()
  if (done) return null
  return (
    <>
      <Act
        disabled={busy}
        className="mt-2 inline-flex min-h-11 items-center"
        onClick={() =>
          void send([
            {
              body: {
                kind: 'machine',
                what: 'stated',
                machine: machine as MachineId,
                set: { noneThere: [what] },
              },
            },
          ])
        }
      >
        {words}
      </Act>
      <Said error={error} />
    </>
  )
}

export function Lines({ items }: { items: readonly ReactNode[] }) {
  if (items.length === 0) return null
  return (
    <ul className="mt-2">
      {items.map((item, i) => (
        <li key={i} className="border-hair min-h-9 border-b py-1.5">
          {item}
        </li>
      ))}
    </ul>
  )
}
