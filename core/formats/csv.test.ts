import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { NotCsv, readCsv, writeCsv } from './csv.ts'

describe('CSV by RFC 4180, section 2', () => {
  const cells = (text: string) => readCsv(text).rows.map((r) => [...r.cells])
  it.each([
    [
      '1: records end with CRLF',
      'a,b,c\r\naaa,bbb,ccc\r\nzzz,yyy,xxx\r\n',
      [
        ['aaa', 'bbb', 'ccc'],
        ['zzz', 'yyy', 'xxx'],
      ],
    ],
    ['2: the last record may lack its line end', 'a,b,c\r\naaa,bbb,ccc', [['aaa', 'bbb', 'ccc']]],
    ['4: spaces belong to the field', 'a,b\r\n x , y\r\n', [[' x ', ' y']]],
    ['5: fields may be quoted', 'a,b,c\r\n"aaa","bbb",ccc\r\n', [['aaa', 'bbb', 'ccc']]],
    [
      '6: line breaks, quotes and commas stand in quotes',
      'a,b,c\r\n"a,a","b\r\nbb",ccc\r\n',
      [['a,a', 'b\r\nbb', 'ccc']],
    ],
    ['7: a quote in a field is doubled', 'a,b,c\r\n"aaa","b""bb",ccc\r\n', [['aaa', 'b"bb', 'ccc']]],
  ])('rule %s', (_name, text, expected) => expect(cells(text)).toEqual(expected))

  it('rule 3: the first line is the header', () =>
    expect(readCsv('field_name,other\r\naaa,bbb\r\n').header).toEqual(['field_name', 'other']))
  it('takes semicolons, line feeds and a byte order mark, as spreadsheets write them', () =>
    expect(readCsv('\uFEFFa;b\n1;2\n')).toMatchObject({
      header: ['a', 'b'],
      rows: [{ line: 2, cells: ['1', '2'] }],
    }))
  it('names the line on which a row begins, after a field with line breaks', () =>
    expect(readCsv('a,b\n"x\ny",1\nz,2\n').rows.map((r) => r.line)).toEqual([2, 4]))
  it('says which rows are short or long, and keeps the others', () => {
    const table = readCsv('a,b\n1\n1,2\n1,2,3\n')
    expect(table.problems).toEqual([
      { line: 2, why: 'too few fields' },
      { line: 4, why: 'too many fields' },
    ])
    expect(table.rows).toHaveLength(3)
  })
  it.each([
    ['', 'empty'],
    ['   \n', 'empty'],
    ['a,b\n', 'no rows'],
    ['a,b\n\u0000,1\n', 'not text'],
  ])('%j is no table', (text, why) => {
    expect(() => readCsv(text)).toThrow(NotCsv)
    try {
      readCsv(text)
    } catch (error) {
      expect((error as NotCsv).why).toBe(why)
    }
  })
})

describe('written CSV', () => {
  it.each(['=1+1', '+1', '-1', '@SUM(A1)', '\t=1', '=HYPERLINK("x")'])(
    '%j never starts a formula, and comes back as it was',
    (cell) => {
      const text = writeCsv(['a'], [[cell]])
      expect(text.split('\r\n')[1]).toMatch(/^"?'/)
      expect(readCsv(text).rows[0]?.cells[0]).toBe(cell)
    },
  )
  it('reads back whatever was written', () => {
    const cell = fc
      .string()
      .filter((s) => !s.includes('\u0000') && !s.includes('\r') && !/^'[=+\-@\t\r]/.test(s))
    fc.assert(
      fc.property(fc.array(fc.tuple(cell, cell), { minLength: 1, maxLength: 12 }), (rows) => {
        expect(readCsv(writeCsv(['one', 'two'], rows)).rows.map((r) => [...r.cells])).toEqual(
          rows.map((r) => [...r]),
        )
      }),
    )
  })
})
