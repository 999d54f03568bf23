/** Signing in. In the demo the invented people stand below, one tap each. */
import { say } from '#api/words/say.ts'
import { useQueryClient } from '@tanstack/react-query'
import { useState, type FormEvent } from 'react'
import { keys } from '#web/app/keys.ts'
import { post, setToken, wordsOf } from '#web/app/http.ts'
import { MainButton, Said, TextField } from '#web/ui/Forms.tsx'

const demoPassword = 'museum-workshop'
const demoPeople = [
  { email: 'ottoline@example.org', who: 'Ottoline Brack', role: 'steward' },
  { email: 'rasmus@example.org', who: 'Rasmus Tveit', role: 'restorer' },
  { email: 'imke@example.org', who: 'Imke Dahlhus', role: 'volunteer' },
  { email: 'jonas@example.org', who: 'Jonas Feld', role: 'volunteer' },
  { email: 'ferry.office@example.org', who: 'Sund ferry office', role: 'guest' },
  { email: 'harbour.hall@example.org', who: 'Lindvik harbour hall', role: 'guest' },
] as const

export function SignIn({ house, demo }: { house: string; demo: boolean }) {
  const client = useQueryClient()
  const [email, setEmail] = useState('')
  const [password, setPassword] = useState('')
  const [error, setError] = useState<string>()
  const [busy, setBusy] = useState(false)
  const send = async (as: { email: string; password: string }) => {
    setBusy(true)
    setError(undefined)
    try {
      const answer = await post('/session', as)
      setToken(answer.csrf, answer.me?.account)
      client.setQueryData(keys.session, answer)
    } catch (failure) {
      setError(wordsOf(failure))
    } finally {
      setBusy(false)
    }
  }
  const submit = (event: FormEvent) => {
    event.preventDefault()
    void send({ email, password })
  }
  return (
    <main className="flex min-h-screen items-start justify-center px-4 pt-[12vh]">
      <div className="w-full max-w-[420px]">
        <div className="bg-plate text-lettering mb-6 rounded-sm p-[3px]">
          <div className="border-plate-label rounded-sm border px-5 py-4">
            <h1 className="font-display text-24 font-semibold">{house}</h1>
            <p className="text-plate-label">{say('Anamnesis, the case history of its machines')}</p>
            <p className="text-plate-label mt-1">
              {say('What was found, done and tested on each of them; and what to do next.')}
            </p>
          </div>
        </div>
        <form onSubmit={submit} className="space-y-4">
          <TextField
            label={say('E-mail address')}
            type="email"
            autoComplete="username"
            required
            autoFocus
            value={email}
            onChange={(e) => setEmail(e.target.value)}
          />
          <TextField
            label={say('Password')}
            type="password"
            autoComplete="current-password"
            required
            value={password}
            onChange={(e) => setPassword(e.target.value)}
          />
          <Said error={error} />
          <MainButton type="submit" disabled={busy}>
            {say('Sign in')}
          </MainButton>
        </form>
        {demo ? (
          <DemoPeople busy={busy} send={send} />
        ) : (
          <p className="text-quiet mt-6">
            {say('No account? A steward of the collection invites you by a link.')}
          </p>
        )}
      </div>
    </main>
  )
}

function DemoPeople({
  busy,
  send,
}: {
  busy: boolean
  send: (as: { email: string; password: string }) => Promise<void>
}) {
  return (
    <section className="mt-8">
      <h2 className="headrule">{say('Demo: sign in as an invented person')}</h2>
      <ul>
        {demoPeople.map((person) => (
          <li key={person.email} className="border-hair border-b">
            <button
              type="button"
              className="flex w-full items-baseline justify-between py-2 hover:underline"
              disabled={busy}
              onClick={() => void send({ email: person.email, password: demoPassword })}
            >
              <span className="text-verdigris font-bold">{person.who}</span>
              <span className="text-quiet">{person.role}</span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  )
}
