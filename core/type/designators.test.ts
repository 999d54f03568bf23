/** Designator ranges, exact at both ends. Plain counting; no source but arithmetic. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { takeDesignators } from './designators.ts'

describe('a list of designators', () => {
  it('expands exactly: C7, C31–C36, D2–D4, L1, Q9, R40–R48 are 21', () => {
    const { names } = takeDesignators('C7, C31–C36, D2–D4, L1, Q9, R40–R48')!
    expect(names).toHaveLength(1 + 6 + 3 + 1 + 1 + 9)
    expect(names.slice(0, 3)).toEqual(['C7', 'C31', 'C32'])
    expect(names.at(-1)).toBe('R48')
  })
  it.each([
    ['R40-R48 removed', 9, 'removed'],
    ['R40-48', 9, ''],
    ['R1 to R3, C9 dry joint', 4, 'dry joint'],
    ['IC7', 1, ''],
    ['C12, C12, C12-C13', 2, ''],
    ['TP01-TP03', 3, ''],
    ['C3, and some more', 1, ', and some more'],
  ])('%s', (text, count, rest) => {
    const found = takeDesignators(text)!
    expect(found.names).toHaveLength(count)
    expect(found.rest).toBe(rest)
  })
  it.each([['C18–C12'], ['C3–R9'], ['R1-R2000'], ['keycaps'], ['12 C'], ['IC7a'], ['']])(
    '%s is none',
    (text) => expect(takeDesignators(text)).toBeUndefined(),
  )
  it('keeps leading zeros', () =>
    expect(takeDesignators('TP08-TP11')!.names).toEqual(['TP08', 'TP09', 'TP10', 'TP11']))
  it('counts last minus first plus one', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 900 }), fc.integer({ min: 0, max: 99 }), (from, more) => {
        const { names } = takeDesignators(`Q${from}–Q${from + more}`)!
        return names.length === more + 1 && names[0] === `Q${from}` && names.at(-1) === `Q${from + more}`
      }),
    )
  })
})
