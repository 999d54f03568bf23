import request from 'supertest'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { rows } from '../../db/connection.ts'
import { AccountModel } from '../../db/models.ts'
import { setClock } from '../../platform/clock.ts'
import { readConfig } from '../../platform/config.ts'
import { forgetHouse } from '../../platform/access.ts'
import { createLog, startServer, type Running } from '../../server.ts'
import { password, signIn, startHouse, testDatabase, type TestHouse } from '../../testing/house.ts'
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
  return { agent, csrf, post: (body: object) => agent.post('/api/session').set('x-anamnesis-token', csrf).send(body) }
}

describe('signing in', () => {
  // OWASP ASVS 4.0.3 V2.4.1: argon2id; V3.2.1: a new session at sign-in; V3.4: HttpOnly and SameSite cookies.
  it('keeps passwords as argon2id hashes only', async () => {
    const account = await AccountModel.findOne({ where: { email: 'volunteer@example.org' } })
    expect(account!.passwordHash).toMatch(/^\$argon2id\$v=19\$m=19456,t=2,p=1\$/)
  })
  it('gives a new session, with a cookie that scripts and other sites cannot use', async () => {
    const { agent, post } = await session()
    const before = agent.jar.getCookies({ domain: '127.0.0.1', path: '/', secure: false, script: false }).toValueString()
    const answer = await post({ email: 'Volunteer@Example.org ', password }).expect(200)
    const cookie = String(answer.headers['set-cookie'])
    expect(cookie).toMatch(/HttpOnly/)
    expect(cookie).toMatch(/SameSite=Lax/)
    expect(cookie.split(';')[0]).not.toBe(before)
    expect(answer.body.me).toMatchObject({ role: 'volunteer', name: 'A volunteer', initials: 'AV' })
  })
  it('says the same for a wrong password and an unknown address', async () => {
    const { post } = await session()
    const wrong = (await post({ email: 'restorer@example.org', password: 'not the right one' }).expect(401)).body
    const unknown = (await post({ email: 'nobody@example.org', password: 'not the right one' }).expect(401)).body
    expect(wrong).toEqual(unknown)
  })
  it('asks to wait after ten wrong tries at one address', async () => {
    const { post } = await session()
    for (let i = 0; i < 10; i++) await post({ email: 'guest@example.org', password: `wrong ${i}` }).expect(401)
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
    const invite = (name: string) => steward.post('/api/people/invites').set('x-anamnesis-token', steward.token).send({ name, role: 'volunteer' }).expect(201)
    const { path } = (await invite('New Person')).body
    const token = path.split('/').pop()
    expect(JSON.stringify(await rows(house.running.services.db, 'SELECT * FROM invites'))).not.toContain(token)
    const guest = await session()
    expect((await guest.agent.get(`/api/invitations/${token}`).expect(200)).body).toEqual({ name: 'New Person', role: 'volunteer', collection: 'Test house' })
    const accept = (email: string, pass = password) => guest.agent.post(`/api/invitations/${token}`).set('x-anamnesis-token', guest.csrf).send({ email, password: pass })
    await accept('new@example.org', 'too short').expect(400)
    await accept('steward@example.org').expect(409)
    await accept('new@example.org').expect(201)
    const later = await session()
    await later.agent.post(`/api/invitations/${token}`).set('x-anamnesis-token', later.csrf).send({ email: 'other@example.org', password }).expect(404)

    const second = (await invite('Late Person')).body.path.split('/').pop()
    setClock(Date.now() + 15 * 86_400_000)
    await later.agent.get(`/api/invitations/${second}`).expect(404)
    setClock(undefined)
  })
  it('are a steward’s to give', async () => {
    const restorer = await house.as('restorer')
    await restorer.post('/api/people/invites').set('x-anamnesis-token', restorer.token).send({ name: 'X', role: 'steward' }).expect(403)
  })
})

describe('an empty database', () => {
  let running: Running
  let drop: () => Promise<void>
  beforeAll(async () => {
    const database = await testDatabase()
    drop = database.drop
    forgetHouse()
    running = await startServer(readConfig({ ...process.env, DATABASE_URL: database.url, ANAMNESIS_DATA: house.config.dataDir, PORT: '0', NODE_ENV: 'test' }), createLog('silent'))
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
    const setup = { token, collection: 'Tern store', zone: 'Europe/Oslo', currency: 'NOK', name: 'Vilja Stormo', email: 'v@example.org', password }
    const post = (body: object) => agent.post('/api/setup').set('x-anamnesis-token', csrf).send(body)
    await post({ ...setup, token: 'a token that was never given' }).expect(409)
    expect((await post({ ...setup, zone: 'Mars/Base', currency: 'krone' }).expect(400)).body.fields.map((f: { path: string }) => f.path)).toEqual(['zone', 'currency'])
    const answer = await post(setup).expect(201)
    expect(answer.body).toMatchObject({ house: { name: 'Tern store', zone: 'Europe/Oslo', currency: 'NOK' }, me: { role: 'steward' } })
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
