import fc from 'fast-check'
import { expect, it } from 'vitest'
import { parseUnits, unitsWords } from './units.ts'

it.each([
  ['1-5, 8', [1, 2, 3, 4, 5, 8]],
  ['8 1', [1, 8]],
  ['3–4;3', [3, 4]],
  ['', []],
])('%s', (text, units) => expect(parseUnits(text, 14)).toEqual(units))
it.each(['0', '15', '5-3', 'most', '1-', '1.5'])('%s names a unit that is not there', (text) =>
  expect(parseUnits(text, 14)).toBeUndefined(),
)
it('words read back as the same units', () => {
  fc.assert(
    fc.property(fc.uniqueArray(fc.integer({ min: 1, max: 60 })), (units) => {
      expect(parseUnits(unitsWords(units), 60)).toEqual([...units].sort((a, b) => a - b))
    }),
  )
})
