/** Inviting somebody by a link that works once. */
import type { PersonRow } from '#api/session.ts'
import { useState } from 'react'
import { roles } from './Rights.tsx'
import { post, wordsOf } from '#web/app/http.ts'
import { Slip, TextField, SelectField, MainButton, Said } from '#web/ui/Forms.tsx'

export function Invite({
  people,
  onClose,
  onDone,
}: {
  people: readonly PersonRow[]
  onClose: () => void
  onDone: () => Promise<void>
}) {
  const [name, setName] = useState('')
  const [role, setRole] = useState<(typeof roles)[number]>('volunteer')
  const [party, setParty] = useState('')
  const [link, setLink] = useState<string>()
  const [error, setError] = useState<string>()
  const invite = async () => {
    setError(undefined)
    try {
      const made = await post('/people/invites', {
        name: name.trim() || people.find((p) => p.party === party)?.name,
        role,
        ...(party ? { party } : {}),
      })
      setLink(`${window.location.origin}${made.path}`)
      await onDone()
    } catch (failure) {
      setError(wordsOf(failure))
    }
  }
  return (
    <Slip title="Invite somebody" onClose={onClose}>
      {link ? (
        <>
          <p className="mb-2">
            Give this link to {name || 'them'}. It works once, for fourteen days, and is shown only now.
          </p>
          <input
            readOnly
            aria-label="Invitation link"
            className="field num"
            value={link}
            onFocus={(e) => e.target.select()}
          />
        </>
      ) : (
        <form
          className="grid grid-cols-[1fr_12rem_1fr_auto] items-end gap-3 max-md:grid-cols-1"
          onSubmit={(event) => {
            event.preventDefault()
            void invite()
          }}
        >
          <TextField
            label="Name"
            required={!party}
            value={name}
            autoFocus
            onChange={(e) => setName(e.target.value)}
          />
          <SelectField
            label="Role"
            options={roles}
            value={role}
            onChange={(e) => setRole(e.target.value as typeof role)}
          />
          <SelectField
            label="Is this person, already known"
            options={[
              { value: '', label: 'somebody new' },
              ...people.filter((p) => !p.account).map((p) => ({ value: p.party, label: p.name })),
            ]}
            value={party}
            onChange={(e) => setParty(e.target.value)}
          />
          <MainButton type="submit">Make the link</MainButton>
        </form>
      )}
      <Said error={error} />
    </Slip>
  )
}
