import { describe, expect, it } from 'vitest'
import { home, pass, test, twoTerminals } from '#core/testing/terminal.ts'
import { factsOf } from './facts.ts'
import { standingsOf } from './standing.ts'

describe('what follows from a machine’s state', () => {
  it('is derived once for a folded world, and anew for another', () => {
    const { t } = twoTerminals()
    const first = t.world()
    const machine = first.machines.get(home)!
    expect(standingsOf(first, machine)).toBe(standingsOf(first, machine))
    expect(factsOf(first, machine).standing.standings).toBe(standingsOf(first, machine))
    test(t, '2026-03-02T10:00:00.000Z', { bell: pass })
    const second = t.world()
    expect(standingsOf(second, second.machines.get(home)!)).not.toBe(standingsOf(first, machine))
  })

  it('is not kept for a world that somebody changed the time of', () => {
    const { t } = twoTerminals()
    const world = t.world()
    const machine = world.machines.get(home)!
    const later = { ...world, now: '2036-01-01T00:00:00.000Z' }
    expect(standingsOf(later, machine)).not.toBe(standingsOf(world, machine))
  })
})
