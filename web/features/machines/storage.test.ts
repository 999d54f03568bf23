import { describe, expect, it } from 'vitest'
import { schemaOfKind } from '#core/history/kinds/index.ts'
import { home } from '#core/testing/terminal.ts'
import { storageBodies, type StorageForm } from './storage.ts'

const form: StorageForm = {
  cellsOut: true,
  memoryOff: true,
  seen: 'no leak, dry',
  lookAgain: '2027-03-01',
  zone: 'Europe/Oslo',
}

describe('a storage round', () => {
  it('writes what was done, what was seen and when somebody looks again, in shapes that are taken', () => {
    const bodies = storageBodies(home, ['BT1'], form)
    expect(bodies.map((b) => [b.kind, 'what' in b ? b.what : ''])).toEqual([
      ['precaution', 'cells out'],
      ['precaution', 'memory switch off'],
      ['note', ''],
      ['task', 'put off'],
    ])
    expect(bodies[3]).toMatchObject({ until: '2027-03-01T22:59:59.999Z' })
    for (const body of bodies) expect(schemaOfKind(body.kind)?.safeParse(body).success).toBe(true)
  })
  it('says nothing of cells that a machine has no place for, nor of what nobody did', () => {
    expect(storageBodies(home, [], { ...form, memoryOff: false, seen: ' ', lookAgain: '' })).toEqual([])
  })
})
