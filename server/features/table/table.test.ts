/** Tables of machines in and out, and the list at hand: against a real database. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { readCsv } from '#core/formats/csv.ts'
import { rebuild } from '../entries/rebuild.ts'
import { connect } from '../../db/connection.ts'
import { draft, send, startHouse, twoMachines, type Agent, type TestHouse } from '../../testing/house.ts'

let house: TestHouse
let restorer: Agent
let volunteer: Agent

beforeAll(async () => {
  house = await startHouse()
  restorer = await house.as('restorer')
  volunteer = await house.as('volunteer')
  await twoMachines(await house.as('steward'))
})
afterAll(() => house.stop())

const table = (agent: Agent, text: string | Buffer, store: 'yes' | 'no' = 'no', mapping?: object) => {
  const request = agent.post('/api/table').set('x-anamnesis-token', agent.token).field('store', store)
  if (mapping) void request.field('mapping', JSON.stringify(mapping))
  return request.attach('table', Buffer.isBuffer(text) ? text : Buffer.from(text), 'machines.csv')
}
const total = async () => (await volunteer.get('/api/machines').expect(200)).body.total as number
const head = 'Entry number,Name,Type,Serial,Marks,From whom,Price paid,Currency,Came in on,Claimed\n'
const good = `${head}T-1,Ticket punch,,TP 1,brass tag 9,Harbour widow,12.50,EUR,2019-04,“always stuck”\nT-2,Grey terminal,Corvel 88 terminal,24-77,,Harbour widow,,,2020,\n`

describe('a table in', () => {
  it('is only read at first: nothing is stored', async () => {
    const before = await total()
    const { body } = await table(restorer, good).expect(200)
    expect(body).toMatchObject({
      rows: 2,
      added: 2,
      alreadyHere: 0,
      refusedCount: 0,
      stored: false,
      mapping: { 'entry number': 0, marks: 4, 'from whom': 5 },
    })
    expect(await total()).toBe(before)
  })

  it('with one bad row stores nothing at all, and says which row and why', async () => {
    const before = await total()
    const { body } = await table(
      restorer,
      `${good}T-3,,Nobody’s type,,,,,,,\nT-1,again,,,,,,,,\n`,
      'yes',
    ).expect(200)
    expect(body).toMatchObject({ stored: false, refusedCount: 2 })
    expect(body.refused.map((r: { line: number }) => r.line)).toEqual([4, 5])
    expect(body.refused[0].why.join(' ')).toContain('no type is called')
    expect(await total()).toBe(before)
  })

  it('is taken whole, and twice makes no doubles', async () => {
    const before = await total()
    expect((await table(restorer, good, 'yes').expect(200)).body).toMatchObject({ stored: true, added: 2 })
    expect(await total()).toBe(before + 2)
    expect((await table(restorer, good, 'yes').expect(200)).body).toMatchObject({ added: 0, alreadyHere: 2 })
    expect(await total()).toBe(before + 2)
    const [machine] = (await restorer.get('/api/machines?q=T-1').expect(200)).body.machines
    const view = (await restorer.get(`/api/machines/${machine.id}`).expect(200)).body
    expect(view).toMatchObject({
      price: { minor: 1250, currency: 'EUR' },
      source: { from: 'Harbour widow' },
      claims: [{ words: '“always stuck”' }],
    })
    expect((await volunteer.get(`/api/machines/${machine.id}`).expect(200)).text).not.toMatch(/[:"]1250\b/)
  })

  it('sent by two people at once makes no doubles', async () => {
    const rowsOf = Array.from({ length: 30 }, (_, i) => `D-${i},Dial ${i},,,,,,,,`).join('\n')
    const before = await total()
    await Promise.all([
      table(restorer, head + rowsOf, 'yes').expect(200),
      table(restorer, head + rowsOf, 'yes').expect(200),
    ])
    expect(await total()).toBe(before + 30)
  })

  it('leaves projections as a rebuild would make them, and entries that people go on with', async () => {
    const db = connect(house.config.databaseUrl)
    expect(await rebuild(db, new Date().toISOString())).toEqual([])
    await db.close()
    const [machine] = (await restorer.get('/api/machines?q=T-2').expect(200)).body.machines
    expect(
      (await send(volunteer, [draft({ kind: 'note', machine: machine.id, words: 'unpacked' })])).body
        .entries[0].became,
    ).toBe('recorded')
  })

  it.each([
    ['an empty file', '', 'empty'],
    ['a header alone', head, 'no rows'],
    ['a picture', Buffer.from([0x89, 0x50, 0x4e, 0x47, 0, 0, 0, 1]), 'no table of text'],
  ])('%s is refused with a sentence', async (_name, text, says) => {
    const answer = await table(restorer, text)
    expect(answer.status).toBe(400)
    expect(answer.body.detail).toContain(says)
  })
  it('is not for a volunteer', async () => void (await table(volunteer, good).expect(403)))
  it('takes the mapping that a person chose', async () => {
    const { body } = await table(restorer, 'a,b\nM-1,Mangle\n', 'no', { 'entry number': 0, name: 1 }).expect(
      200,
    )
    expect(body).toMatchObject({ added: 1 })
  })
  it('reads what older spreadsheets write', async () => {
    const { body } = await table(
      restorer,
      Buffer.from('Entry number;Name\r\nL-1;M\xe5ler\r\n', 'latin1'),
    ).expect(200)
    expect(body.sample[0][1]).toBe('Måler')
  })
})

describe('a table out', () => {
  it('opens in a spreadsheet without running anything, and reads back', async () => {
    await table(restorer, 'Entry number,Name\nX-1,=HYPERLINK("http://example.org")\n', 'yes').expect(200)
    const { text, headers } = await volunteer.get('/api/table?q=hyperlink').expect(200)
    expect(headers['content-disposition']).toMatch(/machines-\d{4}-\d\d-\d\d\.csv/)
    expect(text).not.toMatch(/(^|,|")=/m)
    expect(readCsv(text).rows[0]?.cells[2]).toBe('=HYPERLINK("http://example.org")')
  })
  it('holds what the filters leave', async () => {
    const { text } = await volunteer.get('/api/table?q=dial').expect(200)
    expect(readCsv(text).rows).toHaveLength(30)
  })
})

describe('the list', () => {
  const names = async (query: string) => (await volunteer.get(`/api/machines?${query}`).expect(200)).body
  it.each([
    ['q=ticket', 0],
    ['q=brass', 0],
    ['q=tiket', 1],
    ['q=puncj', 1],
    ['q=tp+1', 0],
  ])('%s finds the punch, spelt so or nearly so', async (query, near) => {
    const body = await names(query)
    expect(body.machines.map((m: { plate: { name: string } }) => m.plate.name)).toContain('Ticket punch')
    expect(body.near).toHaveLength(near)
  })
  it('finds nothing for what comes near nothing', async () =>
    expect((await names('q=zzzzqqq')).total).toBe(0))
  it('takes a pattern’s own signs as letters', async () => expect((await names('q=%25')).total).toBe(0))
  it('is paged by position, whole and without doubles', async () => {
    const all = await total()
    const seen: string[] = []
    for (let from = 0; from < all; from += 7)
      seen.push(...(await names(`limit=7&from=${from}`)).machines.map((m: { id: string }) => m.id))
    expect(new Set(seen).size).toBe(all)
    expect(seen).toHaveLength(all)
  })
  it.each(['name', 'number', 'grade', 'came in', 'last written'])('has an order of %s', async (sort) =>
    expect((await names(`sort=${sort.replace(' ', '+')}`)).machines.length).toBeGreaterThan(0),
  )
  it('narrows by every filter', async () => {
    expect((await names('filter=not+surveyed')).total).toBe(await total())
    expect((await names('filter=not+surveyed&filter=grade+3+or+4')).total).toBe(0)
  })
})

describe('saved views', () => {
  const view = {
    name: 'to test',
    q: 'dial',
    filter: ['not surveyed'],
    sort: 'number',
    columns: ['name', 'grade'],
  }
  const post = (agent: Agent, body: object) =>
    agent.post('/api/views').set('x-anamnesis-token', agent.token).send(body)
  it('belong to one account; one of the same name is replaced', async () => {
    await post(volunteer, view).expect(201)
    const { body } = await post(volunteer, { ...view, q: '' }).expect(201)
    expect((await volunteer.get('/api/views').expect(200)).body.views).toEqual([
      { id: body.id, ...view, q: '' },
    ])
    expect((await restorer.get('/api/views').expect(200)).body.views).toEqual([])
    await restorer.delete(`/api/views/${body.id}`).set('x-anamnesis-token', restorer.token).expect(404)
    await volunteer.delete(`/api/views/${body.id}`).set('x-anamnesis-token', volunteer.token).expect(204)
    expect((await volunteer.get('/api/views').expect(200)).body.views).toEqual([])
  })
  it('refuse a name that is empty and a column that is none', async () => {
    await post(volunteer, { ...view, name: ' ' }).expect(400)
    await post(volunteer, { ...view, columns: ['colour'] }).expect(400)
  })
})
