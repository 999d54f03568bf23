import { describe, expect, it } from 'vitest'
import { keys, touches, whileSame } from './keys.ts'

const event = (kinds: string[], machines: string[] = ['m1']) => ({ seq: 1, machines, kinds })

describe('an event', () => {
  it('touches every page of the machines that it names, and none of another', () => {
    for (const key of [
      keys.machine('m1'),
      keys.arrival('m1'),
      keys.renewal('m1', 'capacitor'),
      keys.donors('m1', 'IC4'),
    ])
      expect(touches(event(['note']), { key })).toBe(true)
    expect(touches(event(['note']), { key: keys.machine('m2', '2025-01-01') })).toBe(false)
  })
  it('touches the episodes of those machines whole: view, sheet and what was known before a line', () => {
    for (const key of [keys.episode('e'), keys.episodeSheet('e'), keys.contextBefore('e', 'x')]) {
      expect(touches(event(['note']), { key, machine: 'm1' })).toBe(true)
      expect(touches(event(['note']), { key, machine: 'm2' })).toBe(false)
      expect(touches(event(['note']), { key })).toBe(true)
    }
  })
  it('touches lists that say something of every machine', () => {
    for (const key of [
      keys.bench,
      keys.machines('', 0),
      keys.needs,
      keys.part('p'),
      keys.batches,
      keys.nextNumbers,
    ])
      expect(touches(event(['time']), { key })).toBe(true)
  })
  it.each([
    ['type', keys.types, true],
    ['type', keys.type('t'), true],
    ['rule', keys.policies, true],
    ['party', keys.people, true],
    ['gear', keys.gear, true],
    ['word', keys.words, true],
    ['word', keys.episode('e'), true],
    ['finding', keys.agreement, true],
    ['note', keys.types, false],
    ['note', keys.policies, false],
    ['note', keys.agreement, false],
    ['test', keys.views, false],
    ['test', keys.meter, false],
  ] as const)('of kind %s, %j: %s', (kind, key, touched) =>
    expect(touches(event([kind]), { key })).toBe(touched),
  )
  it('that says that everything is stale touches everything', () =>
    expect(touches({ ...event([]), everything: true }, { key: keys.views })).toBe(true))
})

describe('what was kept', () => {
  it('stays while the same machine is fetched on another day, and never under another machine’s address', () => {
    const before = { queryKey: keys.machine('m1') }
    expect(whileSame('m1')('page', before)).toBe('page')
    expect(whileSame('m2')('page', before)).toBeUndefined()
    expect(whileSame('m2')('page', undefined)).toBeUndefined()
  })
})
