import { describe, expect, it } from 'vitest'
import { fail, found, home, other, pass, slot, test, twoTerminals } from '#core/testing/terminal.ts'
import type { PartId } from '#core/ids.ts'
import { numberedId, type Teller } from '#core/testing/script.ts'
import { actsFor } from './acts.ts'
import { faultOf, type Fault } from './fault.ts'
import { noCounts } from './odds.ts'

const fault = (t: Teller): Fault | undefined => {
  const world = t.world()
  const machine = world.machines.get(home)
  return machine && faultOf(world, machine, noCounts, { minutesOf: () => 2, atHand: () => 'proved' })
}
const share = (f: Fault | undefined, sort: string, name: string) =>
  f?.suspects.find((s) => s.instance.sort === sort && s.instance.name === name)?.share ?? 0
const told = (f: Fault | undefined) =>
  f?.suspects.slice(0, 4).map((s) => `${s.instance.sort} ${s.instance.name} ${s.share.toFixed(2)}`)
const work = (t: Teller, at: string, name: string, verb: string, reach: 'disturbed' | 'altered') =>
  t.told(at, { kind: 'change', machine: home, target: { sort: 'position', name }, verb, reach })

describe('what may be at fault', () => {
  it('is nothing where nothing fails', () => {
    const { t } = twoTerminals()
    test(t, '2026-03-02T10:00:00.000Z', { send: pass })
    expect(fault(t)).toBeUndefined()
  })
  it('is what failed and nothing else exercised', () => {
    const { t } = twoTerminals()
    test(t, '2026-03-02T10:00:00.000Z', { screen: fail, 'self-test': pass, characters: pass })
    const f = fault(t)
    // Self-test and characters went through IC31; self-test through the supply as well. Neither is cleared by a short pass.
    expect(told(f)).toBeDefined()
    expect(share(f, 'part', 'supply')).toBeGreaterThan(share(f, 'part', 'IC31'))
    expect(f?.target).toBe('screen')
  })
  it('a part and its seat are not told apart until something tells', () => {
    const { t } = twoTerminals()
    test(t, '2026-03-02T10:00:00.000Z', { send: fail })
    const before = fault(t)
    expect(share(before, 'part', 'IC40')).toBeCloseTo(share(before, 'seat', 'IC40'), 6)
    const groups = before?.suspects.filter((s) => s.instance.name === 'IC40').map((s) => s.group)
    expect(new Set(groups).size).toBe(1)
    // Reseated, and it fails again: the old seat is gone, and the part is likelier than its new seat.
    work(t, '2026-03-02T11:00:00.000Z', 'IC40', 'reseated', 'disturbed')
    test(t, '2026-03-02T11:10:00.000Z', { send: fail })
    const after = fault(t)
    expect(share(after, 'part', 'IC40')).toBeGreaterThan(2 * share(after, 'seat', 'IC40'))
  })
  it('says that nothing is wrong now once it passes', () => {
    const { t } = twoTerminals()
    test(t, '2026-03-02T10:00:00.000Z', { send: fail })
    work(t, '2026-03-02T11:00:00.000Z', 'IC40', 'reseated', 'disturbed')
    expect(fault(t)?.nothing).toBeGreaterThan(0.2)
    test(t, '2026-03-02T11:10:00.000Z', { send: pass })
    expect(fault(t)).toBeUndefined()
  })
  it('follows a part into a host and back', () => {
    const { t, episode } = twoTerminals()
    const at = (minute: number) => `2026-03-02T10:${String(minute).padStart(2, '0')}:00.000Z`
    const tray = { in: { kind: 'tray', id: episode } } as const
    test(t, at(0), { send: fail })
    test(t, at(1), { send: pass }, { machine: other })
    t.told(at(5), { kind: 'move', legs: [{ part: found(home, 'IC40'), from: slot(home, 'IC40'), to: tray }] })
    t.told(at(6), {
      kind: 'move',
      legs: [
        { part: found(other, 'IC40'), from: slot(other, 'IC40'), to: { in: { kind: 'store', id: 'bench' } } },
        { part: found(home, 'IC40'), from: tray, to: slot(other, 'IC40') },
      ],
    })
    test(t, at(10), { send: fail }, { machine: other })
    const f = fault(t)
    // It lies in the other machine: what was bad is out of this one.
    expect(f?.nothing).toBeGreaterThan(0.6)
    expect(share(f, 'part', 'IC40')).toBe(0)
  })
  it('a rail that reads right clears what feeds it', () => {
    const { t } = twoTerminals()
    test(t, '2026-03-02T10:00:00.000Z', { screen: fail })
    const before = share(fault(t), 'part', 'supply')
    t.told('2026-03-02T10:10:00.000Z', {
      kind: 'machine',
      what: 'met',
      machine: home,
      positions: [],
      functions: [{ name: 'screen', essential: true, dependsOn: ['12V'], needs: [] }],
    })
    expect(
      fault(t)
        ?.evidence.timeline.positions(home)
        .some((p) => p.designator === '12V'),
    ).toBe(false)
    expect(share(fault(t), 'part', 'supply')).toBeCloseTo(before, 2)
  })
  it('sets an observation aside, and counts it again', () => {
    const { t } = twoTerminals()
    test(t, '2026-03-02T10:00:00.000Z', { send: fail })
    const bad = test(t, '2026-03-02T10:05:00.000Z', { receive: pass })
    const clear = share(fault(t), 'part', 'IC40')
    t.told('2026-03-02T10:10:00.000Z', {
      kind: 'diagnosis',
      what: 'set aside',
      machine: home,
      observation: bad.id,
      of: 'receive',
      because: 'the line box was off',
    })
    const aside = fault(t)
    expect(share(aside, 'part', 'IC40')).toBeGreaterThan(clear)
    expect(aside?.observations.filter((o) => o.aside)).toHaveLength(1)
    t.told('2026-03-02T10:11:00.000Z', {
      kind: 'diagnosis',
      what: 'counted again',
      machine: home,
      observation: bad.id,
      of: 'receive',
    })
    expect(share(fault(t), 'part', 'IC40')).toBeCloseTo(clear, 6)
  })
  it('counts a proved part for less, and not twice where that rests on what is counted', () => {
    const { t, episode } = twoTerminals()
    test(t, '2026-03-02T10:00:00.000Z', { send: fail })
    const spare = numberedId<PartId>(1, 6)
    t.told('2026-03-02T10:30:00.000Z', {
      kind: 'part',
      what: 'identified',
      part: spare,
      partKind: '74LS374',
      tag: 'P-001',
      place: { in: { kind: 'store', id: 'drawer' } },
    })
    t.told('2026-03-02T10:31:00.000Z', { kind: 'part', what: 'health', part: spare, health: 'proved good' })
    t.told('2026-03-02T10:32:00.000Z', {
      kind: 'move',
      legs: [
        { part: found(home, 'IC40'), from: slot(home, 'IC40'), to: { in: { kind: 'tray', id: episode } } },
        { part: spare, from: { in: { kind: 'store', id: 'drawer' } }, to: slot(home, 'IC40') },
      ],
    })
    test(t, '2026-03-02T10:40:00.000Z', { send: fail })
    const f = fault(t)
    expect(f?.suspects.find((s) => s.instance.part === spare)?.reasons.map((r) => r.why)).toContain(
      'proved good',
    )
    expect(share(f, 'part', 'IC40')).toBeLessThan(0.1)
    expect(f?.unnamed).toBeGreaterThan(0.1)
  })
})

describe('a part that is out', () => {
  const out = (t: Teller, minute: string, episode: string) =>
    t.told(minute, {
      kind: 'move',
      legs: [
        { part: found(home, 'IC40'), from: slot(home, 'IC40'), to: { in: { kind: 'tray', id: episode } } },
      ],
    })
  it('is what a failure comes from: nothing else is suspected for it', () => {
    const { t, episode } = twoTerminals()
    out(t, '2026-03-02T10:00:00.000Z', episode)
    test(t, '2026-03-02T10:10:00.000Z', { send: fail })
    const f = fault(t)
    expect(f?.missing).toEqual(['IC40'])
    expect(f?.acts).toEqual([])
    expect(share(f, 'part', 'J2')).toBeLessThan(0.1)
    expect(share(f, 'seat', 'IC40')).toBe(0)
  })
  it('does not stand in the way of another function', () => {
    const { t, episode } = twoTerminals()
    out(t, '2026-03-02T10:00:00.000Z', episode)
    test(t, '2026-03-02T10:10:00.000Z', { send: fail, screen: fail })
    expect(fault(t)?.target).toBe('screen')
    expect(fault(t)?.acts.length).toBeGreaterThan(0)
  })
})

describe('what to do next', () => {
  it('begins with what is quick and touches little', () => {
    const { t } = twoTerminals()
    test(t, '2026-03-02T10:00:00.000Z', { send: fail })
    const acts = fault(t)?.acts ?? []
    expect(acts.length).toBeGreaterThan(1)
    expect(acts.length).toBeLessThanOrEqual(5)
    expect(acts[0]?.toTheEnd).toBeLessThanOrEqual((fault(t)?.mendsOnly ?? 0) + 0.001)
    expect(acts[0]?.touches).not.toBe('altered')
    expect(acts.some((a) => a.at === 'IC40')).toBe(true)
  })
  it('keeps what cannot be undone back while something else shortens the way', () => {
    const { t } = twoTerminals()
    test(t, '2026-03-02T10:00:00.000Z', { 'printer port': fail })
    const acts = fault(t)?.acts ?? []
    const swap = acts.findIndex((a) => a.sort === 'swap' && a.at === 'IC41')
    expect(acts.slice(0, swap).every((a) => a.touches !== 'altered')).toBe(true)
  })
  it('does not send anybody to look at the same thing twice', () => {
    const { t } = twoTerminals()
    test(t, '2026-03-02T10:00:00.000Z', { screen: fail })
    const looks = () => {
      const f = fault(t)
      const world = t.world()
      const shares = f?.evidence.suspects.map(() => 0.1) ?? []
      const all = f
        ? actsFor(world, f.evidence, shares, 'screen', { minutesOf: () => 2, atHand: () => 'none' })
        : []
      return all.flatMap((a) => (a.sort === 'look' ? [a.at] : []))
    }
    const first = looks()
    expect(first.length).toBeGreaterThan(0)
    for (const at of first)
      t.told('2026-03-02T10:02:00.000Z', {
        kind: 'note',
        machine: home,
        words: `looked at ${at}: nothing to see`,
      })
    expect(looks().filter((at) => first.includes(at))).toEqual([])
  })
  it('goes by the house’s approach', () => {
    const { t } = twoTerminals()
    test(t, '2026-03-02T10:00:00.000Z', { screen: fail })
    t.told('2026-03-02T10:01:00.000Z', {
      kind: 'rule',
      what: 'policy',
      key: 'fault approach',
      option: 'look and reseat first',
      reason: 'a museum',
    })
    expect(['look', 'test', 'read', 'reseat']).toContain(fault(t)?.acts[0]?.sort)
  })
  it('asks what a function needs where nobody has said it', () => {
    const { t } = twoTerminals()
    test(t, '2026-03-02T10:00:00.000Z', { 'paper feed': fail })
    const f = fault(t)
    expect(f?.sayNeeds).toBe('paper feed')
    expect(f?.suspects.length).toBeGreaterThan(10)
  })
})
