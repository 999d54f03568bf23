/** Practice over HTTP: runs are told anew, one's own stay one's own, and a steward sees a day and a number. */
import { v7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { PracticeCase } from '#core/practice/case.ts'
import { SimulatedMachine } from '#core/practice/machine.ts'
import { typeLine } from '#core/practice/play.ts'
import type { PracticeRun, RunEnd } from '#core/practice/run.ts'
import { findWritten } from '#core/practice/written/index.ts'
import { rows } from '../../db/connection.ts'
import { startHouse, type Agent, type TestHouse } from '../../testing/house.ts'

let house: TestHouse
let steward: Agent
let volunteer: Agent
let restorer: Agent

const startedAt = '2026-03-02T18:00:00.000Z'
const caseOf = (name: string): PracticeCase => {
  const found = findWritten(`written/${name}`)
  if (!found) throw new Error(`no case ${name}`)
  return found
}
async function done(
  told: PracticeCase,
  lines: readonly string[],
  end?: RunEnd,
  set?: string,
): Promise<PracticeRun> {
  const machine = await SimulatedMachine.begin(told, startedAt, 'Somebody')
  for (const line of lines) expect([line, await typeLine(machine, line)]).toEqual([line, true])
  return {
    id: v7(),
    case: told,
    startedAt,
    you: 'Somebody',
    groups: machine.groups.map((g) => [...g]) as PracticeRun['groups'],
    end,
    endedAt: machine.now,
    set,
  }
}
const send = (agent: Agent, run: PracticeRun) =>
  agent
    .post('/api/practice/runs')
    .set('x-anamnesis-token', agent.token)
    .send(JSON.parse(JSON.stringify(run)))
const ask = (agent: Agent, wish: object) =>
  agent.post('/api/practice/set').set('x-anamnesis-token', agent.token).send(wish)
const contact: RunEnd = { how: 'cause', causes: [{ sort: 'contact', at: 'IC4' }] }

beforeAll(async () => {
  house = await startHouse()
  steward = await house.as('steward')
  volunteer = await house.as('volunteer')
  restorer = await house.as('restorer')
})
afterAll(() => house.stop())

describe('a run', () => {
  it('is judged by the server, kept once, and is its own person’s alone', async () => {
    const run = await done(
      caseOf('contact-or-part'),
      ['test all', 'look at IC4', 'reseat IC4', 'test full count, bell'],
      contact,
    )
    const { body } = await send(volunteer, run).expect(201)
    expect(body.outcome).toMatchObject({ right: 'right', failing: [], minutes: 21, disturbedUnseen: [] })
    await send(volunteer, run).expect(201)
    const own = await volunteer.get('/api/practice').expect(200)
    expect(own.body.runs).toMatchObject([{ id: run.id, key: 'written/contact-or-part', level: 2 }])
    expect((await volunteer.get(`/api/practice/runs/${run.id}`).expect(200)).body.groups).toHaveLength(4)
    for (const other of [steward, restorer]) {
      expect((await other.get('/api/practice').expect(200)).body.runs).toEqual([])
      await other.get(`/api/practice/runs/${run.id}`).expect(404)
      await other.delete(`/api/practice/runs/${run.id}`).set('x-anamnesis-token', other.token).expect(204)
    }
    // The same number from another person is not taken, and shows nothing.
    const stolen = await send(restorer, run)
    expect([stolen.status, JSON.stringify(stolen.body)]).toEqual([409, expect.not.stringContaining('IC4')])
    expect((await volunteer.get('/api/practice')).body.runs).toHaveLength(1)
    await volunteer
      .delete(`/api/practice/runs/${run.id}`)
      .set('x-anamnesis-token', volunteer.token)
      .expect(204)
    expect((await volunteer.get('/api/practice')).body.runs).toEqual([])
  })
  it('is not taken at its word: a result that was typed into it is answered anew', async () => {
    const run = await done(caseOf('contact-or-part'), ['test all'], contact)
    const forged = structuredClone(run)
    for (const group of forged.groups)
      for (const draft of group)
        if (draft.body.kind === 'test') for (const r of draft.body.results) r.result = { is: 'pass' }
    const { body } = await send(volunteer, forged).expect(201)
    expect(body.outcome.failing).toEqual(['count', 'bell'])
  })
  it('needs an end, and what was written has to be of its kind', async () => {
    const open = await done(caseOf('contact-or-part'), ['test all'])
    expect((await send(volunteer, open).expect(400)).body.fields).toMatchObject([{ path: 'end' }])
    const run = {
      ...(await done(caseOf('contact-or-part'), ['test all'], contact)),
      groups: [[{ id: v7() }]],
    }
    await send(volunteer, run as never).expect(400)
    const other = await send(volunteer, { ...open, end: contact, colour: 'red' } as never)
    expect([other.status, other.body.type]).toEqual([400, 'invalid'])
  })
  it('leaves nothing in the collection', async () => {
    const [{ entries, machines, parts } = { entries: 'x', machines: 'x', parts: 'x' }] = await rows<{
      entries: string
      machines: string
      parts: string
    }>(
      house.running.services.db,
      `SELECT (SELECT count(*) FROM entries WHERE kind IN ('machine', 'test', 'episode')) AS entries,
              (SELECT count(*) FROM machines) AS machines, (SELECT count(*) FROM parts) AS parts`,
    )
    expect([entries, machines, parts]).toEqual(['0', '0', '0'])
  })
})

describe('a case that a steward asks for', () => {
  const wish = (name: string) => ({
    party: house.people.volunteer.party,
    case: { written: name },
    authority: 'mains',
  })
  it('is seen by whom it is asked of, and done on a day with so many unsafe acts', async () => {
    const { id } = (await ask(steward, wish('unsafe-power')).expect(201)).body
    const own = await volunteer.get('/api/practice').expect(200)
    expect(own.body.asked).toMatchObject([{ id, authority: 'mains', case: { title: 'Unsafe power' } }])
    expect((await restorer.get('/api/practice')).body.asked).toEqual([])
    const told: PracticeCase = own.body.asked[0].case
    const careless = await done(told, ['power on'], { how: 'unsafe' }, id)
    expect((await send(volunteer, careless).expect(201)).body.outcome.right).toBe('unsafe')
    const seen = async () => (await steward.get('/api/practice/set').expect(200)).body.set
    expect(await seen()).toMatchObject([{ id, done: { unsafeActs: 1 } }])
    const careful = await done(
      told,
      [
        'done earth and insulation',
        'wait until it is dry 24h',
        'test all',
        'done plug out',
        'done reservoir measured 0 V',
      ],
      { how: 'stopped', because: 'enough for today' },
      id,
    )
    await send(volunteer, careful).expect(201)
    const [row] = await seen()
    expect(row).toMatchObject({ id, done: { unsafeActs: 0 } })
    // A day and a number: nothing of what was written or said.
    expect(Object.keys(row).sort()).toEqual(['at', 'authority', 'done', 'id', 'party', 'title'])
    expect(Object.keys(row.done).sort()).toEqual(['on', 'unsafeActs'])
  })
  it('is only done by doing that case', async () => {
    const { id } = (await ask(steward, wish('unsafe-power')).expect(201)).body
    const easier = await done(caseOf('contact-or-part'), ['test all'], contact, id)
    expect((await send(volunteer, easier).expect(400)).body.fields).toMatchObject([{ path: 'case' }])
    // Another person's run does not count for it.
    const theirs = await done(caseOf('unsafe-power'), ['look at F1'], { how: 'stopped', because: 'x' }, id)
    await send(restorer, theirs).expect(201)
    const set = (await steward.get('/api/practice/set')).body.set
    expect(set.find((s: { id: string }) => s.id === id).done).toBeUndefined()
    await steward.delete(`/api/practice/set/${id}`).set('x-anamnesis-token', steward.token).expect(204)
    expect((await volunteer.get('/api/practice')).body.asked).toHaveLength(1)
  })
  it('is asked by stewards, of people with an account, and exists', async () => {
    await ask(volunteer, wish('unsafe-power')).expect(403)
    await ask(restorer, wish('unsafe-power')).expect(403)
    await restorer.get('/api/practice/set').expect(403)
    await ask(steward, wish('no-such-case')).expect(404)
    await ask(steward, { ...wish('rails-first'), party: house.people.guest.party }).expect(400)
    await ask(steward, { ...wish('rails-first'), case: { type: v7(), level: 1, seed: 1 } }).expect(404)
  })
})
