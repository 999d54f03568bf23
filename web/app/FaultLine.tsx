/** The fault of a machine in a few words wherever it is worked on: what is likeliest, and what to do first. */
import { say } from '#api/words/say.ts'
import { actBar, actCost, actTitle, faultSentence } from '#api/words/fault.ts'
import type { MachineId } from '#core/ids.ts'
import { Act } from '#web/ui/Forms.tsx'
import { HouseLink } from './source.tsx'
import { useFault } from './useFault.ts'

/** One line: the first act, leading to all of it. */
export function FaultHint({ machine }: { machine: MachineId }) {
  const { data } = useFault(machine)
  const first = data?.view.fault?.acts[0]
  // What must not be powered says so first; nothing is proposed beside it.
  if (!first || first.powerBarred) return null
  return (
    <HouseLink className="act block truncate" to={`/machines/${machine}/fault`}>
      {say('First: {actTitle}', { actTitle: actTitle(first) })}
    </HouseLink>
  )
}

/** The sentence and the first act, beside the line of an episode. */
export function FaultAside({ machine, onLine }: { machine: MachineId; onLine: (line: string) => void }) {
  const { data } = useFault(machine)
  const fault = data?.view.fault
  if (!fault) return null
  const [first] = fault.acts
  const bar = first && actBar(first)
  return (
    <section aria-label={say('What may be at fault')} className="mt-3 mb-2">
      <h2 className="headrule">{say('What may be at fault')}</h2>
      <p className="font-display text-18 py-1.5 leading-snug">{faultSentence(fault)}</p>
      {first && (
        <p>
          <strong>{say('First: {actTitle}.', { actTitle: actTitle(first) })}</strong> {actCost(first)}.
        </p>
      )}
      {bar && <p className="text-13 text-copper font-bold">{bar}</p>}
      <p className="flex flex-wrap gap-x-4">
        {first && first.line !== '' && <Act onClick={() => onLine(first.line)}>{say('Begin the line')}</Act>}
        <HouseLink className="act" to={`/machines/${machine}/fault`}>
          {say('All suspects and acts')}
        </HouseLink>
      </p>
      {data?.here && (
        <p className="text-13 text-quiet">{say('Worked out on this device, without a connection.')}</p>
      )}
    </section>
  )
}

/** The first act in a list of what is to be done. */
export function FaultFirst({ machine }: { machine: MachineId }) {
  const { data } = useFault(machine)
  const first = data?.view.fault?.acts[0]
  if (!first) return null
  const bar = actBar(first)
  return (
    <span className="block">
      {say('First: {actTitle}; {actCost}.', { actTitle: actTitle(first), actCost: actCost(first) })}
      {bar && <strong className="text-copper block">{bar}</strong>}
    </span>
  )
}
