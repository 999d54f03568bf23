/** The plan over HTTP: who may say what of evenings, and what comes of it for everybody. */
import { v7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { PlanAnswer } from '#api/plan.ts'
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { EntryId } from '#core/ids.ts'
import { weekdayOf } from '#core/plan/evenings.ts'
import { dayAfter, dayOf } from '#core/quantity/time.ts'
import { nowInstant } from '../../platform/clock.ts'
import { ago, draft, send, startHouse, twoMachines, type Agent, type TestHouse } from '../../testing/house.ts'

let house: TestHouse
let restorer: Agent
let volunteer: Agent
let machine: string
const zone = 'Europe/Oslo'
const day = (ahead: number) => dayAfter(dayOf(nowInstant(), zone), ahead)
let minutes = 300

async function say(agent: Agent, body: BodyOf<'evening'> | BodyOf<'job'>) {
  const entry = draft(body, ago(--minutes))
  const answer = await send(agent, [entry])
  return {
    id: entry.id,
    became: answer.body.entries?.[0]?.became as string | undefined,
    status: answer.status,
  }
}
const plan = async (agent: Agent = volunteer, from?: string): Promise<PlanAnswer> =>
  (await agent.get(`/api/plan${from ? `?from=${from}` : ''}`).expect(200)).body

beforeAll(async () => {
  house = await startHouse()
  restorer = await house.as('restorer')
  volunteer = await house.as('volunteer')
  machine = (await twoMachines(await house.as('steward'))).machines[0]
})
afterAll(() => house.stop())

describe('evenings', () => {
  let series: EntryId
  it('are begun by who plans, and shown eight weeks ahead', async () => {
    const repeats: BodyOf<'evening'> = {
      kind: 'evening',
      what: 'repeats',
      weekday: weekdayOf(day(1)),
      everyWeeks: 1,
      first: day(0),
      from: '18:30',
      to: '21:30',
    }
    expect((await say(volunteer, repeats)).became).toBe('refused')
    const said = await say(restorer, repeats)
    expect(said.became).toBe('recorded')
    series = said.id
    const { evenings } = await plan()
    expect(evenings.map((e) => e.day)).toEqual(Array.from({ length: 8 }, (_, n) => day(1 + 7 * n)))
  })
  it('everybody says whether they come, also for somebody who rang up', async () => {
    const { volunteer: v, restorer: r } = house.people
    await say(volunteer, { kind: 'evening', what: 'usually', series, party: v.party, comes: true })
    await say(volunteer, { kind: 'evening', what: 'comes', day: day(1), party: r.party, comes: false })
    const [first, second] = (await plan()).evenings
    expect(first?.people).toEqual(
      expect.arrayContaining([
        { party: r.party, comes: 'not' },
        { party: v.party, comes: 'usually', often: 'mostly' },
      ]),
    )
    expect(second?.people).toEqual([{ party: v.party, comes: 'usually', often: 'mostly' }])
    const nobody = await say(volunteer, {
      kind: 'evening',
      what: 'comes',
      day: day(1),
      party: v7() as never,
      comes: true,
    })
    expect(nobody.became).toBe('refused')
  })
  it('have a sheet once it is told, with what speaks against it; it is on Bench on its day', async () => {
    const { volunteer: v, restorer: r } = house.people
    const row = { machine: machine as never, what: 'test all', people: [v.party], from: '18:30', minutes: 60 }
    const told = (rows: object[], on: string): BodyOf<'evening'> => ({
      kind: 'evening',
      what: 'told',
      day: on,
      rows: rows as never,
      leave: '21:10',
    })
    expect((await say(volunteer, told([row], day(1)))).became).toBe('refused')
    await say(restorer, told([row, { ...row, people: [r.party], authority: 'mains' }], day(1)))
    const answer = await plan()
    expect(answer.evenings[0]?.remarks.map((list) => list.map((x) => x.why))).toEqual([
      [],
      ['does not come', 'nobody authorised', 'alone'],
    ])
    expect(answer.names[machine]?.number).toBeDefined()
    expect((await volunteer.get('/api/bench')).body.evening).toMatchObject({ today: false, day: day(1) })
    await say(restorer, { kind: 'evening', what: 'planned', day: day(0), from: '17:00', to: '20:00' })
    await say(restorer, told([row], day(0)))
    const { evening } = (await volunteer.get('/api/bench')).body
    expect(evening).toMatchObject({ today: true, told: { leave: '21:10' } })
    expect(evening.names[machine]).toContain(answer.names[machine]?.number)
  })
  it('are called off, end, and stay readable on a day of one’s choice', async () => {
    await say(restorer, { kind: 'evening', what: 'called off', day: day(8), because: 'frost' })
    await say(restorer, { kind: 'evening', what: 'ends', series, after: day(15) })
    const { evenings, series: left } = await plan()
    expect(evenings.map((e) => [e.day, e.off?.because])).toEqual([
      [day(0), undefined],
      [day(1), undefined],
      [day(8), 'frost'],
      [day(15), undefined],
    ])
    expect(left).toHaveLength(1)
    expect((await plan(volunteer, day(9))).evenings.map((e) => e.day)).toEqual([day(15)])
    await volunteer.get('/api/plan?from=2026-02-30').expect(400)
  })
  it('go to a calendar', async () => {
    const { text, headers } = await volunteer.get('/api/evenings.ics').expect(200)
    expect(headers['content-type']).toContain('text/calendar')
    // Those that are off are not in it.
    expect(text.match(/BEGIN:VEVENT/g)).toHaveLength(3)
  })
})

describe('machines that are wanted', () => {
  const own = async () => (await plan()).machines.find((m) => m.id === machine)
  it('are told by who plans, with the day by which they are to be ready', async () => {
    const wanted: BodyOf<'job'> = {
      kind: 'job',
      what: 'wanted',
      machine: machine as never,
      end: 'lent',
      by: day(10),
      promised: true,
      matters: 3,
    }
    expect((await say(volunteer, wanted)).became).toBe('refused')
    expect((await say(restorer, wanted)).became).toBe('recorded')
    const found = await own()
    expect(found?.wanted).toMatchObject({ end: 'lent', by: day(10), promised: true, matters: 3 })
    expect((await volunteer.get('/api/bench')).body.evening).toMatchObject({ promised: true })
    // The end of that day by the clock of the house.
    expect(dayOf(found?.wanted?.due ?? '', zone)).toBe(day(10))
    await say(restorer, { kind: 'job', what: 'not wanted', machine: machine as never })
    expect((await own())?.wanted).toBeUndefined()
  })
  it('have work planned; volunteers say what is done of it, and its minutes teach the house', async () => {
    const step = {
      what: 'Wash the case',
      minutes: 30,
      minded: false,
      sun: false,
      tonight: false,
      stays: false,
    }
    const planned = await say(restorer, {
      kind: 'job',
      what: 'planned',
      machine: machine as never,
      name: 'wash',
      opens: false,
      steps: [step, { ...step, what: 'look' }],
    })
    for (const minutes of [20, 30, 70])
      await say(volunteer, {
        kind: 'job',
        what: 'done',
        machine: machine as never,
        step: `${planned.id}:0`,
        sort: 'wash the case',
        minutes,
      })
    expect((await own())?.done).toEqual([`${planned.id}:0`])
    expect((await plan()).minutes['wash the case']).toEqual({ n: 3, median: 30, low: 24, high: 54 })
    await say(restorer, {
      kind: 'job',
      what: 'takes',
      machine: machine as never,
      step: `${planned.id}:1`,
      minutes: 15,
    })
    expect((await own())?.takes).toEqual({ [`${planned.id}:1`]: 15 })
    await say(restorer, { kind: 'job', what: 'dropped', machine: machine as never, job: planned.id })
    // Nothing is left to do on it and nobody wants it: it is not offered any more.
    expect((await own())?.jobs ?? []).toEqual([])
  })
  it('refuse work that ends with something that may not be left', async () => {
    const tonight = { what: 'coat', minutes: 30, minded: false, sun: false, tonight: true, stays: false }
    const body = { kind: 'job', what: 'planned', machine, name: 'coat', opens: false, steps: [tonight] }
    const answer = await send(restorer, [draft(body as never, ago(--minutes))])
    expect(answer.status).toBe(400)
    expect(JSON.stringify(answer.body)).toContain('Nothing follows the last step')
  })
})

describe('a plan of several evenings', () => {
  it('is told whole: each of its sheets holds, and a person’s calendar has their rows', async () => {
    const { restorer: r, volunteer: v } = house.people
    const days = (await plan()).evenings.filter((e) => !e.off).map((e) => e.day)
    const row = {
      machine: machine as never,
      what: 'wash; rinse',
      people: [r.party],
      from: '18:30',
      minutes: 60,
    }
    const sheets = days.map((d) => ({ day: d, rows: [row], leave: '20:00' }))
    expect((await say(volunteer, { kind: 'evening', what: 'plan told', sheets })).became).toBe('refused')
    expect((await say(restorer, { kind: 'evening', what: 'plan told', sheets })).became).toBe('recorded')
    expect((await plan()).evenings.filter((e) => !e.off).map((e) => e.told?.leave)).toEqual(
      days.map(() => '20:00'),
    )
    await say(volunteer, {
      kind: 'evening',
      what: 'comes',
      day: days.at(-1) ?? '',
      party: r.party,
      comes: true,
    })
    const { text } = await volunteer.get(`/api/evenings.ics?party=${r.party}`).expect(200)
    expect(text).toContain('DESCRIPTION:18:30 wash\\; rinse')
    const other = await volunteer.get(`/api/evenings.ics?party=${v.party}`).expect(200)
    expect(other.text).not.toContain('DESCRIPTION')
    await volunteer.get('/api/evenings.ics?party=nobody').expect(400)
  })
  it('knows what there is to work at, and the sun where the house is known to be', async () => {
    expect(await plan()).toMatchObject({
      workshopSaid: false,
      sunKnown: false,
      workshop: { bench: 2, sink: 1 },
    })
    const places = { bench: 3, sink: 1, rack: 0, yard: 1 }
    await say(restorer, { kind: 'evening', what: 'workshop', places })
    expect(await plan()).toMatchObject({ workshopSaid: true, workshop: places })
    const steward = await house.as('steward')
    await steward
      .put('/api/house/position')
      .set('x-anamnesis-token', steward.token)
      .send({ latitude: 1, longitude: 10 })
      .expect(204)
    await say(restorer, { kind: 'evening', what: 'planned', day: day(3), from: '11:00', to: '15:00' })
    const { evenings } = await plan()
    const noon = evenings.find((e) => e.day === day(3))
    // On the equator the sun of noon is strong all year: all of these hours.
    expect(noon?.sun).toEqual([{ from: noon?.begins, to: noon?.ends }])
    expect(evenings.find((e) => e.from === '18:30')?.sun ?? []).toEqual([])
  })
})
