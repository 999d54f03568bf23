/** An act of authorised people by somebody who is not one: under the eye of one who is, by PIN, or for a reason that the line keeps. */
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import type { Warrant } from '#core/history/entry.ts'
import type { PartyId } from '#core/ids.ts'
import { post, wordsOf } from '#web/app/http.ts'
import { PlainButton, Said } from '#web/ui/Forms.tsx'

export function WarrantStrip({
  error: why,
  people,
  onGive,
}: {
  error: string
  people: readonly { readonly party: string; readonly name: string }[]
  onGive: (warrant: Warrant) => void
}) {
  const [under, setUnder] = useState(people[0]?.party ?? '')
  const [pin, setPin] = useState('')
  const [reason, setReason] = useState('')
  const [error, setError] = useState<string>()
  const confirm = async () => {
    setError(undefined)
    try {
      await post('/session/confirm', { party: under, pin })
      onGive({ by: under as PartyId })
    } catch (failure) {
      setPin('')
      setError(wordsOf(failure))
    }
  }
  return (
    <div className="space-y-1.5">
      <p className="text-copper font-bold">{why}</p>
      {people.length > 0 && (
        <UnderSomebody
          confirm={confirm}
          under={under}
          onUnder={setUnder}
          people={people}
          pin={pin}
          onPin={setPin}
        />
      )}
      <ForAReason reason={reason} onGive={onGive} onReason={setReason} />
      <Said error={error} />
    </div>
  )
}

function UnderSomebody({
  confirm,
  under,
  onUnder,
  people,
  pin,
  onPin,
}: {
  confirm: () => Promise<void>
  under: string
  onUnder: (value: string) => void
  people: readonly { readonly party: string; readonly name: string }[]
  pin: string
  onPin: (value: string) => void
}) {
  return (
    <form
      aria-label={say('Under the eye of somebody who is')}
      className="flex flex-wrap items-center gap-3"
      onSubmit={(event) => {
        event.preventDefault()
        void confirm()
      }}
    >
      <label>
        {say('Under the eye of')}{' '}
        <select className="field h-9" value={under} onChange={(e) => onUnder(e.target.value)}>
          {people.map((p) => (
            <option key={p.party} value={p.party}>
              {p.name}
            </option>
          ))}
        </select>
      </label>
      <label>
        {say('PIN')}{' '}
        <input
          type="password"
          inputMode="numeric"
          autoComplete="off"
          className="field num h-9 w-28"
          value={pin}
          onChange={(e) => onPin(e.target.value.replace(/\D/g, '').slice(0, 8))}
        />
      </label>
      <PlainButton type="submit" disabled={pin.length < 4}>
        {say('Confirm, and write it')}
      </PlainButton>
    </form>
  )
}

function ForAReason({
  reason,
  onGive,
  onReason,
}: {
  reason: string
  onGive: (warrant: Warrant) => void
  onReason: (value: string) => void
}) {
  return (
    <form
      aria-label={say('Or for a reason')}
      className="flex flex-wrap items-center gap-3"
      onSubmit={(event) => {
        event.preventDefault()
        if (reason.trim()) onGive({ because: reason.trim() })
      }}
    >
      <label className="flex flex-1 items-center gap-2">
        {say('Or why all the same')}
        <input
          className="field h-9 min-w-40 flex-1"
          maxLength={2000}
          value={reason}
          onChange={(e) => onReason(e.target.value)}
        />
      </label>
      <PlainButton type="submit" disabled={!reason.trim()}>
        {say('Write with the reason')}
      </PlainButton>
    </form>
  )
}
