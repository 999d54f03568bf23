import { describe, expect, it } from 'vitest'
import { numberedId } from '#core/testing/script.ts'
import type { PartyId } from '#core/ids.ts'
import { allPass, found, home, other, slot, twoTerminals } from '#core/testing/terminal.ts'
import { guestView } from '#core/views/guest.ts'
import { machineView } from '#core/views/machine.ts'
import { sections } from './sections.ts'

const owner = numberedId<PartyId>(8, 3)
const now = '2026-06-02T12:00:00.000Z'
const facts = (t: ReturnType<typeof twoTerminals>['t'], role: 'steward' | 'guest' = 'steward') => {
  const view = machineView(t.world(), home)!
  return Object.fromEntries(
    sections(role === 'guest' ? guestView(t.world(), home, owner)! : view, role).map((s) => [s.key, s.fact]),
  )
}

describe('the words under a lifeline', () => {
  it('say what is not known as well as what is', () => {
    const { t } = twoTerminals(now)
    expect(facts(t)).toMatchObject({
      condition: 'not surveyed',
      parts: 'as found',
      provenance: 'gift',
      loans: '0',
      readings: 'none',
      photos: '0',
    })
    expect(facts(t)).not.toHaveProperty('owner')
  })
  it('count parts that are not its own, empty positions and open loans', () => {
    const { t } = twoTerminals(now)
    allPass(t, '2026-03-01T10:00:00.000Z')
    t.told('2026-03-02T10:00:00.000Z', {
      kind: 'move',
      legs: [{ part: found(home, 'LS1'), from: slot(home, 'LS1'), to: { in: { kind: 'store', id: 'x' } } }],
    })
    t.told('2026-03-02T10:10:00.000Z', {
      kind: 'move',
      legs: [{ part: found(other, 'LS1'), from: slot(other, 'LS1'), to: slot(home, 'LS1') }],
    })
    t.told('2026-03-02T10:20:00.000Z', {
      kind: 'move',
      legs: [
        { part: found(home, 'IC40'), from: slot(home, 'IC40'), to: { in: { kind: 'rig', id: 'tester' } } },
      ],
      loan: { home: slot(home, 'IC40') },
    })
    expect(facts(t)).toMatchObject({ parts: '1 not original, 1 empty', loans: '1 open' })
  })
  it('say what an owner last agreed to, on a machine that is somebody’s', () => {
    const { t } = twoTerminals(now)
    t.told('2026-03-01T09:00:00.000Z', {
      kind: 'party',
      party: owner,
      name: 'An owner',
      sort: 'person',
      roles: [],
    })
    t.told('2026-03-01T09:10:00.000Z', { kind: 'machine', what: 'stated', machine: home, set: { owner } })
    expect(facts(t).owner).toBe('not asked')
    t.told('2026-03-02T09:00:00.000Z', {
      kind: 'consent',
      machine: home,
      by: owner,
      to: 'give parts',
      given: true,
      words: '',
    })
    expect(facts(t).owner).toBe('agreed')
    t.told('2026-03-03T09:00:00.000Z', {
      kind: 'consent',
      machine: home,
      by: owner,
      to: 'give parts',
      given: false,
      words: '',
    })
    expect(facts(t).owner).toBe('refused')
    // What has run out no longer speaks.
    t.told('2026-03-04T09:00:00.000Z', {
      kind: 'consent',
      machine: home,
      by: owner,
      to: 'irreversible work',
      given: true,
      words: '',
      until: '2026-04-01T00:00:00.000Z',
    })
    expect(facts(t).owner).toBe('refused')
  })
  it('leave a guest without the house’s readings, provenance and rules', () => {
    const { t } = twoTerminals(now)
    expect(Object.keys(facts(t, 'guest'))).toEqual([
      'functions',
      'condition',
      'parts',
      'episodes',
      'loans',
      'photos',
      'entries',
    ])
  })
})
