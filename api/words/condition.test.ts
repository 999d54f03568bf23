import { describe, expect, it } from 'vitest'
import { readMarking } from '#core/parts/datecodes.ts'
import {
  contradictionWords,
  datedPartWords,
  edtfWords,
  findingWords,
  gapWords,
  gradeSoFar,
  gradeTitle,
  plateRemarkWords,
} from './condition.ts'
import { moneyWords } from './money.ts'
import { rowProblemWords } from '../table.ts'

describe('grades', () => {
  it('say how far the look went', () => {
    expect(gradeSoFar(2, 5, 9)).toBe('2 Fair so far, 5 of 9 zones')
    expect(gradeSoFar(2, 9, 9)).toBe('2 Fair, all 9 zones')
    expect(gradeSoFar(undefined, 0, 9)).toBe('not graded, 0 of 9 zones')
    expect([1, 2, 3, 4, undefined].map(gradeTitle)).toEqual([
      '1 Good',
      '2 Fair',
      '3 Poor',
      '4 Unacceptable',
      'not graded',
    ])
  })
  it('a finding is one line', () => {
    expect(
      findingWords({
        sort: 'rust',
        place: 'foot',
        severity: 'trace',
        extentPercent: 5,
        activity: 'not judged',
        danger: 'people',
        contained: true,
        supposed: 'supposed',
        loaded: false,
      }),
    ).toBe(
      'rust, foot; a trace; about 5 % of the zone; activity not judged; a danger to people; contained; only supposed',
    )
  })
})

describe('dates of provenance', () => {
  it.each([
    ['1984', '1984'],
    ['1984~', 'about 1984'],
    ['1984?', '1984, uncertain'],
    ['198X', 'the 1980s'],
    ['19XX', 'between 1900 and 1999'],
    ['1981/1984', '1981 to 1984'],
    ['1991/..', 'from 1991'],
    ['../1991', 'until 1991'],
    ['1991/2014~', '1991 to about 2014'],
  ])('%s is “%s”', (edtf, words) => expect(edtfWords(edtf)).toBe(words))
  it('a gap and a contradiction are said as such', () => {
    expect(gapWords({ is: 'gap', fromYear: 1991, toYear: 2014, fromApprox: false, toApprox: true })).toBe(
      '1991 to about 2014: unknown',
    )
    expect(contradictionWords({ why: 'two dates of making', years: ['1979', '1982'], entries: [] })).toBe(
      'Two dates of making: 1979 and 1982.',
    )
    expect(
      plateRemarkWords({
        remark: 'cluster later than plate',
        plateYear: 1982,
        newest: (1983 - 1960) * 53 + 11,
      }),
    ).toContain('Two dates: plate 1982, newest factory part week 12 of 1983.')
  })
  it('a part’s code is never a verdict', () => {
    const reading = readMarking('7437', 2026)
    expect(
      datedPartWords({ text: '7437', reading, weekIndex: (1974 - 1960) * 53 + 36, stands: 'either' }),
    ).toBe('a part number, or week 37 of 1974: says nothing either way')
    expect(datedPartWords({ text: 'x', reading: readMarking('x', 2026), stands: 'no date' })).toBe(
      'no date seen in it',
    )
  })
})

it('money is written with its currency’s own digits', () => {
  expect([moneyWords({ minor: 650, currency: 'EUR' }), moneyWords({ minor: 500, currency: 'JPY' })]).toEqual([
    '€6.50',
    'JP¥500',
  ])
})

it('a refused row says what is wrong in words a volunteer understands', () => {
  expect(rowProblemWords({ field: 'type', why: 'no such type', value: 'X9' })).toContain(
    'type: no type is called “X9”.',
  )
  expect(rowProblemWords({ why: 'quotes' })).toBe('A quotation mark in it is never closed.')
  expect(rowProblemWords({ field: 'entry number', why: 'number twice in the file', line: 4 })).toBe(
    'Its number stands in line 4 already.',
  )
})
