import { describe, expect, it } from 'vitest'
import { composing } from '#core/testing/composing.ts'
import { home, person, terminalSheet } from '#core/testing/terminal.ts'
import { machineStanding } from './status.ts'
import type { World } from './world.ts'

/** The terminal, its supply an essential assembly. */
const essentialSupply = {
  ...terminalSheet,
  positions: terminalSheet.positions.map((p) => (p.designator === 'supply' ? { ...p, essential: true } : p)),
}

/** The supply goes from where it is to a person. */
const lent = (world: World) => {
  const part = [...world.parts.values()].find((p) => p.start?.position === 'supply')
  if (!part?.place) throw new Error('it was never touched')
  return {
    kind: 'move' as const,
    legs: [{ part: part.id, from: part.place, to: { in: { kind: 'person' as const, id: person } } }],
  }
}

describe('an essential assembly', () => {
  it('in the tray leaves the machine in pieces; lent to somebody, incomplete', () => {
    const scene = composing(essentialSupply)
    const status = () => {
      const world = scene.t.world()
      return machineStanding(world, world.machines.get(home)!)
    }
    scene.write('out supply bag 2', '2026-03-02T10:00:00.000Z')
    expect(status().status).toBe('in pieces')
    scene.write('in supply', '2026-03-02T11:00:00.000Z')
    scene.write('out supply drawer 3', '2026-03-02T12:00:00.000Z')
    scene.t.told('2026-03-02T12:10:00.000Z', lent(scene.t.world()))
    expect(status()).toMatchObject({ status: 'incomplete', because: ['supply'] })
  })
})
