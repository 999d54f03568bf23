import { describe, expect, it } from 'vitest'
import { againstPlate, clusterOf, readMarking, weekOfYear, yearOfWeek } from './datecodes.ts'

// Reading date codes is common practice with no published source: these cases are practice, not a standard.
const dates = (text: string) =>
  readMarking(text, 2026).dates.map(
    (d) =>
      `${d.form} ${d.years.join('/')}${d.week ? ` w${d.week}` : ` m${d.month}`}${d.doubt ? ` (${d.doubt})` : ''}`,
  )

describe('one marking (practice)', () => {
  it.each([
    ['74LS374N 8423', '74LS374N', ['YYWW 1984 w23']],
    ['7437 8214', '7437', ['YYWW 1982 w14']],
    ['4051 8111', '4051', ['YYWW 1981 w11', 'YYMM 1981 m11 (may be month or week)']],
    ['MX8048H 8506A', 'MX8048H', ['YYWW 1985 w6', 'YYMM 1985 m6 (may be month or week)']],
    ['UA741CN 347', 'UA741CN', ['YWW 1963/1973/1983/1993/2003/2013/2023 w47 (decade not given)']],
    ['LM317T K12', 'LM317T', ['letter and week  w12 (letter code, decade not given)']],
  ])('%s: part number %s', (text, partNumber, expected) => {
    expect(readMarking(text, 2026).partNumber).toBe(partNumber)
    const got = dates(text)
    for (const date of expected) expect(got).toContain(date)
  })

  it('a logic number that is also a week of 1974 is offered as either, never as a verdict', () => {
    const reading = readMarking('7437', 2026)
    expect(reading.tokens[0]).toMatchObject({ likely: 'either', partNumber: true })
    expect(dates('7437')).toEqual(['YYWW 1974 w37 (imitates a part number)'])
  })

  it('beside a surer part number, the imitation is taken for a date', () => {
    expect(readMarking('SN74LS00N 7437', 2026).partNumber).toBe('SN74LS00N')
    expect(dates('SN74LS00N 7437')).toEqual(['YYWW 1974 w37'])
  })

  it('weeks run to 53, and no code lies in the future', () => {
    expect(dates('XY123 8453')).toContain('YYWW 1984 w53')
    expect(dates('XY123 8454')).toEqual([])
    expect(dates('XY123 2730')).toEqual([])
  })
})

describe('a board', () => {
  const board = ['8312', '8330', '8341', '8336', '8329'].map((code, i) => ({
    designator: `U${i + 1}`,
    text: `74LS0${i}N ${code}`,
  }))
  it('has a cluster, and the others stand beside it', () => {
    const cluster = clusterOf(
      [
        ...board,
        { designator: 'U9', text: 'RAM64K 8812' },
        { designator: 'U10', text: 'MX2716 7315' },
        { designator: 'U11', text: 'Q-77' },
      ],
      2026,
    )
    expect(cluster.together).toBe(5)
    expect([yearOfWeek(cluster.from!), weekOfYear(cluster.from!)]).toEqual([1983, 12])
    expect([yearOfWeek(cluster.to!), weekOfYear(cluster.to!)]).toEqual([1983, 41])
    expect(cluster.parts.slice(5).map((p) => p.stands)).toEqual(['later', 'earlier', 'no date'])
  })
  it('lends its decade to a code that gives only one digit', () => {
    const cluster = clusterOf([...board, { designator: 'U12', text: 'NE555P 335' }], 2026)
    expect(yearOfWeek(cluster.parts[5]!.weekIndex!)).toBe(1983)
    expect(cluster.parts[5]!.stands).toBe('with the others')
  })
  it('does not count against a board what may as well be a part number', () => {
    expect(clusterOf([...board, { designator: 'U13', text: '7438' }], 2026).parts[5]).toMatchObject({
      stands: 'either',
    })
  })
  it('of one code is no cluster', () =>
    expect(clusterOf([board[0]!], 2026)).toMatchObject({ together: 0, parts: [{ stands: 'alone' }] }))
  it('does not depend on the order in which it was read', () => {
    const turned = clusterOf([...board].reverse(), 2026)
    expect([turned.from, turned.to, turned.together]).toEqual([
      clusterOf(board, 2026).from,
      clusterOf(board, 2026).to,
      5,
    ])
  })
})

describe('against the plate', () => {
  const cluster = clusterOf(
    [{ text: '74LS00N 8512' }, { text: '74LS02N 8508' }, { designator: 'U7', text: '74LS74N 9001' }],
    2026,
  )
  it('a newest factory part after the plate’s year is two dates, not an answer', () => {
    expect(againstPlate(cluster, 1984).map((r) => r.remark)).toEqual([
      'cluster later than plate',
      'part later than plate',
    ])
  })
  it('agreeing codes are consistent with the plate, and one later part is named', () => {
    expect(againstPlate(cluster, 1985)).toMatchObject([
      { remark: 'consistent with plate' },
      { remark: 'part later than plate', designator: 'U7' },
    ])
  })
  it('says nothing when the plate bears no year', () => expect(againstPlate(cluster, undefined)).toEqual([]))
})

describe('weeks that are easily misread', () => {
  it('week 53 stays in its year, beside week 51 on a plate of the same year', () => {
    const cluster = clusterOf(
      [{ text: '74LS00 8453' }, { text: '74LS04 8451' }, { text: '74LS74 8450' }],
      2026,
    )
    expect(againstPlate(cluster, 1984).map((r) => r.remark)).toEqual(['consistent with plate'])
    expect([yearOfWeek(cluster.to ?? 0), weekOfYear(cluster.to ?? 0)]).toEqual([1984, 53])
  })
  it('the week may stand before the year', () =>
    expect(readMarking('74LS00 1184', 2026).dates[0]).toMatchObject({
      form: 'WWYY',
      years: [1984],
      week: 11,
      doubt: 'week before year',
    }))
  it.each(['8048', '6809', '8251'])('%s alone is a part number, or a week', (text) => {
    const read = readMarking(text, 2026)
    expect(read.tokens[0]?.likely).toBe('either')
    expect(read.dates.every((d) => d.doubt === 'imitates a part number')).toBe(true)
  })
})
