/**
 * Date codes as a table: every marking with its whole reading, every board with where each of its parts stands. Common practice with no
 * published source; the forms and their order are those of `datecodes.ts`.
 */
import { describe, expect, it } from 'vitest'
import { againstPlate, clusterOf, readMarking, weekOfYear, yearOfWeek } from './datecodes.ts'

const whole = (text: string, year: number) => {
  const { partNumber = '', tokens, dates } = readMarking(text, year)
  return [
    partNumber,
    tokens.map((t) => t.likely).join(' + '),
    dates.map(
      (d) =>
        `${d.form} ${d.years.join('/')} ${d.week ? `w${d.week}` : `m${d.month}`}${d.doubt ? `: ${d.doubt}` : ''}`,
    ),
  ]
}
type Row = readonly [marking: string, partNumber: string, tokens: string, dates: readonly string[]]
const markings: readonly Row[] = [
  ['6001', '', 'date', ['YYWW 1960 w1', 'YYMM 1960 m1: may be month or week']],
  ['5953', '', 'neither', []],
  ['0001', '', 'date', ['YYWW 2000 w1', 'YYMM 2000 m1: may be month or week']],
  ['2653', '', 'date', ['YYWW 2026 w53']],
  ['2612A', '', 'date', ['YYWW 2026 w12', 'YYMM 2026 m12: may be month or week']],
  ['8400', '', 'neither', []],
  ['8401', '', 'date', ['YYWW 1984 w1', 'YYMM 1984 m1: may be month or week']],
  ['8412', '', 'date', ['YYWW 1984 w12', 'YYMM 1984 m12: may be month or week']],
  ['8413', '', 'date', ['YYWW 1984 w13']],
  ['8454', '', 'neither', []],
  ['1260', '', 'date', ['WWYY 1960 w12: week before year']],
  ['5360', '', 'date', ['WWYY 1960 w53: week before year']],
  ['5460', '5460', 'part number', []],
  ['0184', '', 'date', ['WWYY 1984 w1: week before year']],
  ['8460', '', 'neither', []],
  ['9999', '', 'neither', []],
  ['7453', '7453', 'either', ['YYWW 1974 w53: imitates a part number']],
  ['74123', '74123', 'part number', []],
  ['555', '', 'neither', []],
  ['55107', '55107', 'part number', []],
  ['4011', '4011', 'either', ['WWYY 2011 w40: imitates a part number']],
  ['4611', '', 'date', ['WWYY 2011 w46: week before year']],
  ['40111', '', 'neither', []],
  ['x7404', '', 'neither', []],
  ['7404x', '', 'date', ['YYWW 1974 w4', 'YYMM 1974 m4: may be month or week']],
  ['100', '', 'neither', []],
  ['153', '', 'date', ['YWW 1961/1971/1981/1991/2001/2011/2021 w53: decade not given']],
  ['154', '', 'neither', []],
  ['701', '', 'date', ['YWW 1967/1977/1987/1997/2007/2017 w1: decade not given']],
  ['A01', '', 'date', ['letter and week  w1: letter code, decade not given']],
  ['A53', '', 'date', ['letter and week  w53: letter code, decade not given']],
  ['A54', '', 'neither', []],
  ['A00', '', 'neither', []],
  ['I12', '', 'neither', []],
  ['k12', '', 'date', ['letter and week  w12: letter code, decade not given']],
  ['XK12', '', 'neither', []],
  ['K123', '', 'neither', []],
  ['LM317', 'LM317', 'part number', []],
  ['LM3', '', 'neither', []],
  ['L317', '', 'neither', []],
  ['SAB8048-12', 'SAB8048-12', 'part number', []],
  ['AB123-', '', 'neither', []],
  ['74LS374N-12', '74LS374N-12', 'part number', []],
  ['8048', '8048', 'either', ['YYWW 1980 w48: imitates a part number']],
  ['8048 8501', '', 'date + date', ['YYWW 1980 w48', 'YYWW 1985 w1', 'YYMM 1985 m1: may be month or week']],
  ['8048H', '', 'date', ['YYWW 1980 w48']],
  ['123A', '123A', 'part number', []],
  ['12345A', '12345A', 'part number', []],
  ['7400 7437 4051', '7400', 'part number + date + part number', ['YYWW 1974 w37']],
  ['SN7400N 7437', 'SN7400N', 'part number + date', ['YYWW 1974 w37']],
  [
    '  7404,8212 ; 8311/K12|x',
    '7404',
    'either + date + date + date + neither',
    [
      'YYWW 1982 w12',
      'YYWW 1983 w11',
      'YYWW 1974 w4: imitates a part number',
      'YYMM 1974 m4: imitates a part number',
      'YYMM 1982 m12: may be month or week',
      'YYMM 1983 m11: may be month or week',
      'letter and week  w12: letter code, decade not given',
    ],
  ],
  [
    '8212A 7404',
    '7404',
    'date + either',
    [
      'YYWW 1982 w12',
      'YYWW 1974 w4: imitates a part number',
      'YYMM 1982 m12: may be month or week',
      'YYMM 1974 m4: imitates a part number',
    ],
  ],
  [
    'LM317T 347 8212 K12 1184',
    'LM317T',
    'part number + date + date + date + date',
    [
      'YYWW 1982 w12',
      'YWW 1963/1973/1983/1993/2003/2013/2023 w47: decade not given',
      'YYMM 1982 m12: may be month or week',
      'WWYY 1984 w11: week before year',
      'letter and week  w12: letter code, decade not given',
    ],
  ],
  [
    '7437 4011',
    '',
    'either + either',
    ['YYWW 1974 w37: imitates a part number', 'WWYY 2011 w40: imitates a part number'],
  ],
  ['1160', '', 'date', ['WWYY 1960 w11: week before year']],
]
describe('a marking, whole', () => {
  it.each(markings)('%s', (text, ...read) => expect(whole(text, 2026)).toEqual(read))

  const later: readonly (readonly [string, number, string, string, readonly string[]])[] = [
    ['2612', 2026, '', 'date', ['YYWW 2026 w12', 'YYMM 2026 m12: may be month or week']],
    ['2612', 2025, '', 'date', ['WWYY 2012 w26: week before year']],
    ['612', 2026, '', 'date', ['YWW 1966/1976/1986/1996/2006/2016/2026 w12: decade not given']],
    ['612', 2025, '', 'date', ['YWW 1966/1976/1986/1996/2006/2016 w12: decade not given']],
  ]
  it.each(later)('%s in %d', (text, year, ...read) => expect(whole(text, year)).toEqual(read))
})

const week = (index: number | undefined) =>
  index === undefined ? '–' : `${yearOfWeek(index)} w${weekOfYear(index)}`
const board = (codes: readonly string[]) => {
  const { together, from, to, parts } = clusterOf(
    codes.map((text, i) => ({ designator: `U${i + 1}`, text })),
    2026,
  )
  return [
    `${together}: ${week(from)} to ${week(to)}`,
    ...parts.map((p) => `${p.stands} ${week(p.weekIndex)}`),
  ]
}
const alone = (...weeks: readonly string[]) => ['0: – to –', ...weeks.map((w) => `alone ${w}`)]
const pair = ['2: 1985 w12 to 1985 w13', 'with the others 1985 w12', 'with the others 1985 w13']
const three = ['3: 1985 w12 to 1985 w13', ...pair.slice(1)]

describe('a board, part by part', () => {
  it.each<readonly [string, readonly string[]]>([
    ['', ['0: – to –']],
    ['Q', ['0: – to –', 'no date –']],
    ['A12', ['0: – to –', 'no date –']],
    ['8512', alone('1985 w12')],
    // Its decade is not given, and nothing gives it.
    ['347', alone('–')],
    ['347 348', alone('–', '–')],
    ['8512 8712', alone('1985 w12', '1987 w12')],
    ['8512 8513', pair],
    // Sixty weeks belong together, sixty-one do not.
    ['8512 8619', ['2: 1985 w12 to 1986 w19', 'with the others 1985 w12', 'with the others 1986 w19']],
    ['8512 8620', alone('1985 w12', '1986 w20')],
    [
      '8301 8302 8501 8502',
      [
        ...['2: 1983 w1 to 1983 w2', 'with the others 1983 w1', 'with the others 1983 w2'],
        ...['later 1985 w1', 'later 1985 w2'],
      ],
    ],
    [
      '8301 8302 8501 8502 8503',
      [
        ...['3: 1985 w1 to 1985 w3', 'earlier 1983 w1', 'earlier 1983 w2'],
        ...['with the others 1985 w1', 'with the others 1985 w2', 'with the others 1985 w3'],
      ],
    ],
    // The others lend their decade to a code without one; it does not date them in turn.
    ['8512 8513 513', [...three, 'with the others 1985 w13']],
    ['8512 8513 613', [...three, 'with the others 1986 w13']],
    ['8512 8513 413', [...three, 'with the others 1984 w13']],
    // Of another time, before or after: which, it does not say.
    ['8512 8513 913', [...pair, 'apart –']],
    ['8512 8513 147', [...pair, 'apart –']],
    ['8512 8513 7404', [...pair, 'either 1974 w4']],
    ['8512 8513 1185', [...three, 'with the others 1985 w11']],
    ['7404 7405', ['2: 1974 w4 to 1974 w5', 'with the others 1974 w4', 'with the others 1974 w5']],
    [
      '8502A 8509 K12',
      ['2: 1985 w2 to 1985 w9', 'with the others 1985 w2', 'with the others 1985 w9', 'no date –'],
    ],
  ])('%s', (codes, expected) => expect(board(codes.split(' ').filter(Boolean))).toEqual(expected))

  it('two sure codes outweigh three doubtful ones, and four doubtful ones two sure ones', () => {
    const doubtful = ['7401', '7402', '7403', '7404']
    expect(board(['8512', '8513', ...doubtful.slice(0, 3)])[0]).toBe('2: 1985 w12 to 1985 w13')
    expect(board(['8512', '8513', ...doubtful])[0]).toBe('4: 1974 w1 to 1974 w4')
  })
})

describe('against the plate, whole', () => {
  const cluster = clusterOf(
    [
      ...['8512', '8513', '8601'].map((text) => ({ text })),
      { designator: 'U4', text: '8712' },
      { designator: 'U5', text: '913' },
      { designator: 'U6', text: '7404' },
    ],
    2026,
  )
  const remarks = (year: number) =>
    againstPlate(cluster, year).map((r) => [r.remark, 'text' in r ? r.text : ''])
  it.each([
    [
      1985,
      [
        ['cluster later than plate', ''],
        ['part later than plate', '8712'],
      ],
    ],
    [
      1986,
      [
        ['consistent with plate', ''],
        ['part later than plate', '8712'],
      ],
    ],
    [1987, [['consistent with plate', '']]],
  ])('plate of %d', (year, expected) => expect(remarks(year)).toEqual(expected))
  it('says nothing of a cluster that there is not', () => {
    expect(againstPlate(clusterOf([{ text: '8912' }], 2026), 1985)).toEqual([])
  })
})
