/** Lists and counts as English says them (Unicode CLDR, through Intl). */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { brackets, colon, commas, count, list, paragraph, semicolons } from './lists.ts'

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

describe('what is said beside something', () => {
  it('comes behind it, parted as it has to be', () => {
    expect(commas('IC31', 'from drawer 3', 'for now')).toBe('IC31, from drawer 3, for now')
    expect(semicolons('tape, read twice', 'holds personal data')).toBe(
      'tape, read twice; holds personal data',
    )
    expect(colon('deferred', 'the lid sticks')).toBe('deferred: the lid sticks')
    expect(brackets('keys', '71')).toBe('keys (71)')
    expect(paragraph('It works.', 'It was tested.')).toBe('It works. It was tested.')
  })
  it.each([undefined, '', false, null, 0] as const)('is left out where it is %j', (none) => {
    expect([commas('IC31', none, 'for now'), semicolons('tape', none), colon('deferred', none)]).toEqual([
      'IC31, for now',
      'tape',
      'deferred',
    ])
    expect([brackets('keys', none), paragraph(none, 'It works.'), commas(none, none)]).toEqual([
      'keys',
      'It works.',
      '',
    ])
  })
})
