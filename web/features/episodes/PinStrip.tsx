/** Somebody else is signed in: the person who did it says so by PIN, and the line is written. */
import { told } from '#web/ui/told.tsx'
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import { post, wordsOf } from '#web/app/http.ts'
import { Act, PlainButton, Said } from '#web/ui/Forms.tsx'

export function PinStrip({
  party,
  name,
  onConfirmed,
  onKeep,
}: {
  party: string
  name: string
  onConfirmed: () => void
  onKeep: () => void
}) {
  const [pin, setPin] = useState('')
  const [error, setError] = useState<string>()
  const confirm = async () => {
    setError(undefined)
    try {
      await post('/session/confirm', { party, pin })
      onConfirmed()
    } catch (failure) {
      setPin('')
      setError(wordsOf(failure))
    }
  }
  return (
    <form
      className="flex flex-wrap items-center gap-3"
      onSubmit={(event) => {
        event.preventDefault()
        void confirm()
      }}
    >
      <label htmlFor="pin">
        {told('An act of authorised people. {name}, your PIN:', { name: <strong>{name}</strong> })}
      </label>
      <input
        id="pin"
        type="password"
        inputMode="numeric"
        autoComplete="off"
        autoFocus
        className="field num h-9 w-28"
        value={pin}
        onChange={(e) => setPin(e.target.value.replace(/\D/g, '').slice(0, 8))}
      />
      <PlainButton type="submit" disabled={pin.length < 4}>
        {say('Confirm')}
      </PlainButton>
      <Act onClick={onKeep}>{say('Without: keep it as contested')}</Act>
      <Said error={error} />
    </form>
  )
}
