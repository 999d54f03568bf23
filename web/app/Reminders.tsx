/** How one is reminded of loans: by mail, and by an address for one’s calendar that can be taken back. */
import { say } from '#api/words/say.ts'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { Act, Said } from '#web/ui/Forms.tsx'
import { get, post, put, remove, wordsOf } from './http.ts'
import { keys } from './keys.ts'
import { useDates, useSigned } from './session.tsx'

const mailHints = {
  'no mail': say('This server sends no mail: whoever runs it sets ANAMNESIS_SMTP and ANAMNESIS_MAIL_FROM.'),
  smtp: '',
  simulated: say('In this demo mail is simulated: it goes into a tray here, and nowhere else.'),
} as const

export function Reminders({ onClose }: { onClose: () => void }) {
  const client = useQueryClient()
  const { me } = useSigned()
  const { short } = useDates()
  const { data } = useQuery({ queryKey: keys.reminders, queryFn: () => get('/reminders') })
  const [address, setAddress] = useState<string>()
  const [error, setError] = useState<string>()
  if (!data) return null
  const after = async (work: () => Promise<void>) => {
    setError(undefined)
    try {
      await work()
      await client.invalidateQueries({ queryKey: keys.reminders })
    } catch (failure) {
      setError(wordsOf(failure))
    }
  }
  const makeAddress = () =>
    after(async () => {
      const { path } = await post('/reminders/calendar', {})
      setAddress(new URL(path, window.location.origin).href)
    })
  const takeBack = () =>
    after(async () => {
      await remove('/reminders/calendar')
      setAddress(undefined)
    })
  return (
    <section className="mt-5" aria-label={say('Reminders of loans')}>
      <h4 className="headrule">{say('Reminders of loans')}</h4>
      <p className="text-quiet text-13 mb-1">
        {say('They name the number of a loan and the date. No names, no places, no values.')}
      </p>
      <label className="flex min-h-11 items-center gap-2">
        <input
          type="checkbox"
          className="size-5"
          checked={data.mail}
          disabled={data.by === 'no mail' && !data.mail}
          onChange={(e) => void after(() => put('/reminders', { mail: e.target.checked }))}
        />
        {say('By mail: 14 and 3 days before a date, and each week once something is overdue')}
      </label>
      {mailHints[data.by] && (
        <p className="text-quiet">
          {mailHints[data.by]}{' '}
          {data.by === 'simulated' && me.role === 'steward' && (
            <Link className="act" to="/mail-tray" onClick={onClose}>
              {say('Open the simulated mail tray')}
            </Link>
          )}
        </p>
      )}
      <div className="mt-2 flex flex-wrap items-baseline gap-x-5 gap-y-1">
        <span>
          {data.calendar
            ? say('A calendar address was made on {calendar}.', { calendar: short(data.calendar) })
            : say('No calendar address is made.')}
        </span>
        <Act onClick={() => void makeAddress()}>
          {data.calendar ? say('Make another; the old one stops') : say('Make a calendar address')}
        </Act>
        {data.calendar && <Act onClick={() => void takeBack()}>{say('Take it back')}</Act>}
      </div>
      {address && (
        <p className="mt-1" role="status">
          {say(
            'Enter it in your calendar as a subscription. It is shown once; whoever has it reads the dates:',
          )}
          <code className="num block break-all">{address}</code>
        </p>
      )}
      <Said error={error} />
    </section>
  )
}
