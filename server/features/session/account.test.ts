/** One's own account: another password, sign-ins listed and ended, the password once more, limits that outlive a restart. */
import request from 'supertest'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import type { SecurityRow } from '#api/session.ts'
import { rows, run } from '../../db/connection.ts'
import {
  draft,
  password,
  send,
  signIn,
  startHouse,
  twoMachines,
  type Agent,
  type TestHouse,
} from '../../testing/house.ts'
import { refuseCommon } from './strength.ts'
import { networkOf } from './tries.ts'

let house: TestHouse
let steward: Agent
beforeEach(async () => {
  house = await startHouse()
  steward = await house.as('steward')
})
afterEach(() => house.stop())

const db = () => house.running.services.db
const fresh = 'seven brass washers and a spring'
const put = (agent: Agent, path: string, body: object) =>
  agent.put(`/api${path}`).set('x-anamnesis-token', agent.token).send(body)
const post = (agent: Agent, path: string, body: object) =>
  agent.post(`/api${path}`).set('x-anamnesis-token', agent.token).send(body)
const tryToSignIn = async (email: string, secret: string) => {
  const agent = request.agent(house.running.address)
  const { csrf } = (await agent.get('/api/session')).body as { csrf: string }
  return agent.post('/api/session').set('x-anamnesis-token', csrf).send({ email, password: secret })
}
const notes = async () =>
  ((await steward.get('/api/security-log').expect(200)).body as { notes: SecurityRow[] }).notes.map(
    (n) => `${n.did}: ${n.outcome}`,
  )
/** As if the password had been given long ago. */
const longAgo = () =>
  run(db(), `UPDATE session SET sess = (sess::jsonb - 'proven')::json WHERE sess->>'account' = $1`, [
    house.people.steward.account,
  ])

describe('another password', () => {
  it('lets in from then on, in place of the old one, and ends every other sign-in', async () => {
    const { email } = house.people.volunteer
    const [here, there] = [await house.as('volunteer'), await house.as('volunteer')]
    expect((await put(here, '/session/password', { password, fresh }).expect(200)).body).toEqual({ ended: 1 })
    await here.get('/api/people').expect(200)
    await there.get('/api/people').expect(401)
    expect((await tryToSignIn(email, password)).status).toBe(401)
    expect((await tryToSignIn(email, fresh)).status).toBe(200)
    expect(await notes()).toContain('change password: done')
  })
  it('is not set without the old one, nor by many tries, and that is noted', async () => {
    const volunteer = await house.as('volunteer')
    for (let i = 0; i < 11; i++)
      expect([403, 429]).toContain(
        (await put(volunteer, '/session/password', { password: `wrong ${i}`, fresh })).status,
      )
    await put(volunteer, '/session/password', { password, fresh }).expect(429)
    expect(await notes()).toContain('change password: refused')
  })
  it.each(['passwordpassword', 'qwertyuiop12', '123456789012', 'iloveyou1234', 'Volunteer@example.org'])(
    'is refused where many people use it, or it is made of what everybody knows: %s',
    async (common) => {
      const volunteer = await house.as('volunteer')
      const answer = await put(volunteer, '/session/password', { password, fresh: common }).expect(400)
      expect(answer.body.fields).toMatchObject([{ path: 'password' }])
    },
  )
  it('may be four ordinary words', () => expect(() => refuseCommon(fresh, ['somebody'])).not.toThrow())
})

describe('sign-ins', () => {
  it('are listed to their owner, by a name that lets nobody in, and ended one by one', async () => {
    const other = await house.as('steward')
    await house.as('volunteer')
    const list = async () =>
      ((await steward.get('/api/sessions').expect(200)).body as { sessions: { id: string; here: boolean }[] })
        .sessions
    expect((await list()).map((s) => s.here).sort()).toEqual([false, true])
    const stored = await rows<{ sid: string }>(db(), 'SELECT sid FROM session')
    expect(JSON.stringify(await list())).not.toContain(stored[0]!.sid)
    const there = (await list()).find((s) => !s.here)!
    await other.get('/api/people').expect(200)
    await steward.delete(`/api/sessions/${there.id}`).set('x-anamnesis-token', steward.token).expect(204)
    await other.get('/api/people').expect(401)
    expect(await list()).toHaveLength(1)
  })
  it('of somebody else are not there to be ended', async () => {
    const volunteer = await house.as('volunteer')
    const { sessions } = (await volunteer.get('/api/sessions').expect(200)).body as {
      sessions: { id: string }[]
    }
    await steward
      .delete(`/api/sessions/${sessions[0]!.id}`)
      .set('x-anamnesis-token', steward.token)
      .expect(404)
  })
  it('end twelve hours after the last use, and thirty days after they began, however often they are used', async () => {
    const [stored] = await rows<{ hours: string }>(
      db(),
      'SELECT extract(epoch FROM expire - now()) / 3600 AS hours FROM session LIMIT 1',
    )
    expect(Number(stored!.hours)).toBeGreaterThan(11.9)
    expect(Number(stored!.hours)).toBeLessThan(12.01)
    await run(
      db(),
      `UPDATE session SET sess = jsonb_set(sess::jsonb, '{since}', to_jsonb($1::bigint))::json`,
      [Date.now() - 30 * 86_400_000 - 1000],
    )
    await steward.get('/api/people').expect(401)
  })
})

describe('the password once more', () => {
  it('is asked before an invitation, a role and a grant, and holds for a while', async () => {
    const { machines } = await twoMachines(steward)
    await longAgo()
    const invite = { name: 'Somebody new', role: 'volunteer' }
    const grant = draft({
      kind: 'rule',
      what: 'grant',
      party: house.people.guest.party,
      machine: machines[0],
      granted: true,
    })
    const role = () =>
      steward
        .patch(`/api/people/${house.people.volunteer.account}`)
        .set('x-anamnesis-token', steward.token)
        .send({ role: 'restorer' })
    for (const answer of [
      await post(steward, '/people/invites', invite),
      await role(),
      await send(steward, [grant]),
    ])
      expect(answer.body).toMatchObject({ type: 'prove-again', status: 403 })
    await post(steward, '/session/proof', { password: 'not this one' }).expect(403)
    expect((await post(steward, '/people/invites', invite)).status).toBe(403)
    await post(steward, '/session/proof', { password }).expect(204)
    await post(steward, '/people/invites', invite).expect(201)
    await role().expect(200)
    await send(steward, [grant]).expect(200)
    const noted = await notes()
    for (const note of [
      'give password again: refused',
      'invite: done',
      'change a role: done',
      'grant or authorise: done',
    ])
      expect(noted).toContain(note)
  })
  it('is not asked for what everybody does', async () => {
    await longAgo()
    await send(steward, [draft({ kind: 'note', words: 'x' })]).expect(200)
  })
})

describe('tries to sign in', () => {
  it('are counted for the account, however it is written, and outlive the server’s memory', async () => {
    for (let i = 0; i < 10; i++)
      expect(
        (await tryToSignIn(`${i % 2 ? ' VOLUNTEER' : 'volunteer'}@example.org`, `wrong ${i}`)).status,
      ).toBe(401)
    expect((await tryToSignIn('volunteer@example.org', password)).status).toBe(429)
    expect((await tryToSignIn('restorer@example.org', password)).status).toBe(200)
    const [kept] = await rows<{ n: number }>(db(), `SELECT n FROM tries WHERE who LIKE 'account %'`)
    expect(kept!.n).toBeGreaterThan(10)
    // Ten minutes later it begins anew.
    await run(db(), `UPDATE tries SET since = since - interval '11 minutes'`)
    expect((await tryToSignIn('volunteer@example.org', password)).status).toBe(200)
  })
  it('are counted for the network they come from, over whatever accounts', async () => {
    for (let i = 0; i < 60; i++) await tryToSignIn(`nobody${i}@example.org`, 'wrong')
    expect((await tryToSignIn('steward@example.org', password)).status).toBe(429)
  })
  it('sent at once are counted each', async () => {
    const answers = await Promise.all(
      Array.from({ length: 30 }, () => tryToSignIn('volunteer@example.org', 'wrong at once')),
    )
    expect(answers.filter((a) => a.status === 401).length).toBe(10)
  })
  it.each([
    ['::ffff:192.0.2.7', '192.0.2.7'],
    ['2001:db8:1:2:3:4:5:6', '2001:db8:1:2'],
  ])('of %s come from %s', (ip, network) => expect(networkOf({ ip })).toBe(network))
})

describe('the security log', () => {
  it('says who signed in and who tried, to a steward only, and never what was typed', async () => {
    await tryToSignIn('volunteer@example.org', 'a secret that is wrong')
    const { body } = await steward.get('/api/security-log').expect(200)
    expect(JSON.stringify(body)).not.toContain('a secret')
    expect((body as { notes: SecurityRow[] }).notes[0]).toMatchObject({
      did: 'sign in',
      outcome: 'refused',
      who: 'volunteer@example.org',
    })
    await (
      await signIn(house.running.address, house.people.restorer.email)
    )
      .get('/api/security-log')
      .expect(403)
  })
})
