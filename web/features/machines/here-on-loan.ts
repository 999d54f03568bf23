/** A machine that came in and is somebody else’s. */
import type { Body } from '#core/history/bodies/index.ts'
import type { LoanId, MachineId, PartyId } from '#core/ids.ts'
import { newId } from '#web/app/clock.ts'

/** A loan in, or a repair for its owner, and that the machine is here: it came by their hand. */
export function hereOnLoan(of: {
  way: 'in' | 'repair'
  owner: PartyId
  number: string | undefined
  item: string
  machine: MachineId
  purpose: string
}): Body[] {
  const loan = newId() as LoanId
  return [
    {
      kind: 'loan',
      what: 'asked',
      loan,
      ...(of.number ? { number: of.number } : {}),
      way: of.way,
      with: of.owner,
      purpose: of.purpose,
      items: [{ item: of.item, machine: of.machine, n: 1, returns: true }],
    },
    {
      kind: 'handover',
      what: 'received',
      loan,
      by: 'house',
      items: [{ item: of.item, n: 1 }],
      machines: [of.machine],
      boxes: [],
      packing: 'in order',
    },
  ]
}
