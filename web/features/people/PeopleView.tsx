/** People: roles, dated authorisations, invitations, what guests may see. */
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import type { PeopleAnswer, PersonRow } from '#api/session.ts'
import { authorities } from '#api/choices.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { MachineId, PartyId } from '#core/ids.ts'
import type { LookedUp } from '#core/composer/index.ts'
import { dayInterval } from '#core/quantity/time.ts'
import { keys } from '#web/app/keys.ts'
import { get, patch, post, wordsOf } from '#web/app/http.ts'
import { useDates, useDrafts, useSigned, useWrite } from '#web/app/session.tsx'
import { PinSlip } from './PinSlip.tsx'
import { SecurityNotes } from './SecurityNotes.tsx'
import { Act, MainButton, PlainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'

const roles = ['steward', 'restorer', 'volunteer', 'guest'] as const
const roleWords = {
  steward: 'provenance, rights, consent',
  restorer: 'plans, chooses schools, type sheets',
  volunteer: 'works at the bench',
  guest: 'sees what is granted, nothing else',
} as const

export function View() {
  const { me } = useSigned()
  const { short } = useDates()
  const client = useQueryClient()
  const { data, error } = useQuery({ queryKey: keys.people, queryFn: () => get<PeopleAnswer>('/people') })
  const [open, setOpen] = useState<string>()
  if (error) return <p className="p-8">{wordsOf(error)}</p>
  if (!data) return null
  const steward = me.role === 'steward'
  const staff = data.people.filter((p) => p.account && p.role !== 'guest')
  const others = data.people.filter((p) => !p.account || p.role === 'guest')
  const refresh = () => client.invalidateQueries({ queryKey: keys.people })
  return (
    <main className="mx-auto w-full max-w-6xl flex-1 space-y-8 p-4 pb-16">
      <div className="flex items-end justify-between">
        <h1 className="font-display text-24 font-semibold">People</h1>
        {me.role !== 'guest' && (
          <Act className="mr-6 ml-auto" onClick={() => setOpen(open === 'pin' ? undefined : 'pin')}>
            My PIN for shared tablets
          </Act>
        )}
        {steward && (
          <Act className="mr-6" onClick={() => setOpen(open === 'security' ? undefined : 'security')}>
            Sign-ins and rights
          </Act>
        )}
        {steward && (
          <MainButton onClick={() => setOpen(open === 'invite' ? undefined : 'invite')}>
            Invite somebody
          </MainButton>
        )}
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
        <h2 className="headrule">Who works here</h2>
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
          <h2 className="headrule">Owners, borrowers, givers</h2>
          {others.length === 0 && (
            <p className="text-quiet py-2">Nobody yet. They are written down when a machine is registered.</p>
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
      {data.invites.length > 0 && (
        <section>
          <h2 className="headrule">Invited, not come yet</h2>
          <ul>
            {data.invites.map((i) => (
              <li key={i.id} className="border-hair flex justify-between border-b py-1.5">
                <span>
                  {i.name} <span className="text-quiet">as {i.role}</span>
                </span>
                <span className="num text-13 text-quiet">link runs out {short(i.expires)}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
    </main>
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
          {person.pin && <span className="text-13">, PIN set</span>}
        </span>
        <span className="max-md:col-span-3">
          {person.authorisations.map((a) => (
            <span key={a.authority} className={`mr-4 ${a.until && a.until < when.now ? 'line-through' : ''}`}>
              {a.authority}{' '}
              <span className="num text-13 text-quiet">{`since ${short(a.since)}${a.until ? ` until ${short(a.until)}` : ''}`}</span>
            </span>
          ))}
          {person.grants.map((g) => (
            <span key={g.machine} className="mr-4">
              sees {g.label}{' '}
              {g.until && <span className="num text-13 text-quiet">until {short(g.until)}</span>}
            </span>
          ))}
        </span>
        {steward && <Act onClick={onToggle}>Rights</Act>}
      </div>
      {open && <Rights person={person} onClose={onToggle} onDone={onDone} />}
    </li>
  )
}

function Rights({
  person,
  onClose,
  onDone,
}: {
  person: PersonRow
  onClose: () => void
  onDone: () => Promise<void>
}) {
  const { zone } = useDates()
  const drafts = useDrafts()
  const write = useWrite()
  const [authority, setAuthority] = useState<(typeof authorities)[number]>('switch on')
  const [until, setUntil] = useState('')
  const [machine, setMachine] = useState('')
  const [error, setError] = useState<string>()
  const send = async (body: Body) => {
    setError(undefined)
    try {
      const written = await write(drafts([{ body }]))
      if (written.sent && written.refused) setError(written.refused.detail)
      await onDone()
    } catch (failure) {
      setError(wordsOf(failure))
    }
  }
  const change = async (values: object) => {
    setError(undefined)
    try {
      await patch(`/people/${person.account ?? ''}`, values)
      await onDone()
    } catch (failure) {
      setError(wordsOf(failure))
    }
  }
  const end = until ? { until: dayInterval(until, zone).latest } : {}
  const party = person.party as PartyId
  const grant = async () => {
    const found = await get<LookedUp>(`/lookup/${encodeURIComponent(machine.trim())}`).catch(() => undefined)
    if (!found?.machine) return setError(`No machine has the number ${machine}.`)
    await send({
      kind: 'rule',
      what: 'grant',
      party,
      machine: found.machine.machine as MachineId,
      granted: true,
      ...end,
    })
  }
  return (
    <Slip title={person.name} onClose={onClose}>
      <div className="space-y-4">
        {person.account && (
          <div className="flex items-end gap-4">
            <div className="w-56">
              <SelectField
                label="Role"
                options={roles}
                value={person.role}
                onChange={(e) => void change({ role: e.target.value })}
              />
            </div>
            <p className="text-quiet pb-2">{person.role ? roleWords[person.role] : ''}</p>
            <PlainButton onClick={() => void change({ active: person.active === false })}>
              {person.active === false ? 'Let in again' : 'Close the account'}
            </PlainButton>
          </div>
        )}
        {person.role !== 'guest' && person.account && (
          <div className="grid grid-cols-[14rem_10rem_auto] items-end gap-3">
            <SelectField
              label="Authorisation"
              options={authorities}
              value={authority}
              onChange={(e) => setAuthority(e.target.value as typeof authority)}
            />
            <TextField
              label="Until"
              type="date"
              className="num"
              value={until}
              onChange={(e) => setUntil(e.target.value)}
            />
            <span className="flex gap-3">
              <PlainButton
                onClick={() =>
                  void send({ kind: 'rule', what: 'authorisation', party, authority, granted: true, ...end })
                }
              >
                Grant
              </PlainButton>
              <PlainButton
                onClick={() =>
                  void send({ kind: 'rule', what: 'authorisation', party, authority, granted: false })
                }
              >
                Withdraw
              </PlainButton>
            </span>
          </div>
        )}
        {(person.role === 'guest' || !person.account) && (
          <div className="grid grid-cols-[14rem_10rem_auto] items-end gap-3">
            <TextField
              label="May see machine number"
              className="num"
              value={machine}
              onChange={(e) => setMachine(e.target.value)}
            />
            <TextField
              label="Until"
              type="date"
              className="num"
              value={until}
              onChange={(e) => setUntil(e.target.value)}
            />
            <PlainButton onClick={() => void grant()}>Grant sight</PlainButton>
          </div>
        )}
        {person.grants.map((g) => (
          <p key={g.machine}>
            Sees {g.label}.{' '}
            <Act
              onClick={() =>
                void send({
                  kind: 'rule',
                  what: 'grant',
                  party,
                  machine: g.machine as MachineId,
                  granted: false,
                })
              }
            >
              End it
            </Act>
          </p>
        ))}
      </div>
      <Said error={error} />
    </Slip>
  )
}

function Invite({
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
      const made = await post<{ path: string }>('/people/invites', {
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
