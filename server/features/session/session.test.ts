import request from 'supertest'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { rows } from '../../db/connection.ts'
import { AccountModel } from '../../db/models.ts'
import { setClock } from '../../platform/clock.ts'
import { readConfig } from '../../platform/config.ts'
import { forgetHouse } from '../../platform/access.ts'
import { createLog, startServer, type Running } from '../../server.ts'
import {
  draft,
  password,
  send,
  signIn,
  startHouse,
  testDatabase,
  twoMachines,
  type TestHouse,
} from '../../testing/house.ts'
import { offerSetup } from './routes.ts'

let house: TestHouse
beforeAll(async () => {
  house = await startHouse()
})
afterAll(async () => {
  setClock(undefined)
  await house.stop()
})

const session = async () => {
  const agent = request.agent(house.running.address)
  const { csrf } = (await agent.get('/api/session').expect(200)).body
  return {
    agent,
    csrf,
    post: (body: object) => agent.post('/api/session').set('x-anamnesis-token', csrf).send(body),
  }
}

describe('signing in', () => {
  // OWASP ASVS 4.0.3 V2.4.1: argon2id; V3.2.1: a new session at sign-in; V3.4: HttpOnly and SameSite cookies.
  it('keeps passwords as argon2id hashes only', async () => {
    const account = await AccountModel.findOne({ where: { email: 'volunteer@example.org' } })
    expect(account!.passwordHash).toMatch(/^\$argon2id\$v=19\$m=19456,t=2,p=1\$/)
  })
  it('gives a new session, with a cookie that scripts and other sites cannot use', async () => {
    const { agent, post } = await session()
    const before = agent.jar
      .getCookies({ domain: '127.0.0.1', path: '/', secure: false, script: false })
      .toValueString()
    const answer = await post({ email: 'Volunteer@Example.org ', password }).expect(200)
    const cookie = String(answer.headers['set-cookie'])
    expect(cookie).toMatch(/HttpOnly/)
    expect(cookie).toMatch(/SameSite=Lax/)
    expect(cookie.split(';')[0]).not.toBe(before)
    expect(answer.body.me).toMatchObject({ role: 'volunteer', name: 'A volunteer', initials: 'AV' })
  })
  it('says the same for a wrong password and an unknown address', async () => {
    const { post } = await session()
    const wrong = (await post({ email: 'restorer@example.org', password: 'not the right one' }).expect(401))
      .body
    const unknown = (await post({ email: 'nobody@example.org', password: 'not the right one' }).expect(401))
      .body
    expect(wrong).toEqual(unknown)
  })
  it('asks to wait after ten wrong tries at one address', async () => {
    const { post } = await session()
    for (let i = 0; i < 10; i++)
      await post({ email: 'guest@example.org', password: `wrong ${i}` }).expect(401)
    const answer = await post({ email: 'guest@example.org', password }).expect(429)
    expect(answer.body).toMatchObject({ type: 'too-many-tries' })
  })
  it('ends at sign-out', async () => {
    const agent = await signIn(house.running.address, 'steward@example.org')
    await agent.get('/api/bench').expect(200)
    await agent.delete('/api/session').set('x-anamnesis-token', agent.token).expect(204)
    await agent.get('/api/bench').expect(401)
  })
})

describe('invitations', () => {
  it('work once, for fourteen days, and keep only the hash of their link', async () => {
    const steward = await house.as('steward')
    const invite = (name: string) =>
      steward
        .post('/api/people/invites')
        .set('x-anamnesis-token', steward.token)
        .send({ name, role: 'volunteer' })
        .expect(201)
    const { path } = (await invite('New Person')).body
    const token = path.split('/').pop()
    expect(JSON.stringify(await rows(house.running.services.db, 'SELECT * FROM invites'))).not.toContain(
      token,
    )
    const guest = await session()
    expect((await guest.agent.get(`/api/invitations/${token}`).expect(200)).body).toEqual({
      name: 'New Person',
      role: 'volunteer',
      collection: 'Test house',
    })
    const accept = (email: string, pass = password) =>
      guest.agent
        .post(`/api/invitations/${token}`)
        .set('x-anamnesis-token', guest.csrf)
        .send({ email, password: pass })
    await accept('new@example.org', 'too short').expect(400)
    await accept('steward@example.org').expect(409)
    await accept('new@example.org').expect(201)
    const later = await session()
    await later.agent
      .post(`/api/invitations/${token}`)
      .set('x-anamnesis-token', later.csrf)
      .send({ email: 'other@example.org', password })
      .expect(404)

    const second = (await invite('Late Person')).body.path.split('/').pop()
    setClock(Date.now() + 15 * 86_400_000)
    await later.agent.get(`/api/invitations/${second}`).expect(404)
    setClock(undefined)
  })
  it('are a steward’s to give', async () => {
    const restorer = await house.as('restorer')
    await restorer
      .post('/api/people/invites')
      .set('x-anamnesis-token', restorer.token)
      .send({ name: 'X', role: 'steward' })
      .expect(403)
  })
})

describe('what happens at once', () => {
  const invited = async () => {
    const steward = await house.as('steward')
    const { path } = (
      await steward
        .post('/api/people/invites')
        .set('x-anamnesis-token', steward.token)
        .send({ name: 'Invited', role: 'steward' })
        .expect(201)
    ).body
    return String(path).split('/').pop()
  }
  const count = async (sql: string) =>
    Number((await rows<{ n: string }>(house.running.services.db, sql))[0]?.n)
  it('one invitation makes one account, however many take it', async () => {
    const token = await invited()
    const before = await count('SELECT count(*) AS n FROM accounts')
    const visitors = await Promise.all(Array.from({ length: 8 }, session))
    const statuses = await Promise.all(
      visitors.map(({ agent, csrf }, i) =>
        agent
          .post(`/api/invitations/${token}`)
          .set('x-anamnesis-token', csrf)
          .send({ email: `at-once-${i}@example.org`, password })
          .then((r) => r.status),
      ),
    )
    expect(statuses.sort()).toEqual([201, ...Array<number>(7).fill(404)])
    expect(await count('SELECT count(*) AS n FROM accounts')).toBe(before + 1)
  })
  it('one address belongs to one account, and no person is left behind without one', async () => {
    const tokens = await Promise.all(Array.from({ length: 6 }, invited))
    const parties = await count(`SELECT count(*) AS n FROM entries WHERE kind = 'party'`)
    const visitors = await Promise.all(tokens.map(session))
    const statuses = await Promise.all(
      visitors.map(({ agent, csrf }, i) =>
        agent
          .post(`/api/invitations/${tokens[i]}`)
          .set('x-anamnesis-token', csrf)
          .send({ email: 'the-same@example.org', password })
          .then((r) => r.status),
      ),
    )
    expect(statuses.sort()).toEqual([201, ...Array<number>(5).fill(409)])
    expect(await count(`SELECT count(*) AS n FROM entries WHERE kind = 'party'`)).toBe(parties + 1)
    // Whose address was taken may use theirs with another.
    expect(await count('SELECT count(*) AS n FROM invites WHERE used_at IS NULL')).toBeGreaterThanOrEqual(5)
  })
  it('two stewards who demote each other leave one', async () => {
    await AccountModel.update({ role: 'steward' }, { where: { email: 'restorer@example.org' } })
    await AccountModel.update(
      { role: 'volunteer' },
      {
        where: {
          email: [
            'at-once-0',
            'at-once-1',
            'at-once-2',
            'at-once-3',
            'at-once-4',
            'at-once-5',
            'at-once-6',
            'at-once-7',
            'the-same',
          ].map((n) => `${n}@example.org`),
        },
      },
    )
    const [a, b] = [await house.as('steward'), await house.as('restorer')]
    const demote = (agent: typeof a, account: string) =>
      agent.patch(`/api/people/${account}`).set('x-anamnesis-token', agent.token).send({ role: 'restorer' })
    const statuses = (
      await Promise.all([demote(a, house.people.restorer.account), demote(b, house.people.steward.account)])
    ).map((r) => r.status)
    expect(statuses).toContain(200)
    expect(statuses.some((s) => s === 403 || s === 409)).toBe(true)
    expect(await AccountModel.count({ where: { role: 'steward', active: true } })).toBe(1)
    await AccountModel.update({ role: 'steward' }, { where: { email: 'steward@example.org' } })
    await AccountModel.update({ role: 'restorer' }, { where: { email: 'restorer@example.org' } })
  })
  it('tries of one address are counted together, whatever stands around it', async () => {
    const { post } = await session()
    for (let i = 0; i < 10; i++)
      await post({
        email: `${' '.repeat(i)}Spaced@Example.org${' '.repeat(i % 3)}`,
        password: `wrong ${i}`,
      }).expect(401)
    await post({ email: '   spaced@example.org ', password }).expect(429)
  })
})

describe('the live stream', () => {
  it('ends when its visitor signs out, when the account is closed, and tells a guest of then no more of the house', async () => {
    const steward = await house.as('steward')
    const { machines } = await twoMachines(steward)
    const volunteer = await house.as('volunteer')
    const cookie = volunteer.jar
      .getCookies({ domain: '127.0.0.1', path: '/', secure: false, script: false })
      .toValueString()
    /** Opens a stream; answers what it tells and when it ends. */
    const open = () => {
      const heard: string[] = []
      const stop = new AbortController()
      const ended = fetch(`${house.running.address}/api/live`, {
        headers: { cookie },
        signal: stop.signal,
      }).then(
        async (response) => {
          for await (const chunk of response.body!)
            heard.push(
              ...Buffer.from(chunk)
                .toString()
                .split('\n')
                .filter((l) => l.startsWith('data: ')),
            )
          return 'ended'
        },
        () => 'stopped',
      )
      return { heard, ended, stop: () => stop.abort() }
    }
    const note = () =>
      send(steward, [draft({ kind: 'note', machine: machines[0], words: 'said' })]).expect(200)
    const settled = () => new Promise((resolve) => setTimeout(resolve, 200))
    const first = open()
    await settled()
    await note()
    await expect.poll(() => first.heard.length).toBe(1)
    await AccountModel.update({ role: 'guest' }, { where: { email: 'volunteer@example.org' } })
    await note()
    await settled()
    expect(first.heard).toHaveLength(1)
    await AccountModel.update(
      { role: 'volunteer', active: false },
      { where: { email: 'volunteer@example.org' } },
    )
    await note()
    expect(await first.ended).toBe('ended')
    await AccountModel.update({ active: true }, { where: { email: 'volunteer@example.org' } })
    const second = open()
    await settled()
    await volunteer.delete('/api/session').set('x-anamnesis-token', volunteer.token).expect(204)
    await note()
    expect(await second.ended).toBe('ended')
    expect(second.heard).toEqual([])
  })
})

describe('an empty database', () => {
  let running: Running
  let drop: () => Promise<void>
  beforeAll(async () => {
    const database = await testDatabase()
    drop = database.drop
    forgetHouse()
    running = await startServer(
      readConfig({
        ...process.env,
        DATABASE_URL: database.url,
        ANAMNESIS_DATA: house.config.dataDir,
        PORT: '0',
        NODE_ENV: 'test',
      }),
      createLog('silent'),
    )
  })
  afterAll(async () => {
    await running.stop()
    await drop()
  })

  it('offers a one-time link where the first steward names the house', async () => {
    const token = (await offerSetup(running.services))!
    const agent = request.agent(running.address)
    const { csrf, house: none } = (await agent.get('/api/session').expect(200)).body
    expect(none).toBeNull()
    const setup = {
      token,
      collection: 'Tern store',
      zone: 'Europe/Oslo',
      currency: 'NOK',
      name: 'Vilja Stormo',
      email: 'v@example.org',
      password,
    }
    const post = (body: object) => agent.post('/api/setup').set('x-anamnesis-token', csrf).send(body)
    await post({ ...setup, token: 'a token that was never given' }).expect(409)
    expect(
      (await post({ ...setup, zone: 'Mars/Base', currency: 'krone' }).expect(400)).body.fields.map(
        (f: { path: string }) => f.path,
      ),
    ).toEqual(['zone', 'currency'])
    // Of many who use the link at once, one is let in; house, person and account come with it or not at all.
    const others = await Promise.all(
      Array.from({ length: 8 }, async (_, i) => {
        const visitor = request.agent(running.address)
        const token = (await visitor.get('/api/session')).body.csrf as string
        return visitor
          .post('/api/setup')
          .set('x-anamnesis-token', token)
          .send({ ...setup, email: `first-${i}@example.org` })
      }),
    )
    expect(others.map((r) => r.status).sort()).toEqual([201, ...Array<number>(7).fill(409)])
    const [made] = await rows<{ n: string }>(
      running.services.db,
      `SELECT (SELECT count(*) FROM accounts) || '/' || (SELECT count(*) FROM house) || '/' || (SELECT count(*) FROM entries) AS n`,
    )
    expect(made?.n).toBe('1/1/1')
    const answer = others.find((r) => r.status === 201)!
    expect(answer.body).toMatchObject({
      house: { name: 'Tern store', zone: 'Europe/Oslo', currency: 'NOK' },
      me: { role: 'steward' },
    })
    expect(await offerSetup(running.services)).toBeUndefined()
    const again = request.agent(running.address)
    const second = (await again.get('/api/session')).body.csrf
    await again
      .post('/api/setup')
      .set('x-anamnesis-token', second)
      .send({ ...setup, email: 'w@example.org' })
      .expect(409)
  })
})

describe('headers and errors', () => {
  it('answers health without a session, and problems as problem details', async () => {
    expect((await request(house.running.address).get('/api/health').expect(200)).body).toEqual({ ok: true })
    const missing = await request(house.running.address).get('/api/nothing').expect(404)
    expect(missing.headers['content-type']).toContain('application/problem+json')
    expect(missing.body).toMatchObject({ type: 'not-found', status: 404 })
  })
  it('does not let the page be framed or scripts come from elsewhere', async () => {
    const { headers } = await request(house.running.address).get('/api/health')
    expect(headers['content-security-policy']).toContain("frame-ancestors 'none'")
    expect(headers['content-security-policy']).toContain("script-src 'self'")
    expect(headers['x-content-type-options']).toBe('nosniff')
    expect(headers['x-powered-by']).toBeUndefined()
  })
})
