/** People: roles, dated authorisations, invitations, what guests may see. */
import { say } from '#api/words/say.ts'
import type { PeopleAnswer, PersonRow } from '#api/session.ts'
import { useSigned, useDates } from '#web/app/session.tsx'
import { useQueryClient, useQuery } from '@tanstack/react-query'
import { keys } from '#web/app/keys.ts'
import { get, wordsOf } from '#web/app/http.ts'
import { useState } from 'react'
import { Act, MainButton } from '#web/ui/Forms.tsx'
import { PinSlip } from './PinSlip.tsx'
import { SecurityNotes } from './SecurityNotes.tsx'
import { Invite } from './Invite.tsx'
import { peopleSentence, termWords } from '#api/words/people.ts'
import { Rights } from './Rights.tsx'

export function View() {
  const { me } = useSigned()
  const { when } = useDates()
  const client = useQueryClient()
  const { data, error } = useQuery({ queryKey: keys.people, queryFn: () => get('/people') })
  const [open, setOpen] = useState<string>()
  if (error) return <p className="p-8">{wordsOf(error)}</p>
  if (!data) return null
  const steward = me.role === 'steward'
  const staff = data.people.filter((p) => p.account && p.role !== 'guest')
  const others = data.people.filter((p) => !p.account || p.role === 'guest')
  const refresh = () => client.invalidateQueries({ queryKey: keys.people })
  return (
    <main className="mx-auto w-full max-w-6xl flex-1 space-y-8 p-4 pb-16">
      <div className="space-y-1">
        <PeopleHead onOpen={setOpen} open={open} steward={steward} />
        <p>{peopleSentence(staff, when.now)}</p>
      </div>
      {open === 'pin' && (
        <PinSlip
          has={staff.some((p) => p.party === me.party && p.pin === true)}
          onClose={() => setOpen(undefined)}
          onDone={refresh}
        />
      )}
      {open === 'security' && <SecurityNotes onClose={() => setOpen(undefined)} />}
      {open === 'invite' && <Invite people={others} onClose={() => setOpen(undefined)} onDone={refresh} />}
      <section>
        <h2 className="headrule">{say('Who works here')}</h2>
        <ul>
          {staff.map((p) => (
            <Person
              key={p.party}
              person={p}
              open={open === p.party}
              steward={steward}
              onToggle={() => setOpen(open === p.party ? undefined : p.party)}
              onDone={refresh}
            />
          ))}
        </ul>
      </section>
      {me.role !== 'volunteer' && (
        <section>
          <h2 className="headrule">{say('Owners, borrowers, givers')}</h2>
          {others.length === 0 && (
            <p className="text-quiet py-2">
              {say('No person is recorded yet. They are recorded when a machine is registered.')}
            </p>
          )}
          <ul>
            {others.map((p) => (
              <Person
                key={p.party}
                person={p}
                open={open === p.party}
                steward={steward}
                onToggle={() => setOpen(open === p.party ? undefined : p.party)}
                onDone={refresh}
              />
            ))}
          </ul>
        </section>
      )}
      {data.invites.length > 0 && <Invitations data={data} />}
    </main>
  )
}

function PeopleHead({
  onOpen,
  open,
  steward,
}: {
  onOpen: (value: string | undefined) => void
  open: string | undefined
  steward: boolean
}) {
  const { me } = useSigned()
  return (
    <div className="flex items-end justify-between">
      <h1 className="font-display text-24 font-semibold">{say('People')}</h1>
      {me.role !== 'guest' && (
        <Act className="mr-6 ml-auto" onClick={() => onOpen(open === 'pin' ? undefined : 'pin')}>
          {say('My PIN for shared tablets')}
        </Act>
      )}
      {steward && (
        <Act className="mr-6" onClick={() => onOpen(open === 'security' ? undefined : 'security')}>
          {say('Sign-ins and rights')}
        </Act>
      )}
      {steward && (
        <MainButton onClick={() => onOpen(open === 'invite' ? undefined : 'invite')}>
          {say('Invite somebody')}
        </MainButton>
      )}
    </div>
  )
}

function Invitations({ data }: { data: PeopleAnswer }) {
  const { short } = useDates()
  return (
    <section>
      <h2 className="headrule">{say('Invitations not used')}</h2>
      <ul>
        {data.invites.map((i) => (
          <li key={i.id} className="border-hair flex justify-between border-b py-1.5">
            <span>
              {i.name} <span className="text-quiet">{say('as {role}', { role: i.role })}</span>
            </span>
            <span className="num text-13 text-quiet">
              {say('link runs out {expires}', { expires: short(i.expires) })}
            </span>
          </li>
        ))}
      </ul>
    </section>
  )
}

function Person({
  person,
  open,
  steward,
  onToggle,
  onDone,
}: {
  person: PersonRow
  open: boolean
  steward: boolean
  onToggle: () => void
  onDone: () => Promise<void>
}) {
  const { short, when } = useDates()
  return (
    <li className="border-hair border-b py-2">
      <div className="grid grid-cols-[3rem_14rem_8rem_1fr_auto] items-baseline gap-3 max-md:grid-cols-[3rem_1fr_auto]">
        <span className="num">{person.initials}</span>
        <span className={`font-bold ${person.active === false ? 'line-through' : ''}`}>{person.name}</span>
        <span className="text-quiet">
          {person.role ?? person.roles.join(', ')}
          {person.pin && <span className="text-13">{`, ${say('PIN set')}`}</span>}
        </span>
        <span className="max-md:col-span-3">
          {person.authorisations.map((a) => (
            <span key={a.authority} className={`mr-4 ${a.until && a.until < when.now ? 'text-quiet' : ''}`}>
              {a.authority} <span className="num text-13 text-quiet">{termWords(a, when.now, short)}</span>
            </span>
          ))}
          {person.grants.map((g) => (
            <span key={g.machine} className="mr-4">
              {say('sees {label}', { label: g.label })}{' '}
              {g.until && (
                <span className="num text-13 text-quiet">
                  {say('until {until}', { until: short(g.until) })}
                </span>
              )}
            </span>
          ))}
        </span>
        {steward && <Act onClick={onToggle}>{say('Rights')}</Act>}
      </div>
      {open && <Rights person={person} onClose={onToggle} onDone={onDone} />}
    </li>
  )
}
