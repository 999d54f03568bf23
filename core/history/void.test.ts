/** Tests that prove nothing, because of the gear they were made with: which gear, which function, when. */
import { describe, expect, it } from 'vitest'
import type { GearId, TypeId } from '#core/ids.ts'
import { entryOf, hourOf, worldOf, type Said } from '#core/testing/line.ts'
import { home, told } from '#core/testing/reducing.ts'
import { numberedId } from '#core/testing/script.ts'
import { sheetSchema } from '#core/type/sheet.ts'
import { openQuestions, provedThen, voidTests } from './void.ts'

const [meter, box] = [numberedId<GearId>(1, 7), numberedId<GearId>(2, 7)]
const type = numberedId<TypeId>(1, 2)
const sheet = sheetSchema.parse({
  ...{ name: 'Orno 4', kind: 'printer', positions: [] },
  functions: [
    { name: 'receive', dependsOn: [], needs: [{ gearKind: 'line box', attribute: 'line' }] },
    { name: 'send', dependsOn: [], needs: [{ gearKind: 'line box' }, { gearKind: 'lamp' }] },
    { name: 'bell', dependsOn: [] },
  ],
})
const gear = (id: GearId, gearKind: string, attributes: object = {}) =>
  told('gear', { what: 'identified', gear: id, name: gearKind, gearKind, attributes })
const unfit = (of: GearId, need: string, since: number | null, until?: number) =>
  told('gear', {
    ...{ what: 'unfit', gear: of, need, because: 'dropped', since: since === null ? null : hourOf(since) },
    ...(until === undefined ? {} : { until: hourOf(until) }),
  })
const test = (fn: string, ...used: GearId[]) =>
  told('test', { depth: 'full', gear: used, results: [{ fn, result: { is: 'pass' } }] })
const base: Said[] = [
  told('type', { type, sheet }),
  told('machine', { what: 'stated', set: { type, attributes: { line: '20 mA' } } }),
  gear(meter, 'meter'),
  gear(box, 'line box', { line: '20 mA' }),
]
/** Hours of what follows begin at 4. */
const voids = (...line: readonly Said[]) => {
  const world = worldOf(...base, ...line)
  return [...voidTests(world, world.machines.get(home)!)].map(([entry, v]) => [
    entry,
    v.functions,
    v.reason.why,
  ])
}
const isVoid = (...line: readonly Said[]) => voids(...line).length > 0

describe('a test', () => {
  it.each<[string, Said[], boolean]>([
    ['with no gear', [test('receive'), unfit(box, 'line box', null)], false],
    ['with gear that nobody knows', [test('receive', numberedId<GearId>(9, 7))], false],
    ['with gear that is fit', [test('receive', box)], false],
    [
      'with gear unfit for what the function needs',
      [test('receive', box), unfit(box, 'line box', null)],
      true,
    ],
    ['with other gear that is unfit', [test('receive', box), unfit(meter, 'line box', null)], false],
    ['with gear unfit for something else', [test('receive', box), unfit(box, 'lamp', null)], false],
    [
      'with gear unfit for the function by its name',
      [test('receive', box), unfit(box, 'receive', null)],
      true,
    ],
    [
      'of a function that needs nothing, with gear unfit for a kind',
      [test('bell', box), unfit(box, 'line box', null)],
      false,
    ],
    [
      'of a function that needs nothing, by its name',
      [test('bell', meter), unfit(meter, 'bell', null)],
      true,
    ],
    ['of a function that nobody knows, by its name', [test('ring', meter), unfit(meter, 'ring', null)], true],
    [
      'of a function that nobody knows, with gear unfit for a kind',
      [test('ring', meter), unfit(meter, 'meter', null)],
      true,
    ],
    [
      'with gear unfit for one of two needs, of the other kind',
      [test('send', box), unfit(box, 'lamp', null)],
      false,
    ],
    [
      'with gear unfit for the one of two needs that it serves',
      [test('send', box), unfit(box, 'line box', null)],
      true,
    ],
    [
      'with fit gear beside gear that is unfit',
      [test('receive', meter, box), unfit(box, 'line box', null)],
      true,
    ],
  ])('%s is void: %s', (_, line, is) => expect(isVoid(...line)).toBe(is))

  it.each<[string, number | null, number | undefined, boolean]>([
    ['since before it', 3, undefined, true],
    ['since the very time', 4, undefined, true],
    ['since after it', 5, undefined, false],
    ['until before it', null, 3, false],
    ['until the very time', null, 4, true],
    ['until after it', null, 5, true],
    ['between days around it', 3, 5, true],
    ['between days before it', 1, 3, false],
    ['between days after it', 5, 7, false],
  ])('with gear unfit %s is void: %s', (_, since, until, is) =>
    expect(isVoid(test('receive', box), unfit(box, 'line box', since, until))).toBe(is),
  )
  it('of nobody knows when may have been before the gear was mended', () => {
    const happenedAt = { earliest: null, latest: hourOf(9) } as never
    expect(isVoid({ body: test('receive', box), happenedAt }, unfit(box, 'line box', null, 5))).toBe(true)
    const later = { earliest: hourOf(6), latest: hourOf(9) } as never
    expect(isVoid({ body: test('receive', box), happenedAt: later }, unfit(box, 'line box', null, 5))).toBe(
      false,
    )
  })
  it.each<[string, object, object, string, boolean]>([
    ['agrees', { line: '20 mA' }, { line: '20 mA' }, 'receive', false],
    ['differs', { line: '60 mA' }, { line: '20 mA' }, 'receive', true],
    ['is not known of the gear', {}, { line: '20 mA' }, 'receive', false],
    ['is not known of the machine', { line: '60 mA' }, {}, 'receive', false],
    ['differs, where the function does not ask for it', { line: '60 mA' }, { line: '20 mA' }, 'send', false],
    ['differs, where nothing is needed', { line: '60 mA' }, { line: '20 mA' }, 'bell', false],
  ])('whose attribute %s is void: %s', (_, has, needs, fn, is) => {
    const line = [
      told('type', { type, sheet }),
      told('machine', { what: 'stated', set: { type, attributes: needs } }),
      gear(box, 'line box', has),
      test(fn, box),
    ]
    const world = worldOf(...line)
    const [only] = voidTests(world, world.machines.get(home)!).values()
    expect(only?.reason).toEqual(
      is
        ? {
            why: 'attribute differs',
            gear: box,
            name: 'line box',
            attribute: 'line',
            has: '60 mA',
            needs: '20 mA',
          }
        : undefined,
    )
  })
  it('with gear of another kind is not held against its attribute', () =>
    expect(isVoid(gear(meter, 'meter', { line: '60 mA' }), test('receive', meter))).toBe(false))
  it('is void as a whole once one of its functions is, with the first reason', () => {
    const both = told('test', {
      depth: 'full',
      gear: [box],
      results: [
        { fn: 'bell', result: { is: 'pass' } },
        { fn: 'receive', result: { is: 'pass' } },
        { fn: 'send', result: { is: 'pass' } },
      ],
    })
    expect(voids(both, unfit(box, 'line box', null))).toEqual([
      [entryOf(4), ['receive', 'send'], 'gear unfit'],
    ])
    expect(voids(test('receive', box), test('receive', box), unfit(box, 'line box', 5))).toEqual([
      [entryOf(5), ['receive'], 'gear unfit'],
    ])
  })
  it('was made with gear that was proved before it, or as it was made', () => {
    const proved = (at: number) =>
      worldOf({ body: told('gear', { what: 'proved', gear: meter }), receivedAt: hourOf(at) })
    const world = proved(0)
    const made = (at: number) => ({ entry: { happenedAt: { latest: hourOf(at) } } }) as never
    expect([
      provedThen(world.gear.get(meter)!, made(0)),
      provedThen(world.gear.get(meter)!, made(1)),
    ]).toEqual([true, true])
    const later = worldOf(
      told('jot', { what: 'made', words: 'x' }),
      told('gear', { what: 'proved', gear: meter }),
    )
    expect(provedThen(later.gear.get(meter)!, made(0))).toBe(false)
  })
})

describe('a question', () => {
  const asked = told('question', { what: 'asked', words: 'Does it receive?' })
  const answered = (restsOn: Said extends never ? never : readonly string[]): Said =>
    ({ body: told('question', { what: 'answered', question: entryOf(4), words: 'yes' }), restsOn }) as never
  const open = (...line: readonly Said[]) => {
    const world = worldOf(...base, asked, ...line)
    return openQuestions(world, world.machines.get(home)!).map((q) => q.words)
  }
  const [good, bad] = [test('bell'), test('receive', box)]
  const dropped = unfit(box, 'line box', null)
  it.each<[string, Said[], boolean]>([
    ['without an answer', [], true],
    ['with an answer that rests on nothing', [answered([])], false],
    ['with an answer that rests on a test that holds', [good, answered([entryOf(5)]), dropped], false],
    ['with an answer that rests on a test that is void', [bad, answered([entryOf(5)]), dropped], true],
    [
      'with an answer that rests on two, one of them void',
      [good, bad, answered([entryOf(5), entryOf(6)]), dropped],
      true,
    ],
  ])('%s is open: %s', (_, line, is) => expect(open(...line)).toHaveLength(is ? 1 : 0))
  it('is none where none was asked', () => {
    const world = worldOf(...base)
    expect(openQuestions(world, world.machines.get(home)!)).toEqual([])
  })
})
