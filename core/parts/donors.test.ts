import { describe, expect, it } from 'vitest'
import type { MachineId, PartId } from '#core/ids.ts'
import { numberedId, type Teller } from '#core/testing/script.ts'
import { found, home, other, slot, terminalSheet, twoTerminals, typeId } from '#core/testing/terminal.ts'
import { candidatesFor, needAt, needsOf } from '#core/views/donors.ts'
import { appraise, chooseDonors, usualWeights, type Candidate, type Need } from './donors.ts'

const at = '2026-03-02T10:00:00.000Z'
const house = new Map([[typeId as string, 2]])
const spare = (t: Teller, n: number, partKind: string, health?: 'proved good') => {
  const part = numberedId<PartId>(n, 6)
  t.told(at, {
    kind: 'part',
    what: 'identified',
    part,
    partKind,
    tag: `P-${n}`,
    place: { in: { kind: 'store', id: 'drawer' } },
  })
  if (health) t.told(at, { kind: 'part', what: 'health', part, health })
  return part
}
const stated = (t: Teller, machine: MachineId, set: object) =>
  t.told(at, { kind: 'machine', what: 'stated', machine, set })
const bad = (t: Teller, designator: string) =>
  t.told(at, {
    kind: 'part',
    what: 'health',
    part: found(home, designator),
    health: 'proved bad',
    because: 'no pulses',
  })

/** The first terminal's IC40 is dead; the other one stands by. */
function dead() {
  const { t } = twoTerminals()
  t.told(at, {
    kind: 'move',
    legs: [
      { part: found(home, 'IC40'), from: slot(home, 'IC40'), to: { in: { kind: 'store', id: 'tray' } } },
    ],
  })
  t.told(at, {
    kind: 'move',
    legs: [
      { part: found(home, 'IC40'), from: { in: { kind: 'store', id: 'tray' } }, to: slot(home, 'IC40') },
    ],
  })
  bad(t, 'IC40')
  const read = () => {
    const world = t.world()
    const needs = needsOf(world, world.machines.get(home)!)
    return { needs, candidates: candidatesFor(world, needs, house) }
  }
  return { t, read }
}

describe('what a machine lacks', () => {
  it('is what is proved bad, empty or unknown', () => {
    const { t, read } = dead()
    t.told(at, { kind: 'part', what: 'content', machine: home, place: slot(home, 'IC31'), content: 'empty' })
    expect(read().needs.map((n) => [n.position.designator, n.why])).toEqual([
      ['IC31', 'empty'],
      ['IC40', 'proved bad'],
    ])
  })
  it('may be asked of any position', () => {
    const { t } = twoTerminals()
    const world = t.world()
    expect(needAt(world, world.machines.get(home)!, 'LS1')).toMatchObject({
      position: { accepts: 'loudspeaker' },
      occupant: { label: 'LS1 loudspeaker' },
    })
    expect(needAt(world, world.machines.get(home)!, 'nowhere')).toBeUndefined()
  })
})

describe('who could give it', () => {
  it('parts of the same kind in other machines and in store, never those of the machine itself', () => {
    const { t, read } = dead()
    const part = spare(t, 1, '74HCT374')
    spare(t, 2, 'loudspeaker')
    const labels = read().candidates.map((c) => [c.part, c.placeLabel])
    // IC40 and IC41 of the other terminal take 74LS374 both.
    expect(labels.map(([, place]) => place)).toEqual(['IC40 of E-2', 'IC41 of E-2', 'drawer'])
    expect(labels.at(-1)?.[0]).toBe(part)
  })
  it('shows every cost', () => {
    const { t, read } = dead()
    spare(t, 1, '74LS374', 'proved good')
    const { needs, candidates } = read()
    const cost = (label: string) => {
      const found = candidates.find((c) => c.placeLabel === label)!
      return Object.fromEntries(appraise(needs[0]!, found).costs.map((c) => [c.why, c.points]))
    }
    expect(cost('drawer')).toEqual({ labour: 1 })
    expect(cost('IC40 of E-2')).toMatchObject({ labour: 2, risk: 3, purpose: 4, completeness: 3, rare: 3 })
    expect(cost('IC41 of E-2').labour).toBe(7)
    const dearLabour = appraise(
      needs[0]!,
      candidates.find((c) => c.placeLabel === 'IC41 of E-2')!,
      { ...usualWeights, labour: 3 },
    )
    expect(dearLabour.costs.find((c) => c.why === 'labour')?.points).toBe(21)
  })
  it('weighs each kind of cost by itself, the condition of the donor among them', () => {
    const { t, read } = dead()
    for (const zone of ['case', 'board'])
      t.told(at, {
        kind: 'finding',
        what: 'noted',
        machine: other,
        zone,
        sort: 'dirt',
        severity: 'trace',
        activity: 'stable',
        danger: 'none',
        contained: false,
        loaded: false,
        hypothesis: false,
      })
    const { needs, candidates } = read()
    const from = candidates.find((c) => c.placeLabel === 'IC40 of E-2')!
    expect(from.donor?.grade).toBeGreaterThanOrEqual(1)
    const usual = appraise(needs[0]!, from)
    for (const { why, points } of usual.costs)
      expect(appraise(needs[0]!, from, { ...usualWeights, [why]: 0 }).total).toBeCloseTo(
        usual.total - points,
        9,
      )
    expect(usual.costs.map((c) => c.why)).toContain('grade')
  })
  it('never strips a machine below its purpose without a steward', () => {
    const { t, read } = dead()
    stated(t, other, { purpose: 'working exhibit' })
    const { needs, candidates } = read()
    expect(chooseDonors(needs, candidates)!.served).toBe(0)
    expect(chooseDonors(needs, candidates)!.choices[0]?.ranked[0]?.bar).toBe('a steward decides')
    expect(chooseDonors(needs, candidates, usualWeights, true)!.served).toBe(1)
  })
  it('takes nothing from an owner’s machine without consent', () => {
    const { t, read } = dead()
    t.told(at, { kind: 'party', party: numberedId(9, 3), name: 'An owner', sort: 'person', roles: [] })
    stated(t, other, { owner: numberedId(9, 3) })
    const { needs, candidates } = read()
    expect(chooseDonors(needs, candidates, usualWeights, true)!.choices[0]?.ranked[0]?.bar).toBe(
      'owner’s consent',
    )
  })
})

describe('several needs at once', () => {
  const position = (designator: string, accepts: string) => ({
    ...terminalSheet.positions[2]!,
    designator,
    accepts,
  })
  const need = (key: string, accepts: string): Need => ({
    key,
    machine: 'm',
    machineLabel: 'm',
    place: slot('m', key),
    position: position(key, accepts),
    positions: [],
    why: 'empty',
    chargeEnded: false,
  })
  const candidate = (n: number, partKind: string, health: Candidate['facts']['health']): Candidate => ({
    part: numberedId<PartId>(n, 6),
    label: String(n),
    place: { in: { kind: 'store', id: 'drawer' } },
    placeLabel: 'drawer',
    facts: { partKind, attributes: {}, health },
  })
  it('serves the most, though one of them gets a dearer part', () => {
    // Only an LS serves a position that asks for HC levels’ elder; the HCT serves both.
    const ls = candidate(1, '74LS374', 'proved good')
    const hct = candidate(2, '74HCT374', 'unknown')
    const chosen = chooseDonors([need('A', '74LS374'), need('B', '74HC374')], [ls, hct])!
    expect(chosen.choices.map((c) => c.chosen?.candidate.label)).toEqual(['1', '2'])
    const rivals = chooseDonors([need('A', '74LS374'), need('B', '74LS374')], [ls, hct])!
    expect(rivals.served).toBe(2)
    expect(rivals.choices.find((c) => c.chosen?.candidate === hct)?.givenElsewhere?.candidate).toBe(ls)
  })
  it('leaves open what nobody can serve', () => {
    const none = chooseDonors([need('A', 'timing ROM')], [candidate(1, '74LS374', 'proved good')])!
    expect(none.choices[0]).toMatchObject({ ranked: [] })
    expect(none.choices[0]?.chosen).toBeUndefined()
  })
})
