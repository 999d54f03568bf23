import { describe, expect, it } from 'vitest'
import { asksOf } from './asks.ts'

type Sitting = Parameters<typeof asksOf>[0]
const fn = (name: string, word: string, ...touched: string[]) =>
  ({ fn: name, word, changes: touched.map((n) => ({ target: { sort: 'position', name: n } })) }) as never
const sitting = (more: object): Sitting =>
  ({
    checks: [],
    rows: [],
    functions: [],
    stop: undefined,
    status: { word: 'working' },
    context: { changed: false },
    ...more,
  }) as Sitting
const asFound = (unmet: number, ...about: string[]) => ({ check: 'as-found', unmet, rules: [{ about }] })

describe('what the sitting asks for next', () => {
  it('is nothing where nothing is open', () => expect(asksOf(sitting({}))).toBeUndefined())

  it('is a contested entry before everything else, and no line does that', () => {
    const asks = asksOf(
      sitting({ rows: [{ contested: { rule: 'needs-instant' } }], checks: [asFound(1, 'feed')] }),
    )
    expect(asks?.strong).toBe('An entry is contested.')
    expect(asks?.act).toBeUndefined()
  })

  it('is what works, before the first change: all of it in two words, else by name', () => {
    const functions = [fn('feed', 'untested'), fn('cut', 'untested')]
    expect(asksOf(sitting({ functions, checks: [asFound(2, 'feed', 'cut')] }))?.act?.line).toBe('all pass')
    expect(asksOf(sitting({ functions, checks: [asFound(1, 'cut')] }))?.act?.line).toBe('test cut pass')
    expect(
      asksOf(sitting({ functions, checks: [asFound(1, 'cut')], context: { changed: true } })),
    ).toBeUndefined()
  })

  it('is a test before the next change, and says when one test will not separate them', () => {
    const one = asksOf(sitting({ functions: [fn('feed', 'retest', 'M1'), fn('cut', 'works')] }))
    expect(one).toMatchObject({ rest: 'M1 was touched.', act: { name: 'Test feed', line: 'test feed pass' } })
    const two = asksOf(sitting({ functions: [fn('feed', 'retest', 'M1'), fn('cut', 'retest', 'K2')] }))
    expect(two).toMatchObject({ strong: '2 things changed.', act: { name: 'Test now' } })
  })

  it.each(['in pieces', 'incomplete', 'do not power'])('asks for no test of a machine that is %s', (word) =>
    expect(asksOf(sitting({ status: { word }, functions: [fn('feed', 'retest', 'M1')] }))).toBeUndefined(),
  )

  it('is the house rule that says stop', () =>
    expect(asksOf(sitting({ stop: { trials: 3 } }))).toMatchObject({ strong: '3 trials without effect.' }))
})
