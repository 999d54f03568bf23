/** Choosing between the schools of a house rule: each says what speaks for it. */
import { useState } from 'react'
import { policies } from '#core/work/policy.ts'
import { PlainButton, Slip, TextField } from './Forms.tsx'

export function ChooseRule({
  policy,
  onSend,
  onClose,
}: {
  policy: string
  onSend: (option: string, reason: string) => void
  onClose: () => void
}) {
  const options = policies.find((p) => p.key === policy)?.options ?? []
  const [option, setOption] = useState(options[0]?.option ?? '')
  const [reason, setReason] = useState('')
  return (
    <Slip title={policy} onClose={onClose}>
      <form
        onSubmit={(event) => {
          event.preventDefault()
          onSend(option, reason)
        }}
      >
        <fieldset className="space-y-2">
          <legend className="sr-only">Schools</legend>
          {options.map((o) => (
            <label key={o.option} className="flex items-baseline gap-2">
              <input
                type="radio"
                name="option"
                checked={option === o.option}
                onChange={() => setOption(o.option)}
              />
              <span>
                <strong>{o.option}</strong> <span className="text-quiet">{o.speaks}</span>
              </span>
            </label>
          ))}
        </fieldset>
        <div className="mt-3 flex items-end gap-4">
          <div className="flex-1">
            <TextField label="Reason" required value={reason} onChange={(e) => setReason(e.target.value)} />
          </div>
          <PlainButton type="submit">Choose it</PlainButton>
        </div>
      </form>
    </Slip>
  )
}
