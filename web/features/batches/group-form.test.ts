/** Machines received together: each is a machine of its own, and the group names them all. */
import { describe, expect, it } from 'vitest'
import { schemaOfKind } from '#core/history/kinds/index.ts'
import type { MachineId, PartyId } from '#core/ids.ts'
import { groupWritings, type GroupSaid } from './group-form.ts'

const machines = [31, 32].map((n) => ({
  machine: `00000001-0000-7000-8000-0000000000${n}` as MachineId,
  entryNumber: `E2027-0${n}`,
}))
const said = (more: Partial<GroupSaid> = {}): GroupSaid => ({
  name: ' Dial sets of a school ',
  type: '',
  unitName: '',
  units: '2',
  how: 'gift',
  from: '',
  amount: '',
  currency: 'EUR',
  claim: '',
  ...more,
})
const given = { type: undefined, giver: undefined, price: undefined, machines }

describe('registering a group', () => {
  it('writes every machine before the group that names them', () => {
    const made = groupWritings(said(), given).map((w) => w.body)
    expect(made.map((b) => b.kind)).toEqual(['machine', 'machine', 'batch'])
    for (const body of made) expect(schemaOfKind(body.kind)?.safeParse(body).error).toBeUndefined()
    expect(made[2]).toMatchObject({ name: 'Dial sets of a school', machines: machines.map((m) => m.machine) })
    expect(made[2]).not.toHaveProperty('price')
  })
  it('calls a unit as it is said, else as its type, else as the group', () => {
    const nameOf = (form: Partial<GroupSaid>, type?: { name: string; kind: string }) =>
      groupWritings(said(form), { ...given, type }).map((w) => 'name' in w.body && w.body.name)[0]
    const type = { name: 'Quend 4', kind: 'dial set' }
    expect(nameOf({ unitName: ' Dial set ' }, type)).toBe('Dial set')
    expect(nameOf({}, type)).toBe('Quend 4 dial set')
    expect(nameOf({})).toBe('Dial sets of a school')
  })
  it('writes what was said of all of them on each, told by the giver', () => {
    const party = '00000002-0000-7000-8000-000000000009' as PartyId
    const giver = {
      party,
      bodies: [{ kind: 'party', party, name: 'Ove', sort: 'person', roles: ['source'] }],
    }
    const made = groupWritings(said({ claim: ' no life ' }), { ...given, giver: giver as never })
    expect(made.map((w) => w.body.kind)).toEqual(['party', 'machine', 'machine', 'batch', 'claim', 'claim'])
    expect(made[1]?.body).toMatchObject({ source: { how: 'gift', from: party } })
    for (const claim of made.slice(4))
      expect(claim).toMatchObject({
        basis: 'told',
        body: { by: party, claims: [{ says: 'fails', words: 'no life' }] },
      })
  })
})
