import { describe, expect, it } from 'vitest'
import { conclusionsOf } from '#core/history/attribution.ts'
import { fold } from '#core/history/fold.ts'
import { machineStanding } from '#core/history/status.ts'
import { tellCollection } from './collection.ts'
import { machines } from './ids.ts'

const now = '2026-11-20T13:40:00.000Z'
const entries = tellCollection(now)
const world = fold(entries, { now })
const status = (id: (typeof machines)[keyof typeof machines]) => machineStanding(world, world.machines.get(id)!).status

describe('the demo collection', () => {
  it('has the size that was asked for', () => {
    expect(world.machines.size).toBeGreaterThanOrEqual(8)
    expect(world.types.size).toBeGreaterThanOrEqual(5)
    expect([...world.machines.values()].flatMap((m) => m.episodes).length).toBeGreaterThanOrEqual(12)
    expect(world.parts.size).toBeGreaterThanOrEqual(50)
  })
  it('holds each of the cases: lent chip, void test, intermittent, display only, donor, on loan, owner’s, no cause', () => {
    expect(status(machines.terminalA)).toBe('retest due')
    expect(status(machines.printer)).toBe('not known')
    expect(machineStanding(world, world.machines.get(machines.printer)!).standings.find((s) => s.fn === 'start from cold')!.word).toBe('unproved')
    expect(status(machines.ticket)).toBe('not run')
    expect(status(machines.writer)).toBe('do not power')
    expect(status(machines.calculatorB)).toBe('incomplete')
    expect(world.machines.get(machines.scale)!.custody.at(-1)!.body).toMatchObject({ purpose: 'loan out' })
    expect(world.machines.get(machines.till)!.legal).toBe('owner’s')
    const verdicts = new Set([...world.machines.values()].flatMap((m) => conclusionsOf(world, m).map((c) => c.verdict)))
    for (const verdict of ['cause shown', 'cause not separated', 'no effect', 'cannot be known'] as const) expect(verdicts).toContain(verdict)
  })
})
