/** One's own PIN: with it one says on a tablet where somebody else is signed in that an authorised act was one's own. */
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { remove, put, wordsOf } from '#web/app/http.ts'
import { Act, PlainButton, Said, Slip, TextField } from '#web/ui/Forms.tsx'

export function PinSlip({
  has,
  onClose,
  onDone,
}: {
  has: boolean
  onClose: () => void
  onDone: () => Promise<void>
}) {
  const [error, setError] = useState<string>()
  const { register, handleSubmit } = useForm({ defaultValues: { password: '', pin: '' } })
  const finish = async (work: Promise<unknown>) => {
    setError(undefined)
    try {
      await work
      await onDone()
      onClose()
    } catch (failure) {
      setError(wordsOf(failure))
    }
  }
  return (
    <Slip title={say('My PIN for shared tablets')} onClose={onClose}>
      <p className="mb-3 max-w-prose">
        {say(
          'Power on, mains parts, picture tubes, lithium and chemicals are for authorised people. When you do such a thing while somebody else is signed in, the line asks for your PIN.',
        )}
      </p>
      <form
        className="grid max-w-2xl grid-cols-3 items-end gap-3 max-md:grid-cols-1"
        onSubmit={(event) => void handleSubmit((said) => finish(put('/session/pin', said)))(event)}
      >
        <TextField
          label={say('Your password')}
          type="password"
          autoComplete="current-password"
          required
          autoFocus
          {...register('password')}
        />
        <TextField
          label={say('PIN, four to eight digits')}
          type="password"
          inputMode="numeric"
          autoComplete="off"
          className="num"
          required
          {...register('pin')}
        />
        <div className="flex gap-4">
          <PlainButton type="submit">{has ? say('Change the PIN') : say('Set the PIN')}</PlainButton>
          {has && <Act onClick={() => void finish(remove('/session/pin'))}>{say('Take it away')}</Act>}
        </div>
      </form>
      <Said error={error} />
    </Slip>
  )
}
