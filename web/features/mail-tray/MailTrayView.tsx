/** The simulated mail tray of the demo: what would have been sent, to whom. */
import { say } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { get } from '#web/app/http.ts'
import { keys } from '#web/app/keys.ts'
import { useDates } from '#web/app/session.tsx'

export function View() {
  const { short, clock } = useDates()
  const { data, error } = useQuery({
    queryKey: keys.mailTray,
    queryFn: () => get('/mail-tray'),
    retry: false,
  })
  return (
    <main className="mx-auto w-full max-w-4xl flex-1 p-4 pb-16">
      <title>{say('Simulated mail tray')}</title>
      <h1 className="font-display text-24 font-semibold">{say('Simulated mail tray')}</h1>
      <p className="text-quiet mb-4">
        {error
          ? say('There is no simulated tray here, or it does not answer.')
          : say('What would have been sent by mail. Nothing leaves this machine.')}
      </p>
      {data?.mails.length === 0 && (
        <p>
          {say(
            'Empty. Reminders are sent once a minute to whoever turned them on under “Account and sign-ins”.',
          )}
        </p>
      )}
      <ul>
        {data?.mails.map((mail, i) => (
          <li key={i} className="border-hair border-b py-3">
            <div className="flex flex-wrap items-baseline justify-between gap-x-4">
              <strong>{mail.subject}</strong>
              <span className="num text-quiet">{`${short(mail.at)}, ${clock(mail.at)}`}</span>
            </div>
            <p className="text-quiet">{say('To {to}, from {from}', { to: mail.to, from: mail.from })}</p>
            <p className="mt-1 whitespace-pre-line">{mail.text.trim()}</p>
          </li>
        ))}
      </ul>
    </main>
  )
}
