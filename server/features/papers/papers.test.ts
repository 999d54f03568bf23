/** Papers over HTTP: issued once, kept as issued, flagged when the record says otherwise, and the sheet that came back signed. */
import { readFile, readdir, writeFile } from 'node:fs/promises'
import path from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { PapersAnswer, PaperRow } from '#api/papers.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { EntryId, LoanId, MachineId, PartyId } from '#core/ids.ts'
import { numberedId } from '#core/testing/script.ts'
import { ago, draft, send, startHouse, twoMachines, type Agent, type TestHouse } from '../../testing/house.ts'

const loan = numberedId<LoanId>(1, 6)
let house: TestHouse
let steward: Agent
let restorer: Agent
let volunteer: Agent
let guest: Agent
let machine: MachineId
let borrower: PartyId
let minutes = 600

async function tell(agent: Agent, body: Body): Promise<EntryId> {
  const entry = draft(body, ago(--minutes))
  const answer = await send(agent, [entry])
  expect(answer.body.entries?.[0]).toMatchObject({ became: 'recorded' })
  return entry.id
}
const terms = (to: string): Body => ({
  kind: 'loan',
  what: 'terms',
  loan,
  from: '2026-01-01',
  to,
  noticeDays: 14,
  venue: { place: 'a hall <upstairs>' },
  run: { who: 'not to be run', named: [] },
  cover: { by: 'them', value: { minor: 125_000, currency: 'EUR' }, until: '2027-06-30' },
})
const papers = async (agent: Agent): Promise<PapersAnswer> =>
  (await agent.get(`/api/loans/${loan}/papers`).expect(200)).body as PapersAnswer
const paperOf = async (agent: Agent, sort: string): Promise<PaperRow> =>
  (await papers(agent)).papers.find((p) => p.sort === sort)!
const issue = (agent: Agent, body: object) =>
  agent.post(`/api/loans/${loan}/papers`).set('x-anamnesis-token', agent.token).send(body)
const textOf = (agent: Agent, id: string) => agent.get(`/api/loans/${loan}/papers/${id}`)
/** The smallest PDF that says so in its first bytes. */
const scan = Buffer.from('%PDF-1.4\n%%EOF\n')
const keep = (agent: Agent, fields: Readonly<Record<string, string>>, file: Buffer = scan) => {
  let request = agent.post(`/api/loans/${loan}/signed`).set('x-anamnesis-token', agent.token)
  for (const [name, value] of Object.entries(fields)) request = request.field(name, value)
  return request.attach('scan', file, 'sheet.pdf')
}

beforeAll(async () => {
  house = await startHouse()
  steward = await house.as('steward')
  restorer = await house.as('restorer')
  volunteer = await house.as('volunteer')
  guest = await house.as('guest')
  machine = (await twoMachines(steward)).machines[0]
  borrower = house.people.guest.party
  await tell(steward, {
    kind: 'loan',
    what: 'asked',
    loan,
    number: 'LN2026-004',
    way: 'out',
    with: borrower,
    purpose: 'a show of terminals',
    items: [
      { item: 'the terminal', machine, n: 1, returns: true },
      { item: 'mains lead', n: 2, returns: true },
    ],
  })
  await tell(restorer, terms('2026-06-30'))
})
afterAll(() => house.stop())

describe('an agreement', () => {
  it('is issued by whoever sees values, with the value on it, and bears the code of its text', async () => {
    await issue(volunteer, { sort: 'agreement' }).expect(403)
    await issue(restorer, { sort: 'agreement' }).expect(201)
    const paper = await paperOf(restorer, 'agreement')
    expect(paper).toMatchObject({ number: 1, intact: true, opens: true, contradicted: [] })
    const { text } = await textOf(restorer, paper.id).expect(200)
    expect(text).toContain('€1,250.00')
    expect(text).toContain(paper.code)
    expect(text).toContain('Paper 1 of loan LN2026-004')
    // What people typed stands in it as words.
    expect(text).toContain('a hall &lt;upstairs&gt;')
    expect(text).not.toContain('<upstairs>')
    expect(text).not.toMatch(/<script|https?:\/\/(?!www\.w3\.org)/)
  })
  it('is open to both parties, and its value to no volunteer', async () => {
    const { id } = await paperOf(guest, 'agreement')
    expect((await textOf(guest, id).expect(200)).text).toContain('€1,250.00')
    await textOf(volunteer, id).expect(404)
    const seen = await papers(volunteer)
    expect(seen.papers[0]).toMatchObject({ sort: 'agreement', opens: false })
    expect(JSON.stringify(seen)).not.toMatch(/1,250|125000/)
  })
  it('signed on paper counts for the version on that sheet, and for no other', async () => {
    const first = await paperOf(steward, 'agreement')
    await tell(restorer, terms('2026-08-31'))
    // The newer terms contradict the paper, and it says so.
    const [flag] = (await paperOf(steward, 'agreement')).contradicted.filter((c) =>
      c.title.startsWith('Terms'),
    )
    expect(flag?.paper.join()).toContain('30 Jun 2026')
    const guestSees = (await paperOf(guest, 'agreement')).contradicted
    expect(guestSees.length).toBeGreaterThan(0)
    expect(guestSees.every((c) => c.paper.length + c.record.length === 0)).toBe(true)

    await keep(steward, { code: 'FFFF-0000', on: '2026-01-02', by: borrower }).expect(400)
    await keep(steward, {
      code: first.code.toLowerCase().replace('-', ' '),
      on: '2026-01-02',
      by: `${borrower},house`,
    }).expect(201)
    const view = (await steward.get(`/api/loans/${loan}`)).body
    expect(view.agreement).toBe('changed, not agreed')
    expect(view.terms.map((t: { house?: boolean; party?: boolean }) => [t.house, t.party])).toEqual([
      [true, true],
      [undefined, undefined],
    ])
    await issue(steward, { sort: 'agreement' }).expect(201)
    const second = await paperOf(steward, 'agreement')
    await keep(steward, { code: second.code, on: '2026-01-03', by: `${borrower},house` }).expect(201)
    expect((await steward.get(`/api/loans/${loan}`)).body.agreement).toBe('agreed')
  })
  it('keeps the signed sheet beside it, for whoever may open the paper', async () => {
    const paper = await paperOf(steward, 'agreement')
    const [sheet] = paper.signed
    const answer = await textOf(steward, sheet!.id).expect(200)
    expect(answer.headers['content-type']).toContain('application/pdf')
    await textOf(guest, sheet!.id).expect(200)
    await textOf(volunteer, sheet!.id).expect(404)
  })
  it('takes no file that is no scan, and nobody’s word who is not of it', async () => {
    const { code } = await paperOf(steward, 'agreement')
    await keep(steward, { code, on: '2026-01-03', by: 'house' }, Buffer.from('<html>')).expect(415)
    await keep(steward, { code, on: '2026-01-03', by: numberedId<PartyId>(77, 3) }).expect(409)
    await keep(guest, { code, on: '2026-01-03', by: 'house' }).expect(403)
  })
})

describe('other papers', () => {
  it('are numbered one after the other, also when two are issued at once', async () => {
    const before = (await papers(steward)).papers.length
    const both = await Promise.all([
      issue(volunteer, { sort: 'packing list', packed: [{ item: 'mains lead', n: 2, box: 2 }] }),
      issue(restorer, { sort: 'handover sheet', machine }),
    ])
    expect(both.map((b) => b.status)).toEqual([201, 201])
    const { papers: all, packed } = await papers(steward)
    expect(all.map((p) => p.number).sort((a, b) => a - b)).toEqual(
      Array.from({ length: before + 2 }, (_, i) => i + 1),
    )
    expect(packed).toEqual([{ item: 'mains lead', n: 2, box: 2 }])
  })
  it('name no value, and are flagged by a danger that was written later', async () => {
    const sheet = await paperOf(volunteer, 'handover sheet')
    expect((await textOf(volunteer, sheet.id).expect(200)).text).not.toMatch(/1,250|125000/)
    expect(sheet.contradicted).toEqual([])
    await tell(volunteer, {
      kind: 'hazard',
      what: 'noted',
      machine,
      words: 'a cracked plug',
      barsPower: true,
    })
    expect((await paperOf(volunteer, 'handover sheet')).contradicted).toContainEqual({
      title: 'What must not be done',
      paper: [],
      record: ['Do not power: a cracked plug'],
    })
  })
  it('are of a machine in the loan, or of none', async () => {
    await issue(steward, { sort: 'handover sheet' }).expect(400)
    await issue(steward, { sort: 'agreement', machine }).expect(400)
    await issue(steward, { sort: 'receipt' }).expect(400)
    await issue(guest, { sort: 'packing list' }).expect(403)
  })
  it('are not as issued when somebody changed the file', async () => {
    const { id } = await paperOf(steward, 'packing list')
    const folder = path.join(house.config.dataDir, 'files')
    for (const name of await readdir(folder, { recursive: true })) {
      const file = path.join(folder, name)
      const text = await readFile(file, 'utf8').catch(() => '')
      if (text.includes('<h1>Packing list'))
        await writeFile(file, text.replace('2 × mains lead', '3 × mains lead'))
    }
    expect((await papers(steward)).papers.find((p) => p.id === id)?.intact).toBe(false)
  })
})
