/** How many steps of the guided entry are still open, read without the rest of the Arrival view: lists ask it of every machine. */
import type { MachineState } from '#core/history/world.ts'
import { evidenceNeeds } from '#core/provenance/evidence.ts'

/** Whether a person said that there was nothing of a kind. */
export const saidNone = (machine: MachineState, what: string): boolean => machine.noneThere.includes(what)

/** Steps of the guided entry that nobody finished; 0 for a machine that never went through it. */
export function arrivalOpen(machine: MachineState): number {
  const { arrival } = machine
  if (!machine.guided) return 0
  const unseen = evidenceNeeds(machine).some((n) => n.is === 'not looked' || n.is === 'noted')
  const quarantine = arrival.quarantine.at(-1)?.body
  const open = [
    machine.claims.length === 0 && !saidNone(machine, 'claims'),
    unseen,
    arrival.contents.length === 0 && !saidNone(machine, 'contents'),
    quarantine?.kind !== 'quarantine' || quarantine.way !== 'out',
    arrival.receipts.length === 0 && !saidNone(machine, 'receipt'),
  ]
  return open.filter(Boolean).length
}
