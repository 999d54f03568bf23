/** What is written at the door is what the kinds' schemas take, and a field that cannot be read is named. */
import { describe, expect, it } from 'vitest'
import { schemaOfKind } from '#core/history/kinds/index.ts'
import type { MachineId, PartyId } from '#core/ids.ts'
import { emptyRegister, registeringBodies, type RegisterForm } from './register-form.ts'

const id = (n: number) => `0000000${n}-0000-7000-8000-000000000001`
const parties: Readonly<Record<string, string>> = { Ada: id(1), Bo: id(2) }
const written = (more: Partial<RegisterForm>) =>
  registeringBodies(
    { ...emptyRegister, name: 'Tape punch', ...more },
    {
      machine: id(4) as MachineId,
      next: { entryNumber: 'E2026-044', loanNumber: 'L-9' },
      usualName: 'P8 tape punch',
      partyNamed: (name, role) =>
        name.trim() === ''
          ? undefined
          : {
              party: parties[name.trim()] as PartyId,
              bodies: [
                {
                  kind: 'party',
                  party: parties[name.trim()] as PartyId,
                  name: name.trim(),
                  sort: 'person',
                  roles: [role],
                },
              ],
            },
    },
  )
const bodies = (more: Partial<RegisterForm>) => {
  const made = written(more)
  if ('field' in made) throw new Error(made.message)
  return made
}

describe('a machine that is registered', () => {
  it.each<[string, Partial<RegisterForm>, string[]]>([
    ['by a name alone', {}, ['machine']],
    ['with whom it came from', { from: 'Ada' }, ['party', 'machine']],
    ['with what was said', { general: 'ran last year' }, ['machine', 'claim']],
    ['as somebody’s who lends it', { from: 'Ada', whose: 'in' }, ['party', 'machine', 'loan', 'handover']],
    [
      'as one person’s, brought by another',
      { from: 'Ada', owner: 'Bo', whose: 'repair' },
      ['party', 'party', 'machine', 'loan', 'handover'],
    ],
  ])('%s is taken by the schemas', (_, more, kinds) => {
    const made = bodies(more)
    expect(made.map((b) => b.kind)).toEqual(kinds)
    for (const body of made) expect(schemaOfKind(body.kind)?.safeParse(body).error).toBeUndefined()
  })
  it('has the next number and its type’s name where none is typed', () => {
    expect(bodies({ name: ' ' })[0]).toMatchObject({ entryNumber: 'E2026-044', name: 'P8 tape punch' })
    expect(bodies({ entryNumber: ' E7 ' })[0]).toMatchObject({ entryNumber: 'E7', name: 'Tape punch' })
  })
  it('is its owner’s where it is lent, and so is its legal status', () => {
    const machine = (more: Partial<RegisterForm>) => bodies(more).find((b) => b.kind === 'machine')
    expect(machine({ from: 'Ada', owner: 'Bo', whose: 'in' })).toMatchObject({
      owner: parties.Bo,
      legal: 'owner’s',
      source: { from: parties.Ada },
    })
    // The same name twice is one person.
    expect(
      bodies({ from: 'Ada', owner: ' ada ', whose: 'in' }).filter((b) => b.kind === 'party'),
    ).toHaveLength(1)
    expect(machine({ from: 'Ada', legal: 'owner’s' })).toMatchObject({ owner: parties.Ada })
    expect(machine({ from: 'Ada' })).not.toHaveProperty('owner')
  })
  it('keeps what was said of functions, in their words or by the answer, and in general last', () =>
    expect(
      bodies({
        claims: [
          { fn: 'punching', says: 'works', words: ' ' },
          { fn: '', says: 'fails', words: 'x' },
        ],
        general: ' hums ',
        generalSays: 'fails',
      }).at(-1),
    ).toMatchObject({
      claims: [
        { fn: 'punching', says: 'works', words: 'works' },
        { says: 'fails', words: 'hums' },
      ],
    }))
  it.each<[Partial<RegisterForm>, string]>([
    [{ amount: 'a lot', currency: 'EUR' }, 'amount'],
    [{ amount: '9', currency: 'euro' }, 'amount'],
    [{ whose: 'repair' }, 'owner'],
  ])('is not written with %j', (more, field) => expect(written(more)).toMatchObject({ field }))
})
