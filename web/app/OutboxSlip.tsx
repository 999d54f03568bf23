/** What waits to be sent, and what was refused: nothing leaves here unless the server has it or its writer deletes it. */
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { paragraph } from '#api/words/lists.ts'
import { entryWords } from '#api/words/entries.ts'
import { Act, MainButton, Slip, TextField } from '#web/ui/Forms.tsx'
import { fromLocal, toLocal } from '#web/ui/local-time.ts'
import { newId, nowInstant } from './clock.ts'
import { bringBack } from './line.ts'
import { discard, sendAgain, sendOutbox, useOutboxState, type Waiting } from './outbox.ts'
import { useDates } from './session.tsx'

export default function OutboxSlip({ account, onClose }: { account: string; onClose: () => void }) {
  const { waiting, why, againAt } = useOutboxState(account)
  const { clock } = useDates()
  const open = waiting.filter((w) => w.refused === undefined).length
  const refused = waiting.length - open
  const title = [
    open > 0 ? say('{open} not sent yet', { open }) : '',
    refused > 0 ? say('{refused} refused', { refused }) : '',
  ]
    .filter(Boolean)
    .join(', ')
  return (
    <div className="px-4">
      <Slip title={title || say('Everything is sent')} onClose={onClose}>
        {open > 0 && why && (
          <p role="status" className="mb-2">
            {paragraph(why, waitsHere(open, againAt && clock(new Date(againAt).toISOString())))}
          </p>
        )}
        <ul>
          {groupsOf(waiting).map((group) => (
            <WaitingGroup key={group[0].draft.id} group={group} account={account} onClose={onClose} />
          ))}
        </ul>
        {open > 0 && (
          <p className="mt-3">
            <Act onClick={() => void sendOutbox(account, 'now')}>{say('Send now')}</Act>
          </p>
        )}
      </Slip>
    </div>
  )
}

type Group = readonly [Waiting, ...Waiting[]]

/** What stands or falls together is one row: it is sent, taken back and deleted as one. */
function groupsOf(waiting: readonly Waiting[]): Group[] {
  const groups = new Map<string, [Waiting, ...Waiting[]]>()
  for (const w of waiting) {
    const key = w.draft.together ?? w.draft.id
    const held = groups.get(key)
    if (held) held.push(w)
    else groups.set(key, [w])
  }
  return [...groups.values()]
}

function WaitingGroup({ group, account, onClose }: { group: Group; account: string; onClose: () => void }) {
  const { zone, short, clock } = useDates()
  const navigate = useNavigate()
  const [mending, setMending] = useState(false)
  const [sure, setSure] = useState(false)
  const [first] = group
  const { draft, line } = first
  const refused = group.find((w) => w.refused !== undefined)?.refused
  const ids = group.map((w) => w.draft.id)
  const at = draft.happenedAt.latest
  const words = group.map(
    ({ draft: d }) =>
      entryWords(d.body, {
        labels: {},
        zone,
        now: nowInstant(),
        machine: 'machine' in d.body ? d.body.machine : undefined,
      }).what,
  )
  /** The line is in its writer's hands again, and no longer here. */
  const takeBack = () => {
    if (line === undefined || draft.episode === undefined || !bringBack(draft.episode, line))
      return setMending(true)
    void discard(account, ...ids)
    onClose()
    void navigate(`/episodes/${draft.episode}`)
  }
  return (
    <li className="border-hair border-b py-1.5">
      <div className="flex flex-wrap gap-x-4 gap-y-1">
        <span className="num text-quiet whitespace-nowrap">{`${short(at)} ${clock(at)}`}</span>
        <span className="min-w-40 flex-1">
          {line === undefined ? words.join('; ') : <span className="num">{line}</span>}
          {refused && <span className="text-oxide block">{refused}</span>}
        </span>
        {refused !== undefined && (
          <span className="flex flex-wrap gap-4">
            {line !== undefined && <Act onClick={takeBack}>{say('Mend the line')}</Act>}
            {line === undefined && group.length === 1 && (
              <Act onClick={() => setMending(true)}>{say('Mend it')}</Act>
            )}
            <Act onClick={() => void sendAgain(account, ids)}>{say('Send it again')}</Act>
            {sure ? (
              <Act className="text-oxide" onClick={() => void discard(account, ...ids)}>
                {say('Delete it for good')}
              </Act>
            ) : (
              <Act onClick={() => setSure(true)}>{say('Delete')}</Act>
            )}
          </span>
        )}
      </div>
      {mending && <Mend waiting={first} ids={ids} account={account} onDone={() => setMending(false)} />}
    </li>
  )
}

/** What can be mended of any entry: when it happened, and its words. */
function Mend({
  waiting: { draft, rule },
  ids,
  account,
  onDone,
}: {
  waiting: Waiting
  ids: readonly string[]
  account: string
  onDone: () => void
}) {
  const { zone } = useDates()
  const said = 'words' in draft.body && typeof draft.body.words === 'string' ? draft.body.words : undefined
  const [time, setTime] = useState(toLocal(draft.happenedAt.latest, zone))
  const [words, setWords] = useState(said ?? '')
  const [error, setError] = useState<string>()
  const send = async () => {
    const at = fromLocal(time, zone)
    if (at === undefined) return setError(say('That is no time.'))
    const happenedAt =
      time === toLocal(draft.happenedAt.latest, zone) ? draft.happenedAt : { earliest: at, latest: at }
    const body = said === undefined ? draft.body : { ...draft.body, words }
    // One that is known under its id with other content goes under a new one.
    const id = rule === 'other-content' ? newId() : draft.id
    await sendAgain(account, ids, { id: draft.id, draft: { ...draft, id, happenedAt, body } as typeof draft })
    onDone()
  }
  return (
    <form
      className="grid max-w-3xl grid-cols-[14rem_1fr_auto] items-end gap-3 py-2 max-sm:grid-cols-1"
      onSubmit={(event) => {
        event.preventDefault()
        void send()
      }}
    >
      <TextField
        label={say('When it happened')}
        type="datetime-local"
        className="num"
        value={time}
        error={error}
        onChange={(e) => setTime(e.target.value)}
      />
      {said !== undefined && (
        <TextField label={say('In words')} value={words} onChange={(e) => setWords(e.target.value)} />
      )}
      <MainButton type="submit">{say('Send it so')}</MainButton>
    </form>
  )
}

/** How many entries wait on this device, and when they are tried again. */
function waitsHere(n: number, again: string | 0 | undefined): string {
  if (n === 1)
    return again
      ? say('One entry waits on this device, and is tried again at {again}.', { again })
      : say('One entry waits on this device.')
  return again
    ? say('{n} entries wait on this device, and are tried again at {again}.', { n, again })
    : say('{n} entries wait on this device.', { n })
}
