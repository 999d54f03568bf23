/** An invitation by link: choose address and password, and you are in. */
import { say } from '#api/words/say.ts'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState, type FormEvent } from 'react'
import { useNavigate, useParams } from 'react-router'
import { keys } from '#web/app/keys.ts'
import { get, post, setToken, wordsOf } from '#web/app/http.ts'
import { useSession } from '#web/app/session.tsx'
import { MainButton, Said, TextField } from '#web/ui/Forms.tsx'

export function View() {
  useSession()
  const { token = '' } = useParams()
  const client = useQueryClient()
  const navigate = useNavigate()
  const [email, setEmail] = useState('')
  const [password, setPassword] = useState('')
  const [error, setError] = useState<string>()
  const invite = useQuery({
    queryKey: keys.invitation(token),
    queryFn: () => get('/invitations/:token', { token }),
    retry: false,
  })
  const submit = async (event: FormEvent) => {
    event.preventDefault()
    setError(undefined)
    try {
      const answer = await post('/invitations/:token', { email, password }, { token })
      setToken(answer.csrf, answer.me?.account)
      client.setQueryData(keys.session, answer)
      await navigate('/')
    } catch (failure) {
      setError(wordsOf(failure))
    }
  }
  if (invite.error) return <p className="p-8">{wordsOf(invite.error)}</p>
  if (!invite.data) return null
  return (
    <main className="mx-auto max-w-xl px-4 py-12">
      <h1 className="font-display text-24 mb-1 font-semibold">
        {say('Welcome to {collection}, {name}', {
          collection: invite.data.collection,
          name: invite.data.name,
        })}
      </h1>
      <p className="text-quiet mb-6">{say('You were invited as {role}.', { role: invite.data.role })}</p>
      <form onSubmit={(event) => void submit(event)} className="space-y-4">
        <TextField
          label={say('E-mail address')}
          type="email"
          autoComplete="username"
          required
          value={email}
          onChange={(e) => setEmail(e.target.value)}
        />
        <TextField
          label={say('Password')}
          type="password"
          autoComplete="new-password"
          hint={say('At least 12 characters')}
          minLength={12}
          required
          value={password}
          onChange={(e) => setPassword(e.target.value)}
        />
        <Said error={error} />
        <MainButton type="submit">{say('Join')}</MainButton>
      </form>
    </main>
  )
}
