/** What is off goes back in order; what an episode opened can be kept as the way in. */
import { describe, expect, it } from 'vitest'
import type { Body } from '#core/history/bodies/index.ts'
import type { MachineId } from '#core/ids.ts'
import {
  found,
  home,
  other,
  person,
  slot,
  terminalSheet,
  twoTerminals,
  typeId,
} from '#core/testing/terminal.ts'
import type { TypeSheet } from '#core/type/sheet.ts'
import { refitOf, wayInShown } from './opening.ts'

function bench(more: Partial<TypeSheet> = {}) {
  const { t, episode } = twoTerminals('2026-04-01T12:00:00.000Z')
  t.told('2026-01-05T09:03:00.000Z', { kind: 'type', type: typeId, sheet: { ...terminalSheet, ...more } })
  let minute = 0
  const tell = (body: Body) =>
    t.told(`2026-03-02T10:${String(minute++).padStart(2, '0')}:00.000Z`, body, { episode, doneBy: person })
  const bag = (n: number) => ({ in: { kind: 'tray' as const, id: episode }, position: `bag ${n}` })
  return {
    screws: (way: 'off' | 'on', what: string, count: number, size: string) =>
      tell({
        kind: 'fastening',
        machine: home,
        way,
        what,
        count,
        size,
        ...(way === 'off' ? { cup: 'cup 1' } : {}),
      }),
    plug: (way: 'off' | 'on', connector: string) =>
      tell({ kind: 'connection', machine: home, connector, way }),
    out: (designator: string, n: number) =>
      tell({
        kind: 'move',
        legs: [{ part: found(home, designator), from: slot(home, designator), to: bag(n) }],
      }),
    back: (designator: string, n: number) =>
      tell({
        kind: 'move',
        legs: [{ part: found(home, designator), from: bag(n), to: slot(home, designator) }],
      }),
    /** Another machine's part of that position goes in. */
    put: (donor: MachineId, designator: string) =>
      tell({
        kind: 'move',
        legs: [{ part: found(donor, designator), from: slot(donor, designator), to: slot(home, designator) }],
      }),
    refit: () => refitOf(t.world(), t.world().machines.get(home)!),
    shown: () =>
      wayInShown(
        t.world(),
        t
          .world()
          .machines.get(home)!
          .episodes.find((e) => e.id === episode)!,
      ),
  }
}
const opened = (more: Partial<TypeSheet> = {}) => {
  const b = bench(more)
  b.screws('off', 'lid', 6, 'M3x10')
  b.plug('off', 'J3')
  b.out('IC31', 1)
  b.out('keyboard', 2)
  return b
}

describe('refitting', () => {
  it('is the reverse of opening, each step with the line that writes it', () => {
    expect(
      opened()
        .refit()
        .steps.map((s) => s.line),
    ).toEqual(['in keyboard', 'in IC31', 'plug J3', 'on lid 6 M3x10'])
  })
  it('heeds the sheet: what goes before what, and the catch at the step', () => {
    const b = opened({
      wayIn: [{ what: 'lid', head: 'cross', heed: 'the front hook goes in first' }],
      refit: [{ first: 'IC31', then: 'keyboard', why: 'the keyboard hides it' }],
    })
    expect(b.refit().steps.map((s) => s.name)).toEqual(['IC31', 'keyboard', 'J3', 'lid'])
    expect(b.refit().steps[1]!.heed).toEqual(['after IC31: the keyboard hides it'])
    expect(b.refit().steps[3]!.heed).toEqual(['cross head; the front hook goes in first'])
  })
  it('forgets what is on again, and counts screws that are half back', () => {
    const b = opened()
    b.back('keyboard', 2)
    b.screws('on', 'lid', 4, 'M3x10')
    expect(b.refit().steps.map((s) => `${s.name}: ${s.detail}`)).toEqual([
      'IC31: IC31 character ROM, bag 1',
      'J3: unplugged',
      'lid: 2 M3x10',
    ])
  })
  it('has nothing to say of a machine that is whole', () =>
    expect(bench().refit()).toEqual({ steps: [], circle: [] }))
})

describe('the way in that an episode has shown', () => {
  it('counts what came off, once, in its order', () => {
    const b = opened()
    b.screws('on', 'lid', 6, 'M3x10')
    b.screws('off', 'lid', 6, 'M3x10')
    expect(b.shown()).toEqual([
      { what: 'lid', count: 6, size: 'M3x10' },
      { what: 'J3' },
      { what: 'IC31' },
      { what: 'keyboard' },
    ])
  })
})

it('what was replaced does not go back: another part sits where it came out', () => {
  const b = bench()
  b.out('IC40', 1)
  expect(b.refit().steps.map((s) => s.name)).toEqual(['IC40'])
  b.put(other, 'IC40')
  expect(b.refit().steps).toEqual([])
})
