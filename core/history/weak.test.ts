/** What makes a test end nobody's doubt, each reason by itself. */
import { describe, expect, it } from 'vitest'
import type { GearId, PartId, TypeId } from '#core/ids.ts'
import { inMachine, inStore } from '#core/place.ts'
import { entryOf, worldOf, type Said } from '#core/testing/line.ts'
import { home, told } from '#core/testing/reducing.ts'
import { numberedId } from '#core/testing/script.ts'
import { dependenciesOf } from '#core/type/depends.ts'
import { sheetSchema } from '#core/type/sheet.ts'
import { functionsOf, structureOf } from './layout.ts'
import { isConclusive, weaknessesOf } from './weak.ts'

const type = numberedId<TypeId>(1, 2)
const box = numberedId<GearId>(1, 7)
const part = numberedId<PartId>(1, 6)
const sheetWith = (fn: object) =>
  sheetSchema.parse({
    ...{ name: 'Orno 4', kind: 'printer' },
    functions: [{ name: 'print', dependsOn: ['K1'], ...fn }],
    positions: [
      { designator: 'K1', accepts: 'relay' },
      { designator: 'K2', accepts: 'relay' },
    ],
  })
const scene = (fn: object, ...line: readonly Said[]) => {
  const world = worldOf(
    told('type', { type, sheet: sheetWith(fn) }),
    told('machine', { what: 'stated', set: { type, attributes: { line: '20 mA' } } }),
    ...line,
  )
  return { world, machine: world.machines.get(home)! }
}
/** What is weak in the last test of it. */
const weak = (fn: object, ...line: readonly Said[]) => {
  const { world, machine } = scene(fn, ...line)
  const [print] = functionsOf(world, machine)
  const tests = machine.tests.get('print') ?? []
  const last = tests.at(-1)
  if (!print || !last) throw new Error('no test')
  return weaknessesOf(world, machine, print, dependenciesOf(structureOf(world, machine), print), tests, last)
}
const test = (more: object = {}, result: object = { is: 'pass' }, beside: object = {}) =>
  told('test', { depth: 'full', gear: [], results: [{ fn: 'print', result, ...beside }], ...more })
const why = (found: readonly { readonly why: string }[]) => found.map((w) => w.why)

it('is nothing where a full test passed', () => expect(weak({}, test())).toEqual([]))
it.each([
  ['pass', true],
  ['fail', true],
  ['intermittent', true],
  ['inconclusive', false],
  ['not possible', false],
])('a result “%s” tells something: %s', (is, tells) =>
  expect(isConclusive({ result: { is } } as never)).toBe(tells),
)

describe('by whom and for how long', () => {
  it('judged by feel', () =>
    expect(weak({}, test({}, { is: 'pass' }, { by: 'feel' }))).toEqual([{ why: 'judged by', by: 'feel' }]))
  it.each<[string, object, object, string[]]>([
    ['too few starts', { starts: 4 }, { is: 'pass', starts: 3 }, ['few starts']],
    ['as many starts as are asked', { starts: 4 }, { is: 'pass', starts: 4 }, []],
    ['one start, where nothing is said', { starts: 2 }, { is: 'pass' }, ['few starts']],
    ['too few starts that all failed', { starts: 4 }, { is: 'fail', starts: 3 }, ['few starts']],
    ['starts of which some failed', { starts: 4 }, { is: 'intermittent', failures: 1, of: 2 }, []],
    ['any starts, where none are asked', {}, { is: 'pass' }, []],
    ['all good of too few', { starts: 4 }, { is: 'partly', good: 3, of: 3 }, ['few starts']],
  ])('%s', (_, fn, result, is) => expect(why(weak(fn, test({}, result)))).toEqual(is))
  it.each<[string, object, object, unknown[]]>([
    ['shorter than asked', { minutes: 10 }, { minutes: 9 }, [{ why: 'short time', minutes: 9, asked: 10 }]],
    ['as long as asked', { minutes: 10 }, { minutes: 10 }, []],
    ['nobody said how long', { minutes: 10 }, {}, [{ why: 'short time', minutes: undefined, asked: 10 }]],
    ['nobody asked how long', {}, { minutes: 1 }, []],
  ])('%s', (_, fn, beside, is) => expect(weak(fn, test({}, { is: 'pass' }, beside))).toEqual(is))
  it('a fail has no time to be short of', () =>
    expect(weak({ minutes: 10 }, test({}, { is: 'fail' }))).toEqual([]))
})

describe('with which gear', () => {
  const known = (attributes: object = { line: '20 mA' }) =>
    told('gear', { what: 'identified', gear: box, name: 'box 1', gearKind: 'line box', attributes })
  const proved = told('gear', { what: 'proved', gear: box })
  const needs = (more: object = {}) => ({ needs: [{ gearKind: 'line box', ...more }] })
  const used = { gear: [box] }
  it.each<[string, object, Said[], string[]]>([
    ['a pass with gear that nobody proved', needs(), [known(), test(used)], []],
    [
      'a fail with gear that nobody proved',
      needs(),
      [known(), test(used, { is: 'fail' })],
      ['gear not proved'],
    ],
    ['a fail with gear that was proved', needs(), [known(), proved, test(used, { is: 'fail' })], []],
    [
      'a fail with gear that was proved later',
      needs(),
      [known(), test(used, { is: 'fail' }), proved],
      ['gear not proved'],
    ],
    [
      'a pass held against gear that nobody proved',
      needs({ standard: true }),
      [known(), test(used)],
      ['gear not proved'],
    ],
    [
      'a pass held against gear that was proved',
      needs({ standard: true }),
      [known(), proved, test(used)],
      [],
    ],
    ['a pass with gear that the function does not need', {}, [known({}), test(used)], []],
    ['a pass with gear that nobody knows', needs({ attribute: 'line' }), [test(used)], []],
    ['gear that agrees', needs({ attribute: 'line' }), [known(), test(used)], []],
    [
      'gear of which it is not known',
      needs({ attribute: 'line' }),
      [known({}), test(used)],
      ['gear not known'],
    ],
    [
      'a machine of which it is not known',
      needs({ attribute: 'pitch' }),
      [known({ pitch: '2' }), test(used)],
      ['gear not known'],
    ],
  ])('%s', (_, fn, line, is) => expect(why(weak(fn, ...line))).toEqual(is))
  it('of another kind is not held against it', () => {
    const other = told('gear', {
      what: 'identified',
      gear: box,
      name: 'lamp',
      gearKind: 'lamp',
      attributes: {},
    })
    expect(weak(needs({ attribute: 'line', standard: true }), other, test(used))).toEqual([])
  })
})

describe('in which state of the machine', () => {
  const sitting = entryOf(50)
  const sit = (body: ReturnType<typeof told>): Said => ({ body, episode: sitting })
  it('switched off, a pass is none; a fail may be one', () => {
    const off = sit(told('power', { way: 'off' }))
    expect(why(weak({}, off, sit(test())))).toEqual(['switched off'])
    expect(weak({}, off, sit(test({}, { is: 'fail' })))).toEqual([])
  })
  const out = (position: string): Said =>
    told('move', { legs: [{ part, from: inMachine(home, position), to: inStore('cup') }] })
  const back = (position: string): Said =>
    told('move', { legs: [{ part, from: inStore('cup'), to: inMachine(home, position) }] })
  it.each<[string, Said[], string[]]>([
    ['out', [out('K1'), test()], ['K1']],
    ['out, and back before it', [out('K1'), back('K1'), test()], []],
    ['out, and back after it', [out('K1'), test(), back('K1')], ['K1']],
    ['out, back, and out again', [out('K1'), back('K1'), out('K1'), test()], ['K1']],
    [
      'out, and another put in',
      [
        out('K1'),
        told('move', {
          legs: [{ part: numberedId<PartId>(2, 6), from: inStore('a'), to: inMachine(home, 'K1') }],
        }),
        test(),
      ],
      [],
    ],
    ['out after it', [test(), out('K1')], []],
    ['of what it does not need out', [out('K2'), test()], []],
    ['put in, of which nobody said that it was out', [back('K1'), test()], []],
  ])('with a part %s', (_, line, positions) => {
    const found = weak({}, ...line).flatMap((w) => (w.why === 'part out' ? [w.positions] : []))
    expect(found).toEqual(positions.length > 0 ? [positions] : [])
  })
  it('with a part out by a contested word it is not', () =>
    expect(why(weak({}, { body: out('K1') as never, became: 'contested' } as Said, test()))).toEqual([]))
  it('a fail is one with a part out as well', () =>
    expect(weak({}, out('K1'), test({}, { is: 'fail' }))).toEqual([]))
})

describe('how deep', () => {
  const altered = (name = 'K1', reach = 'altered') =>
    told('change', { target: { sort: 'position', name }, verb: 'soldered', reach })
  const depth = (of: string) => ({ depth: of })
  const enough = (...line: readonly Said[]) =>
    weak({}, ...line).flatMap((w) =>
      w.why === 'less depth' ? [[w.enough, w.changes.map((c) => c.target.name)]] : [],
    )
  it.each<[string, Said[], unknown[]]>([
    ['a short test of what nobody altered', [test(depth('short'))], []],
    ['a look at what nobody altered', [test(depth('look'))], [['short', []]]],
    ['a short test after an alteration', [altered(), test(depth('short'))], [['full', ['K1']]]],
    ['a look after an alteration', [altered(), test(depth('look'))], [['full', ['K1']]]],
    ['a full test after an alteration', [altered(), test()], []],
    ['a short test after a seat was disturbed', [altered('K1', 'disturbed'), test(depth('short'))], []],
    ['a short test after something else was altered', [altered('K2'), test(depth('short'))], []],
    ['a short test before an alteration', [test(depth('short')), altered()], []],
    ['a short test after a full one', [altered(), test(), test(depth('short'))], []],
    [
      'a short test after a full one and an alteration',
      [test(), altered(), test(depth('short'))],
      [['full', ['K1']]],
    ],
    [
      'a second short test after an alteration',
      [test(), altered(), test(depth('short')), test(depth('short'))],
      [['full', ['K1']]],
    ],
    [
      'a short test after a full one that told nothing',
      [altered(), test({}, { is: 'inconclusive' }), test(depth('short'))],
      [['full', ['K1']]],
    ],
    [
      'a short test whose alteration was before the first test of all',
      [altered(), test(depth('short')), test(depth('short'))],
      [],
    ],
  ])('%s', (_, line, is) => expect(enough(...line)).toEqual(is))
  it('a fail is deep enough', () =>
    expect(weak({}, altered(), test(depth('look'), { is: 'fail' }))).toEqual([]))
})

it('names every reason, in one order', () => {
  const fn = { starts: 3, minutes: 5 }
  const found = weak(fn, test({ depth: 'look' }, { is: 'pass' }, { by: 'hand', minutes: 1 }))
  expect(why(found)).toEqual(['judged by', 'few starts', 'short time', 'less depth'])
  expect(found[1]).toEqual({ why: 'few starts', starts: 1, asked: 3 })
})
