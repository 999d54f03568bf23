/** The order of refitting: a topological order by an independent graph library, the reverse where nothing says otherwise. */
import { alg, Graph } from '@dagrejs/graphlib'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { refitOrder, type Before, type OffThing } from './refit.ts'

const things = (names: readonly string[]): OffThing[] =>
  names.map((name) => ({ name, kind: 'part', detail: '', line: `in ${name}` }))
const names = (off: readonly string[], constraints: readonly Before[] = []) =>
  refitOrder(things(off), constraints).steps.map((s) => s.name)

describe('what came off goes back', () => {
  it('in reverse', () =>
    expect(names(['lid', 'shield', 'J3', 'board'])).toEqual(['board', 'J3', 'shield', 'lid']))
  it('bent by what must be before what, and no further', () => {
    expect(names(['keyboard', 'ROM 1', 'ROM 2'], [])).toEqual(['ROM 2', 'ROM 1', 'keyboard'])
    // The stabiliser came off last and would go back first; the bar must be in before it.
    expect(
      names(
        ['lid', 'bar', 'stabiliser'],
        [{ first: 'bar', then: 'stabiliser', why: 'its hooks are reached from below' }],
      ),
    ).toEqual(['bar', 'stabiliser', 'lid'])
  })
  it('with its catch and its reason at the step', () => {
    const { steps } = refitOrder(
      things(['lid', 'bar', 'stabiliser']),
      [{ first: 'BAR', then: 'stabiliser', why: 'hooks below' }],
      new Map([['Lid', 'two hooks at the back go in first']]),
    )
    expect(steps.map((s) => s.heed)).toEqual([
      [],
      ['after bar: hooks below'],
      ['two hooks at the back go in first'],
    ])
  })
  it('leaves aside what is not off', () =>
    expect(names(['lid'], [{ first: 'board', then: 'lid' }])).toEqual(['lid']))
  it('names a circle, and still says an order for everything', () => {
    const { steps, circle } = refitOrder(things(['lid', 'a', 'b', 'c']), [
      { first: 'a', then: 'b' },
      { first: 'b', then: 'c' },
      { first: 'c', then: 'a' },
    ])
    expect([...circle].sort()).toEqual(['a', 'b', 'c'])
    for (const [i, name] of circle.entries())
      expect([
        ['a', 'b'],
        ['b', 'c'],
        ['c', 'a'],
      ]).toContainEqual([name, circle[(i + 1) % circle.length]])
    expect(steps.map((s) => s.name).sort()).toEqual(['a', 'b', 'c', 'lid'])
  })
})

const pool = ['a', 'b', 'c', 'd', 'e', 'f', 'g', 'h']
const edges = fc.array(
  fc.tuple(fc.integer({ min: 0, max: 7 }), fc.integer({ min: 0, max: 7 })).filter(([x, y]) => x !== y),
  { maxLength: 14 },
)
describe('against an independent graph library', () => {
  it('keeps every constraint whenever the library finds the graph without a circle, and names a circle that it finds too', () => {
    fc.assert(
      fc.property(edges, (pairs) => {
        const graph = new Graph()
        for (const name of pool) graph.setNode(name)
        const constraints = pairs.map(([x, y]): Before => ({ first: pool[x]!, then: pool[y]! }))
        for (const { first, then } of constraints) graph.setEdge(first, then)
        const { steps, circle } = refitOrder(things(pool), constraints)
        const order = steps.map((s) => s.name)
        expect([...order].sort()).toEqual(pool)
        expect(circle.length === 0).toBe(alg.isAcyclic(graph))
        if (circle.length === 0)
          for (const { first, then } of constraints)
            expect(order.indexOf(first)).toBeLessThan(order.indexOf(then))
        else expect(alg.findCycles(graph).some((c) => circle.every((name) => c.includes(name)))).toBe(true)
      }),
    )
  })
})
