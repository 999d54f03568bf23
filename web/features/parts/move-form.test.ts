/** Where a part goes is said by what is filled in, and nothing is while something is missing. */
import { describe, expect, it } from 'vitest'
import type { PartLife } from '#api/machines.ts'
import type { MachineContext } from '#core/composer/context.ts'
import type { PartyId } from '#core/ids.ts'
import { destinationOf, emptyMove, fitOf, isLent, needsAuthority, ways, type MoveForm } from './move-form.ts'

const position = (designator: string) => ({ designator, accepts: 'relay', lookAlikes: [] })
const machine = {
  machine: 'm1',
  slots: [
    {
      position: position('K1'),
      place: { in: { kind: 'machine', id: 'm1' }, position: 'K1' },
      content: 'empty',
    },
    {
      position: position('K2'),
      place: { in: { kind: 'machine', id: 'm1' }, position: 'K2' },
      content: 'own',
      part: 'p2',
      tag: 'T8',
    },
  ],
} as unknown as MachineContext
const part = { partKind: 'relay', attributes: {}, health: 'unknown', foundIn: 'm9' } as unknown as PartLife
const going = (more: Partial<MoveForm>, held: Pick<PartLife, 'foundIn'> = part) =>
  destinationOf({ ...emptyMove, ...more }, held, machine)

describe('a part goes', () => {
  it.each([
    ['into a machine', { position: 'K1' }, { to: 'slot', occupant: undefined }],
    [
      'into a machine',
      { position: 'K2' },
      { to: 'slot', occupant: { part: 'p2', tag: 'T8', out: { in: { kind: 'kept', id: 'm1' } } } },
    ],
    [
      'into a store',
      { store: ' drawer 7 ', shelf: ' ' },
      { to: 'store', name: 'drawer 7', shelf: undefined },
    ],
    ['kept with its machine', { bag: 'bag 5' }, { to: 'kept', machine: 'm9', label: 'bag 5' }],
    ['to somebody', { party: 'ada' as PartyId }, { to: 'party', party: 'ada' }],
    ['out of the house', { fate: 'consumed' }, { to: 'gone', fate: 'consumed' }],
  ] as const)('%s', (way, more, to) => expect(going({ way, ...more })).toMatchObject(to))

  it.each(ways.filter((way) => way !== 'out of the house'))('nowhere while nothing is said: %s', (way) =>
    expect(going({ way }, {})).toBeUndefined(),
  )
  it('nowhere in a machine that is not found', () =>
    expect(destinationOf({ ...emptyMove, position: 'K1' }, part, undefined)).toBeUndefined())
})

describe('whether it fits', () => {
  it('is judged only where it is to go into a position', () => {
    const fit = (more: Partial<MoveForm>) => fitOf({ ...emptyMove, ...more }, part, machine)?.fit
    expect(fit({})).toBeUndefined()
    expect(fit({ position: 'K1', way: 'into a store' })).toBeUndefined()
    expect(fit({ position: 'K1' })).toBe('fits')
  })
})

describe('only lent', () => {
  it.each([
    ['to somebody', true, true, false],
    ['to somebody', false, false, true],
    ['into a machine', true, true, false],
    ['into a store', true, false, false],
    ['out of the house', true, false, true],
  ] as const)('%s, ticked %s: lent %s, on somebody’s word %s', (way, lent, is, word) => {
    expect(isLent({ ...emptyMove, way, lent })).toBe(is)
    expect(needsAuthority({ ...emptyMove, way, lent })).toBe(word)
  })
})
