import { describe, expect, it } from 'vitest'
import { numberedId, type Teller } from '#core/testing/script.ts'
import type { Purpose } from '#core/history/bodies/machine.ts'
import type { PartId } from '#core/ids.ts'
import { inStore } from '#core/place.ts'
import { composing } from '#core/testing/composing.ts'
import { found, home, other, slot } from '#core/testing/terminal.ts'
import { needRows, wantsParts } from './needs.ts'

const at = '2026-03-09T10:00:00.000Z'
const rows = (t: Teller) =>
  needRows(t.world(), t.world().machines.get(home)!).map((n) => [n.position.designator, n.why] as const)

describe('what a machine lacks', () => {
  it('is nothing while every position is as found', () => expect(rows(composing().t)).toEqual([]))
  it('is not what only lies in a tray or is lent, until something is said against it', () => {
    const { t, write } = composing()
    write('out IC40 bag 1')
    t.told(at, {
      kind: 'part',
      what: 'content',
      machine: other,
      place: slot(other, 'IC41'),
      content: 'empty',
    })
    write('lend IC41 to E-2')
    expect(rows(t)).toEqual([
      ['IC40', 'out for now'],
      ['IC41', 'out for now'],
    ])
    write('suspect IC40 74LS374: runs hot')
    expect(rows(t)).toEqual([
      ['IC40', 'empty'],
      ['IC41', 'out for now'],
    ])
  })
  it('is what was put away, given or thrown out, what nobody knows, and what is bad where it sits', () => {
    const { t, write } = composing()
    write('out IC40')
    write('store IC40 drawer 3')
    t.told(at, {
      kind: 'part',
      what: 'content',
      machine: home,
      place: slot(home, 'LS1'),
      content: 'unknown part',
    })
    write('bad IC41: no pulses')
    expect(rows(t)).toEqual([
      ['IC40', 'empty'],
      ['IC41', 'proved bad'],
      ['LS1', 'unknown part'],
    ])
  })
  it('leaves out what belongs in an assembly that is not there', () => {
    const { t, write } = composing()
    t.told(at, {
      kind: 'part',
      what: 'content',
      machine: home,
      place: { in: { kind: 'assembly', id: found(home, 'keyboard') }, position: 'U1' },
      content: 'empty',
    })
    expect(rows(t)).toEqual([['U1', 'empty']])
    write('out keyboard')
    expect(rows(t)).toEqual([['keyboard', 'out for now']])
  })
  it('says what is kept for the very position', () => {
    const { t, write } = composing()
    write('empty IC40')
    const part = numberedId<PartId>(5, 6)
    t.told(at, {
      kind: 'part',
      what: 'identified',
      part,
      partKind: '74LS374',
      tag: 'P-5',
      place: inStore('drawer'),
    })
    t.told(at, { kind: 'reservation', what: 'made', machine: other, position: 'IC40', part })
    t.told(at, { kind: 'reservation', what: 'made', machine: home, position: 'IC41', part })
    expect(needRows(t.world(), t.world().machines.get(home)!)[0]?.kept).toEqual([])
    t.told(at, { kind: 'reservation', what: 'made', machine: home, position: 'IC40', part })
    expect(needRows(t.world(), t.world().machines.get(home)!)[0]?.kept).toMatchObject([
      { what: 'P-5 74LS374', position: 'IC40', n: 1 },
    ])
  })
})

describe('machines that give parts', () => {
  it.each([
    ['parts source', false],
    ['undecided', true],
    ['working exhibit', true],
    ['reserve', true],
  ] as const)('%s wants parts: %s', (purpose: Purpose, wants) => {
    const { t, write } = composing()
    write('empty IC40')
    t.told(at, { kind: 'machine', what: 'stated', machine: home, set: { purpose } })
    expect(wantsParts(t.world().machines.get(home)!)).toBe(wants)
    expect(rows(t)).toHaveLength(wants ? 1 : 0)
  })
  it('one that is disposed of wants none either', () => {
    const { t, write } = composing()
    write('empty IC40')
    t.told(at, { kind: 'machine', what: 'stated', machine: home, set: { legal: 'disposed' } })
    expect(rows(t)).toEqual([])
  })
})
