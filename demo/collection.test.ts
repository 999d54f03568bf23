import { describe, expect, it } from 'vitest'
import { conclusionsOf } from '#core/history/attribution.ts'
import { agreementOf } from '#core/condition/agreement.ts'
import { conditionAt, gradeHistory } from '#core/condition/condition.ts'
import { compareSurveys, gradePairs, pairsOf } from '#core/condition/surveys.ts'
import { chainOf } from '#core/provenance/chain.ts'
import { batchView } from '#core/views/batch.ts'
import type { MachineId } from '#core/ids.ts'
import { entrySchema } from '#core/history/entry-schema.ts'
import { fold } from '#core/history/fold.ts'
import { machineStanding } from '#core/history/status.ts'
import { tellCollection } from './collection.ts'
import { machines } from './ids.ts'

const now = '2026-11-20T13:40:00.000Z'
const entries = tellCollection(now)
const world = fold(entries, { now })
const status = (id: MachineId) => machineStanding(world, world.machines.get(id)!).status

describe('the demo collection', () => {
  it('is told in entries that the record takes', () => {
    for (const entry of entries) expect(entrySchema.safeParse(entry).error?.issues ?? []).toEqual([])
  })
  it('has the size that was asked for', () => {
    expect(world.machines.size).toBeGreaterThanOrEqual(8)
    expect(world.types.size).toBeGreaterThanOrEqual(5)
    expect([...world.machines.values()].flatMap((m) => m.episodes).length).toBeGreaterThanOrEqual(12)
    expect(world.parts.size).toBeGreaterThanOrEqual(50)
  })
  it('holds each of the cases: lent chip, void test, intermittent, display only, donor, on loan, owner’s, no cause', () => {
    expect(status(machines.terminalA)).toBe('retest due')
    expect(status(machines.printer)).toBe('not known')
    expect(
      machineStanding(world, world.machines.get(machines.printer)!).standings.find(
        (s) => s.fn === 'start from cold',
      )!.word,
    ).toBe('unproved')
    expect(status(machines.ticket)).toBe('not run')
    expect(status(machines.writer)).toBe('do not power')
    expect(status(machines.calculatorB)).toBe('incomplete')
    expect(world.machines.get(machines.scale)!.custody.at(-1)!.body).toMatchObject({ purpose: 'loan out' })
    expect(world.machines.get(machines.till)!.legal).toBe('owner’s')
    const verdicts = new Set(
      [...world.machines.values()].flatMap((m) => conclusionsOf(world, m).map((c) => c.verdict)),
    )
    for (const verdict of ['cause shown', 'cause not separated', 'no effect', 'cannot be known'] as const)
      expect(verdicts).toContain(verdict)
  })
  it('holds three surveyed machines, each surveyed blind by a second person, with pairs enough for the house', () => {
    const surveyed = [machines.terminalA, machines.printer, machines.tape].map((id) =>
      world.machines.get(id)!,
    )
    const pairs = surveyed.flatMap((m) => pairsOf(m).flatMap((p) => gradePairs(compareSurveys(world, m, p))))
    for (const m of surveyed) {
      expect(m.condition.photos.length).toBeGreaterThan(0)
      expect(pairsOf(m)).toHaveLength(1)
      expect(conditionAt(world, m, now)).toMatchObject({ looked: conditionAt(world, m, now).of })
    }
    expect(agreementOf(pairs)?.kappa).toBeGreaterThan(0.3)
  })
  it('shows a grade that rose by treatment and fell again when the rust came back', () => {
    const grades = gradeHistory(world, world.machines.get(machines.terminalA)!).map((p) => p.grade)
    expect(grades).toContain(4)
    expect(grades).toContain(2)
    expect(grades.at(-1)).toBe(3)
  })
  it('has a chain with a gap, and one part later than the plate', () => {
    const m = world.machines.get(machines.terminalA)!
    expect(chainOf(m.arrival.links, 'Europe/Oslo', now, m.registered!.happenedAt.latest).gaps).toBe(1)
  })
  it('has a lot of fourteen, counted by both denominators', () => {
    const view = batchView(world, [...world.line].find((e) => e.body.kind === 'batch')!.id)!
    expect(view.outcome).toEqual({
      units: 14,
      workNow: 10,
      trulyFaulty: 6,
      mended: 3,
      claimedDead: 14,
      claimedDeadButSound: 7,
      notTested: 1,
    })
    expect(view.units.map((u) => u.share?.minor)).toEqual(Array(14).fill(740))
  })
})
