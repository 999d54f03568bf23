/** Asked once of what fails: how old the fault is. A fault from before it came here is told from one that began with us. */
import { say } from '#api/words/say.ts'
import { onsetWords } from '#api/words/bench.ts'
import { onsets } from '#core/history/bodies/advice.ts'
import type { MachineId } from '#core/ids.ts'
import { useSendOne } from '#web/app/send.ts'
import { Act, Said } from '#web/ui/Forms.tsx'

export function AskOnset({ machine, of }: { machine: MachineId; of: string }) {
  const { send, error } = useSendOne()
  return (
    <fieldset className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
      <legend className="float-left mr-4 py-1">{say('How old is the fault of {of}?', { of })}</legend>
      {onsets.map((when) => (
        <Act key={when} onClick={() => void send({ kind: 'onset', machine, of, when })}>
          {say('From {onset}', { onset: onsetWords(when) })}
        </Act>
      ))}
      <Said error={error} />
    </fieldset>
  )
}
