/** The one-time link of an empty collection: its name, time zone and currency, and its first steward. */
import { say } from '#api/words/say.ts'
import { type FieldErrors, type UseFormRegister, useForm } from 'react-hook-form'
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import { keys } from '#web/app/keys.ts'
import { post, ProblemError, setToken, wordsOf } from '#web/app/http.ts'
import { useSession } from '#web/app/session.tsx'
import { MainButton, Said, TextField } from '#web/ui/Forms.tsx'

interface Form {
  collection: string
  zone: string
  currency: string
  name: string
  email: string
  password: string
}

export function View() {
  useSession()
  const { token = '' } = useParams()
  const client = useQueryClient()
  const navigate = useNavigate()
  const [error, setError] = useState<string>()
  const {
    register,
    handleSubmit,
    setError: setFieldError,
    formState,
  } = useForm<Form>({
    defaultValues: { zone: Intl.DateTimeFormat().resolvedOptions().timeZone, currency: 'EUR' },
  })
  const submit = handleSubmit(async (form) => {
    setError(undefined)
    try {
      const answer = await post('/setup', { token, ...form })
      setToken(answer.csrf, answer.me?.account)
      client.setQueryData(keys.session, answer)
      await navigate('/')
    } catch (failure) {
      if (failure instanceof ProblemError && failure.problem.fields)
        for (const f of failure.problem.fields) setFieldError(f.path as keyof Form, { message: f.message })
      else setError(wordsOf(failure))
    }
  })
  const { errors } = formState
  return (
    <main className="mx-auto max-w-xl px-4 py-12">
      <h1 className="font-display text-24 mb-1 font-semibold">{say('A new collection')}</h1>
      <p className="text-quiet mb-6">
        {say(
          'You become its first steward. The name can be changed later; the time zone decides which day an entry belongs to.',
        )}
      </p>
      <form onSubmit={(event) => void submit(event)} className="space-y-4">
        <TextField
          label={say('Name of the collection')}
          error={errors.collection?.message}
          {...register('collection', { required: say('Say the name.') })}
        />
        <div className="grid grid-cols-[2fr_1fr] gap-4">
          <TextField
            label={say('Time zone')}
            error={errors.zone?.message}
            {...register('zone', { required: say('Say the time zone.') })}
          />
          <TextField
            label={say('Currency')}
            hint={say('Three letters')}
            error={errors.currency?.message}
            {...register('currency', { required: say('Say the currency.') })}
          />
        </div>
        <StewardFields errors={errors} register={register} />
        <Said error={error} />
        <MainButton type="submit" disabled={formState.isSubmitting}>
          {say('Begin the collection')}
        </MainButton>
      </form>
    </main>
  )
}

function StewardFields({ errors, register }: { errors: FieldErrors<Form>; register: UseFormRegister<Form> }) {
  return (
    <>
      <h2 className="headrule pt-4">{say('First steward')}</h2>
      <TextField
        label={say('Your name')}
        autoComplete="name"
        error={errors.name?.message}
        {...register('name', { required: say('Say your name.') })}
      />
      <TextField
        label={say('E-mail address')}
        type="email"
        autoComplete="username"
        error={errors.email?.message}
        {...register('email', { required: say('Say your address.') })}
      />
      <TextField
        label={say('Password')}
        type="password"
        hint={say('At least 12 characters')}
        autoComplete="new-password"
        error={errors.password?.message}
        {...register('password', {
          required: say('Choose a password.'),
          minLength: { value: 12, message: say('A password has at least 12 characters.') },
        })}
      />
    </>
  )
}
