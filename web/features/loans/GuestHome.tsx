/** What a guest comes home to: what is asked of them, their machines, their loans, the next date. */
import { say } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { dayOnly } from '#api/words/dates.ts'
import { capital, commas, list } from '#api/words/lists.ts'
import { stateWords } from '#api/words/loans.ts'
import { matterWords } from '#api/words/owners.ts'
import type { GuestHome } from '#core/views/guest-home.ts'
import type { PartyId } from '#core/ids.ts'
import { keys } from '#web/app/keys.ts'
import { get } from '#web/app/http.ts'
import { useSend } from '#web/app/send.ts'
import { useDates, useSigned } from '#web/app/session.tsx'
import { PlainButton, Said, TextField } from '#web/ui/Forms.tsx'
import { Rows } from '#web/ui/Rows.tsx'

type Ask = GuestHome['asks'][number]

const askWords = {
  'answer the terms': say('Read the terms, and agree or decline'),
  'confirm what arrived': say('Count what arrived, and confirm it'),
  'look on arrival': say('Look round the machine and write down how it arrived'),
  'answer their question': say('Answer what the collection asked'),
  'send it back': say('It is due: look before packing, and send it back'),
} as const

export function View() {
  const { me } = useSigned()
  const { short } = useDates()
  const { data } = useQuery({ queryKey: keys.guestHome, queryFn: () => get('/home') })
  if (!data) return null
  return (
    <main className="mx-auto w-full max-w-3xl flex-1 space-y-6 p-4 pb-16">
      <header>
        <h1 className="font-display text-24 font-semibold">{me.name}</h1>
        <p className="text-quiet">
          {data.asks.length === 0
            ? say('Nothing is asked of you at the moment.')
            : data.asks.length === 1
              ? say('One thing is asked of you.')
              : say('{asks} things are asked of you.', { asks: data.asks.length })}
          {data.next &&
            ` ${say('Due {day}: {items}.', { day: dayOnly(data.next.day), items: list(data.next.items) })}`}
        </p>
      </header>
      {data.asks.length > 0 && (
        <Rows title={say('Asked of you')}>
          {data.asks.map((ask) => (
            <AskItem key={'loan' in ask ? `${ask.loan} ${ask.ask}` : ask.request} ask={ask} />
          ))}
        </Rows>
      )}
      {data.machines.length > 0 && (
        <Rows title={say('Your machines')}>
          {data.machines.map((m) => (
            <li key={m.id} className="border-hair border-b">
              <Link
                to={`/machines/${m.id}`}
                className="hover:bg-next flex min-h-12 flex-wrap items-baseline justify-between gap-x-4 px-1 py-2"
              >
                <strong>{m.name}</strong>
                <span>{capital(m.status)}</span>
                {m.worked && (
                  <span className="text-quiet w-full">
                    {say('Last worked on {at}: {title}', { at: short(m.worked.at), title: m.worked.title })}
                  </span>
                )}
              </Link>
            </li>
          ))}
        </Rows>
      )}
      {data.loans.length > 0 && (
        <Rows title={say('Your loans')}>
          {data.loans.map((l) => (
            <li key={l.id} className="border-hair border-b">
              <Link
                to={`/loans/${l.id}`}
                className="hover:bg-next flex min-h-12 flex-wrap items-baseline justify-between gap-x-4 px-1 py-2"
              >
                <strong>{capital(list(l.items))}</strong>
                <span className={l.shown === 'overdue' ? 'text-oxide font-bold' : ''}>
                  {commas(
                    capital(stateWords(l)),
                    l.due &&
                      !['closed', 'back', 'declined'].includes(l.shown) &&
                      say('due {due}', { due: dayOnly(l.due) }),
                  )}
                </span>
              </Link>
            </li>
          ))}
        </Rows>
      )}
    </main>
  )
}

function AskItem({ ask }: { ask: Ask }) {
  return 'loan' in ask ? (
    <li className="border-hair border-b">
      <Link to={`/loans/${ask.loan}`} className="hover:bg-next block min-h-12 px-1 py-2">
        <strong>{askWords[ask.ask]}</strong>
        <span className="text-quiet block">{capital(list(ask.items))}</span>
      </Link>
    </li>
  ) : (
    <Request ask={ask} />
  )
}

/** The house asks whether they agree; the answer is one tap, with words where they want. */
function Request({ ask }: { ask: Extract<Ask, { request: string }> }) {
  const { me } = useSigned()
  const { short } = useDates()
  const { send, error, busy } = useSend()
  const [words, setWords] = useState('')
  const answer = (given: boolean) =>
    send([
      {
        body: {
          kind: 'consent',
          machine: ask.machine,
          by: me.party as PartyId,
          to: ask.matter,
          given,
          ...(ask.positions ? { positions: [...ask.positions] } : {}),
          words: words.trim(),
        },
        restsOn: [ask.request],
      },
    ])
  return (
    <li className="border-hair space-y-2 border-b px-1 py-2">
      <p>
        <strong>
          {say('Do you agree to {matter}: {what}?', {
            matter: matterWords[ask.matter],
            what: commas(ask.name, ask.positions && list(ask.positions, 8)),
          })}
        </strong>
        <span className="text-quiet block">
          {say('Asked {at}: “{words}”', { at: short(ask.at), words: ask.words })}
        </span>
      </p>
      <TextField
        label={say('In your words, if you like')}
        value={words}
        onChange={(e) => setWords(e.target.value)}
      />
      <div className="flex flex-wrap gap-3">
        <PlainButton disabled={busy} onClick={() => void answer(true)}>
          {say('I agree')}
        </PlainButton>
        <PlainButton disabled={busy} onClick={() => void answer(false)}>
          {say('I do not agree')}
        </PlainButton>
      </div>
      <Said error={error} />
    </li>
  )
}
