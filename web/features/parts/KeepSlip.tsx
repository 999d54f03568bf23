/** Keeping one part for a machine, so that nobody else takes it unawares. */
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import type { MachineId, PartId } from '#core/ids.ts'
import { dayInterval } from '#core/quantity/time.ts'
import { useSend } from '#web/app/send.ts'
import { useDates } from '#web/app/session.tsx'
import { PlainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'
import { MachineField, positionOptions, useNamedMachine } from '#web/app/MachineField.tsx'

export function KeepSlip({ part, onClose }: { part: PartId; onClose: () => void }) {
  const { zone } = useDates()
  const { send, error, busy } = useSend()
  const [said, setSaid] = useState({ number: '', position: '', until: '' })
  const { machine, missing } = useNamedMachine(said.number)
  const keep = async () => {
    if (!machine) return
    const body = {
      kind: 'reservation' as const,
      what: 'made' as const,
      machine: machine.machine as MachineId,
      part,
      ...(said.position ? { position: said.position } : {}),
      ...(said.until ? { until: dayInterval(said.until, zone).latest } : {}),
    }
    if (await send([{ body }])) onClose()
  }
  return (
    <Slip title={say('Reserve it for a machine')} onClose={onClose}>
      <div className="grid grid-cols-4 items-end gap-3 max-md:grid-cols-1">
        <MachineField
          value={said.number}
          onChange={(number) => setSaid({ ...said, number })}
          missing={missing}
          autoFocus
        />
        <SelectField
          label={say('Position')}
          options={positionOptions(machine, 'not said')}
          value={said.position}
          onChange={(e) => setSaid({ ...said, position: e.target.value })}
        />
        <TextField
          label={say('Until')}
          type="date"
          className="num"
          value={said.until}
          onChange={(e) => setSaid({ ...said, until: e.target.value })}
        />
        <PlainButton disabled={!machine || busy} onClick={() => void keep()}>
          {say('Keep it')}
        </PlainButton>
      </div>
      <p className="text-quiet mt-2">
        {say(
          'It stays where it is. Donors and needs show it as kept; when it goes into that machine, the promise is fulfilled by itself.',
        )}
      </p>
      <Said error={error} />
    </Slip>
  )
}
