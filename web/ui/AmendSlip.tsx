/** Correcting an entry: what it says, when it happened, which machine; or taking it back. Both versions stay readable. */
import { say } from '#api/words/say.ts'
import type { Me } from '../../api/session.ts'
import { useState } from 'react'
import type { EntryId, MachineId } from '#core/ids.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { LogRow } from '#core/views/rows.ts'
import type { Interval } from '#core/quantity/time.ts'
import { get, wordsOf } from '#web/app/http.ts'
import { useDates, useDrafts, useSigned, useWrite } from '#web/app/session.tsx'
import { fromLocal, toLocal } from './local-time.ts'
import { PhotoDrop } from './photos/PhotoDrop.tsx'
import { erasing, EraseDialog } from './EraseDialog.tsx'
import { Act, MainButton, Said, Slip, TextField } from './Forms.tsx'

/** Replaces one machine by another in a body that is about one machine; moves are corrected by their lines. */
const onMachine = (body: Body, machine: string): Body =>
  'machine' in body && body.machine ? ({ ...body, machine } as Body) : body

/** The line that restates the entry, as the sheet's composer reads it; absent where there is no composer. */
export interface Restating {
  readonly line: string
  readonly setLine: (line: string) => void
  readonly body?: Body | undefined
  /** What the line will do, or what is missing in it. */
  readonly says: string
}

export function AmendSlip({
  row,
  restating,
  onClose,
}: {
  row: LogRow
  restating?: Restating | undefined
  onClose: () => void
}) {
  const { zone } = useDates()
  const [time, setTime] = useState(toLocal(row.happenedAt.latest, zone))
  const [number, setNumber] = useState('')
  const [reason, setReason] = useState('')
  const { me } = useSigned()
  const [erase, setErase] = useState<'all' | 'superseded'>()
  const machineBound = 'machine' in row.body && row.body.kind !== 'episode' && row.body.kind !== 'machine'

  const { error, mayKeep, send, correct } = useAmending({
    row,
    reason,
    onClose,
    restating,
    number,
    time,
    zone,
  })

  return (
    <Slip title={say('Correct this entry')} onClose={onClose}>
      <form
        className="grid grid-cols-2 gap-4 max-sm:grid-cols-1"
        onSubmit={(event) => {
          event.preventDefault()
          void correct()
        }}
      >
        {restating && <Restate restating={restating} />}
        <TextField
          label={say('When it happened')}
          type="datetime-local"
          className="num"
          value={time}
          onChange={(e) => setTime(e.target.value)}
        />
        {machineBound && (
          <TextField
            label={say('It was another machine: its number')}
            className="num"
            value={number}
            onChange={(e) => setNumber(e.target.value)}
          />
        )}
        <div className="col-span-2 max-sm:col-span-1">
          <TextField
            label={say('Reason')}
            hint={say('Not needed for a slip of your own of the last ten minutes.')}
            value={reason}
            onChange={(e) => setReason(e.target.value)}
          />
        </div>
        <AmendActs send={send} row={row} me={me} onErase={setErase} />
      </form>
      {'machine' in row.body && row.body.machine && row.body.kind !== 'photo' && (
        <div className="mt-3">
          <PhotoDrop
            machine={row.body.machine}
            meta={{ on: row.id }}
            label={say('Photographs with this entry')}
            {...(row.episode ? { episode: row.episode } : {})}
          />
        </div>
      )}
      <ErasingEntry erase={erase} row={row} onClose={onClose} onErase={setErase} />
      <Said error={error} />
      {mayKeep && (
        <p>
          <Act onClick={() => void mayKeep()}>{say('Keep it as contested, for a person to settle')}</Act>
        </p>
      )}
    </Slip>
  )
}

/** What the entry should say, as a line. */
function Restate({ restating }: { restating: Restating }) {
  return (
    <div className="col-span-2 max-sm:col-span-1">
      <TextField
        label={say('What it should say, as a line (empty: as it is)')}
        className="num"
        placeholder={say('test bell fail')}
        value={restating.line}
        autoFocus
        onChange={(e) => restating.setLine(e.target.value)}
      />
      <p className="text-quiet min-h-5" aria-live="polite">
        {restating.line.trim() ? restating.says : ''}
      </p>
    </div>
  )
}

/** Sends the correction or the withdrawal of an entry; what clashes can be kept as contested. */
function useAmending({
  row,
  reason,
  onClose,
  restating,
  number,
  time,
  zone,
}: {
  row: LogRow
  reason: string
  onClose: () => void
  restating: Restating | undefined
  number: string
  time: string
  zone: string
}) {
  const drafts = useDrafts()
  const write = useWrite()
  const [error, setError] = useState<string>()
  const [mayKeep, setMayKeep] = useState<(() => Promise<void>) | undefined>()
  const send = async (body: Body, happenedAt: Interval, how: 'correct' | 'withdraw') => {
    const list = drafts([
      {
        body,
        happenedAt,
        basis: row.basis,
        doneBy: row.doneBy,
        episode: row.episode,
        amends: {
          entry: row.id,
          seen: row.latestAmendments,
          how,
          ...(reason.trim() ? { reason: reason.trim() } : {}),
        },
      },
    ])
    const finish = async (contested: 'refuse' | 'keep') => {
      setMayKeep(undefined)
      const written = await write(list, { contested })
      if (written.sent && written.refused) {
        setError(written.refused.detail)
        if (written.refused.mayKeep) setMayKeep(() => () => finish('keep'))
      } else onClose()
    }
    try {
      await finish('refuse')
    } catch (failure) {
      setError(wordsOf(failure))
    }
  }

  const correct = async () => {
    setError(undefined)
    let body = row.body
    if (restating?.line.trim()) {
      if (!restating.body) return setError(restating.says)
      if (restating.body.kind !== row.body.kind)
        return setError(
          say('A correction stays of the same kind. Take the entry back and write another one.'),
        )
      body = restating.body
    }
    if (number.trim()) {
      const found = await get('/lookup/:word', { word: number.trim() }).catch(() => undefined)
      if (!found?.machine)
        return setError(say('No machine has the number {number}.', { number: number.trim() }))
      body = onMachine(body, found.machine.machine as MachineId)
    }
    const at = fromLocal(time, zone)
    if (!at) return setError(say('That is no time.'))
    const happenedAt =
      time === toLocal(row.happenedAt.latest, zone) ? row.happenedAt : { earliest: at, latest: at }
    await send(body, happenedAt, 'correct')
  }
  return { error, mayKeep, send, correct }
}

function ErasingEntry({
  erase,
  row,
  onClose,
  onErase,
}: {
  erase: 'all' | 'superseded' | undefined
  row: LogRow
  onClose: () => void
  onErase: (value: 'all' | 'superseded' | undefined) => void
}) {
  return (
    <>
      {erase && (
        <EraseDialog
          title={erase === 'all' ? say('Erase this entry') : say('Erase what this entry said before')}
          says={
            erase === 'all'
              ? say(
                  'A line stays that says when it was written and that a steward erased it, and nothing of what it said.',
                )
              : say('What it says now stays. Of what it said before, a line stays that it was erased.')
          }
          ground={row.body.kind === 'photo' ? 'picture wrongly kept' : 'personal data'}
          writings={erasing(row.id, erase)}
          episode={row.episode}
          onClose={(erased) => (erased ? onClose() : onErase(undefined))}
        />
      )}
    </>
  )
}

/** What a correction can be sent as. */
function AmendActs({
  send,
  row,
  me,
  onErase,
}: {
  send: (body: Body, happenedAt: Interval, how: 'correct' | 'withdraw') => Promise<void>
  row: LogRow
  me: Me
  onErase: (value: 'all' | 'superseded' | undefined) => void
}) {
  return (
    <div className="col-span-2 flex items-center gap-6 max-sm:col-span-1">
      <MainButton type="submit">{say('Correct')}</MainButton>
      <Act onClick={() => void send({ kind: 'withdrawal' }, row.happenedAt, 'withdraw')}>
        {say('Withdraw this entry')}
      </Act>
      {me.role === 'steward' && (
        <Act className="ml-auto" onClick={() => onErase('all')}>
          {say('Erase for good')}
        </Act>
      )}
      {me.role === 'steward' && row.versions.length > 1 && (
        <Act onClick={() => onErase('superseded')}>{say('Erase what it said before')}</Act>
      )}
    </div>
  )
}

export function AnswerSlip({
  question,
  machine,
  episode,
  words: asked,
  onClose,
}: {
  question: string
  machine: string
  episode?: string | undefined
  words: string
  onClose: () => void
}) {
  const drafts = useDrafts()
  const write = useWrite()
  const [words, setWords] = useState('')
  const [error, setError] = useState<string>()
  const send = async () => {
    try {
      const written = await write(
        drafts([
          {
            body: {
              kind: 'question',
              what: 'answered',
              machine: machine as MachineId,
              question: question as EntryId,
              words,
            },
            episode,
          },
        ]),
      )
      if (written.sent && written.refused) setError(written.refused.detail)
      else onClose()
    } catch (failure) {
      setError(wordsOf(failure))
    }
  }
  return (
    <Slip title={asked} onClose={onClose}>
      <form
        onSubmit={(event) => {
          event.preventDefault()
          void send()
        }}
      >
        <TextField
          label={say('Answer')}
          required
          value={words}
          autoFocus
          onChange={(e) => setWords(e.target.value)}
        />
        <Said error={error} />
        <MainButton type="submit" className="mt-3">
          {say('Answer')}
        </MainButton>
      </form>
    </Slip>
  )
}
