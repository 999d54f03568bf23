/** What registering machines received together writes: who gave them, each machine, the group, and what was said of all of them. */
import type { sourceKinds } from '#api/choices.ts'
import type { Money } from '#core/quantity/quantity.ts'
import type { MachineId, TypeId } from '#core/ids.ts'
import type { NamedParty } from '#web/app/party.ts'
import type { Writing } from '#web/app/session.tsx'

export interface GroupSaid {
  name: string
  type: string
  unitName: string
  units: string
  how: (typeof sourceKinds)[number]
  from: string
  amount: string
  currency: string
  claim: string
}

export function groupWritings(
  said: GroupSaid,
  given: {
    readonly type: { readonly name: string; readonly kind: string } | undefined
    readonly giver: NamedParty | undefined
    readonly price: Money | undefined
    readonly machines: readonly { readonly machine: MachineId; readonly entryNumber: string }[]
  },
): Writing[] {
  const { type, giver, price, machines } = given
  const group = said.name.trim()
  const name = said.unitName.trim() || (type ? `${type.name} ${type.kind}`.trim() : group)
  const claim = said.claim.trim()
  const party = giver?.party
  const registered = machines.map(({ machine, entryNumber }): Writing => ({
    body: {
      kind: 'machine',
      what: 'registered',
      machine,
      entryNumber,
      name,
      type: (said.type || null) as TypeId | null,
      legal: 'entered, undecided',
      source: { how: said.how, ...(party ? { from: party } : {}) },
    },
  }))
  const claimed = machines.map(({ machine }): Writing => ({
    basis: 'told',
    body: {
      kind: 'claim',
      machine,
      claims: [{ says: 'fails', words: claim }],
      ...(party ? { by: party } : {}),
    },
  }))
  return [
    ...(giver?.bodies ?? []).map((body) => ({ body })),
    ...registered,
    {
      body: {
        kind: 'batch',
        name: group,
        machines: machines.map((m) => m.machine),
        ...(price ? { price } : {}),
      },
    },
    ...(claim ? claimed : []),
  ]
}
