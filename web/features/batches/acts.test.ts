import { describe, expect, it } from 'vitest'
import { draftSchema } from '#core/history/entry-schema.ts'
import { numberedId } from '#core/testing/script.ts'
import type { MachineId } from '#core/ids.ts'
import { bodiesFor, type ActForm } from './acts.ts'

const machine = numberedId<MachineId>(1, 4)
const form: ActForm = {
  kind: 'look',
  look: 'dead',
  fn: '',
  result: 'pass',
  symptom: '',
  target: '',
  sort: 'dirt',
  zone: '',
  words: '',
}

describe('one act on one unit', () => {
  it.each([
    [{}, 'test'],
    [{ look: 'signs of life' }, 'test'],
    [{ kind: 'test', fn: 'keys', result: 'fail', symptom: '7 is dead' }, 'test'],
    [{ kind: 'work', target: 'contacts', words: 'cleaned' }, 'change'],
    [{ kind: 'finding', zone: 'case' }, 'finding'],
    [{ kind: 'note', words: 'smells of smoke' }, 'note'],
  ] as [Partial<ActForm>, string][])('%j is an entry that the record takes', (edit, kind) => {
    const bodies = bodiesFor({ ...form, ...edit }, machine)
    if (typeof bodies === 'string') throw new Error(bodies)
    expect(bodies.map((b) => b.kind)).toEqual([kind])
    const at = '2026-01-01T10:00:00.000Z'
    for (const body of bodies)
      expect(
        draftSchema.safeParse({
          id: machine,
          v: 1,
          happenedAt: { earliest: at, latest: at },
          basis: 'seen',
          body,
        }).error?.issues ?? [],
      ).toEqual([])
  })
  it.each([
    [{ kind: 'test' }, /Choose a function/],
    [{ kind: 'work' }, /what it was done on/],
    [{ kind: 'finding' }, /which zone/],
    [{ kind: 'note' }, /empty/],
  ] as [Partial<ActForm>, RegExp][])('%j says what is missing', (edit, says) =>
    expect(bodiesFor({ ...form, ...edit }, machine)).toMatch(says),
  )
})
