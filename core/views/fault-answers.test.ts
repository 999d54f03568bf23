/** The held questions of a workshop about a fault, answered by derivation. */
import { describe, expect, it } from 'vitest'
import type { PartId } from '#core/ids.ts'
import type { Teller } from '#core/testing/script.ts'
import { fail, found, home, other, pass, slot, test, twoTerminals } from '#core/testing/terminal.ts'
import { faultFacts } from './fault-answers.ts'

const asked = (t: Teller, about: string) => {
  const world = t.world()
  const machine = world.machines.get(home)
  return machine && faultFacts(world, machine, about)
}
const at = (minute: number) => `2026-03-02T10:${String(minute).padStart(2, '0')}:00.000Z`

describe('asked of a fault', () => {
  it('what to test next is the first act', () => {
    const { t } = twoTerminals()
    test(t, at(0), { send: fail })
    const [fact] = asked(t, 'what should we test next') ?? []
    expect(fact?.is).toBe('next act')
  })
  it('what is at fault is the sentence of the fault', () => {
    const { t } = twoTerminals()
    test(t, at(0), { send: fail })
    expect(asked(t, 'what is at fault')?.[0]).toMatchObject({ is: 'suspected' })
  })
  it('what is excluded is what passed elsewhere', () => {
    const { t } = twoTerminals()
    test(t, at(0), { screen: fail, 'self-test': pass })
    const [fact] = asked(t, 'what can be excluded') ?? []
    expect(fact?.is === 'excluded' && fact.of).toBe('screen')
  })
  it('nothing is at fault where nothing fails', () => {
    const { t } = twoTerminals()
    test(t, at(0), { send: pass })
    expect(asked(t, 'what is at fault')).toEqual([{ is: 'no fault' }])
  })
  it('a host is proved by passing with its own part before and after', () => {
    const { t, episode } = twoTerminals()
    const tray = { in: { kind: 'tray', id: episode } } as const
    const part: PartId = found(home, 'IC40')
    const own: PartId = found(other, 'IC40')
    const there = slot(other, 'IC40')
    test(t, at(0), { send: fail })
    test(t, at(1), { send: pass }, { machine: other })
    t.told(at(2), { kind: 'move', legs: [{ part, from: slot(home, 'IC40'), to: tray }] })
    t.told(at(3), {
      kind: 'move',
      legs: [
        { part: own, from: there, to: tray },
        { part, from: tray, to: there },
      ],
    })
    test(t, at(4), { send: fail }, { machine: other })
    const trial = { is: 'host', position: 'IC40', fn: 'send', passed: false, before: true }
    expect(asked(t, 'was the host proved')).toContainEqual(
      expect.objectContaining({ ...trial, after: false }),
    )
    t.told(at(5), {
      kind: 'move',
      legs: [
        { part, from: there, to: tray },
        { part: own, from: tray, to: there },
      ],
    })
    test(t, at(6), { send: pass }, { machine: other })
    expect(asked(t, 'was the host proved')).toContainEqual(expect.objectContaining({ ...trial, after: true }))
  })
  it('advice has the status that follows from the record', () => {
    const { t } = twoTerminals()
    t.told(at(0), {
      kind: 'advice',
      what: 'said',
      machine: home,
      sort: 'advice',
      words: 'check the sockets',
      fromWords: 'a visitor',
    })
    expect(asked(t, 'which advice was tried')).toEqual([
      { is: 'advice', words: 'check the sockets', from: 'a visitor', status: 'untried' },
    ])
  })
  it('other questions are no such question', () => {
    const { t } = twoTerminals()
    expect(asked(t, 'where is the keyboard')).toBeUndefined()
  })
})
