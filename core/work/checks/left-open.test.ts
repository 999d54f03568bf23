/** What is left open as an episode closes, and what a plate and a sheet ask before power, case by case. Common practice. */
import { describe, expect, it } from 'vitest'
import type { Body } from '#core/history/bodies/index.ts'
import type { EntryId, PartId } from '#core/ids.ts'
import { numberedId } from '#core/testing/script.ts'
import {
  allPass,
  fail,
  found,
  home,
  other,
  pass,
  person,
  slot,
  terminalSheet,
  test,
  twoTerminals,
  typeId,
} from '#core/testing/terminal.ts'
import { sheetSchema, type TypeSheet } from '#core/type/sheet.ts'
import { checksOf, type CheckName, type RuleName } from './index.ts'

function bench(sheet: Partial<TypeSheet> = {}) {
  const { t, episode } = twoTerminals('2026-04-01T12:00:00.000Z')
  t.told('2026-01-05T09:03:00.000Z', {
    kind: 'type',
    type: typeId,
    sheet: sheetSchema.parse({ ...terminalSheet, ...sheet }),
  })
  let minute = 0
  const tell = (body: Body) =>
    t.told(`2026-03-02T10:${String(minute++).padStart(2, '0')}:00.000Z`, body, { episode, doneBy: person })
  const rule = (name: RuleName, check: CheckName = 'closing') => {
    const world = t.world()
    const machine = world.machines.get(home)!
    return checksOf(
      world,
      machine,
      machine.episodes.find((e) => e.id === episode)!,
    )
      .reports.find((r) => r.check === check)!
      .rules.find((r) => r.rule === name)!
  }
  return { t, episode, tell, rule }
}
type Way = Extract<Body, { kind: 'fastening' }>['way']

describe('fasteners', () => {
  it.each<[string, readonly (readonly [Way, number])[], string, string[]]>([
    [
      'all on again',
      [
        ['off', 4],
        ['on', 4],
      ],
      'met',
      [],
    ],
    [
      'one left over',
      [
        ['off', 4],
        ['on', 3],
      ],
      'not met',
      ['1 M3 left over'],
    ],
    [
      'two too many',
      [
        ['off', 4],
        ['on', 6],
      ],
      'not met',
      ['2 M3 too many'],
    ],
    [
      'one lost, and said so',
      [
        ['off', 4],
        ['lost', 1],
        ['on', 3],
      ],
      'met',
      [],
    ],
    [
      'one lost, and one left over',
      [
        ['off', 4],
        ['lost', 1],
        ['on', 2],
      ],
      'not met',
      ['1 M3 left over'],
    ],
    ['only loosened', [['loosened', 2]], 'not met', ['2 M3 only loosened']],
    [
      'loosened and tightened',
      [
        ['loosened', 2],
        ['tightened', 2],
      ],
      'met',
      [],
    ],
    [
      'off and loosened',
      [
        ['off', 3],
        ['loosened', 2],
      ],
      'not met',
      ['3 M3 left over', '2 M3 only loosened'],
    ],
  ])('%s', (_, acts, is, about) => {
    const b = bench()
    for (const [way, count] of acts)
      b.tell({ kind: 'fastening', machine: home, way, what: 'lid', count, size: 'M3' })
    expect(b.rule('fasteners balance')).toMatchObject({ is, about })
  })
})

describe('adjusters', () => {
  it.each([
    [{}, 'not met', ['RV2']],
    [{ from: '3' }, 'not met', ['RV2']],
    [{ to: '4' }, 'not met', ['RV2']],
    [{ from: '3', to: '4' }, 'met', []],
  ] as const)('with %j', (settings, is, about) => {
    const b = bench()
    b.tell({
      kind: 'change',
      machine: home,
      target: { sort: 'adjuster', name: 'RV2' },
      verb: 'adjusted',
      reach: 'altered',
      ...settings,
    })
    expect(b.rule('adjusters noted')).toMatchObject({ is, about })
    // A position that was worked on has no setting to note.
    b.tell({
      kind: 'change',
      machine: home,
      target: { sort: 'position', name: 'IC31' },
      verb: 'cleaned',
      reach: 'disturbed',
    })
    expect(b.rule('adjusters noted').about).toEqual(about)
  })
})

describe('what was jotted', () => {
  it('is named by its words until it is sorted', () => {
    const b = bench()
    const first = b.tell({ kind: 'jot', what: 'made', machine: home, words: 'hums at rest' })
    b.tell({
      kind: 'jot',
      what: 'made',
      machine: home,
      words: '',
      voice: { file: 'a'.repeat(64), mime: 'audio/webm', seconds: 3 },
    } as unknown as Body)
    expect(b.rule('jots sorted')).toMatchObject({ is: 'not met', about: ['hums at rest', 'a jot'] })
    b.tell({ kind: 'jot', what: 'sorted', machine: home, jot: first.id, into: [first.id] })
    expect(b.rule('jots sorted').about).toEqual(['a jot'])
  })
})

describe('what belongs to another machine', () => {
  it('a loan of another is not asked for here, and is there', () => {
    const b = bench()
    b.tell({
      kind: 'move',
      legs: [{ part: found(home, 'IC40'), from: slot(home, 'IC40'), to: { in: { kind: 'store', id: 'x' } } }],
    })
    const lent = b.tell({
      kind: 'move',
      legs: [{ part: found(other, 'IC40'), from: slot(other, 'IC40'), to: slot(home, 'IC40') }],
      loan: { home: slot(other, 'IC40') },
    })
    expect(b.rule('loans home')).toMatchObject({ is: 'does not apply', about: [], entries: [] })
    expect(lent.id).toBeDefined()
  })
  it('something temporary in another is not asked for here', () => {
    const b = bench()
    b.tell({ kind: 'part', what: 'content', machine: other, place: slot(other, 'LS1'), content: 'empty' })
    b.tell({
      kind: 'part',
      what: 'identified',
      part: numberedId<PartId>(4, 6),
      name: 'test speaker',
      partKind: 'loudspeaker',
      temporary: true,
      place: slot(other, 'LS1'),
    })
    expect(b.rule('temporary items out')).toMatchObject({ is: 'does not apply', about: [] })
  })
})

describe('functions that were disturbed', () => {
  const reseat = (b: ReturnType<typeof bench>, at: string, name = 'IC40') =>
    b.t.told(
      at,
      {
        kind: 'change',
        machine: home,
        target: { sort: 'position', name },
        verb: 'reseated',
        reach: 'disturbed',
      },
      { episode: b.episode },
    )
  const about = (b: ReturnType<typeof bench>) => b.rule('disturbed functions retested').about
  it('want a result after the last of what touched them', () => {
    const b = bench()
    allPass(b.t, '2026-03-02T09:00:00.000Z')
    expect(b.rule('disturbed functions retested')).toMatchObject({ is: 'does not apply', about: [] })
    reseat(b, '2026-03-02T11:00:00.000Z')
    expect(about(b)).toEqual(['send', 'receive'])
    test(b.t, '2026-03-02T11:10:00.000Z', { send: pass, receive: fail })
    expect(about(b)).toEqual([])
    reseat(b, '2026-03-02T11:20:00.000Z')
    expect(about(b)).toEqual(['send', 'receive'])
  })
  it('are content with an attempt that shows why not, as long as nothing touches them after it', () => {
    const b = bench()
    allPass(b.t, '2026-03-02T09:00:00.000Z')
    reseat(b, '2026-03-02T11:00:00.000Z')
    test(b.t, '2026-03-02T11:10:00.000Z', {
      send: { is: 'not possible', because: 'no line' },
      receive: { is: 'not possible', because: 'no line' },
    })
    expect(about(b)).toEqual([])
    reseat(b, '2026-03-02T11:20:00.000Z')
    expect(about(b)).toEqual(['send', 'receive'])
  })
  it('want a full test where something was altered', () => {
    const b = bench()
    allPass(b.t, '2026-03-02T09:00:00.000Z')
    b.t.told(
      '2026-03-02T11:00:00.000Z',
      {
        kind: 'change',
        machine: home,
        target: { sort: 'position', name: 'LS1' },
        verb: 'resoldered',
        reach: 'altered',
      },
      { episode: b.episode },
    )
    test(b.t, '2026-03-02T11:10:00.000Z', { bell: pass }, { depth: 'short' })
    expect(about(b)).toEqual(['bell'])
    test(b.t, '2026-03-02T11:20:00.000Z', { bell: pass }, { depth: 'full' })
    expect(about(b)).toEqual([])
  })
})

describe('the plate', () => {
  it.each<[string | undefined, string, string[]]>([
    [undefined, 'not known', []],
    ['see label', 'not known', ['see label']],
    ['230 V 50 Hz', 'met', ['230 V 50 Hz']],
    ['110 V 60 Hz', 'not met', ['plate 110 V 60 Hz', 'house 230 V 50 Hz']],
    ['none', 'does not apply', []],
  ])('%s', (mains, is, about) => {
    const b = bench(mains === undefined ? {} : { attributes: { mains } })
    expect(b.rule('mains agrees', 'switch on')).toMatchObject({ is, about })
    const asks = is === 'not met' || is === 'not known'
    expect(b.rule('mains agrees', 'switch on').done).toEqual(asks ? ['transformer named'] : [])
    const named = b.tell({
      kind: 'precaution',
      machine: home,
      what: 'transformer named',
      words: '110 V, 300 VA',
    })
    expect(b.rule('mains agrees', 'switch on')).toMatchObject({
      is: 'met',
      about: ['110 V, 300 VA'],
      entries: [named.id as EntryId],
    })
  })
  it.each<[Record<string, string>, readonly string[], string]>([
    [{ mains: '230 V', class: 'I' }, [], 'not met'],
    [{ mains: '230 V', class: 'II' }, [], 'does not apply'],
    [{ mains: '230 V class I' }, [], 'not met'],
    [{ mains: '230 V' }, ['mains'], 'not known'],
    [{ mains: '230 V' }, ['live chassis'], 'not known'],
    [{ mains: '230 V' }, ['lithium cell'], 'does not apply'],
    [{ mains: 'none', class: 'I' }, ['mains'], 'does not apply'],
  ])('earth and insulation of %j with %j: %s', (attributes, hazards, is) => {
    const b = bench({ attributes, hazards: hazards.map((kind) => ({ kind, words: 'x' })) as never })
    expect(b.rule('earth and insulation', 'switch on')).toMatchObject({
      is,
      done: is === 'does not apply' ? [] : ['earth and insulation'],
    })
    b.tell({ kind: 'precaution', machine: home, what: 'earth and insulation' })
    const measured = b.rule('earth and insulation', 'switch on').is
    expect(measured).toBe(attributes['mains'] === 'none' ? 'does not apply' : 'met')
  })
})

describe('a supply with a least load', () => {
  const asks = (b: ReturnType<typeof bench>) => b.rule('supply proved first', 'switch on').about
  it('names it until it is proved', () => {
    const b = bench({
      positions: terminalSheet.positions.map((p) =>
        p.designator === 'supply'
          ? { ...p, asks: { 'least load': '0.7 A' } }
          : p.designator === 'LS1'
            ? { ...p, asks: { 'least load': '8 ohm' } }
            : p,
      ),
    })
    expect(asks(b)).toEqual(['supply: least load 0.7 A'])
    b.tell({ kind: 'precaution', machine: home, what: 'current limit' })
    expect(asks(b)).toEqual([])
  })
  it('names nothing where the sheet asks for none', () => expect(asks(bench())).toEqual([]))
})
