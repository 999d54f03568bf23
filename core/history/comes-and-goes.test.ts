/** Faults that come and go: what was known before each test, and how far a clean run has come. */
import { describe, expect, it } from 'vitest'
import type { GearId } from '#core/ids.ts'
import { dependenciesOf } from '#core/type/depends.ts'
import { worldOf, type Said } from '#core/testing/line.ts'
import { home, told } from '#core/testing/reducing.ts'
import { numberedId } from '#core/testing/script.ts'
import type { TestResult } from './bodies/test.ts'
import { cleanRun, Run } from './comes-and-goes.ts'
import { functionsOf, structureOf } from './layout.ts'

const met = told('machine', {
  what: 'met',
  functions: [{ name: 'print', essential: true, dependsOn: ['K1'], needs: [] }],
  positions: [
    { designator: 'K1', accepts: 'relay' },
    { designator: 'K2', accepts: 'relay' },
  ],
})
const test = (result: TestResult, more: object = {}): Said =>
  told('test', { depth: 'full', gear: [], results: [{ fn: 'print', result }], ...more })
const comes = (failures: number, of: number, more: object = {}) =>
  test({ is: 'intermittent', failures, of } as TestResult, more)
const pass = (starts: number, more: object = {}) => test({ is: 'pass', starts }, more)
const fail = test({ is: 'fail' })
const work = (name: string, reach = 'altered') =>
  told('change', { target: { sort: 'position', name }, verb: 'worked on', reach })
const claim = (fn?: string, says = 'now and then') =>
  told('claim', { claims: [{ says, words: 'so', ...(fn ? { fn } : {}) }] })

const scene = (...line: readonly Said[]) => {
  const world = worldOf(met, ...line)
  const machine = world.machines.get(home)!
  const [fn] = functionsOf(world, machine)
  if (!fn) throw new Error('no function')
  return {
    world,
    machine,
    fn,
    tests: machine.tests.get('print') ?? [],
    deps: dependenciesOf(structureOf(world, machine), fn),
  }
}
const run = (...line: readonly Said[]) => {
  const { world, machine, fn, tests, deps } = scene(...line)
  const found = cleanRun(world, machine, fn, tests, deps)
  return found && [found.failures, found.of, found.clean, found.reckoned]
}

describe('a clean run', () => {
  it.each<[string, Said[], unknown]>([
    ['of a function that never came and went', [pass(3), fail], undefined],
    ['begins when it came and went last', [pass(9), comes(1, 4), pass(3)], [1, 4, 3, false]],
    ['counts every good start', [comes(1, 4), pass(3), pass(2)], [1, 4, 5, false]],
    ['begins anew when it comes again', [comes(1, 4), pass(3), comes(2, 4), pass(1)], [2, 4, 1, false]],
    ['begins anew when it fails', [comes(1, 4), pass(3), fail, pass(2)], [1, 4, 2, false]],
    [
      'goes on where nobody could tell',
      [comes(1, 4), pass(3), test({ is: 'inconclusive' }), pass(2)],
      [1, 4, 5, false],
    ],
    [
      'begins anew after something was altered',
      [comes(1, 4), pass(3), work('K1'), pass(2)],
      [1, 4, 2, false],
    ],
    [
      'goes on after a seat was disturbed',
      [comes(1, 4), pass(3), work('K1', 'disturbed'), pass(2)],
      [1, 4, 5, false],
    ],
    [
      'goes on after something else was altered',
      [comes(1, 4), pass(3), work('K2'), pass(2)],
      [1, 4, 5, false],
    ],
    ['goes on after what was altered before', [work('K1'), comes(1, 4), pass(3), pass(2)], [1, 4, 5, false]],
    [
      'that held stands whatever is altered after it',
      [comes(1, 2), pass(19), work('K1'), pass(2)],
      [1, 2, 21, false],
    ],
    ['that did not hold does not', [comes(1, 2), pass(18), work('K1'), pass(2)], [1, 2, 2, false]],
    [
      'of a fault nobody counted is reckoned as one of two',
      [test({ is: 'intermittent' }), pass(2)],
      [1, 2, 2, true],
    ],
    ['of a fault that was claimed', [claim('print'), pass(2)], [1, 2, 2, true]],
    [
      'of a fault claimed of the machine, where the function is essential',
      [claim(), pass(2)],
      [1, 2, 2, true],
    ],
    ['of a fault claimed of another function', [claim('feed'), pass(2)], undefined],
    ['of a function claimed to work', [claim('print', 'works'), pass(2)], undefined],
    ['of a fault seen since it was claimed', [claim('print'), comes(1, 4), pass(2)], [1, 4, 2, false]],
    [
      'of a fault claimed since it was seen',
      [comes(1, 4), pass(5), claim('print'), pass(2)],
      [1, 2, 2, true],
    ],
    ['in all parts good', [comes(1, 4), test({ is: 'partly', good: 5, of: 5 })], [1, 4, 5, false]],
  ])('%s', (_, line, is) => expect(run(...line)).toEqual(is))
  it.each<[string, object, object, number]>([
    ['the same', { condition: 'cold' }, { condition: 'cold' }, 3],
    ['another', { condition: 'cold' }, { condition: 'warm' }, 0],
    ['none', { condition: 'cold' }, {}, 3],
    ['any, where none was said', {}, { condition: 'warm' }, 3],
  ])('in %s condition counts', (_, seen, tried, clean) =>
    expect(run(comes(1, 4, seen), pass(3, tried))).toEqual([1, 4, clean, false]),
  )
  it('counts no test that is void, and begins with none', () => {
    const box = numberedId<GearId>(1, 7)
    const unfit = told('gear', { what: 'unfit', gear: box, need: 'print', since: null, because: 'dropped' })
    const known = told('gear', {
      what: 'identified',
      gear: box,
      name: 'box',
      gearKind: 'box',
      attributes: {},
    })
    expect(run(known, comes(1, 4), pass(3, { gear: [box] }), pass(1), unfit)).toEqual([1, 4, 1, false])
    expect(run(known, comes(1, 4, { gear: [box] }), pass(3), unfit)).toBeUndefined()
  })
})

describe('what was known before each test', () => {
  const known = (...line: readonly Said[]) => {
    const { machine, fn, tests } = scene(...line)
    const of = new Run(machine, fn)
    return tests.map((t) => {
      const before = of.known(t)
      const since = machine.steps.filter(
        (s) => s.order < t.order && !tests.some((u) => u.order > s.order && u.order < t.order),
      )
      of.take(t, since)
      return before && `${before.failures} of ${before.of}`
    })
  }
  it('is that it comes and goes, from the test after it was seen to', () =>
    expect(known(pass(1), comes(1, 4), pass(1), fail)).toEqual([undefined, undefined, '1 of 4', '1 of 4']))
  it('is nothing any more once so many starts were good that it is no luck', () => {
    // Of 3 of 4, three good starts are luck in 24 of 210 cases and four in 24 of 336; the house asks for less than 1 of 10.
    expect(known(comes(3, 4), pass(3), pass(1), pass(1))).toEqual([undefined, '3 of 4', '3 of 4', undefined])
    expect(known(comes(3, 4), pass(4), pass(1))).toEqual([undefined, '3 of 4', undefined])
    // Of 1 of 2, eighteen are luck in exactly 1 of 10.
    expect(known(comes(1, 2), pass(18), pass(1), pass(1))).toEqual([undefined, '1 of 2', '1 of 2', undefined])
  })
  it('counts anew after a failure and after an alteration, not after a seat was disturbed', () => {
    const still = [undefined, '3 of 4', '3 of 4']
    expect(known(comes(3, 4), pass(3), fail, pass(3), pass(1))).toEqual([...still, '3 of 4', '3 of 4'])
    expect(known(comes(3, 4), pass(3), work('K1'), pass(3), pass(1))).toEqual([...still, '3 of 4'])
    expect(known(comes(3, 4), pass(3), work('K1', 'disturbed'), pass(1), pass(1))).toEqual([
      ...still,
      undefined,
    ])
  })
  it('is what was claimed, from the test after it; settled, it is claimed anew', () => {
    expect(known(pass(1), claim('print'), pass(1))).toEqual([undefined, '1 of 2'])
    expect(known(claim('print'), pass(19), pass(1))).toEqual(['1 of 2', undefined])
    expect(known(claim('print'), pass(19), claim('print'), pass(1))).toEqual(['1 of 2', '1 of 2'])
    expect(known(claim('print'), comes(1, 4), pass(1))).toEqual(['1 of 2', '1 of 4'])
    expect(known(claim('print'), pass(18), claim('print'), pass(1), pass(1))).toEqual([
      '1 of 2',
      '1 of 2',
      '1 of 2',
    ])
  })
})
