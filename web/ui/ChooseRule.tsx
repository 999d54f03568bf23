/** Choosing between the schools of a house rule: each says what speaks for it. */
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import { policySpeaks } from '#api/words/policies.ts'
import { isPolicyKey, policies } from '#core/policy.ts'
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
  const options: readonly string[] = isPolicyKey(policy) ? policies[policy].options : []
  const [option, setOption] = useState(options[0] ?? '')
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
          <legend className="sr-only">{say('Schools')}</legend>
          {options.map((o) => (
            <label key={o} className="flex items-baseline gap-2">
              <input type="radio" name="option" checked={option === o} onChange={() => setOption(o)} />
              <span>
                <strong>{o}</strong> <span className="text-quiet">{policySpeaks(policy, o)}</span>
              </span>
            </label>
          ))}
        </fieldset>
        <div className="mt-3 flex items-end gap-4">
          <div className="flex-1">
            <TextField
              label={say('Reason')}
              required
              value={reason}
              onChange={(e) => setReason(e.target.value)}
            />
          </div>
          <PlainButton type="submit">{say('Record the practice')}</PlainButton>
        </div>
      </form>
    </Slip>
  )
}
