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

async function say(agent: Agent, body: BodyOf<'evening'>) {
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
        { party: v.party, comes: 'usually' },
      ]),
    )
    expect(second?.people).toEqual([{ party: v.party, comes: 'usually' }])
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
