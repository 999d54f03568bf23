/** Loans over HTTP: who reads which, whose word is taken, and that the value stands where both sides agreed to it and nowhere else. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Body } from '#core/history/bodies/index.ts'
import type { LoanId, MachineId, PartyId } from '#core/ids.ts'
import { numberedId } from '#core/testing/script.ts'
import { ago, draft, send, startHouse, twoMachines, type Agent, type TestHouse } from '../../testing/house.ts'

const loan = numberedId<LoanId>(1, 6)
const others = numberedId<LoanId>(2, 6)
let house: TestHouse
let steward: Agent
let restorer: Agent
let guest: Agent
let machine: MachineId
let second: MachineId
let borrower: PartyId
let minutes = 600

const tell = async (agent: Agent, body: Body) => {
  const entry = draft(body, ago(--minutes))
  const answer = await send(agent, [entry])
  return { id: entry.id, status: answer.status, became: answer.body.entries?.[0] }
}
const asked = (id: LoanId, party: PartyId, of: MachineId): Body => ({
  kind: 'loan',
  what: 'asked',
  loan: id,
  way: 'out',
  with: party,
  purpose: 'a show of terminals',
  items: [
    { item: 'the terminal', machine: of, n: 1, returns: true },
    { item: 'mains lead', n: 2, returns: true },
  ],
})
const released = (id: LoanId, more: Partial<Extract<Body, { kind: 'handover' }>> = {}): Body =>
  ({
    kind: 'handover',
    what: 'released',
    loan: id,
    from: 'house',
    to: borrower,
    carriage: 'by hand',
    items: [
      { item: 'the terminal', n: 1 },
      { item: 'mains lead', n: 2 },
    ],
    machines: [machine],
    boxes: 1,
    although: [],
    ...more,
  }) as Body

beforeAll(async () => {
  house = await startHouse()
  steward = await house.as('steward')
  restorer = await house.as('restorer')
  guest = await house.as('guest')
  ;[machine, second] = (await twoMachines(steward)).machines as [MachineId, MachineId]
  borrower = house.people.guest.party
  const stranger = numberedId<PartyId>(9, 3)
  await tell(steward, {
    kind: 'party',
    party: stranger,
    name: 'Hollow Reach Club',
    sort: 'organisation',
    roles: [],
  })
  await tell(steward, asked(loan, borrower, machine))
  await tell(steward, asked(others, stranger, second))
  const terms = await tell(restorer, {
    kind: 'loan',
    what: 'terms',
    loan,
    from: '2026-01-01',
    to: '2026-12-31',
    noticeDays: 14,
    venue: { place: 'a hall' },
    run: { who: 'not to be run', named: [] },
    cover: { by: 'them', value: { minor: 125_000, currency: 'EUR' }, until: '2027-06-30' },
  })
  await tell(steward, {
    kind: 'loan',
    what: 'answered',
    loan,
    terms: terms.id,
    by: 'house',
    agreed: true,
    how: 'signed in',
  })
  expect(
    (
      await tell(guest, {
        kind: 'loan',
        what: 'answered',
        loan,
        terms: terms.id,
        by: borrower,
        agreed: true,
        how: 'signed in',
      })
    ).became,
  ).toMatchObject({ became: 'recorded' })
  await tell(restorer, {
    kind: 'look',
    loan,
    machine,
    stage: 'out',
    zones: [{ zone: 'lid', is: 'same' }],
  })
})
afterAll(() => house.stop())

describe('a guest', () => {
  it('reads their own loans and no other', async () => {
    const { body } = await guest.get('/api/loans').expect(200)
    expect(body.loans.map((l: { id: string }) => l.id)).toEqual([loan])
    await guest.get(`/api/loans/${loan}`).expect(200)
    await guest.get(`/api/loans/${others}`).expect(404)
    expect(JSON.stringify(body)).not.toContain('Hollow Reach')
  })
  it('sees of the machine in it nothing but the loan, without a grant', async () => {
    await guest.get(`/api/machines/${machine}`).expect(404)
    await guest.get('/api/people').expect(403)
  })
  it('writes of their own loan only, and of the machines in it only', async () => {
    const run = (id: LoanId, of: MachineId): Body => ({
      kind: 'run',
      loan: id,
      machine: of,
      minutes: 5,
      who: 'them',
      started: true,
    })
    expect((await tell(guest, run(others, second))).status).toBe(404)
    expect((await tell(guest, run(loan, second))).status).toBe(404)
    expect((await tell(guest, { kind: 'incident', machine: second, words: 'smoke', loan })).status).toBe(404)
  })
  it('does not answer for the house, write terms, recall, account or close', async () => {
    const { body } = await guest.get(`/api/loans/${loan}`)
    for (const wrong of [
      {
        kind: 'loan',
        what: 'answered',
        loan,
        terms: body.terms[0].id,
        by: 'house',
        agreed: true,
        how: 'ink',
      },
      { kind: 'loan', what: 'recalled', loan, homeBy: '2026-12-24', reason: 'x' },
      { kind: 'loan', what: 'accounted', loan, item: 'mains lead', n: 1, as: 'lost', words: 'x' },
      { kind: 'loan', what: 'closed', loan },
      released(loan),
    ] as Body[])
      expect((await tell(guest, wrong)).became).toMatchObject({ became: 'refused' })
  })
})

describe('the value', () => {
  const read = async (agent: Agent) => {
    const texts = await Promise.all(
      [`/api/loans/${loan}`, '/api/loans', `/api/machines/${machine}`, '/api/bench', '/api/machines'].map(
        async (path) => (await agent.get(path)).text,
      ),
    )
    return texts.join(' ')
  }
  it('stands before both parties and whoever sees prices, and in no answer to a volunteer', async () => {
    expect(await read(guest)).toContain('125000')
    expect(await read(restorer)).toContain('125000')
    expect(await read(await house.as('volunteer'))).not.toMatch(/125000|1,250|1250/)
  })
})

describe('on its way', () => {
  it('the house releases, the borrower receives, and an incident there bars power at once', async () => {
    // Nothing is said of its memory, its cards and its sheet: a restorer does not let it go by words.
    const unready = await tell(
      restorer,
      released(loan, {
        although: ['ready to travel', 'handover sheet'].map((rule) => ({ rule, because: 'it is near' })),
      } as never),
    )
    expect(unready.became).toMatchObject({ became: 'refused' })
    for (const what of ['memory switch off', 'cards secured', 'heads parked', 'handover sheet made'] as const)
      expect((await tell(restorer, { kind: 'precaution', machine, what })).became).toMatchObject({
        became: 'recorded',
      })
    const out = await tell(restorer, released(loan))
    expect(out.became).toMatchObject({ became: 'recorded' })
    const received: Body = {
      kind: 'handover',
      what: 'received',
      loan,
      of: out.id,
      by: borrower,
      items: [
        { item: 'the terminal', n: 1 },
        { item: 'mains lead', n: 2 },
      ],
      machines: [machine],
      boxes: [1],
      packing: 'in order',
    }
    expect((await tell(guest, received)).became).toMatchObject({ became: 'recorded' })
    // The same things do not arrive twice.
    expect((await tell(guest, received)).became).toMatchObject({
      became: 'refused',
      refusal: { rule: 'not-so-many' },
    })
    const incident = await tell(guest, { kind: 'incident', machine, words: 'smoke', loan })
    expect(incident.became).toMatchObject({ became: 'recorded' })
    const status = async () =>
      (await steward.get(`/api/machines/${machine}`)).body.plate?.status ??
      (await steward.get('/api/machines')).text
    expect(JSON.stringify(await status())).toContain('do not power')
    const clear: Body = { kind: 'hazard', what: 'cleared', machine, hazard: incident.id, words: 'dust' }
    for (const agent of [guest, await house.as('volunteer')])
      expect((await tell(agent, clear)).became?.became ?? 'not found').not.toBe('recorded')
    expect((await tell(restorer, clear)).became).toMatchObject({ became: 'recorded' })
  })
  it('two hands at once release a thing once', async () => {
    const back = (): Body =>
      released(loan, {
        from: borrower,
        to: 'house',
        items: [{ item: 'mains lead', n: 2 }],
        machines: [],
      } as never)
    const both = await Promise.all([tell(guest, back()), tell(restorer, back())])
    expect(both.filter((b) => b.became?.became === 'recorded')).toHaveLength(1)
  })
})
