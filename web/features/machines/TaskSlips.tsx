/** Leaving something for later, and saying what became of it. */
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import type { EntryId, MachineId } from '#core/ids.ts'
import { dayInterval } from '#core/quantity/time.ts'
import { useSendOne } from '#web/app/send.ts'
import { useDates } from '#web/app/session.tsx'
import { Act, PlainButton, Said, Slip, TextField } from '#web/ui/Forms.tsx'

export function PutOff({ machine, onClose }: { machine: MachineId; onClose: () => void }) {
  const { send, error } = useSendOne()
  const { zone } = useDates()
  const [task, setTask] = useState('')
  const [reason, setReason] = useState('')
  const [day, setDay] = useState('')
  const keep = async () => {
    const sent = await send({
      kind: 'task',
      what: 'put off',
      machine,
      task: task.trim(),
      reason: reason.trim(),
      ...(day ? { until: dayInterval(day, zone).latest } : {}),
    })
    if (sent) onClose()
  }
  return (
    <Slip title={say('Leave something for later')} onClose={onClose}>
      <form
        className="flex flex-wrap items-end gap-4"
        onSubmit={(event) => {
          event.preventDefault()
          void keep()
        }}
      >
        <div className="min-w-56 flex-1">
          <TextField
            label={say('What')}
            placeholder={say('paint the bared track')}
            required
            maxLength={80}
            autoFocus
            value={task}
            onChange={(e) => setTask(e.target.value)}
          />
        </div>
        <div className="min-w-56 flex-1">
          <TextField
            label={say('Why not now')}
            placeholder={say('the mask paint has run out')}
            required
            maxLength={2000}
            value={reason}
            onChange={(e) => setReason(e.target.value)}
          />
        </div>
        <label className="block">
          <span className="text-13 text-quiet block">{say('Not before (may stay open)')}</span>
          <input
            type="date"
            className="field num h-9 w-40"
            value={day}
            onChange={(e) => setDay(e.target.value)}
          />
        </label>
        <PlainButton type="submit">{say('Leave it')}</PlainButton>
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
  const { send, error } = useSendOne()
  const [words, setWords] = useState('')
  const end = async (way: 'done' | 'dropped') => {
    const sent = await send({
      kind: 'task',
      what: 'ended',
      machine,
      left: left as EntryId,
      ...(task ? { task } : {}),
      way,
      ...(words.trim() ? { words: words.trim() } : {}),
    })
    if (sent) onClose()
  }
  return (
    <Slip title={say('What became of it')} onClose={onClose}>
      <div className="flex flex-wrap items-end gap-4">
        <div className="min-w-56 flex-1">
          <TextField
            label={say('In a few words (may stay empty)')}
            maxLength={2000}
            autoFocus
            value={words}
            onChange={(e) => setWords(e.target.value)}
          />
        </div>
        <PlainButton onClick={() => void end('done')}>{say('It is done')}</PlainButton>
        <Act onClick={() => void end('dropped')}>{say('Drop the task')}</Act>
      </div>
      <Said error={error} />
    </Slip>
  )
}
