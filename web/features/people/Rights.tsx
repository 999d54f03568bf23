/** What one person may do and see, and changing it. */
import { say } from '#api/words/say.ts'
import type { PersonRow } from '#api/session.ts'
import { useDates, useDrafts, useWrite } from '#web/app/session.tsx'
import { useState } from 'react'
import { authorities } from '#api/choices.ts'
import type { Body } from '#core/history/bodies/index.ts'
import { wordsOf, patch, get } from '#web/app/http.ts'
import { dayInterval } from '#core/quantity/time.ts'
import type { PartyId, MachineId } from '#core/ids.ts'
import { PracticeSet } from './PracticeSet.tsx'
import { erasing, EraseDialog } from '#web/ui/EraseDialog.tsx'
import { Slip, SelectField, PlainButton, TextField, Act, Said } from '#web/ui/Forms.tsx'

export const roles = ['steward', 'restorer', 'volunteer', 'guest'] as const

/** Who stands where a person was named whose data is erased. */
/** Written into the record: in its language, not in that of the screen. */
const nobody = 'A person no longer named'

const roleWords = {
  steward: say('provenance, rights, consent'),
  restorer: say('plans, chooses practices, type sheets'),
  volunteer: say('works at the bench'),
  guest: say('sees what is granted, nothing else'),
} as const

type Send = (body: Body) => Promise<void>

export function Rights({
  person,
  onClose,
  onDone,
}: {
  person: PersonRow
  onClose: () => void
  onDone: () => Promise<void>
}) {
  const drafts = useDrafts()
  const write = useWrite()
  const [erase, setErase] = useState(false)
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
      await patch('/people/:id', values, { id: person.account ?? '' })
      await onDone()
    } catch (failure) {
      setError(wordsOf(failure))
    }
  }
  const party = person.party as PartyId
  return (
    <Slip title={person.name} onClose={onClose}>
      <div className="space-y-4">
        {person.account && <Account person={person} onChange={change} />}
        {person.role !== 'guest' && person.account && <Authorisations party={party} send={send} />}
        {person.role !== 'guest' && person.account && <PracticeSet party={party} />}
        {(person.role === 'guest' || !person.account) && (
          <Sight party={party} send={send} onError={setError} />
        )}
        <Granted person={person} send={send} party={party} />
        {person.said && person.active !== true && (
          <p>
            <Act onClick={() => setErase(true)}>{say('Erase what is known of this person')}</Act>
          </p>
        )}
      </div>
      {erase && (
        <Erasure
          person={person}
          party={party}
          onClose={(erased) => {
            setErase(false)
            if (erased) void onDone().then(onClose)
          }}
        />
      )}
      <Said error={error} />
    </Slip>
  )
}

function Account({ person, onChange }: { person: PersonRow; onChange: (values: object) => Promise<void> }) {
  return (
    <div className="flex items-end gap-4">
      <div className="w-56">
        <SelectField
          label={say('Role')}
          options={roles}
          value={person.role}
          onChange={(e) => void onChange({ role: e.target.value })}
        />
      </div>
      <p className="text-quiet pb-2">{person.role ? roleWords[person.role] : ''}</p>
      <PlainButton onClick={() => void onChange({ active: person.active === false })}>
        {person.active === false ? say('Reopen the account') : say('Close the account')}
      </PlainButton>
    </div>
  )
}

/** The day that a right ends, and its field; no end where it is left empty. */
function useUntil() {
  const { zone } = useDates()
  const [until, setUntil] = useState('')
  return {
    end: until ? { until: dayInterval(until, zone).latest } : {},
    field: (
      <TextField
        label={say('Until')}
        type="date"
        className="num"
        value={until}
        onChange={(e) => setUntil(e.target.value)}
      />
    ),
  }
}

function Authorisations({ party, send }: { party: PartyId; send: Send }) {
  const { end, field } = useUntil()
  const [authority, setAuthority] = useState<(typeof authorities)[number]>('switch on')
  return (
    <div className="grid grid-cols-[14rem_10rem_auto] items-end gap-3">
      <SelectField
        label={say('Authorisation')}
        options={authorities}
        value={authority}
        onChange={(e) => setAuthority(e.target.value as typeof authority)}
      />
      {field}
      <span className="flex gap-3">
        <PlainButton
          onClick={() =>
            void send({ kind: 'rule', what: 'authorisation', party, authority, granted: true, ...end })
          }
        >
          {say('Grant')}
        </PlainButton>
        <PlainButton
          onClick={() => void send({ kind: 'rule', what: 'authorisation', party, authority, granted: false })}
        >
          {say('Withdraw')}
        </PlainButton>
      </span>
    </div>
  )
}

function Sight({ party, send, onError }: { party: PartyId; send: Send; onError: (words: string) => void }) {
  const { end, field } = useUntil()
  const [machine, setMachine] = useState('')
  const grant = async () => {
    const found = await get('/lookup/:word', { word: machine.trim() }).catch(() => undefined)
    if (!found?.machine) return onError(say('No machine has the number {machine}.', { machine }))
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
    <div className="grid grid-cols-[14rem_10rem_auto] items-end gap-3">
      <TextField
        label={say('May see machine number')}
        className="num"
        value={machine}
        onChange={(e) => setMachine(e.target.value)}
      />
      {field}
      <PlainButton onClick={() => void grant()}>{say('Let see this machine')}</PlainButton>
    </div>
  )
}

function Granted({ person, send, party }: { person: PersonRow; send: Send; party: PartyId }) {
  return (
    <>
      {person.grants.map((g) => (
        <p key={g.machine}>
          {say('Sees {label}.', { label: g.label })}{' '}
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
            {say('End it')}
          </Act>
        </p>
      ))}
    </>
  )
}

function Erasure({
  person,
  party,
  onClose,
}: {
  person: PersonRow
  party: PartyId
  onClose: (erased: boolean) => void
}) {
  return (
    <EraseDialog
      title={say('Erase {name}', { name: person.name })}
      says={say(
        'Wherever {name} was named, “{nobody}” is shown from now on; a closed account loses its address. Words in notes that name them are erased one by one, where they stand.',
        { name: person.name, nobody },
      )}
      ground="personal data"
      correct={(person.said ?? []).map(({ entry, seen }) => ({
        body: { kind: 'party', party, name: nobody, sort: person.sort, roles: person.roles.slice() },
        amends: { entry, seen, how: 'correct', reason: 'personal data' },
      }))}
      writings={(ground) => (person.said ?? []).flatMap(({ entry }) => erasing(entry, 'superseded')(ground))}
      onClose={onClose}
    />
  )
}
