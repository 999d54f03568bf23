/** Leaving something for later, and saying what became of it. */
import { useState } from 'react'
import type { EntryId, MachineId } from '#core/ids.ts'
import type { Body } from '#core/history/bodies/index.ts'
import { dayInterval } from '#core/quantity/time.ts'
import { wordsOf } from '#web/app/http.ts'
import { useDates, useDrafts, useWrite } from '#web/app/session.tsx'
import { Act, PlainButton, Said, Slip, TextField } from '#web/ui/Forms.tsx'

/** Writes one entry about the machine; answers what stood in the way, or undefined once it is written or kept to be sent. */
function useOne() {
  const drafts = useDrafts()
  const write = useWrite()
  return async (body: Body): Promise<string | undefined> => {
    try {
      const written = await write(drafts([{ body }]))
      return written.sent && written.refused ? written.refused.detail : undefined
    } catch (failure) {
      return wordsOf(failure)
    }
  }
}

export function PutOff({ machine, onClose }: { machine: MachineId; onClose: () => void }) {
  const send = useOne()
  const { zone } = useDates()
  const [task, setTask] = useState('')
  const [reason, setReason] = useState('')
  const [day, setDay] = useState('')
  const [error, setError] = useState<string>()
  const keep = async () => {
    const wrong = await send({
      kind: 'task',
      what: 'put off',
      machine,
      task: task.trim(),
      reason: reason.trim(),
      ...(day ? { until: dayInterval(day, zone).latest } : {}),
    })
    if (wrong) setError(wrong)
    else onClose()
  }
  return (
    <Slip title="Leave something for later" onClose={onClose}>
      <form
        className="flex flex-wrap items-end gap-4"
        onSubmit={(event) => {
          event.preventDefault()
          void keep()
        }}
      >
        <div className="min-w-56 flex-1">
          <TextField
            label="What"
            placeholder="paint the bared track"
            required
            maxLength={80}
            autoFocus
            value={task}
            onChange={(e) => setTask(e.target.value)}
          />
        </div>
        <div className="min-w-56 flex-1">
          <TextField
            label="Why not now"
            placeholder="the mask paint has run out"
            required
            maxLength={2000}
            value={reason}
            onChange={(e) => setReason(e.target.value)}
          />
        </div>
        <label className="block">
          <span className="text-13 text-quiet block">Not before (may stay open)</span>
          <input
            type="date"
            className="field num h-9 w-40"
            value={day}
            onChange={(e) => setDay(e.target.value)}
          />
        </label>
        <PlainButton type="submit">Leave it</PlainButton>
      </form>
      <Said error={error} />
    </Slip>
  )
}

export function EndTask({
  machine,
  left,
  task,
  onClose,
}: {
  machine: MachineId
  left: string
  /** Which of the things that the entry left; undefined: its next step. */
  task: string | undefined
  onClose: () => void
}) {
  const send = useOne()
  const [words, setWords] = useState('')
  const [error, setError] = useState<string>()
  const end = async (way: 'done' | 'dropped') => {
    const wrong = await send({
      kind: 'task',
      what: 'ended',
      machine,
      left: left as EntryId,
      ...(task ? { task } : {}),
      way,
      ...(words.trim() ? { words: words.trim() } : {}),
    })
    if (wrong) setError(wrong)
    else onClose()
  }
  return (
    <Slip title="What became of it" onClose={onClose}>
      <div className="flex flex-wrap items-end gap-4">
        <div className="min-w-56 flex-1">
          <TextField
            label="In a few words (may stay empty)"
            maxLength={2000}
            autoFocus
            value={words}
            onChange={(e) => setWords(e.target.value)}
          />
        </div>
        <PlainButton onClick={() => void end('done')}>It is done</PlainButton>
        <Act onClick={() => void end('dropped')}>Dropped: nobody will do it</Act>
      </div>
      <Said error={error} />
    </Slip>
  )
}
