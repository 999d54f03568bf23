import fc from 'fast-check'
import highsLoader from 'highs'
import { beforeAll, describe, expect, it } from 'vitest'
import { lotAsProgram } from '#core/testing/lot-program.ts'
import { wholeMachines, type LotUnit, type ModuleKind, type ModuleState } from './whole-machines.ts'

const unit = (id: string, modules: Record<string, ModuleState>, worth = 0): LotUnit => ({
  id,
  modules,
  worth,
})
const kinds: ModuleKind[] = [
  { kind: 'case', labour: Number.POSITIVE_INFINITY },
  { kind: 'board', labour: 4 },
  { kind: 'keypad', labour: 1 },
]

describe('whole machines from a lot', () => {
  const lot = [
    unit('1', { case: 'good', board: 'good', keypad: 'bad' }),
    unit('2', { case: 'good', board: 'bad', keypad: 'good' }),
    unit('3', { case: 'bad', board: 'good', keypad: 'good' }),
  ]
  it('makes as many as there can be, with the least work', () => {
    const plan = wholeMachines(lot, kinds)!
    // Two cases; unit 1 wants a keypad, unit 2 a board: both from unit 3.
    expect(plan.machines).toEqual(['1', '2'])
    expect(plan.moves).toEqual([
      { kind: 'board', from: '3', to: '2' },
      { kind: 'keypad', from: '3', to: '1' },
    ])
    expect(plan.cost).toBe(5)
    expect(plan.limitedBy).toEqual(['case', 'board', 'keypad'])
  })
  it('says what one more would want', () =>
    expect(wholeMachines(lot, kinds)!.toBuy).toEqual(['case', 'board', 'keypad']))
  it('counts nothing that is not proved', () =>
    expect(
      wholeMachines([unit('1', { case: 'good', board: 'unknown', keypad: 'good' })], kinds)!.machines,
    ).toEqual([]))
  it('keeps revisions apart', () => {
    const plan = wholeMachines(lot, kinds, (kind, from, to) => kind !== 'board' || from === to)!
    expect(plan.machines).toEqual(['1'])
  })
  it('keeps the worthier unit whole', () => {
    const twins = [
      unit('plain', { case: 'good', board: 'good', keypad: 'bad' }, 1),
      unit('fine', { case: 'good', board: 'good', keypad: 'bad' }, 9),
      unit('rest', { case: 'bad', board: 'bad', keypad: 'good' }),
    ]
    expect(wholeMachines(twins, kinds)!.machines).toEqual(['fine'])
  })
  it('can be stopped, and refuses lots that are too large', () => {
    expect(wholeMachines(lot, kinds, undefined, () => true)).toBeUndefined()
    expect(() =>
      wholeMachines(
        Array.from({ length: 17 }, (_, i) => unit(String(i), {})),
        kinds,
      ),
    ).toThrow(RangeError)
  })
})

// Against a mixed-integer solver (HiGHS, from npm).
describe('against a solver', () => {
  let highs: Awaited<ReturnType<typeof highsLoader>>
  beforeAll(async () => {
    highs = await highsLoader()
  })
  const state = fc.constantFrom<ModuleState>('good', 'good', 'bad', 'missing')
  it('the number of machines and the cost are its optimum', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 6 }),
        fc.integer({ min: 1, max: 5 }),
        fc.infiniteStream(state),
        fc.infiniteStream(fc.integer({ min: 0, max: 9 })),
        (n, m, states, numbers) => {
          const some = numbers[Symbol.iterator]()
          const each = states[Symbol.iterator]()
          const moduleKinds = Array.from({ length: m }, (_, k): ModuleKind => ({
            kind: `k${k}`,
            labour: k === 0 ? Number.POSITIVE_INFINITY : 1 + (some.next().value as number),
          }))
          const units = Array.from({ length: n }, (_, i) =>
            unit(
              `u${i}`,
              Object.fromEntries(moduleKinds.map((kind) => [kind.kind, each.next().value as ModuleState])),
              some.next().value as number,
            ),
          )
          const big = 10_000
          const plan = wholeMachines(units, moduleKinds)!
          const solved = highs.solve(lotAsProgram(units, moduleKinds, big))
          const worth = units.reduce((sum, u) => sum + u.worth, 0)
          expect(plan.machines.length * big + worth - plan.cost).toBeCloseTo(solved.ObjectiveValue, 4)
        },
      ),
      { numRuns: 40 },
    ))
})
