/** Inviting somebody by a link that works once. */
import { say } from '#api/words/say.ts'
import type { PersonRow } from '#api/session.ts'
import { useState } from 'react'
import { useForm } from 'react-hook-form'
import type { Role } from '#core/roles.ts'
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
  const [made, setMade] = useState<Made>()
  return (
    <Slip title={say('Invite somebody')} onClose={onClose}>
      {made ? (
        <>
          <p className="mb-2">
            {say('Give this link to {name}. It works once, for fourteen days, and is shown only now.', {
              name: made.name || say('them'),
            })}
          </p>
          <input
            readOnly
            aria-label={say('Invitation link')}
            className="field num"
            value={made.link}
            onFocus={(e) => e.target.select()}
          />
        </>
      ) : (
        <InviteForm people={people} onMade={setMade} onDone={onDone} />
      )}
    </Slip>
  )
}

interface Made {
  readonly name: string
  readonly link: string
}

function InviteForm({
  people,
  onMade,
  onDone,
}: {
  people: readonly PersonRow[]
  onMade: (made: Made) => void
  onDone: () => Promise<void>
}) {
  const [error, setError] = useState<string>()
  const { register, handleSubmit, watch } = useForm<{ name: string; role: Role; party: string }>({
    defaultValues: { name: '', role: 'volunteer', party: '' },
  })
  const invite = handleSubmit(async ({ name, role, party }) => {
    setError(undefined)
    try {
      const called = name.trim() || people.find((p) => p.party === party)?.name || ''
      const { path } = await post('/people/invites', { name: called, role, ...(party ? { party } : {}) })
      onMade({ name: called, link: `${window.location.origin}${path}` })
      await onDone()
    } catch (failure) {
      setError(wordsOf(failure))
    }
  })
  return (
    <form
      className="grid grid-cols-[1fr_12rem_1fr_auto] items-end gap-3 max-md:grid-cols-1"
      onSubmit={(event) => void invite(event)}
    >
      <TextField label={say('Name')} required={!watch('party')} autoFocus {...register('name')} />
      <SelectField label={say('Role')} options={roles} {...register('role')} />
      <SelectField
        label={say('Is this person, already known')}
        options={[
          { value: '', label: say('somebody new') },
          ...people.filter((p) => !p.account).map((p) => ({ value: p.party, label: p.name })),
        ]}
        {...register('party')}
      />
      <MainButton type="submit">{say('Make the link')}</MainButton>
      <Said error={error} />
    </form>
  )
}
