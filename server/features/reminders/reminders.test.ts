/** Reminders over HTTP and SMTP: a calendar read back by another parser (RFC 5545), mail by another (RFC 5322), and what stands in neither. */
import ICAL from 'ical.js'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Body } from '#core/history/bodies/index.ts'
import type { EntryId, LoanId, PartyId } from '#core/ids.ts'
import { numberedId } from '#core/testing/script.ts'
import { dayAfter, dayOf } from '#core/quantity/time.ts'
import { startMailTray, type RunningTray } from '#stand-ins/mail-tray/server.ts'
import { nowInstant, nowMs } from '../../platform/clock.ts'
import { run } from '../../db/connection.ts'
import { ago, draft, send, startHouse, type Agent, type TestHouse } from '../../testing/house.ts'
import { remind } from './mail.ts'
import { sendQueued } from './store.ts'

let house: TestHouse
let tray: RunningTray
let steward: Agent
let restorer: Agent
let guest: Agent
let borrower: PartyId
let minutes = 600
const zone = 'Europe/Oslo'
const today = () => dayOf(nowInstant(), zone)
const due = (days: number) => dayAfter(today(), days)

async function tell(agent: Agent, body: Body): Promise<EntryId> {
  const entry = draft(body, ago(--minutes))
  expect((await send(agent, [entry])).body.entries?.[0]).toMatchObject({ became: 'recorded' })
  return entry.id
}

/** Lent and there, due in so many days. */
async function lend(n: number, party: PartyId, days: number, place: string) {
  const loan = numberedId<LoanId>(n, 6)
  await tell(steward, {
    kind: 'loan',
    what: 'asked',
    loan,
    number: `LN2026-00${n}`,
    way: 'out',
    with: party,
    purpose: `for ${place}`,
    items: [{ item: 'mains lead', n: 2, returns: true }],
  })
  const terms = await tell(restorer, {
    kind: 'loan',
    what: 'terms',
    loan,
    from: due(-100),
    to: due(days),
    noticeDays: 14,
    venue: { place },
    run: { who: 'not to be run', named: [] },
    cover: { by: 'them', value: { minor: 125_000, currency: 'EUR' }, until: due(days + 30) },
  })
  for (const by of ['house', party] as const)
    await tell(steward, { kind: 'loan', what: 'answered', loan, terms, by, agreed: true, how: 'ink' })
  await tell(restorer, {
    kind: 'handover',
    what: 'released',
    loan,
    from: 'house',
    to: party,
    carriage: 'by hand',
    items: [{ item: 'mains lead', n: 2 }],
    machines: [],
    boxes: 0,
    although: [],
  })
}
const change = (agent: Agent, method: 'post' | 'put' | 'delete', path: string, body: object = {}) =>
  agent[method](path).set('x-anamnesis-token', agent.token).send(body)
const mails = async () =>
  ((await (await fetch(tray.tray)).json()) as { mails: Record<string, string>[] }).mails

beforeAll(async () => {
  tray = await startMailTray()
  house = await startHouse({
    ANAMNESIS_SMTP: tray.smtp,
    ANAMNESIS_MAIL_FROM: 'loans@example.org',
    ANAMNESIS_MAIL_TRAY: tray.tray,
  })
  steward = await house.as('steward')
  restorer = await house.as('restorer')
  guest = await house.as('guest')
  borrower = house.people.guest.party
  const stranger = numberedId<PartyId>(9, 3)
  await tell(steward, {
    kind: 'party',
    party: stranger,
    name: 'Hollow Reach Club',
    sort: 'organisation',
    roles: [],
  })
  await lend(1, borrower, 3, 'a hall by the water')
  await lend(2, stranger, 40, 'a club room')
})
afterAll(async () => {
  await house.stop()
  await tray.stop()
})

describe('the calendar address', () => {
  const address = async (agent: Agent): Promise<string> =>
    (await change(agent, 'post', '/api/reminders/calendar').expect(201)).body.path
  const read = (path: string) => fetch(`${house.running.address}${path}`)
  const events = (text: string) =>
    new ICAL.Component(ICAL.parse(text))
      .getAllSubcomponents('vevent')
      .map((e) => new ICAL.Event(e))
      .map((e) => [e.summary, e.startDate.toString(), e.endDate.toString(), e.startDate.isDate])

  it('is read without signing in, and holds numbers and days: a guest’s their own, the house’s all', async () => {
    const theirs = await read(await address(guest))
    expect(theirs.headers.get('content-type')).toContain('text/calendar')
    expect(events(await theirs.text())).toEqual([
      ['Loan LN2026-001: due back', due(3), due(4), true],
      ['Loan LN2026-001: cover ends', due(33), due(34), true],
    ])
    expect(events(await (await read(await address(restorer))).text())).toHaveLength(4)
  })
  it('names no place, no people and no value', async () => {
    const text = await (await read(await address(steward))).text()
    expect(text).not.toMatch(/125000|1,250|1250|Hollow|guest|hall|club|example\.org/i)
  })
  it('stops when another is made, when it is taken back, and when the account is closed', async () => {
    const first = await address(guest)
    const second = await address(guest)
    expect((await read(first)).status).toBe(404)
    expect((await read(second)).status).toBe(200)
    await run(house.running.services.db, 'UPDATE accounts SET active = false WHERE email = $1', [
      house.people.guest.email,
    ])
    expect((await read(second)).status).toBe(404)
    await run(house.running.services.db, 'UPDATE accounts SET active = true WHERE email = $1', [
      house.people.guest.email,
    ])
    await change(guest, 'delete', '/api/reminders/calendar').expect(204)
    expect((await read(second)).status).toBe(404)
    expect((await guest.get('/api/reminders')).body.calendar).toBeUndefined()
    expect((await read('/api/calendar/none.ics')).status).toBe(400)
  })
})

describe('mail', () => {
  it('goes to nobody who did not ask for it', async () => {
    expect(await remind(house.running.services)).toBe(0)
    expect(await mails()).toEqual([])
  })
  it('says the number and the date, once to each, also when two servers send at once', async () => {
    await change(guest, 'put', '/api/reminders', { mail: true }).expect(204)
    const sent = await Promise.all([remind(house.running.services), remind(house.running.services)])
    expect(sent.reduce((a, b) => a + b)).toBe(1)
    expect(await remind(house.running.services)).toBe(0)
    const [mail, ...others] = await mails()
    expect(others).toEqual([])
    expect(mail).toMatchObject({ to: house.people.guest.email, from: 'loans@example.org' })
    expect(mail?.['subject']).toMatch(/^Loan LN2026-001: due back /)
    expect(JSON.stringify(mail)).not.toMatch(/125000|1,250|1250|hall|lead/i)
  })
  it('that does not go is kept, and tried again later', async () => {
    const { db } = house.running.services
    await run(db, 'UPDATE mails SET sent = NULL')
    const tried: string[] = []
    const broken = () => Promise.reject(new Error('no route'))
    await sendQueued(db, nowInstant(), broken, (e) => tried.push(e.message))
    expect(tried).toEqual(['no route'])
    // Not at once.
    await sendQueued(db, nowInstant(), broken, (e) => tried.push(e.message))
    expect(tried).toHaveLength(1)
    const later = new Date(nowMs() + 2 * 60_000).toISOString()
    expect(
      await sendQueued(
        db,
        later,
        () => Promise.resolve(),
        () => undefined,
      ),
    ).toBe(1)
  })
  it('in the demo is read by stewards', async () => {
    expect((await steward.get('/api/mail-tray').expect(200)).body.mails).toHaveLength(1)
    await restorer.get('/api/mail-tray').expect(403)
    expect((await guest.get('/api/reminders')).body).toMatchObject({ mail: true, by: 'simulated' })
  })
})
