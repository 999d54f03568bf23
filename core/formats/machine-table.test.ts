import { describe, expect, it } from 'vitest'
import { draftSchema } from '#core/history/entry-schema.ts'
import { numberedId } from '#core/testing/script.ts'
import type { PartyId, TypeId } from '#core/ids.ts'
import { readCsv } from './csv.ts'
import { guessMapping, planTable, type TableContext } from './machine-table.ts'

const type = numberedId<TypeId>(1, 2)
const context: TableContext = {
  zone: 'Europe/Oslo',
  now: '2026-05-01T10:00:00.000Z',
  currency: 'EUR',
  doneBy: numberedId<PartyId>(1, 3),
  types: [{ id: type, name: 'Corvel 88 terminal', aliases: ['C88/N'] }],
  parties: [{ id: numberedId<PartyId>(2, 3), name: 'Harbour office' }],
  numbers: new Set(['E-7']),
  role: 'steward',
}
const plan = (text: string, more: Partial<TableContext> = {}) => {
  const table = readCsv(text)
  return planTable(table, guessMapping(table.header), { ...context, ...more })
}
const head = 'Entry no.,Name,Type,Serial,Price paid,Currency,Legal status,Received,From'
const row = (...cells: string[]) => `${head}\n${cells.join(',')}\n`

describe('the mapping', () => {
  it('is guessed from the header, each column once', () => {
    expect(guessMapping(['Entry No.', 'Object', 'Model', 'S/N', 'Year'])).toEqual({
      'entry number': 0,
      name: 1,
      type: 2,
      serial: 3,
      made: 4,
    })
  })
  it('leaves out what it does not know', () => expect(guessMapping(['colour', 'shelf'])).toEqual({}))
})

describe('a row', () => {
  it('becomes a registration that the record takes', () => {
    const { rows, parties } = plan(
      row('E-1', 'Grey terminal', 'c88/n', '00121', '91.00', 'sek', 'ACCESSIONED', '2019', 'A new giver'),
    )
    expect(rows[0]).toMatchObject({ is: 'new', line: 2, problems: [] })
    expect(rows[0]?.entries[0]?.body).toMatchObject({
      kind: 'machine',
      type,
      price: { minor: 9100, currency: 'SEK' },
      legal: 'accessioned',
    })
    expect(parties.map((p) => p.body)).toMatchObject([{ kind: 'party', name: 'A new giver' }])
    for (const e of rows[0]!.entries)
      expect(draftSchema.safeParse({ ...e, v: 1 }).error?.issues ?? []).toEqual([])
  })
  it('takes the type’s name where it has none of its own', () =>
    expect(plan(row('E-1', '', 'C88/N', '', '', '', '', '', '')).rows[0]?.name).toBe('Corvel 88 terminal'))
  it('knows a giver whom the house knows', () =>
    expect(plan(row('E-1', 'x', '', '', '', '', '', '', 'harbour OFFICE')).parties).toEqual([]))
  it.each([
    [row('', 'x', '', '', '', '', '', '', ''), 'no number'],
    [row('E-1', '', '', '', '', '', '', '', ''), 'no name'],
    [row('E-1', 'x', 'Nobody knows', '', '', '', '', '', ''), 'no such type'],
    [row('E-1', 'x', '', '', '9.999', 'EUR', '', '', ''), 'no amount'],
    [row('E-1', 'x', '', '', '12', 'euro', '', '', ''), 'no amount'],
    [row('E-1', 'x', '', '', '', '', 'borrowed', '', ''), 'not one of'],
    [row('E-1', 'x', '', '', '', '', '', 'last spring', ''), 'no date'],
    [row('E-1', 'x', '', '', '', '', '', '2031', ''), 'in the future'],
    [row('E-1', 'x'.repeat(81), '', '', '', '', '', '', ''), 'too long'],
    [`${head}\nE-1,x\n`, 'too few fields'],
  ])('is refused with its reason: %s', (text, why) => {
    const [first] = plan(text).rows
    expect(first).toMatchObject({ is: 'refused', entries: [] })
    expect(first?.problems.map((p) => p.why)).toContain(why)
  })
  it('may name every fault at once', () =>
    expect(plan(row('', '', 'Nobody', '', 'x', '', '', '', '')).rows[0]?.problems).toHaveLength(4))
  it('whose number the house has is already here', () =>
    expect(plan(row('E-7', 'x', '', '', '', '', '', '', '')).rows[0]?.is).toBe('already here'))
  it('that repeats a number of the file is refused, the first is kept', () => {
    const { rows } = plan(`${head}\nE-1,a,,,,,,,\nE-1,b,,,,,,,\n`)
    expect(rows.map((r) => r.is)).toEqual(['new', 'refused'])
    expect(rows[1]?.problems).toMatchObject([{ why: 'number twice in the file', line: 2 }])
  })
})

it('the same file read twice plans the same ids', () => {
  const text = row('E-1', 'x', '', '', '', '', '', '', 'Someone')
  const ids = (p: ReturnType<typeof plan>) =>
    [...p.parties, ...p.rows.flatMap((r) => r.entries)].map((e) => e.id)
  expect(ids(plan(text))).toEqual(ids(plan(text, { now: '2026-06-01T10:00:00.000Z' })))
})
