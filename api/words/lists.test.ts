/** Lists and counts as English says them (Unicode CLDR, through Intl). */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { count, list } from './lists.ts'

describe('a list', () => {
  it.each([
    [[], ''],
    [['bell'], 'bell'],
    [['bell', 'print'], 'bell and print'],
    [['bell', 'print', 'feed'], 'bell, print and feed'],
    [['a', 'b', 'c', 'd', 'e'], 'a, b, c and 2 more'],
    // A name's own comma is not one of the list's.
    [['digits, 12', 'keys, 71', 'bell'], 'digits (12), keys (71) and bell'],
    [['screen, 24 rows', 'bell'], 'screen (24 rows) and bell'],
    [['Dahl, Imke', 'Feld'], 'Dahl, Imke and Feld'],
    [['Dahl, Imke', 'Feld', 'Tveit'], 'Dahl, Imke; Feld and Tveit'],
    // One name by itself stands as it is called.
    [['keys, 71'], 'keys, 71'],
  ])('%j → %s', (items, said) => expect(list(items)).toBe(said))
  it('says of names without commas what Intl says', () => {
    const name = fc.stringMatching(/^[a-z]{1,8}$/)
    fc.assert(
      fc.property(fc.array(name, { minLength: 1, maxLength: 4 }), (names) => {
        expect(list(names)).toBe(new Intl.ListFormat('en-GB', { type: 'conjunction' }).format(names))
      }),
    )
  })
})

it.each([
  [0, '0 machines'],
  [1, '1 machine'],
  [2, '2 machines'],
  [21, '21 machines'],
])('counts %i', (n, said) => expect(count(n, 'machine')).toBe(said))
it('counts what has a plural of its own', () => expect(count(3, 'entry', 'entries')).toBe('3 entries'))
