/** A house of its own database for server tests: real PostgreSQL, real HTTP, one account a role. */
import { mkdtemp } from 'node:fs/promises'
import { randomUUID } from 'node:crypto'
import os from 'node:os'
import path from 'node:path'
import pg from 'pg'
import request from 'supertest'
import { v7 } from 'uuid'
import type { Body } from '#core/history/bodies/index.ts'
import type { Draft } from '#core/history/entry.ts'
import type { EntryId, MachineId, PartyId, TypeId } from '#core/ids.ts'
import { pointAt } from '#core/quantity/time.ts'
import { terminalSheet } from '#core/testing/terminal.ts'
import type { Role } from '#core/roles.ts'
import { forgetEntries } from '../features/entries/closure.ts'
import { createPerson } from '../features/session/new-person.ts'
import { HouseModel } from '../db/models.ts'
import { forgetHouse } from '../platform/access.ts'
import { readConfig, type Config } from '../platform/config.ts'
import { createLog, prepare, startServer, type Running } from '../server.ts'

export type Agent = ReturnType<typeof request.agent> & { token: string }

export interface TestHouse {
  readonly running: Running
  readonly config: Config
  readonly people: Readonly<Record<Role, { email: string; party: PartyId; account: string }>>
  readonly as: (role: Role) => Promise<Agent>
  readonly stop: () => Promise<void>
}

export const password = 'a long enough passphrase'
const minute = 60_000
export const draft = (body: Body, more: Partial<Draft> = {}): Draft => ({
  id: v7() as EntryId,
  v: 1,
  happenedAt: pointAt(new Date(Date.now() - minute).toISOString()),
  basis: 'seen',
  body,
  ...more,
})
export const ago = (minutes: number) => ({
  happenedAt: pointAt(new Date(Date.now() - minutes * minute).toISOString()),
})

const clusterUrl = () => {
  const url = process.env['TEST_CLUSTER_URL']
  if (!url) throw new Error('TEST_CLUSTER_URL is not set: run the tests with npm test')
  return url
}

export async function testDatabase(): Promise<{ url: string; drop: () => Promise<void> }> {
  const name = `t_${randomUUID().replaceAll('-', '')}`
  const admin = async (sql: string) => {
    const client = new pg.Client({ connectionString: `${clusterUrl()}/postgres` })
    await client.connect()
    await client.query(sql)
    await client.end()
  }
  await admin(`CREATE DATABASE ${name}`)
  return { url: `${clusterUrl()}/${name}`, drop: () => admin(`DROP DATABASE ${name} WITH (FORCE)`) }
}

export async function signIn(address: string, email: string, secret = password): Promise<Agent> {
  const agent = request.agent(address) as Agent
  const first = await agent.get('/api/session').expect(200)
  const answer = await agent
    .post('/api/session')
    .set('x-anamnesis-token', first.body.csrf)
    .send({ email, password: secret })
    .expect(200)
  agent.token = answer.body.csrf
  return agent
}

/** `env`: settings beside the usual ones. */
export async function startHouse(env: Readonly<Record<string, string>> = {}): Promise<TestHouse> {
  const database = await testDatabase()
  forgetEntries()
  forgetHouse()
  const dataDir = await mkdtemp(path.join(os.tmpdir(), 'anamnesis-'))
  const config = readConfig({
    ...process.env,
    DATABASE_URL: database.url,
    ANAMNESIS_DATA: dataDir,
    PORT: '0',
    NODE_ENV: 'test',
    ...env,
  })
  const services = await prepare(config, createLog('silent'))
  await HouseModel.create({ id: 1, name: 'Test house', zone: 'Europe/Oslo', currency: 'EUR' })
  const people = {} as Record<Role, { email: string; party: PartyId; account: string }>
  for (const role of ['steward', 'restorer', 'volunteer', 'guest'] as const) {
    const email = `${role}@example.org`
    const account = await createPerson(services, { name: `A ${role}`, email, password, role })
    people[role] = { email, party: account.party as PartyId, account: account.id }
  }
  const running = await startServer(config, createLog('silent'), services)
  return {
    running,
    config,
    people,
    as: (role) => signIn(running.address, people[role].email),
    stop: async () => {
      await running.stop()
      await database.drop()
    },
  }
}

export const send = (agent: Agent, entries: readonly unknown[], contested?: 'keep') =>
  agent
    .post('/api/entries')
    .set('x-anamnesis-token', agent.token)
    .send({ entries, ...(contested ? { contested } : {}) })

/** Publishes the terminal sheet and registers machines of it. Answers their ids. */
export async function twoMachines(agent: Agent): Promise<{ type: TypeId; machines: [MachineId, MachineId] }> {
  const type = v7() as TypeId
  const machines: [MachineId, MachineId] = [v7() as MachineId, v7() as MachineId]
  const answer = await send(agent, [
    draft({ kind: 'type', type, sheet: terminalSheet }, ago(600)),
    ...machines.map((machine, i) =>
      draft(
        {
          kind: 'machine',
          what: 'registered',
          machine,
          entryNumber: `E-${i + 1}`,
          name: `Terminal ${i + 1}`,
          type,
          source: { how: 'gift' },
        },
        ago(500),
      ),
    ),
  ])
  if (answer.status !== 200) throw new Error(JSON.stringify(answer.body))
  return { type, machines }
}
