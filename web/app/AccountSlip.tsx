/** One's own account: another password, and where one is signed in. */
import { say } from '#api/words/say.ts'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { browserWords } from '#api/words/browsers.ts'
import { Act, PlainButton, Said, Slip, TextField } from '#web/ui/Forms.tsx'
import { get, put, remove, wordsOf } from './http.ts'
import { keys } from './keys.ts'
import { Reminders } from './Reminders.tsx'
import { useDates } from './session.tsx'

export default function AccountSlip({ onClose }: { onClose: () => void }) {
  return (
    <div className="mx-auto w-full max-w-3xl px-4">
      <Slip title={say('Account and sign-ins')} onClose={onClose}>
        <Password />
        <Reminders onClose={onClose} />
        <SignIns />
      </Slip>
    </div>
  )
}

function Password() {
  const client = useQueryClient()
  const [told, setTold] = useState<string>()
  const [error, setError] = useState<string>()
  const { register, handleSubmit, reset } = useForm({ defaultValues: { password: '', fresh: '' } })
  const change = handleSubmit(async (said) => {
    setTold(undefined)
    setError(undefined)
    try {
      const { ended } = await put('/session/password', said)
      reset()
      setTold(
        ended === 0
          ? say('The password is changed.')
          : ended === 1
            ? say('The password is changed, and one other sign-in was ended.')
            : say('The password is changed, and {ended} other sign-ins were ended.', { ended }),
      )
      await client.invalidateQueries({ queryKey: keys.sessions })
    } catch (failure) {
      setError(wordsOf(failure))
    }
  })
  return (
    <form
      className="grid grid-cols-[1fr_1fr_auto] items-end gap-3 max-md:grid-cols-1"
      onSubmit={(event) => void change(event)}
    >
      <TextField
        label={say('Password now')}
        type="password"
        autoComplete="current-password"
        required
        {...register('password')}
      />
      <TextField
        label={say('New password, at least 12 characters')}
        type="password"
        autoComplete="new-password"
        minLength={12}
        required
        {...register('fresh')}
      />
      <PlainButton type="submit">{say('Change the password')}</PlainButton>
      <div className="col-span-full" role="status">
        {told && <p className="text-verdigris font-bold">{told}</p>}
        <Said error={error} />
      </div>
    </form>
  )
}

function SignIns() {
  const client = useQueryClient()
  const { short, clock } = useDates()
  const { data } = useQuery({ queryKey: keys.sessions, queryFn: () => get('/sessions') })
  const [error, setError] = useState<string>()
  const end = async (id: string) => {
    try {
      await remove('/sessions/:name', { name: id })
      await client.invalidateQueries({ queryKey: keys.sessions })
    } catch (failure) {
      setError(wordsOf(failure))
    }
  }
  return (
    <section className="mt-5">
      <h4 className="headrule">{say('Signed in')}</h4>
      <ul>
        {data?.sessions.map((s) => (
          <li key={s.id} className="border-hair flex flex-wrap items-baseline gap-x-4 border-b py-1.5">
            <span className="flex-1">{browserWords(s.agent)}</span>
            <span className="num text-13 text-quiet">
              {say('since {since}, last used {seen} {seen2}', {
                since: short(s.since),
                seen: short(s.seen),
                seen2: clock(s.seen),
              })}
            </span>
            {s.here ? (
              <strong>{say('here')}</strong>
            ) : (
              <Act onClick={() => void end(s.id)}>{say('Sign it out')}</Act>
            )}
          </li>
        ))}
      </ul>
      <p className="text-quiet text-13 mt-2">
        {say('A sign-in ends by itself twelve hours after it was last used, and after thirty days.')}
      </p>
      <Said error={error} />
    </section>
  )
}
