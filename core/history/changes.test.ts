/** Net changes, order in time, and what a step reaches, as tables. Steps and tests are written as the fold leaves them. */
import { describe, expect, it } from 'vitest'
import type { EntryId, PartId } from '#core/ids.ts'
import { gone, inMachine, inStore, inTray, withParty, type Place } from '#core/place.ts'
import { numberedId } from '#core/testing/script.ts'
import type { Dependencies } from '#core/type/depends.ts'
import type { Reach, Target } from './bodies/change.ts'
import {
  mayComeAfter,
  netChanges,
  orderUnknown,
  outsideItsList,
  reachesFunction,
  stepsAfter,
} from './changes.ts'
import type { MachineState, Step, TestRecord } from './world.ts'

const id = (n: number) => numberedId<EntryId>(n)
const hour = (n: number) => `2027-03-01T${String(n).padStart(2, '0')}:00:00.000Z`
interface When {
  readonly at?: readonly [from: number | null, to: number]
  readonly n?: number
  readonly restsOn?: readonly EntryId[]
}
const entry = ({ at = [9, 9], n = 1, restsOn }: When) => ({
  id: id(n),
  happenedAt: { earliest: at[0] === null ? null : hour(at[0]), latest: hour(at[1]) },
  ...(restsOn ? { restsOn } : {}),
})
const step = (more: Partial<Step> = {}, when: When = {}): Step =>
  ({
    entry: entry(when),
    order: 0,
    target: { sort: 'position', name: 'K1' },
    reach: 'altered',
    verb: 'worked on',
    within: [],
    ...more,
  }) as unknown as Step
const test = (when: When = {}, order = 0) =>
  ({ entry: entry({ n: 2, ...when }), order }) as unknown as TestRecord
const deps = (...declared: readonly string[]): Dependencies => ({
  points: new Set(),
  functions: new Set(),
  anything: false,
  declared: new Set(declared),
  around: new Set(),
})

describe('whether a step may have come after a test', () => {
  it.each<[string, When, number, When, number, boolean, boolean]>([
    ['both at known times: by their order in the line', { at: [9, 9] }, 4, { at: [9, 9] }, 3, true, false],
    ['both at known times, the step first', { at: [9, 9] }, 3, { at: [9, 9] }, 4, false, false],
    ['one and the same place in the line', { at: [9, 9] }, 3, { at: [9, 9] }, 3, false, false],
    ['some time that ends before the test', { at: [7, 8] }, 4, { at: [9, 9] }, 3, false, false],
    ['some time that ends as the test is made', { at: [7, 9] }, 1, { at: [9, 9] }, 3, true, true],
    ['some time around the test', { at: [7, 11] }, 1, { at: [9, 9] }, 3, true, true],
    ['some time that begins as the test is made', { at: [9, 11] }, 1, { at: [9, 9] }, 3, true, true],
    ['some time after the test', { at: [10, 11] }, 1, { at: [9, 9] }, 3, true, false],
    ['some time, nobody knows since when', { at: [null, 10] }, 1, { at: [9, 9] }, 3, true, true],
    [
      'some time that ended before the test, nobody knows since when',
      { at: [null, 8] },
      9,
      { at: [9, 9] },
      3,
      false,
      false,
    ],
    ['a known time, and a test of nobody knows when', { at: [9, 9] }, 1, { at: [null, 10] }, 3, true, true],
    [
      'a known time after a test of nobody knows when',
      { at: [11, 11] },
      1,
      { at: [null, 10] },
      3,
      true,
      false,
    ],
    ['a known time within that of the test', { at: [9, 9] }, 9, { at: [8, 10] }, 3, true, true],
    ['a known time before that of the test', { at: [7, 7] }, 9, { at: [8, 10] }, 3, false, false],
  ])('%s', (_, stepAt, stepOrder, testAt, testOrder, after, unknown) => {
    const [s, t] = [step({ order: stepOrder }, stepAt), test(testAt, testOrder)]
    expect([mayComeAfter(s, t), orderUnknown(s, t)]).toEqual([after, unknown])
  })
  it('it did not where the test rests on it, whatever their times', () => {
    const around = { at: [7, 11] as const }
    expect(mayComeAfter(step({}, around), test({ restsOn: [id(1)] }))).toBe(false)
    expect(mayComeAfter(step({}, around), test({ restsOn: [id(8)] }))).toBe(true)
    expect(orderUnknown(step({}, around), test({ restsOn: [id(1)] }))).toBe(false)
    expect(orderUnknown(step({}, around), test({ restsOn: [id(8)] }))).toBe(true)
    expect(orderUnknown(step({}, { ...around, restsOn: [id(2)] }), test())).toBe(false)
    expect(orderUnknown(step({}, { ...around, restsOn: [id(8)] }), test())).toBe(true)
  })
})

describe('what a step reaches', () => {
  it.each<[string, Partial<Step>, Dependencies, boolean]>([
    ['what is declared', {}, deps('K1'), true],
    ['what is not', {}, deps('K2'), false],
    ['anything, where nothing is declared', {}, { ...deps(), anything: true }, true],
    ['what lies around something declared', {}, { ...deps('K2'), around: new Set(['K1']) }, true],
    ['what its assembly is part of', { within: ['main board', 'rack'] }, deps('rack'), true],
    ['nothing of another assembly', { within: ['main board'] }, deps('rack'), false],
    ['everything, where it may be anywhere', { anywhere: true }, deps('K2'), true],
    [
      'everything, where it was the whole machine',
      { target: { sort: 'machine', name: 'x' } },
      deps('K2'),
      true,
    ],
    ['nothing from outside', { reach: 'outside' }, { ...deps('K1'), anything: true }, false],
  ])('%s', (_, more, of, reaches) => {
    expect(reachesFunction(step(more), of)).toBe(reaches)
    expect(outsideItsList(step(more), of)).toBe(!reaches && more.reach !== 'outside')
  })
})

describe('net changes', () => {
  const [own, spare, third] = [1, 2, 3].map((n) => numberedId<PartId>(n, 6)) as [PartId, PartId, PartId]
  const there = inMachine(numberedId(2, 4), 'K9')
  const out = (part: PartId, elsewhere?: Place): Step => step({ out: part, elsewhere, verb: 'taken out' })
  const into = (part: PartId, elsewhere?: Place): Step => step({ in: part, elsewhere, verb: 'put in' })
  const net = (...steps: readonly Step[]) =>
    netChanges(steps).map((c) => [c.kind, c.reach, c.before, c.after, c.elsewhere])
  it('of nothing are none', () => expect(netChanges([])).toEqual([]))
  it.each<[string, Step[], unknown[]]>([
    ['taken out', [out(own, there)], ['taken out', 'altered', own, undefined, there]],
    ['put in', [into(own, there)], ['put in', 'altered', undefined, own, there]],
    [
      'out and back within the machine',
      [out(own), into(own)],
      ['out and back', 'disturbed', own, own, undefined],
    ],
    [
      'out and back from another machine',
      [out(own, there), into(own, there)],
      ['out and back', 'altered', own, own, there],
    ],
    ['swapped', [out(own, inStore('a')), into(spare, there)], ['swapped', 'altered', own, spare, there]],
    [
      'swapped for something of the machine',
      [out(own, there), into(spare)],
      ['swapped', 'altered', own, spare, there],
    ],
    [
      'out, another in and out, and back: where its own was in between',
      [out(own, inStore('a')), into(spare, there), out(spare, there), into(own, inStore('a'))],
      ['out and back', 'disturbed', own, own, inStore('a')],
    ],
    [
      'out, another in and out, and back from other hands',
      [out(own, there), into(spare, inStore('a')), out(spare), into(own, there)],
      ['out and back', 'altered', own, own, there],
    ],
    [
      'several in and out, another in',
      [out(own), into(spare, there), out(spare, there), into(third, inStore('b'))],
      ['swapped', 'altered', own, third, inStore('b')],
    ],
    [
      'in and out again',
      [into(own, there), out(own, there)],
      ['taken out', 'altered', undefined, undefined, there],
    ],
  ])('%s', (_, steps, is) => expect(net(...steps)).toEqual([is]))
  it.each<[Place, Reach]>([
    [inStore('shelf'), 'disturbed'],
    [{ in: { kind: 'kept', id: 'x' } }, 'disturbed'],
    [inTray(numberedId(9)), 'disturbed'],
    [{ in: { kind: 'rig', id: 'x' } }, 'disturbed'],
    [there, 'altered'],
    [withParty(numberedId(1, 3)), 'altered'],
    [gone('consumed'), 'altered'],
  ])('back from %j, its position is %s', (place, reach) =>
    expect(net(out(own, place), into(own, place))[0]?.[1]).toBe(reach),
  )
  it('are one for each target, in the order in which it was touched first', () => {
    const on = (name: string, sort: Target['sort'] = 'position') => step({ target: { sort, name } as Target })
    const changes = netChanges([
      on('K2'),
      on('K1'),
      on('K2'),
      on('a', 'machine'),
      on('b', 'machine'),
      on('K3'),
    ])
    expect(changes.map((c) => [c.target.name, c.steps.length, c.kind])).toEqual([
      ['K2', 2, 'worked'],
      ['K1', 1, 'worked'],
      ['a', 2, 'worked'],
      ['K3', 1, 'worked'],
    ])
  })
  it('reach as far as their strongest step', () => {
    const reached = (...reaches: readonly Reach[]) =>
      netChanges(reaches.map((reach) => step({ reach })))[0]?.reach
    expect([
      reached('outside'),
      reached('outside', 'disturbed'),
      reached('altered', 'disturbed'),
      reached('disturbed', 'outside'),
    ]).toEqual(['outside', 'disturbed', 'altered', 'disturbed'])
    expect(net(out(own), step({ reach: 'altered' }), into(own))).toEqual([
      ['out and back', 'altered', own, own, undefined],
    ])
  })
  it('count no part that moved only by a contested entry', () => {
    const contested = { ...out(own, there), contested: true as const, reach: 'disturbed' as const }
    expect(net(contested)).toEqual([['worked', 'disturbed', undefined, undefined, undefined]])
    expect(net(contested, into(spare, there))).toEqual([['put in', 'altered', undefined, spare, there]])
  })

  describe('an adjuster', () => {
    const turned = (from?: string, to?: string, name = 'RV1'): Step =>
      step({ target: { sort: 'adjuster', name }, from, to } as Partial<Step>)
    it.each<[string, Step[], Reach]>([
      ['turned', [turned('3', '5')], 'altered'],
      ['turned and turned back', [turned('3', '5'), turned('5', '3')], 'disturbed'],
      ['turned there and farther', [turned('3', '5'), turned('5', '4')], 'altered'],
      ['turned, nobody knows from where', [turned(undefined, '5'), turned('5', '3')], 'altered'],
      ['turned, nobody knows where to', [turned('3', undefined)], 'altered'],
      [
        'turned back, and moved by somebody who said nothing',
        [turned('3', '5'), turned(), turned('5', '3')],
        'disturbed',
      ],
    ])('%s is %s', (_, steps, reach) => expect(netChanges(steps)[0]?.reach).toBe(reach))
    it('is not turned back by work on something else of its name', () => {
      const worked = step({ target: { sort: 'position', name: 'RV1' }, from: '3', to: '3' } as Partial<Step>)
      expect(netChanges([turned('3', '5'), worked])[0]?.reach).toBe('altered')
      expect(netChanges([worked, turned('3', '5'), turned('5', '3')])[0]?.reach).toBe('altered')
    })
  })
})

describe('steps after a test', () => {
  const machine = (steps: readonly Step[], fuzzy = false) => ({ steps, fuzzy }) as unknown as MachineState
  const on = (name: string, order: number, when: When = {}) =>
    step({ order, target: { sort: 'position', name } }, when)
  const orders = (of: MachineState, t = test({}, 5)) => stepsAfter(of, t, deps('K1')).map((s) => s.order)
  it('are those that reach the function and come after it, oldest first', () => {
    expect(orders(machine([on('K1', 3), on('K1', 6), on('K2', 7), on('K1', 8)]))).toEqual([6, 8])
    expect(orders(machine([on('K1', 4)]))).toEqual([])
    expect(orders(machine([]))).toEqual([])
  })
  it('may stand before it in the line, where nobody knows when they were', () => {
    const steps = [on('K1', 1, { at: [null, 12] }), on('K1', 2), on('K1', 7)]
    expect(orders(machine(steps, true))).toEqual([1, 7])
  })
})
