/** What the steps share: a form that sends, and the tap that says there is nothing of the kind. */
import { say } from '#api/words/say.ts'
import type { ReactNode } from 'react'
import { useForm, type DefaultValues, type FieldValues, type UseFormRegister } from 'react-hook-form'
import type { MachineId } from '#core/ids.ts'
import { useSend } from '#web/app/send.ts'
import type { Writing } from '#web/app/session.tsx'
import { typedIn, type Typed } from '#web/app/typed.ts'
import { Act, PlainButton, Said } from '#web/ui/Forms.tsx'

/**
 * A form read once, at sending; as it began (`defaults`) when the server has it, and when the record has other beginnings for fields that
 * nobody has touched. `writings` answers a sentence when something is wrong.
 */
export function StepForm<F extends FieldValues>({
  submit,
  defaults,
  writings,
  children,
}: {
  submit: string
  defaults: F
  writings: (text: Typed<keyof F & string>['text'], said: F) => readonly Writing[] | string
  children: (register: UseFormRegister<F>) => ReactNode
}) {
  const { send, error, busy, setError } = useSend()
  const { register, handleSubmit, reset } = useForm<F>({
    defaultValues: defaults as DefaultValues<F>,
    values: defaults,
    resetOptions: { keepDirtyValues: true },
  })
  const write = handleSubmit(async (said) => {
    const made = writings(typedIn(said).text, said)
    if (typeof made === 'string') return setError(made)
    if (made.length === 0) return setError(say('Nothing was filled in.'))
    if (await send(made)) reset(defaults)
  })
  return (
    <form className="mt-3 space-y-3" onSubmit={(event) => void write(event)}>
      {children(register)}
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
